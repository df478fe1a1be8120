import { type ReactNode, useState } from 'react'
import { useBench } from '../../lib/desk'
import { useFields } from '../../lib/file/useFields'
import { type At, Label, through, useHatched, useSheet } from '../draw'
import { middle, snapped } from './geometry'
import { type Corner, usePlace, useUnder } from './place'
import { type Picked, type Room, type State, same } from './room'
import { useMove } from './useMove'

type MovableProps = {
  list: 'fixtures' | 'overheads'
  id: string
  x: number
  y: number
  label: string
  on: boolean
  pick: (p: Picked) => void
  outline: readonly Corner[]
  /** It is a picture: nothing moves. */
  still?: boolean
  children: ReactNode
}

/** Something of a room that is dragged about it, or moved with the arrow keys; its edges snap to those of the walls. */
export const Movable = ({ still, children, ...p }: MovableProps) => (still ? <g>{children}</g> : <Moving {...p}>{children}</Moving>)

function Moving({ list, id, x, y, label, on, pick, outline, children }: MovableProps) {
  const { units, desk } = useBench()
  const s = useSheet()
  const place = usePlace()
  const under = useUnder()
  const of = useFields(list as 'fixtures', id)
  const [fx, fy] = [of('x_m'), of('y_m')]
  const [to, setTo] = useState<At | null>(null)
  const step = units.system === 'metric' ? 0.01 : 0.0254 / 2
  const state = desk.results.home.rooms.find((r) => [...r.things, ...r.low].some((t) => t.outline === outline))
  const walls = state?.outline ?? []
  const snap = ([nx, ny]: At): At => {
    const near = 7 / s.len(1)
    const edges = (axis: 0 | 1, v: number) => {
      const half = Math.max(...outline.map((c) => Math.abs((c[axis] ?? 0) - (axis === 0 ? x : y))))
      return snapped(
        v,
        step,
        walls.flatMap((c) => [(c[axis] ?? 0) + half, (c[axis] ?? 0) - half]),
        near,
      )
    }
    return [edges(0, nx), edges(1, ny)]
  }
  const move = useMove({
    at: [x, y],
    under,
    step,
    snap,
    onMove: setTo,
    onRest: ([nx, ny]) => {
      setTo(null)
      const mm = (v: number) => Math.round(v * 1e4) / 1e4
      if (Math.abs(nx - x) > 1e-6) fx.set(mm(nx))
      if (Math.abs(ny - y) > 1e-6) fy.set(mm(ny))
    },
    onPress: () => pick({ list, id }),
  })
  // What is drawn is the server's answer to where it stood: until the next one it is shown where it stands now.
  const [from, here] = [place(middle(outline)), place(to ?? [x, y])]
  const moved = Math.hypot(here[0] - from[0], here[1] - from[1]) > 0.01
  return (
    // biome-ignore lint/a11y/useSemanticElements: a part of a drawing
    <g
      role="button"
      tabIndex={0}
      aria-label={`${label}: arrow keys move it`}
      aria-pressed={on}
      className="cursor-move touch-none"
      transform={moved ? `translate(${here[0] - from[0]} ${here[1] - from[1]})` : undefined}
      {...move}
    >
      {children}
      {to && (
        <Label at={[from[0], from[1] - 14]} anchor="middle" size="body" as="whatif" bold halo>
          {units.bare('length', to[0])} · {units.show('length', to[1])}
        </Label>
      )}
    </g>
  )
}

type Props = { room: Room; state: State; picked: Picked; pick: (p: Picked) => void; id: string; still?: boolean }

/** What stands in the room, with what is worked on around it. */
export function Thing({ state, picked, pick, id, still }: Props) {
  const { desk } = useBench()
  const at = usePlace()
  const gone = useHatched('gone')
  const x = desk.file.fixtures.find((f) => f.id === id)
  const t = state.things.find((f) => f.id === id)
  if (!x || !t || x.nowhere) return null
  const on = same(picked, { list: 'fixtures', id })
  const wrong = state.conflicts.filter((c) => c.thing === id || c.other === id)
  const hard = wrong.some((c) => !c.guidance)
  const outline = t.outline.map(at)
  const m = middle(outline)
  const wide = Math.max(...outline.map((p) => p[0])) - Math.min(...outline.map((p) => p[0]))
  const stroke = on ? 'var(--action)' : hard ? 'var(--wrong)' : wrong.length > 0 ? 'var(--due)' : 'var(--ink)'
  const zone = t.around.some((c, i) => c[0] !== t.outline[i]?.[0] || c[1] !== t.outline[i]?.[1])
  return (
    <Movable list="fixtures" id={id} x={x.x_m} y={x.y_m} label={x.name} on={on} pick={pick} outline={t.outline} still={still}>
      {zone && !x.away && <path d={through(t.around.map(at), true)} fill="none" stroke={stroke} strokeWidth="1" strokeDasharray="2 4" />}
      <path
        d={through(outline, true)}
        fill={x.away ? gone : x.kind === 'gear' ? 'var(--covered-bg)' : 'var(--faint)'}
        fillOpacity={x.away ? 0.35 : 1}
        stroke={stroke}
        strokeWidth={on ? 2.5 : 1.5}
        strokeDasharray={x.away ? '4 4' : undefined}
      />
      {(wide > 8 + 6.2 * x.name.length || on) && (
        <Label at={[m[0], m[1] + 5]} anchor="middle" as={on ? 'action' : 'ink'} halo={wide <= 8 + 6.2 * x.name.length}>
          {x.name}
        </Label>
      )}
    </Movable>
  )
}
