import { scaleLog } from 'd3-scale'
import type { ReactNode } from 'react'
import type { Slot } from '../api/client'
import type { Units } from '../lib/format'
import { useWidth } from '../lib/hooks'
import { useUnits } from '../lib/units'
import { joined, Mark, type Origin, Wave } from './marks'

const pad = 14

/** The kg (or lb) values that get a line, from a 1-2-5-like series. */
function lines(lo: number, hi: number, factor: number): number[] {
  const out: number[] = []
  for (let decade = 0.1; decade < 1000; decade *= 10) {
    for (const m of [1, 1.5, 2, 3, 4, 5, 6, 8]) {
      const kg = m * decade * factor
      if (kg >= lo * 0.999 && kg <= hi * 1.001) out.push(kg)
    }
  }
  return out
}

export function scaleOf(slots: Pick<Slot, 'lo_kg' | 'hi_kg'>[], width: number) {
  let lo = Number.POSITIVE_INFINITY
  let hi = 0
  for (const s of slots) {
    lo = Math.min(lo, s.lo_kg)
    hi = Math.max(hi, s.hi_kg)
  }
  if (hi === 0) {
    lo = 1
    hi = 50
  }
  return scaleLog([lo * 0.72, hi * 1.25], [pad, Math.max(pad + 80, width - pad)]).clamp(true)
}

/** Where two marks would lie on each other, what is owned or bought is shown. */
const rank = (origin: string) => ['owned', 'buy', 'build', 'scrap'].indexOf(origin) + 1 || 9

/** Whether a place has no mark yet; from now on it has. */
function fresh(seen: Set<string>, place: string): boolean {
  if (seen.has(place)) return false
  seen.add(place)
  return true
}

