import { useState } from 'react'
import type { Container, Shapes } from '../../api/client'
import { fillingsOf, useBench, useChange } from '../../lib/desk'
import { Choice, Select, Text, Ticks } from '../../ui/fields'
import { Button } from '../../ui/parts'
import { Quantity } from '../../ui/quantity'

type NumberField = { [K in keyof Container]: Container[K] extends number ? K : never }[keyof Container]

/** What is refused beside its own field; all else is said below. */
const hasAField = /^(name|(net|tare|tare_half|rating)_kg|(capacity|volume|brim)_l|(height|bottom|top|width|hang)_m|marks\[\d+\])$/

/** Every field of one container, kept as it is typed. */
export function ContainerEditor({
  container: c,
  onTwins,
  onGone,
}: {
  container: Container
  onTwins: (count: number) => void
  onGone: () => void
}) {
  const bench = useBench()
  const { desk, library, units, writer } = bench
  const refused = writer.refusals[`containers/${c.id}`] ?? {}
  const set = useChange('containers', c)
  const [more, setMore] = useState(false)
  const [count, setCount] = useState(1)
  const load = desk.results.loads.find((l) => l.id === c.id)
  const kind = library.kinds.find((k) => k.key === c.kind)
  const sold = c.shape === 'as-sold'
  const hangs = ['bag', 'backpack', 'duffel', 'bucket', 'jug'].includes(c.kind)
  const draft = (field: string) => `${desk.file.id}/${c.id}/${field}`
  const quantity = (
    label: string,
    unit: string,
    field: NumberField,
    extra: { min?: number; max?: number; empty?: string; hint?: string; bareUnit?: string } = {},
  ) => (
    <Quantity
      label={label}
      kind={unit}
      value={c[field]}
      onValue={(v) => v !== c[field] && set({ [field]: v })}
      units={units}
      draft={draft(field)}
      refusal={refused[field]}
      {...extra}
    />
  )
  const general = Object.entries(refused).find(([f]) => !hasAField.test(f))?.[1]
  return (
    <div className="bg-sheet px-3 pb-3 pt-2">
      <div className="flex flex-wrap items-start gap-x-5 gap-y-1">
        <div className="w-44">
          <Text
            label="Name"
            value={c.name}
            onValue={(v) => set({ name: v })}
            draft={draft('name')}
            needed="a name, as written on it"
            max={60}
            refusal={refused.name}
          />
        </div>
        <Choice
          label="Known by"
          value={c.shape}
          onValue={(v) => set(shaped(c, v))}
          options={[
            { value: 'prism', label: 'straight sides' },
            { value: 'frustum', label: 'bucket sides' },
            { value: 'marks', label: 'marks' },
            { value: 'as-sold', label: 'as sold' },
          ]}
        />
        {sold && quantity('Net mass printed on it', 'mass', 'net_kg', { min: 0.1, max: 1000, hint: '10 lb, 5 kg' })}
        {!sold && quantity('Capacity', 'volume', 'capacity_l', { min: 0.05, max: 2000, hint: '1 gal, 5 L' })}
        {quantity('Empty mass', 'mass-fine', 'tare_kg', {
          max: 100,
          hint: load?.tare_how === 'weighed' ? `weighed: ${units.show('mass-fine', load.tare_kg)}` : 'weigh it at Loads',
        })}
        {load?.tare_how !== 'weighed' && quantity('± of that', 'mass-fine', 'tare_half_kg', { max: 10, empty: 'exact' })}
        {!sold && c.shape !== 'marks' && quantity('Inside height', 'level', 'height_m', { min: 0.02, max: 5 })}
        {c.shape === 'frustum' && quantity('Diameter at the base', 'level', 'bottom_m', { min: 0.02, max: 5, hint: 'inside' })}
        {c.shape === 'frustum' && quantity('Diameter at the top', 'level', 'top_m', { min: 0.02, max: 5, hint: 'inside' })}
      </div>
      {c.shape === 'marks' && <Marks container={c} refused={refused} />}
      <div className="mt-1 flex flex-wrap items-start gap-x-5 gap-y-1">
        {!sold && (
          <div className="w-48">
            <Select
              label="Filled with"
              value={c.filling}
              options={fillingsOf(bench).map((f) => ({ value: f.key, label: f.batch ? `▪ ${f.name}` : f.name }))}
              onValue={(v) => set({ filling: v })}
            />
          </div>
        )}
        {!sold && quantity('Volume in it', 'volume', 'volume_l', { max: 2000, empty: 'empty' })}
        {quantity('Handle good for', 'mass', 'rating_kg', {
          min: 0.5,
          max: 1000,
          empty: `${units.bare('mass', kind?.limit_kg ?? 0)} assumed`,
        })}
        <Choice
          label="Closed by"
          value={c.closure}
          onValue={(v) => set({ closure: v })}
          options={[
            { value: 'sealed', label: 'cap' },
            { value: 'zipped', label: 'zip' },
            { value: 'open', label: 'nothing' },
          ]}
        />
        {!sold && (
          <Ticks
            label="Use"
            value={[...(c.adjustable ? ['a'] : []), ...(c.freezes ? ['f'] : [])]}
            onValue={(v) => set({ adjustable: v.includes('a'), freezes: v.includes('f') })}
            options={[
              { value: 'a', label: 'refilled from set to set' },
              { value: 'f', label: 'may freeze' },
            ]}
          />
        )}
      </div>
      {more && (
        <div className="mt-1 flex flex-wrap items-start gap-x-5 gap-y-1">
          <Choice
            label="Condition"
            value={c.condition}
            onValue={(v) => set({ condition: v })}
            options={[
              { value: 'sound', label: 'sound' },
              { value: 'worn', label: 'worn: trust half' },
              { value: 'retired', label: 'retired' },
            ]}
          />
          {!sold && quantity('Holds to the brim', 'volume', 'brim_l', { max: 2500, empty: units.bare('volume', c.capacity_l * 1.04) })}
          {hangs && quantity('Grip to lowest point', 'level', 'hang_m', { max: 3, empty: 'not measured' })}
          {quantity('Outer width', 'level', 'width_m', { max: 3, empty: 'not measured' })}
          {c.rating_kg > 0 && (
            <Choice
              label="Who says what it is good for"
              value={c.rating_how}
              onValue={(v) => set({ rating_how: v })}
              options={[
                { value: 'maker', label: 'its maker' },
                { value: 'judged', label: 'own judgement' },
              ]}
            />
          )}
          <Limits container={c} holds={kind?.holds ?? []} />
        </div>
      )}
      {general && (
        <p role="alert" className="my-1 text-[14px] text-action">
          {general}
        </p>
      )}
      {load?.problem && (
        <p role="alert" className="my-1 text-[14px] text-action">
          {load.problem}
        </p>
      )}
      <div className="mt-1 flex flex-wrap items-end gap-x-4 gap-y-1">
        <Button look="bare" aria-expanded={more} onClick={() => setMore(!more)}>
          {more ? 'Less' : 'Brim, hang, condition, limits'}
        </Button>
        <span className="flex items-center gap-2">
          <Button look="bare" onClick={() => onTwins(count)}>
            {count === 1 ? 'One more like it' : `${count} more like it`}
          </Button>
          <Stepper value={count} onValue={setCount} />
        </span>
        <Button
          look="bare"
          onClick={() => {
            onGone()
            writer.write({ list: 'containers', item: c.id, body: null })
          }}
        >
          Remove
        </Button>
      </div>
    </div>
  )
}

