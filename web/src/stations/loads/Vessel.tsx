import { type PointerEvent, useId, useRef } from 'react'
import type { ClientFile, Container, Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'

const box = { w: 300, h: 310, left: 56, right: 60, top: 46, bottom: 14 }
const half = (box.w - box.left - box.right) / 2 - 8

/** Something as it was sold: a tied sack with its net mass, nothing to drag. */
export function Sold({ container: c }: { container: Container }) {
  const { units } = useBench()
  return (
    <figure className="m-0 max-w-64 justify-self-center">
      <svg viewBox="0 0 250 230" className="w-full" role="img" aria-label={`${c.name}, ${units.show('mass', c.net_kg)} net as sold`}>
        <path
          d="M60 62Q28 120 36 196Q38 214 62 214H188Q212 214 214 196Q222 120 190 62Q160 48 150 40Q158 22 176 18Q125 8 74 18Q92 22 100 40Q90 48 60 62Z"
          fill="var(--thin-bg)"
          stroke="var(--ink)"
          strokeWidth="2.5"
          strokeLinejoin="round"
        />
        <path d="M98 40Q125 48 152 40" fill="none" stroke="var(--ink)" strokeWidth="4" strokeLinecap="round" />
        <text x="125" y="140" fontSize="var(--text-title)" fontWeight="600" textAnchor="middle" fill="var(--ink)" className="font-cond">
          {units.show('mass', c.net_kg)}
        </text>
        <text x="125" y="164" fontSize="var(--text-body)" textAnchor="middle" fill="var(--soft)" className="font-cond">
          net, as marked
        </text>
      </svg>
      <figcaption className="text-center text-fine text-soft">{c.name}</figcaption>
    </figure>
  )
}

/** The container to scale with its fill line; the line can be dragged, or moved with the arrow keys. */
export function Vessel({
  container: c,
  load,
  level,
  onLevel,
}: {
  container: Container
  load: Shapes['Load']
  level: number
  onLevel: (level: number, done: boolean) => void
}) {
  const { desk, units } = useBench()
  const svg = useRef<SVGSVGElement>(null)
  const dragged = useRef<number | null>(null)
  const clip = useId()
  const top = c.shape === 'marks' ? Math.max(c.marks.at(-1)?.level_m ?? 0, load.brim_level_m) : Math.max(c.height_m, load.brim_level_m)
  const floor = box.h - box.bottom
  const scale = Math.min((floor - box.top) / top, (2 * half) / Math.max(...widths(c)))
  const y = (l: number) => floor - l * scale
  const middle = box.left + (box.w - box.left - box.right) / 2
  // What is packed lies below the filling, which stuffs what it leaves.
  const base = c.capacity_l > 0 ? (load.packed_l / c.capacity_l) * c.height_m : 0
  const line = base + level
  const outline = outlineOf(c, middle, y, scale, top)
  const [viewTop, viewHeight] = [y(top) - box.top, floor - y(top) + box.top + box.bottom]
  const levelAt = (e: PointerEvent) => {
    const r = svg.current?.getBoundingClientRect()
    if (!r) return 0
    const py = viewTop + ((e.clientY - r.top) / r.height) * viewHeight
    return Math.max(0, Math.min(load.brim_level_m, (floor - py) / scale - base))
  }
  const d = units.display('level')
  const step = niceStep(top / d.factor)
  const marks: number[] = []
  for (let v = 0; v <= top / d.factor + 1e-9; v += step) marks.push(v)
  const nudge = units.system === 'us' ? 0.0254 / 8 : 0.001
  return (
    <figure className="m-0 max-w-76 select-none justify-self-center">
      <svg
        ref={svg}
        viewBox={`0 ${viewTop} ${box.w} ${viewHeight}`}
        className="w-full touch-none"
        // biome-ignore lint/a11y/noNoninteractiveElementToInteractiveRole: the drawing itself is the slider
        role="slider"
        tabIndex={0}
        aria-label={`Level in ${c.name}`}
        aria-orientation="vertical"
        aria-valuemin={0}
        aria-valuemax={Math.round(load.brim_level_m * 1000)}
        aria-valuenow={Math.round(level * 1000)}
        aria-valuetext={units.show('level', level)}
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId)
          dragged.current = levelAt(e)
          onLevel(dragged.current, false)
        }}
        onPointerMove={(e) => {
          if (dragged.current === null) return
          dragged.current = levelAt(e)
          onLevel(dragged.current, false)
        }}
        onPointerUp={() => {
          if (dragged.current !== null) onLevel(dragged.current, true)
          dragged.current = null
        }}
        onKeyDown={(e) => {
          const by = { ArrowUp: nudge, ArrowDown: -nudge, PageUp: nudge * 10, PageDown: -nudge * 10 }[e.key]
          if (by === undefined) return
          e.preventDefault()
          onLevel(Math.max(0, Math.min(load.brim_level_m, Math.round((level + by) / nudge) * nudge)), true)
        }}
      >
        <defs>
          <clipPath id={clip}>
            <path d={outline} />
          </clipPath>
        </defs>
        <path d={outline} fill="var(--sheet)" />
        <g clipPath={`url(#${CSS.escape(clip)})`}>
          <rect x="0" y={y(line)} width={box.w} height={box.h} fill="var(--thin-bg)" />
          <Grain top={y(line)} floor={y(base)} />
          <Layers layers={layersOf(c, desk.file)} top={y(base)} floor={floor} />
        </g>
        <path d={outline} fill="none" stroke="var(--ink)" strokeWidth="2.5" strokeLinejoin="round" />
        <Handle c={c} middle={middle} y={y} scale={scale} top={top} />
        <line x1={box.left - 14} x2={box.left - 14} y1={y(top)} y2={floor} stroke="var(--mark)" />
        {marks.map((v) => (
          <g key={v}>
            <line x1={box.left - 20} x2={box.left - 14} y1={y(v * d.factor)} y2={y(v * d.factor)} stroke="var(--mark)" />
            <text
              x={box.left - 24}
              y={y(v * d.factor) + 5}
              textAnchor="end"
              fontSize="var(--text-fine)"
              fill="var(--soft)"
              className="font-cond"
            >
              {Math.round(v * 10) / 10}
            </text>
          </g>
        ))}
        <text x={box.left - 14} y={y(top) - 12} textAnchor="middle" fontSize="var(--text-fine)" fill="var(--soft)" className="font-cond">
          {d.symbol}
        </text>
        <line x1={box.left - 12} x2={box.w - box.right + 6} y1={y(line)} y2={y(line)} stroke="var(--action)" strokeWidth="2.5" />
        <circle cx={box.w - box.right + 6} cy={y(line)} r="6" fill="var(--action)" />
        <text
          x={box.w - box.right + 16}
          y={y(line) + 6}
          fontSize="var(--text-lead)"
          fontWeight="600"
          fill="var(--action)"
          className="font-cond"
        >
          {units.bare('level', line)}
        </text>
      </svg>
      <figcaption className="text-center text-fine text-soft">
        {c.name} · {units.show('volume', c.capacity_l)} · brim {units.show('level', load.brim_level_m)}
      </figcaption>
    </figure>
  )
}

