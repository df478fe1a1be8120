import type { Units } from '../../lib/format'

/** The single readings of a line of text: "4.19 4.20", "4.19 4.20 kg", "9 lb 4 oz; 9.25 lb". */
export function splitReadings(text: string): string[] {
  if (/[;\n/]/.test(text)) return tidy(text.split(/[;\n/]/))
  const several = /^([\d.,\s]+)([a-z#]*)$/i.exec(text.trim())
  if (!several) return tidy([text])
  const [, numbers = '', unit = ''] = several
  return tidy(numbers.split(/\s+/)).map((n) => (unit ? `${n} ${unit}` : n))
}

const tidy = (parts: string[]) => parts.map((t) => t.trim().replace(/,$/, '')).filter(Boolean)

/** Reads them all; the first that cannot be read is said. */
export function readReadings(units: Units, text: string): { kg: number[]; problem: string } {
  const kg: number[] = []
  for (const one of splitReadings(text)) {
    const got = units.read('mass-fine', one)
    if (!got.ok) return { kg, problem: `“${one}”: ${got.problem}` }
    kg.push(got.value)
  }
  return { kg, problem: '' }
}
