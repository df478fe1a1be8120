import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import type { Container } from '../../api/client'
import { fillingsOf, newId, useBench } from '../../lib/desk'
import { useKey } from '../../lib/hooks'
import { Cautions } from '../../ui/cautions'
import { Count, Select, Ticks } from '../../ui/fields'
import { Button, Head } from '../../ui/parts'
import { Batches } from './Batches'
import { ContainerEditor } from './ContainerEditor'
import { HandlesAndPlates } from './HandlesAndPlates'
import { newContainers, twins } from './newThings'
import { Starters } from './Starters'
import { TableIn } from './TableIn'
import { Things } from './Things'

/** What is already there: containers, things to pack, fillings, bars and plates, gear. */
export function StockStation() {
  const { desk, library, writer } = useBench()
  const [search] = useSearchParams()
  const [open, setOpen] = useState(search.get('of') ?? '')
  const [count, setCount] = useState(1)
  const [way, setWay] = useState<'' | 'starters' | 'table'>(desk.file.containers.length === 0 ? 'starters' : '')
  const add = async (containers: Container[]) => {
    const kept = await writer.write({ add: { containers, things: [], batches: [] } })
    if (kept) setOpen(containers[0]?.id ?? '')
  }
  const addKind = (key: string) => {
    const kind = library.kinds.find((k) => k.key === key)
    if (kind) add(newContainers(kind, desk.file.containers, count))
    setCount(1)
  }
  useKey('n', () => addKind('jug'))
  return (
    <div className="grid gap-x-8 gap-y-6 p-4 md:p-6 xl:grid-cols-[1fr_330px]">
      <section className="min-w-0">
        <Head aside="open one to change it; the numbers follow as you type">Containers</Head>
        <div className="mb-1 flex items-start gap-4">
          <Count label="How many" value={count} min={1} max={48} onValue={setCount} draft={`${desk.file.id}/stock-count`} />
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
            className="py-0.5 text-[14px] font-semibold text-action underline decoration-1 underline-offset-3"
            href={`/api/v1/clients/${desk.file.id}/stock.csv`}
            download
          >
            Save the stock as CSV
          </a>
        </div>
        {way === 'starters' && <Starters onDone={() => setWay('')} />}
        {way === 'table' && <TableIn onDone={() => setWay('')} />}
        {writer.refusals.stock && (
          <p role="alert" className="my-1 text-[14px] text-action">
            {Object.values(writer.refusals.stock)[0]}
          </p>
        )}
        {desk.file.containers.length === 0 && way === '' && (
          <p className="max-w-prose text-soft">
            Nothing is here yet. A first jug: press <b>+ jug</b>, type its capacity (1 gal, 5 L), its empty mass and its height, and see
            what it weighs at Loads.
          </p>
        )}
        <ul className="m-0 list-none border-t border-line p-0">
          {desk.file.containers.map((c) => (
            <li key={c.id} className="border-b border-line">
              <Line container={c} open={open === c.id} onOpen={() => setOpen(open === c.id ? '' : c.id)} />
              {open === c.id && (
                <ContainerEditor container={c} onTwins={(n) => add(twins(c, desk.file.containers, n))} onGone={() => setOpen('')} />
              )}
            </li>
          ))}
        </ul>
        <Things />
        <HandlesAndPlates />
      </section>
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

function Line({ container: c, open, onOpen }: { container: Container; open: boolean; onOpen: () => void }) {
  const bench = useBench()
  const { desk, units } = bench
  const load = desk.results.loads.find((l) => l.id === c.id)
  const filling = fillingsOf(bench).find((f) => f.key === c.filling)?.name ?? c.filling
  const within = desk.file.containers.find((o) => o.packed.some((p) => p.thing === c.id))
  const inside =
    c.shape === 'as-sold'
      ? 'as sold'
      : [
          c.packed.length > 0 ? `${c.packed.reduce((n, p) => n + p.count, 0)} things packed` : '',
          c.adjustable ? `${filling} to any level` : c.volume_l > 0 ? `${filling}, ${units.show('volume', c.volume_l)}` : '',
        ]
          .filter(Boolean)
          .join(', ') || 'empty'
  return (
    <button
      type="button"
      aria-expanded={open}
      onClick={onOpen}
      className="grid w-full grid-cols-[1fr_auto] items-baseline gap-x-4 px-1 py-2 text-left hover:bg-sheet md:grid-cols-[11rem_1fr_auto]"
    >
      <span className="font-cond text-[18px] font-semibold">
        <span aria-hidden="true" className="mr-2 inline-block w-3 text-soft">
          {open ? '▾' : '▸'}
        </span>
        {c.name}
      </span>
      <span className="order-3 text-[14px] text-soft md:order-none">
        {c.kind} · {c.shape === 'as-sold' ? units.show('mass', c.net_kg) : units.show('volume', c.capacity_l)} · {inside}
        {within && ` · lies in ${within.name}`}
        {c.condition !== 'sound' && <b className="text-action"> · {c.condition}</b>}
      </span>
      <span className="text-right">
        {load && (
          <>
            <b className="font-cond text-[18px]">{units.show('mass', load.mass_kg)}</b>{' '}
            <span className="text-[14px] text-soft">± {units.pm('mass', load.u95_kg)}</span>
          </>
        )}
      </span>
    </button>
  )
}

function AtHand() {
  const { desk, library, writer } = useBench()
  return (
    <section>
      <Head>Fillings at hand</Head>
      <Ticks
        label="Enough of it in the house to fill things with"
        value={desk.file.at_hand}
        options={library.fillings.map((f) => ({ value: f.key, label: f.name }))}
        onValue={(v) => writer.write({ part: 'at-hand', body: () => ({ fillings: v }) })}
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
      <p className="m-0 text-[14px]">
        {bands.length > 0 ? `${bands.map((b) => b.name).join(', ')}. ` : 'None yet. '}
        <Link className="text-action underline underline-offset-2" to="../bands" relative="path">
          {bands.length > 0 ? 'What they pull' : 'Add one at Bands'}
        </Link>
      </p>
    </section>
  )
}

function OwnedGear() {
  const { desk, library, writer } = useBench()
  const have = new Set(desk.file.gear.map((g) => g.item))
  const name = (key: string) => library.gear.find((g) => g.key === key)?.name ?? key
  return (
    <section>
      <Head>Gear that is there</Head>
      <ul className="m-0 mb-2 list-none p-0">
        {desk.file.gear.map((g) => (
          <li key={g.id} className="flex items-baseline gap-3 border-b border-faint py-1">
            <span className="grow">{name(g.item)}</span>
            <Button
              look="bare"
              aria-label={`Remove ${name(g.item)}`}
              onClick={() => writer.write({ list: 'gear', item: g.id, body: null })}
            >
              remove
            </Button>
          </li>
        ))}
        {desk.file.gear.length === 0 && <li className="text-soft">None. A pair of dumbbells in a cupboard counts.</li>}
      </ul>
      <Select
        label="Add a piece"
        value=""
        options={[
          { value: '', label: 'choose …' },
          ...library.gear.filter((g) => !have.has(g.key)).map((g) => ({ value: g.key, label: g.name })),
        ]}
        onValue={(key) => {
          if (key) writer.write({ list: 'gear', item: newId(), body: () => ({ id: '', item: key }) })
        }}
      />
    </section>
  )
}
