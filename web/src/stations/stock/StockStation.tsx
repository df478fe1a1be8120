import { useState } from 'react'
import { Link } from 'react-router'
import type { Container } from '../../api/client'
import { fillingsOf, useBench } from '../../lib/desk'
import { newId } from '../../lib/file/parts'
import { localField, useFields } from '../../lib/file/useFields'
import { useKey } from '../../lib/hooks'
import { Cautions } from '../../ui/cautions'
import { AddOne, Count, Ticks } from '../../ui/field'
import { Disclosure, List, useRemoval } from '../../ui/list'
import { Button, Head } from '../../ui/parts'
import { Batches } from './Batches'
import { ContainerEditor } from './ContainerEditor'
import { HandlesAndPlates } from './HandlesAndPlates'
import { newContainers, twins } from './newThings'
import { useOpenThing } from './open'
import { Starters } from './Starters'
import { TableIn } from './TableIn'
import { Things } from './Things'

/** What is already there: containers, things to pack, fillings, bars and plates, gear. */
export function StockStation() {
  return (
    <div className="grid gap-x-8 gap-y-6 p-4 md:p-6 xl:grid-cols-[1fr_20.5rem]">
      <div className="min-w-0">
        <Containers />
        <Things />
        <HandlesAndPlates />
      </div>
      <div className="space-y-6">
        <AtHand />
        <Batches />
        <OwnBands />
        <OwnedGear />
        <Cautions station="stock" />
      </div>
    </div>
  )
}

function Containers() {
  const { desk, library, box } = useBench()
  const { open, show, toggle } = useOpenThing()
  const [count, setCount] = useState(1)
  const [way, setWay] = useState<'' | 'starters' | 'table'>(desk.file.containers.length === 0 ? 'starters' : '')
  const all = () => box.view()?.containers ?? desk.file.containers
  const add = (containers: Container[]) => {
    box.add({ containers, things: [], batches: [] })
    show(containers[0]?.id ?? '')
  }
  const addKind = (key: string) => {
    const kind = library.kinds.find((k) => k.key === key)
    if (kind) add(newContainers(kind, all(), count))
    setCount(1)
  }
  useKey('n', () => addKind('jug'))
  const many = localField({ key: `${desk.file.id}/stock-count`, spec: { label: 'How many', min: 1, max: 48 }, value: count, set: setCount })
  return (
    <section>
      <Head aside="open one to change it; the numbers follow as you type">Containers</Head>
      <div className="mb-1 flex items-start gap-4">
        <Count of={many} />
        <div className="mt-4 flex flex-wrap gap-2">
          {library.kinds.map((k) => (
            <Button key={k.key} onClick={() => addKind(k.key)} hint={k.key === 'jug' ? 'n' : undefined}>
              + {k.name}
            </Button>
          ))}
        </div>
      </div>
      <div className="mb-3 flex flex-wrap gap-x-5">
        <Button look="bare" aria-expanded={way === 'starters'} onClick={() => setWay(way === 'starters' ? '' : 'starters')}>
          Tick off what the house has
        </Button>
        <Button look="bare" aria-expanded={way === 'table'} onClick={() => setWay(way === 'table' ? '' : 'table')}>
          Paste a table, or open a CSV file
        </Button>
        <a
          className="py-0.5 text-fine font-semibold text-action underline decoration-1 underline-offset-3 touch:py-3"
          href={`/api/v1/clients/${desk.file.id}/stock.csv`}
          download
        >
          Save the stock as CSV
        </a>
      </div>
      {way === 'starters' && <Starters onDone={() => setWay('')} />}
      {way === 'table' && <TableIn onDone={() => setWay('')} />}
      <List
        label="containers"
        items={desk.file.containers}
        at={open}
        text={(c) => `${c.name} ${c.kind}`}
        empty={
          way === '' && (
            <p className="max-w-prose text-soft">
              Nothing is here yet. A first jug: press <b>+ jug</b>, type its capacity (1 gal, 5 L), its empty mass and its height, and see
              what it weighs at Loads.
            </p>
          )
        }
        row={(c) => <Line container={c} open={open === c.id} onOpen={() => toggle(c.id)} onTwins={(n) => add(twins(c, all(), n))} />}
      />
    </section>
  )
}

