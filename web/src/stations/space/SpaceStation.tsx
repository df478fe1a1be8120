import { useState } from 'react'
import type { Shapes } from '../../api/client'
import { calledOf, useBench } from '../../lib/desk'
import { useFields, usePersonFields } from '../../lib/file/useFields'
import { useKept } from '../../lib/hooks'
import { Signal } from '../../lib/signal'
import { Cautions } from '../../ui/cautions'
import { Explain } from '../../ui/explain'
import { Lines } from '../../ui/list'
import { Head } from '../../ui/parts'
import { Elevation } from '../../ui/room/Elevation'
import { Headrooms, Uses } from '../../ui/room/Headrooms'
import { Plan, type Shown, type Walk } from '../../ui/room/Plan'
import { type Picked, type Room, type State, useRoom } from '../../ui/room/room'
import { AddLines } from './AddLines'
import { InRoom, Rooms } from './InRoom'
import { Panel } from './Panel'
import { WalkLine } from './WalkLine'

/** What fits here and what can be fixed to what. */
export function SpaceStation() {
  const { room, state, picked, pick, show } = useRoom()
  const [ghost] = useState(() => new Signal<Walk>(null))
  return (
    <div className="space-y-4 p-4 md:p-5">
      <div className="flex flex-wrap items-start gap-x-6 gap-y-2">
        <Rooms room={room} show={show} />
        <div className="order-last min-w-64 grow-[20] basis-full md:order-none md:basis-0">
          {room && state && <WalkLine key={room.id} room={room} state={state} ghost={ghost} />}
        </div>
        <Checklist />
      </div>
      {room ? (
        state ? (
          <OneRoom key={room.id} room={room} state={state} picked={picked} pick={pick} ghost={ghost} />
        ) : (
          <p className="text-soft">Working the room out …</p>
        )
      ) : (
        <p className="max-w-prose text-soft">No room yet. Add one, and walk round it with a tape.</p>
      )}
    </div>
  )
}

/** What to take along to a visit: every line of it can be typed as it stands there. */
function Checklist() {
  const { desk, units } = useBench()
  return (
    <a
      data-noprint
      className="py-0.5 text-fine font-semibold text-action underline decoration-1 underline-offset-3 touch:py-3"
      href={`/api/v1/clients/${desk.file.id}/survey.pdf?paper=${units.system === 'us' ? 'letter' : 'a4'}`}
      target="_blank"
      rel="noreferrer"
    >
      Checklist for the visit, PDF
    </a>
  )
}

type Props = { room: Room; state: State; picked: Picked; pick: (p: Picked) => void }

function OneRoom({ room, state, picked, pick, ghost }: Props & { ghost: Signal<Walk> }) {
  const { desk } = useBench()
  const [use, setUse] = useState('')
  const [layer, setLayer] = useKept<string>('space-layer', 'largest')
  const heads = room.trains ? desk.results.home.heads.map((h) => state.heads.find((x) => x.use === h.use) ?? h) : state.heads
  const head = heads.find((h) => h.use === use)
  const shown: Shown = head ? { spot: head.where, words: head.name } : { [layer]: true }
  const wall = picked.list === 'walls' ? picked.wall : 0
  return (
    <>
      {state.problem && <p className="m-0 font-semibold text-wrong">{state.problem}</p>}
      <div className="grid gap-x-6 gap-y-4 lg:grid-cols-[minmax(0,1fr)_20rem]">
        <div className="min-w-0 space-y-3">
          <Plan room={room} state={state} picked={picked} pick={pick} shown={shown} ghost={ghost} />
          <Conflicts state={state} pick={pick} />
          {state.outline.length > 0 ? (
            <Answers
              state={state}
              layer={use ? '' : layer}
              onLayer={(l) => {
                setUse('')
                setLayer(l)
              }}
            />
          ) : (
            <p className="m-0 text-lead">
              <b>Not surveyed</b> <span className="text-soft">no floor, lane or wall is counted: walk round it in the line above.</span>
            </p>
          )}
          <Uses heads={heads} use={use} onUse={setUse} />
          <div className="grid gap-x-6 gap-y-3 md:grid-cols-2" data-noprint>
            <InRoom room={room} state={state} picked={picked} pick={pick} />
            <AddLines room={room} pick={pick} />
          </div>
          {state.walls.length > 0 && (
            <div className="grid gap-4 md:grid-cols-2">
              <Elevation room={room} state={state} wall={Math.min(wall, state.walls.length - 1)} picked={picked} pick={pick} />
              <Elevation room={room} state={state} wall={(wall + 1) % state.walls.length} picked={picked} pick={pick} />
            </div>
          )}
          <Heads heads={heads} use={use} onUse={setUse} />
        </div>
        <div className="min-w-0 space-y-5">
          <Panel room={room} state={state} picked={picked} pick={pick} />
          <Cautions station="space" />
          <Home />
        </div>
      </div>
    </>
  )
}

