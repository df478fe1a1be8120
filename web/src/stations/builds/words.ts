import type { Shapes } from '../../api/client'
import type { Units } from '../../lib/format'

export type Designed = Shapes['Designed']
export type Check = Shapes['BuildCheck']
export type State = Shapes['BuildState']
export type Offer = Shapes['BuildOffer']

/** How far something is used: rounded up, never 1.00 for what is above it. */
export const used = (u: number | undefined) => (u === undefined ? 'none' : u >= 100 ? '> 99' : (Math.ceil(u * 100 - 1e-9) / 100).toFixed(2))

/** How a use looks: it holds, it holds just so, or it does not. */
export const toneOf = (u: number | undefined, ok: boolean) => (!ok ? 'wrong' : u !== undefined && u > 0.9 ? 'due' : 'covered')

const kinds: Record<string, string> = { N: 'force', Pa: 'pressure', m: 'level', kg: 'mass', L: 'volume' }

/** A demand or a capacity of a check in the reader's units. */
export function amount(units: Units, unit: string, v: number): string {
  const kind = kinds[unit]
  if (!kind) return v.toFixed(2)
  if (unit === 'Pa') return v >= 1e5 ? `${(v / 1e6).toFixed(2)} MPa` : units.show('pressure', v)
  return unit === 'm' && v < 0.1 ? units.show('thin', v) : units.show(kind, v)
}

/** The check that is used furthest among those that a mark of a drawing is about. */
export function worstOf(checks: readonly Check[], link: string): Check | undefined {
  if (!link) return undefined
  return checks
    .filter((c) => c.link.startsWith(link))
    .reduce<Check | undefined>((worst, c) => (!worst || (c.use ?? Infinity) > (worst.use ?? Infinity) ? c : worst), undefined)
}

const gives: Record<string, string> = {
  'low bar or straps': 'rows',
  'hanging bar': 'hanging',
  step: 'steps',
  'sturdy seat': 'a seat',
  'fixed counter': 'dips',
  anchor: 'band anchors',
  stick: 'stick work',
  load: 'a load',
}

/** What a build lets one do, in words. */
export const givenWords = (d: Designed) => [...new Set(d.gives.map((g) => gives[g] ?? g))].join(', ')
