import type { Container, Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { useFields } from '../../lib/file/useFields'
import { day } from '../../lib/format'
import { Explain } from '../../ui/explain'
import { Select } from '../../ui/field'
import { useRemoval } from '../../ui/list'
import { Button } from '../../ui/parts'
import { DataTable } from '../../ui/table'

type Weighing = Shapes['Weighing']

export type Change = { id: string; mass: number; u: number }

/** What a kept reading changed: every container of the same batch, before and after. */
export function Sisters({ before, on, container }: { before: Change[]; on?: Shapes['OnBench']; container: Container }) {
  const { desk, units } = useBench()
  const of = new Set([container.id, ...(on?.sisters ?? [])])
  const rows = before.flatMap((b) => {
    const now = desk.results.loads.find((l) => l.id === b.id)
    const name = desk.file.containers.find((c) => c.id === b.id)?.name ?? ''
    const moved = now && (Math.abs(now.computed_kg - b.mass) > 1e-9 || Math.abs(now.computed_u95_kg - b.u) > 1e-9)
    return of.has(b.id) && now && moved ? [{ ...b, name, now }] : []
  })
  if (rows.length === 0) return null
  return (
    <div className="mt-3">
      <DataTable
        label="What that changed"
        rows={rows}
        id={(r) => r.id}
        columns={[
          { head: 'what that changed', names: true, cell: (r) => r.name },
          { head: 'computed before', figure: true, cell: (r) => `${units.show('mass-fine', r.mass)} ± ${units.pm('mass-fine', r.u)}` },
          {
            head: 'computed now',
            figure: true,
            cell: (r) => `${units.show('mass-fine', r.now.computed_kg)} ± ${units.pm('mass-fine', r.now.computed_u95_kg)}`,
          },
        ]}
      />
    </div>
  )
}

/** Every weighing of it, newest first. */
export function Weighings({ container, on }: { container: Container; on?: Shapes['OnBench'] }) {
  const { desk, units } = useBench()
  const remove = useRemoval('weighings')
  const rows = on?.weighings ?? []
  const ofBatch = rows.some((w) => w.density_kg_l > 0)
  if (rows.length === 0) return <p className="m-0 mt-2 text-fine text-soft">No reading yet: put it on a scale and type what it shows.</p>
  return (
    <div className="mt-3">
      <DataTable
        label={`Weighings of ${container.name}`}
        rows={rows}
        id={(w) => w.id}
        columns={[
          { head: 'weighed', names: true, cell: (w) => <span className="whitespace-nowrap">{day(w.at)}</span> },
          {
            head: 'what',
            cell: (w) =>
              `${w.empty ? 'empty' : w.now ? 'as it is now' : 'as it was then'}, ${w.scale}${w.readings > 1 ? `, ${w.readings} readings` : ''}`,
          },
          {
            head: 'mass',
            figure: true,
            cell: (w) =>
              w.problem ? (
                <span className="font-normal text-wrong">{w.problem}</span>
              ) : (
                <Explain why={w.why}>
                  {units.show('mass-fine', w.mass_kg)} ± {units.pm('mass-fine', w.u95_kg)}
                </Explain>
              ),
          },
          ...(ofBatch
            ? [
                {
                  head: 'says of the batch',
                  figure: true,
                  cell: (w: Shapes['Weighed']) =>
                    w.density_kg_l > 0 ? (
                      <span className={w.contradicts ? 'text-wrong' : ''}>
                        {units.show('density', w.density_kg_l)} ± {units.pm('density', w.density_u95_kg_l)}
                        {w.contradicts && (w.counts ? ', contradicts' : ', contradicts: left out')}
                      </span>
                    ) : (
                      '–'
                    ),
                },
              ]
            : []),
          { head: 'counts', cell: (w) => <Verdict id={w.id} now={desk.file.weighings.find((x) => x.id === w.id)} /> },
          {
            head: 'take away',
            unseen: true,
            cell: (w) => (
              <Button
                look="bare"
                aria-label={`Remove the weighing of ${day(w.at)}`}
                onClick={() => remove(w.id, `The weighing of ${day(w.at)}`)}
              >
                remove
              </Button>
            ),
          },
        ]}
      />
    </div>
  )
}

function Verdict({ id, now }: { id: string; now?: Weighing }) {
  const of = useFields('weighings', id)
  return now ? <Select of={of('verdict')} hideLabel /> : null
}
