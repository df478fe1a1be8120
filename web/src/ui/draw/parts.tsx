import { scaleLinear, scaleLog } from 'd3-scale'
import { Children, type ReactNode } from 'react'
import { type At, useSheet } from './scene'

type Tone = 'ink' | 'soft' | 'action' | 'covered' | 'wrong' | 'due' | 'missing' | 'whatif'

const tone = (t: Tone) => `var(--${t})`

const sizes = { fine: 14, body: 15, lead: 17, head: 20 }

type LabelProps = {
  at: At
  children: ReactNode
  size?: keyof typeof sizes
  as?: Tone
  anchor?: 'start' | 'middle' | 'end'
  bold?: boolean
  /** Stands on the sheet whatever lies below. */
  halo?: boolean
}

/** About how wide words are on a drawing: a letter of the condensed face takes two fifths of its height or less. */
const wide = (text: string, size: keyof typeof sizes) => 0.4 * sizes[size] * text.length

/** A word on a drawing, at a place of the sheet; where it would leave the sheet it moves in. */
export function Label({ at: [x, y], children, size = 'fine', as = 'soft', anchor = 'start', bold = false, halo = false }: LabelProps) {
  const s = useSheet()
  const across = wide(Children.toArray(children).join(''), size)
  const [before, after] = { start: [0, across], middle: [across / 2, across / 2], end: [across, 0] }[anchor] as [number, number]
  return (
    <text
      x={Math.max(before, Math.min(x, s.width - after))}
      y={y}
      textAnchor={anchor}
      fontSize={`var(--text-${size})`}
      fontWeight={bold ? 600 : undefined}
      fill={tone(as)}
      className="font-cond"
      {...(halo ? { stroke: 'var(--sheet)', strokeWidth: 4, paintOrder: 'stroke' } : {})}
    >
      {children}
    </text>
  )
}

/** Round values for an axis from lo to hi, at most about so many, as d3 chooses them. */
export const ticks = (lo: number, hi: number, count: number): number[] => scaleLinear([lo, hi], [0, 1]).ticks(count)

type AxisProps = { from: number; to: number; count: number; factor?: number; unit?: string; lines?: boolean }

const written = (v: number) => String(Number(v.toPrecision(6)))

/** Figures up the left side, in units of factor each, with a line across at each. */
export function AxisY({ from, to, count, factor = 1, unit, lines = true }: AxisProps) {
  const s = useSheet()
  return (
    <g>
      {ticks(from / factor, to / factor, count).map((v) => (
        <g key={v}>
          {lines && <line x1={s.left} x2={s.right} y1={s.y(v * factor)} y2={s.y(v * factor)} stroke="var(--faint)" />}
          <Label at={[s.left - 6, s.y(v * factor) + 5]} anchor="end">
            {written(v)}
          </Label>
        </g>
      ))}
      {unit && <Label at={[4, 14]}>{unit}</Label>}
    </g>
  )
}

/** Figures along the bottom, in units of factor each. */
export function AxisX({ from, to, count, factor = 1, unit }: AxisProps) {
  const s = useSheet()
  return (
    <g>
      {ticks(from / factor, to / factor, count).map((v) => (
        <Label key={v} at={[s.x(v * factor), s.bottom + 18]} anchor="middle">
          {written(v)}
        </Label>
      ))}
      {unit && (
        <Label at={[s.width - 4, s.bottom + 18]} anchor="end">
          {unit}
        </Label>
      )}
    </g>
  )
}

/** Of figures at places along a line those that do not touch one another, the roundest first. */
function apart(all: readonly { v: number; at: number }[]): Set<number> {
  const roundness = (v: number) => [1, 2, 5].indexOf(Number((v / 10 ** Math.floor(Math.log10(v) + 1e-9)).toPrecision(3)))
  const rank = (v: number) => (roundness(v) < 0 ? 3 : roundness(v))
  const shown: { v: number; at: number }[] = []
  for (const one of [...all].sort((a, b) => rank(a.v) - rank(b.v))) {
    const free = (two: { v: number; at: number }) => Math.abs(one.at - two.at) > 10 + 4 * (written(one.v).length + written(two.v).length)
    if (shown.every(free)) shown.push(one)
  }
  return new Set(shown.map((s) => s.v))
}

