import type { ReactNode } from 'react'
import { useBench } from '../../lib/desk'
import type { Field } from '../../lib/file/useFields'
import { useFields } from '../../lib/file/useFields'
import { useKey } from '../../lib/hooks'
import { Explain } from '../../ui/explain'
import { Check, Choice, Count, Flags, Quantity, Select, Text } from '../../ui/field'
import { Editor, Fields, Lines, useRemoval } from '../../ui/list'
import { Button, Head } from '../../ui/parts'
import { Refusals } from '../../ui/refusals'
import { type Picked, type Room, type State, type Wall, wallField, wallName, wallSpecs } from '../../ui/room/room'

type Props = { room: Room; state: State; picked: Picked; pick: (p: Picked) => void }

/** What is picked on the plan, with everything that can be typed of it. */
export function Panel(p: Props) {
  const { picked, pick } = p
  useKey('Escape', () => pick({ list: 'room' }), picked.list !== 'room')
  switch (picked.list) {
    case 'walls':
      return <WallPanel {...p} i={picked.wall} key={picked.wall} />
    case 'openings':
      return <OpeningPanel {...p} id={picked.id} key={picked.id} />
    case 'fixtures':
      return <FixturePanel {...p} id={picked.id} key={picked.id} />
    case 'overheads':
      return <OverheadPanel {...p} id={picked.id} key={picked.id} />
    default:
      return <RoomPanel {...p} key={p.room.id} />
  }
}

function Titled({ title, aside, pick, children }: { title: string; aside?: string; pick: Props['pick']; children: ReactNode }) {
  return (
    <section className="space-y-2" aria-label={title}>
      <Head aside={aside}>{title}</Head>
      {children}
      <div>
        <Button look="bare" hint="Esc" onClick={() => pick({ list: 'room' })}>
          Back to the room
        </Button>
      </div>
    </section>
  )
}

/** What something may take, in principle. */
function Takes({ takes }: { takes: { what: string; look: boolean; why: string } }) {
  const words: Record<string, string> = { nothing: 'takes nothing', bands: 'takes bands', body: 'takes a body once checked' }
  const tone = takes.look ? 'text-due' : takes.what === 'nothing' ? 'text-missing' : 'text-covered'
  return (
    <p className="m-0 leading-snug">
      <b className={tone}>{takes.look ? 'look first' : words[takes.what]}</b>
      <span className="text-soft">: {takes.why}</span>
    </p>
  )
}

function RoomPanel({ room, state }: Props) {
  const of = useFields('rooms', room.id)
  const remove = useRemoval('rooms')
  const drawnDoor = useBench().desk.file.openings.some((o) => o.room === room.id && o.kind === 'door')
  return (
    <section className="space-y-2" aria-label="The room">
      <Head aside="pick a wall, a door or a thing to change it">The room</Head>
      <Text of={of('name')} />
      <Quantity of={of('ceiling_m')} />
      <Choice of={of('holes')} />
      {!drawnDoor && <Choice of={of('door')} />}
      <Lines
        label="of the room"
        lines={[
          { name: 'Floor and ceiling', fields: [of('surface'), of('floor'), of('level'), of('roof')], more: <Carries state={state} /> },
          {
            name: 'It is',
            fields: [
              ...[of('trains'), of('outdoor'), of('sleeps'), of('neighbours_below'), of('may_drop'), of('dirty'), of('cold'), of('damp')],
              of('shared'),
            ],
          },
          { name: 'Quiet and tidy', fields: [of('clear_min'), of('storage_l'), of('quiet_from'), of('quiet_to')] },
          { name: 'How sure', fields: [of('ceiling_half_m'), of('walls_half_m'), of('taken_m2')] },
        ]}
      />
      <Refusals of={`rooms/${room.id}`} except={/^walls/} />
      <RemoveRoom onRemove={() => remove(room.id, room.name)} />
    </section>
  )
}

/** What the ceiling may take, and what may be done on the floor. */
function Carries({ state }: { state: State }) {
  const { units } = useBench()
  return (
    <dl className="m-0 mt-2 space-y-1 text-fine leading-snug">
      <dt className="font-semibold">Ceiling</dt>
      <dd className="m-0">
        <Takes takes={state.roof} />
      </dd>
      <dt className="font-semibold">Dropping</dt>
      <dd className="m-0 text-soft">{state.dropping}</dd>
      <dt className="font-semibold">Sliding</dt>
      <dd className="m-0 text-soft">{state.sliders ? `${state.sliders}, pressed to the floor throughout` : 'nothing slides on it'}</dd>
      <dt className="font-semibold">The floor</dt>
      <dd className="m-0 text-soft">is of a kind that is built for {units.show('pressure', state.live_load_pa)} (guidance)</dd>
    </dl>
  )
}

