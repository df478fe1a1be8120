import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { act, renderHook, waitFor } from '@testing-library/react'
import type { ReactNode } from 'react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Answered, ClientFile } from '../api/client'
import { changed, keys, partOf, scopeOf, useWriter } from './desk'

const file = {
  id: 'c1',
  revision: 1,
  updated_at: 0,
  profile: { name: 'Loft', days: 3, minutes: 35 },
  space: { ceiling_m: 2.1, length_m: 4 },
  at_hand: ['rice'],
  containers: [{ id: 'jug', name: 'jug A', volume_l: 1 }],
  gear: [],
  tests: [],
  pins: [],
} as unknown as ClientFile

const desk = (change: Partial<ClientFile> = {}): Answered => ({ file: { ...file, ...change }, steps: {}, frame: {} }) as unknown as Answered

type Call = { method: string; url: string; match: string | null; body: unknown }

/** A server that keeps one file, answers as the real one does, and writes down what it was asked. */
function server(start = desk()) {
  const calls: Call[] = []
  const state = {
    desk: start,
    refuse: null as null | { status: number; body: unknown },
    down: false,
    elsewhere: null as null | ClientFile['space'],
  }
  const answer = (status: number, body: unknown) => new Response(JSON.stringify(body), { status })
  vi.stubGlobal(
    'fetch',
    vi.fn(async (asked: string | Request, init: RequestInit = {}) => {
      if (asked instanceof Request) return answer(200, state.desk) // the client is read
      const url = asked
      const match = new Headers(init.headers).get('If-Match')
      const body = init.body ? JSON.parse(String(init.body)) : undefined
      calls.push({ method: init.method ?? '', url, match, body })
      if (state.down) throw new TypeError('failed to fetch')
      if (state.refuse) return answer(state.refuse.status, state.refuse.body)
      if (match !== `"${state.desk.file.revision}"`) return answer(412, { status: 412, yours: body, theirs: state.desk })
      const part = url.split('?')[0]?.split('/').slice(5).join('/') ?? ''
      // Somebody else changes the room between reading and writing.
      if (state.elsewhere) state.desk = desk({ ...state.desk.file, space: state.elsewhere, revision: state.desk.file.revision + 1 })
      state.elsewhere = null
      const next = { ...state.desk.file, revision: state.desk.file.revision + 1 } as Record<string, unknown>
      if (part === 'profile' || part === 'space') next[part] = body
      state.desk = { ...state.desk, file: next as unknown as ClientFile }
      const changes = { revision: next.revision, updated_at: 0, ...(part === 'profile' || part === 'space' ? { [part]: body } : {}) }
      return answer(200, { changes, base: Number(next.revision) - 1, steps: state.desk.steps, frame: state.desk.frame })
    }),
  )
  return { calls, state }
}

let cache: QueryClient
const wrapper = ({ children }: { children: ReactNode }) => <QueryClientProvider client={cache}>{children}</QueryClientProvider>

function writer() {
  cache.setQueryData(keys.desk('c1'), desk())
  return renderHook(() => useWriter('c1', 'client'), { wrapper }).result
}

const minutes = (v: number) => ({ part: 'profile' as const, body: (f: ClientFile) => ({ ...f.profile, minutes: v }) })
const days = (v: number) => ({ part: 'profile' as const, body: (f: ClientFile) => ({ ...f.profile, days: v }) })
const ceiling = (v: number) => ({ part: 'space' as const, body: (f: ClientFile) => ({ ...f.space, ceiling_m: v }) })

beforeEach(() => {
  cache = new QueryClient({ defaultOptions: { queries: { staleTime: Number.POSITIVE_INFINITY } } })
})
afterEach(() => vi.unstubAllGlobals())