type LineProps = { container: Container; open: boolean; onOpen: () => void; onTwins: (n: number) => void }

function Line({ container: c, open, onOpen, onTwins }: LineProps) {
  const { desk, units } = useBench()
  const load = desk.results.loads.find((l) => l.id === c.id)
  return (
    <Disclosure
      open={open}
      onOpen={onOpen}
      name={c.name}
      about={<About container={c} />}
      figure={
        load && (
          <>
            {units.show('mass', load.mass_kg)}{' '}
            <span className="font-sans text-fine font-normal text-soft">± {units.pm('mass', load.u95_kg)}</span>
          </>
        )
      }
    >
      <ContainerEditor container={c} onTwins={onTwins} />
    </Disclosure>
  )
}

/** What it is, how large, what is in it and what has to be minded. */
function About({ container: c }: { container: Container }) {
  const bench = useBench()
  const { desk, units } = bench
  const filling = fillingsOf(bench).find((f) => f.key === c.filling)?.name ?? c.filling
  const within = desk.file.containers.find((o) => o.packed.some((p) => p.thing === c.id))
  const packed = c.packed.reduce((n, p) => n + p.count, 0)
  const filled = c.adjustable ? `${filling} to any level` : c.volume_l > 0 ? `${filling}, ${units.show('volume', c.volume_l)}` : ''
  const inside = [packed > 0 ? `${packed} things packed` : '', filled].filter(Boolean).join(', ') || 'empty'
  return (
    <>
      {c.kind} · {c.shape === 'as-sold' ? `${units.show('mass', c.net_kg)} · as sold` : `${units.show('volume', c.capacity_l)} · ${inside}`}
      {within && ` · lies in ${within.name}`}
      {c.condition !== 'sound' && <b className="text-due"> · {c.condition}</b>}
    </>
  )
}

function AtHand() {
  const { library } = useBench()
  const of = useFields('at-hand')
  return (
    <section>
      <Head>Fillings at hand</Head>
      <Ticks
        of={of('fillings')}
        label="Enough of it in the house to fill things with"
        options={library.fillings.map((f) => ({ value: f.key, label: f.name }))}
      />
    </section>
  )
}

/** Bands are known by what they pull: they live at their own station. */
function OwnBands() {
  const { desk } = useBench()
  const bands = desk.file.bands
  return (
    <section>
      <Head>Bands</Head>
      <p className="m-0 text-fine">
        {bands.length > 0 ? `${bands.map((b) => b.name).join(', ')}. ` : 'None yet. '}
        <Link className="text-action underline underline-offset-2" to="../bands" relative="path">
          {bands.length > 0 ? 'What they pull' : 'Add one at Bands'}
        </Link>
      </p>
    </section>
  )
}

function OwnedGear() {
  const { desk, library, box } = useBench()
  const remove = useRemoval('gear')
  const have = new Set(desk.file.gear.map((g) => g.item))
  const name = (key: string) => library.gear.find((g) => g.key === key)?.name ?? key
  return (
    <section>
      <Head>Gear that is there</Head>
      <List
        label="gear"
        items={desk.file.gear}
        text={(g) => name(g.item)}
        empty={<p className="m-0 text-soft">None. A pair of dumbbells in a cupboard counts.</p>}
        row={(g) => (
          <span className="flex items-baseline gap-3 py-1">
            <span className="grow">{name(g.item)}</span>
            <Button look="bare" data-row aria-label={`Remove ${name(g.item)}`} onClick={() => remove(g.id, name(g.item))}>
              remove
            </Button>
          </span>
        )}
      />
      <div className="mt-2">
        <AddOne
          label="Add a piece"
          options={library.gear.filter((g) => !have.has(g.key)).map((g) => ({ value: g.key, label: g.name }))}
          onAdd={(key) => box.make('gear', { id: newId(), item: key })}
        />
      </div>
    </section>
  )
}