function Heads({ heads, use, onUse }: { heads: Shapes['Headroom'][]; use: string; onUse: (u: string) => void }) {
  const { desk } = useBench()
  const { others } = desk.results.home
  if (heads.length === 0) return <p className="text-soft">Headroom needs the client's stature: type it at Client.</p>
  return (
    <>
      <Headrooms title="Headroom for this body" heads={heads} shown={use} onShow={onUse} />
      {others.map((o) => {
        const who = desk.file.persons.find((p) => p.id === o.person)
        return who && <Headrooms key={o.person} title={`Headroom for ${calledOf(desk.file, who)}`} heads={o.heads} />
      })}
    </>
  )
}

const layers = [
  ['largest', 'largest rectangle'],
  ['lane', 'longest lane'],
  ['run', 'room before a wall'],
] as const

/** The questions of a room, each with its picture on the plan. */
function Answers({ state, layer, onLayer }: { state: State; layer: string; onLayer: (l: string) => void }) {
  const { units, desk } = useBench()
  const { largest } = state
  const home = desk.results.home
  const figures: Record<string, string> = {
    largest: largest.outline.length > 0 ? `${units.show('length', largest.width_m)} × ${units.show('length', largest.depth_m)}` : 'none',
    lane: state.lane_m > 0 ? units.show('length', state.lane_m) : 'none',
    run: units.show('length', Math.max(0, ...state.walls.map((w) => w.run_m))),
  }
  return (
    <div className="flex flex-wrap items-baseline gap-x-5 gap-y-1 text-body">
      <span>
        free{' '}
        <b>
          <Explain why={state.free_why}>{units.show('area', state.free_m2)}</Explain>
        </b>
        {state.free_half_m2 > 0 && <span className="text-soft"> ± {units.pm('area', state.free_half_m2)}</span>}
      </span>
      {layers.map(([key, name]) => (
        <button
          key={key}
          type="button"
          aria-pressed={layer === key}
          onClick={() => onLayer(layer === key ? '' : key)}
          className={`border px-2 py-0.5 touch:py-3 ${layer === key ? 'border-ink bg-ink text-paper' : 'border-mark bg-sheet hover:bg-faint'}`}
        >
          {name} <b>{figures[key]}</b>
          {key === 'lane' && state.lane_half_m > 0 && ` ± ${units.pm('length', state.lane_half_m)}`}
        </button>
      ))}
      <span className="text-soft">
        the lane is {units.show('length', 0.9)} wide; a carry of 50 ft (15 m):{' '}
        <b className="text-ink">
          <Explain why={state.lane_why}>{home.lengths_50ft > 0 ? `${home.lengths_50ft} lengths` : 'held standing'}</Explain>
        </b>
        {home.lengths_20m > 0 && `, of ${units.show('length', 20)}: ${home.lengths_20m}`}
      </span>
    </div>
  )
}

/** What stands wrong, with the distance that is missing. */
function Conflicts({ state, pick }: Pick<Props, 'state' | 'pick'>) {
  const { desk } = useBench()
  if (state.conflicts.length + state.lost.length === 0) return null
  const nameOf = (l: State['lost'][number]) => desk.file[l.list].find((x) => x.id === l.id)?.name
  return (
    <ul aria-label="what stands wrong" className="m-0 list-none space-y-0.5 p-0">
      {state.lost.map((l) => (
        <li key={l.id}>
          <button
            type="button"
            className="text-left font-semibold text-wrong underline decoration-1 underline-offset-3 touch:py-3"
            onClick={() => pick({ list: l.list, id: l.id })}
          >
            {nameOf(l)}: {l.why}
          </button>
        </li>
      ))}
      {state.conflicts.map((c) => (
        <li key={c.why}>
          <button
            type="button"
            className={`text-left underline decoration-1 underline-offset-3 touch:py-3 ${c.guidance ? 'text-due' : 'font-semibold text-wrong'}`}
            onClick={() => pick({ list: 'fixtures', id: c.thing })}
          >
            {c.why}
          </button>
        </li>
      ))}
    </ul>
  )
}

/** What holds for all rooms. */
function Home() {
  const { desk, units } = useBench()
  const of = useFields('space')
  const body = usePersonFields()
  const { outside, lane_m } = desk.results.home
  return (
    <section className="space-y-2">
      <Head>All rooms</Head>
      <Lines
        label="of all rooms"
        lines={[
          { name: 'Way in', fields: [of('access'), of('way_width_m'), of('way_height_m')] },
          { name: 'Who stands in it', fields: [of('shoe_m'), body('reach_m'), body('press_m')] },
        ]}
      />
      {desk.file.rooms.length > 1 && lane_m > 0 && (
        <p className="m-0 text-soft">Longest lane of all rooms: {units.show('length', lane_m)}.</p>
      )}
      {outside.length > 0 && (
        <p className="m-0 text-due">
          To be had outdoors only, with no fallback for dark, rain and cold: {outside.join(', ').toLowerCase()}.
        </p>
      )}
    </section>
  )
}
