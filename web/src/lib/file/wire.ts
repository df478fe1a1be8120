import { applyPatch, type Operation } from 'rfc6902'
import { type Answered, ApiError, type ClientFile, data, type Shapes, type StationName } from '../../api/client'
import { addressed, seenAs } from '../seen'
import type { Entry } from './entry'
import { patched, same } from './merge'
import { changed, standing } from './parts'

type Written = Shapes['Written']
/** What a station shows of what is worked out. */
export type StationView = Shapes['Results']
export type Step = { step: 'undo' | 'redo'; anyones?: boolean }

/** How long an answer may take before it counts as none. */
const patience = 30_000

async function ask<T>(url: string, init: RequestInit): Promise<T> {
  const stop = new AbortController()
  const timer = window.setTimeout(() => stop.abort(), patience)
  const answer = fetch(addressed(url), { ...init, signal: stop.signal }).then(async (response) => {
    const json = await response.json().catch(() => undefined)
    return response.ok ? { data: json as T, response } : { error: json, response }
  })
  try {
    return await data<T>(answer)
  } finally {
    window.clearTimeout(timer)
  }
}

const path = (client: string) => `/api/v1/clients/${encodeURIComponent(client)}`

function query(station: StationName, more: Record<string, string> = {}): string {
  const q = new URLSearchParams({ ...(station ? { station } : {}), ...more })
  return q.size > 0 ? `?${q}` : ''
}

/** Reads a client; once more where they are looked at as somebody else meanwhile. */
export async function readDesk(client: string, station: StationName): Promise<Answered> {
  for (;;) {
    const as = seenAs(client)
    const desk = await ask<Answered>(path(client) + query(station), { method: 'GET' })
    if (seenAs(client) === as) return desk
  }
}

/** What a write says to the server, made on what stands; null when nothing is left of it. */
function request(file: ClientFile, e: Entry): { to: string; method: string; body?: unknown } | null {
  if (e.do === 'add') return { to: 'stock', method: 'POST', body: e.more }
  if (e.do === 'say') return { to: 'entry', method: 'POST', body: { id: e.id, text: e.text, room: e.room, unit: e.unit } }
  const to = e.scope.split('/').map(encodeURIComponent).join('/')
  if (e.do === 'drop') return standing(file, e.scope) ? { to, method: 'DELETE' } : null
  const stands = standing(file, e.scope)
  const body = e.do === 'make' ? e.thing : patched(stands ?? {}, e.fields).value
  return same(body, stands) ? null : { to, method: 'PUT', body }
}

export type Missed = { text: string; why: string }

/** Missed is what nothing was made of. */
export type Sent = { desk: Answered; mine: ClientFile | null; missed?: Missed[] }

/**
 * Sends one write, made on a client as it stands. The answer is the client after it;
 * mine is what this write alone made of it, null when it stood there already. Throws an
 * ApiError when it did not go through.
 */
export async function send(base: Answered, e: Entry, station: StationName, shown?: StationView): Promise<Sent> {
  const { file } = base
  const r = request(file, e)
  if (!r) return { desk: base, mine: null }
  const as = seenAs(file.id)
  const got = await ask<Written>(`${path(file.id)}/${r.to}${query(station, station && shown ? { have: shown.tag } : {})}`, {
    method: r.method,
    headers: { 'If-Match': `"${file.revision}"`, 'Content-Type': 'application/json' },
    body: r.body === undefined ? undefined : JSON.stringify(r.body),
  })
  const mine = changed(file, got.changes)
  // Others have changed the client too: what they did is read with it; so is what another person comes to.
  const alone = got.base === file.revision && seenAs(file.id) === as
  const desk = alone
    ? { file: mine, steps: got.steps, frame: got.frame, station: got.station ?? patchedView(shown, got.station_changes) }
    : await readDesk(file.id, station)
  return { desk, mine, missed: got.not_understood }
}

/** What a station shows after a change, of what it showed and what differs; undefined where the two do not fit: then it is read. */
function patchedView(shown: StationView | undefined, changes: Written['station_changes']): StationView | undefined {
  if (!shown || !changes) return undefined
  const view = structuredClone(shown)
  const faults = applyPatch(view, changes as Operation[])
  return faults.some(Boolean) ? undefined : view
}

export async function stepBack({ file }: Answered, { step, anyones }: Step, station: StationName): Promise<Answered> {
  const as = seenAs(file.id)
  const desk = await ask<Answered>(`${path(file.id)}/${step}${query(station, anyones ? { anyones: 'true' } : {})}`, {
    method: 'POST',
    headers: { 'If-Match': `"${file.revision}"` },
  })
  return seenAs(file.id) === as ? desk : readDesk(file.id, station)
}

export const asError = (e: unknown): ApiError => (e instanceof ApiError ? e : new ApiError(0, { detail: String(e) }))
