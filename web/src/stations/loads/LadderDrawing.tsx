import { type KeyboardEvent, memo } from 'react'
import { percent } from '../../lib/format'
import { useUnits } from '../../lib/units'
import { AxisLog, Label, Scene, useSheet } from '../../ui/draw'
import { Mark, type Origin, Wave } from '../../ui/marks'
import { isStretch, keyOf, type Ladder, lanesOf, loadText, type Rung } from './ladder'

const row = 38
const laneStep = 9
const axis = 24
const lightest = 0.4

type Props = { ladders: readonly Ladder[]; open: string; taken: ReadonlySet<string>; onOpen: (key: string) => void }

/** Every rung of every hold on one axis: equal ratios are equal lengths. */
export function LadderDrawing({ ladders, open, taken, onOpen }: Props) {
  const rungs = ladders.flatMap((l) => l.rungs)
  const lo = Math.min(...rungs.map((r) => Math.max(lightest, r.low_kg)))
  const hi = Math.max(...rungs.map((r) => r.high_kg))
  const lanes = ladders.map((l) => lanesOf(l.rungs))
  const mass = useUnits().display('mass')
  const tops: number[] = []
  let height = axis
  for (const lane of lanes) {
    tops.push(height)
    height += row + laneStep * Math.max(0, ...lane.values())
  }
  return (
    <Scene
      label="The ladder per hold"
      log
      x={[lo * 0.85, hi * 1.15]}
      y={[0, 1]}
      height={height}
      most={1200}
      bare
      interactive
      pad={{ left: 118, right: 34, top: 0, bottom: 0 }}
    >
      <AxisLog from={lo * 0.85} to={hi * 1.15} factor={mass.factor} unit={mass.symbol} />
      {ladders.map((l, i) => (
        <Hold
          key={`${l.hold}|${l.movement}`}
          ladder={l}
          y={(tops[i] ?? axis) + row * 0.62}
          lanes={lanes[i] ?? new Map()}
          // What is chosen elsewhere does not draw this hold anew, unless it takes something of it.
          open={open.startsWith(`${l.hold}|`) || l.rungs.some((r) => r.things.some((t) => taken.has(t))) ? open : ''}
          taken={taken}
          onOpen={onOpen}
        />
      ))}
    </Scene>
  )
}

type HoldProps = {
  ladder: Ladder
  lanes: Map<Rung, number>
  y: number
  open: string
  taken: ReadonlySet<string>
  onOpen: (key: string) => void
}

/** The rungs of one hold: first the stretches, then the single loads, and over them the steps that are too large. */
const Hold = memo(function Hold({ ladder, lanes, y, open, taken, onOpen }: HoldProps) {
  const s = useSheet()
  const all = [...ladder.rungs.filter(isStretch), ...ladder.rungs.filter((r) => !isStretch(r))]
  const here = all.some((r) => keyOf(ladder.hold, r) === open)
  return (
    <g>
      <Label at={[0, y + 5]} size="body" as="ink" bold>
        {ladder.hold === 'band' ? 'band, mean' : ladder.hold}
      </Label>
      <line x1={s.left - 12} x2={s.width} y1={y} y2={y} stroke="var(--line)" />
      <Steps ladder={ladder} y={y} />
      {all.map((r, i) => {
        const key = keyOf(ladder.hold, r)
        const chosen = key === open
        const pale = open !== '' && !chosen && r.things.some((t) => taken.has(t))
        return (
          <RungMark
            key={key + r.things.join()}
            rung={r}
            hold={ladder.hold}
            at={y + laneStep * (lanes.get(r) ?? 0)}
            y={y}
            chosen={chosen}
            pale={pale}
            reached={chosen || (i === 0 && !here)}
            onOpen={onOpen}
          />
        )
      })}
    </g>
  )
})

function Steps({ ladder, y }: { ladder: Ladder; y: number }) {
  const s = useSheet()
  let last = -99
  return ladder.steps.map((step) => {
    const [a, b] = [s.x(step.from_kg) + 8, s.x(step.to_kg) - 8]
    const mid = (a + b) / 2
    const text = b - a > 20 && mid - last > 44
    if (text) last = mid
    return (
      <g key={step.from_kg}>
        {b > a && <line x1={a} x2={b} y1={y - 8} y2={y - 8} stroke="var(--due)" strokeDasharray="3 3" />}
        {text && (
          <Label at={[mid, y - 12]} as="due" anchor="middle">
            {percent(step.ratio)}
          </Label>
        )}
      </g>
    )
  })
}

type MarkProps = {
  rung: Rung
  hold: string
  at: number
  y: number
  chosen: boolean
  pale: boolean
  /** By Tab; the others by the arrow keys. */
  reached: boolean
  onOpen: (key: string) => void
}

const RungMark = memo(function RungMark({ rung: r, hold, at, y, chosen, pale, reached, onOpen }: MarkProps) {
  const s = useSheet()
  const units = useUnits()
  const from = s.x(Math.max(lightest, r.low_kg))
  const to = s.x(r.high_kg)
  const tone = chosen ? 'var(--action)' : 'var(--ink)'
  const words = `${loadText(units, r)}, ${r.label}`
  const press = (e: KeyboardEvent<SVGGElement>) => {
    const next = { ArrowRight: 'nextElementSibling', ArrowLeft: 'previousElementSibling' }[e.key] as keyof Element | undefined
    const beside = next && (e.currentTarget[next] as SVGGElement | null)
    if (beside?.getAttribute('role') === 'button') beside.focus()
    if (next || e.key === 'Enter' || e.key === ' ') e.preventDefault()
    if (e.key === 'Enter' || e.key === ' ') onOpen(keyOf(hold, r))
  }
  return (
    // biome-ignore lint/a11y/useSemanticElements: a mark in a drawing cannot be a button element
    <g
      role="button"
      tabIndex={reached ? 0 : -1}
      aria-pressed={chosen}
      aria-label={`${hold} ${words}`}
      opacity={pale ? 0.28 : 1}
      className="cursor-pointer"
      onClick={() => onOpen(keyOf(hold, r))}
      onKeyDown={press}
    >
      <title>{words}</title>
      {isStretch(r) ? (
        <>
          <rect x={from} y={at - 4} width={Math.max(2, to - from)} height="8" fill="transparent" />
          {r.origin === 'band' ? (
            <Wave x0={from} x1={to} y={at} stroke={tone} />
          ) : (
            <line x1={from} x2={to} y1={at} y2={at} stroke={tone} strokeWidth="5" strokeDasharray={r.check ? '2 3' : undefined} />
          )}
        </>
      ) : (
        <>
          <circle cx={from} cy={y} r="9" fill={chosen ? 'var(--action)' : 'transparent'} />
          {r.check ? (
            <circle cx={from} cy={y} r="5" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.8" strokeDasharray="2 2" />
          ) : (
            <Mark origin={r.origin as Origin} x={from} y={y} r={5} />
          )}
        </>
      )}
    </g>
  )
})
