import { type ReactNode, useState } from 'react'
import type { Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { Choice, Select, Ticks } from '../../ui/fields'
import { Quantity } from '../../ui/quantity'
import { type Band, force, kindNames, type Pull, type Rig } from './forces'

type Move = Shapes['BandMovement']

const byNames: Record<string, string> = {
  distance: 'distance from the anchor',
  stance: 'distance between the feet',
  grip: 'what is taken up at the grip',
  bands: 'which bands are used',
}

/** How the movement is set up: everything slides, and can be typed. */
export function RigPanel(p: { pull: Pull; move: Move; rig: Rig; onRig: (change: Partial<Rig>, done: boolean) => void }) {
  const { desk, units, writer } = useBench()
  const { pull, move, rig, onRig } = p
  const refused = writer.refusals[`rigs/${move.key}`] ?? {}
  const span = (by: string): [number, number] => {
    const s = pull.spans.find((x) => x.by === by)
    return [s?.low_m ?? 0, s?.high_m ?? 1]
  }
  const draft = (f: string) => `${desk.file.id}/${move.key}/${f}`
  const slide = (
    label: string,
    field: 'distance_m' | 'stance_m' | 'grip_m' | 'strap_m' | 'height_m',
    [low, high]: [number, number],
    hint?: string,
  ) => (
    <Slide
      label={label}
      value={rig[field]}
      low={low}
      high={high}
      hint={hint}
      draft={draft(field)}
      refusal={refused[field]}
      kind={field === 'distance_m' || field === 'height_m' ? 'length' : 'level'}
      onValue={(v, done) => onRig({ [field]: v }, done)}
    />
  )
  const fits = desk.file.bands.filter((b) => move.kinds.includes(b.kind) && b.condition === 'sound')
  const mini = move.kinds.includes('mini-loop')
  return (
    <div className="grid content-start gap-y-2">
      {fits.length > 1 && (
        <Ticks
          label="Bands together"
          value={rig.bands}
          options={fits.map((b) => ({ value: b.id, label: b.name }))}
          onValue={(ids) => ids.length > 0 && onRig({ bands: ids }, true)}
        />
      )}
      {move.side !== '' &&
        slide('From the anchor', 'distance_m', span('distance'), `the room has ${units.show('length', pull.most_room_m)}`)}
      {move.side !== '' && slide('Height of the anchor', 'height_m', [0, 2.4], `usual: ${move.level}`)}
      {move.place === 'under the feet' && slide('Between the feet', 'stance_m', span('stance'))}
      {!mini && slide('Taken up at the grip', 'grip_m', span('grip'), 'of each run')}
      {!mini && (
        <div className="flex flex-wrap items-end gap-x-4">
          <Choice
            label="Folded"
            value={String(rig.fold)}
            onValue={(v) => onRig({ fold: Number(v) as Rig['fold'], grip_m: 0 }, true)}
            options={[
              { value: '1', label: 'not' },
              { value: '2', label: 'once' },
              { value: '4', label: 'twice' },
            ]}
          />
          <Quantity
            label="Strap or ring"
            kind="level"
            narrow
            value={rig.strap_m}
            onValue={(v) => v !== rig.strap_m && onRig({ strap_m: v }, true)}
            units={units}
            draft={draft('strap')}
            max={5}
            empty="none"
          />
        </div>
      )}
      {move.side !== '' && <Tied {...p} draft={draft} />}
    </div>
  )
}

function Slide(p: {
  label: string
  value: number
  low: number
  high: number
  kind: string
  hint?: string
  draft: string
  refusal?: string
  onValue: (v: number, done: boolean) => void
}) {
  const { units } = useBench()
  const step = units.system === 'us' ? 0.0254 / 2 : 0.01
  const bounded = Math.max(p.low, Math.min(p.high, p.value))
  return (
    <div className="flex items-start gap-x-3">
      <Quantity
        label={p.label}
        kind={p.kind}
        value={p.value}
        onValue={(v) => Math.abs(v - p.value) > 1e-6 && p.onValue(v, true)}
        units={units}
        draft={p.draft}
        max={Math.max(p.high, p.value, 5)}
        hint={p.hint}
        refusal={p.refusal}
      />
      <input
        type="range"
        aria-label={`${p.label}, slide`}
        className="mt-7 min-w-0 grow accent-[var(--action)]"
        min={p.low}
        max={p.high}
        step={step}
        value={bounded}
        aria-valuetext={units.show(p.kind, p.value)}
        onChange={(e) => p.onValue(Number(e.target.value), false)}
        onPointerUp={(e) => p.onValue(Number(e.currentTarget.value), true)}
        onKeyUp={(e) => p.onValue(Number(e.currentTarget.value), true)}
      />
    </div>
  )
}

/** A heavy piece of furniture as the anchor: does it slide, does it tip? */
function Tied({
  pull,
  rig,
  onRig,
  draft,
}: {
  pull: Pull
  rig: Rig
  onRig: (c: Partial<Rig>, done: boolean) => void
  draft: (f: string) => string
}) {
  const { units } = useBench()
  const t = pull.tied
  return (
    <details className="text-[14px]" open={rig.tied_kg > 0 || undefined}>
      <summary className="font-cond text-[15px] font-medium text-soft">
        The anchor takes {force(units, pull.anchor_n)}
        {Math.abs(pull.anchor_up_deg) >= 3 && `, ${Math.round(Math.abs(pull.anchor_up_deg))}° ${pull.anchor_up_deg > 0 ? 'up' : 'down'}`}:
        tied to furniture?
      </summary>
      <div className="flex flex-wrap gap-x-4">
        <Quantity
          label="It weighs"
          kind="mass"
          narrow
          value={rig.tied_kg}
          onValue={(v) => v !== rig.tied_kg && onRig({ tied_kg: v }, true)}
          units={units}
          draft={draft('tied')}
          max={1000}
          empty="none"
        />
        <Quantity
          label="Its depth"
          kind="level"
          narrow
          value={rig.tied_depth_m}
          onValue={(v) => v !== rig.tied_depth_m && onRig({ tied_depth_m: v }, true)}
          units={units}
          draft={draft('depth')}
          max={5}
          empty="?"
        />
      </div>
      {t && (
        <p className={`m-0 ${t.holds ? 'text-covered' : 'text-action'}`} role="status">
          {t.holds ? 'Holds' : 'Does not hold'}: {t.slides ? 'slides' : 'tips'} at {force(units, Math.min(t.slide_n, t.tip_n))}; asked at
          most half of that, {units.show('force', t.allowed_n)}.{' '}
          {!t.holds && (t.slides ? 'A heavier piece, a mat under its feet, or a lower pull.' : 'Tie it lower, or take a deeper piece.')}
        </p>
      )}
    </details>
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
          label="Wanted pull"
          kind="force"
          value={0}
          empty={units.system === 'us' ? '20 lb' : '90 N, 9 kg'}
          onValue={(v) => v > 0 && p.onWish({ by: chosen, goal, force_n: v })}
          units={units}
          draft={`${desk.file.id}/${p.move.key}/wish`}
          max={5000}
          hint="Enter sets it up so"
        />
        <Choice
          label="as"
          value={goal}
          onValue={setGoal}
          options={[
            { value: 'mean', label: 'mean' },
            { value: 'finish', label: 'at the finish' },
          ]}
        />
        <div className="w-60">
          <Select
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
    <div role="alert" className="my-1 border-l-4 border-action bg-sheet px-3 py-1.5 text-[14px]">
      <p className="m-0 font-semibold text-action">Not so: {refusal.reason}.</p>
      {refusal.would.length > 0 && <p className="m-0">What would do: {refusal.would.join('; ')}.</p>}
    </div>
  )
}

/** A new band of a kind, with the size that is usual of it. */
export function newBand(kind: Band['kind'], n: number, id: string): Band {
  const rest = { 'long-loop': 1.04, 'mini-loop': 0.305, strip: 1.5, tube: 1.2 }[kind]
  return {
    id,
    name: `${kindNames[kind]} ${n}`,
    kind,
    rest_m: rest,
    width_m: 0,
    thickness_m: 0,
    points: [],
    first_used_at: 0,
    inspected_at: 0,
    condition: 'sound',
  }
}
