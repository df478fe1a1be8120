import type { Shapes } from '../api/client'

export type Origin = Shapes['Rung']['origin']

export const originNames: Record<Origin, string> = {
  scrap: 'scrap',
  owned: 'owned',
  build: 'build',
  buy: 'buy',
  band: 'band',
  body: 'own body',
}

/** The shape of an origin, centred on x, y; never told apart by colour alone. */
export function Mark({ origin, x, y, r = 5 }: { origin: Origin; x: number; y: number; r?: number }) {
  const line = { stroke: 'var(--ink)', strokeWidth: 1.8, fill: 'var(--sheet)' }
  const full = { fill: 'var(--ink)' }
  switch (origin) {
    case 'owned':
      return <circle cx={x} cy={y} r={r} {...full} />
    case 'build':
      return <path d={`M${x - r} ${y + r * 0.85}h${2 * r}L${x} ${y - r}z`} {...full} />
    case 'buy':
      return <rect x={x - r * 0.9} y={y - r * 0.9} width={r * 1.8} height={r * 1.8} {...full} />
    case 'band':
      return (
        <path
          d={`M${x - r * 1.4} ${y + 1}q${r * 0.7} ${-r * 1.6} ${r * 1.4} 0t${r * 1.4} 0`}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="2.2"
          strokeLinecap="round"
        />
      )
    case 'body':
      return <path d={`M${x} ${y - r * 1.15}l${r * 1.15} ${r * 1.15}l${-r * 1.15} ${r * 1.15}l${-r * 1.15} ${-r * 1.15}z`} {...line} />
    default:
      return <circle cx={x} cy={y} r={r} {...line} />
  }
}

/** A stretch that a band gives: its wave drawn on, from x0 to x1. */
export function Wave({ x0, x1, y, stroke = 'var(--ink)' }: { x0: number; x1: number; y: number; stroke?: string }) {
  const half = 5
  const turns = Math.max(1, Math.round((x1 - x0) / (2 * half)))
  const step = (x1 - x0) / turns / 2
  const path = Array.from({ length: turns }, () => `q${step / 2} ${-half} ${step} 0t${step} 0`).join('')
  return <path d={`M${x0} ${y}${path}`} fill="none" stroke={stroke} strokeWidth="2.2" strokeLinecap="round" />
}

/** Stretches that overlap, joined to as few as they make together. */
export function joined(stretches: readonly [number, number][]): [number, number][] {
  const out: [number, number][] = []
  for (const [from, to] of [...stretches].sort((a, b) => a[0] - b[0])) {
    const last = out.at(-1)
    if (last && from <= last[1]) last[1] = Math.max(last[1], to)
    else out.push([from, to])
  }
  return out
}

/** The key of the shapes in use. */
export function MarkKey({ origins }: { origins: Origin[] }) {
  return (
    <ul className="flex flex-wrap gap-x-4 gap-y-1 text-fine text-soft" aria-label="What the shapes mean">
      {origins.map((o) => (
        <li key={o} className="flex items-center gap-1.5">
          <svg width="18" height="14" aria-hidden="true">
            <Mark origin={o} x={9} y={7} r={4.5} />
          </svg>
          {originNames[o]}
        </li>
      ))}
    </ul>
  )
}
