import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { type Display, format, formatU } from './format'
import { shownMoney, type Tongue } from './quantity'

type Row = {
  System: string
  Kind: string
  Value: number
  Text: string
  UText: string
  Display: { Symbol: string; Factor: number; Step: number; Decimals: number; Style: Display['style']; Offset: number }
}

// The reference is the server's own writing (core/quantity, testdata).
const rows: Row[] = JSON.parse(readFileSync('../core/quantity/testdata/format.json', 'utf8'))

describe('format', () => {
  it('writes every value as the server does', () => {
    expect(rows.length).toBeGreaterThan(100)
    for (const r of rows) {
      const { Symbol: symbol, Factor: factor, Step: step, Decimals: decimals, Style: style, Offset: offset } = r.Display
      const d: Display = { system: 'metric', kind: r.Kind, dim: r.Kind, symbol, factor, step, decimals, style, offset }
      expect(format(d, r.Value), `${r.System} ${r.Kind} ${r.Value}`).toBe(r.Text)
      expect(formatU(d, Math.abs(r.Value)), `± ${r.System} ${r.Kind} ${r.Value}`).toBe(r.UText)
    }
  })
})

describe('money', () => {
  it('is written as the server writes it, in every currency', () => {
    const amounts: { Minor: number; Currency: string; Text: string }[] = JSON.parse(
      readFileSync('../core/quantity/testdata/money.json', 'utf8'),
    )
    expect(amounts.length).toBeGreaterThan(200)
    const [tongue]: Tongue[] = JSON.parse(readFileSync('../core/quantity/testdata/tongue.json', 'utf8'))
    for (const a of amounts) {
      const coin = tongue?.currencies.find((c) => c.code === a.Currency)
      expect(coin && shownMoney(a.Minor, coin)).toBe(a.Text)
    }
  })
})
