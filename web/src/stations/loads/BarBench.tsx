import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, data, type Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { localField } from '../../lib/file/useFields'
import { percent } from '../../lib/format'
import { useUnits } from '../../lib/units'
import { AxisLog, Scene, useSheet } from '../../ui/draw'
import { Quantity } from '../../ui/field'

/** A bar or handle: type a load, see the plates of one side; every load it can take on a rule. */
export function BarBench({ handle: h }: { handle: Shapes['Handle'] }) {
  const { desk, units } = useBench()
  const [target, setTarget] = useState(0)
  const id = desk.file.id
  const got = useQuery({
    queryKey: ['bar', id, h.id, target, desk.file.revision],
    queryFn: ({ signal }) =>
      data<Shapes['BarLoading']>(
        api.GET('/api/v1/clients/{client}/handles/{handle}/loads', {
          params: { path: { client: id, handle: h.id }, query: { target_kg: target } },
          signal,
        }),
      ),
    placeholderData: (before) => before,
    retry: false,
    enabled: h.kind !== 'stick',
  })
  if (h.kind === 'stick')
    return (
      <div className="p-4 md:p-6">
        <h2 className="m-0 text-head">{h.name}</h2>
        <p className="max-w-prose">
          A stick of {units.show('mass', h.mass_kg)} with a thing of equal weight hung on each end is a bar. What it would weigh stands in
          the ladder below, dotted: it counts for nothing until its span and its hooks have been checked at Builds.
        </p>
      </div>
    )
  const d = got.data
  return (
    <div className="min-w-0 p-4 md:p-6">
      <div className="flex flex-wrap items-baseline gap-x-3" aria-live="polite">
        <span className="font-cond text-figure font-semibold leading-none">
          {units.show('mass', d?.nearest_kg ?? h.mass_kg + 2 * h.collar_kg)}
        </span>
        <span className="font-cond text-head text-soft">
          {h.name}
          {d?.sharing && ', each of two'}
        </span>
      </div>
      <div className="mt-3 flex flex-wrap gap-x-6">
        <Quantity
          of={localField({
            key: `${id}/${h.id}/bar`,
            spec: { label: 'loaded to', kind: 'mass', max: 1000, empty: 'empty' },
            value: target,
            set: setTarget,
          })}
        />
      </div>
      {d && (
        <>
          <Side handle={h} loading={d} />
          <p className="m-0 mt-2">
            {d.per_side_kg.length === 0
              ? 'No plates on.'
              : `Each side, inside first: ${d.per_side_kg.map((p) => units.show('mass-fine', p)).join(' + ')}.`}{' '}
            {target > 0 && (
              <span className="text-soft">
                {d.below_kg !== null && `At or below: ${units.show('mass-fine', d.below_kg)}. `}
                {d.above_kg !== null ? `At or above: ${units.show('mass-fine', d.above_kg)}.` : 'Nothing is as heavy.'}
              </span>
            )}
          </p>
          <Loads loads={d.loads_kg} at={d.nearest_kg} />
          <p className="m-0 text-fine text-soft">
            {d.loads_kg.length} loads from {units.show('mass', d.loads_kg[0] ?? 0)} to {units.show('mass', d.loads_kg.at(-1) ?? 0)};{' '}
            {d.gaps === 0 ? 'no step above 10 %' : `${d.gaps} step${d.gaps > 1 ? 's' : ''} above 10 %, the largest ${percent(d.largest)}`}.{' '}
            {d.extra_kg > 0 && (
              <b className="text-ink">
                One more pair of {units.show('mass-fine', d.extra_kg)}
                {d.sharing && ' for each'}{' '}
                {d.extra_closes > 0 ? `closes ${d.extra_closes} of them` : `narrows the largest to ${percent(d.extra_largest)}`}.
              </b>
            )}
            {d.extra_kg === 0 && d.gaps > 0 && 'No single pair of plates that shops have makes it better.'}
          </p>
          <p className="m-0 mt-1 text-fine text-soft">
            Plates are listed{' '}
            <Link className="text-action underline underline-offset-2" to="../stock" relative="path">
              at Stock
            </Link>
            ; only those with a hole of {h.bore_mm} mm fit. A plain plate may be off by 2 % (common practice).
          </p>
        </>
      )}
    </div>
  )
}

