import { useQuery } from '@tanstack/react-query'
import { api, data, type Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { newId } from '../../lib/file/parts'
import { useFields } from '../../lib/file/useFields'
import { AddOne, Flags, Quantity, Text } from '../../ui/field'
import { Disclosure, Editor, List } from '../../ui/list'
import { Head } from '../../ui/parts'
import { useOpenThing } from './open'

type Batch = Shapes['Batch']

/** This client's own fillings: one sack, one heap; each known better with every weighing. */
export function Batches() {
  const { desk, library, box } = useBench()
  const { open, show, toggle } = useOpenThing()
  const own = useQuery({
    queryKey: ['own-fillings', desk.file.revision],
    queryFn: () => data<Shapes['OwnFilling'][]>(api.GET('/api/v1/fillings')),
    placeholderData: (before) => before,
  })
  const elsewhere = (own.data ?? []).filter((o) => !desk.file.batches.some((b) => b.name === o.name))
  const take = (b: Omit<Batch, 'id'>) => {
    const id = newId()
    box.make('batches', { ...b, id })
    show(id)
  }
  const add = (filling: string) => {
    const from = library.fillings.find((f) => f.key === filling)
    const n = desk.file.batches.filter((b) => b.filling === filling).length + 1
    const name = from ? `${from.name.split(',')[0]}, batch ${n}` : `own filling ${n}`
    const own = from ? { low_kg_l: 0, typical_kg_l: 0, high_kg_l: 0 } : { low_kg_l: 0.9, typical_kg_l: 1, high_kg_l: 1.1 }
    take({ name, filling, ...own, celsius: 0, wet: false, loose: true })
  }
  return (
    <section>
      <Head>Batches</Head>
      <p className="m-0 mb-2 text-fine text-soft">
        One sack of sand is not like another. What is filled from one batch shares its density, and every weighing of any of them sharpens
        it.
      </p>
      <List
        label="batches"
        items={desk.file.batches}
        at={open}
        text={(b) => b.name}
        row={(b) => <BatchLine batch={b} open={open === b.id} onOpen={() => toggle(b.id)} />}
      />
      <AddOne
        label="Add a batch of"
        options={[
          ...library.fillings.map((f) => ({ value: f.key, label: f.name })),
          ...elsewhere.map((o, i) => ({ value: `own ${i}`, label: `${o.name}, as for another client` })),
          { value: '', label: 'a filling that is not in the table' },
        ]}
        onAdd={(key) => {
          const known = elsewhere[Number(/^own (\d+)$/.exec(key)?.[1] ?? -1)]
          if (known) take({ ...known, filling: '', celsius: 0 })
          else add(key)
        }}
      />
    </section>
  )
}

function BatchLine({ batch: b, open, onOpen }: { batch: Batch; open: boolean; onOpen: () => void }) {
  const { desk, units } = useBench()
  const now = desk.results.batches.find((x) => x.id === b.id)
  return (
    <Disclosure
      open={open}
      onOpen={onOpen}
      name={b.name}
      figure={now && units.both('density', now.density_kg_l, now.u95_kg_l)}
      under={now && <DensityRule now={now} />}
    >
      <BatchEditor batch={b} />
    </Disclosure>
  )
}

/** The table's range in pale, what the weighings made of it in dark. */
function DensityRule({ now }: { now: Shapes['BatchState'] }) {
  const lo = Math.min(now.prior_kg_l - now.prior_u95_kg_l, now.density_kg_l - now.u95_kg_l)
  const hi = Math.max(now.prior_kg_l + now.prior_u95_kg_l, now.density_kg_l + now.u95_kg_l)
  const x = (v: number) => 4 + (292 * (v - lo)) / (hi - lo || 1)
  const counted = now.weighings === 0 ? 'nothing weighed yet' : `${now.weighings} weighing${now.weighings > 1 ? 's' : ''} count`
  return (
    <span className="block">
      <svg viewBox="0 0 300 14" className="w-full" aria-hidden="true">
        <line
          x1={x(now.prior_kg_l - now.prior_u95_kg_l)}
          x2={x(now.prior_kg_l + now.prior_u95_kg_l)}
          y1="7"
          y2="7"
          stroke="var(--line)"
          strokeWidth="9"
        />
        <line
          x1={x(now.density_kg_l - now.u95_kg_l)}
          x2={x(now.density_kg_l + now.u95_kg_l)}
          y1="7"
          y2="7"
          stroke="var(--covered)"
          strokeWidth="5"
        />
        <line x1={x(now.density_kg_l)} x2={x(now.density_kg_l)} y1="1" y2="13" stroke="var(--ink)" strokeWidth="2" />
      </svg>
      <span className="block text-fine text-soft">
        {counted}
        {now.weighings > 1 && now.chi2 > 2 * now.weighings + 4 && '; they agree less than their ± would have it'}
      </span>
    </span>
  )
}

function BatchEditor({ batch: b }: { batch: Batch }) {
  const { desk, library } = useBench()
  const of = useFields('batches', b.id)
  const used = desk.file.containers.filter((c) => c.filling === b.id).map((c) => c.name)
  return (
    <Editor
      of="batches"
      id={b.id}
      name={b.name}
      below={
        <p className="m-0 mt-1 text-fine text-soft">{used.length > 0 ? `In ${used.join(', ')}.` : 'Nothing is filled from it yet.'}</p>
      }
    >
      <Text of={of('name')} />
      {b.filling === '' ? (
        <>
          <Quantity of={of('low_kg_l')} />
          <Quantity of={of('typical_kg_l')} />
          <Quantity of={of('high_kg_l')} />
          <Flags label="It" of={[of('wet'), of('loose')]} />
        </>
      ) : (
        <p className="m-0 text-fine text-soft">A batch of {library.fillings.find((f) => f.key === b.filling)?.name}.</p>
      )}
      {b.filling === 'fresh-water' && <Quantity of={of('celsius')} />}
    </Editor>
  )
}