describe('useWriter', () => {
  it('queues writes, each on the revision and the file that the one before it made', async () => {
    const { calls } = server()
    const w = writer()
    await act(async () => {
      await Promise.all([w.current.write(minutes(40)), w.current.write(days(5))])
    })
    expect(calls.map((c) => c.match)).toEqual(['"1"', '"2"'])
    expect(calls[1]?.body).toMatchObject({ minutes: 40, days: 5 })
    expect(w.current.state).toBe('saved')
    expect(cache.getQueryData<Answered>(keys.desk('c1'))?.file.revision).toBe(3)
  })

  it('reads what others have changed too when its own change went through beside theirs', async () => {
    const { calls, state } = server()
    state.elsewhere = { ...file.space, length_m: 6 }
    const w = writer()
    await act(async () => {
      await w.current.write(minutes(50))
    })
    expect(calls.map((c) => `${c.method} ${c.match}`)).toEqual(['PUT "1"'])
    expect(w.current.conflict).toBeNull()
    const now = cache.getQueryData<Answered>(keys.desk('c1'))?.file
    expect(now?.space.length_m).toBe(6)
    expect(now?.profile.minutes).toBe(50)
    expect(now?.revision).toBe(3)
  })

  it('asks before it takes back what somebody else has changed since', async () => {
    const { state } = server()
    state.refuse = { status: 409, body: { status: 409, detail: 'somebody else' } }
    const w = writer()
    await act(async () => {
      await w.current.write({ step: 'undo' })
    })
    expect(w.current.blocked).toBe('undo')
    expect(w.current.state).toBe('saved')
    act(() => w.current.unblock())
    expect(w.current.blocked).toBeNull()
  })

  it('asks when the same part was changed elsewhere, and keeps yours or what stands', async () => {
    const { state } = server()
    state.desk = desk({ revision: 4, space: { ...file.space, ceiling_m: 2.2 } })
    const w = writer()
    await act(async () => {
      expect(await w.current.write(ceiling(2.4))).toBe(false)
    })
    expect(w.current.conflict?.yours).toMatchObject({ ceiling_m: 2.4 })
    expect(w.current.conflict?.theirs.file.space.ceiling_m).toBe(2.2)
    expect(w.current.state).toBe('refused')
    expect(state.desk.file.space.ceiling_m, 'nothing was overwritten').toBe(2.2)
    await act(async () => w.current.settle('mine'))
    await waitFor(() => expect(state.desk.file.space.ceiling_m).toBe(2.4))
    expect(w.current.conflict).toBeNull()

    state.desk = desk({ revision: 9, space: { ...file.space, ceiling_m: 3 } })
    await act(async () => {
      await w.current.write(ceiling(2.6))
    })
    await act(async () => w.current.settle('theirs'))
    expect(cache.getQueryData<Answered>(keys.desk('c1'))?.file.space.ceiling_m).toBe(3)
    expect(state.desk.file.space.ceiling_m).toBe(3)
  })

  it('brings a refusal back to its field, until a write of the part succeeds', async () => {
    const { state } = server()
    state.refuse = { status: 422, body: { status: 422, errors: [{ location: 'body.taken_m2', message: 'more than the room' }] } }
    const w = writer()
    await act(async () => {
      await w.current.write(ceiling(2.5))
    })
    expect(w.current.refusals.space).toEqual({ taken_m2: 'more than the room' })
    expect(w.current.state).toBe('refused')
    state.refuse = null
    await act(async () => {
      await w.current.write(ceiling(2.5))
    })
    expect(w.current.refusals.space).toBeUndefined()
    expect(w.current.state).toBe('saved')
  })

  it('says that it could not save without a connection, and tries again when asked', async () => {
    const { state } = server()
    state.down = true
    const w = writer()
    await act(async () => {
      await w.current.write(minutes(20))
    })
    expect(w.current.state).toBe('offline')
    state.down = false
    await act(async () => w.current.retry())
    await waitFor(() => expect(w.current.state).toBe('saved'))
    expect(state.desk.file.profile.minutes).toBe(20)
  })

  it('removes with DELETE and undoes with POST', async () => {
    const { calls } = server()
    const w = writer()
    await act(async () => {
      await w.current.write({ list: 'containers', item: 'jug', body: null })
      await w.current.write({ step: 'undo' })
    })
    expect(calls.map((c) => `${c.method} ${c.url}`)).toEqual([
      'DELETE /api/v1/clients/c1/containers/jug?station=client',
      'POST /api/v1/clients/c1/undo?station=client',
    ])
    expect(calls.every((c) => c.body === undefined)).toBe(true)
  })
})

describe('the parts of a file', () => {
  it('are found by the scope of a write', () => {
    expect(partOf(file, 'profile')).toBe(file.profile)
    expect(partOf(file, 'at-hand')).toEqual({ fillings: ['rice'] })
    expect(partOf(file, scopeOf({ list: 'containers', item: 'jug', body: null }))).toMatchObject({ name: 'jug A' })
    expect(partOf(file, 'gear/none')).toBeUndefined()
  })
})

describe('a file after a change', () => {
  const jugs = ['a', 'b', 'c'].map((id) => ({ id, name: `jug ${id}` })) as unknown as ClientFile['containers']
  const before = { ...file, containers: jugs }
  const names = (f: ClientFile) => f.containers.map((c) => c.name)
  const at = { revision: 2, updated_at: 5 }

  it('takes the things that differ, where they stood', () => {
    const after = changed(before, { ...at, containers: { items: [{ ...jugs[1], name: 'tin' } as ClientFile['containers'][number]] } })
    expect(names(after)).toEqual(['jug a', 'tin', 'jug c'])
    expect(after.revision).toBe(2)
    expect(after.profile).toBe(before.profile)
    expect(names(before)).toEqual(['jug a', 'jug b', 'jug c'])
  })
  it('lets things go, and puts new and moved ones where they stand', () => {
    const fresh = { id: 'd', name: 'tub' } as ClientFile['containers'][number]
    const places = [
      { id: 'c', after: '' },
      { id: 'd', after: 'c' },
    ]
    const after = changed(before, { ...at, containers: { items: [fresh], gone: ['b'], places } })
    expect(names(after)).toEqual(['jug c', 'tub', 'jug a'])
  })
  it('puts a thing last whose neighbour is gone', () => {
    const after = changed(before, { ...at, containers: { items: [], gone: ['b'], places: [{ id: 'a', after: 'b' }] } })
    expect(names(after)).toEqual(['jug c', 'jug a'])
  })
  it('takes plain lists and parts whole', () => {
    const after = changed(before, { ...at, at_hand: ['salt'], space: { ...file.space, ceiling_m: 3 } })
    expect(after.at_hand).toEqual(['salt'])
    expect(after.space.ceiling_m).toBe(3)
  })
})
