import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { ApiError, api, data, type FillAnswer, type Shapes } from '../../api/client'
import { useLibrary } from '../../lib/desk'
import { type Spec, specOf } from '../../lib/file/fields'
import { localField } from '../../lib/file/useFields'
import { percent } from '../../lib/format'
import { useKept } from '../../lib/hooks'
import { switchTheme } from '../../lib/theme'
import { UnitsContext, useUnits, useUnitsOf } from '../../lib/units'
import { Explain } from '../../ui/explain'
import { Choice, Count, Pick, Quantity } from '../../ui/field'
import { Name } from '../../ui/name'
import { Button, Failed, Head, Waiting } from '../../ui/parts'
import { DataTable } from '../../ui/table'

/** Answers without a client: what does it weigh, how far to fill it, how heavy for so many reps. */
export function Quick() {
  const library = useLibrary()
  const [system, setSystem] = useKept<string>('units', 'metric')
  const units = useUnitsOf(system, 'EUR', library.data)
  if (library.isError) return <Failed error={library.error} retry={() => library.refetch()} />
  if (!library.data || !units) return <Waiting what="Opening" />
  return (
    <div className="mx-auto max-w-295 px-4 pb-10">
      <header className="flex flex-wrap items-center gap-x-5 gap-y-2 border-b border-line py-3">
        <Link to="/" className="text-ink no-underline" aria-label="Scrappy Rack: all clients">
          <Name />
        </Link>
        <span className="grow" />
        <Button look="bare" onClick={switchTheme}>
          Light or dark
        </Button>
        <Link to="/" className="text-fine font-semibold text-action underline underline-offset-3">
          All clients
        </Link>
      </header>
      <main>
        <div className="flex flex-wrap items-end gap-6 py-5">
          <h1 className="m-0 text-title leading-none">Quick answers</h1>
          <Choice
            of={localField({ key: 'quick/units', spec: { label: 'Units' }, value: system, set: setSystem })}
            options={[
              { value: 'metric', label: 'kg, m' },
              { value: 'us', label: 'lb, ft' },
            ]}
          />
        </div>
        <UnitsContext.Provider value={units}>
          <div className="grid gap-8 lg:grid-cols-2">
            <FillCard fillings={library.data.fillings} />
            <RepMaxCard />
          </div>
        </UnitsContext.Provider>
      </main>
    </div>
  )
}

type Question = {
  capacity_l: number
  tare_kg: number
  height_m: number
  bottom_d_m: number
  top_d_m: number
  kind: 'prism' | 'frustum'
  filling: string
  volume_l: number
  target_kg: number
  ask: 'mass' | 'fill'
}

type Measured = { [K in keyof Question]: Question[K] extends number ? K : never }[keyof Question]

const gallon = 3.785411784

const examples: { name: string; q: Partial<Question> }[] = [
  {
    name: '1 gal jug of water',
    q: { kind: 'prism', capacity_l: gallon, tare_kg: 0.06, height_m: 0.25, filling: 'fresh-water', volume_l: gallon, ask: 'mass' },
  },
  {
    name: '1 gal jug of wet sand',
    q: { kind: 'prism', capacity_l: gallon, tare_kg: 0.06, height_m: 0.25, filling: 'wet-sand', volume_l: gallon, ask: 'mass' },
  },
  {
    name: '6 kg in a 1 gal jug',
    q: { kind: 'prism', capacity_l: gallon, tare_kg: 0.06, height_m: 0.25, filling: 'dry-sand', target_kg: 6, ask: 'fill' },
  },
  {
    name: '5 gal bucket of gravel',
    q: {
      kind: 'frustum',
      capacity_l: 5 * gallon,
      tare_kg: 1,
      height_m: 0.36,
      bottom_d_m: 0.244,
      top_d_m: 0.276,
      filling: 'gravel',
      volume_l: 5 * gallon,
      ask: 'mass',
    },
  },
  {
    name: '12 kg in a 1 gal jug',
    q: { kind: 'prism', capacity_l: gallon, tare_kg: 0.06, height_m: 0.25, filling: 'wet-sand', target_kg: 12, ask: 'fill' },
  },
]

