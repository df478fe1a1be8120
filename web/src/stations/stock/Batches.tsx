import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, data, type Shapes } from '../../api/client'
import { newId, useBench, useChange } from '../../lib/desk'
import { Count, Select, Text, Ticks } from '../../ui/fields'
import { Button, Head } from '../../ui/parts'
import { Quantity } from '../../ui/quantity'

type Batch = Shapes['Batch']

/** This client's own fillings: one sack, one heap; each known better with every weighing. */
export function Batches() {
  const { desk, library, writer } = useBench()
  const [open, setOpen] = useState('')
  const own = useQuery({
    queryKey: ['own-fillings', desk.file.revision],
    queryFn: () => data<Shapes['OwnFilling'][]>(api.GET('/api/v1/fillings')),
    placeholderData: (before) => before,
  })
  const elsewhere = (own.data ?? []).filter((o) => !desk.file.batches.some((b) => b.name === o.name))
  const addOwn = (o: Shapes['OwnFilling']) => {
    const id = newId()
    setOpen(id)
    writer.write({ list: 'batches', item: id, body: () => ({ ...o, id, filling: '', celsius: 0 }) })
  }
  const add = (filling: string) => {
    const id = newId()
    const from = library.fillings.find((f) => f.key === filling)
    const n = desk.file.batches.filter((b) => b.filling === filling).length + 1
    const body: Batch = {
      id,
      name: from ? `${from.name.split(',')[0]}, batch ${n}` : `own filling ${n}`,
      filling,
      low_kg_l: from ? 0 : 0.9,
      typical_kg_l: from ? 0 : 1,
      high_kg_l: from ? 0 : 1.1,
      celsius: 0,
      wet: false,
      loose: true,
    }
    setOpen(id)
    writer.write({ list: 'batches', item: id, body: () => body })
  }
  return (
    <section>
      <Head>Batches</Head>
      <p className="m-0 mb-2 text-[14px] text-soft">
        One sack of sand is not like another. What is filled from one batch shares its density, and every weighing of any of them sharpens
        it.
      </p>
      <ul className="m-0 mb-2 list-none border-t border-line p-0">
        {desk.file.batches.map((b) => (
          <li key={b.id} className="border-b border-line">
            <BatchLine batch={b} open={open === b.id} onOpen={() => setOpen(open === b.id ? '' : b.id)} />
          </li>
        ))}
      </ul>
      <Select
        label="Add a batch of"
        value="-"
        options={[
          { value: '-', label: 'choose …' },
          ...library.fillings.map((f) => ({ value: f.key, label: f.name })),
          ...elsewhere.map((o, i) => ({ value: `own ${i}`, label: `${o.name}, as for another client` })),
          { value: '', label: 'a filling that is not in the table' },
        ]}
        onValue={(key) => {
          const known = elsewhere[Number(/^own (\d+)$/.exec(key)?.[1] ?? -1)]
          if (known) addOwn(known)
          else if (key !== '-') add(key)
        }}
      />
    </section>
  )
}

function BatchLine({ batch: b, open, onOpen }: { batch: Batch; open: boolean; onOpen: () => void }) {
  const { desk, units } = useBench()
  const now = desk.results.batches.find((x) => x.id === b.id)
  return (
    <>
      <button type="button" aria-expanded={open} onClick={onOpen} className="w-full px-1 py-1.5 text-left hover:bg-sheet">
        <span className="flex items-baseline gap-2">
          <b className="grow font-cond text-[17px]">{b.name}</b>
          {now && (
            <span className="font-cond text-[16px]">
              {units.show('density', now.density_kg_l)} <span className="text-soft">± {units.pm('density', now.u95_kg_l)}</span>
            </span>
          )}
        </span>
        {now && <DensityRule now={now} />}
      </button>
      {open && <BatchEditor batch={b} />}
    </>
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
      <span className="block text-[13px] text-soft">
        {counted}
        {now.weighings > 1 && `; χ² ${now.chi2.toFixed(1)}, about ${now.weighings} is expected`}
      </span>
    </span>
  )
}

function BatchEditor({ batch: b }: { batch: Batch }) {
  const { desk, library, units, writer } = useBench()
  const set = useChange('batches', b)
  const refused = writer.refusals[`batches/${b.id}`] ?? {}
  const draft = (f: string) => `${desk.file.id}/${b.id}/${f}`
  const used = desk.file.containers.filter((c) => c.filling === b.id).map((c) => c.name)
  const density = (label: string, field: 'low_kg_l' | 'typical_kg_l' | 'high_kg_l') => (
    <Quantity
      label={label}
      kind="density"
      value={b[field]}
      onValue={(v) => v !== b[field] && set({ [field]: v })}
      units={units}
      draft={draft(field)}
      min={0.01}
      max={25}
      refusal={refused[field]}
    />
  )
  return (
    <div className="bg-sheet px-2 pb-2">
      <Text
        label="Name"
        value={b.name}
        onValue={(v) => set({ name: v })}
        draft={draft('name')}
        needed="a name, so that it is told from the next sack"
        max={60}
        refusal={refused.name}
      />
      {b.filling === '' ? (
        <>
          <div className="flex flex-wrap gap-x-4">
            {density('Lowest', 'low_kg_l')}
            {density('Typical', 'typical_kg_l')}
            {density('Highest', 'high_kg_l')}
          </div>
          <Ticks
            label="It"
            value={[...(b.wet ? ['w'] : []), ...(b.loose ? ['l'] : [])]}
            options={[
              { value: 'w', label: 'dries out' },
              { value: 'l', label: 'pours' },
            ]}
            onValue={(v) => set({ wet: v.includes('w'), loose: v.includes('l') })}
          />
        </>
      ) : (
        <p className="m-0 text-[14px] text-soft">A batch of {library.fillings.find((f) => f.key === b.filling)?.name}.</p>
      )}
      {b.filling === 'fresh-water' && <Temperature batch={b} />}
      <p className="m-0 mt-1 text-[14px] text-soft">{used.length > 0 ? `In ${used.join(', ')}.` : 'Nothing is filled from it yet.'}</p>
      {(refused[''] ?? refused.filling) && (
        <p role="alert" className="m-0 text-[14px] text-action">
          {refused[''] ?? refused.filling}
        </p>
      )}
      <Button look="bare" onClick={() => writer.write({ list: 'batches', item: b.id, body: null })}>
        Remove
      </Button>
    </div>
  )
}

/** Water is known by its temperature; shown in the degrees of the client's units. */
function Temperature({ batch: b }: { batch: Batch }) {
  const { desk, units } = useBench()
  const set = useChange('batches', b)
  const us = units.system === 'us'
  const shown = (c: number) => Math.round(us ? c * 1.8 + 32 : c)
  const none = b.celsius === 0
  return (
    <div className="mt-1 flex flex-wrap items-start gap-x-4">
      <Ticks
        label="Its temperature"
        value={none ? [] : ['t']}
        options={[{ value: 't', label: 'measured' }]}
        onValue={(v) => set({ celsius: v.length > 0 ? 20 : 0 })}
      />
      {!none && (
        <Count
          label="Water at"
          value={shown(b.celsius)}
          min={shown(1)}
          max={shown(100)}
          unit={us ? '°F' : '°C'}
          onValue={(v) => v !== shown(b.celsius) && set({ celsius: us ? Math.round(((v - 32) / 1.8) * 10) / 10 : v })}
          draft={`${desk.file.id}/${b.id}/celsius`}
        />
      )}
    </div>
  )
}
