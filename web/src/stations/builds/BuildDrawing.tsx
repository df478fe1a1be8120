import type { Shapes } from '../../api/client'
import { Dimension, Label, Scene, type Span, useSheet } from '../../ui/draw'
import { type Check, type Designed, toneOf, used } from './words'

type Stroke = Shapes['BuildStroke']

/** What a mark takes, with room for its measures. */
function extentOf(marks: readonly Stroke[]): { x: Span; y: Span } {
  const xs: number[] = []
  const ys: number[] = []
  for (const m of marks) {
    for (const [x = 0, y = 0] of m.points ?? []) {
      xs.push(x)
      ys.push(y)
    }
    if (m.points) continue
    const half = m.shape === 'round' ? m.w / 2 : 0
    xs.push(m.x - half, m.x + (half || m.w))
    ys.push(m.y - half, m.y + (half || m.h))
  }
  return { x: [Math.min(...xs), Math.max(...xs)], y: [Math.min(...ys), Math.max(...ys)] }
}

/** The views of a design, to scale; how far each part is used stands on the part. */
export function Drawings({ designed }: { designed: Designed }) {
  const n = designed.figures.length
  return (
    <div className="@container">
      <div className="grid gap-3 @2xl:grid-cols-2">
        {designed.figures.map((f, i) => {
          const { x, y } = extentOf(f.marks)
          const shape = (y[1] - y[0]) / Math.max(0.05, x[1] - x[0])
          const rows = f.marks.filter((m) => m.shape === 'dim').map((m) => [m.text || (m.w !== 0 ? 'across' : 'up'), m.says])
          return (
            <figure key={f.name} className={`m-0 min-w-0 ${n !== 2 && (i === 0 || (i === n - 1 && i % 2 === 1)) ? '@2xl:col-span-2' : ''}`}>
              <Scene
                label={`${designed.title}, ${f.name}, to scale`}
                x={x}
                y={y}
                equal
                middle
                ratio={Math.max(0.3, Math.min(0.8, shape))}
                most={620}
                pad={{ left: 30, right: 74, top: 34, bottom: 30 }}
                table={{ head: ['measure', 'is'], rows }}
              >
                {f.marks.map((m) => (
                  <Drawn key={`${m.shape} ${m.x} ${m.y} ${m.w} ${m.h} ${m.check} ${m.points ?? ''}`} mark={m} checks={designed.checks} />
                ))}
                <Uses marks={f.marks} checks={designed.checks} />
              </Scene>
              <figcaption className="text-fine text-soft">{f.name}</figcaption>
            </figure>
          )
        })}
      </div>
    </div>
  )
}

const fills: Record<string, string> = {
  wood: 'var(--tape-bg)',
  steel: 'var(--mark)',
  strap: 'var(--faint)',
  load: 'var(--ink)',
  house: 'transparent',
}

/** The first view of a build, on the wall where it stands. */
export function OnWall({ designed, at }: { designed: Designed; at: number }) {
  const front = designed.figures.find((f) => f.name === 'front')
  if (!front) return <Marker at={at} />
  const marks = front.marks.filter((m) => m.shape !== 'dim' && m.of !== 'house').map((m) => ({ ...m, x: m.x + at, text: '' }))
  return (
    <>
      {marks.map((m) => (
        <Drawn key={`${m.shape} ${m.x} ${m.y} ${m.w} ${m.h} ${m.check}`} mark={m} checks={designed.checks} />
      ))}
    </>
  )
}

/** Where something stands whose front is not drawn. */
function Marker({ at }: { at: number }) {
  const s = useSheet()
  return <line x1={s.x(at)} x2={s.x(at)} y1={s.top} y2={s.bottom} stroke="var(--whatif)" strokeWidth="2" strokeDasharray="6 4" />
}