function RemoveRoom({ onRemove }: { onRemove: () => void }) {
  const { desk } = useBench()
  if (desk.file.rooms.length < 2) return null
  return (
    <Button look="bare" onClick={onRemove}>
      Remove the room with all in it
    </Button>
  )
}

function WallPanel({ room, state, pick, i }: Props & { i: number }) {
  const { units } = useBench()
  const of = useFields('rooms', room.id)
  const walls = of('walls') as Field<Wall[]>
  const w = room.walls[i]
  const now = state.walls[i]
  if (!w) return null
  const kind = wallField(walls, i, 'kind', 'unknown')
  const studs = ['timber-stud', 'metal-stud', 'plaster-lath'].includes(kind.value)
  const exact = wallField(walls, i, 'exact', false)
  const noHoles = wallField(walls, i, 'no_holes', false)
  const like = () => walls.set((all) => all.map((x) => ({ ...x, kind: w.kind, spacing_m: w.spacing_m, lining_m: w.lining_m })))
  return (
    <Titled title={`Wall ${wallName(i)}`} aside={now && units.show('length', now.length_m)} pick={pick}>
      <Fields>
        <Quantity of={wallField(walls, i, 'length_m', 0)} />
        <div className="w-40">
          <Select
            of={kind}
            options={Object.entries(wallSpecs.kind?.options ?? {}).map(([value, label]) => ({ value: value as typeof kind.value, label }))}
          />
        </div>
        {studs && (
          <>
            <Quantity of={wallField(walls, i, 'offset_m', 0)} />
            <Quantity of={wallField(walls, i, 'spacing_m', 0)} />
            <Quantity of={wallField(walls, i, 'lining_m', 0)} />
          </>
        )}
      </Fields>
      <Check on={exact.value} onChange={(on) => exact.set(on)}>
        exact: it keeps its length when the walk is closed
      </Check>
      <Check on={noHoles.value} onChange={(on) => noHoles.set(on)}>
        no holes in this one
      </Check>
      {now && <Takes takes={now.takes} />}
      {now && Math.abs(now.moved_m) > 0.0005 && (
        <p className="m-0 text-fine text-soft">
          drawn {units.show('level', Math.abs(now.moved_m))} {now.moved_m > 0 ? 'longer' : 'shorter'}, so that the walls meet
        </p>
      )}
      {now && now.run_m > 0 && (
        <p className="m-0 text-fine text-soft">
          An anchor {units.show('length', now.run_at_m)} from its start has {units.show('length', now.run_m)} before it.
        </p>
      )}
      <Refusals of={`rooms/${room.id}`} />
      <div>
        <Button look="bare" onClick={like}>
          All walls like this one
        </Button>
      </div>
    </Titled>
  )
}

/** The walls of a room to choose from. */
function InWall({ f, room }: { f: Field<number>; room: Room }) {
  return <Select of={f} options={room.walls.map((_, i) => ({ value: i, label: wallName(i) }))} />
}

function OpeningPanel({ room, state, pick, id }: Props & { id: string }) {
  const { desk, units } = useBench()
  const of = useFields('openings', id)
  const o = desk.file.openings.find((x) => x.id === id)
  const now = state.openings.find((x) => x.id === id)
  const lost = state.lost.find((l) => l.id === id)
  if (!o) return <Gone pick={pick} />
  return (
    <Titled title={o.name} aside={`in wall ${wallName(o.wall)}`} pick={pick}>
      <Editor of="openings" id={id} name={o.name}>
        <Text of={of('name')} width="wide" />
        <div className="w-32">
          <Select of={of('kind')} />
        </div>
        <div className="w-20">
          <InWall f={of('wall')} room={room} />
        </div>
        <Quantity of={of('at_m')} />
        <Quantity of={of('width_m')} />
        <Quantity of={of('height_m')} />
        {o.kind === 'window' && <Quantity of={of('sill_m')} />}
        {o.kind === 'garage-door' && (
          <>
            <Quantity of={of('track_m')} />
            <Quantity of={of('track_depth_m')} />
          </>
        )}
        {o.kind === 'door' && (
          <>
            <Choice of={of('leaf')} />
            <Choice of={of('swings')} />
            <Choice of={of('hinge')} />
          </>
        )}
      </Editor>
      {(now?.wrong || lost) && <p className="m-0 font-semibold text-wrong">{now?.wrong || lost?.why}</p>}
      {now && (o.kind === 'door' || o.kind === 'garage-door') && <Takes takes={now.takes} />}
      {now && o.kind === 'door' && now.run_m > 0 && (
        <p className="m-0 text-fine text-soft">{units.show('length', now.run_m)} of room before it.</p>
      )}
    </Titled>
  )
}

