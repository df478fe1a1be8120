import type { ReactNode } from 'react'
import type { Slot } from '../api/client'
import { percent, type Units } from '../lib/format'
import { useWidth } from '../lib/hooks'
import { useUnits } from '../lib/units'
import { AxisLog, logTicks, OnSheet, type Span, useSheet } from './draw'
import { joined, Mark, type Origin, Wave } from './marks'
import { stateWords } from './parts'
import { Hatch, ruleOf } from './ruling'

/** Where two marks would lie on each other, what is owned or bought is shown. */
const rank = (origin: string) => ['owned', 'buy', 'build', 'scrap'].indexOf(origin) + 1 || 9

/** Whether a place has no mark yet; from now on it has. */
function fresh(seen: Set<string>, place: string): boolean {
  if (seen.has(place)) return false
  seen.add(place)
  return true
}

/** A bracket from one place to another; its ends turn inward as far as there is room. */
function bracket(x0: number, x1: number, top: number, height: number): string {
  const lip = Math.min(6, Math.max(1, (x1 - x0) / 3))
  const foot = top + height
  return `M${x0 + lip} ${top}H${x0}V${foot}H${x0 + lip}M${x1 - lip} ${top}H${x1}V${foot}H${x1 - lip}`
}

const key = (t: Slot['ticks'][number], at: number) => `${t.origin}-${t.at_kg}-${at}`

/** One slot on the rule: brackets, gaps, rungs. */
function RuleRow({ slot, span: [first, last], grid }: { slot: Slot; span: Span; grid: readonly number[] }) {
  const { x: onRule, height } = useSheet()
  const scale = (kg: number) => onRule(Math.max(kg, first))
  const y = height / 2
  const top = y - 13
  const h = 26
  const x0 = scale(slot.lo_kg)
  const x1 = scale(slot.hi_kg)
  const seen = new Set<string>()
  const ticks = [...slot.ticks].sort((a, b) => rank(a.origin) - rank(b.origin))
  return (
    <>
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
      {/* Today's bracket, and thinner within it or beyond it that of half a year on. */}
      <path d={bracket(x0, scale(slot.today_hi_kg), top - 3, h + 6)} fill="none" stroke="var(--ink)" strokeWidth="2" />
      {slot.horizon_lo_kg > slot.lo_kg && (
        <path d={bracket(scale(slot.horizon_lo_kg), x1, top + 2, h - 4)} fill="none" stroke="var(--ink)" strokeWidth="1" />
      )}
      {joined(ticks.filter((t) => t.origin === 'band' && t.to_kg > first && t.at_kg < last).map((t) => [t.at_kg, t.to_kg])).map(
        ([a, b]) => (
          <Wave key={a} x0={scale(a)} x1={Math.max(scale(a) + 6, scale(b))} y={Math.min(y + 17, height - 6)} />
        ),
      )}
      {ticks.map((t, i) => {
        if (t.to_kg < first || t.at_kg > last || t.origin === 'band') return null
        if (t.to_kg > t.at_kg * 1.001) {
          return (
            <g key={key(t, i)}>
              <line x1={scale(t.at_kg)} x2={scale(t.to_kg)} y1={y + 9} y2={y + 9} stroke="var(--ink)" strokeWidth="3" />
              {fresh(seen, `bar ${Math.round((scale(t.at_kg) + scale(t.to_kg)) / 24)}`) && (
                <Mark origin={t.origin as Origin} x={(scale(t.at_kg) + scale(t.to_kg)) / 2} y={y + 9} r={4} />
              )}
            </g>
          )
        }
        if (!fresh(seen, String(Math.round(scale(t.at_kg) / 8)))) return null
        return <Mark key={key(t, i)} origin={t.origin as Origin} x={scale(t.at_kg)} y={y - 2} r={4.5} />
      })}
    </>
  )
}

