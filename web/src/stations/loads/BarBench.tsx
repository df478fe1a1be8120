import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, data, type Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { localField } from '../../lib/file/useFields'
import { percent } from '../../lib/format'
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
            spec: { label: 'loaded to', kind: 'mass', max: 1000, empty: 'its empty weight' },
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

/** One side of the bar with its plates, their thickness to scale where it is known. */
function Side({ handle: h, loading }: { handle: Shapes['Handle']; loading: Shapes['BarLoading'] }) {
  const { desk } = useBench()
  const plates = loading.per_side_kg.map((kg) => ({
    kg,
    thick: desk.file.plates.find((p) => Math.abs(p.mass_kg - kg) < 1e-6)?.thickness_m || 0.02,
  }))
  const sleeve = h.sleeve_m || Math.max(0.12, plates.reduce((sum, p) => sum + p.thick, 0) + 0.03)
  const scale = 520 / Math.max(sleeve, 0.1)
  const heaviest = Math.max(...desk.file.plates.map((p) => p.mass_kg), 1)
  let x = 70
  return (
    <svg
      viewBox="0 0 640 150"
      className="mt-2 w-full max-w-160"
      role="img"
      aria-label="One side of the bar; its plates are in the line below"
    >
      <rect x="0" y="70" width="62" height="10" fill="var(--ink)" />
      <rect x="62" y="58" width="8" height="34" fill="var(--ink)" />
      <rect x="70" y="71" width={sleeve * scale} height="8" fill="var(--mark)" />
      {plates.map((p, i) => {
        const w = Math.max(4, p.thick * scale)
        const height = 34 + 100 * Math.cbrt(p.kg / heaviest)
        const at = x
        x += w
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: plates of one kind are alike
          <g key={i}>
            <rect x={at} y={75 - height / 2} width={w - 1.5} height={height} fill="var(--sheet)" stroke="var(--ink)" strokeWidth="2" />
          </g>
        )
      })}
      <rect x={x} y="63" width="10" height="24" fill="var(--action)" />
    </svg>
  )
}

function Loads({ loads, at }: { loads: number[]; at: number }) {
  const lo = Math.max(0.5, loads[0] ?? 0.5)
  const hi = Math.max(lo * 1.1, loads.at(-1) ?? 1)
  const x = (kg: number) => 10 + (620 * Math.log(Math.max(kg, lo) / lo)) / Math.log(hi / lo)
  return (
    <svg viewBox="0 0 640 30" className="my-1 w-full max-w-160" role="img" aria-label={`${loads.length} loads on a rule`}>
      <line x1="10" x2="630" y1="22" y2="22" stroke="var(--line)" />
      {loads.map((kg) => (
        <line
          key={kg}
          x1={x(kg)}
          x2={x(kg)}
          y1={kg === at ? 2 : 10}
          y2="22"
          stroke={kg === at ? 'var(--action)' : 'var(--ink)'}
          strokeWidth="1.6"
        />
      ))}
    </svg>
  )
}