function Stepper({ value, onValue }: { value: number; onValue: (n: number) => void }) {
  const look = 'w-6 border border-mark bg-paper text-center leading-5 disabled:opacity-30'
  return (
    <span className="inline-flex">
      <button type="button" aria-label="Fewer" className={look} disabled={value <= 1} onClick={() => onValue(value - 1)}>
        −
      </button>
      <button type="button" aria-label="More" className={look} disabled={value >= 24} onClick={() => onValue(value + 1)}>
        +
      </button>
    </span>
  )
}

/** What a change of shape needs so that the container stays whole. */
function shaped(c: Container, shape: Container['shape']): Partial<Container> {
  if (shape === 'frustum' && !c.bottom_m) return frustumOf(c)
  if (shape === 'as-sold' && !c.net_kg) return { shape, net_kg: 5, adjustable: false }
  if (shape === 'marks' && c.marks.length === 0)
    return {
      shape,
      marks: [
        { level_m: round(c.height_m / 2), volume_l: round(c.capacity_l / 2) },
        { level_m: c.height_m, volume_l: c.capacity_l },
      ],
    }
  return { shape }
}

const round = (v: number) => Math.round(v * 1000) / 1000

/** A first guess of the diameters that give the capacity, to be measured. */
function frustumOf(c: Container): Partial<Container> {
  const mean = 2 * Math.sqrt(c.capacity_l / 1000 / c.height_m / Math.PI)
  return { shape: 'frustum', bottom_m: round(mean * 0.93), top_m: round(mean * 1.07) }
}