/** A need that asks for the means alone: how long, and by what. */
function Means({ slot }: { slot: Slot }) {
  return (
    <p className={`m-0 px-3.5 py-2 text-fine leading-tight ${slot.best ? 'text-soft' : 'text-missing'}`}>
      no kilograms: {slot.best ? `${slot.best.toLowerCase()}, ${percent(slot.value)}` : 'nothing for it is here'}
    </p>
  )
}

/** The rule: one axis over all slots, each row drawn by the caller's frame. */
export function Rule({ slots, row, height = 44 }: { slots: Slot[]; row: (slot: Slot, plot: ReactNode) => ReactNode; height?: number }) {
  const units = useUnits()
  const [ref, width] = useWidth<HTMLDivElement>()
  const d = units.display('mass')
  const { sheet, span } = ruleOf(slots, width, height)
  const grid = logTicks(span[0], span[1], d.factor).map((v) => v * d.factor)
  return (
    <div>
      <Hatch />
      {row(
        AXIS,
        <div ref={ref}>
          <OnSheet sheet={{ ...sheet, height: 20 }} aria-hidden="true">
            <AxisLog from={span[0]} to={span[1]} factor={d.factor} unit={d.symbol} />
          </OnSheet>
        </div>,
      )}
      {slots.map((s) =>
        row(
          s,
          s.timed ? (
            <Means slot={s} />
          ) : (
            <OnSheet sheet={sheet} aria-hidden="true">
              <RuleRow slot={s} span={span} grid={grid} />
            </OnSheet>
          ),
        ),
      )}
    </div>
  )
}

/** Stands for the axis in the caller's frame. */
export const AXIS: Slot = {
  key: 'axis',
  name: '',
  reps_low: 0,
  reps_high: 0,
  of: 'reps',
  timed: false,
  along_kg: 0,
  per_hand: false,
  as: '',
  fast: false,
  group: 'whole',
  holds: [],
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
  state: 'missing',
  reason: '',
  ticks: [],
  gaps: [],
  best: '',
  to_agree: 0,
}

/** The sets of a need, in what they are counted in. */
export const setsOf = (s: Pick<Slot, 'reps_low' | 'reps_high' | 'of'> & { fast?: boolean }): string =>
  `${s.reps_low}–${s.reps_high} ${s.of}${s.fast ? ', fast' : ''}`

/** The working range of a need; from the body alone where it begins there. */
export function rangeOf(s: Pick<Slot, 'lo_kg' | 'hi_kg' | 'per_hand' | 'timed' | 'of' | 'state' | 'as'>, units: Units): string {
  if (s.timed) {
    const what = s.as || { s: 'timed hold', reps: 'counted', m: 'a distance' }[s.of]
    return s.state === 'covered' ? `${what}, nothing to buy` : what
  }
  const hand = s.per_hand ? ' a hand' : ''
  if (s.lo_kg === 0) return `the body alone, to + ${units.show('mass', s.hi_kg)}${hand}`
  return `${units.bare('mass', s.lo_kg)}–${units.show('mass', s.hi_kg)}${hand}`
}

/** A slot in words, for those who do not see the drawing. */
export function slotInWords(s: Slot, units: Units): string {
  const name = s.called ? `${s.name} (${s.called})` : s.name
  if (s.timed) return `${name}: ${stateWords[s.state]}; sets of ${setsOf(s)}, no kilograms`
  const range =
    s.lo_kg > 0 ? `${units.show('mass', s.lo_kg)} to ${units.show('mass', s.hi_kg)}${s.per_hand ? ' a hand' : ''}` : rangeOf(s, units)
  const rungs = s.ticks.length ? `${s.ticks.length} loads on the rule` : 'no load on the rule'
  const gaps = s.gaps.map((g) => `${units.show('mass', g.lo_kg)} to ${units.show('mass', g.hi_kg)}`).join(', ')
  const today = s.today_hi_kg < s.hi_kg * 0.999 ? `, today up to ${units.show('mass', s.today_hi_kg)}` : ''
  return `${name}: ${stateWords[s.state]}; working range ${range}${today}; ${rungs}${gaps ? `; nothing here weighs ${gaps}` : ''}`
}
