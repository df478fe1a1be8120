import { useState } from 'react'
import type { Shapes } from '../../api/client'
import { newId, useBench, useChange } from '../../lib/desk'
import { Choice, Count, Text } from '../../ui/fields'
import { Button, Head } from '../../ui/parts'
import { Quantity } from '../../ui/quantity'

type Handle = Shapes['Handle']
type Plate = Shapes['Plate']

const bores = [
  { value: '25', label: '25 mm' },
  { value: '30', label: '28–30 mm' },
  { value: '50', label: '50 mm' },
]

const starts: Record<Handle['kind'], Partial<Handle>> = {
  bar: { name: 'bar', mass_kg: 20, collar_kg: 0.25, sleeve_m: 0.4, bore_mm: 50 },
  handle: { name: 'dumbbell handles', mass_kg: 2, collar_kg: 0.2, sleeve_m: 0.11, bore_mm: 25, count: 2 },
  stick: { name: 'broomstick', mass_kg: 0.5 },
}

/** Bars, handles for one hand, sticks to hang things from, and the plates for them. */
export function HandlesAndPlates() {
  const { desk, units, writer } = useBench()
  const [open, setOpen] = useState('')
  const add = (kind: Handle['kind']) => {
    const id = newId()
    setOpen(id)
    const body = { id, kind, count: 1, collar_kg: 0, sleeve_m: 0, bore_mm: 25, ...starts[kind] } as Handle
    writer.write({ list: 'handles', item: id, body: () => body })
  }
  const addPlate = () => {
    const id = newId()
    setOpen(id)
    const last = desk.file.plates.at(-1)
    const body: Plate = { id, mass_kg: units.system === 'us' ? 2.26796185 : 2.5, count: 4, thickness_m: 0, bore_mm: last?.bore_mm ?? 25 }
    writer.write({ list: 'plates', item: id, body: () => body })
  }
  const line = 'grid w-full grid-cols-[1fr_auto] items-baseline gap-x-4 px-1 py-1.5 text-left hover:bg-sheet md:grid-cols-[11rem_1fr_auto]'
  const toggle = (id: string) => setOpen(open === id ? '' : id)
  return (
    <section className="mt-6">
      <Head aside="what they can be loaded to stands at Loads">Bars, handles and plates</Head>
      <ul className="m-0 list-none border-t border-line p-0">
        {desk.file.handles.map((h) => (
          <li key={h.id} className="border-b border-line">
            <button type="button" aria-expanded={open === h.id} onClick={() => toggle(h.id)} className={line}>
              <span className="font-cond text-[17px] font-semibold">
                <span aria-hidden="true" className="mr-2 inline-block w-3 text-soft">
                  {open === h.id ? '▾' : '▸'}
                </span>
                {h.name}
              </span>
              <span className="order-3 text-[14px] text-soft md:order-none">
                {h.kind === 'stick' ? 'stick to hang things from' : `${h.kind}${h.count === 2 ? ', a pair' : ''}, for ${h.bore_mm} mm`}
              </span>
              <b className="text-right font-cond text-[17px]">{units.show('mass-fine', h.mass_kg)}</b>
            </button>
            {open === h.id && <HandleEditor handle={h} />}
          </li>
        ))}
        {desk.file.plates.map((p) => (
          <li key={p.id} className="border-b border-line">
            <button type="button" aria-expanded={open === p.id} onClick={() => toggle(p.id)} className={line}>
              <span className="font-cond text-[17px] font-semibold">
                <span aria-hidden="true" className="mr-2 inline-block w-3 text-soft">
                  {open === p.id ? '▾' : '▸'}
                </span>
                {p.count} plates
              </span>
              <span className="order-3 text-[14px] text-soft md:order-none">
                {p.bore_mm} mm hole{p.thickness_m > 0 && ` · ${units.show('level', p.thickness_m)} thick`}
              </span>
              <b className="text-right font-cond text-[17px]">{units.show('mass-fine', p.mass_kg)}</b>
            </button>
            {open === p.id && <PlateEditor plate={p} />}
          </li>
        ))}
      </ul>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button onClick={() => add('handle')}>+ handles</Button>
        <Button onClick={() => add('bar')}>+ bar</Button>
        <Button onClick={() => add('stick')}>+ stick</Button>
        <Button onClick={addPlate}>+ plates</Button>
      </div>
    </section>
  )
}

