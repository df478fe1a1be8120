import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { read, type Tongue } from './quantity'

type Row = { Kind: string; Dim: string; Unit: string; Text: string; Value: number; Understood: string; Problem: string }
const shared = <T>(name: string): T[] => JSON.parse(readFileSync(`../core/quantity/testdata/${name}.json`, 'utf8'))

// What the server itself made of each text, and of its units, is in files that its tests write.
const [tongue] = shared<Tongue>('tongue')

it('reads what is typed as the server does, and says the same of what it cannot read', () => {
  const rows = shared<Row>('typed')
  const wrong = rows.filter((r) => {
    const got = read(tongue as Tongue, r.Dim, r.Text, r.Unit)
    if (got.ok !== (r.Problem === '')) return true
    return got.ok
      ? Math.abs(got.value - r.Value) > 1e-12 * Math.max(1, r.Value)
      : got.problem !== r.Problem || got.understood !== r.Understood
  })
  expect(rows.length).toBeGreaterThan(2000)
  expect(wrong.map((r) => ({ ...r, got: read(tongue as Tongue, r.Dim, r.Text, r.Unit) }))).toEqual([])
})
