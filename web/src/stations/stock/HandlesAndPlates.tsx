import type { Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { blank } from '../../lib/file/parts'
import { useFields } from '../../lib/file/useFields'
import { Choice, Count, Quantity, Text } from '../../ui/field'
import { Disclosure, Editor, List } from '../../ui/list'
import { Button, Head } from '../../ui/parts'
import { useOpenThing } from './open'

type Handle = Shapes['Handle']
type Plate = Shapes['Plate']

const starts: Record<Handle['kind'], Partial<Handle>> = {
  bar: { name: 'bar', mass_kg: 20, collar_kg: 0.25, sleeve_m: 0.4, bore_mm: 50 },
  handle: { name: 'dumbbell handles', mass_kg: 2, collar_kg: 0.2, sleeve_m: 0.11, bore_mm: 25, count: 2 },
  stick: { name: 'broomstick', mass_kg: 0.5 },
}

/** Bars, handles for one hand, sticks to hang things from, and the plates for them. */
export function HandlesAndPlates() {
  const { desk, units, box } = useBench()
  const { open, show, toggle } = useOpenThing()
  const add = (kind: Handle['kind']) => {
    const made = blank('handles', { kind, count: 1, bore_mm: 25, ...starts[kind] })
    box.make('handles', made)
    show(made.id)
  }
  const addPlate = () => {
    const bore_mm = desk.file.plates.at(-1)?.bore_mm ?? 25
    const made = blank('plates', { mass_kg: units.system === 'us' ? 2.26796185 : 2.5, count: 4, bore_mm })
    box.make('plates', made)
    show(made.id)
  }
  return (
    <section className="mt-6">
      <Head aside="what they can be loaded to stands at Loads">Bars, handles and plates</Head>
      <List
        label="bars and handles"
        items={desk.file.handles}
        at={open}
        text={(h) => h.name}
        row={(h) => (
          <Disclosure
            open={open === h.id}
            onOpen={() => toggle(h.id)}
            name={h.name}
            about={h.kind === 'stick' ? 'stick to hang things from' : `${h.kind}${h.count === 2 ? ', a pair' : ''}, for ${h.bore_mm} mm`}
            figure={units.show('mass-fine', h.mass_kg)}
          >
            <HandleEditor handle={h} />
          </Disclosure>
        )}
      />
      <List
        label="plates"
        items={desk.file.plates}
        at={open}
        text={(p) => units.show('mass-fine', p.mass_kg)}
        row={(p) => (
          <Disclosure
            open={open === p.id}
            onOpen={() => toggle(p.id)}
            name={`${p.count} plates`}
            about={`${p.bore_mm} mm hole${p.thickness_m > 0 ? ` · ${units.show('level', p.thickness_m)} thick` : ''}`}
            figure={units.show('mass-fine', p.mass_kg)}
          >
            <PlateEditor plate={p} />
          </Disclosure>
        )}
      />
      <div className="mt-2 flex flex-wrap gap-2">
        <Button onClick={() => add('handle')}>+ handles</Button>
        <Button onClick={() => add('bar')}>+ bar</Button>
        <Button onClick={() => add('stick')}>+ stick</Button>
        <Button onClick={addPlate}>+ plates</Button>
      </div>
    </section>
  )
}

function HandleEditor({ handle: h }: { handle: Handle }) {
  const of = useFields('handles', h.id)
  const plated = h.kind !== 'stick'
  return (
    <Editor of="handles" id={h.id} name={h.name}>
      <div className="w-44">
        <Text of={of('name')} />
      </div>
      <Quantity of={of('mass_kg')} />
      {plated && <Quantity of={of('collar_kg')} />}
      {plated && <Quantity of={of('sleeve_m')} />}
      {plated && <Choice of={of('bore_mm')} />}
      {h.kind === 'handle' && <Choice of={of('count')} />}
    </Editor>
  )
}

function PlateEditor({ plate: p }: { plate: Plate }) {
  const of = useFields('plates', p.id)
  return (
    <Editor of="plates" id={p.id} name={'The plates'}>
      <Quantity of={of('mass_kg')} />
      <Count of={of('count')} />
      <Quantity of={of('thickness_m')} />
      <Choice of={of('bore_mm')} />
    </Editor>
  )
}
