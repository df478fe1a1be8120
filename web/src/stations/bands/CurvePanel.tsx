import { useRef, useState } from 'react'
import { useBench } from '../../lib/desk'
import { drafts } from '../../lib/drafts'
import { localField, useFields } from '../../lib/file/useFields'
import { day, percent } from '../../lib/format'
import { AxisX, AxisY, Hatch, Label, Scene, through, useHatched, useSheet } from '../../ui/draw'
import { Explain } from '../../ui/explain'
import { Choice, Quantity } from '../../ui/field'
import { LivePanel } from '../../ui/live'
import { Button } from '../../ui/parts'
import { DataTable } from '../../ui/table'
import { beyondMeasured, Ribbon } from './axes'
import { type Band, type BandState, force, off } from './forces'

/** A band's own curve: its points, the fit through them, and reading further ones. */
export function CurvePanel({ band: b, state }: { band: Band; state: BandState }) {
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-2">
      <div className="min-w-0">
        {state.curve.length > 0 ? (
          <ForceCurve band={b} state={state} />
        ) : (
          <p className="m-0 border border-dashed border-mark p-4 text-soft">
            {b.name} has no curve yet. Pull it to three lengths, each with what the scale shows then, or give its width and thickness at
            Keeping for a first guess. What it pulls through each movement for this client shows above then.
          </p>
        )}
        <Said band={b} state={state} />
      </div>
      <div className="min-w-0">
        <Measure band={b} state={state} />
        <Points band={b} state={state} />
      </div>
    </div>
  )
}

const basisWords: Record<string, string> = {
  estimated: 'estimated from width and thickness alone, ± 35 % and more',
  'one point': 'one point: the usual shape of rubber scaled to it',
  scaled: 'the usual shape scaled to the points: pull it to lengths that lie further apart',
  'two points': 'two points: a third shows whether they agree',
  fitted: 'fitted through its points',
}

function Said({ band: b, state }: { band: Band; state: BandState }) {
  const { units } = useBench()
  if (state.problem && b.points.length === 0) return null
  if (state.problem)
    return (
      <p className="m-0 mt-2 text-fine text-soft" role="note">
        {state.problem}.
      </p>
    )
  const odd = b.points[state.odd]
  return (
    <div className="mt-2 text-fine text-soft">
      <p className="m-0">
        <b className="text-ink">{basisWords[state.basis] ?? state.basis}</b>
        {state.basis === 'fitted' && (
          <>
            ; the points lie about{' '}
            <Explain why={state.why}>
              <b>{off(units, state.rms_n).slice(1)}</b>
            </Explain>{' '}
            from it
          </>
        )}
        .
      </p>
      {odd && (
        <p className="m-0 text-wrong" role="alert">
          The point at {units.show('length', odd.length_m)} lies apart from the rest ({force(units, odd.force_n)}): read it again, or remove
          it.
        </p>
      )}
      {state.loss >= 0 && <p className="m-0">On the way back {percent(state.loss)} of the pull is gone: that is rubber, not the scale.</p>}
      {state.refit && (
        <p className="m-0 text-due">
          The last pull departs by {percent(Math.abs(state.departure))} from what was known: the curve is a new one.
        </p>
      )}
    </div>
  )
}

function ForceCurve({ band: b, state }: { band: Band; state: BandState }) {
  const { units } = useBench()
  const lengths = [...state.curve.map((p) => p.length_m), ...b.points.map((p) => p.length_m)]
  const known = state.curve.filter((p) => !beyondMeasured(p))
  const most = Math.max(...known.map((p) => p.force_n + p.u95_n), ...b.points.map((p) => p.force_n))
  const x = [b.rest_m * 0.95, Math.max(...lengths) * 1.02] as const
  return (
    <Scene
      label={`What ${b.name} pulls at each length`}
      x={x}
      y={[0, most * 1.05]}
      ratio={0.5}
      most={620}
      pad={{ left: 46, right: 14, top: 14, bottom: 28 }}
      table={{
        head: ['length', 'pull', 'give or take'],
        rows: known
          .filter((_, i) => i % 4 === 0)
          .map((p) => [units.show('length', p.length_m), units.show('force', p.force_n), units.pm('force', p.u95_n)]),
      }}
    >
      <Hatch />
      <Curve band={b} state={state} most={most} x={x} />
    </Scene>
  )
}

