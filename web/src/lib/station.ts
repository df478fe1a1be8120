import type { ComponentType, LazyExoticComponent } from 'react'
import type { StationName } from '../api/client'
import type { Bench } from './desk'

/** A view of a station on one of the demo's clients, as tests and pictures walk it: with what follows its path. */
export type Walk = { client: 'loft' | 'flat' | 'garage'; query?: string }

/** What is known of a station without opening it: plain data, which the tests read too. */
export type Manifest = {
  path: string
  name: string
  /** After g. */
  key: string
  /** Its place on the rail. */
  order: number
  /** What of the results it shows, in the server's words; without it the frame is enough. */
  shows?: NonNullable<StationName>
  /** Its own keys, and what they do. */
  keys?: [string, string][]
  /** The parts and lists that are filled in here: a change or a refusal of them leads here. */
  holds?: string[]
  /** The views that tests walk and pictures are taken of; the first is the station as it opens. */
  walks: Record<string, Walk>
}

/** Something that can be jumped to: a name, what it is, and what of the address shows it. */
export type Place = { name: string; what: string; query?: string }

/** A station as the frame has it. */
export type Station = Manifest & {
  /** Its one live number; a hook of the open client. */
  useLive: () => string
  places?: (b: Bench) => Place[]
  Screen: ComponentType | LazyExoticComponent<ComponentType>
}
