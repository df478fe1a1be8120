import { useMemo } from 'react'
import type { Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { Signal, useSignal } from '../../lib/signal'
import { type At, Dimension, Hatch, Label, Scene, through, useHatched, useSheet } from '../draw'
import { Corners } from './Corners'
import { between, boundsOf, middle, onWall } from './geometry'
import { Hit } from './Hit'
import { Opening } from './Openings'
import { type Corner, usePlace } from './place'
import { type Picked, type Room, type State, same, wallName } from './room'
import { Movable, Thing } from './Things'

/** What of a room's answers is drawn over the plan. */
export type Shown = { spot?: readonly Corner[]; words?: string; largest?: boolean; lane?: boolean; run?: boolean }

type Props = {
  room: Room
  state: State
  picked: Picked
  pick: (p: Picked) => void
  shown: Shown
  /** A walk that is being typed, drawn in place of the room. */
  ghost?: Signal<Walk>
  /** A picture of it: nothing is picked or moved. */
  still?: boolean
}

export type Walk = Shapes['WalkAnswer'] | null

const nobodyTypes = new Signal<Walk>(null)

/** The room from above, to scale: walls, doors with what they sweep, what stands there, what hangs low, and the answer that is looked at. */
export function Plan(p: Props) {
  const { units } = useBench()
  const { state, room, still = false } = p
  const ghost = useSignal(p.ghost ?? nobodyTypes)
  const walls = ghost ? (ghost.closed ? ghost.outline : ghost.path) : state.outline
  const { x, y } = useMemo(() => boundsOf([walls, ...(ghost ? [] : state.things.map((t) => t.outline))]), [walls, ghost, state.things])
  const rows = [
    ...state.walls.map((w) => [`wall ${w.name}`, units.show('length', w.length_m)]),
    ['free', units.show('area', state.free_m2)],
    ['longest lane', state.lane_m > 0 ? units.show('length', state.lane_m) : 'none'],
    ...(room.walls.length === 0 ? [['walls', 'not measured']] : []),
  ]
  return (
    <figure className="m-0">
      <Scene
        label={`Plan of ${room.name}: ${state.walls.length} walls, ${units.show('area', state.free_m2)} free`}
        x={x}
        y={[-y[1], -y[0]]}
        equal
        middle
        squared
        interactive={!still}
        ratio={still ? 0.58 : 0.56}
        most={1000}
        pad={{ left: 70, right: 70, top: 34, bottom: 34 }}
        table={{ head: ['of the room', 'is'], rows }}
      >
        <Hatch as="due" name="low" />
        <Hatch as="soft" name="gone" />
        {ghost ? (
          <Walking ghost={ghost} />
        ) : (
          <g pointerEvents={still ? 'none' : undefined}>
            <Drawn {...p} />
          </g>
        )}
      </Scene>
      <figcaption className="text-fine text-soft" hidden={still}>
        Heavy walls may take a body, thin ones bands, dashed ones nothing or nobody has looked. Hatched: lower.
      </figcaption>
    </figure>
  )
}

function Walking({ ghost }: { ghost: NonNullable<Walk> }) {
  const { units } = useBench()
  const at = usePlace()
  const path = ghost.path.map(at)
  const [first, last] = [path[0], path.at(-1)]
  return (
    <>
      {ghost.closed ? (
        <path d={through(ghost.outline.map(at), true)} fill="var(--paper)" stroke="var(--whatif)" strokeWidth="4" />
      ) : (
        <path d={through(path)} fill="none" stroke="var(--whatif)" strokeWidth="4" />
      )}
      {!ghost.closed && first && last && path.length > 2 && (
        <path d={through([last, first])} stroke="var(--missing)" strokeWidth="2" strokeDasharray="5 4" />
      )}
      {ghost.walls.map((w, i) => {
        const [a, b] = ghost.closed ? [ghost.outline[i], ghost.outline[(i + 1) % ghost.outline.length]] : [ghost.path[i], ghost.path[i + 1]]
        if (!a || !b) return null
        const m = between(at(a), at(b), 0.5)
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: walls are told by their place
          <Label key={i} at={[m[0], m[1] + 5]} anchor="middle" size="body" as="whatif" bold halo>
            {wallName(i)} {units.show('length', w.drawn_m || w.length_m)}
          </Label>
        )
      })}
    </>
  )
}

function Drawn(p: Props) {
  const { state, pick } = p
  const at = usePlace()
  const s = useSheet()
  return (
    <>
      {/* biome-ignore lint/a11y/noStaticElementInteractions: the room is picked by its name too */}
      <rect width={s.width} height={s.height} fill="transparent" onClick={() => pick({ list: 'room' })} />
      {state.outline.length > 0 && <path d={through(state.outline.map(at), true)} fill="var(--paper)" pointerEvents="none" />}
      <Low {...p} />
      <Answers {...p} />
      <Walls {...p} />
      {state.openings.map((o) => (
        <Opening key={o.id} {...p} id={o.id} />
      ))}
      {state.things.map((t) => (
        <Thing key={t.id} id={t.id} {...p} />
      ))}
      <Words {...p} />
      <Missed {...p} />
      {!p.still && <Corners {...p} />}
    </>
  )
}

