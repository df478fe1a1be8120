import { QueryClient } from '@tanstack/react-query'
import type { Answered, ClientFile } from '../../api/client'
import { Outbox } from './outbox'
import { type Scope, standing, type Thing, withStanding } from './parts'

/** A made-up client for tests of what waits. */
export const someFile = (change: Partial<ClientFile> = {}) =>
  ({
    id: 'c1',
    revision: 1,
    updated_at: 0,
    profile: { name: 'Loft', note: '', units: 'metric' },
    persons: [{ id: 'first', days: 3, minutes: 35, limits: ['knee'] }],
    space: { way_height_m: 2.1, way_width_m: 4, shoe_m: 1 },
    at_hand: ['rice'],
    containers: [{ id: 'jug', name: 'jug A', tare_kg: 0.1, volume_l: 1, packed: [] }],
    batches: [],
    weighings: [],
    things: [],
    handles: [],
    plates: [],
    bands: [],
    rigs: [],
    gear: [],
    sets: [],
    pins: [],
    slots: [],
    operations: [],
    releases: [],
    builds: [],
    offcuts: [],
    ...change,
  }) as unknown as ClientFile

export const answered = (file: ClientFile): Answered => ({ file, steps: {}, frame: {} }) as unknown as Answered

/** What becomes of one request. */
export type Fate = 'well' | 'never arrives' | 'answer is lost' | 'too busy' | 'signed out'

export type Asked = { method: string; path: string; body: unknown; status: number }

/** A server of one client that keeps its file by the same rules as the real one: a write of a part that has changed since its base is refused with what stands. */
export class FakeServer {
  file: ClientFile
  asked: Asked[] = []
  fate: () => Fate = () => 'well'
  /** Says what is wrong with a file, by field path of the part that is written. */
  refuses: (file: ClientFile, scope: string) => { [path: string]: string | undefined } = () => ({})
  /** Hears of each write by the browser: what stood, and what stands. */
  wrote: (scope: string, before: object | undefined, after: object | undefined) => void = () => {}
  private changedAt = new Map<string, number>()

  constructor(file = someFile()) {
    this.file = file
  }

  /** Somebody else changes something, or removes it. */
  elsewhere(scope: Scope, change: object | null) {
    const now = standing(this.file, scope)
    this.put(scope, change ? { ...now, ...change } : undefined)
  }

  private put(scope: string, value: object | undefined) {
    const revision = this.file.revision + 1
    this.file = { ...withStanding(this.file, scope, value), revision }
    this.changedAt.set(scope, revision)
  }

  readonly fetch = async (url: string | Request, init: RequestInit = {}): Promise<Response> => {
    const path = String(url).split('?')[0]?.split('/').slice(5).join('/') ?? ''
    const method = init.method ?? 'GET'
    const body = init.body ? JSON.parse(String(init.body)) : undefined
    const fate = this.fate()
    await Promise.resolve()
    if (fate === 'never arrives') throw new TypeError('failed to fetch')
    const [status, answer] =
      fate === 'too busy'
        ? [503, { detail: 'too many changes at once' }]
        : fate === 'signed out'
          ? [401, { detail: 'sign in' }]
          : this.answer(method, path, body, Number(/\d+/.exec(new Headers(init.headers).get('If-Match') ?? '')?.[0]))
    this.asked.push({ method, path, body, status })
    if (fate === 'answer is lost') throw new TypeError('failed to fetch')
    return new Response(JSON.stringify(answer), { status })
  }

  private answer(method: string, path: string, body: unknown, base: number): [number, unknown] {
    if (method === 'GET') return [200, answered(this.file)]
    if (method === 'POST' && path === 'stock') return this.add(body as { containers: Thing[] }, base)
    if (method === 'POST') return [200, answered({ ...this.file, revision: this.file.revision + 1 })]
    const scope = decodeURIComponent(path)
    if ((this.changedAt.get(scope) ?? 0) > base) return [412, { status: 412, yours: body, theirs: answered(this.file) }]
    if (method === 'DELETE' && !standing(this.file, scope)) return [404, { detail: 'there is no such thing' }]
    const wrong = Object.entries(this.refuses(withStanding(this.file, scope, body as object), scope))
    if (method === 'PUT' && wrong.length > 0)
      return [422, { status: 422, errors: wrong.map(([location, message]) => ({ location: `body.${location}`, message })) }]
    const before = this.file
    const id = scope.split('/')[1] ?? ''
    this.wrote(scope, standing(before, scope), body as object | undefined)
    if (method === 'DELETE') this.put(scope, undefined)
    else this.put(scope, body as object)
    const list = scope.split('/')[0] ?? ''
    const places = standing(before, scope) ? [] : [{ id, after: (before[list as 'containers'] as Thing[] | undefined)?.at(-1)?.id ?? '' }]
    const change = !scope.includes('/')
      ? { [scope === 'at-hand' ? 'at_hand' : scope]: scope === 'at-hand' ? (body as { fillings: unknown }).fillings : body }
      : { [list]: method === 'DELETE' ? { items: [], gone: [id] } : { items: [body], places } }
    return [
      200,
      { changes: { ...change, revision: this.file.revision, updated_at: 0 }, base: this.file.revision - 1, steps: {}, frame: {} },
    ]
  }

  private add(more: { containers: Thing[] }, base: number): [number, unknown] {
    if (more.containers.some((c) => standing(this.file, `containers/${c.id}`))) return [422, { detail: 'there already' }]
    void base
    for (const c of more.containers) this.put(`containers/${c.id}`, c)
    const places = more.containers.map((c, i) => ({ id: c.id, after: more.containers[i - 1]?.id ?? 'jug' }))
    return [
      200,
      {
        changes: { containers: { items: more.containers, places }, revision: this.file.revision, updated_at: 0 },
        base: this.file.revision - 1,
        steps: {},
        frame: {},
      },
    ]
  }
}

/** An outbox of its own page on a client that has been read. */
export function boxOn(server: FakeServer, { page = 'page', who = 'ann' } = {}) {
  const cache = new QueryClient()
  const told: string[] = []
  let out = 0
  const state = { desk: answered(server.file) as Answered | undefined }
  const box = new Outbox(
    'c1',
    who,
    {
      cache,
      known: () => state.desk,
      accept: (d) => {
        state.desk = d
        return d
      },
      signedOut: () => {
        out++
      },
      tell: (t) => told.push(t),
      tookBack: () => {},
      wrote: () => {},
    },
    page,
  )
  return { box, told, signedOut: () => out, state }
}