function niceStep(span: number): number {
  for (const s of [0.5, 1, 2, 5, 10, 20, 50]) if (span / s <= 9) return s
  return 100
}

/** Width in m at the base and at the top, from the capacity where only the height is known. */
function widths(c: Container): [number, number] {
  if (c.shape === 'frustum') return [c.bottom_m, c.top_m]
  if (c.shape === 'marks') {
    const sides = stepsOf(c).map((s) => s.side)
    return [Math.max(...sides), Math.max(...sides)]
  }
  const side = Math.sqrt(c.capacity_l / 1000 / c.height_m)
  return [side, side]
}

/** Between two marks: from one level to the next, as wide as what fits between says. */
function stepsOf(c: Container): { from: number; to: number; side: number }[] {
  let before = { level_m: 0, volume_l: 0 }
  return c.marks
    .filter((m) => m.level_m > 0)
    .map((m) => {
      const side = Math.sqrt(Math.max(1e-9, (m.volume_l - before.volume_l) / 1000 / (m.level_m - before.level_m)))
      const step = { from: before.level_m, to: m.level_m, side }
      before = m
      return step
    })
}

function outlineOf(c: Container, middle: number, y: (l: number) => number, scale: number, top: number): string {
  const [b, t] = widths(c).map((w) => (w * scale) / 2) as [number, number]
  const [y0, y1] = [y(0), y(top)]
  if (c.shape === 'marks' && c.marks.length > 0) {
    const half = (s: { side: number }) => (s.side * scale) / 2
    const steps = stepsOf(c)
    const right = steps.map((s) => `L${middle + half(s)} ${y(s.from)}L${middle + half(s)} ${y(s.to)}`).join('')
    const left = [...steps]
      .reverse()
      .map((s) => `L${middle - half(s)} ${y(s.to)}L${middle - half(s)} ${y(s.from)}`)
      .join('')
    return `M${middle} ${y0}${right}${left}Z`
  }
  if (c.kind === 'jug' || c.kind === 'bottle') {
    const neck = Math.min(t * 0.36, 22)
    return `M${middle - b + 6} ${y0}H${middle + b - 6}Q${middle + b} ${y0} ${middle + b} ${y0 - 6}L${middle + t} ${y1 + 8}C${middle + t} ${y1 - 8} ${middle + neck} ${y1 - 6} ${middle + neck} ${y1 - 18}V${y1 - 34}H${middle - neck}V${y1 - 18}C${middle - neck} ${y1 - 6} ${middle - t} ${y1 - 8} ${middle - t} ${y1 + 8}L${middle - b} ${y0 - 6}Q${middle - b} ${y0} ${middle - b + 6} ${y0}Z`
  }
  if (c.kind === 'backpack' || c.kind === 'duffel' || c.kind === 'bag') {
    return `M${middle - b} ${y0 - 10}Q${middle - b} ${y0} ${middle - b + 10} ${y0}H${middle + b - 10}Q${middle + b} ${y0} ${middle + b} ${y0 - 10}L${middle + t} ${y1 + 14}Q${middle + t} ${y1} ${middle + t - 16} ${y1}H${middle - t + 16}Q${middle - t} ${y1} ${middle - t} ${y1 + 14}Z`
  }
  return `M${middle - b} ${y0}H${middle + b}L${middle + t} ${y1}H${middle - t}Z`
}

