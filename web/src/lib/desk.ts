import { type QueryClient, useQuery } from '@tanstack/react-query'
import { createContext, useContext, useMemo } from 'react'
import { type Answered, api, type ClientFile, data, type Library, type Plan, type Session, type Shapes } from '../api/client'
import type { Entry } from './file/entry'
import type { Outbox } from './file/outbox'
import type { Units } from './format'
import { type Desk, stationKey } from './results'
import { seeAs, seenAs } from './seen'

export type { Desk } from './results'

export const keys = {
  session: ['session'] as const,
  library: ['library'] as const,
  clients: (q: string) => ['clients', q] as const,
  desk: (id: string) => ['desk', id] as const,
  plan: (id: string, revision: number) => ['plan', id, revision] as const,
  book: (id: string, revision: number, all: boolean) => ['book', id, revision, all] as const,
}

export const useSession = () => useQuery({ queryKey: keys.session, queryFn: () => data<Session>(api.GET('/api/v1/session')) })

export const useLibrary = () =>
  useQuery({ queryKey: keys.library, queryFn: () => data<Library>(api.GET('/api/v1/library')), staleTime: Number.POSITIVE_INFINITY })

/** Keeps a client that was answered, and what a station shows of it. */
export function keepDesk(cache: QueryClient, desk: Answered): Answered {
  const { station, ...rest } = desk
  const { id, revision, persons } = desk.file
  // One who is not there any more is not asked for.
  if (!persons.some((p) => p.id === seenAs(id))) seeAs(id, '')
  // An answer that was overtaken on its way is dropped.
  const now = cache.getQueryData<Answered>(keys.desk(id))
  if (now && now.file.revision > revision) return now
  cache.removeQueries({ queryKey: ['station', id], type: 'inactive', predicate: (q) => q.queryKey[3] !== revision })
  if (station) cache.setQueryData(stationKey(id, station.station, revision), station)
  cache.setQueryData(keys.desk(id), rest)
  return rest
}

export function usePlan(desk: Answered) {
  const { id, revision } = desk.file
  return useQuery({
    queryKey: keys.plan(id, revision),
    queryFn: ({ signal }) => data<Plan>(api.GET('/api/v1/clients/{client}/plan', { params: { path: { client: id } }, signal })),
    placeholderData: (before) => before,
    retry: false,
  })
}

/** What everything at a station stands on: the open client as it is seen here, and the writing of it. */
export type Bench = {
  desk: Desk
  library: Library
  units: Units
  box: Outbox
  entries: readonly Entry[]
  /** As whom the client is looked at. */
  person: Shapes['Person']
  look: (person: string) => void
}

/** What a person is called: by name, and the first of them who has none as the client. */
export const calledOf = (file: ClientFile, p: Shapes['Person']): string =>
  p.name || (file.persons[0]?.id === p.id ? file.profile.name : `person ${file.persons.findIndex((x) => x.id === p.id) + 1}`)

export const BenchContext = createContext<Bench | null>(null)

/** The open client, its units and the writing of it. */
export function useBench(): Bench {
  const b = useContext(BenchContext)
  if (!b) throw new Error('outside of an open client')
  return b
}

/** Everything about one container, for the bench that shows it. */
export function useOnBench(desk: Desk, container: string) {
  const { id, revision } = desk.file
  return useQuery({
    queryKey: ['on-bench', id, container, revision],
    queryFn: ({ signal }) =>
      data<Shapes['OnBench']>(
        api.GET('/api/v1/clients/{client}/containers/{container}', { params: { path: { client: id, container } }, signal }),
      ),
    placeholderData: (before, query) => (query?.queryKey[2] === container ? before : undefined),
    retry: false,
  })
}

/** What a practice adds to the library of movements, and hides of it. */
export const usePracticeMovements = () =>
  useQuery({
    queryKey: ['practice-movements'],
    queryFn: () => data<Shapes['PracticeMovements']>(api.GET('/api/v1/practice/movements')),
    staleTime: 60_000,
  })

/** All movements there are, the practice's own last; the library itself never changes while the application runs. */
export function useMovements() {
  const all = useQuery({
    queryKey: ['movements'],
    queryFn: () => data<Shapes['Movements']>(api.GET('/api/v1/movements')),
    staleTime: Number.POSITIVE_INFINITY,
  })
  const own = usePracticeMovements().data?.records
  const movements = useMemo(() => all.data && [...all.data.movements, ...(own ?? [])], [all.data, own])
  return { ...all, data: movements && { movements } }
}

/** The library as the practice has it: its own movements can be tested too. */
export function withOwn(library: Library, practice: Shapes['PracticeMovements'] | undefined): Library {
  if (!practice || practice.names.length + practice.hidden.length === 0) return library
  return { ...library, movements: [...library.movements, ...practice.names].filter((m) => !practice.hidden.includes(m.key)) }
}

/** A need that is looked at: where its numbers come from, and its ways. */
export function useLooked(desk: Desk, slot: string) {
  const { id, revision } = desk.file
  return useQuery({
    queryKey: ['need', id, slot, revision],
    queryFn: ({ signal }) =>
      data<Shapes['Looked']>(api.GET('/api/v1/clients/{client}/needs/{slot}', { params: { path: { client: id, slot } }, signal })),
    placeholderData: (before, query) => (query?.queryKey[2] === slot ? before : undefined),
    retry: false,
  })
}

/** The ladder of every hold, with what the body itself gives. */
export function useLadder(desk: Desk, counter: number) {
  const { id, revision } = desk.file
  return useQuery({
    queryKey: ['ladder', id, counter, revision],
    queryFn: ({ signal }) =>
      data<Shapes['Ladders']>(
        api.GET('/api/v1/clients/{client}/ladder', { params: { path: { client: id }, query: { counter_m: counter } }, signal }),
      ),
    placeholderData: (before) => before,
    retry: false,
  })
}

/** What bands pull through a movement; asked anew with every change, kept or not. */
export function usePull(desk: Desk, ask: Shapes['BandTry'] | null) {
  const { id, revision } = desk.file
  return useQuery({
    queryKey: ['pull', id, ask?.rig.id, ask, revision],
    enabled: ask !== null,
    queryFn: ({ signal }) =>
      data<Shapes['BandPull']>(
        api.POST('/api/v1/clients/{client}/pull', { params: { path: { client: id } }, body: ask as Shapes['BandTry'], signal }),
      ),
    placeholderData: (before, query) => (query?.queryKey[2] === ask?.rig.id ? before : undefined),
    retry: false,
  })
}

/** Everything that a container can be filled with: the table and this client's batches. */
export function fillingsOf({ desk, library }: Pick<Bench, 'desk' | 'library'>) {
  const batches = desk.file.batches.map((b) => {
    const now = desk.results.batches.find((x) => x.id === b.id)
    return {
      key: b.id,
      name: b.name,
      density: now?.density_kg_l ?? 0,
      loose: now?.loose ?? false,
      batch: true,
      note: '',
      source: 'this batch',
    }
  })
  const table = library.fillings.map((f) => ({
    key: f.key,
    name: f.name,
    density: f.typical_kg_l,
    loose: f.loose,
    batch: false,
    note: f.note,
    source: f.source,
  }))
  return [...batches, ...table]
}