/** Where the walk missed its start: a gap at its first corner, in its direction, wider than to scale so that it is seen. */
function Missed({ state, still }: Props) {
  const { units } = useBench()
  const at = usePlace()
  const first = state.outline[0]
  if (still || !first || state.gap_m < 0.0005) return null
  const [x, y] = at(first)
  const [to] = [at([(first[0] ?? 0) + (state.gap[0] ?? 0), (first[1] ?? 0) + (state.gap[1] ?? 0)])]
  const far = Math.max(1e-9, Math.hypot(to[0] - x, to[1] - y))
  const [ux, uy] = [(to[0] - x) / far, (to[1] - y) / far]
  const across = (k: number): At[] => [
    [x + ux * k - uy * 9, y + uy * k + ux * 9],
    [x + ux * k + uy * 9, y + uy * k - ux * 9],
  ]
  return (
    <g pointerEvents="none">
      <path d={through(across(-4))} stroke="var(--due)" strokeWidth="2" />
      <path d={through(across(4))} stroke="var(--due)" strokeWidth="2" />
      <Label at={[x + 12, y + 22]} as="due" halo>
        gap {units.show('level', state.gap_m)}
      </Label>
    </g>
  )
}

const dash = (w: Shapes['WallState']) => (w.takes.what === 'nothing' || w.takes.look ? '9 5' : undefined)
const weight = (w: Shapes['WallState']) => (w.takes.what === 'body' ? 7 : w.takes.what === 'bands' ? 4 : 3)

function Walls({ state, picked, pick, room, still }: Props) {
  const { units } = useBench()
  const at = usePlace()
  const inside = middle(state.outline.map(at))
  const n = state.outline.length
  return (
    <g>
      {state.walls.map((w, i) => {
        const [a, b] = [at(state.outline[i] as Corner), at(state.outline[(i + 1) % n] as Corner)]
        const m = between(a, b, 0.5)
        const up = Math.abs(a[0] - b[0]) < Math.abs(a[1] - b[1])
        const side = up ? Math.sign(m[0] - inside[0]) || 1 : Math.sign(m[1] - inside[1]) || 1
        const on = picked.list === 'walls' && picked.wall === i
        const words = `${w.name} ${units.show('length', w.length_m)}`
        return (
          <g key={w.name} className="cursor-pointer">
            <path
              d={through([a, b])}
              stroke={on ? 'var(--action)' : 'var(--ink)'}
              strokeWidth={weight(w)}
              strokeDasharray={dash(w)}
              strokeLinecap="square"
            />
            {w.studs_m.map((m) => {
              const t = between(a, b, m / Math.max(w.length_m, 1e-9))
              return <circle key={m} cx={t[0]} cy={t[1]} r="2.6" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1" />
            })}
            <Hit
              label={`Wall ${w.name}, ${units.show('length', w.length_m)}, ${room.walls[i]?.kind || 'not known'}`}
              on={on}
              onPick={() => pick({ list: 'walls', wall: i })}
              still={still}
            >
              <path d={through([a, b])} stroke="transparent" strokeWidth="18" />
            </Hit>
            <g pointerEvents="none">
              <Label
                at={up ? [m[0] + side * 10, m[1] + 5] : [m[0], m[1] + (side > 0 ? 21 : -11)]}
                anchor={up ? (side > 0 ? 'start' : 'end') : 'middle'}
                size="body"
                as={on ? 'action' : 'ink'}
                bold
                halo
              >
                {words}
              </Label>
            </g>
          </g>
        )
      })}
    </g>
  )
}

/** What hangs below the ceiling, and where that slopes. */
function Low({ room, state, picked, pick, still }: Props) {
  const { desk, units } = useBench()
  const at = usePlace()
  const hatch = useHatched('low')
  const mine = desk.file.overheads.filter((o) => o.room === room.id)
  return (
    <g>
      {state.low.map((l, i) => {
        const o = mine.find((x) => x.name === l.name)
        const on = o !== undefined && same(picked, { list: 'overheads', id: o.id })
        const outline = l.outline.map(at)
        const m = middle(outline)
        const height =
          l.high_m > l.low_m ? `${units.bare('length', l.low_m)} to ${units.show('length', l.high_m)}` : units.show('length', l.low_m)
        const body = (
          <>
            <path
              d={through(outline, true)}
              fill={hatch}
              fillOpacity={l.high_m > l.low_m ? 0.5 : 0.9}
              stroke={on ? 'var(--action)' : 'var(--due)'}
              strokeDasharray="6 3"
            />
            <Label at={[m[0], m[1] + 5]} anchor="middle" as="due" halo>
              {height}
            </Label>
          </>
        )
        // biome-ignore lint/suspicious/noArrayIndexKey: two can have one name
        if (!o) return <g key={`${l.name}${i}`}>{body}</g>
        return l.high_m > l.low_m ? (
          <Hit key={o.id} label={`${l.name}, ${height}`} on={on} onPick={() => pick({ list: 'overheads', id: o.id })} still={still}>
            {body}
          </Hit>
        ) : (
          <Movable
            key={o.id}
            list="overheads"
            id={o.id}
            x={o.x_m}
            y={o.y_m}
            label={`${l.name}, ${height}`}
            on={on}
            pick={pick}
            outline={l.outline}
            still={still}
          >
            {body}
          </Movable>
        )
      })}
    </g>
  )
}

