import { describe, expect, it } from 'vitest'
import { specOf, table } from '../../lib/file/fields'
import { someFile } from '../../lib/file/testing'
import { Units } from '../../lib/format'
import { changeInWords, inWords, whatIs } from './changes'
import { stationOf, stations } from './stations'

const units = new Units(
  'us',
  {
    currencies: [{ code: 'USD', sign: '$', per_major: 100, marks: ['USD', '$'] }],
    displays: [
      {
        system: 'us',
        kind: 'mass-fine',
        dim: 'mass',
        symbol: 'lb',
        factor: 0.45359237,
        offset: 0,
        step: 0.01,
        decimals: 2,
        style: 'decimal',
      },
    ],
  },
  'USD',
)

describe('values in the words and units of the screen', () => {
  it.each([
    ['containers/x', 'tare_kg', 0.45359237, '1.00 lb'],
    ['containers/x', 'tare_half_kg', 0, 'exact'],
    ['containers/x', 'closure', 'open', 'nothing'],
    ['containers/x', 'adjustable', true, 'refilled from set to set'],
    ['containers/x', 'adjustable', false, 'not refilled from set to set'],
    ['containers/x', 'packed', [{ thing: 't', count: 3 }], '3 ×'],
    ['containers/x', 'packed', [], 'none'],
    ['containers/x', 'limits', [{ hold: 'one-hand', kg: 0.45359237 }], 'one-hand 0.45'],
    ['profile', 'budget_minor', 22050, '$220.50'],
    ['persons', 'limits', ['knee', 'no-floor'], 'knee, no floor'],
    ['profile', 'note', '', 'nothing'],
    ['rooms/loft', 'holes', 'no-holes', 'no holes'],
    ['handles/h', 'bore_mm', 30, '28–30 mm'],
    ['bands/b', 'inspected_at', 0, 'not known'],
    ['space', 'door', undefined, 'not there'],
  ])('%s %s', (scope, field, value, words) => {
    const said = inWords(units, scope, field, value)
    expect(said).toContain(words)
    expect(said).not.toMatch(/object|undefined|NaN/)
  })
  it('name every field that a control has', () => {
    for (const [scope, { fields }] of Object.entries(table))
      for (const field of Object.keys(fields)) expect(specOf(`${scope}/x`, field).label, `${scope} ${field}`).not.toMatch(/_/)
  })
})

describe('changes in words', () => {
  it('say what, of what name, and which of its fields', () => {
    expect(changeInWords({ do: 'write', part: 'containers', id: 'a', name: 'jug A', fields: ['tare_kg', 'name'] }, true)).toBe(
      'container “jug A” changed: empty mass, name',
    )
    expect(changeInWords({ do: 'remove', part: 'bands', id: 'b', name: '', fields: [] })).toBe('band removed')
    expect(whatIs(someFile(), 'containers/jug')).toBe('container “jug A”')
    expect(whatIs(someFile(), 'space')).toBe('the home')
  })
})

describe('the stations', () => {
  it('have a path, a name and a key of their own, in an order', () => {
    for (const what of ['path', 'name', 'key'] as const) expect(new Set(stations.map((s) => s[what])).size).toBe(stations.length)
    expect(stations.map((s) => s.order)).toEqual([...stations.map((s) => s.order)].sort((a, b) => a - b))
    for (const s of stations) expect(Object.keys(s.walks).length, s.name).toBeGreaterThan(0)
  })
  it('hold everything that can be refused', () => {
    for (const scope of Object.keys(table)) expect(stationOf(`${scope}/x`)?.name, scope).toBeTruthy()
  })
})
