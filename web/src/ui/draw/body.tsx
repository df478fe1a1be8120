import type { Shapes } from '../../api/client'
import { type At, type Sheet, useSheet } from './scene'

type Joints = Shapes['Joints']
type Spot = Shapes['Spot']
type Physique = Shapes['Physique']

export type View = 'side' | 'front' | 'above'

/** Where a spot is seen from a side, in metres of the drawing. */
export const seen = (view: View, s: Spot): At => (view === 'front' ? [s.z, s.y] : view === 'above' ? [s.z, s.x] : [s.x, s.y])

export const otherSide = (s: Spot): Spot => ({ ...s, z: -s.z })

const mid = (a: Spot, b: Spot, t = 0.5): Spot => ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t, z: a.z + (b.z - a.z) * t })
const inMiddle = (s: Spot): Spot => ({ ...s, z: 0 })

/** The outline of a round part from one end to the other, each with its half width: two circles and what lies between. */
export function capsule([x0, y0]: At, r0: number, [x1, y1]: At, r1: number): string {
  const d = Math.hypot(x1 - x0, y1 - y0)
  const circle = (x: number, y: number, r: number) => `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`
  if (d <= Math.abs(r0 - r1) + 1e-6) return r0 > r1 ? circle(x0, y0, r0) : circle(x1, y1, r1)
  const along = Math.atan2(y1 - y0, x1 - x0)
  const lean = Math.acos((r0 - r1) / d)
  const on = (x: number, y: number, r: number, a: number) => `${(x + r * Math.cos(a)).toFixed(2)} ${(y + r * Math.sin(a)).toFixed(2)}`
  const [a, b] = [along - lean, along + lean]
  return (
    `M${on(x0, y0, r0, a)}L${on(x1, y1, r1, a)}A${r1} ${r1} 0 ${r1 > r0 ? 1 : 0} 1 ${on(x1, y1, r1, b)}` +
    `L${on(x0, y0, r0, b)}A${r0} ${r0} 0 ${r0 > r1 ? 1 : 0} 1 ${on(x0, y0, r0, a)}Z`
  )
}

type Props = {
  joints: Joints
  physique: Physique
  view: View
  /** As it was, or as it may be: pale and dashed. */
  faint?: boolean
  /** Only one arm takes part: the other is as it is in this pose. */
  otherArm?: Joints
}

type Draw = { at: (s: Spot) => At; k: number; view: View; j: Joints; p: Physique }

const drawing = (sheet: Sheet, { joints, physique, view }: Props): Draw => ({
  at: (s) => {
    const [x, y] = seen(view, s)
    return [sheet.x(x), sheet.y(y)]
  },
  k: sheet.len(1),
  view,
  j: joints,
  p: physique,
})

/** An arm or a leg: its limbs from joint to joint. */
function limbs({ at, k, p }: Draw, chain: readonly { name: string; from: Spot; to: Spot }[]): string[] {
  return chain.flatMap(({ name, from, to }) => {
    const l = p.limbs.find((x) => x.name === name)
    return l ? [capsule(at(from), l.near_m * k, at(to), l.far_m * k)] : []
  })
}

const arm = (d: Draw, turn: (s: Spot) => Spot) =>
  limbs(d, [
    { name: 'upper arm', from: turn(d.j.shoulder), to: turn(d.j.elbow) },
    { name: 'forearm and hand', from: turn(d.j.elbow), to: turn(d.j.hand) },
  ])

const leg = (d: Draw, turn: (s: Spot) => Spot) =>
  limbs(d, [
    { name: 'thigh', from: turn(d.j.hip), to: turn(d.j.knee) },
    { name: 'shank', from: turn(d.j.knee), to: turn(d.j.ankle) },
    { name: 'foot', from: turn(d.j.ankle), to: turn(d.j.toe) },
  ])

const movingLeg = (d: Draw, turn: (s: Spot) => Spot) =>
  limbs(d, [
    { name: 'thigh', from: turn(d.j.hip), to: turn(d.j.moving_knee) },
    { name: 'shank', from: turn(d.j.moving_knee), to: turn(d.j.moving_ankle) },
  ])

/** The trunk: as deep as it is from the side, as broad from the front, both from above. */
function trunk(d: Draw): string[] {
  const { at, k, p, j, view } = d
  const [top, low] = [inMiddle(j.shoulder), inMiddle(j.hip)]
  const waist = mid(top, low, 0.55)
  if (view === 'side') {
    const chest = mid(top, low, 0.22)
    return [
      capsule(at(chest), p.chest.depth_m * k, at(waist), p.waist.depth_m * k),
      capsule(at(waist), p.waist.depth_m * k, at(low), p.seat.depth_m * k * 0.92),
    ]
  }
  if (view === 'front') return [broad(d, top, waist, low)]
  const [x, y] = at(mid(top, low, 0.1))
  const [bx, by] = [p.chest.breadth_m * k, p.chest.depth_m * k]
  const oval = `M${x - bx} ${y}a${bx} ${by} 0 1 0 ${2 * bx} 0a${bx} ${by} 0 1 0 ${-2 * bx} 0Z`
  const lying = Math.abs(top.x - low.x) > Math.abs(top.y - low.y)
  return lying ? [broad(d, top, waist, low)] : [oval]
}