function FillCard({ fillings }: { fillings: Shapes['Filling'][] }) {
  const units = useUnits()
  const [q, setQ] = useState<Question>({
    capacity_l: gallon,
    tare_kg: 0.06,
    height_m: 0.25,
    bottom_d_m: 0.2,
    top_d_m: 0.25,
    kind: 'prism',
    filling: 'fresh-water',
    volume_l: gallon,
    target_kg: 6,
    ask: 'mass',
  })
  const set = (change: Partial<Question>) => setQ((old) => ({ ...old, ...change }))
  const body: Shapes['FillQuestion'] = {
    capacity_l: q.capacity_l,
    tare_kg: q.tare_kg,
    profile: { kind: q.kind, height_m: q.height_m, ...(q.kind === 'frustum' ? { bottom_d_m: q.bottom_d_m, top_d_m: q.top_d_m } : {}) },
    filling: q.filling as Shapes['FillQuestion']['filling'],
    ...(q.ask === 'mass' ? { volume_l: q.volume_l } : { target_kg: q.target_kg }),
  }
  const answer = useQuery({
    queryKey: ['calc', 'fill', body],
    queryFn: () => data<FillAnswer>(api.POST('/api/v1/calc/fill', { body })),
    placeholderData: keepPreviousData,
    retry: false,
  })
  const of = (field: Measured, spec: Spec) => localField({ key: `quick/${field}`, spec, value: q[field], set: (v) => set({ [field]: v }) })
  const refused = answer.error instanceof ApiError ? Object.values(answer.error.fields)[0] : undefined
  return (
    <section className="border border-line bg-sheet p-5">
      <Head>What does it weigh, how far to fill it</Head>
      <div className="mb-4 flex flex-wrap gap-2">
        {examples.map((e) => (
          <Button key={e.name} onClick={() => set(e.q)}>
            {e.name}
          </Button>
        ))}
      </div>
      <div className="flex flex-wrap items-start gap-x-5 gap-y-1">
        <Quantity of={of('capacity_l', specOf('containers', 'capacity_l'))} />
        <Quantity of={of('tare_kg', specOf('containers', 'tare_kg'))} />
        <Quantity of={of('height_m', specOf('containers', 'height_m'))} />
        <Choice
          of={localField({ key: 'quick/shape', spec: { label: 'Shape' }, value: q.kind, set: (v: Question['kind']) => set({ kind: v }) })}
          options={[
            { value: 'prism', label: 'straight' },
            { value: 'frustum', label: 'bucket' },
          ]}
        />
        {q.kind === 'frustum' && <Quantity of={of('bottom_d_m', specOf('containers', 'bottom_m'))} />}
        {q.kind === 'frustum' && <Quantity of={of('top_d_m', specOf('containers', 'top_m'))} />}
        <div className="w-44">
          <Pick
            label="Filled with"
            value={q.filling}
            options={fillings.map((f) => ({ value: f.key, label: f.name }))}
            onValue={(v) => set({ filling: v })}
          />
        </div>
        <Choice
          of={localField({ key: 'quick/ask', spec: { label: 'I know' }, value: q.ask, set: (v: Question['ask']) => set({ ask: v }) })}
          options={[
            { value: 'mass', label: 'the volume' },
            { value: 'fill', label: 'the mass I want' },
          ]}
        />
        {q.ask === 'mass' ? (
          <Quantity of={of('volume_l', { label: 'Volume in it', kind: 'volume', max: 2000 })} />
        ) : (
          <Quantity of={of('target_kg', { label: 'Wanted mass', kind: 'mass', max: 1000 })} />
        )}
      </div>
      <div aria-live="polite" className="mt-3 border-t border-line pt-3">
        {answer.error && <p className="m-0 text-wrong">{refused ?? answer.error.message}</p>}
        {answer.data && !answer.error && (
          <>
            {!answer.data.reachable && <p className="m-0 text-due">Not possible: {answer.data.reason}. The nearest that is:</p>}
            <p className="m-0 flex flex-wrap items-baseline gap-x-3">
              <Explain why={answer.data.why}>
                <span className="font-cond text-figure font-semibold leading-none">{units.show('mass', answer.data.mass_kg)}</span>
              </Explain>
              <span className="font-cond text-title text-soft">± {units.pm('mass', answer.data.u95_kg)}</span>
              <span>
                filled to <b>{units.show('level', answer.data.level_m)}</b>, that is <b>{units.show('volume', answer.data.volume_l)}</b>
              </span>
            </p>
            <p className="m-0 mt-1 text-fine text-soft">
              The ± comes {answer.data.budget.map((b) => `${percent(b.share)} from ${b.name}`).join(', ')}.
            </p>
          </>
        )}
      </div>
    </section>
  )
}

