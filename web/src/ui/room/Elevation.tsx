import { type ReactNode, useMemo } from 'react'
import type { ClientFile } from '../../api/client'
import { useBench } from '../../lib/desk'
import { type At, Dimension, Hatch, Label, Person, Scene, through, useHatched, useSheet } from '../draw'
import { middle, onWall } from './geometry'
import { type Picked, type Room, type State, same } from './room'

type Props = {
  room: Room
  state: State
  wall: number
  picked: Picked
  pick: (p: Picked) => void
  /** What is drawn before the wall besides, in its metres. */
  children?: ReactNode
}

/** How near to a wall a thing stands to be drawn before it, in metres. */
const near = 0.8

/** A wall from inside, to scale: the ceiling along it, its openings and studs, what stands before it, and the client reaching up. */
export function Elevation(p: Props) {
  const { units, desk } = useBench()
  const { state, wall } = p
  const w = state.walls[wall]
  const reach = desk.results.heights[0]?.m ?? 0
  if (!w) return null
  const top = Math.max(2.2, reach + 0.1, ...w.skyline.map((c) => c[1] ?? 0))
  const heights = [...new Set(w.skyline.map((c) => units.show('length', c[1] ?? 0)))]
  const rows = [
    ['length', units.show('length', w.length_m)],
    ['ceiling along it', heights.length > 0 ? heights.join(', ') : 'not measured'],
    ['may take', w.takes.why],
    ...(reach > 0 ? [['overhead grip', units.show('height', reach)]] : []),
  ]
  return (
    <figure className="m-0 min-w-0">
      <Scene
        label={`Wall ${w.name} from inside, ${units.show('length', w.length_m)} long`}
        x={[0, w.length_m]}
        y={[0, top]}
        equal
        squared
        ratio={0.52}
        most={620}
        pad={{ left: 16, right: 60, top: 22, bottom: 30 }}
        table={{ head: [`of wall ${w.name}`, 'is'], rows }}
      >
        <Hatch as="due" name="over" />
        <Drawn {...p} top={top} />
        {p.children}
      </Scene>
      <figcaption className="text-fine text-soft">
        Wall {w.name} from inside; things within {units.show('length', near)} of it. The body is an estimate from stature and mass.
      </figcaption>
    </figure>
  )
}

function Drawn({ state, wall, picked, top }: Props & { top: number }) {
  const { units, desk } = useBench()
  const s = useSheet()
  const over = useHatched('over')
  const w = state.walls[wall]
  const mine = useMemo(
    () => desk.file.openings.filter((o) => o.wall === wall && state.openings.some((x) => x.id === o.id)),
    [desk, wall, state],
  )
  const seen = seenBefore(desk.file, state, wall)
  if (!w) return null
  const at = (m: number, h: number): At => [s.x(m), s.y(h)]
  const line = w.skyline.map((c) => at(c[0] ?? 0, c[1] ?? 0))
  const [x0, x1] = [s.x(0), s.x(w.length_m)]
  return (
    <>
      {line.length > 0 && (
        <>
          <path d={through([[x0, s.y(top)], ...line, [x1, s.y(top)]], true)} fill={over} />
          <path d={through([[x0, s.y(0)], ...line, [x1, s.y(0)]])} fill="none" stroke="var(--ink)" strokeWidth="3" />
        </>
      )}
      {line.length === 0 && (
        <Label at={[(x0 + x1) / 2, s.y(top) + 14]} anchor="middle" as="due">
          ceiling not measured
        </Label>
      )}
      <path
        d={through([
          [x0, s.y(0)],
          [x1, s.y(0)],
        ])}
        stroke="var(--ink)"
        strokeWidth="4"
      />
      {w.studs_m.map((m) => (
        <line
          key={m}
          x1={s.x(m)}
          x2={s.x(m)}
          y1={s.y(0)}
          y2={s.y(heightAt(w.skyline, m) || top)}
          stroke="var(--mark)"
          strokeDasharray="6 4"
        />
      ))}
      {mine.map((o) => {
        const [y0, y1] = [s.y(o.sill_m), s.y(o.sill_m + (o.height_m || 2))]
        const on = same(picked, { list: 'openings', id: o.id })
        return (
          <g key={o.id}>
            <rect
              x={s.x(o.at_m)}
              y={y1}
              width={s.len(o.width_m)}
              height={Math.max(1, y0 - y1)}
              fill="var(--sheet)"
              stroke={on ? 'var(--action)' : 'var(--ink)'}
              strokeWidth={on ? 2.5 : 1.5}
              strokeDasharray={o.height_m > 0 ? undefined : '5 4'}
            />
            <Label at={[s.x(o.at_m + o.width_m / 2), (y0 + y1) / 2]} anchor="middle" halo>
              {o.name}
            </Label>
          </g>
        )
      })}
      <Before seen={seen} picked={picked} />
      <Reaching at={standing(w.length_m, [...mine.map((o): At => [o.at_m, o.at_m + o.width_m]), ...seen.map((t): At => [t.from, t.to])])} />
      <Dimension from={[x0, s.y(0) + 18]} to={[x1, s.y(0) + 18]} text={units.show('length', w.length_m)} />
      <Heights line={w.skyline} length={w.length_m} />
    </>
  )
}

