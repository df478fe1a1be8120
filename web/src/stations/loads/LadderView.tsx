import { memo, useCallback, useDeferredValue, useState } from 'react'
import type { Shapes } from '../../api/client'
import { useBench, useLadder } from '../../lib/desk'
import { localField } from '../../lib/file/useFields'
import { percent } from '../../lib/format'
import { useKept } from '../../lib/hooks'
import { useUnits } from '../../lib/units'
import { Explain } from '../../ui/explain'
import { Pick, Quantity } from '../../ui/field'
import { MarkKey, type Origin } from '../../ui/marks'
import { Failed, More, Waiting } from '../../ui/parts'
import { DataTable } from '../../ui/table'
import { LadderDrawing } from './LadderDrawing'
import { changeOver, keyOf, type Ladder, loadText, type Rung } from './ladder'

/** Every rung of every hold on one axis, with the steps that are too large to train by and what closes them. */
export function LadderView() {
  const { desk } = useBench()
  const [counter, setCounter] = useKept<number>('counter-m', 0.9)
  const got = useLadder(desk, counter)
  // Hundreds of rungs are drawn when there is time for it: the bench above goes first.
  const answer = useDeferredValue(got.data)
  if (got.error && !got.data) return <Failed error={got.error} retry={() => got.refetch()} />
  if (!answer) return <Waiting what="Working out the ladder" />
  return (
    <div>
      <Rungs answer={answer} />
      <BodyLoads loads={answer.body} guessed={answer.mass_guessed} counter={counter} onCounter={setCounter} />
    </div>
  )
}

const Rungs = memo(function Rungs({ answer }: { answer: Shapes['Ladders'] }) {
  const units = useUnits()
  const [open, setOpen] = useState('')
  const [move, setMove] = useState('')
  const toggle = useCallback((key: string) => setOpen((old) => (old === key ? '' : key)), [])
  // A band pulls as its movement is set up: one movement at a time.
  const banded = answer.ladders.filter((l) => l.hold === 'band')
  const shownBand = banded.find((l) => l.movement === move) ?? banded[0]
  const ladders = answer.ladders.filter((l) => l.hold !== 'band' || l === shownBand)
  const rungs = ladders.flatMap((l) => l.rungs)
  if (rungs.length === 0) return <p className="text-soft">No load yet that can be held.</p>
  const origins = [...new Set(rungs.map((r) => r.origin))] as Origin[]
  const chosen = ladders.flatMap((l) => l.rungs.map((r) => ({ hold: l.hold, rung: r }))).find((r) => keyOf(r.hold, r.rung) === open)
  return (
    <>
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
      <LadderDrawing ladders={ladders} open={open} taken={new Set(chosen?.rung.things ?? [])} onOpen={toggle} />
      <div className="mt-1 flex flex-wrap gap-x-6">
        <MarkKey origins={origins} />
        <span className="text-fine text-soft">dashes: a step above 10 %, too large to progress by (ACSM 2009)</span>
        {rungs.some((r) => r.check) && <span className="text-fine text-soft">dotted: to be checked first, counts for nothing yet</span>}
      </div>
      {chosen && <RungDetail hold={chosen.hold} rung={chosen.rung} ladders={ladders} names={answer.names} />}
      <Gaps ladders={ladders} />
      <More summary="The ladder as a table">
        <DataTable
          label="The ladder"
          rows={ladders.flatMap((l) => l.rungs.map((r) => ({ hold: l.hold, ...r })))}
          id={(r) => keyOf(r.hold, r) + r.things.join()}
          columns={[
            { head: 'hold', names: true, cell: (r) => r.hold, by: (r) => r.hold },
            { head: 'load', figure: true, cell: (r) => loadText(units, r), by: (r) => r.high_kg },
            { head: 'made of', cell: (r) => (r.note ? `${r.label}; ${r.note}` : r.label) },
            { head: 'to hand in', figure: true, cell: (r) => changeOver(r.seconds), by: (r) => r.seconds },
            { head: 'check first', quiet: true, cell: (r) => r.check || '–' },
          ]}
        />
      </More>
    </>
  )
})

/** What a rung takes, and which others it rules out while it stands ready. */
function RungDetail({ hold, rung, ladders, names }: { hold: string; rung: Rung; ladders: readonly Ladder[]; names: Shapes['Named'][] }) {
  const units = useUnits()
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
      {rung.check && <b className="text-due"> Check {rung.check} first.</b>}
    </p>
  )
}

/** Steps that are too large, with the cheapest thing that closes each. */
function Gaps({ ladders }: { ladders: readonly Ladder[] }) {
  const units = useUnits()
  const rows = ladders.filter((l) => l.hold !== 'band').flatMap((l) => l.steps.map((s) => ({ hold: l.hold, ...s })))
  if (rows.length === 0) return null
  return (
    <More
      open={rows.length <= 6}
      summary={`${rows.length} step${rows.length > 1 ? 's' : ''} above 10 %, and what would close ${rows.length > 1 ? 'them' : 'it'}`}
    >
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
    </More>
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
    <More summary="The body’s own weight as a load">
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
    </More>
  )
}