function Curve({ band: b, state, most, x }: { band: Band; state: BandState; most: number; x: readonly [number, number] }) {
  const { units } = useBench()
  const s = useSheet()
  const hatched = useHatched()
  const force = units.display('force')
  const length = units.display(units.system === 'us' ? 'level' : 'length')
  const known = state.curve.filter((p) => !beyondMeasured(p))
  const beyond = state.curve.filter(beyondMeasured)
  const from = s.x(known.at(-1)?.length_m ?? beyond[0]?.length_m ?? 0)
  const to = s.x(beyond.at(-1)?.length_m ?? 0)
  return (
    <>
      <AxisY from={0} to={most} count={5} factor={force.factor} unit={force.symbol} />
      <AxisX
        from={x[0]}
        to={x[1]}
        count={6}
        factor={length.style === 'decimal' ? length.factor : 0.0254}
        unit={units.system === 'us' ? 'in' : 'm'}
      />
      {beyond.length > 1 && (
        <>
          <rect x={from} y={s.top} width={Math.max(0, to - from)} height={s.bottom - s.top} fill={hatched} />
          <Label at={[to - 4, s.top + 14]} as="due" anchor="end" halo>
            nothing is known
          </Label>
        </>
      )}
      <Ribbon points={known.map((p) => [p.length_m, p.force_n, p.u95_n])} />
      <path d={through(known.map((p) => [s.x(p.length_m), s.y(p.force_n)]))} fill="none" stroke="var(--ink)" strokeWidth="3" />
      {b.points.map((p, i) => (
        <g key={`${p.length_m} ${p.force_n} ${p.at} ${p.releasing}`}>
          {i === state.odd && <circle cx={s.x(p.length_m)} cy={s.y(p.force_n)} r="11" fill="none" stroke="var(--wrong)" strokeWidth="2" />}
          <circle
            cx={s.x(p.length_m)}
            cy={s.y(p.force_n)}
            r="5"
            fill={p.releasing ? 'var(--sheet)' : 'var(--ink)'}
            stroke="var(--ink)"
            strokeWidth="2"
          />
        </g>
      ))}
    </>
  )
}

/** The lengths worth reading: a little, half, and as far as it will be used. */
const usualStretches = [1.3, 1.75, 2.3]

/** The next of them that nobody has read yet. */
export function nextLength(b: Band): number {
  const pulled = b.points.filter((p) => !p.releasing).map((p) => p.length_m / b.rest_m)
  const next = usualStretches.find((s) => !pulled.some((q) => Math.abs(q - s) < 0.15)) ?? usualStretches[1] ?? 2
  return Math.round(next * b.rest_m * 20) / 20
}

/** Waits until what was typed into another field is taken; false where it is not, in two seconds. */
async function taken(draft: string): Promise<boolean> {
  for (let n = 0; n < 40 && drafts.get(draft) !== null; n++) await new Promise((done) => window.setTimeout(done, 50))
  await new Promise((done) => window.setTimeout(done))
  return drafts.get(draft) === null
}

