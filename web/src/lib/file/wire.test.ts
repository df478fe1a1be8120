import { afterEach, describe, expect, it, vi } from 'vitest'
import { setting } from './entry'
import { answered, someFile } from './testing'
import { type StationView, send } from './wire'

afterEach(() => vi.unstubAllGlobals())

const shown = { station: 'stock', tag: 't1', stock: { loads: [{ id: 'jug', mass_kg: 1 }], batches: [] } } as unknown as StationView
const file = someFile()
const edit = setting('e1', 'profile', file.profile, { ...file.profile, note: 'tall' })

/** A server that answers one edit so. */
function answering(more: object) {
  const asked: string[] = []
  vi.stubGlobal('fetch', async (url: string) => {
    asked.push(url)
    const body = {
      changes: { revision: 2, updated_at: 1, profile: { ...file.profile, note: 'tall' } },
      base: 1,
      steps: {},
      frame: {},
      ...more,
    }
    return new Response(JSON.stringify(body), { status: 200, headers: { 'Content-Type': 'application/json' } })
  })
  return asked
}

describe('an edit', () => {
  it('names what is shown, and takes what differs of it', async () => {
    if (!edit) throw new Error('nothing to send')
    const asked = answering({
      station_changes: [
        { op: 'replace', path: '/tag', value: 't2' },
        { op: 'replace', path: '/stock/loads/0/mass_kg', value: 2 },
        { op: 'add', path: '/stock/loads/1', value: { id: 'tin', mass_kg: 3 } },
      ],
    })
    const { desk } = await send(answered(file), edit, 'stock', shown)
    expect(asked).toEqual(['/api/v1/clients/c1/profile?station=stock&have=t1'])
    expect(desk.station).toMatchObject({
      tag: 't2',
      stock: {
        loads: [
          { id: 'jug', mass_kg: 2 },
          { id: 'tin', mass_kg: 3 },
        ],
      },
    })
    expect(shown).toMatchObject({ tag: 't1', stock: { loads: [{ mass_kg: 1 }] } })
  })

  it('leaves a station to be read where what differs does not fit what is shown', async () => {
    if (!edit) throw new Error('nothing to send')
    answering({ station_changes: [{ op: 'replace', path: '/stock/loads/7/mass_kg', value: 2 }] })
    const { desk } = await send(answered(file), edit, 'stock', shown)
    expect(desk.station).toBeUndefined()
  })
})