/** How high the ceiling is at both ends. */
function Heights({ line, length }: { line: readonly (readonly number[])[]; length: number }) {
  const { units } = useBench()
  const s = useSheet()
  const last = line.at(-1)
  if (!last?.[1]) return null
  return <Dimension from={[s.x(length) + 12, s.y(0)]} to={[s.x(length) + 12, s.y(last[1])]} text={units.show('length', last[1])} />
}

/** The height of a line of corners at a place along it. */
function heightAt(line: readonly (readonly number[])[], m: number): number {
  for (let i = 0; i + 1 < line.length; i++) {
    const [a, b] = [line[i], line[i + 1]]
    if (a && b && (a[0] ?? 0) <= m && m <= (b[0] ?? 0) && (b[0] ?? 0) > (a[0] ?? 0))
      return (a[1] ?? 0) + (((b[1] ?? 0) - (a[1] ?? 0)) * (m - (a[0] ?? 0))) / ((b[0] ?? 0) - (a[0] ?? 0))
  }
  return line.at(-1)?.[1] ?? 0
}

/** Where along a wall the figure hides least: the middle of its longest part with nothing before it. */
function standing(length: number, taken: readonly At[]): number {
  const edges = [...taken].sort((a, b) => a[0] - b[0])
  let [best, at, from] = [0, length / 2, 0]
  for (const [a, b] of [...edges, [length, length] as const]) {
    if (a - from > best) [best, at] = [a - from, (a + from) / 2]
    from = Math.max(from, b)
  }
  return at
}

type Seen = { x: ClientFile['fixtures'][number]; off: number; from: number; to: number }

/** What stands before a wall, the nearest last. */
function seenBefore(file: ClientFile, state: State, wall: number): Seen[] {
  const corner = (i: number): At => {
    const c = state.outline[i % state.outline.length] ?? [0, 0]
    return [c[0] ?? 0, c[1] ?? 0]
  }
  const [from, to, inside] = [corner(wall), corner(wall + 1), middle(state.outline)]
  const all = state.things.flatMap((t) => {
    const x = file.fixtures.find((f) => f.id === t.id)
    const places = t.outline.map((c) => onWall(from, to, c, inside))
    const off = Math.min(...places.map((p) => p.off))
    if (!x || x.away || x.nowhere || x.height_m <= 0 || off > near || off < -0.3) return []
    return [{ x, off, from: Math.min(...places.map((p) => p.along)), to: Math.max(...places.map((p) => p.along)) }]
  })
  return all.sort((a, b) => b.off - a.off)
}

function Before({ seen, picked }: { seen: Seen[]; picked: Picked }) {
  const s = useSheet()
  return (
    <>
      {seen.map(({ x, from, to }) => (
        <g key={x.id}>
          <rect
            x={s.x(from)}
            y={s.y(x.height_m)}
            width={s.len(to - from)}
            height={s.len(x.height_m)}
            fill="var(--faint)"
            stroke={same(picked, { list: 'fixtures', id: x.id }) ? 'var(--action)' : 'var(--soft)'}
          />
          {s.len(to - from) > 6.4 * x.name.length && (
            <Label at={[s.x((from + to) / 2), s.y(x.height_m / 2) + 5]} anchor="middle">
              {x.name}
            </Label>
          )}
        </g>
      ))}
    </>
  )
}

/** The client before the wall, reaching up, with the arc that the grip can go. */
function Reaching({ at }: { at: number }) {
  const { desk, units } = useBench()
  const s = useSheet()
  const { stander, heights } = desk.results
  const reach = heights[0]?.m ?? 0
  if (!stander || reach <= 0) return null
  const shift = s.x(at) - s.x(0)
  const { shoulder, hand: grip } = stander.reaching
  const arm = Math.hypot(grip.x - shoulder.x, grip.y - shoulder.y, grip.z - shoulder.z)
  const [cx, cy] = [s.x(at), s.y(shoulder.y)]
  const r = s.len(arm)
  return (
    <g>
      <g transform={`translate(${shift} 0)`}>
        <Person joints={stander.reaching} physique={stander.physique} view="front" />
      </g>
      <path d={`M${cx - r} ${cy}A${r} ${r} 0 0 1 ${cx + r} ${cy}`} fill="none" stroke="var(--whatif)" strokeDasharray="4 4" />
      <line x1={cx - r} x2={cx + r} y1={s.y(reach)} y2={s.y(reach)} stroke="var(--whatif)" />
      <Label at={[cx + r + 4, s.y(reach) + 5]} as="whatif" halo>
        grip {units.show('height', reach)}
      </Label>
    </g>
  )
}
