import type { Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { blank } from '../../lib/file/parts'
import { useFields } from '../../lib/file/useFields'
import { Count, Flags, Quantity, Text } from '../../ui/field'
import { Disclosure, Editor, List } from '../../ui/list'
import { Button, Head } from '../../ui/parts'
import { nextName } from './newThings'
import { useOpenThing } from './open'

type Thing = Shapes['Thing']

/** What bags are packed with: books, tins, bottles, and how many can be spared. */
export function Things() {
  const { desk, box } = useBench()
  const { open, show, toggle } = useOpenThing()
  const add = () => {
    const name = nextName('thing 1', box.view()?.things ?? [], true)
    const made = blank('things', { name, mass_kg: 1, volume_l: 1, count: 1, spare: true })
    box.make('things', made)
    show(made.id)
  }
  return (
    <section className="mt-6">
      <Head aside="a pack of any weight is put together from these at Loads">Things to pack with</Head>
      <List
        label="things"
        items={desk.file.things}
        at={open}
        text={(t) => t.name}
        row={(t) => <ThingLine thing={t} open={open === t.id} onOpen={() => toggle(t.id)} />}
      />
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
    <Disclosure
      open={open}
      onOpen={onOpen}
      name={t.name}
      about={[`× ${t.count}`, units.show('volume', t.volume_l), ...notes].join(' · ')}
      figure={units.show('mass-fine', t.mass_kg)}
    >
      <ThingEditor thing={t} />
    </Disclosure>
  )
}

function ThingEditor({ thing: t }: { thing: Thing }) {
  const of = useFields('things', t.id)
  return (
    <Editor of="things" id={t.id} name={t.name}>
      <div className="w-44">
        <Text of={of('name')} />
      </div>
      <Quantity of={of('mass_kg')} />
      <Quantity of={of('half_kg')} />
      <Quantity of={of('volume_l')} />
      <Count of={of('count')} />
      <Flags label="It is" of={[of('hard'), of('sharp'), of('spare')]} />
    </Editor>
  )
}
