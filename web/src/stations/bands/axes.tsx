import type { ScaleLinear } from 'd3-scale'
import type { Units } from '../../lib/format'
import { marks } from './forces'

/** Lines and figures of an axis of forces, from 0 up to most, in N. */
export function ForceAxis({
  units,
  most,
  y,
  left,
  right,
  count,
}: {
  units: Units
  most: number
  y: ScaleLinear<number, number>
  left: number
  right: number
  count: number
}) {
  const d = units.display('force')
  return (
    <g fontSize="var(--text-fine)" className="font-cond">
      {marks(most / d.factor, count).map((v) => (
        <g key={v}>
          <line x1={left} x2={right} y1={y(v * d.factor)} y2={y(v * d.factor)} stroke="var(--faint)" />
          <text x={left - 6} y={y(v * d.factor) + 4} textAnchor="end" fill="var(--soft)">
            {v}
          </text>
        </g>
      ))}
      <text x={4} y={12} fill="var(--soft)">
        {d.symbol}
      </text>
    </g>
  )
}

/** The hatching of what lies beyond what was measured. */
export function Hatching({ id }: { id: string }) {
  return (
    <defs>
      <pattern id={id} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" x2="0" y1="0" y2="7" stroke="var(--action)" strokeWidth="2" opacity="0.6" />
      </pattern>
    </defs>
  )
}

export const hatched = (id: string) => `url(#${CSS.escape(id)})`

/** The outline of what a force may be, from below to above it: points of x, force and ±. */
export function ribbon(points: readonly (readonly [number, number, number])[], y: ScaleLinear<number, number>): string {
  const above = points.map(([x, f, u]) => `${x} ${y(f + u)}`)
  const below = points.map(([x, f, u]) => `${x} ${y(Math.max(0, f - u))}`).reverse()
  return points.length ? `M${[...above, ...below].join('L')}Z` : ''
}
