import { scaleLog } from 'd3-scale'
import { useState } from 'react'
import type { Shapes } from '../../api/client'
import { useBench, useLadder } from '../../lib/desk'
import { localField } from '../../lib/file/useFields'
import { percent, type Units } from '../../lib/format'
import { useKept, useWidth } from '../../lib/hooks'
import { Explain } from '../../ui/explain'
import { Pick, Quantity } from '../../ui/field'
import { Mark, MarkKey, type Origin, Wave } from '../../ui/marks'
import { Failed, Waiting } from '../../ui/parts'
import { DataTable } from '../../ui/table'

const row = 38

type Rung = Shapes['Rung']

const isStretch = (r: Rung) => r.high_kg > r.low_kg * 1.001

const laneStep = 9
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

const keyOf = (hold: string, r: Rung) => `${hold}|${r.for}|${r.label}|${r.low_kg}`

/** Every rung of every hold on one axis, with the steps that are too large to train by and what closes them. */
export function LadderView() {
  const [ref, width] = useWidth<HTMLDivElement>(900)
  return (
    <div ref={ref}>
      <LadderOf width={width} />
    </div>
  )
}

function LadderOf({ width }: { width: number }) {
  const { desk, units } = useBench()
  const [counter, setCounter] = useKept<number>('counter-m', 0.9)
  const got = useLadder(desk, counter)
  const [open, setOpen] = useState('')
  const [move, setMove] = useState('')
  if (got.error) return <Failed error={got.error} retry={() => got.refetch()} />
  if (!got.data) return <Waiting what="Working out the ladder" />
  // A band pulls as its movement is set up: one movement at a time.
  const banded = got.data.ladders.filter((l) => l.hold === 'band')
  const shownBand = banded.find((l) => l.movement === move) ?? banded[0]
  const ladders = got.data.ladders.filter((l) => l.hold !== 'band' || l === shownBand)
  const rungs = ladders.flatMap((l) => l.rungs)
  const body = <BodyLoads loads={got.data.body} guessed={got.data.mass_guessed} counter={counter} onCounter={setCounter} />
  if (rungs.length === 0)
    return (
      <div>
        <p className="text-soft">No load yet that can be held.</p>
        {body}
      </div>
    )
  const lo = Math.min(...rungs.map((r) => Math.max(0.4, r.low_kg)))
  const hi = Math.max(...rungs.map((r) => r.high_kg))
  const narrow = width < 600
  const left = narrow ? 8 : 118
  const x = scaleLog([lo * 0.85, hi * 1.15], [left + 12, width - 16]).clamp(true)
  const d = units.display('mass')
  const grid = [0.5, 1, 2, 3, 4, 5, 6, 8, 10, 12, 16, 20, 25, 30, 40, 50, 60, 80, 100, 150, 200].filter(
    (v) => v * d.factor >= lo * 0.85 && v * d.factor <= hi * 1.15,
  )
  const origins = [...new Set(rungs.map((r) => r.origin))] as Origin[]
  const chosen = ladders.flatMap((l) => l.rungs.map((r) => ({ hold: l.hold, rung: r }))).find((r) => keyOf(r.hold, r.rung) === open)
  const taken = new Set(chosen?.rung.things ?? [])
  let lastLabel = -99
  const lanes = ladders.map((l) => lanesOf(l.rungs))
  const tops: number[] = []
  let height = 24
  for (const lane of lanes) {
    tops.push(height)
    height += row + laneStep * Math.max(0, ...lane.values())
  }
  return (
    <div>
      {banded.length > 0 && (
        <div className="mb-1 w-72 max-w-full">
          <Pick
            label="Bands, by their mean pull, in"
            value={shownBand?.movement ?? ''}
            options={banded.map((l) => ({ value: l.movement, label: l.movement }))}
            onValue={setMove}
          />
        </div>
      )}
      {/* biome-ignore lint/a11y/useSemanticElements: a drawing whose marks are buttons */}
      <svg width={width} height={height} className="block" role="group" aria-label="The ladder per hold">
        {grid.map((v) => {
          const at = x(v * d.factor)
          const label = at - lastLabel > 22
          if (label) lastLabel = at
          return (
            <g key={v}>
              <line x1={at} x2={at} y1={20} y2={height} stroke="var(--faint)" />
              {label && (
                <text x={at} y={14} fontSize="var(--text-fine)" textAnchor="middle" fill="var(--soft)" className="font-cond">
                  {v}
                </text>
              )}
            </g>
          )
        })}
        <text x={width - 2} y={14} fontSize="var(--text-fine)" textAnchor="end" fill="var(--soft)" className="font-cond">
          {d.symbol}
        </text>
        {ladders.map((l, i) => (
          <Row
            key={`${l.hold}|${l.movement}`}
            ladder={l}
            y={(tops[i] ?? 24) + row * 0.62}
            lanes={lanes[i] ?? new Map()}
            x={x}
            left={left}
            width={width}
            narrow={narrow}
            open={open}
            taken={taken}
            onOpen={(k) => setOpen(k === open ? '' : k)}
          />
        ))}
      </svg>
      <div className="mt-1 flex flex-wrap gap-x-6">
        <MarkKey origins={origins} />
        <span className="text-fine text-soft">dashes: a step above 10 %, too large to progress by (ACSM 2009)</span>
        {rungs.some((r) => r.check) && <span className="text-fine text-soft">dotted: to be checked first, counts for nothing yet</span>}
      </div>
      {chosen && <RungDetail hold={chosen.hold} rung={chosen.rung} ladders={ladders} names={got.data.names} />}
      <Gaps ladders={ladders} />
      <details className="mt-2 text-fine">
        <summary className="text-action underline underline-offset-3">The ladder as a table</summary>
        <DataTable
          label="The ladder"
          rows={ladders.flatMap((l) => l.rungs.map((r) => ({ hold: l.hold, ...r })))}
          id={(r) => keyOf(r.hold, r) + r.things.join()}
          columns={[
            { head: 'hold', names: true, cell: (r) => r.hold },
            { head: 'load', figure: true, cell: (r) => loadText(units, r) },
            { head: 'made of', cell: (r) => (r.note ? `${r.label}; ${r.note}` : r.label) },
            { head: 'to hand in', figure: true, cell: (r) => changeOver(r.seconds) },
            { head: 'check first', quiet: true, cell: (r) => r.check || '–' },
          ]}
        />
      </details>
      {body}
    </div>
  )
}

