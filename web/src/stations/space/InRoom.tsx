import { useBench } from '../../lib/desk'
import { blank } from '../../lib/file/parts'
import { AddOne } from '../../ui/field'
import { Button, Head } from '../../ui/parts'
import { type Picked, type Room, type State, same, wallName } from '../../ui/room/room'

type Props = { room: Room; state: State; picked: Picked; pick: (p: Picked) => void }

/** Everything of a room by its name: what is picked on the plan is picked here too. */
export function InRoom({ room, state, picked, pick }: Props) {
  const { desk, units } = useBench()
  const of = <T extends { room: string }>(all: readonly T[]) => all.filter((x) => x.room === room.id)
  const chip = (p: Picked, name: string, about: string, wrong = false) => (
    <button
      key={`${p.list}${name}${about}`}
      type="button"
      aria-pressed={same(picked, p)}
      onClick={() => pick(p)}
      className={`border px-2 py-0.5 text-body touch:py-3 ${same(picked, p) ? 'border-ink bg-ink text-paper' : wrong ? 'border-wrong bg-sheet' : 'border-mark bg-sheet hover:bg-faint'}`}
    >
      {name} <span className={same(picked, p) ? '' : 'text-soft'}>{about}</span>
    </button>
  )
  const isLost = (id: string) => state.lost.some((l) => l.id === id)
  const wrongOf = (id: string) => state.conflicts.some((c) => !c.guidance && (c.thing === id || c.other === id))
  return (
    <section className="space-y-1.5">
      <Head aside="what is picked here is picked on the plan">In the room</Head>
      <div className="flex flex-wrap gap-1.5">
        {room.walls.map((w, i) =>
          chip({ list: 'walls', wall: i }, wallName(i), units.show('length', state.walls[i]?.length_m || w.length_m)),
        )}
      </div>
      <div className="flex flex-wrap gap-1.5">
        {of(desk.file.openings).map((o) =>
          chip(
            { list: 'openings', id: o.id },
            o.name,
            wallName(o.wall),
            state.openings.some((x) => x.id === o.id && x.wrong),
          ),
        )}
        {of(desk.file.fixtures).map((x) =>
          chip({ list: 'fixtures', id: x.id }, x.name, x.nowhere ? 'place not said' : x.away ? 'away' : '', wrongOf(x.id)),
        )}
        {of(desk.file.overheads).map((o) => chip({ list: 'overheads', id: o.id }, o.name, units.show('length', o.under_m), isLost(o.id)))}
      </div>
      <PlaceThings room={room} state={state} pick={pick} />
    </section>
  )
}

/** Furniture and gear that is there and stands nowhere yet is put into the middle of what is free. */
function PlaceThings({ room, state, pick }: Omit<Props, 'picked'>) {
  const { desk, library, box } = useBench()
  const placed = new Set(desk.file.fixtures.map((f) => f.gear))
  const gear = desk.file.gear.flatMap((g) => {
    const item = library.gear.find((i) => i.key === g.item)
    return item && item.width_m > 0 && !placed.has(g.id) ? [{ id: g.id, item }] : []
  })
  const furniture = desk.file.fixtures.filter((x) => x.nowhere)
  if (state.outline.length === 0) return null
  const put = (id: string) => {
    const spot = state.largest.outline.length > 0 ? state.largest.outline : state.outline
    const middle = (of: number[]) => Math.round(((Math.min(...of) + Math.max(...of)) / 2) * 100) / 100
    const at = { room: room.id, x_m: middle(spot.map((c) => c[0] ?? 0)), y_m: middle(spot.map((c) => c[1] ?? 0)) }
    const g = gear.find((x) => x.id === id)
    if (!g) {
      box.setThing('fixtures', id, () => ({ ...at, nowhere: false }))
      return pick({ list: 'fixtures', id })
    }
    const { name, width_m, depth_m } = g.item
    const made = blank('fixtures', { ...at, name: name.slice(0, 60), kind: 'gear', gear: g.id, width_m, depth_m })
    box.make('fixtures', made)
    pick({ list: 'fixtures', id: made.id })
  }
  const options = [...furniture.map((x) => ({ value: x.id, label: x.name })), ...gear.map((g) => ({ value: g.id, label: g.item.name }))]
  return <AddOne label="Stands nowhere yet" options={options} onAdd={put} does="Place it" />
}

/** Which room is looked at, and another one. */
export function Rooms({ room, show }: { room: Room | undefined; show: (id: string) => void }) {
  const { desk, box } = useBench()
  const add = () => {
    const made = blank('rooms', { name: `Room ${desk.file.rooms.length + 1}`, trains: true })
    box.make('rooms', made)
    show(made.id)
  }
  return (
    <nav aria-label="rooms" className="flex flex-wrap items-center gap-1.5">
      {desk.file.rooms.map((r) => (
        <button
          key={r.id}
          type="button"
          aria-current={r.id === room?.id}
          onClick={() => show(r.id)}
          className={`px-3 py-1 font-cond text-lead touch:py-3 ${r.id === room?.id ? 'bg-ink font-semibold text-paper' : 'border border-mark hover:bg-faint'}`}
        >
          {r.name}
          {!r.trains && <span className="font-normal"> · not trained in</span>}
        </button>
      ))}
      <Button onClick={add}>+ room</Button>
    </nav>
  )
}
