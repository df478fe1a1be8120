import { type QueryClient, useMutation, useQueries, useQuery, useQueryClient } from '@tanstack/react-query'
import { createContext, useCallback, useContext, useMemo, useRef, useState } from 'react'
import {
  type Answered,
  ApiError,
  api,
  type ClientFile,
  data,
  type Library,
  type Plan,
  type Session,
  type Shapes,
  type StationName,
} from '../api/client'
import { type System, Units } from './format'
import { type Desk, stationKey } from './results'

export type { Desk } from './results'

export const keys = {
  session: ['session'] as const,
  library: ['library'] as const,
  clients: (q: string) => ['clients', q] as const,
  desk: (id: string) => ['desk', id] as const,
  plan: (id: string, revision: number) => ['plan', id, revision] as const,
}

export const useSession = () => useQuery({ queryKey: keys.session, queryFn: () => data<Session>(api.GET('/api/v1/session')) })

export const useLibrary = () =>
  useQuery({ queryKey: keys.library, queryFn: () => data<Library>(api.GET('/api/v1/library')), staleTime: Number.POSITIVE_INFINITY })

const readDesk = (id: string, station: StationName) =>
  data<Answered>(api.GET('/api/v1/clients/{client}', { params: { path: { client: id }, query: { station } } }))

/** Keeps a client that was answered, and what a station shows of it. */
export function keepDesk(cache: QueryClient, desk: Answered) {
  const { station, ...rest } = desk
  const { id, revision } = desk.file
  cache.removeQueries({ queryKey: ['station', id], type: 'inactive', predicate: (q) => q.queryKey[3] !== revision })
  if (station) cache.setQueryData(stationKey(id, station.station, revision), station)
  cache.setQueryData(keys.desk(id), rest)
  return rest
}