function loadText(units: Units, r: Rung): string {
  return `${isStretch(r) ? `${units.bare('mass', r.low_kg)}–` : ''}${units.both('mass', r.high_kg, r.u95_kg)}`
}

const changeOver = (s: number) => (s < 60 ? `${s} s` : `${Math.round(s / 30) / 2} min`)

/** What a rung takes, and which others it rules out while it stands ready. */
function RungDetail({ hold, rung, ladders, names }: { hold: string; rung: Rung; ladders: Shapes['Ladder'][]; names: Shapes['Named'][] }) {
  const { units } = useBench()
  const out = ladders.flatMap((l) => l.rungs.filter((r) => r !== rung && r.things.some((t) => rung.things.includes(t))))
  const uses = rung.things.map((t) => names.find((n) => n.id === t)?.name).filter(Boolean)
  return (
    <p className="m-0 mt-2 border-l-4 border-ink bg-paper px-3 py-2" aria-live="polite">
      <b className="font-cond text-head">{loadText(units, rung)}</b> {hold}: {rung.label}. In hand in {changeOver(rung.seconds)}.{' '}
      {rung.note && `${rung.note[0]?.toUpperCase()}${rung.note.slice(1)}. `}
      {uses.length > 0 && `It takes ${uses.join(', ')}`}
      {out.length > 0
        ? `, so ${out.length} other rung${out.length > 1 ? 's' : ''} cannot stand ready at the same time (drawn pale).`
        : ', and stands in the way of nothing else.'}
      {rung.check && <b className="text-action"> Check {rung.check} first.</b>}
    </p>
  )
}

