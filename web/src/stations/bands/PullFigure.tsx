import type { Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import type { Pull } from './forces'

type Body = Shapes['Body']
type Spot = Shapes['Spot']
type Flat = [number, number]

const pad = { left: 22, right: 22, top: 24, bottom: 34 }

/** The client's own proportions at the start and at the finish, with the band between its two ends, to scale. */
export function PullFigure({ pull, move, width, height }: { pull: Pull; move: Shapes['BandMovement']; width: number; height: number }) {
  const { units, desk } = useBench()
  if (width < 120) return null
  const stature = desk.file.profile.stature_m || 1.7
  const flat = (s: Spot): Flat => (move.view === 'front' ? [s.z, s.y] : move.view === 'above' ? [s.z, s.x] : [s.x, s.y])
  const mirrored = move.view !== 'side'
  const spots = [...Object.values(pull.start), ...Object.values(pull.finish)].map(flat)
  const xs = spots.flatMap(([x]) => (mirrored ? [x, -Math.min(Math.abs(x), 0.6)] : [x]))
  const ys = spots.map(([, y]) => y)
  const lo: Flat = [Math.min(...xs, -0.25), move.view === 'above' ? Math.min(...ys, -0.35) : 0]
  const hi: Flat = [Math.max(...xs, 0.25), move.view === 'above' ? Math.max(...ys, 0.5) : Math.max(...ys, 0.6) + 0.08 * stature]
  const scale = Math.min((width - pad.left - pad.right) / (hi[0] - lo[0]), (height - pad.top - pad.bottom) / (hi[1] - lo[1]))
  const left = pad.left + (width - pad.left - pad.right - scale * (hi[0] - lo[0])) / 2
  const at = ([x, y]: Flat): Flat => [left + (x - lo[0]) * scale, height - pad.bottom - (y - lo[1]) * scale]
  const line = (...s: Flat[]) =>
    `M${s
      .map((q) =>
        at(q)
          .map((v) => v.toFixed(1))
          .join(' '),
      )
      .join('L')}`
  const anchored = move.side !== ''
  const drawing = { flat, line, at, stature, scale, mirrored, oneArm: move.place === 'under one foot', above: move.view === 'above' }
  const from = flat(pull.finish.from)
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      className="squared block border border-line bg-sheet"
      role="img"
      aria-label={`${move.name}, seen from ${move.view === 'side' ? 'the side' : move.view === 'front' ? 'the front' : 'above'}`}
    >
      {move.view !== 'above' && (
        <line x1={0} x2={width} y1={at([0, 0])[1] + 1} y2={at([0, 0])[1] + 1} stroke="var(--ink)" strokeWidth="2" />
      )}
      <Person body={pull.start} {...drawing} faint />
      <Person body={pull.finish} {...drawing} />
      <BandLine body={pull.start} move={move} flat={flat} line={line} dashed />
      <BandLine body={pull.finish} move={move} flat={flat} line={line} />
      {anchored && (
        <g>
          {move.view !== 'above' ? (
            <line x1={at(from)[0]} x2={at(from)[0]} y1={pad.top / 2} y2={height - pad.bottom} stroke="var(--mark)" strokeWidth="3" />
          ) : (
            <line x1={at(from)[0]} x2={at(from)[0]} y1={at(from)[1] - 40} y2={at(from)[1] + 40} stroke="var(--mark)" strokeWidth="3" />
          )}
          <rect x={at(from)[0] - 5} y={at(from)[1] - 5} width="10" height="10" fill="var(--ink)" />
          {move.view === 'above' && move.side !== 'to the side' ? (
            <Along from={at(from)} to={at([from[0], 0])} text={units.show('length', pull.rig.distance_m)} x={width - 60} />
          ) : (
            <Distance from={at([from[0], lo[1]])} to={at([0, lo[1]])} text={units.show('length', pull.rig.distance_m)} y={height - 14} />
          )}
        </g>
      )}
      {move.place === 'under the feet' && move.view === 'front' && (
        <Distance
          from={at([-pull.rig.stance_m / 2, 0])}
          to={at([pull.rig.stance_m / 2, 0])}
          text={units.show('level', pull.rig.stance_m)}
          y={height - 14}
        />
      )}
      <g fontSize="var(--text-fine)" className="font-cond" fill="var(--soft)">
        <text x={8} y={16}>
          seen from {move.view === 'side' ? 'the side' : move.view === 'front' ? 'the front' : 'above'}; start dashed
        </text>
      </g>
    </svg>
  )
}

function Distance({ from, to, text, y }: { from: Flat; to: Flat; text: string; y: number }) {
  const [a, b] = [Math.min(from[0], to[0]), Math.max(from[0], to[0])]
  const wide = text.length * 7 + 8
  const inside = b - a > wide + 12
  return (
    <g stroke="var(--action)" strokeWidth="1.5">
      <line x1={a} x2={b} y1={y} y2={y} />
      <path d={`M${a} ${y - 5}v10M${b} ${y - 5}v10`} />
      <rect x={(a + b) / 2 - wide / 2} y={inside ? y - 9 : y - 26} width={wide} height={18} fill="var(--sheet)" stroke="none" />
      <text
        x={(a + b) / 2}
        y={inside ? y + 5 : y - 12}
        fontSize="var(--text-body)"
        fontWeight="600"
        textAnchor="middle"
        stroke="none"
        fill="var(--action)"
        className="font-cond"
      >
        {text}
      </text>
    </g>
  )
}