export function useDeskQuery(id: string, station: StationName) {
  const cache = useQueryClient()
  return useQuery({ queryKey: keys.desk(id), queryFn: async () => keepDesk(cache, await readDesk(id, station)) })
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

type Part = 'profile' | 'space' | 'at-hand'
type List = 'containers' | 'batches' | 'weighings' | 'things' | 'handles' | 'plates' | 'bands' | 'rigs' | 'gear' | 'tests' | 'pins'
type Write =
  | { part: Part; body: (f: ClientFile) => unknown }
  | { list: List; item: string; body: ((f: ClientFile) => unknown) | null }
  | { add: Shapes['StockMore'] }
  | { step: 'undo' | 'redo'; anyones?: boolean }

export type SaveState = 'saved' | 'saving' | 'refused' | 'offline'
export type Conflict = { theirs: Answered; yours: unknown; write: Write }

/** What went wrong with the last write of a part, by field path. */
export type Refusals = Record<string, Record<string, string>>

/** The part of a file that a write is about, as it stands in a file. */
export function partOf(file: ClientFile, scope: string): unknown {
  if (scope === 'profile') return file.profile
  if (scope === 'space') return file.space
  if (scope === 'at-hand') return { fillings: file.at_hand }
  const [list, item] = scope.split('/') as [List, string]
  return (file[list] as { id: string }[] | undefined)?.find((x) => x.id === item)
}

export const scopeOf = (w: Write): string => ('part' in w ? w.part : 'list' in w ? `${w.list}/${w.item}` : 'add' in w ? 'stock' : w.step)

type Change = { items: { id: string }[]; gone?: string[]; places?: Shapes['Place'][] }

/** The file after a change that was based on it. */
export function changed(file: ClientFile, c: Shapes['Changes']): ClientFile {
  const next = { ...file } as Record<string, unknown>
  for (const [key, value] of Object.entries(c)) {
    const list = (file as Record<string, unknown>)[key]
    if (!Array.isArray(list) || Array.isArray(value)) {
      next[key] = value
      continue
    }
    next[key] = rearranged(list as { id: string }[], value as Change)
  }
  return next as ClientFile
}

/** A list after a change: some go, some differ where they stand, and new and moved ones stand after another. */
function rearranged(list: { id: string }[], { items, gone = [], places = [] }: Change) {
  const now = new Map([...list, ...items].map((x) => [x.id, x]))
  const leave = new Set([...gone, ...places.map((p) => p.id)])
  const out = list.filter((x) => !leave.has(x.id)).map((x) => now.get(x.id) ?? x)
  for (const p of places) {
    const thing = now.get(p.id)
    if (thing) out.splice(p.after === '' ? 0 : out.findIndex((x) => x.id === p.after) + 1 || out.length, 0, thing)
  }
  return out
}

async function send(id: string, base: Answered, w: Write, station: StationName): Promise<Answered> {
  const { file } = base
  const headers = { 'If-Match': `"${file.revision}"`, 'Content-Type': 'application/json' }
  let url = `/api/v1/clients/${encodeURIComponent(id)}/`
  let method = 'PUT'
  let body: unknown
  if ('part' in w) {
    url += w.part
    body = w.body(file)
  } else if ('list' in w) {
    url += `${w.list}/${encodeURIComponent(w.item)}`
    if (w.body) body = w.body(file)
    else method = 'DELETE'
  } else if ('add' in w) {
    url += 'stock'
    method = 'POST'
    body = w.add
  } else {
    url += w.step
    method = 'POST'
  }
  const query = new URLSearchParams(station ? { station } : {})
  if ('step' in w && w.anyones) query.set('anyones', 'true')
  if (query.size > 0) url += `?${query}`
  const answer = fetch(url, { method, headers, body: body === undefined ? undefined : JSON.stringify(body) }).then(async (response) => {
    const json = await response.json().catch(() => undefined)
    return response.ok ? { data: json as Shapes['Written'] | Answered, response } : { error: json, response }
  })
  const got = await data<Shapes['Written'] | Answered>(answer)
  if ('file' in got) return got
  // Others have changed the client too: what they did is read with it.
  if (got.base !== file.revision) return readDesk(id, station)
  return { file: changed(file, got.changes), steps: got.steps, frame: got.frame, station: got.station }
}

/**
 * The writing of one client's file: one write at a time, each based on the
 * revision that the one before it made, saved at once.
 */
export function useWriter(id: string, station: StationName) {
  const cache = useQueryClient()
  const chain = useRef<Promise<unknown>>(Promise.resolve())
  const pending = useRef(0)
  const lastFailed = useRef<Write | null>(null)
  const looked = useRef(station)
  looked.current = station
  const [state, setState] = useState<SaveState>('saved')
  const [conflict, setConflict] = useState<Conflict | null>(null)
  const [refusals, setRefusals] = useState<Refusals>({})
  // A step back or forth that somebody else's change is in the way of.
  const [blocked, setBlocked] = useState<'undo' | 'redo' | null>(null)
  const { mutateAsync } = useMutation({
    mutationFn: async (w: Write) => {
      const desk = cache.getQueryData<Answered>(keys.desk(id))
      if (!desk) throw new ApiError(0, { detail: 'the client is not loaded' })
      return send(id, desk, w, looked.current)
    },
  })

  const write = useCallback(
    (w: Write): Promise<boolean> => {
      pending.current++
      setState('saving')
      const run = chain.current.then(async () => {
        const scope = scopeOf(w)
        try {
          const desk = await mutateAsync(w)
          keepDesk(cache, desk)
          setRefusals(({ [scope]: _, ...rest }) => rest)
          pending.current--
          if (pending.current === 0) setState('saved')
          return true
        } catch (e) {
          pending.current--
          const err = e instanceof ApiError ? e : new ApiError(0, { detail: String(e) })
          if (err.status === 412 && err.problem.theirs) {
            setConflict({ theirs: err.problem.theirs, yours: err.problem.yours, write: w })
            setState('refused')
          } else if (err.status === 409 && 'step' in w) {
            setBlocked(w.step)
            if (pending.current === 0) setState('saved')
          } else if (err.status === 0 || err.status >= 500) {
            lastFailed.current = w
            setState('offline')
          } else if (err.status === 401) {
            cache.invalidateQueries({ queryKey: keys.session })
          } else {
            const fields = err.fields
            setRefusals((r) => ({ ...r, [scope]: Object.keys(fields).length ? fields : { '': err.message } }))
            setState('refused')
          }
          return false
        }
      })
      chain.current = run
      return run
    },
    [cache, mutateAsync],
  )

  const settle = useCallback(
    (keep: 'mine' | 'theirs') => {
      if (!conflict) return
      keepDesk(cache, conflict.theirs)
      setConflict(null)
      setState('saved')
      if (keep === 'mine') {
        const yours = conflict.yours
        const w = conflict.write
        write('step' in w || 'add' in w || yours === undefined || yours === null ? w : { ...w, body: () => yours })
      }
    },
    [cache, conflict, write],
  )

  const retry = useCallback(() => {
    const w = lastFailed.current
    lastFailed.current = null
    if (w) write(w)
    else setState('saved')
  }, [write])

  const unblock = useCallback(() => setBlocked(null), [])

  return { write, state, conflict, settle, refusals, retry, blocked, unblock }
}

export type Writer = ReturnType<typeof useWriter>

export type Bench = { desk: Desk; library: Library; units: Units; writer: Writer }

export const BenchContext = createContext<Bench | null>(null)

/** The open client, its units and the writing of it. */
export function useBench(): Bench {
  const b = useContext(BenchContext)
  if (!b) throw new Error('outside of an open client')
  return b
}

export function useUnits(system: string, library: Library | undefined): Units | null {
  return useMemo(() => (library ? new Units(system as System, library) : null), [system, library])
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

const askPull = (id: string, revision: number, ask: Shapes['BandTry'] | null) => ({
  queryKey: ['pull', id, ask?.rig.id, ask, revision],
  enabled: ask !== null,
  queryFn: ({ signal }: { signal: AbortSignal }) =>
    data<Shapes['BandPull']>(
      api.POST('/api/v1/clients/{client}/pull', { params: { path: { client: id } }, body: ask as Shapes['BandTry'], signal }),
    ),
  retry: false,
})

/** What bands pull through a movement; asked anew with every change, kept or not. */
export function usePull(desk: Desk, ask: Shapes['BandTry'] | null) {
  return useQuery({
    ...askPull(desk.file.id, desk.file.revision, ask),
    placeholderData: (before, query) => (query?.queryKey[2] === ask?.rig.id ? before : undefined),
  })
}

/** What bands pull in every set-up that is kept, those left out that cannot be used now. */
export function usePulls({ file }: Desk): Shapes['BandPull'][] {
  const unfit = new Set(file.bands.filter((b) => b.condition !== 'sound').map((b) => b.id))
  const fit = file.rigs.filter((r) => !r.bands.some((id) => unfit.has(id)))
  const all = useQueries({ queries: fit.map((rig) => askPull(file.id, file.revision, { rig, usual: false })) })
  return all.flatMap((q) => q.data ?? [])
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

/** A short id for a new thing. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(8))
  return Array.from(bytes, (b) => (b % 36).toString(36)).join('')
}

/** Writes single fields of one thing of a list, on what stands when it is its turn. */
export function useChange<L extends List>(list: L, thing: ClientFile[L][number]) {
  const { writer } = useBench()
  return (change: Partial<ClientFile[L][number]>) =>
    writer.write({
      list,
      item: thing.id,
      body: (f) => ({ ...((f[list] as { id: string }[]).find((x) => x.id === thing.id) ?? thing), ...change }),
    })
}
