import type { Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { type At, through } from '../draw'
import { between, middle } from './geometry'
import { Hit } from './Hit'
import { type Corner, usePlace } from './place'
import { type Picked, type Room, type State, same, wallName } from './room'

type Props = { room: Room; state: State; picked: Picked; pick: (p: Picked) => void; still?: boolean }

/** A gap in the wall with its leaf and what that sweeps, a window's panes, or a garage door. */
export function Opening({ room, state, picked, pick, id, still }: Props & { id: string }) {
  const { desk } = useBench()
  const at = usePlace()
  const o = desk.file.openings.find((x) => x.id === id)
  const now = state.openings.find((x) => x.id === id)
  const w = o && state.walls[o.wall]
  if (!o || !now || !w || o.room !== room.id) return null
  const [a, b] = [state.outline[o.wall] as Corner, state.outline[(o.wall + 1) % state.outline.length] as Corner]
  const on = same(picked, { list: 'openings', id })
  const part = (m: number) => between(at(a), at(b), Math.max(0, Math.min(1, m / w.length_m)))
  const [from, to] = [part(o.at_m), part(o.at_m + o.width_m)]
  const stroke = on ? 'var(--action)' : now.wrong ? 'var(--wrong)' : 'var(--ink)'
  return (
    <g className="cursor-pointer">
      {now.swing.length > 0 && (
        <path d={through(now.swing.map(at), true)} fill="var(--due)" fillOpacity="0.08" stroke="var(--due)" strokeDasharray="3 3" />
      )}
      <path d={through([from, to])} stroke="var(--paper)" strokeWidth="9" />
      {o.kind === 'window' && <path d={through([from, to])} stroke={stroke} strokeWidth="5" strokeDasharray="1 3" />}
      {o.kind === 'garage-door' && <path d={through([from, to])} stroke={stroke} strokeWidth="4" strokeDasharray="12 3" />}
      {(o.kind === 'window' || o.kind === 'door' || o.kind === 'gap' || o.kind === 'hatch') && (
        <path d={through([from, to])} stroke={stroke} strokeWidth="1.5" strokeDasharray={o.kind === 'window' ? undefined : '4 3'} />
      )}
      {o.kind === 'door' && <Leaf o={o} from={from} to={to} now={now} stroke={stroke} inside={middle(state.outline.map(at))} />}
      <Hit label={`${o.name}, in wall ${wallName(o.wall)}`} on={on} onPick={() => pick({ list: 'openings', id })} still={still}>
        <path d={through([from, to])} stroke="transparent" strokeWidth="20" />
      </Hit>
    </g>
  )
}

type LeafProps = { o: Shapes['Opening']; from: At; to: At; now: Shapes['OpeningState']; stroke: string; inside: At }

/** The leaf as it stands open: into the room by what the server says that it sweeps, away from it mirrored. */
function Leaf({ o, from, to, now, stroke, inside }: LeafProps) {
  const at = usePlace()
  const [hinge, free] = o.hinge === 'end' ? [to, from] : [from, to]
  if (o.swings === 'slides' || o.swings === 'unknown') return null
  const into = now.swing.at(-1)
  let open: At
  if (into) open = at(into)
  else {
    // Square to the wall, on the other side of it than the room.
    const [dx, dy] = [free[0] - hinge[0], free[1] - hinge[1]]
    const side = Math.sign(dx * (inside[1] - hinge[1]) - dy * (inside[0] - hinge[0])) || 1
    open = [hinge[0] + side * dy, hinge[1] - side * dx]
  }
  const r = Math.hypot(free[0] - hinge[0], free[1] - hinge[1])
  const turn = (free[0] - hinge[0]) * (open[1] - hinge[1]) - (free[1] - hinge[1]) * (open[0] - hinge[0]) > 0 ? 1 : 0
  return (
    <path
      d={`M${hinge[0]} ${hinge[1]}L${open[0]} ${open[1]}M${free[0]} ${free[1]}A${r} ${r} 0 0 ${turn} ${open[0]} ${open[1]}`}
      fill="none"
      stroke={stroke}
      strokeWidth="1.5"
    />
  )
}
