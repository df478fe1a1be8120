import { useState } from 'react'
import type { Container, Library } from '../../api/client'
import { newId, useBench } from '../../lib/desk'
import { useKey } from '../../lib/hooks'
import { Cautions } from '../../ui/cautions'
import { Select, Ticks } from '../../ui/fields'
import { Button, Head } from '../../ui/parts'
import { ContainerEditor } from './ContainerEditor'

/** A new container of a kind, named after those that are there. */
export function newContainer(kind: Library['kinds'][number], all: readonly Container[]): Container {
  const same = all.filter((c) => c.kind === kind.key)
  const letter = String.fromCharCode(65 + (same.length % 26))
  return {
    id: newId(),
    name: `${kind.name} ${letter}`,
    kind: kind.key as Container['kind'],
    tare_kg: kind.tare_kg,
    tare_half_kg: 0,
    capacity_l: kind.capacity_l,
    shape: 'prism',
    height_m: kind.height_m,
    bottom_m: 0,
    top_m: 0,
    rating_kg: 0,
    closure: kind.closure as Container['closure'],
    filling: kind.soft ? 'books' : 'fresh-water',
    volume_l: 0,
    adjustable: kind.adjustable,
  }
}

/** What is already there: containers, fillings, gear. */
export function StockStation() {
  const { desk, library, writer } = useBench()
  const [open, setOpen] = useState('')
  const put = (c: Container) => writer.write({ list: 'containers', item: c.id, body: () => c })
  const add = (key: string) => {
    const kind = library.kinds.find((k) => k.key === key)
    if (!kind) return
    const c = newContainer(kind, desk.file.containers)
    setOpen(c.id)
    put(c)
  }
  const twin = (c: Container) => {
    const copy = { ...c, id: newId(), name: nextName(c.name, desk.file.containers) }
    setOpen(copy.id)
    put(copy)
  }
  useKey('n', () => add('jug'))
  return (
    <div className="grid gap-x-8 gap-y-6 p-4 md:p-6 xl:grid-cols-[1fr_330px]">
      <section className="min-w-0">
        <Head aside="open one to change it; the numbers follow as you type">Containers</Head>
        <div className="mb-3 flex flex-wrap gap-2">
          {library.kinds.map((k) => (
            <Button key={k.key} onClick={() => add(k.key)} hint={k.key === 'jug' ? 'n' : undefined}>
              + {k.name}
            </Button>
          ))}
        </div>
        {desk.file.containers.length === 0 && (
          <p className="max-w-prose text-soft">
            Nothing is here yet. A first jug: press <b>+ jug</b>, type its capacity (1 gal, 5 L), its empty mass and its height, and see
            what it weighs at Loads.
          </p>
        )}
        <ul className="m-0 list-none border-t border-line p-0">
          {desk.file.containers.map((c) => (
            <li key={c.id} className="border-b border-line">
              <Line container={c} open={open === c.id} onOpen={() => setOpen(open === c.id ? '' : c.id)} />
              {open === c.id && <ContainerEditor container={c} onTwin={() => twin(c)} onGone={() => setOpen('')} />}
            </li>
          ))}
        </ul>
      </section>
      <div className="space-y-6">
        <AtHand />
        <OwnedGear />
        <Cautions station="stock" />
      </div>
    </div>
  )
}

export function nextName(name: string, all: readonly { name: string }[]): string {
  const taken = new Set(all.map((c) => c.name))
  const m = /^(.*?)(?:\s+([A-Z]|\d+))?$/.exec(name)
  const base = m?.[1] ?? name
  const start = m?.[2] ?? (/[A-Z]/.test(m?.[2] ?? '') ? 'A' : '1')
  for (let i = 1; i < 400; i++) {
    const end = /\d/.test(start) ? String(Number(start) + i) : String.fromCharCode(65 + ((start.charCodeAt(0) - 65 + i) % 26))
    if (!taken.has(`${base} ${end}`)) return `${base} ${end}`
  }
  return `${name} copy`
}

function Line({ container: c, open, onOpen }: { container: Container; open: boolean; onOpen: () => void }) {
  const { desk, library, units } = useBench()
  const load = desk.results.loads.find((l) => l.id === c.id)
  const filling = library.fillings.find((f) => f.key === c.filling)?.name ?? c.filling
  return (
    <button
      type="button"
      aria-expanded={open}
      onClick={onOpen}
      className="grid w-full grid-cols-[1fr_auto] items-baseline gap-x-4 px-1 py-2 text-left hover:bg-sheet md:grid-cols-[10rem_1fr_auto]"
    >
      <span className="font-cond text-[18px] font-semibold">
        <span aria-hidden="true" className="mr-2 inline-block w-3 text-soft">
          {open ? '▾' : '▸'}
        </span>
        {c.name}
      </span>
      <span className="order-3 text-[14px] text-soft md:order-none">
        {c.kind} · {units.show('volume', c.capacity_l)} ·{' '}
        {c.adjustable ? `${filling} to any level` : c.volume_l > 0 ? `${filling}, ${units.show('volume', c.volume_l)}` : 'empty'}
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
