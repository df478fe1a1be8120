import { scaleLinear } from 'd3-scale'
import { useId } from 'react'
import { useBench } from '../../lib/desk'
import { DataTable } from '../../ui/table'
import { ForceAxis, Hatching, hatched, ribbon } from './axes'
import type { Pull } from './forces'

const box = { left: 44, right: 74, top: 14, bottom: 24 }

/** The pull along the way: solid where it is usable, dotted where the band is slack, hatched beyond what was measured. */
export function TensionCurve({ pull, width, height }: { pull: Pull; width: number; height: number }) {
  const { units } = useBench()
  const hatch = useId()
  // Where nothing is known there is no number, and no line: only the hatching.
  const known = pull.points.filter((p) => p.reach !== 'beyond measured')
  const top = Math.max(
    10,
    ...known.map((p) => p.pull_n),
    pull.range?.heavy.mean_n ?? 0,
    ...known.map((p) => Math.min(p.pull_n + p.u95_n, 1.6 * p.pull_n)),
  )
  const x = scaleLinear([0, 1], [box.left, width - box.right])
  const y = scaleLinear([0, top * 1.06], [height - box.bottom, box.top]).clamp(true)
  const area = (points: Pull['points']) =>
    `M${points.map((p) => `${x(p.way)} ${y(p.pull_n)}`).join('L')}L${x(points.at(-1)?.way ?? 0)} ${y(0)}L${x(points[0]?.way ?? 0)} ${y(0)}Z`
  const column = (points: Pull['points']) =>
    `M${x(points[0]?.way ?? 0)} ${box.top}H${x(points.at(-1)?.way ?? 0)}V${height - box.bottom}H${x(points[0]?.way ?? 0)}Z`
  const runs = split(pull.points)
  const drawn = runs.filter((r) => r.kind !== 'beyond')
  const bracket = width - 34
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      className="block bg-sheet"
      role="img"
      aria-label={
        pull.worst === 'beyond measured'
          ? 'Tension, hatched where nothing is known of the band'
          : `Tension from ${units.show('force', pull.start_n)} at the start to ${units.show('force', pull.finish_n)} at the finish`
      }
    >
      <Hatching id={hatch} />
      <ForceAxis units={units} most={top} y={y} left={box.left} right={width - box.right} count={4} />
      {runs.map((r) => (
        <path
          key={`${r.kind}${r.points[0]?.way}`}
          d={r.kind === 'beyond' ? column(r.points) : area(r.points)}
          fill={r.kind === 'beyond' ? hatched(hatch) : 'var(--covered-bg)'}
        />
      ))}
      <path
        d={ribbon(
          known.map((p) => [x(p.way), p.pull_n, p.u95_n]),
          y,
        )}
        fill="var(--ink)"
        opacity="0.1"
      />
      {drawn.map((r) => (
        <path
          key={`${r.kind}${r.points[0]?.way}line`}
          d={`M${r.points.map((p) => `${x(p.way)} ${y(p.pull_n)}`).join('L')}`}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={r.kind === 'slack' ? 2.5 : 3}
          strokeDasharray={r.kind === 'slack' ? '1 6' : undefined}
          strokeLinecap="round"
        />
      ))}
      {pull.mean_n > 0 && pull.worst !== 'beyond measured' && (
        <g>
          <line
            x1={box.left}
            x2={width - box.right}
            y1={y(pull.mean_n)}
            y2={y(pull.mean_n)}
            stroke="var(--covered)"
            strokeWidth="1.5"
            strokeDasharray="6 4"
          />
          <text
            x={box.left + 6}
            y={y(pull.mean_n) - 5}
            fontSize="var(--text-fine)"
            fontWeight="600"
            fill="var(--covered)"
            className="font-cond"
          >
            mean {units.show('force', pull.mean_n)}
          </text>
        </g>
      )}
      {pull.range && (
        <g stroke="var(--ink)" strokeWidth="2" fill="none">
          <path d={`M${bracket - 5} ${y(pull.range.light.mean_n)}h5V${y(pull.range.heavy.mean_n)}h-5`} />
          <g fontSize="var(--text-fine)" stroke="none" fill="var(--ink)" className="font-cond" textAnchor="start">
            <text x={bracket + 4} y={y(pull.range.light.mean_n) + 4}>
              {units.bare('force', pull.range.light.mean_n)}
            </text>
            <text x={bracket + 4} y={y(pull.range.heavy.mean_n) + 4}>
              {units.bare('force', pull.range.heavy.mean_n)}
            </text>
          </g>
        </g>
      )}
      <g fontSize="var(--text-fine)" fill="var(--soft)" className="font-cond">
        <text x={box.left} y={height - 6}>
          start
        </text>
        <text x={width - box.right} y={height - 6} textAnchor="end">
          finish
        </text>
        <text x={(box.left + width - box.right) / 2} y={height - 6} textAnchor="middle">
          way of the free end, {units.show('length', pull.way_m)}
        </text>
      </g>
    </svg>
  )
}

type Piece = { kind: 'slack' | 'usable' | 'beyond'; points: Pull['points'] }

/** The pieces of a curve by how far their lengths may be asked for; each begins where the one before it ends. */
export function split(points: Pull['points']): Piece[] {
  const kindOf = (r: Pull['points'][number]['reach']): Piece['kind'] => (r === 'slack' ? 'slack' : r === 'within' ? 'usable' : 'beyond')
  const out: Piece[] = []
  for (const p of points) {
    const kind = kindOf(p.reach)
    const now = out.at(-1)
    if (now?.kind === kind) {
      now.points.push(p)
      continue
    }
    const joint = now?.points.at(-1)
    out.push({ kind, points: joint ? [joint, p] : [p] })
  }
  return out
}

/** A figure, but where nothing is known. */
const said = (p: Pull['points'][number], text: string) => (p.reach === 'beyond measured' ? '–' : text)

/** The same in figures, at every fourth point. */
export function TensionTable({ pull }: { pull: Pull }) {
  const { units } = useBench()
  return (
    <DataTable
      label="Tension in figures"
      rows={pull.points.filter((_, i) => i % 4 === 0)}
      id={(p) => String(p.way)}
      columns={[
        { head: 'way', names: true, cell: (p) => `${Math.round(p.way * 100)} %` },
        { head: 'run', figure: true, cell: (p) => units.show('length', p.run_m) },
        { head: 'stretch', figure: true, cell: (p) => `${p.stretch.toFixed(2)} ×` },
        { head: 'pull', figure: true, cell: (p) => said(p, units.show('force', p.pull_n)) },
        { head: '±', figure: true, cell: (p) => said(p, units.pm('force', p.u95_n)) },
        { head: 'along the way', figure: true, cell: (p) => said(p, units.show('force', p.along_n)) },
        { head: 'mind', unseen: true, quiet: true, cell: (p) => (p.reach === 'within' ? '' : p.reach) },
      ]}
    />
  )
}
