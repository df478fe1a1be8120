import { useState } from 'react'
import type { Shapes } from '../../api/client'
import { newId, useBench, useChange } from '../../lib/desk'
import { Count, Text, Ticks } from '../../ui/fields'
import { Button, Head } from '../../ui/parts'
import { Quantity } from '../../ui/quantity'
import { nextName } from './newThings'

type Thing = Shapes['Thing']

/** What bags are packed with: books, tins, bottles, and how many can be spared. */
export function Things() {
  const { desk, writer } = useBench()
  const [open, setOpen] = useState('')
  const add = () => {
    const id = newId()
    setOpen(id)
    const body: Thing = {
      id,
      name: nextName('thing 1', desk.file.things, true),
      mass_kg: 1,
      half_kg: 0,
      volume_l: 1,
      count: 1,
      hard: false,
      sharp: false,
      spare: true,
    }
    writer.write({ list: 'things', item: id, body: () => body })
  }
  return (
    <section className="mt-6">
      <Head aside="a pack of any weight is put together from these at Loads">Things to pack with</Head>
      <ul className="m-0 list-none border-t border-line p-0">
        {desk.file.things.map((t) => (
          <li key={t.id} className="border-b border-line">
            <ThingLine thing={t} open={open === t.id} onOpen={() => setOpen(open === t.id ? '' : t.id)} />
          </li>
        ))}
      </ul>
      <div className="mt-2">
        <Button onClick={add}>+ thing</Button>
      </div>
    </section>
  )
}

function ThingLine({ thing: t, open, onOpen }: { thing: Thing; open: boolean; onOpen: () => void }) {
  const { desk, units } = useBench()
  const packed = desk.file.containers.flatMap((c) => c.packed.filter((p) => p.thing === t.id).map((p) => `${p.count} in ${c.name}`))
  const notes = [t.hard ? 'hard' : '', t.sharp ? 'too sharp' : '', t.spare ? '' : 'not to spare', ...packed].filter(Boolean)
  return (
    <>
      <button
        type="button"
        aria-expanded={open}
        onClick={onOpen}
        className="grid w-full grid-cols-[1fr_auto] items-baseline gap-x-4 px-1 py-1.5 text-left hover:bg-sheet md:grid-cols-[11rem_1fr_auto]"
      >
        <span className="font-cond text-[17px] font-semibold">
          <span aria-hidden="true" className="mr-2 inline-block w-3 text-soft">
            {open ? '▾' : '▸'}
          </span>
          {t.name}
        </span>
        <span className="order-3 text-[14px] text-soft md:order-none">
          {[`× ${t.count}`, units.show('volume', t.volume_l), ...notes].join(' · ')}
        </span>
        <b className="text-right font-cond text-[17px]">{units.show('mass-fine', t.mass_kg)}</b>
      </button>
      {open && <ThingEditor thing={t} />}
    </>
  )
}

function ThingEditor({ thing: t }: { thing: Thing }) {
  const { desk, units, writer } = useBench()
  const set = useChange('things', t)
  const refused = writer.refusals[`things/${t.id}`] ?? {}
  const draft = (f: string) => `${desk.file.id}/${t.id}/${f}`
  const general = Object.entries(refused).find(([f]) => f === '' || f.startsWith('packed'))?.[1]
  return (
    <div className="bg-sheet px-3 pb-2 pt-1">
      <div className="flex flex-wrap items-start gap-x-5 gap-y-1">
        <div className="w-44">
          <Text
            label="Name"
            value={t.name}
            onValue={(v) => set({ name: v })}
            draft={draft('name')}
            needed="a name"
            max={60}
            refusal={refused.name}
          />
        </div>
        <Quantity
          label="Mass of one"
          kind="mass-fine"
          value={t.mass_kg}
          onValue={(v) => v !== t.mass_kg && set({ mass_kg: v })}
          units={units}
          draft={draft('mass')}
          min={0.001}
          max={100}
          refusal={refused.mass_kg}
          hint="on a kitchen scale"
        />
        <Quantity
          label="± of one"
          kind="mass-fine"
          value={t.half_kg}
          onValue={(v) => v !== t.half_kg && set({ half_kg: v })}
          units={units}
          draft={draft('half')}
          max={10}
          empty="exact"
        />
        <Quantity
          label="Takes up"
          kind="volume"
          value={t.volume_l}
          onValue={(v) => v !== t.volume_l && set({ volume_l: v })}
          units={units}
          draft={draft('volume')}
          max={500}
          hint="one, as it lies"
        />
        <Count
          label="How many"
          value={t.count}
          min={0}
          max={200}
          onValue={(v) => v !== t.count && set({ count: v })}
          draft={draft('count')}
        />
        <Ticks
          label="It is"
          value={[...(t.hard ? ['h'] : []), ...(t.sharp ? ['s'] : []), ...(t.spare ? ['f'] : [])]}
          options={[
            { value: 'h', label: 'hard or edged' },
            { value: 's', label: 'too sharp' },
            { value: 'f', label: 'free to use' },
          ]}
          onValue={(v) => set({ hard: v.includes('h'), sharp: v.includes('s'), spare: v.includes('f') })}
        />
      </div>
      {general && (
        <p role="alert" className="m-0 text-[14px] text-action">
          {general}
        </p>
      )}
      <Button look="bare" onClick={() => writer.write({ list: 'things', item: t.id, body: null })}>
        Remove
      </Button>
    </div>
  )
}