/** Round values for a logarithmic axis, as d3 chooses them, in units of factor each. */
export const logTicks = (from: number, to: number, factor = 1): number[] => scaleLog([from / factor, to / factor], [0, 1]).ticks()

/** Figures along the top of a logarithmic axis, in units of factor each, with a line down at each. */
export function AxisLog({ from, to, factor = 1, unit }: Omit<AxisProps, 'count' | 'lines'>) {
  const s = useSheet()
  const all = logTicks(from, to, factor).map((v) => ({ v, at: s.x(v * factor) }))
  const shown = apart(all.filter(({ at }) => !unit || at < s.width - 12 - 7 * unit.length))
  return (
    <g>
      {all.map(({ v, at }) => (
        <g key={v}>
          <line x1={at} x2={at} y1={20} y2={s.height} stroke="var(--faint)" />
          {shown.has(v) && (
            <Label at={[at, 14]} anchor="middle">
              {written(v)}
            </Label>
          )}
        </g>
      ))}
      {unit && (
        <Label at={[s.width - 2, 14]} anchor="end">
          {unit}
        </Label>
      )}
    </g>
  )
}

type DimensionProps = { from: At; to: At; text: string; as?: Tone }

/** A dimension line between two places of the sheet, along or up, with its length written on it. */
export function Dimension({ from, to, text, as = 'ink' }: DimensionProps) {
  const up = Math.abs(to[0] - from[0]) < Math.abs(to[1] - from[1])
  const line = { stroke: tone(as), strokeWidth: 1.5 }
  const across = wide(text, 'body') + 8
  if (up) {
    const x = from[0]
    const [a, b] = [Math.min(from[1], to[1]), Math.max(from[1], to[1])]
    return (
      <g>
        <path d={`M${x} ${a}V${b}M${x - 5} ${a}h10M${x - 5} ${b}h10`} fill="none" {...line} />
        <Label at={[x + 8, (a + b) / 2 + 5]} size="body" as={as} bold halo>
          {text}
        </Label>
      </g>
    )
  }
  const y = from[1]
  const [a, b] = [Math.min(from[0], to[0]), Math.max(from[0], to[0])]
  const inside = b - a > across + 12
  return (
    <g>
      <path d={`M${a} ${y}H${b}M${a} ${y - 5}v10M${b} ${y - 5}v10`} fill="none" {...line} />
      {inside && <rect x={(a + b - across) / 2} y={y - 9} width={across} height="18" fill="var(--sheet)" />}
      <Label at={[(a + b) / 2, inside ? y + 5 : y - 10]} size="body" as={as} anchor="middle" bold halo>
        {text}
      </Label>
    </g>
  )
}

/** The hatching of what is not known or not free, in the tone that says why. */
export function Hatch({ as = 'due', name = 'hatch' }: { as?: Tone; name?: string }) {
  const { id } = useSheet()
  return (
    <defs>
      <pattern id={`${id}-${name}`} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" x2="0" y1="0" y2="7" stroke={tone(as)} strokeWidth="2" opacity="0.6" />
      </pattern>
    </defs>
  )
}

/** What is hatched is filled with. */
export function useHatched(name = 'hatch'): string {
  return `url(#${useSheet().id}-${name})`
}

/** A path through places of the sheet. */
export const through = (points: readonly At[], closed = false) =>
  points.length === 0 ? '' : `M${points.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}${closed ? 'Z' : ''}`

/** A calm grain over what is filled, between two heights of the sheet; the same dots every time. */
export function Grain({ top, floor }: { top: number; floor: number }) {
  const s = useSheet()
  const dots = []
  let seed = 7
  const next = () => {
    seed = (seed * 16807) % 2147483647
    return (seed % 1000) / 1000
  }
  for (let i = 0; i < 170; i++) {
    const x = s.left + next() * (s.right - s.left)
    const y = floor - next() * (floor - s.top)
    if (y > top + 4) dots.push(<circle key={i} cx={x} cy={y} r="1.1" fill="var(--mark)" />)
  }
  return <g>{dots}</g>
}
