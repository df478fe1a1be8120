import type { Shapes } from '../../api/client'
import type { Units } from '../../lib/format'

export type Rung = Shapes['Rung']
export type Ladder = Shapes['Ladder']

export const isStretch = (r: Rung) => r.high_kg > r.low_kg * 1.001

const mostLanes = 6

/** Stretches of one hold on lanes of their own, so that none hides another. */
export function lanesOf(rungs: readonly Rung[]): Map<Rung, number> {
  const ends: number[] = []
  const out = new Map<Rung, number>()
  for (const r of rungs.filter(isStretch)) {
    let lane = ends.findIndex((end) => end < r.low_kg)
    if (lane < 0) lane = Math.min(ends.length, mostLanes - 1)
    ends[lane] = Math.max(r.high_kg, ends[lane] ?? 0)
    out.set(r, lane)
  }
  return out
}

/** What tells a rung from the others of the ladder. */
export const keyOf = (hold: string, r: Rung) => `${hold}|${r.for}|${r.label}|${r.low_kg}`

export function loadText(units: Units, r: Rung): string {
  return `${isStretch(r) ? `${units.bare('mass', r.low_kg)}–` : ''}${units.both('mass', r.high_kg, r.u95_kg)}`
}

/** How long it takes to have it in hand. */
export const changeOver = (s: number) => (s < 60 ? `${s} s` : `${Math.round(s / 30) / 2} min`)