/** One slot on the rule: bracket, gaps, rungs. */
export function RuleRow({
  slot,
  scale,
  height,
  width,
  grid,
}: {
  slot: Slot
  scale: ReturnType<typeof scaleOf>
  height: number
  width: number
  grid: number[]
}) {
  const y = height / 2
  const top = y - 13
  const h = 26
  const x0 = scale(slot.lo_kg)
  const x1 = scale(slot.hi_kg)
  const [first, last] = scale.domain() as [number, number]
  const seen = new Set<string>()
  const ticks = [...slot.ticks].sort((a, b) => rank(a.origin) - rank(b.origin))
  return (
    <svg viewBox={`0 0 ${width} ${height}`} className="block w-full" style={{ maxWidth: width }} aria-hidden="true">
      {grid.map((kg) => (
        <line key={kg} x1={scale(kg)} x2={scale(kg)} y1={0} y2={height} stroke="var(--faint)" />
      ))}
      <rect x={x0} y={top} width={x1 - x0} height={h} fill={slot.state === 'covered' ? 'var(--covered-bg)' : 'var(--thin-bg)'} />
      {slot.gaps.map((g) => (
        <rect
          key={g.lo_kg}
          x={scale(g.lo_kg)}
          y={top + 1}
          width={Math.max(2, scale(g.hi_kg) - scale(g.lo_kg))}
          height={h - 2}
          fill={slot.state === 'missing' ? 'none' : 'url(#hatch)'}
          stroke={slot.state === 'missing' ? 'var(--missing)' : 'var(--due)'}
          strokeDasharray="3 3"
        />
      ))}
      <path
        d={`M${x0 + 6} ${top - 3}H${x0}V${top + h + 3}H${x0 + 6}M${x1 - 6} ${top - 3}H${x1}V${top + h + 3}H${x1 - 6}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="2"
      />
      {slot.today_hi_kg > slot.lo_kg && slot.today_hi_kg < slot.hi_kg * 0.999 && (
        // Where today's range ends: beyond it is what half a year of training asks for.
        <path
          d={`M${scale(slot.today_hi_kg)} ${top - 3}v6M${scale(slot.today_hi_kg)} ${top + h - 3}v6`}
          stroke="var(--ink)"
          strokeWidth="2"
        />
      )}
      {joined(ticks.filter((t) => t.origin === 'band' && t.to_kg > first && t.at_kg < last).map((t) => [t.at_kg, t.to_kg])).map(
        ([a, b]) => (
          <Wave key={a} x0={scale(a)} x1={Math.max(scale(a) + 6, scale(b))} y={Math.min(y + 17, height - 6)} />
        ),
      )}
      {ticks.map((t) => {
        if (t.to_kg < first || t.at_kg > last || t.origin === 'band') return null
        if (t.to_kg > t.at_kg * 1.001) {
          return (
            <g key={`${t.label}-${t.movement}-${t.at_kg}`}>
              <line x1={scale(t.at_kg)} x2={scale(t.to_kg)} y1={y + 9} y2={y + 9} stroke="var(--ink)" strokeWidth="3" />
              {fresh(seen, `bar ${Math.round((scale(t.at_kg) + scale(t.to_kg)) / 24)}`) && (
                <Mark origin={t.origin as Origin} x={(scale(t.at_kg) + scale(t.to_kg)) / 2} y={y + 9} r={4} />
              )}
            </g>
          )
        }
        if (!fresh(seen, String(Math.round(scale(t.at_kg) / 8)))) return null
        return <Mark key={`${t.label}-${t.movement}-${t.at_kg}`} origin={t.origin as Origin} x={scale(t.at_kg)} y={y - 2} r={4.5} />
      })}
    </svg>
  )
}

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

/** The rule: one axis over all slots, each row drawn by the caller's frame. */
export function Rule({ slots, row, height = 44 }: { slots: Slot[]; row: (slot: Slot, plot: ReactNode) => ReactNode; height?: number }) {
  const units = useUnits()
  const [ref, width] = useWidth<HTMLDivElement>()
  const scale = scaleOf(slots, width)
  const d = units.display('mass')
  const [lo, hi] = scale.domain() as [number, number]
  const grid = lines(lo, hi, d.factor)
  let last = -100
  return (
    <div>
      <Hatch />
      {row(
        AXIS,
        <div ref={ref}>
          <svg viewBox={`0 0 ${width} 20`} className="block w-full" style={{ maxWidth: width }} aria-hidden="true">
            {grid.map((kg) => {
              const x = scale(kg)
              if (x - last < 26) return null
              last = x
              return (
                <text key={kg} x={x} y={14} textAnchor="middle" fontSize="var(--text-fine)" fill="var(--soft)" className="font-cond">
                  {Math.round((kg / d.factor) * 10) / 10}
                </text>
              )
            })}
            <text x={width} y={14} textAnchor="end" fontSize="var(--text-fine)" fill="var(--soft)" className="font-cond">
              {d.symbol}
            </text>
          </svg>
        </div>,
      )}
      {slots.map((s) => row(s, <RuleRow slot={s} scale={scale} height={height} width={width} grid={grid} />))}
    </div>
  )
}

const nothing = { title: '', value: 0, kind: '', u: 0, inputs: [], formula: '', range: '', source: '' }

/** Stands for the axis in the caller's frame. */
export const AXIS: Slot = {
  key: 'axis',
  name: '',
  reps_low: 0,
  reps_high: 0,
  per_hand: false,
  weight: 0,
  lo_kg: 0,
  hi_kg: 0,
  basis: 'guess',
  value: 0,
  today_hi_kg: 0,
  horizon_lo_kg: 0,
  today: 0,
  horizon: 0,
  guessed: false,
  notes: [],
  state: 'missing',
  reason: '',
  ticks: [],
  gaps: [],
  ways: [],
  why: nothing,
  value_why: nothing,
}

/** A slot in words, for those who do not see the drawing. */
export function slotInWords(s: Slot, units: Units): string {
  const range = `${units.show('mass', s.lo_kg)} to ${units.show('mass', s.hi_kg)}${s.per_hand ? ' a hand' : ''}`
  const rungs = s.ticks.length ? `${s.ticks.length} loads on the rule` : 'no load on the rule'
  const gaps = s.gaps.map((g) => `${units.show('mass', g.lo_kg)} to ${units.show('mass', g.hi_kg)}`).join(', ')
  const today = s.today_hi_kg < s.hi_kg * 0.999 ? `, today up to ${units.show('mass', s.today_hi_kg)}` : ''
  return `${s.name}: ${s.state}; working range ${range}${today}; ${rungs}${gaps ? `; nothing from ${gaps}` : ''}`
}