function Refused({ scope }: { scope: string }) {
  const { writer } = useBench()
  const said = Object.values(writer.refusals[scope] ?? {})[0]
  return said ? (
    <p role="alert" className="m-0 text-[14px] text-action">
      {said}
    </p>
  ) : null
}

function HandleEditor({ handle: h }: { handle: Handle }) {
  const { desk, units, writer } = useBench()
  const set = useChange('handles', h)
  const draft = (f: string) => `${desk.file.id}/${h.id}/${f}`
  const quantity = (label: string, kind: string, field: 'mass_kg' | 'collar_kg' | 'sleeve_m', empty: string, max: number) => (
    <Quantity
      label={label}
      kind={kind}
      value={h[field]}
      onValue={(v) => v !== h[field] && set({ [field]: v })}
      units={units}
      draft={draft(field)}
      max={max}
      empty={empty}
    />
  )
  return (
    <div className="bg-sheet px-3 pb-2 pt-1">
      <div className="flex flex-wrap items-start gap-x-5 gap-y-1">
        <div className="w-44">
          <Text label="Name" value={h.name} onValue={(v) => set({ name: v })} draft={draft('name')} needed="a name" max={60} />
        </div>
        {quantity('Its mass', 'mass-fine', 'mass_kg', 'nothing', 100)}
        {h.kind !== 'stick' && (
          <>
            {quantity('One collar', 'mass-fine', 'collar_kg', 'none', 10)}
            {quantity('Room for plates, a side', 'level', 'sleeve_m', 'not measured', 1)}
            <Choice
              label="Hole"
              value={String(h.bore_mm)}
              options={bores}
              onValue={(v) => set({ bore_mm: Number(v) as Handle['bore_mm'] })}
            />
          </>
        )}
        {h.kind === 'handle' && (
          <Choice
            label="How many"
            value={String(h.count)}
            options={[
              { value: '1', label: 'one' },
              { value: '2', label: 'a pair' },
            ]}
            onValue={(v) => set({ count: Number(v) })}
          />
        )}
      </div>
      <Refused scope={`handles/${h.id}`} />
      <Button look="bare" onClick={() => writer.write({ list: 'handles', item: h.id, body: null })}>
        Remove
      </Button>
    </div>
  )
}

function PlateEditor({ plate: p }: { plate: Plate }) {
  const { desk, units, writer } = useBench()
  const set = useChange('plates', p)
  const draft = (f: string) => `${desk.file.id}/${p.id}/${f}`
  return (
    <div className="bg-sheet px-3 pb-2 pt-1">
      <div className="flex flex-wrap items-start gap-x-5 gap-y-1">
        <Quantity
          label="Mass of one"
          kind="mass-fine"
          value={p.mass_kg}
          onValue={(v) => v !== p.mass_kg && set({ mass_kg: v })}
          units={units}
          draft={draft('mass')}
          min={0.01}
          max={100}
        />
        <Count
          label="Single plates"
          value={p.count}
          min={0}
          max={200}
          onValue={(v) => v !== p.count && set({ count: v })}
          draft={draft('count')}
        />
        <Quantity
          label="Thickness"
          kind="level"
          value={p.thickness_m}
          onValue={(v) => v !== p.thickness_m && set({ thickness_m: v })}
          units={units}
          draft={draft('thickness')}
          max={0.5}
          empty="not measured"
        />
        <Choice label="Hole" value={String(p.bore_mm)} options={bores} onValue={(v) => set({ bore_mm: Number(v) as Plate['bore_mm'] })} />
      </div>
      <Refused scope={`plates/${p.id}`} />
      <Button look="bare" onClick={() => writer.write({ list: 'plates', item: p.id, body: null })}>
        Remove
      </Button>
    </div>
  )
}
