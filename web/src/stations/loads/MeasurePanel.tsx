import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { ApiError, api, type Container, data, type Shapes } from '../../api/client'
import { fillingsOf, useBench } from '../../lib/desk'
import { localField } from '../../lib/file/useFields'
import { percent } from '../../lib/format'
import { useKept } from '../../lib/hooks'
import { Count, Quantity } from '../../ui/field'
import { DataTable } from '../../ui/table'

/** Measuring a fill out: by the scoop, and pouring it off again in a drop set. */
export function MeasurePanel({ container: c, load }: { container: Container; load: Shapes['Load'] }) {
  const bench = useBench()
  const pours = fillingsOf(bench).find((f) => f.key === c.filling)?.loose ?? false
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-2">
      <Scooping container={c} />
      {pours ? (
        <Dropping container={c} load={load} />
      ) : (
        <p className="text-fine text-soft">Only what pours can be poured off for a drop set.</p>
      )}
    </div>
  )
}

function Scooping({ container: c }: { container: Container }) {
  const { desk, units } = useBench()
  const id = desk.file.id
  const [size, setSize] = useKept<number>('scoop-l', units.system === 'us' ? 0.946352946 : 1)
  const got = useQuery({
    queryKey: ['scoops', id, c.id, size, desk.file.revision],
    queryFn: ({ signal }) =>
      data<Shapes['Scoops']>(
        api.GET('/api/v1/clients/{client}/containers/{container}/scoops', {
          params: { path: { client: id, container: c.id }, query: { size_l: size } },
          signal,
        }),
      ),
    placeholderData: (before) => before,
    retry: false,
  })
  const s = got.data
  return (
    <div>
      <Quantity
        of={localField({
          key: `${id}/${c.id}/scoop`,
          spec: { label: 'Scoop or measuring jug', kind: 'volume', min: 0.01, max: 100, hint: '1 qt, 500 ml' },
          value: size,
          set: setSize,
        })}
      />
      {s && c.volume_l === 0 && <p className="m-0 text-fine text-soft">It is empty: type above what it should weigh.</p>}
      {s && c.volume_l > 0 && (
        <p className="m-0">
          <b className="font-cond text-title">{s.whole} ×</b> {s.rest_l > 0.005 && `and ${units.show('volume', s.rest_l)} more`}
          <span className="block text-fine text-soft">
            With the {s.whole} alone: {units.show('mass', s.mass_kg)} ± {units.pm('mass', s.u95_kg)}.
          </span>
        </p>
      )}
    </div>
  )
}

function Dropping({ container: c, load }: { container: Container; load: Shapes['Load'] }) {
  const { desk, units } = useBench()
  const id = desk.file.id
  const [start, setStart] = useState(0)
  const [reps, setReps] = useKept<number>('drop-reps', 10)
  const [fall, setFall] = useKept<number>('drop-fall', 20)
  const [drops, setDrops] = useKept<number>('drop-drops', 3)
  const from = start || load.computed_kg
  const got = useQuery({
    queryKey: ['drops', id, c.id, from, reps, fall, drops, desk.file.revision],
    queryFn: ({ signal }) =>
      data<Shapes['DropsAnswer']>(
        api.POST('/api/v1/clients/{client}/containers/{container}/drops', {
          params: { path: { client: id, container: c.id } },
          body: { start_kg: from, reps, fall: fall / 100, drops },
          signal,
        }),
      ),
    placeholderData: (before) => before,
    retry: false,
  })
  const counted = (name: string, label: string, max: number, value: number, set: (v: number) => void) =>
    localField({ key: `${id}/drop-${name}`, spec: { label, min: 1, max }, value, set })
  const refusal = got.error instanceof ApiError ? (got.error.fields.start_kg ?? got.error.message) : ''
  return (
    <div>
      <div className="flex flex-wrap gap-x-5">
        <Quantity
          of={localField({
            key: `${id}/${c.id}/drop-start`,
            spec: { label: 'Drop set from', kind: 'mass', max: 1000, empty: `${units.bare('mass', load.computed_kg)}, as it is` },
            value: start,
            set: setStart,
            why: refusal || undefined,
          })}
        />
        <Count of={counted('reps', 'Reps each', 100, reps, setReps)} />
        <Count of={counted('fall', 'Lighter by', 90, fall, setFall)} unit="%" />
        <Count of={counted('drops', 'Drops', 12, drops, setDrops)} />
      </div>
      {got.data && !refusal && (
        <DataTable
          label="Pour-off schedule"
          rows={got.data.drops.map((d, i) => ({ ...d, i }))}
          id={(d) => String(d.i)}
          columns={[
            { head: 'stage', names: true, cell: (d) => `${d.i + 1}: ${d.reps} reps` },
            { head: 'with', figure: true, cell: (d) => `${units.show('mass', d.mass_kg)} ± ${units.pm('mass', d.u95_kg)}` },
            { head: 'pour out first', figure: true, cell: (d) => (d.i === 0 ? '–' : units.show('volume', d.pour_l)) },
            { head: 'down to', figure: true, cell: (d) => units.show('level', d.level_m) },
          ]}
        />
      )}
      {got.data?.short && !refusal && (
        <p className="m-0 mt-1 text-fine text-due">
          Another drop of {percent(fall / 100)} would be below the empty container: fewer drops, or a smaller fall.
        </p>
      )}
    </div>
  )
}