/** A trunk that is seen from the front or the back, or lying from above: from the neck over the shoulders to the hips. */
function broad({ at, k, p, j }: Draw, top: Spot, waist: Spot, low: Spot): string {
  const [tx, ty] = at(top)
  const [lx, ly] = at(low)
  const long = Math.hypot(lx - tx, ly - ty) || 1
  // Along the spine and across it, on the sheet.
  const [ax, ay] = [(lx - tx) / long, (ly - ty) / long]
  const row = (s: Spot, half: number, on = 0): [At, At] => {
    const [x, y] = at(s)
    const [cx, cy] = [x + ax * on * k, y + ay * on * k]
    return [
      [cx + ay * half * k, cy - ax * half * k],
      [cx - ay * half * k, cy + ax * half * k],
    ]
  }
  const shoulder = Math.abs(j.shoulder.z)
  const rows = [
    row(top, p.neck_m, -p.neck_m * 0.9),
    row(top, shoulder + 0.02, -0.01),
    row(mid(top, low, 0.14), p.chest.breadth_m * 1.02),
    row(mid(top, low, 0.32), p.chest.breadth_m),
    row(waist, p.waist.breadth_m),
    row(mid(waist, low, 0.75), p.seat.breadth_m),
    row(low, p.seat.breadth_m, p.seat.depth_m * 0.5),
    row(low, p.seat.breadth_m * 0.5, p.seat.depth_m * 0.75),
  ]
  return rounded([...rows.map((r) => r[0]), ...rows.map((r) => r[1]).reverse()])
}

/** A closed line that is round at each of its corners: through the middles of its sides. */
export function rounded(points: readonly At[]): string {
  const between = (a: At, b: At) => `${((a[0] + b[0]) / 2).toFixed(1)} ${((a[1] + b[1]) / 2).toFixed(1)}`
  const [first, second] = [points[0], points[1]]
  if (!first || !second) return ''
  const turns = points.map((_, i) => {
    const [at, next] = [points[(i + 1) % points.length] ?? first, points[(i + 2) % points.length] ?? first]
    return `Q${at[0].toFixed(1)} ${at[1].toFixed(1)} ${between(at, next)}`
  })
  return `M${between(first, second)}${turns.join('')}Z`
}

function Head({ at, k, p, j, view }: Draw) {
  const [x, y] = at(j.head)
  const up = at(inMiddle(j.shoulder))
  // A head goes with its trunk.
  const turn = view === 'side' ? (Math.atan2(x - up[0], up[1] - y) * 180) / Math.PI : 0
  const rx = (view === 'side' ? p.head.depth_m : p.head.breadth_m) * k
  const ry = (view === 'above' ? p.head.depth_m : p.head_half_m) * k
  return <ellipse cx={x} cy={y} rx={rx} ry={ry} transform={`rotate(${turn.toFixed(1)} ${x.toFixed(1)} ${y.toFixed(1)})`} />
}

const same = (s: Spot) => s
const apart = (a: Spot, b: Spot) => a.x !== b.x || a.y !== b.y || a.z !== b.z

/** The client in a pose, with limbs of their own width, from the side, the front or above. */
export function Person(props: Props) {
  const sheet = useSheet()
  const d = drawing(sheet, props)
  const { j, view } = d
  const moves = apart(j.moving_ankle, j.ankle) || apart(j.moving_knee, j.knee)
  const two = view !== 'side'
  const legsSeen = view !== 'above' || j.knee.x > 0.1
  const nape = inMiddle(j.shoulder)
  const neck = capsule(d.at(nape), d.p.neck_m * d.k, d.at(mid(nape, j.head, 0.6)), d.p.neck_m * d.k * 0.9)
  const legs = [
    ...(legsSeen && !(moves && two) ? leg(d, same) : []),
    ...(legsSeen && two && !(moves && view === 'above') ? leg(d, otherSide) : []),
    ...(moves ? movingLeg(d, same) : []),
    ...(moves && view === 'above' ? movingLeg(d, otherSide) : []),
  ]
  const arms = [...arm(d, same), ...(two ? arm({ ...d, j: props.otherArm ?? j }, otherSide) : [])]
  const above = view === 'above'
  return (
    <g opacity={props.faint ? 0.45 : 1} strokeLinejoin="round">
      <Layer faint={props.faint} paths={legs} />
      <Layer faint={props.faint} paths={above ? [] : [neck, ...trunk(d)]} />
      {!above && (
        <g {...outline(props.faint)} fill="var(--faint)">
          <Head {...d} />
        </g>
      )}
      <Layer faint={props.faint} paths={above ? [...arms, ...trunk(d)] : arms} />
      {above && (
        <g {...outline(props.faint)} fill="var(--faint)">
          <Head {...d} />
        </g>
      )}
    </g>
  )
}

const outline = (faint?: boolean) => ({ stroke: 'var(--soft)', strokeWidth: faint ? 1.2 : 1.6, strokeDasharray: faint ? '4 4' : undefined })

/** Parts that lie in one layer: their outline is that of all of them together. */
function Layer({ paths, faint }: { paths: readonly string[]; faint?: boolean }) {
  const all = [...new Set(paths)]
  return (
    <>
      {all.map((d) => (
        <path key={d} d={d} fill="none" {...outline(faint)} strokeWidth={faint ? 2 : 3.2} />
      ))}
      {all.map((d) => (
        <path key={d} d={d} fill="var(--faint)" />
      ))}
    </>
  )
}

/** What a figure takes of the sheet, with the room round it that its limbs need. */
export function extent(view: View, bodies: readonly Joints[], physique: Physique): { x: [number, number]; y: [number, number] } {
  const round = Math.max(physique.chest.breadth_m, physique.head_half_m)
  const spots = bodies.flatMap((b) => Object.values(b).flatMap((s) => (view === 'side' ? [s] : [s, otherSide(s)])))
  const flat = spots.map((s) => seen(view, s))
  const xs = flat.map(([x]) => x)
  const ys = flat.map(([, y]) => y)
  const floor = view === 'above' ? Math.min(...ys) - round : 0
  return {
    x: [Math.min(...xs) - round, Math.max(...xs) + round],
    y: [Math.min(floor, Math.min(...ys) - 0.02), Math.max(...ys) + round * 0.8],
  }
}