function FixturePanel({ state, pick, id }: Props & { id: string }) {
  const { desk, units } = useBench()
  const of = useFields('fixtures', id)
  const x = desk.file.fixtures.find((f) => f.id === id)
  const now = state.things.find((t) => t.id === id)
  if (!x) return <Gone pick={pick} />
  const wrong = state.conflicts.filter((c) => c.thing === id || c.other === id)
  const furniture = ['seat', 'furniture', 'fixed', 'rolls'].includes(x.kind)
  const turn = of('turn_deg')
  return (
    <Titled title={x.name} pick={pick}>
      <Editor of="fixtures" id={id} name={x.name}>
        <Text of={of('name')} width="wide" />
        {x.kind !== 'gear' && (
          <div className="w-44">
            <Select of={of('kind')} />
          </div>
        )}
        <Quantity of={of('x_m')} width="narrow" />
        <Quantity of={of('y_m')} width="narrow" />
        <Count of={turn} />
        <Quantity of={of('width_m')} width="narrow" />
        <Quantity of={of('depth_m')} width="narrow" />
        <Quantity of={of('height_m')} width="narrow" />
        <Quantity of={of('mass_kg')} width="narrow" />
        {furniture && (
          <>
            <Choice of={of('rock')} />
            <Choice of={of('sit')} />
          </>
        )}
        {x.kind !== 'fixed' && <Flags label="For training" of={[of('away')]} />}
      </Editor>
      <div>
        <Button look="bare" onClick={() => turn.set((now) => (now + 90) % 360)}>
          Turn it by a quarter
        </Button>
      </div>
      {wrong.map((c) => (
        <p key={c.why} className={`m-0 leading-snug ${c.guidance ? 'text-due' : 'font-semibold text-wrong'}`}>
          {c.why}
        </p>
      ))}
      {now && furniture && (
        <p className="m-0 leading-snug">
          <b className={now.support ? 'text-covered' : 'text-missing'}>
            {now.support ? 'may be stood and sat on' : 'not to be stood or sat on'}
          </b>
          <span className="text-soft">{now.unfit && `: ${now.unfit}`}</span>
        </p>
      )}
      {now && furniture && (
        <p className="m-0 text-fine leading-snug text-soft">
          Rock test: push at its top with the heel of the hand; it neither rocks nor slides. Slow sit test: sit down on it slowly; it
          neither gives nor creaks.
        </p>
      )}
      {now && now.load_pa > 0 && (
        <p className={`m-0 text-fine ${now.ask_first ? 'font-semibold text-due' : 'text-soft'}`}>
          On the floor: <Explain why={now.load_why}>{units.show('pressure', now.load_pa)}</Explain>, built for{' '}
          {units.show('pressure', state.live_load_pa)}
          {now.ask_first && ': ask a structural engineer'}
        </p>
      )}
    </Titled>
  )
}

function OverheadPanel({ room, pick, id }: Props & { id: string }) {
  const { desk } = useBench()
  const of = useFields('overheads', id)
  const o = desk.file.overheads.find((x) => x.id === id)
  if (!o) return <Gone pick={pick} />
  const slope = o.kind === 'slope'
  return (
    <Titled title={o.name} aside="of the ceiling" pick={pick}>
      <Editor of="overheads" id={id} name={o.name}>
        <Text of={of('name')} width="wide" />
        <div className="w-32">
          <Select of={of('kind')} />
        </div>
        <Quantity of={of('under_m')} label={slope ? 'At its wall' : undefined} />
        {slope ? (
          <>
            <div className="w-32">
              <InWall f={of('wall')} room={room} />
            </div>
            <Quantity of={of('run_m')} />
            <Quantity of={of('high_m')} />
          </>
        ) : (
          <>
            <Quantity of={of('x_m')} width="narrow" />
            <Quantity of={of('y_m')} width="narrow" />
            <Quantity of={of('width_m')} width="narrow" />
            <Quantity of={of('depth_m')} width="narrow" />
            <Count of={of('turn_deg')} />
          </>
        )}
      </Editor>
    </Titled>
  )
}

function Gone({ pick }: { pick: Props['pick'] }) {
  return (
    <p className="text-soft">
      It has been removed.{' '}
      <Button look="bare" onClick={() => pick({ list: 'room' })}>
        Back to the room
      </Button>
    </p>
  )
}
