import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import type { Shapes } from '../../api/client'
import { Units } from '../../lib/format'
import type { Tongue } from '../../lib/quantity'
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

  it('says which one cannot be read, and keeps those before it', () => {
    const [tongue]: Tongue[] = JSON.parse(readFileSync('../core/quantity/testdata/tongue.json', 'utf8'))
    const display = {
      system: 'metric',
      kind: 'mass-fine',
      dim: 'mass',
      symbol: 'kg',
      factor: 1,
      offset: 0,
      step: 0.001,
      decimals: 3,
    } as const
    const units = new Units('metric', { displays: [{ ...display, style: 'decimal' }], ...(tongue as Tongue) })
    expect(readReadings(units, '1; x; 3')).toEqual({ kg: [1], problem: '“x”: "x" is not a number' })
    expect(readReadings(units, '1; 3000 g')).toEqual({ kg: [1, 3], problem: '' })
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