/** A distance that goes up and down in the drawing. */
function Along({ from, to, text, x }: { from: Flat; to: Flat; text: string; x: number }) {
  const [a, b] = [Math.min(from[1], to[1]), Math.max(from[1], to[1])]
  return (
    <g stroke="var(--action)" strokeWidth="1.5">
      <path d={`M${x} ${a}V${b}M${x - 5} ${a}h10M${x - 5} ${b}h10`} fill="none" />
      <text
        x={x + 8}
        y={(a + b) / 2 + 5}
        fontSize="var(--text-body)"
        fontWeight="600"
        stroke="none"
        fill="var(--action)"
        className="font-cond"
      >
        {text}
      </text>
    </g>
  )
}

type Draw = { body: Body; flat: (s: Spot) => Flat; line: (...s: Flat[]) => string }

function Person(
  p: Draw & { at: (f: Flat) => Flat; stature: number; scale: number; mirrored: boolean; above: boolean; faint?: boolean; oneArm: boolean },
) {
  const { body: b, flat, line } = p
  const look = {
    fill: 'none',
    stroke: 'var(--soft)',
    strokeWidth: p.faint ? 1.6 : 2.4,
    strokeDasharray: p.faint ? '4 4' : undefined,
    strokeLinecap: 'round' as const,
    strokeLinejoin: 'round' as const,
    opacity: p.faint ? 0.75 : 1,
  }
  const other = (s: Spot): Spot => ({ ...s, z: -s.z })
  const moved = b.moving_ankle.x !== b.ankle.x || b.moving_ankle.y !== b.ankle.y || b.moving_ankle.z !== b.ankle.z
  const head = p.at(flat(b.head))
  const arm = (m: (s: Spot) => Spot) => line(flat(m(b.shoulder)), flat(m(b.elbow)), flat(m(b.hand)))
  const leg = (m: (s: Spot) => Spot) => line(flat(m(b.hip)), flat(m(b.knee)), flat(m(b.ankle)), flat(m(b.toe)))
  const same = (s: Spot) => s
  return (
    <g {...look}>
      {!p.above && <circle cx={head[0]} cy={head[1]} r={0.062 * p.stature * p.scale} />}
      {p.above && <ellipse cx={head[0]} cy={head[1]} rx={0.05 * p.stature * p.scale} ry={0.062 * p.stature * p.scale} />}
      {p.mirrored ? <path d={line(flat(b.shoulder), flat(other(b.shoulder)))} /> : <path d={line(flat(b.shoulder), flat(b.hip))} />}
      {p.mirrored && !p.above && <path d={line(flat({ ...b.shoulder, z: 0 }), flat({ ...b.hip, z: 0 }))} />}
      {p.mirrored && <path d={line(flat(b.hip), flat(other(b.hip)))} />}
      <path d={arm(same)} />
      {p.mirrored && !p.oneArm && <path d={arm(other)} />}
      {(!p.above || b.knee.x > 0.1) && (
        <>
          {(!moved || !p.mirrored) && <path d={leg(same)} />}
          {p.mirrored && !(moved && p.above) && <path d={leg(other)} />}
        </>
      )}
      {moved && <path d={line(flat(b.hip), flat(b.moving_knee), flat(b.moving_ankle))} />}
      {moved && p.above && <path d={line(flat(other(b.hip)), flat(other(b.moving_knee)))} />}
    </g>
  )
}

/** The band's run, on both sides where it has two. */
function BandLine(p: Draw & { move: Shapes['BandMovement']; dashed?: boolean }) {
  const { body: b, flat, line, move } = p
  const look = {
    fill: 'none',
    stroke: 'var(--ink)',
    strokeWidth: p.dashed ? 2 : 4,
    strokeDasharray: p.dashed ? '2 5' : undefined,
    strokeLinecap: 'round' as const,
  }
  const other = (s: Spot): Spot => ({ ...s, z: -s.z })
  const two = move.view !== 'side' && (move.place === 'under the feet' || (move.side !== '' && b.to.z !== 0 && move.side !== 'to the side'))
  const back = move.place === 'round the back' || move.place === 'under the hands'
  return (
    <g {...look}>
      <path d={line(flat(b.from), flat(b.to))} />
      {two && <path d={line(flat(other(b.from)), flat(other(b.to)))} />}
      {two && move.place === 'under the feet' && <path d={line(flat(b.from), flat(other(b.from)))} />}
      {back && move.view !== 'side' && <path d={line(flat(b.from), flat(other(b.from)), flat(other(b.to)))} />}
    </g>
  )
}