/** One side of the bar with its plates, their thickness to scale where it is known, and as tall as their cube root says. */
function Side({ handle: h, loading }: { handle: Shapes['Handle']; loading: Shapes['BarLoading'] }) {
  const { desk } = useBench()
  const known = desk.file.plates
  const plates = loading.per_side_kg.map((kg) => ({ kg, thick: known.find((p) => Math.abs(p.mass_kg - kg) < 1e-6)?.thickness_m || 0.02 }))
  const ends = plates.map((_, i) => plates.slice(0, i + 1).reduce((sum, p) => sum + p.thick, 0))
  const sleeve = h.sleeve_m || Math.max(0.12, (ends.at(-1) ?? 0) + 0.03)
  const heaviest = Math.max(...known.map((p) => p.mass_kg), 1)
  return (
    <Scene
      label="One side of the bar; its plates are in the line below"
      x={[-0.14 * sleeve, 1.02 * sleeve]}
      y={[-1, 1]}
      ratio={0.16}
      most={640}
      bare
    >
      <Part from={-1} to={-0.02 * sleeve} tall={0.14} fill="ink" />
      <Part from={-0.02 * sleeve} to={0} tall={0.46} fill="ink" />
      <Part from={0} to={sleeve} tall={0.11} fill="mark" />
      {plates.map((p, i) => {
        const to = ends[i] ?? 0
        return <Part key={to} from={to - p.thick} to={to} tall={0.45 + 1.4 * Math.cbrt(p.kg / heaviest)} fill="sheet" outlined />
      })}
      <Part from={ends.at(-1) ?? 0} to={(ends.at(-1) ?? 0) + 0.02 * sleeve} tall={0.32} fill="action" />
    </Scene>
  )
}

type PartProps = { from: number; to: number; tall: number; fill: 'ink' | 'mark' | 'sheet' | 'action'; outlined?: boolean }

function Part({ from, to, tall, fill, outlined }: PartProps) {
  const s = useSheet()
  const [x, y] = [Math.max(0, s.x(from)), s.y(tall / 2)]
  const stroke = outlined && { stroke: 'var(--ink)', strokeWidth: 2 }
  return <rect x={x} y={y} width={Math.max(2.5, s.x(to) - x - 1.5)} height={2 * (s.y(0) - y)} fill={`var(--${fill})`} {...stroke} />
}

/** Every load it can take, equal ratios at equal lengths. */
function Loads({ loads, at }: { loads: readonly number[]; at: number }) {
  const mass = useUnits().display('mass')
  const lo = Math.max(0.5, loads[0] ?? 0.5)
  const hi = Math.max(lo * 1.1, loads.at(-1) ?? 1)
  return (
    <Scene
      label={`${loads.length} loads on a rule`}
      log
      x={[lo, hi]}
      y={[0, 1]}
      height={48}
      most={640}
      bare
      pad={{ right: 34, bottom: 2, top: 22 }}
    >
      <AxisLog from={lo} to={hi} factor={mass.factor} unit={mass.symbol} />
      {loads.map((kg) => (
        <Rung key={kg} kg={kg} on={kg === at} />
      ))}
    </Scene>
  )
}

function Rung({ kg, on }: { kg: number; on: boolean }) {
  const s = useSheet()
  const at = { x1: s.x(kg), x2: s.x(kg), y1: s.y(on ? 1 : 0.6), y2: s.y(0) }
  return <line {...at} stroke={on ? 'var(--action)' : 'var(--ink)'} strokeWidth={on ? 3 : 1.6} />
}
