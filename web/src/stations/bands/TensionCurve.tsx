import { useBench } from '../../lib/desk'
import { type At, AxisY, Hatch, Label, Scene, through, useHatched, useSheet } from '../../ui/draw'
import { DataTable } from '../../ui/table'
import { beyondMeasured, Ribbon } from './axes'
import type { Pull } from './forces'

/** The pull along the way: solid where it is usable, dotted where the band is slack, hatched beyond what was measured. */
export function TensionCurve({ pull }: { pull: Pull }) {
  const { units } = useBench()
  // Where nothing is known there is no number, and no line: only the hatching.
  const known = pull.points.filter((p) => !beyondMeasured(p))
  const most = Math.max(
    10,
    ...known.map((p) => p.pull_n),
    pull.range?.heavy.mean_n ?? 0,
    ...known.map((p) => Math.min(p.pull_n + p.u95_n, 1.6 * p.pull_n)),
  )
  return (
    <Scene
      label={
        pull.worst === 'beyond measured'
          ? 'Tension, hatched where nothing is known of the band'
          : `Tension from ${units.show('force', pull.start_n)} at the start to ${units.show('force', pull.finish_n)} at the finish`
      }
      x={[0, 1]}
      y={[0, most * 1.06]}
      ratio={0.28}
      most={620}
      pad={{ left: 44, right: 74, top: 14, bottom: 26 }}
    >
      <Hatch />
      <Tension pull={pull} most={most} />
    </Scene>
  )
}

function Tension({ pull, most }: { pull: Pull; most: number }) {
  const { units } = useBench()
  const s = useSheet()
  const hatched = useHatched()
  const d = units.display('force')
  const known = pull.points.filter((p) => !beyondMeasured(p))
  const on = (points: Pull['points']): At[] => points.map((p) => [s.x(p.way), s.y(p.pull_n)])
  const ends = (points: Pull['points']) => [s.x(points[0]?.way ?? 0), s.x(points.at(-1)?.way ?? 0)] as const
  const area = (points: Pull['points']) => {
    const [a, b] = ends(points)
    return through([...on(points), [b, s.y(0)], [a, s.y(0)]], true)
  }
  const column = (points: Pull['points']) => {
    const [a, b] = ends(points)
    return `M${a} ${s.top}H${b}V${s.bottom}H${a}Z`
  }
  const runs = split(pull.points)
  const foot = s.height - 7
  return (
    <>
      <AxisY from={0} to={most} count={4} factor={d.factor} unit={d.symbol} />
      {runs.map((r) => (
        <path
          key={`${r.kind}${r.points[0]?.way}`}
          d={r.kind === 'beyond' ? column(r.points) : area(r.points)}
          fill={r.kind === 'beyond' ? hatched : 'var(--covered-bg)'}
        />
      ))}
      <Ribbon points={known.map((p) => [p.way, p.pull_n, p.u95_n])} />
      {runs
        .filter((r) => r.kind !== 'beyond')
        .map((r) => (
          <path
            key={`${r.kind}${r.points[0]?.way}line`}
            d={through(on(r.points))}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={r.kind === 'slack' ? 2.5 : 3}
            strokeDasharray={r.kind === 'slack' ? '1 6' : undefined}
            strokeLinecap="round"
          />
        ))}
      {pull.mean_n > 0 && pull.worst !== 'beyond measured' && (
        <g>
          <path d={`M${s.left} ${s.y(pull.mean_n)}H${s.right}`} stroke="var(--covered)" strokeWidth="1.5" strokeDasharray="6 4" />
          <Label at={[s.left + 6, s.y(pull.mean_n) - 5]} as="covered" bold>
            mean {units.show('force', pull.mean_n)}
          </Label>
        </g>
      )}
      {pull.range && <Reach light={pull.range.light.mean_n} heavy={pull.range.heavy.mean_n} />}
      <Label at={[s.left, foot]}>start</Label>
      <Label at={[s.right, foot]} anchor="end">
        finish
      </Label>
      <Label at={[(s.left + s.right) / 2, foot]} anchor="middle">
        way of the free end, {units.show('length', pull.way_m)}
      </Label>
    </>
  )
}

/** From where to where the mean can be set. */
function Reach({ light, heavy }: { light: number; heavy: number }) {
  const { units } = useBench()
  const s = useSheet()
  const x = s.width - 40
  return (
    <g>
      <path d={`M${x - 5} ${s.y(light)}h5V${s.y(heavy)}h-5`} stroke="var(--ink)" strokeWidth="2" fill="none" />
      <Label at={[x + 4, s.y(light) + 4]} as="ink">
        {units.bare('force', light)}
      </Label>
      <Label at={[x + 4, s.y(heavy) + 4]} as="ink">
        {units.bare('force', heavy)}
      </Label>
    </g>
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
const said = (p: Pull['points'][number], text: string) => (beyondMeasured(p) ? '–' : text)

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
        { head: 'note', unseen: true, quiet: true, cell: (p) => (p.reach === 'within' ? '' : p.reach) },
      ]}
    />
  )
}
