import type { Slot } from '../api/client'
// Of the drawing kit only what the first screen needs.
import { type Sheet, type Span, sheetOf } from './draw/scene'

const pad = 14

/** A sheet on which equal ratios are equal lengths, with room for every working range; and from what load to what. */
export function ruleOf(all: Pick<Slot, 'lo_kg' | 'hi_kg' | 'timed'>[], width: number, height: number): { sheet: Sheet; span: Span } {
  // Timed needs have no place on it; where the body alone is the beginning it starts below the least load.
  const slots = all.filter((s) => !s.timed)
  const hi = Math.max(0, ...slots.map((s) => s.hi_kg))
  const lows = slots.map((s) => (s.lo_kg > 0 ? s.lo_kg : s.hi_kg / 8))
  const span: Span = hi === 0 ? [0.72, 62.5] : [Math.min(...lows) * 0.72, hi * 1.25]
  return {
    span,
    sheet: sheetOf({ width: Math.max(108, width), height }, span, [0, 1], { left: pad, right: pad, top: 0, bottom: 0 }, { log: true }),
  }
}

/** What is hatched on a rule. */
export function Hatch() {
  return (
    <svg width="0" height="0" className="absolute" aria-hidden="true">
      <defs>
        <pattern id="hatch" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
          <line x1="0" x2="6" y1="3" y2="3" stroke="var(--due)" strokeWidth="1.2" />
        </pattern>
      </defs>
    </svg>
  )
}
