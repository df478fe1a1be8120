import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { ClientFile } from '../../api/client'
import { kept } from './keep'
import type { Outbox } from './outbox'
import { boxOn, FakeServer, type Fate, someFile } from './testing'

let server: FakeServer

beforeEach(() => {
  localStorage.clear()
  vi.useFakeTimers()
  server = new FakeServer()
  vi.stubGlobal('fetch', server.fetch)
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

/** Lets everything happen that happens within so long. */
const pass = (ms = 50) => vi.advanceTimersByTimeAsync(ms)
const days = (box: Outbox, v: number) => box.setThing('persons', 'first', () => ({ days: v }))
const minutes = (box: Outbox, v: number) => box.setThing('persons', 'first', () => ({ minutes: v }))
const ceiling = (box: Outbox, v: number) => box.setPart('space', () => ({ way_height_m: v }))
const tick = (box: Outbox, limit: string) => box.setThing('persons', 'first', (p) => ({ limits: [...p.limits, limit] }))
const puts = () => server.asked.filter((a) => a.method !== 'GET')

describe('an outbox', () => {
  it('shows a change at once, and says saved only when the server has it', async () => {
    const { box } = boxOn(server)
    days(box, 5)
    expect(box.view()?.persons[0]?.days).toBe(5)
    expect(box.snapshot().state).toBe('saving')
    await pass()
    expect(server.file.persons[0]?.days).toBe(5)
    expect(box.snapshot().state).toBe('saved')
    expect(kept('ann')).toEqual([])
  })

  it('loses neither of two ticks that come before the first is drawn', async () => {
    const { box } = boxOn(server)
    tick(box, 'shoulder')
    tick(box, 'no-floor')
    await pass()
    expect(server.file.persons[0]?.limits).toEqual(['knee', 'shoulder', 'no-floor'])
  })

  it('makes one write of several of one field, and writes nothing that changes nothing', async () => {
    const { box } = boxOn(server)
    server.fate = () => 'never arrives'
    days(box, 4)
    await pass() // this one is on its way: nobody knows whether it arrived
    for (const v of [20, 25, 30, 45]) minutes(box, v)
    ceiling(box, 2.5)
    ceiling(box, 2.1) // as it stands
    server.fate = () => 'well'
    await pass(30_000)
    expect(puts().map((a) => a.path)).toEqual(['persons/first', 'persons/first'])
    expect(server.file.persons[0]).toMatchObject({ days: 4, minutes: 45 })
  })

  it('keeps its place in the row when one fails and the next would go', async () => {
    const { box } = boxOn(server)
    let n = 0
    server.fate = () => (n++ === 0 ? 'too busy' : 'well')
    days(box, 6)
    ceiling(box, 2.4)
    await pass(100)
    expect(box.snapshot().state).toBe('waiting')
    expect(box.snapshot().why).toBe('too many changes at once')
    await pass(30_000)
    expect(server.file.persons[0]?.days).toBe(6)
    expect(server.file.space.way_height_m).toBe(2.4)
    expect(box.snapshot().state).toBe('saved')
  })

  it('is taken up again by the next page after a crash, and by one that is opened after a reload at once', async () => {
    const { box } = boxOn(server)
    server.fate = () => 'never arrives'
    box.setPart('profile', () => ({ note: 'sore left knee' }))
    await pass()
    box.release()
    server.fate = () => 'well'
    boxOn(server, { page: 'after the reload' })
    await pass()
    expect(server.file.profile.note).toBe('sore left knee')

    const third = boxOn(server, { page: 'third' }).box
    server.fate = () => 'never arrives'
    third.setPart('profile', () => ({ note: 'right knee' }))
    await pass()
    server.fate = () => 'well'
    vi.setSystemTime(Date.now() + 60_000) // it crashed, and a minute went by
    const { box: fourth } = boxOn(server, { page: 'fourth' })
    await pass()
    expect(server.file.profile.note).toBe('right knee')
    expect(fourth.snapshot().state).toBe('saved')
    // The one that was only asleep does not send it once more.
    const before = server.asked.length
    third.retry()
    await pass()
    expect(server.asked.length).toBe(before)
  })

  it('waits for a new sign-in, and goes to nobody else', async () => {
    const { box, signedOut } = boxOn(server)
    server.fate = () => 'signed out'
    box.setPart('profile', () => ({ note: 'typed after the session ended' }))
    await pass()
    expect(box.snapshot().state).toBe('signed-out')
    expect(signedOut()).toBe(1)
    server.fate = () => 'well'
    box.release()
    boxOn(server, { page: 'another', who: 'ben' })
    await pass()
    expect(server.file.profile.note).toBe('')
    box.retry()
    await pass()
    expect(server.file.profile.note).toBe('typed after the session ended')
  })

  it('lets a refused field stay with its text and reason while the others go on', async () => {
    const { box } = boxOn(server)
    server.refuses = (f) => (f.space.shoe_m > f.space.way_width_m * 3 ? { shoe_m: 'more than the room' } : {})
    let n = 0
    server.fate = () => (n++ === 0 ? 'too busy' : 'well')
    days(box, 2)
    box.set<ClientFile['space']>('space', () => ({ shoe_m: 40 }), { shoe_m: '40 m²' })
    box.setPart('space', () => ({ way_height_m: 2.2 })) // the same write, but good
    await pass(30_000)
    expect(server.file.space).toMatchObject({ way_height_m: 2.2, shoe_m: 1 })
    expect(box.snapshot().state).toBe('refused')
    expect(box.snapshot().entries).toMatchObject([
      { scope: 'space', refused: { shoe_m: 'more than the room' }, fields: { shoe_m: { to: 40, text: '40 m²' } } },
    ])
    // What the reason asks for is done: the refusal goes away by itself.
    box.setPart('space', () => ({ way_width_m: 20 }))
    await pass()
    expect(server.file.space).toMatchObject({ shoe_m: 40, way_width_m: 20 })
    expect(box.snapshot().state).toBe('saved')
  })

  it('forgets a refused field that is typed anew or given up', async () => {
    const { box } = boxOn(server)
    server.refuses = (f) => (f.space.shoe_m > 12 ? { shoe_m: 'more than the room' } : {})
    box.setPart('space', () => ({ shoe_m: 40 }))
    await pass()
    box.setPart('space', () => ({ shoe_m: 4 }))
    await pass()
    expect(server.file.space.shoe_m).toBe(4)
    expect(box.snapshot().state).toBe('saved')
    box.setPart('space', () => ({ shoe_m: 99 }))
    await pass()
    box.setPart('space', () => ({ shoe_m: 4 })) // as it stands
    await pass()
    expect(box.snapshot()).toMatchObject({ state: 'saved', entries: [] })
  })

  it('asks nobody about a field that is put right while its refusal is still on its way', async () => {
    const { box } = boxOn(server)
    await pass()
    server.refuses = (f) => (f.space.shoe_m > 12 ? { shoe_m: 'more than the room' } : {})
    let arrive = () => {}
    const gate = new Promise<void>((go) => {
      arrive = go
    })
    vi.stubGlobal('fetch', async (url: string, init?: RequestInit) => {
      await gate
      return server.fetch(url, init)
    })
    box.setPart('space', () => ({ shoe_m: 40, way_height_m: 2.2 }))
    await pass() // it is on its way
    box.setPart('space', () => ({ shoe_m: 4 }))
    arrive()
    await pass()
    expect(box.snapshot()).toMatchObject({ state: 'saved', entries: [] })
    expect(box.snapshot().clash).toBeFalsy()
    expect(server.file.space).toMatchObject({ shoe_m: 4, way_height_m: 2.2 })
  })

  it('merges what others did to other fields, and asks only about true clashes', async () => {
    const { box } = boxOn(server)
    server.elsewhere('containers/jug', { packed: [{ thing: 'tin', count: 2 }] })
    box.setThing('containers', 'jug', () => ({ tare_kg: 0.2 }))
    await pass()
    expect(box.snapshot().clash).toBeNull()
    expect(server.file.containers[0]).toMatchObject({ tare_kg: 0.2, packed: [{ thing: 'tin', count: 2 }] })

    server.elsewhere('space', { way_height_m: 2.2, shoe_m: 5 })
    box.setPart('space', () => ({ way_height_m: 2.4, way_width_m: 6 }))
    await pass()
    expect(box.snapshot().clash?.fields).toEqual([{ field: 'way_height_m', base: 2.1, theirs: 2.2, yours: 2.4 }])
    expect(box.snapshot().state).toBe('asking')
    box.settle(new Set(['way_height_m']))
    await pass()
    expect(server.file.space).toMatchObject({ way_height_m: 2.4, shoe_m: 5, way_width_m: 6 })

    server.elsewhere('space', { way_height_m: 3 })
    box.setPart('space', () => ({ way_height_m: 2.5, shoe_m: 2 }))
    await pass()
    box.settle(new Set())
    await pass()
    expect(server.file.space).toMatchObject({ way_height_m: 3, shoe_m: 2 })
    expect(box.snapshot().state).toBe('saved')
  })

  it('asks when somebody removed what you changed, or changed what you remove', async () => {
    const { box } = boxOn(server)
    server.elsewhere('containers/jug', null)
    box.setThing('containers', 'jug', () => ({ name: 'the good jug' }))
    await pass()
    expect(box.snapshot().clash).toMatchObject({ gone: 'theirs', scope: 'containers/jug' })
    box.settle(new Set(['name']))
    await pass()
    expect(server.file.containers).toMatchObject([{ id: 'jug', name: 'the good jug', tare_kg: 0.1 }])

    server.elsewhere('containers/jug', { tare_kg: 0.3 })
    box.drop('containers', 'jug')
    await pass()
    expect(box.snapshot().clash).toMatchObject({ gone: 'yours', fields: [{ field: 'tare_kg', base: 0.1, theirs: 0.3 }] })
    box.settle(new Set())
    await pass()
    expect(server.file.containers).toHaveLength(1)
    expect(box.view()?.containers).toHaveLength(1)
    box.drop('containers', 'jug')
    await pass()
    expect(server.file.containers).toEqual([])
  })

  it('does what a lost answer may already have done without doing it twice', async () => {
    const { box, told } = boxOn(server)
    let n = 0
    server.fate = () => (n++ % 3 === 0 ? 'answer is lost' : 'well')
    box.add({ containers: [{ id: 'x', name: 'pail' } as ClientFile['containers'][number]], things: [], batches: [] })
    await pass(20_000)
    tick(box, 'shoulder')
    await pass(20_000)
    box.drop('containers', 'jug')
    await pass(20_000)
    days(box, 7)
    await pass(20_000)
    expect(server.file.containers.map((c) => c.id)).toEqual(['x'])
    expect(server.file.persons[0]).toMatchObject({ limits: ['knee', 'shoulder'], days: 7 })
    expect(box.snapshot()).toMatchObject({ state: 'saved', clash: null, entries: [] })
    expect(told).toEqual([])
  })

  it('takes back what was not sent yet while there is no connection', async () => {
    const { box } = boxOn(server)
    server.fate = () => 'never arrives'
    days(box, 5)
    await pass()
    ceiling(box, 2.6)
    expect(await box.step({ step: 'undo' })).toBe(true)
    expect(box.view()?.space.way_height_m).toBe(2.1)
    expect(box.view()?.persons[0]?.days).toBe(5)
  })

  it('never sends what was made and removed again before it went', async () => {
    const { box } = boxOn(server)
    server.fate = () => 'never arrives'
    days(box, 5)
    await pass()
    box.make('things', { id: 't', name: 'tin' } as ClientFile['things'][number])
    box.setThing('things', 't', () => ({ name: 'tin of beans' }))
    expect(box.view()?.things).toMatchObject([{ name: 'tin of beans' }])
    box.drop('things', 't')
    expect(box.view()?.things).toEqual([])
    server.fate = () => 'well'
    await pass(30_000)
    expect(puts().map((a) => a.path)).toEqual(['persons/first'])
  })
})

/** A small generator with a seed of its own. */
function random(seed: number) {
  let s = seed
  return (n: number) => {
    s = (s * 48271) % 2147483647
    return s % n
  }
}

describe('whatever happens on the way', () => {
  const fates: Fate[] = ['well', 'well', 'never arrives', 'answer is lost', 'too busy', 'signed out']
  it.each(Array.from({ length: 200 }, (_, i) => i + 1))('the last word of each field arrives (seed %i)', async (seed) => {
    const pick = random(seed * 7919)
    let { box } = boxOn(server, { page: 'p0' })
    server.fate = () => fates[pick(fates.length)] ?? 'well'
    const mine: Record<string, unknown> = {}
    const limits = new Set(['knee'])
    for (let i = 0; i < 40; i++) {
      const v = 1 + pick(90)
      const what = pick(9)
      const say = (field: string) => {
        mine[field] = v
        return v
      }
      if (what === 0) days(box, say('days'))
      else if (what === 1) minutes(box, say('minutes'))
      else if (what === 2) ceiling(box, say('way_height_m'))
      else if (what === 3) box.setThing('containers', 'jug', () => ({ volume_l: say('volume_l') }))
      else if (what === 4) {
        const l = `l${pick(5)}`
        box.setThing('persons', 'first', (p) => ({ limits: p.limits.includes(l) ? p.limits.filter((x) => x !== l) : [...p.limits, l] }))
        if (!limits.delete(l)) limits.add(l)
      } else if (what === 5) {
        // Somebody else, at other fields of the same things.
        if (pick(2)) server.elsewhere('space', { shoe_m: v })
        else server.elsewhere('containers/jug', { tare_kg: v })
      } else if (what === 6 && pick(3) === 0) {
        box.release()
        box = boxOn(server, { page: `p${i}` }).box
      } else if (what === 7) box.retry()
      else await pass(pick(3000))
      expect(box.snapshot().clash).toBeNull()
      if (box.snapshot().state === 'saved') expect(server.file.persons[0]).toMatchObject(pickOf(mine, ['days', 'minutes']))
    }
    server.fate = () => 'well'
    box.retry()
    await pass(60_000)
    expect(box.snapshot()).toMatchObject({ state: 'saved', entries: [], clash: null })
    expect(server.file.persons[0]).toMatchObject(pickOf(mine, ['days', 'minutes']))
    expect(server.file.space).toMatchObject(pickOf(mine, ['way_height_m']))
    expect(server.file.containers[0]).toMatchObject(pickOf(mine, ['volume_l']))
    expect([...(server.file.persons[0]?.limits ?? [])].sort()).toEqual([...limits].sort())
    expect(kept('ann')).toEqual([])
  })
})

describe('whatever two people do to the same fields', () => {
  const fates: Fate[] = ['well', 'well', 'well', 'never arrives', 'answer is lost', 'too busy']
  it.each(Array.from({ length: 150 }, (_, i) => i + 1))('nobody is overwritten unasked (seed %i)', async (seed) => {
    const pick = random(seed * 6151)
    const { box } = boxOn(server)
    server.fate = () => fates[pick(fates.length)] ?? 'well'
    const fields = ['way_height_m', 'shoe_m', 'way_width_m'] as const
    // What somebody else has made of a field, and what of it has been seen here or was answered for.
    const theirs = new Map<string, number>()
    const allowed = new Map<string, Set<unknown>>(fields.map((f) => [f, new Set()]))
    const unasked: string[] = []
    let asked = 0
    server.wrote = (scope, before, after) => {
      if (scope !== 'space') return
      for (const f of fields) {
        const [was, is] = [before, after].map((x) => (x as Record<string, unknown>)[f])
        if (was === is || !theirs.has(f) || was !== theirs.get(f)) continue
        if (!allowed.get(f)?.has(was)) unasked.push(`${f} was ${was}, is ${is}`)
      }
    }
    for (let i = 0; i < 50; i++) {
      const f = fields[pick(fields.length)] ?? 'way_height_m'
      const v = 1 + pick(40)
      const what = pick(5)
      if (what < 2) {
        const seen = box.view()?.space
        if (seen) allowed.get(f)?.add(seen[f])
        box.setPart('space', () => ({ [f]: v }))
      } else if (what === 2) {
        server.elsewhere('space', { [f]: v + 0.5 })
        theirs.set(f, v + 0.5)
      } else await pass(pick(4000))
      const { clash } = box.snapshot()
      if (clash) {
        asked++
        const mine = new Set(clash.fields.map((c) => c.field).filter(() => pick(2) === 0))
        for (const c of clash.fields) if (mine.has(c.field)) allowed.get(c.field)?.add(c.theirs)
        box.settle(mine)
      }
    }
    server.fate = () => 'well'
    box.retry()
    for (let i = 0; i < 20; i++) {
      await pass(20_000)
      const { clash } = box.snapshot()
      if (!clash) continue
      for (const c of clash.fields) allowed.get(c.field)?.add(c.theirs)
      box.settle(new Set(clash.fields.map((c) => c.field)))
    }
    expect(unasked).toEqual([])
    expect(box.snapshot()).toMatchObject({ state: 'saved', entries: [] })
    // What others did last is read with the next write.
    minutes(box, 77)
    await pass(5000)
    expect(box.view()?.space).toEqual(server.file.space)
    questions += asked
  })
  let questions = 0
  it('did ask', () => expect(questions).toBeGreaterThan(50))
})

const pickOf = (from: Record<string, unknown>, keys: string[]) => Object.fromEntries(keys.filter((k) => k in from).map((k) => [k, from[k]]))

it('starts from a file of its own', () => expect(someFile().revision).toBe(1))