function Drawn({ mark: m, checks }: { mark: Stroke; checks: readonly Check[] }) {
  const s = useSheet()
  if (m.shape === 'dim') {
    const [from, to] = [
      [s.x(m.x), s.y(m.y)],
      [s.x(m.x + m.w), s.y(m.y + m.h)],
    ] as const
    return <Dimension from={from} to={to} text={`${m.text ? `${m.text} ` : ''}${m.says}`} as="soft" />
  }
  if (m.points)
    return (
      <polygon
        points={m.points.map(([x = 0, y = 0]) => `${s.x(x)},${s.y(y)}`).join(' ')}
        fill="var(--sheet)"
        stroke={m.of === 'house' ? 'var(--soft)' : 'var(--ink)'}
        strokeWidth="1"
        strokeLinejoin="round"
      />
    )
  const worst: Check | undefined = checks[m.check]
  const stroke = worst ? `var(--${toneOf(worst.use, worst.ok, worst.fits)})` : m.of === 'house' ? 'var(--soft)' : 'var(--ink)'
  const how = { stroke, strokeWidth: worst ? 2.5 : 1.5, strokeDasharray: m.of === 'house' ? '5 4' : undefined }
  const words = m.text && (
    <Label
      at={[
        s.x(m.x + { round: 0, rect: m.w / 2, line: m.w, face: 0 }[m.shape]),
        s.y(m.y + { round: 0, rect: m.h / 2, line: m.h, face: 0 }[m.shape]) + (m.shape === 'line' ? 16 : 5),
      ]}
      anchor="middle"
      halo
    >
      {m.text}
    </Label>
  )
  if (m.shape === 'line')
    return (
      <>
        <line x1={s.x(m.x)} y1={s.y(m.y)} x2={s.x(m.x + m.w)} y2={s.y(m.y + m.h)} {...how} strokeWidth={m.of === 'house' ? 2 : 3.5} />
        {words}
      </>
    )
  if (m.shape === 'round')
    return (
      <>
        <circle cx={s.x(m.x)} cy={s.y(m.y)} r={Math.max(3, s.len(m.w / 2))} fill={fills[m.of]} {...how} />
        {words}
      </>
    )
  return (
    <>
      <rect x={s.x(m.x)} y={s.y(m.y + m.h)} width={Math.max(2, s.len(m.w))} height={Math.max(2, s.len(m.h))} fill={fills[m.of]} {...how} />
      {words}
    </>
  )
}

/** A bar on each part that checks are about: how far it is used, once for each link. */
function Uses({ marks, checks }: { marks: readonly Stroke[]; checks: readonly Check[] }) {
  const s = useSheet()
  // Measures and words are there already.
  const taken: [number, number][] = marks.flatMap((m) => {
    if (m.shape === 'dim') return [[s.x(m.x + m.w / 2) - (m.w ? 24 : 0), s.y(m.y + m.h / 2)] as [number, number]]
    return m.text ? [[s.x(m.x + (m.shape === 'rect' ? m.w / 2 : m.w)) - 24, s.y(m.y + m.h / 2)] as [number, number]] : []
  })
  const seen = new Set<number>()
  return (
    <>
      {marks.map((m) => {
        const worst: Check | undefined = checks[m.check]
        if (!worst || m.shape === 'dim' || seen.has(m.check)) return null
        seen.add(m.check)
        const round = m.shape === 'round'
        const x = Math.min(s.width - 60, Math.max(4, s.x(m.x + (round ? m.w / 2 : m.w)) + 6))
        const here = Math.min(s.height - 8, s.y(m.y + (round ? 0 : m.h / 2)))
        // The nearest place on the sheet that is free, above or below.
        const free = (at: number) =>
          at >= 12 && at <= s.height - 6 && !taken.some(([a, b]) => Math.abs(a - x) < 64 && Math.abs(b - at) < 20)
        const y = [0, 1, -1, 2, -2, 3, -3, 4, -4, 5, -5, 6, -6].map((n) => here + n * 20).find(free) ?? here
        taken.push([x, y])
        const tone = toneOf(worst.use, worst.ok, worst.fits)
        const full = Math.min(1, worst.use ?? 1)
        return (
          <g key={m.check}>
            <title>{`${worst.link}: ${used(worst.use)}`}</title>
            <rect x={x} y={y - 8} width={24} height={7} fill="var(--sheet)" stroke={`var(--${tone})`} />
            <rect x={x} y={y - 8} width={24 * full} height={7} fill={`var(--${tone})`} />
            <Label at={[x + 28, y]} as={tone} bold halo>
              {worst.use === undefined ? '✕' : used(worst.use)}
            </Label>
          </g>
        )
      })}
    </>
  )
}