/** Steps that are too large, with the cheapest thing that closes each. */
function Gaps({ ladders }: { ladders: Shapes['Ladder'][] }) {
  const { units } = useBench()
  const rows = ladders.filter((l) => l.hold !== 'band').flatMap((l) => l.steps.map((s) => ({ hold: l.hold, ...s })))
  if (rows.length === 0) return null
  return (
    <details className="mt-2 text-fine" open={rows.length <= 6}>
      <summary className="text-action underline underline-offset-3">
        {rows.length} step{rows.length > 1 ? 's' : ''} above 10 %, and what would close {rows.length > 1 ? 'them' : 'it'}
      </summary>
      <DataTable
        label="Steps above 10 % and what closes them"
        rows={rows}
        id={(r) => `${r.hold}${r.from_kg}`}
        columns={[
          { head: 'hold', names: true, cell: (r) => r.hold },
          { head: 'from', figure: true, cell: (r) => units.show('mass', r.from_kg) },
          { head: 'to', figure: true, cell: (r) => units.show('mass', r.to_kg) },
          { head: 'step', figure: true, cell: (r) => percent(r.ratio) },
          {
            head: 'the cheapest to close it',
            cell: (r) =>
              r.closing ? (
                <>
                  {r.closing.name}
                  {r.closing.high_kg > r.closing.low_kg * 1.001 ? '' : ` (${units.show('mass', r.closing.low_kg)})`}
                  {r.closing.left > 0.1005 && <span className="text-soft">, which leaves {percent(r.closing.left)}</span>}
                </>
              ) : (
                <span className="text-soft">nothing at hand or in the catalogue lies in it</span>
              ),
          },
          {
            head: 'for',
            figure: true,
            cell: (r) => (r.closing ? (r.closing.cost_minor > 0 ? units.money(r.closing.cost_minor) : `${r.closing.minutes} min`) : '–'),
          },
        ]}
      />
    </details>
  )
}

/** The body's own weight as a load. */
function BodyLoads({
  loads,
  guessed,
  counter,
  onCounter,
}: {
  loads: Shapes['BodyLoad'][]
  guessed: boolean
  counter: number
  onCounter: (v: number) => void
}) {
  const { desk, units } = useBench()
  if (loads.length === 0) return null
  return (
    <details className="mt-2 text-fine">
      <summary className="text-action underline underline-offset-3">The body&rsquo;s own weight as a load</summary>
      <div className="mt-2 flex flex-wrap items-start gap-x-6">
        <Quantity
          of={localField({
            key: `${desk.file.id}/counter`,
            spec: { label: 'Counter or sill at', kind: 'level', max: 1.2, empty: 'none' },
            value: counter,
            set: onCounter,
          })}
        />
        {guessed && <p className="m-0 mt-5 text-due">The body mass is a guess from the stature: enter it at Client.</p>}
      </div>
      <DataTable
        label="Body-weight loads"
        rows={loads}
        id={(l) => l.name}
        columns={[
          { head: 'movement', names: true, cell: (l) => l.name },
          {
            head: 'load',
            figure: true,
            cell: (l) => <Explain why={l.why}>{units.show('mass', l.typical_kg)}</Explain>,
          },
          { head: 'from', figure: true, cell: (l) => units.bare('mass', l.low_kg) },
          { head: 'to', figure: true, cell: (l) => units.show('mass', l.high_kg) },
          { head: 'what that means', quiet: true, cell: (l) => l.meaning + (l.outside ? '; beyond the measured tables' : '') },
        ]}
      />
    </details>
  )
}