function Measure({ band: b, state }: { band: Band; state: BandState }) {
  const { desk, units, box } = useBench()
  const [length, setLength] = useState(0)
  const [way, setWay] = useState<'pulling' | 'releasing'>('pulling')
  const [warm, setWarm] = useState(false)
  const at = length || nextLength(b)
  const kind = units.system === 'us' ? 'level' : 'length'
  const [refusal, setRefusal] = useState<{ why: string; text?: string } | null>(null)
  const latest = useRef(at)
  latest.current = at
  const add = async (n: number, u: number, text?: string) => {
    if (!(await taken(draft('to')))) {
      setRefusal({ why: 'first what it was pulled to: that cannot be read yet', text })
      return
    }
    const point = { length_m: latest.current, force_n: n, u_n: u, releasing: way === 'releasing', at: Math.floor(Date.now() / 1000) }
    setRefusal(null)
    setLength(0)
    const scope = `bands/${b.id}` as const
    if (await box.setThing('bands', b.id, (now) => ({ points: [...now.points, point] }))) return
    // A point that does not fit is not kept: its text comes back to where it was typed.
    setRefusal({ why: Object.values(box.refusalOf(scope))[0] ?? 'not kept', text })
    setLength(point.length_m)
    box.giveUp(scope, ['points'])
  }
  const draft = (f: string) => `${desk.file.id}/${b.id}/${f}`
  const count = b.points.filter((p) => !p.releasing).length
  return (
    <div>
      <p className="m-0 mb-2 text-fine">
        <b>
          {count === 0
            ? 'Three lengths give a curve.'
            : count < 3
              ? `${3 - count} more length${count === 2 ? '' : 's'} for a fit.`
              : `Read at ${count} lengths.`}
        </b>{' '}
        <span className="text-soft">
          Hook one end to something that holds, the scale to the other; measure from end to end{b.kind.endsWith('loop') && ', laid flat'}.
        </span>
      </p>
      {!warm && count < 3 && (
        <p className="m-0 mb-2 flex flex-wrap items-center gap-x-3 border-l-4 border-whatif bg-sheet px-3 py-1.5 text-fine">
          Pull it twice as far as it will be used before reading: cold rubber pulls harder the first times.
          <Button onClick={() => setWarm(true)}>Pulled twice</Button>
        </p>
      )}
      <div className="flex flex-wrap items-start gap-x-5 gap-y-1">
        <Quantity
          of={localField({
            key: draft('to'),
            spec: {
              label: 'Pulled to',
              kind,
              min: b.rest_m * 1.01,
              max: Math.min(20, b.rest_m * 3.5),
              hint: `${(at / b.rest_m).toFixed(2)} times its length`,
            },
            value: at,
            set: setLength,
          })}
        />
        <Choice
          of={localField({ key: draft('way'), spec: { label: 'Read while' }, value: way, set: (v: typeof way) => setWay(v) })}
          options={[
            { value: 'pulling', label: 'pulling' },
            { value: 'releasing', label: 'letting back' },
          ]}
        />
        <Quantity
          bareUnit={units.system === 'us' ? 'lbf' : 'kgf'}
          of={localField({
            key: draft('shows'),
            spec: {
              label: 'Scale shows',
              kind: 'force',
              max: 5000,
              empty: units.system === 'us' ? '24 lb' : '8.4 kg, 82 N',
              hint: 'Enter keeps the point',
            },
            value: 0,
            set: (v, text) => {
              if (v > 0) add(v, 0, text)
            },
            why: refusal?.why,
            text: refusal?.text,
          })}
        />
      </div>
      <LivePanel
        show={(r) => force(units, r.steady ? r.mean_n : r.force_n)}
        onTake={(r) => add(r.mean_n, r.u_n)}
        mayAuto={count < usualStretches.length}
        of={`${b.id} ${at} ${way}`}
        until={`now to ${units.show(kind, at)}`}
        putLabel={`it pulls the band to ${units.show(kind, at)}`}
        put={{
          pull: {
            band: b.id,
            kind: b.kind,
            rest_m: b.rest_m,
            width_m: b.width_m,
            thickness_m: b.thickness_m,
            length_m: at,
            releasing: way === 'releasing',
          },
        }}
      />
      {state.problem && count > 0 && (
        <p role="alert" className="m-0 mt-1 text-fine text-wrong">
          {state.problem}.
        </p>
      )}
    </div>
  )
}

function Points({ band: b, state }: { band: Band; state: BandState }) {
  const { units } = useBench()
  const points = useFields('bands', b.id)('points')
  if (b.points.length === 0) return null
  const rows = b.points.map((p, i) => ({ ...p, i, off: state.residuals_n[i] ?? 0 })).sort((p, q) => p.length_m - q.length_m)
  return (
    <div className="mt-3">
      <DataTable
        label={`Points of ${b.name}`}
        rows={rows}
        id={(p) => `${p.i}`}
        columns={[
          {
            head: 'length',
            names: true,
            cell: (p) => <span className="whitespace-nowrap">{units.show(units.system === 'us' ? 'level' : 'length', p.length_m)}</span>,
          },
          { head: 'pull', figure: true, cell: (p) => force(units, p.force_n) },
          {
            head: 'off the curve',
            figure: true,
            quiet: true,
            cell: (p) => (state.problem ? '' : off(units, p.off)),
          },
          { head: 'note', unseen: true, quiet: true, cell: (p) => (p.i === state.odd ? 'odd' : p.releasing ? 'letting back' : '') },
          { head: 'read', quiet: true, cell: (p) => <span className="whitespace-nowrap">{p.at > 0 ? day(p.at) : ''}</span> },
          {
            head: 'remove',
            unseen: true,
            cell: (p) => (
              <Button
                look="bare"
                aria-label={`Remove the point at ${units.show('length', p.length_m)}`}
                onClick={() => points.set((now) => now.filter((_, i) => i !== p.i))}
              >
                remove
              </Button>
            ),
          },
        ]}
      />
    </div>
  )
}
