import type { At } from '../draw'

/** Where some places lie, from the least to the most; of none a room of a metre. */
export function boundsOf(all: readonly (readonly (readonly number[])[])[]): { x: [number, number]; y: [number, number] } {
  const xs = all.flatMap((r) => r.map((p) => p[0] ?? 0))
  const ys = all.flatMap((r) => r.map((p) => p[1] ?? 0))
  if (xs.length === 0) return { x: [0, 1], y: [0, 1] }
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  return { x: [x0, Math.max(x1, x0 + 0.1)], y: [y0, Math.max(y1, y0 + 0.1)] }
}

export const middle = (r: readonly (readonly number[])[]): At => [
  r.reduce((s, p) => s + (p[0] ?? 0), 0) / Math.max(1, r.length),
  r.reduce((s, p) => s + (p[1] ?? 0), 0) / Math.max(1, r.length),
]

const minus = (a: At, b: At): At => [a[0] - b[0], a[1] - b[1]]
const cross = (a: At, b: At) => a[0] * b[1] - a[1] * b[0]
const length = (a: At) => Math.hypot(a[0], a[1])

/** Where two lines meet, each through a place in a direction; null when they run alike. */
function meeting(p: At, u: At, q: At, v: At): At | null {
  const d = cross(u, v)
  if (Math.abs(d) < 1e-9 * length(u) * length(v)) return null
  const t = cross(minus(q, p), v) / d
  return [p[0] + t * u[0], p[1] + t * u[1]]
}

/**
 * The walls' lengths after a corner was moved: the two walls at it are shifted, and keep
 * their directions as all others do, so that every turn stays. Null where a wall would run
 * backwards.
 */
export function cornerMoved(outline: readonly At[], i: number, to: At): number[] | null {
  const n = outline.length
  const at = (k: number) => outline[(k + n) % n] as At
  const before = meeting(at(i - 2), minus(at(i - 1), at(i - 2)), to, minus(at(i), at(i - 1)))
  const after = meeting(at(i + 2), minus(at(i + 1), at(i + 2)), to, minus(at(i + 1), at(i)))
  if (!before || !after) return null
  const moved = outline.map((p, k) => (k === i ? to : k === (i - 1 + n) % n ? before : k === (i + 1) % n ? after : p))
  const lengths: number[] = []
  for (let k = 0; k < n; k++) {
    const [old, now] = [minus(at(k + 1), at(k)), minus(moved[(k + 1) % n] as At, moved[k] as At)]
    if (old[0] * now[0] + old[1] * now[1] <= 0) return null
    lengths.push(length(now))
  }
  return lengths
}

/** A place drawn to the next step, or to a line that is near enough. */
export function snapped(v: number, step: number, lines: readonly number[], near: number): number {
  const line = lines.reduce<number | null>(
    (best, l) => (Math.abs(l - v) < near && (best === null || Math.abs(l - v) < Math.abs(best - v)) ? l : best),
    null,
  )
  return line ?? Math.round(v / step) * step
}

/** Where a place is along a wall, and how far from it into the room. */
export function onWall(from: At, to: At, p: readonly number[], inside: At): { along: number; off: number } {
  const u = minus(to, from)
  const l = length(u)
  const d = minus([p[0] ?? 0, p[1] ?? 0], from)
  const side = Math.sign(cross(u, minus(inside, from))) || 1
  return { along: (d[0] * u[0] + d[1] * u[1]) / l, off: (side * cross(u, d)) / l }
}

export const between = (a: At, b: At, t: number): At => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t]