function Row(p: {
  ladder: Shapes['Ladder']
  lanes: Map<Rung, number>
  y: number
  x: (v: number) => number
  left: number
  width: number
  narrow: boolean
  open: string
  taken: Set<string>
  onOpen: (key: string) => void
}) {
  const { units } = useBench()
  const { ladder, y, x } = p
  let lastText = -99
  const pale = (r: Rung) => p.open !== '' && keyOf(ladder.hold, r) !== p.open && r.things.some((t) => p.taken.has(t))
  const stretches = ladder.rungs.filter(isStretch)
  const single = ladder.rungs.filter((r) => !isStretch(r))
  const all = [...stretches, ...single]
  const here = all.some((r) => keyOf(ladder.hold, r) === p.open)
  return (
    <g>
      <text x={0} y={p.narrow ? y - 13 : y + 5} fontSize="var(--text-body)" fontWeight="600" fill="var(--ink)" className="font-cond">
        {ladder.hold === 'band' ? 'band, mean' : ladder.hold}
      </text>
      <line x1={p.left} x2={p.width} y1={y} y2={y} stroke="var(--line)" />
      {ladder.steps.map((s) => {
        const [a, b] = [x(s.from_kg) + 8, x(s.to_kg) - 8]
        const mid = (a + b) / 2
        const text = b - a > 20 && mid - lastText > 44
        if (text) lastText = mid
        return (
          <g key={s.from_kg}>
            {b > a && <line x1={a} x2={b} y1={y - 8} y2={y - 8} stroke="var(--action)" strokeDasharray="3 3" />}
            {text && (
              <text x={mid} y={y - 12} fontSize="var(--text-fine)" textAnchor="middle" fill="var(--action)" className="font-cond">
                {percent(s.ratio)}
              </text>
            )}
          </g>
        )
      })}
      {all.map((r, i) => {
        const key = keyOf(ladder.hold, r)
        const long = isStretch(r)
        const at = y + laneStep * (p.lanes.get(r) ?? 0)
        const from = x(Math.max(0.4, r.low_kg))
        return (
          // biome-ignore lint/a11y/useSemanticElements: a mark in a drawing cannot be a button element
          <g
            key={key + r.things.join()}
            role="button"
            tabIndex={key === p.open || (i === 0 && !here) ? 0 : -1}
            aria-pressed={key === p.open}
            aria-label={`${ladder.hold} ${loadText(units, r)}, ${r.label}`}
            opacity={pale(r) ? 0.28 : 1}
            className="cursor-pointer"
            onClick={() => p.onOpen(key)}
            onKeyDown={(e) => {
              const next = { ArrowRight: 'nextElementSibling', ArrowLeft: 'previousElementSibling' }[e.key] as keyof Element | undefined
              const to = next && (e.currentTarget[next] as SVGGElement | null)
              if (to?.getAttribute('role') === 'button') to.focus()
              if (next || e.key === 'Enter' || e.key === ' ') e.preventDefault()
              if (e.key === 'Enter' || e.key === ' ') p.onOpen(key)
            }}
          >
            <title>{`${loadText(units, r)}, ${r.label}`}</title>
            {long ? (
              <>
                <rect x={from} y={at - 4} width={Math.max(2, x(r.high_kg) - from)} height="8" fill="transparent" />
                {r.origin === 'band' ? (
                  <Wave x0={from} x1={x(r.high_kg)} y={at} stroke={key === p.open ? 'var(--action)' : 'var(--ink)'} />
                ) : (
                  <line
                    x1={from}
                    x2={x(r.high_kg)}
                    y1={at}
                    y2={at}
                    stroke={key === p.open ? 'var(--action)' : 'var(--ink)'}
                    strokeWidth="5"
                    strokeDasharray={r.check ? '2 3' : undefined}
                  />
                )}
              </>
            ) : (
              <>
                <circle cx={from} cy={y} r="9" fill={key === p.open ? 'var(--action)' : 'transparent'} />
                {r.check ? (
                  <circle cx={from} cy={y} r="5" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.8" strokeDasharray="2 2" />
                ) : (
                  <Mark origin={r.origin as Origin} x={from} y={y} r={5} />
                )}
              </>
            )}
          </g>
        )
      })}
    </g>
  )
}
