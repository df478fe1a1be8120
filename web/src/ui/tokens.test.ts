import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'

const sources = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter((f) => f.endsWith('.tsx') && !f.includes('.test.'))
const lines = sources.flatMap((f) =>
  readFileSync(join('src', f), 'utf8')
    .split('\n')
    .map((text, i) => ({ at: `${f}:${i + 1}`, text })),
)
const found = (what: RegExp) => lines.filter((l) => what.test(l.text)).map((l) => `${l.at} ${l.text.trim()}`)

describe('the looks come from tokens', () => {
  it('has six sizes of type, and no other', () => {
    expect(sources.length).toBeGreaterThan(50)
    expect(found(/text-\[[\d.]+(px|rem|em)\]|fontSize="[\d.]|text-(xs|sm|base|lg|xl|\dxl)\b/)).toEqual([])
    const css = readFileSync('src/app.css', 'utf8')
    expect(css.match(/--text-(?!\*)[a-z]+:/g)).toHaveLength(6)
  })
  it('has colours by meaning alone', () => {
    expect(found(/#[0-9a-f]{3,8}\b(?!.*pattern)/i).filter((l) => !l.includes('url(#'))).toEqual([])
    expect(found(/(text|bg|border|fill|stroke)-(red|green|blue|gray|slate|zinc|amber|orange|yellow)-\d/)).toEqual([])
  })
  it('has no size in pixels that only one place knows', () => {
    expect(found(/-\[[\d.]+px\]/)).toEqual([])
  })
})

/** The contrast of two colours by WCAG 2.2, 1.4.3. */
function contrast(a: string, b: string): number {
  const light = (hex: string) => {
    const part = (i: number) => {
      const v = Number.parseInt(hex.slice(i, i + 2), 16) / 255
      return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4
    }
    return 0.2126 * part(1) + 0.7152 * part(3) + 0.0722 * part(5)
  }
  const [hi, lo] = [light(a), light(b)].sort((x, y) => y - x) as [number, number]
  return (hi + 0.05) / (lo + 0.05)
}

describe('every colour can be read', () => {
  const css = readFileSync('src/app.css', 'utf8')
  const themes = { light: /:root \{([^}]*)\}/, dark: /\[data-theme="dark"\] \{([^}]*)\}/ }
  it.each(Object.entries(themes))('%s', (_, block) => {
    const table = Object.fromEntries([...(block.exec(css)?.[1] ?? '').matchAll(/--([a-z-]+): (#[0-9a-f]{6})/g)].map((m) => [m[1], m[2]]))
    for (const text of ['ink', 'soft', 'action', 'wrong', 'due', 'missing', 'covered', 'whatif'])
      for (const ground of ['paper', 'sheet'])
        expect(contrast(table[text] ?? '', table[ground] ?? ''), `${text} on ${ground}`).toBeGreaterThanOrEqual(4.5)
    for (const mark of ['mark']) expect(contrast(table[mark] ?? '', table.sheet ?? ''), mark).toBeGreaterThanOrEqual(3)
    expect(contrast(table['bar-soft'] ?? '', table.bar ?? '')).toBeGreaterThanOrEqual(4.5)
    expect(contrast(table.ink ?? '', table['tape-bg'] ?? '')).toBeGreaterThanOrEqual(4.5)
    expect(contrast(table.paper ?? '', table.action ?? ''), 'on a solid button').toBeGreaterThanOrEqual(4.5)
  })
  it('knows contrasts from WCAG’s own examples', () => {
    // Black on white is 21:1; #767676 on white is the greyest text that passes (WebAIM and W3C, from memory).
    expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 6)
    expect(contrast('#767676', '#ffffff')).toBeGreaterThanOrEqual(4.5)
    expect(contrast('#777777', '#ffffff')).toBeLessThan(4.5)
  })
})
