import type { Container } from '../../api/client'
import { useBench } from '../../lib/desk'
import { Choice, Select, Text, Ticks } from '../../ui/fields'
import { Button } from '../../ui/parts'
import { Quantity } from '../../ui/quantity'

/** Every field of one container, kept as it is typed. */
export function ContainerEditor({ container: c, onTwin, onGone }: { container: Container; onTwin: () => void; onGone: () => void }) {
  const { desk, library, units, writer } = useBench()
  const scope = `containers/${c.id}`
  const refused = writer.refusals[scope] ?? {}
  const set = (change: Partial<Container>) => {
    writer.write({ list: 'containers', item: c.id, body: (f) => ({ ...(f.containers.find((x) => x.id === c.id) ?? c), ...change }) })
  }
  const load = desk.results.loads.find((l) => l.id === c.id)
  const draft = (field: string) => `${desk.file.id}/${c.id}/${field}`
  const quantity = (
    label: string,
    kind: string,
    field: keyof Container,
    extra: { min?: number; max?: number; empty?: string; hint?: string; bareUnit?: string },
  ) => (
    <Quantity
      label={label}
      kind={kind}
      value={c[field] as number}
      onValue={(v) => v !== c[field] && set({ [field]: v })}
      units={units}
      draft={draft(field)}
      refusal={refused[field]}
      {...extra}
    />
  )
  const kind = library.kinds.find((k) => k.key === c.kind)
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
        {quantity('Capacity', 'volume', 'capacity_l', { min: 0.05, max: 2000, hint: '1 gal, 5 L' })}
        {quantity('Empty mass', 'mass-fine', 'tare_kg', { max: 100, hint: 'on a kitchen scale' })}
        {quantity('± of that', 'mass-fine', 'tare_half_kg', { max: 10, empty: 'exact' })}
        <Choice
          label="Shape"
          value={c.shape}
          onValue={(v) => set(v === 'frustum' && !c.bottom_m ? frustumOf(c) : { shape: v })}
          options={[
            { value: 'prism', label: 'straight' },
            { value: 'frustum', label: 'bucket' },
          ]}
        />
        {quantity('Inside height', 'level', 'height_m', { min: 0.02, max: 5 })}
        {c.shape === 'frustum' && quantity('Diameter at the base', 'level', 'bottom_m', { min: 0.02, max: 5, hint: 'inside' })}
        {c.shape === 'frustum' && quantity('Diameter at the top', 'level', 'top_m', { min: 0.02, max: 5, hint: 'inside' })}
      </div>
      <div className="mt-1 flex flex-wrap items-start gap-x-5 gap-y-1">
        <div className="w-44">
          <Select
            label="Filled with"
            value={c.filling}
            options={library.fillings.map((f) => ({ value: f.key, label: f.name }))}
            onValue={(v) => set({ filling: v })}
          />
        </div>
        {quantity('Volume in it', 'volume', 'volume_l', { max: 2000, empty: 'empty' })}
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
        <Ticks
          label="Use"
          value={c.adjustable ? ['a'] : []}
          onValue={(v) => set({ adjustable: v.length > 0 })}
          options={[{ value: 'a', label: 'refilled from set to set' }]}
        />
      </div>
      {refused[''] && (
        <p role="alert" className="my-1 text-[14px] text-action">
          {refused['']}
        </p>
      )}
      {load?.problem && (
        <p role="alert" className="my-1 text-[14px] text-action">
          {load.problem}
        </p>
      )}
      <div className="mt-1 flex gap-4">
        <Button look="bare" onClick={onTwin}>
          One more like it
        </Button>
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

/** A first guess of the diameters that give the capacity, to be measured. */
function frustumOf(c: Container): Partial<Container> {
  const mean = 2 * Math.sqrt(c.capacity_l / 1000 / c.height_m / Math.PI)
  const round = (v: number) => Math.round(v * 1000) / 1000
  return { shape: 'frustum', bottom_m: round(mean * 0.93), top_m: round(mean * 1.07) }
}
