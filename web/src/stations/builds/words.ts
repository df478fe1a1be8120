import type { Shapes } from '../../api/client'

export type Designed = Shapes['Designed']
export type Check = Shapes['BuildCheck']
export type State = Shapes['BuildState']
export type Offer = Shapes['BuildOffer']

/** How far something is used: rounded up, never 1.00 for what is above it. */
export const used = (u: number | undefined) => (u === undefined ? 'none' : u >= 100 ? '> 99' : (Math.ceil(u * 100 - 1e-9) / 100).toFixed(2))

/** How a use looks: it holds, it holds just so, or it does not. What fits, fits. */
export const toneOf = (u: number | undefined, ok: boolean, fits = false) =>
  !ok ? 'wrong' : u !== undefined && u > 0.9 && !fits ? 'due' : 'covered'

const gives: Record<string, string> = {
  'low bar or straps': 'rows',
  'hanging bar': 'hanging',
  step: 'steps',
  'sturdy seat': 'a seat',
  'pair of edges for dips': 'dips',
  anchor: 'band anchors',
  stick: 'stick work',
  load: 'a load',
}

/** What a build lets one do, in words. */
export const givenWords = (d: Designed) => [...new Set(d.gives.map((g) => gives[g] ?? g))].join(', ')