const spotOf = ({ state, shown }: Props) => ({
  spot: shown.spot ?? (shown.largest ? state.largest.outline : []),
  tone: shown.spot ? ('whatif' as const) : ('covered' as const),
})

/** The answer that is looked at, beneath what stands there: the place for a height, the largest rectangle, the lane as a tape. */
function Answers(p: Props) {
  const { state, shown } = p
  const at = usePlace()
  const s = useSheet()
  const { spot, tone } = spotOf(p)
  return (
    <g pointerEvents="none">
      {spot.length > 0 && (
        <path d={through(spot.map(at), true)} fill={`var(--${tone})`} fillOpacity="0.16" stroke={`var(--${tone})`} strokeWidth="2" />
      )}
      {shown.lane && state.lane && (
        <path d={through([at(state.lane.from), at(state.lane.to)])} stroke="var(--covered)" strokeOpacity="0.25" strokeWidth={s.len(0.9)} />
      )}
    </g>
  )
}

/** What that answer comes to, over everything. */
function Words(p: Props) {
  const { state, shown, picked } = p
  const { units } = useBench()
  const at = usePlace()
  const { spot, tone } = spotOf(p)
  const wall = picked.list === 'walls' ? state.walls[picked.wall] : undefined
  return (
    <g pointerEvents="none">
      {spot.length > 0 && (
        <Label
          at={clearOf(
            spot.map(at),
            state.low.map((l) => middle(l.outline.map(at))),
          )}
          anchor="middle"
          size="lead"
          as={tone}
          bold
          halo
        >
          {shown.spot ? shown.words : `${units.show('length', state.largest.width_m)} × ${units.show('length', state.largest.depth_m)}`}
        </Label>
      )}
      {shown.lane && state.lane && (
        <Dimension from={at(state.lane.from)} to={at(state.lane.to)} text={units.show('length', state.lane_m)} as="covered" />
      )}
      {shown.run && wall && picked.list === 'walls' && <Run state={state} wall={picked.wall} />}
    </g>
  )
}

/** Where in an answer its words stand: in its middle, or nearer its ends where something is written there already. */
function clearOf(spot: readonly At[], written: readonly At[]): At {
  const [x, y] = middle(spot)
  const ys = spot.map((p) => p[1])
  const places: At[] = [y + 5, Math.min(...ys) + 22, Math.max(...ys) - 12, y - 26, y + 34].map((v) => [x, v])
  const room = (p: At) => Math.min(60, ...written.filter((w) => Math.abs(w[0] - p[0]) < 110).map((w) => Math.abs(w[1] + 5 - p[1])))
  return places.reduce((best, p) => (room(p) > Math.max(20, room(best)) && room(best) < 20 ? p : best))
}

function Run({ state, wall }: { state: State; wall: number }) {
  const { units } = useBench()
  const at = usePlace()
  const w = state.walls[wall]
  const [a, b] = [state.outline[wall] as Corner, state.outline[(wall + 1) % state.outline.length] as Corner]
  if (!w || w.run_m <= 0) return null
  const t = w.run_at_m / w.length_m
  const from: At = [(a[0] ?? 0) + ((b[0] ?? 0) - (a[0] ?? 0)) * t, (a[1] ?? 0) + ((b[1] ?? 0) - (a[1] ?? 0)) * t]
  const inside = middle(state.outline)
  const { off } = onWall([a[0] ?? 0, a[1] ?? 0], [b[0] ?? 0, b[1] ?? 0], inside, inside)
  const l = Math.hypot((b[0] ?? 0) - (a[0] ?? 0), (b[1] ?? 0) - (a[1] ?? 0))
  const normal: At = [-((b[1] ?? 0) - (a[1] ?? 0)) / l, ((b[0] ?? 0) - (a[0] ?? 0)) / l]
  const side = Math.sign(normal[0] * (inside[0] - from[0]) + normal[1] * (inside[1] - from[1])) * Math.sign(off || 1)
  const to: At = [from[0] + side * normal[0] * w.run_m, from[1] + side * normal[1] * w.run_m]
  return <Dimension from={at(from)} to={at(to)} text={units.show('length', w.run_m)} as="whatif" />
}