const formulaNames: [keyof Shapes['RepMaxAnswer']['estimates'], string][] = [
  ['epley_kg', 'Epley'],
  ['brzycki_kg', 'Brzycki'],
  ['lombardi_kg', 'Lombardi'],
  ['oconner_kg', "O'Conner"],
  ['mayhew_kg', 'Mayhew'],
  ['wathan_kg', 'Wathan'],
]

function RepMaxCard() {
  const units = useUnits()
  const [q, setQ] = useState({ load_kg: 20, reps: 8, reserve: 2, target_reps: 12 })
  const set = (change: Partial<typeof q>) => setQ((old) => ({ ...old, ...change }))
  const answer = useQuery({
    queryKey: ['calc', 'rep-max', q],
    queryFn: () => data<Shapes['RepMaxAnswer']>(api.POST('/api/v1/calc/rep-max', { body: q })),
    placeholderData: keepPreviousData,
    retry: false,
  })
  const estimates = answer.data?.estimates
  const of = (field: keyof typeof q, spec: Spec) =>
    localField({ key: `quick/${field}`, spec, value: q[field], set: (v) => set({ [field]: v }) })
  return (
    <section className="border border-line bg-sheet p-5">
      <Head>How heavy for so many reps</Head>
      <div className="flex flex-wrap items-start gap-x-5">
        <Quantity of={of('load_kg', { label: 'Load of the test', kind: 'mass', min: 0.1, max: 1000 })} />
        <Count of={of('reps', { label: 'Reps done', min: 1, max: 15 - q.reserve })} />
        <Count of={of('reserve', { label: 'In reserve', min: 0, max: 15 - q.reps })} />
        <Count of={of('target_reps', { label: 'Wanted reps', min: 1, max: 30 })} />
      </div>
      <div aria-live="polite" className="mt-3 border-t border-line pt-3">
        {answer.error && <p className="m-0 text-wrong">{answer.error.message}</p>}
        {answer.data && estimates && !answer.error && (
          <>
            <p className="m-0 flex flex-wrap items-baseline gap-x-3">
              <span className="font-cond text-figure font-semibold leading-none">{units.show('mass', answer.data.target_load_kg)}</span>
              <span>
                for {q.target_reps} reps; one-rep maximum{' '}
                <Explain why={answer.data.why}>
                  <b>{units.show('mass', answer.data.e1rm_kg)}</b>
                </Explain>
              </span>
            </p>
            <div className="mt-3">
              <DataTable
                label="One-rep maximum by each formula"
                rows={formulaNames}
                id={([key]) => key}
                columns={[
                  { head: 'formula; the median counts', cell: ([, name]) => name },
                  { head: 'one-rep maximum', figure: true, cell: ([key]) => units.show('mass', estimates[key]) },
                ]}
              />
            </div>
          </>
        )}
      </div>
    </section>
  )
}
