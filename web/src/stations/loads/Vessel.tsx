import type { ClientFile, Container, Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { Grain, Label, Scene, ticks, useDrag, useSheet } from '../../ui/draw'

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

type VesselProps = {
  container: Container
  load: Shapes['Load']
  level: number
  /** While it moves, once it has come to rest, or null when it was called off. */
  onLevel: (level: number | null, done: boolean) => void
}

/** How high it is drawn: to its brim, or as far as it was marked. */
const topOf = (c: Container, load: Shapes['Load']) =>
  Math.max(c.shape === 'marks' ? (c.marks.at(-1)?.level_m ?? 0) : c.height_m, load.brim_level_m)

/** The container to scale with its fill line, which is dragged by its grip or moved with the keys; on a phone the page scrolls over all else of it. */
export function Vessel(p: VesselProps) {
  const { units } = useBench()
  const { container: c, load } = p
  const top = topOf(c, load)
  const wide = Math.max(...widths(c)) / 2
  return (
    <figure className="m-0 w-full max-w-76 select-none justify-self-center">
      <Scene
        label={`${c.name} with its fill line`}
        x={[-wide * 1.03, wide * 1.03]}
        y={[0, top]}
        equal
        bare
        interactive
        ratio={Math.min(1.15, (0.64 * top) / (2.06 * wide) + 0.23)}
        most={304}
        pad={{ left: 48, right: 50, top: 48, bottom: 14 }}
        table={{
          head: ['of it', 'at'],
          rows: [
            ['filled to', units.show('level', p.level)],
            ['brim', units.show('level', load.brim_level_m)],
          ],
        }}
      >
        <Filled {...p} top={top} />
      </Scene>
      <figcaption className="text-center text-fine text-soft">
        {c.name} · {units.show('volume', c.capacity_l)} · brim {units.show('level', load.brim_level_m)}
      </figcaption>
    </figure>
  )
}

function Filled({ container: c, load, level, onLevel, top }: VesselProps & { top: number }) {
  const { desk, units } = useBench()
  const s = useSheet()
  const [middle, scale] = [s.x(0), s.len(1)]
  // What is packed lies below the filling, which stuffs what it leaves.
  const base = c.capacity_l > 0 ? (load.packed_l / c.capacity_l) * c.height_m : 0
  const line = base + level
  const outline = outlineOf(c, middle, s.y, scale, top)
  const grip = s.right + 8
  const drag = useDrag({
    value: level,
    min: 0,
    max: load.brim_level_m,
    step: units.system === 'us' ? 0.0254 / 8 : 0.001,
    at: ({ clientY }) => {
      const box = document.getElementById(`${s.id}-vessel`)?.getBoundingClientRect()
      return box ? ((box.bottom - clientY) / (box.height || 1)) * top - base : level
    },
    onMove: (v) => onLevel(v, false),
    onRest: (v) => onLevel(v, true),
    onOff: () => onLevel(null, true),
  })
  const { onKeyDown, onBlur, ...pointer } = drag
  return (
    <>
      <defs>
        <clipPath id={`${s.id}-in`}>
          <path d={outline} />
        </clipPath>
      </defs>
      <path d={outline} fill="var(--sheet)" />
      <g clipPath={`url(#${s.id}-in)`}>
        <rect x="0" y={s.y(line)} width={s.width} height={s.height} fill="var(--thin-bg)" />
        <Grain top={s.y(line)} floor={s.y(base)} />
        <Layers layers={layersOf(c, desk.file)} top={s.y(base)} floor={s.y(0)} />
      </g>
      <path d={outline} fill="none" stroke="var(--ink)" strokeWidth="2.5" strokeLinejoin="round" />
      <Handle c={c} middle={middle} y={s.y} scale={scale} top={top} />
      <Rule top={top} />
      {/* A mouse takes the line from anywhere; a thumb scrolls. */}
      <rect
        id={`${s.id}-vessel`}
        x={s.left}
        y={s.y(top)}
        width={s.right - s.left}
        height={s.y(0) - s.y(top)}
        fill="transparent"
        className="cursor-ns-resize"
        {...pointer}
        onPointerDown={(e) => e.pointerType !== 'touch' && pointer.onPointerDown(e)}
      />
      <g
        role="slider"
        tabIndex={0}
        aria-label={`Level in ${c.name}`}
        aria-orientation="vertical"
        aria-valuemin={0}
        aria-valuemax={Math.round(load.brim_level_m * 1000)}
        aria-valuenow={Math.round(level * 1000)}
        aria-valuetext={units.show('level', level)}
        className="cursor-ns-resize touch-none"
        {...pointer}
        onKeyDown={onKeyDown}
        onBlur={onBlur}
      >
        <line x1={s.left - 12} x2={grip} y1={s.y(line)} y2={s.y(line)} stroke="var(--action)" strokeWidth="2.5" />
        <circle cx={grip} cy={s.y(line)} r="22" fill="transparent" />
        <circle cx={grip} cy={s.y(line)} r="8" fill="var(--action)" />
        <Label at={[grip + 12, s.y(line) + 6]} size="lead" as="action" bold>
          {units.bare('level', line)}
        </Label>
      </g>
    </>
  )
}

/** The rule beside it, in the units of the client. */
function Rule({ top }: { top: number }) {
  const { units } = useBench()
  const s = useSheet()
  const d = units.display('level')
  const x = 40
  return (
    <g>
      <line x1={x} x2={x} y1={s.y(top)} y2={s.y(0)} stroke="var(--mark)" />
      {ticks(0, top / d.factor, Math.max(2, (s.y(0) - s.y(top)) / 26)).map((v) => (
        <g key={v}>
          <line x1={x - 6} x2={x} y1={s.y(v * d.factor)} y2={s.y(v * d.factor)} stroke="var(--mark)" />
          <Label at={[x - 10, s.y(v * d.factor) + 5]} anchor="end">
            {v}
          </Label>
        </g>
      ))}
      <Label at={[x, s.y(top) - 12]} anchor="middle">
        {d.symbol}
      </Label>
    </g>
  )
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
  const s = useSheet()
  const all = layers.reduce((n, l) => n + l.litres, 0) || 1
  let bottom = floor
  return (
    <g>
      {layers.map((l) => {
        const height = ((floor - top) * l.litres) / all
        bottom -= height
        return (
          <g key={l.name}>
            <rect x="0" y={bottom} width={s.width} height={height} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={l.hard ? 2.2 : 1} />
            {height > 13 && (
              <Label at={[(s.left + s.right) / 2, bottom + height / 2 + 5]} anchor="middle" as="ink">
                {l.name}
              </Label>
            )}
          </g>
        )
      })}
    </g>
  )
}