/** Measured marks: pour in a known volume, read the level, again. */
function Marks({ container: c, refused }: { container: Container; refused: Record<string, string> }) {
  const { desk, units } = useBench()
  const set = useChange('containers', c)
  const change = (i: number, by: Partial<Shapes['Mark']>) => set({ marks: c.marks.map((m, j) => (j === i ? { ...m, ...by } : m)) })
  const last = c.marks.at(-1)
  return (
    <div className="mt-1">
      <p className="m-0 text-[14px] text-soft">
        Pour in a known volume, read the level from the inside bottom, again up to the brim: three or four marks do.
      </p>
      <div className="flex flex-wrap gap-x-6">
        {c.marks.map((m, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a mark is its place in the row
          <div key={i} className="flex items-start gap-2 border-l-2 border-mark pl-2">
            <Quantity
              label={`Mark ${i + 1}: at`}
              kind="level"
              value={m.level_m}
              onValue={(v) => v !== m.level_m && change(i, { level_m: v })}
              units={units}
              draft={`${desk.file.id}/${c.id}/mark-${i}-level`}
              max={5}
              refusal={refused[`marks[${i}]`]}
            />
            <Quantity
              label="holds"
              kind="volume"
              value={m.volume_l}
              onValue={(v) => v !== m.volume_l && change(i, { volume_l: v })}
              units={units}
              draft={`${desk.file.id}/${c.id}/mark-${i}-volume`}
              max={2500}
            />
            <Button look="bare" aria-label={`Remove mark ${i + 1}`} onClick={() => set({ marks: c.marks.filter((_, j) => j !== i) })}>
              ×
            </Button>
          </div>
        ))}
        <Button
          look="bare"
          onClick={() =>
            set({ marks: [...c.marks, { level_m: round((last?.level_m ?? 0) + 0.05), volume_l: round((last?.volume_l ?? 0) + 1) }] })
          }
        >
          + mark
        </Button>
      </div>
    </div>
  )
}

/** What it is good for in single holds, where that is known better than from its handle. */
function Limits({ container: c, holds }: { container: Container; holds: string[] }) {
  const { desk, units } = useBench()
  const set = useChange('containers', c)
  const all = [...holds, ...(holds.includes('one-hand') ? ['overhead-safe'] : [])] as Shapes['HoldLimit']['hold'][]
  const given = (hold: string) => c.limits.find((l) => l.hold === hold)?.kg ?? 0
  return (
    <>
      {all.map((hold) => (
        <Quantity
          key={hold}
          label={`${hold}, up to`}
          kind="mass"
          value={given(hold)}
          onValue={(v) => {
            if (v === given(hold)) return
            const rest = c.limits.filter((l) => l.hold !== hold)
            set({ limits: v > 0 ? [...rest, { hold, kg: v }] : rest })
          }}
          units={units}
          draft={`${desk.file.id}/${c.id}/limit-${hold}`}
          max={1000}
          empty="by the handle"
        />
      ))}
    </>
  )
}