function Handle({ c, middle, y, scale, top }: { c: Container; middle: number; y: (l: number) => number; scale: number; top: number }) {
  const reach = (widths(c)[1] * scale) / 2
  const y1 = y(top)
  const line = { fill: 'none', stroke: 'var(--ink)', strokeWidth: 2.5, strokeLinecap: 'round' as const }
  if (c.kind === 'jug') return <path d={`M${middle + reach - 4} ${y1 + 22}q20 4 18 40v26q-2 18 -18 16`} {...line} />
  if (c.kind === 'bottle') return null
  if (c.kind === 'crate' || c.kind === 'basket') return <path d={`M${middle - 18} ${y1 + 20}h36`} {...line} strokeWidth={6} />
  return <path d={`M${middle - reach + 6} ${y1 + 2}Q${middle} ${y1 - 40} ${middle + reach - 6} ${y1 + 2}`} {...line} />
}

type Layer = { name: string; litres: number; hard: boolean }

/** What is packed, the densest at the bottom. */
function layersOf(c: Container, file: ClientFile): Layer[] {
  return c.packed
    .flatMap((p) => {
      const t = file.things.find((x) => x.id === p.thing)
      if (t) return [{ name: `${p.count} × ${t.name}`, litres: p.count * t.volume_l, hard: t.hard, dense: t.mass_kg / (t.volume_l || 1) }]
      const inner = file.containers.find((x) => x.id === p.thing)
      return inner ? [{ name: inner.name, litres: inner.capacity_l, hard: false, dense: 99 }] : []
    })
    .sort((a, b) => b.dense - a.dense)
}

function Layers({ layers, top, floor }: { layers: Layer[]; top: number; floor: number }) {
  const all = layers.reduce((n, l) => n + l.litres, 0) || 1
  let bottom = floor
  return (
    <g>
      {layers.map((l) => {
        const height = ((floor - top) * l.litres) / all
        bottom -= height
        return (
          <g key={l.name}>
            <rect x="0" y={bottom} width={box.w} height={height} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={l.hard ? 2.2 : 1} />
            {height > 13 && (
              <text
                x={(box.left + box.w - box.right) / 2}
                y={bottom + height / 2 + 4.5}
                fontSize="var(--text-fine)"
                textAnchor="middle"
                fill="var(--ink)"
                className="font-cond"
              >
                {l.name}
              </text>
            )}
          </g>
        )
      })}
    </g>
  )
}

/** A calm grain over the filling; the same dots every time. */
function Grain({ top, floor }: { top: number; floor: number }) {
  const dots = []
  let seed = 7
  for (let i = 0; i < 170; i++) {
    seed = (seed * 16807) % 2147483647
    const x = box.left + (seed % 1000) * 0.19
    seed = (seed * 16807) % 2147483647
    const dy = floor - (seed % 1000) * 0.29
    if (dy > top + 4) dots.push(<circle key={i} cx={x} cy={dy} r="1.1" fill="var(--mark)" />)
  }
  return <g>{dots}</g>
}
