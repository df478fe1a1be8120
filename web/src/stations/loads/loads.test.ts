import { describe, expect, it, vi } from 'vitest'
import type { Shapes } from '../../api/client'
import { lanesOf } from './ladder'
import { readReadings, splitReadings } from './readings'

describe('readings in one line', () => {
  it.each([
    ['4.19 4.20', ['4.19', '4.20']],
    ['4,19 4,20', ['4,19', '4,20']],
    ['4.19, 4.20', ['4.19', '4.20']],
    ['4.19 4.2 kg', ['4.19 kg', '4.2 kg']],
    ['9 lb 4 oz', ['9 lb 4 oz']],
    ['9 lb 4 oz; 9.25 lb', ['9 lb 4 oz', '9.25 lb']],
    ['  ', []],
    ['two zebras', ['two zebras']],
  ])('%s', (text, want) => expect(splitReadings(text)).toEqual(want))

  it('says which one cannot be read, and keeps those before it', async () => {
    const read = vi.fn(async (_: unknown, init?: RequestInit | Request) => {
      const body =
        init instanceof Request ? await init.json() : JSON.parse(String((_ as Request).body ? await (_ as Request).text() : '{}'))
      const ok = body.text !== 'x'
      return new Response(JSON.stringify({ ok, value: ok ? Number(body.text) : 0, problem: ok ? '' : 'no number', understood: '' }), {
        headers: { 'Content-Type': 'application/json' },
      })
    })
    vi.stubGlobal('fetch', read)
    expect(await readReadings('1; x; 3', 'kg')).toEqual({ kg: [1], problem: '“x”: no number' })
    expect(await readReadings('1; 3', 'kg')).toEqual({ kg: [1, 3], problem: '' })
    vi.unstubAllGlobals()
  })
})

describe('lanes of stretches', () => {
  const rung = (low: number, high: number) => ({ low_kg: low, high_kg: high, label: `${low}`, things: [] }) as unknown as Shapes['Rung']
  it('puts what overlaps on lanes of its own, and uses a lane again', () => {
    const all = [rung(1, 10), rung(2, 8), rung(3, 3), rung(9, 12), rung(11, 12)]
    const lanes = lanesOf(all)
    expect(all.map((r) => lanes.get(r))).toEqual([0, 1, undefined, 1, 0])
  })
  it('never makes more than six', () => {
    const all = Array.from({ length: 20 }, (_, i) => rung(1 + i / 100, 50))
    expect(Math.max(...lanesOf(all).values())).toBe(5)
  })
})
