import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { type Display, format, formatU, money } from './format'

type Row = {
  System: string
  Kind: string
  Value: number
  Text: string
  UText: string
  Display: { Symbol: string; Factor: number; Step: number; Decimals: number; Style: Display['style'] }
}

// The reference is the server's own writing (core/quantity, testdata).
const rows: Row[] = JSON.parse(readFileSync('../core/quantity/testdata/format.json', 'utf8'))

describe('format', () => {
  it('writes every value as the server does', () => {
    expect(rows.length).toBeGreaterThan(100)
    for (const r of rows) {
      const { Symbol: symbol, Factor: factor, Step: step, Decimals: decimals, Style: style } = r.Display
      const d: Display = { system: 'metric', kind: r.Kind, symbol, factor, step, decimals, style }
      expect(format(d, r.Value), `${r.System} ${r.Kind} ${r.Value}`).toBe(r.Text)
      expect(formatU(d, Math.abs(r.Value)), `± ${r.System} ${r.Kind} ${r.Value}`).toBe(r.UText)
    }
  })
})

describe('money', () => {
  it('leaves out decimals of whole amounts and knows currencies without any', () => {
    expect(money(21200, 'GBP')).toBe('£212')
    expect(money(21250, 'USD')).toBe('$212.50')
    expect(money(-400, 'EUR')).toBe('−€4')
    expect(money(1900, 'JPY')).toBe('¥1900')
    expect(money(1000, 'CHF')).toBe('CHF 10')
  })
})
