import { type ReactNode, useState } from 'react'
import { Link } from 'react-router'
import type { Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { specOf } from '../../lib/file/fields'
import { blank } from '../../lib/file/parts'
import { type Field, localField, useRefusals } from '../../lib/file/useFields'
import { Choice, Pick, Quantity, Slider, Ticks } from '../../ui/field'
import { type Band, force, kindNames, type Pull, type Rig } from './forces'

type Move = Shapes['BandMovement']

const byNames: Record<string, string> = {
  distance: 'distance from the anchor',
  stance: 'distance between the feet',
  grip: 'what is taken up at the grip',
  bands: 'which bands are used',
}

type OnRig = (change: Partial<Rig>, done: boolean) => void

/** A field of a set-up, which may only be what is usual as yet: writing one keeps all of it. */
function useRigFields(move: Move, rig: Rig, onRig: OnRig) {
  const { desk } = useBench()
  const refused = useRefusals(`rigs/${move.key}`)
  return <F extends keyof Rig>(field: F): Field<Rig[F]> =>
    localField({
      key: `${desk.file.id}/rigs/${move.key}/${field}`,
      spec: specOf('rigs', field),
      value: rig[field],
      set: (v: Rig[F]) => {
        if (v !== rig[field]) onRig({ [field]: v } as Partial<Rig>, true)
      },
      why: refused[field],
    })
}

/** How the movement is set up: everything slides, and can be typed. */
export function RigPanel(p: { pull: Pull; move: Move; rig: Rig; onRig: OnRig }) {
  const { desk, units } = useBench()
  const { pull, move, rig, onRig } = p
  const of = useRigFields(move, rig, onRig)
  const span = (by: string): [number, number] => {
    const s = pull.spans.find((x) => x.by === by)
    return [s?.low_m ?? 0, s?.high_m ?? 1]
  }
  const slide = (field: 'distance_m' | 'stance_m' | 'grip_m' | 'height_m', range: [number, number], hint?: string) => (
    <Slide of={of(field)} range={range} hint={hint} onMove={(v) => onRig({ [field]: v }, false)} />
  )
  const fits = desk.file.bands.filter((b) => move.kinds.includes(b.kind) && b.condition === 'sound')
  const mini = move.kinds.includes('mini-loop')
  const anchored = move.side !== ''
  const fold = of('fold')
  return (
    <div className="grid content-start gap-y-2">
      {fits.length > 1 && <Ticks of={of('bands')} atLeast={1} options={fits.map((b) => ({ value: b.id, label: b.name }))} />}
      {anchored && slide('distance_m', span('distance'), `the room has ${units.show('length', pull.most_room_m)}`)}
      {anchored && slide('height_m', [0, 2.4], `usual: ${move.level}`)}
      {move.place === 'under the feet' && slide('stance_m', span('stance'))}
      {!mini && slide('grip_m', span('grip'), 'of each run')}
      {!mini && (
        <div className="flex flex-wrap items-end gap-x-4">
          <Choice
            of={{
              ...fold,
              set: (v) => {
                onRig({ fold: v as Rig['fold'], grip_m: 0 }, true)
                return undefined
              },
            }}
          />
          <Quantity of={of('strap_m')} width="narrow" />
        </div>
      )}
      {anchored && <Boards pull={pull} />}
      {anchored && <Tied pull={pull} rig={rig} of={of} onRig={onRig} />}
    </div>
  )
}

type SlideProps = { of: Field<number>; range: [number, number]; hint?: string; onMove: (v: number) => void }

/** A length that is slid or typed. */
function Slide({ of: f, range: [low, high], hint, onMove }: SlideProps) {
  const { units } = useBench()
  const kind = f.spec.kind ?? 'length'
  return (
    <div className="flex items-start gap-x-3">
      <Quantity of={f} max={Math.max(high, f.value, 5)} hint={hint} />
      <div className="mt-6 flex min-w-0 grow">
        <Slider
          label={`${f.spec.label}, slide`}
          value={f.value}
          min={low}
          max={Math.max(high, low + 0.01)}
          step={units.system === 'us' ? 0.0254 / 2 : 0.01}
          text={(v) => units.show(kind, v)}
          onMove={onMove}
          onRest={(v) => f.set(v)}
        />
      </div>
    </div>
  )
}

/** Anchors that were built: which holds what this set-up pulls, and at what height its ring is. */
function Boards({ pull }: { pull: Pull }) {
  const { units, desk } = useBench()
  return (
    <>
      {pull.boards.map((b) => (
        <p key={b.id} className={`m-0 text-fine ${b.holds ? 'text-covered' : 'text-due'}`}>
          <Link className="underline" to={`/c/${desk.file.id}/builds?of=${b.id}`}>
            {b.name}
          </Link>
          {b.why
            ? `: ${b.why}.`
            : b.holds
              ? ` holds it: its ring is at ${units.show('level', b.height_m)}, for ${units.show('force', b.strength_n)}.`
              : b.off_m > 0.1
                ? `: its nearest ring is at ${units.show('level', b.height_m)}, ${units.show('level', b.off_m)} off.`
                : `: made for ${units.show('force', b.strength_n)}, and this pulls ${units.show('force', pull.anchor_n)}.`}
        </p>
      ))}
    </>
  )
}

/** A heavy piece of furniture as the anchor: does it slide, does it tip? */
function Tied({ pull, rig, of, onRig }: { pull: Pull; rig: Rig; of: (field: 'tied_kg' | 'tied_depth_m') => Field<number>; onRig: OnRig }) {
  const { units } = useBench()
  const t = pull.tied
  return (
    <details className="text-fine" open={rig.tied_kg > 0 || undefined}>
      <summary className="font-cond text-body font-medium text-soft">
        The anchor takes {force(units, pull.anchor_n)}
        {Math.abs(pull.anchor_up_deg) >= 3 && `, ${Math.round(Math.abs(pull.anchor_up_deg))}° ${pull.anchor_up_deg > 0 ? 'up' : 'down'}`}:
        tied to furniture?
      </summary>
      <div className="flex flex-wrap gap-x-4">
        <FromRoom onPick={(kg, depth) => onRig({ tied_kg: kg, tied_depth_m: depth }, true)} />
        <Quantity of={of('tied_kg')} width="narrow" />
        <Quantity of={of('tied_depth_m')} width="narrow" />
      </div>
      {t && (
        <p className={`m-0 ${t.holds ? 'text-covered' : 'text-wrong'}`} role="status">
          {t.holds ? 'Holds' : 'Does not hold'}: {t.slides ? 'slides' : 'tips'} at {force(units, Math.min(t.slide_n, t.tip_n))}; asked at
          most two thirds of that, {units.show('force', t.allowed_n)}.{' '}
          {!t.holds && (t.slides ? 'A heavier piece, a mat under its feet, or a lower pull.' : 'Tie it lower, or take a deeper piece.')}
        </p>
      )}
    </details>
  )
}

/** Furniture that stands in a room, of which the mass is known: what it is and how deep. */
function FromRoom({ onPick }: { onPick: (kg: number, depth: number) => void }) {
  const { desk } = useBench()
  const heavy = desk.file.fixtures.filter((x) => x.mass_kg > 0 && ['fixed', 'furniture', 'seat', 'storage'].includes(x.kind) && !x.away)
  if (heavy.length === 0) return null
  return (
    <div className="w-44">
      <Pick
        label="A piece of the room"
        value=""
        options={[{ value: '', label: 'choose one' }, ...heavy.map((x) => ({ value: x.id, label: x.name }))]}
        onValue={(id) => {
          const x = heavy.find((f) => f.id === id)
          if (x) onPick(x.mass_kg, Math.min(x.width_m, x.depth_m))
        }}
      />
    </div>
  )
}

export type Wished = { by: 'distance' | 'stance' | 'grip' | 'bands'; goal: 'finish' | 'mean'; force_n: number }

/** The inverse: type the pull that is wanted, get how to set it up. */
export function WishPanel(p: { move: Move; pull: Pull; refusal: Shapes['PullRefusal'] | null; onWish: (w: Wished) => Promise<boolean> }) {
  const { desk, units } = useBench()
  const [goal, setGoal] = useState<'finish' | 'mean'>('mean')
  const [by, setBy] = useState('')
  const chosen = (p.move.adjusted.includes(by) ? by : p.move.adjusted[0]) as Wished['by']
  return (
    <div className="mb-2 border-b border-line pb-2">
      <div className="flex flex-wrap items-start gap-x-4 gap-y-1">
        <Quantity
          of={localField({
            key: `${desk.file.id}/${p.move.key}/wish`,
            spec: {
              label: 'Wanted pull',
              kind: 'force',
              max: 5000,
              empty: units.system === 'us' ? '20 lb' : '90 N, 9 kg',
              hint: 'Enter sets it up so',
            },
            value: 0,
            set: (v) => (v > 0 ? p.onWish({ by: chosen, goal, force_n: v }) : undefined),
          })}
        />
        <Choice
          of={localField({ key: `${desk.file.id}/wish-goal`, spec: { label: 'as' }, value: goal, set: (v: Wished['goal']) => setGoal(v) })}
          options={[
            { value: 'mean', label: 'mean' },
            { value: 'finish', label: 'at the finish' },
          ]}
        />
        <div className="w-60">
          <Pick
            label="by changing"
            value={chosen}
            options={p.move.adjusted.map((a) => ({ value: a, label: byNames[a] ?? a }))}
            onValue={setBy}
          />
        </div>
      </div>
      <Refused refusal={p.refusal} />
    </div>
  )
}

function Refused({ refusal }: { refusal: Shapes['PullRefusal'] | null }): ReactNode {
  if (!refusal) return null
  return (
    <div role="alert" className="my-1 border-l-4 border-wrong bg-sheet px-3 py-1.5 text-fine">
      <p className="m-0 font-semibold text-wrong">Not so: {refusal.reason}.</p>
      {refusal.would.length > 0 && <p className="m-0">What would do: {refusal.would.join('; ')}.</p>}
    </div>
  )
}

/** A new band of a kind, with the size that is usual of it. */
export function newBand(kind: Band['kind'], n: number): Band {
  const rest_m = { 'long-loop': 1.04, 'mini-loop': 0.305, strip: 1.5, tube: 1.2 }[kind]
  return blank('bands', { name: `${kindNames[kind]} ${n}`, kind, rest_m })
}
