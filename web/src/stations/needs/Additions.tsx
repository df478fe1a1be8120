import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, data, type Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { percent } from '../../lib/format'
import { useKept } from '../../lib/hooks'
import { Button, Failed, Head, More, Waiting } from '../../ui/parts'
import { Turns, usePins } from './Closings'

type Addition = Shapes['NeedAddition']

function useAdditions() {
  const { id, revision } = useBench().desk.file
  return useQuery({
    queryKey: ['additions', id, revision],
    queryFn: ({ signal }) =>
      data<Shapes['Additions']>(api.GET('/api/v1/clients/{client}/additions', { params: { path: { client: id } }, signal })),
    placeholderData: keepPreviousData,
    retry: false,
  })
}

const shows = { all: 'all', home: 'from the house', buy: 'to buy' } as const
/** How many are listed before the rest is asked for. */
const first = 15

/** What one more thing opens: everything there is to buy, and what most homes have, each by itself. */
export function Additions({ open, onOpen }: { open: string; onOpen: (key: string) => void }) {
  const got = useAdditions()
  const { units, desk } = useBench()
  const budget = desk.file.profile.budget_minor
  const [show, setShow] = useKept<keyof typeof shows>('additions-show', 'all')
  const [whole, setWhole] = useState(false)
  if (got.isError) return <Failed error={got.error} retry={() => got.refetch()} />
  if (!got.data) return <Waiting what="Trying one thing after the other" />
  const { additions, value } = got.data
  const fit = additions.filter((a) => show === 'all' || a.household === (show === 'home'))
  const most = Math.max(0.01, ...additions.map((a) => a.value - value))
  return (
    <section>
      <Head>What one more thing opens</Head>
      <div className="mb-2 flex flex-wrap items-end gap-x-5 gap-y-2">
        <p className="m-0 max-w-prose grow text-fine text-soft">
          Each by itself, held against every need and all movements, what lifts the board most first. Several together are weighed by{' '}
          <Link className="text-action underline" to="../plan" relative="path">
            the plan
          </Link>
          .
        </p>
        <fieldset className="m-0 flex border border-ink bg-sheet p-0" aria-label="Which things">
          {(Object.keys(shows) as (keyof typeof shows)[]).map((k) => (
            <button
              key={k}
              type="button"
              aria-pressed={show === k}
              onClick={() => setShow(k)}
              className={`px-2.5 py-1 text-body touch:py-3 ${show === k ? 'bg-ink font-semibold text-paper' : 'hover:bg-faint'}`}
            >
              {shows[k]}
            </button>
          ))}
        </fieldset>
      </div>
      {fit.length === 0 && <p className="text-soft">Nothing more opens a movement or turns a need here.</p>}
      <ul className="m-0 list-none border-t-2 border-ink p-0">
        {fit.slice(0, whole ? undefined : first).map((a) => (
          <li key={a.key} className={`border-b border-faint ${a.key === open ? 'bg-sheet shadow-[inset_4px_0_0_var(--action)]' : ''}`}>
            <button
              type="button"
              data-row
              aria-expanded={a.key === open}
              onClick={() => onOpen(a.key === open ? '' : a.key)}
              className="grid w-full grid-cols-[1fr_auto] items-baseline gap-x-4 px-1.5 py-1 text-left hover:text-action touch:min-h-12 md:grid-cols-[minmax(11rem,1fr)_5rem_12rem_10rem]"
            >
              <span>
                <b>{a.name}</b>
                {a.with.length > 0 && <span className="text-fine text-soft"> with {a.with.join(', ').toLowerCase()}</span>}
              </span>
              <span
                className={`text-right text-fine ${a.cost_minor > budget ? 'text-due' : ''}`}
                title={a.cost_minor > budget ? 'more than the budget' : undefined}
              >
                {a.household ? 'no money' : units.money(a.cost_minor)}
              </span>
              <span className="text-fine text-soft max-md:col-span-2">
                {a.opens.length === 0 ? 'opens none' : `opens ${a.opens.length} movement${a.opens.length > 1 ? 's' : ''}`}
                {a.turns.length > 0 && `, lifts ${a.turns.length}`}
              </span>
              <span className="flex items-center gap-2 whitespace-nowrap text-fine text-whatif max-md:col-span-2">
                <span className="h-2 bg-whatif" style={{ width: `${Math.max(2, (60 * (a.value - value)) / most)}px` }} aria-hidden="true" />
                {percent(value)} → {percent(a.value)}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {!whole && fit.length > first && (
        <Button className="mt-3" onClick={() => setWhole(true)}>
          All {fit.length}
        </Button>
      )}
    </section>
  )
}

/** One thing more: what it turns, what it opens, and how it comes in. */
export function AdditionPanel({ addition, onMove }: { addition: string; onMove: (key: string) => void }) {
  const got = useAdditions()
  const pin = usePins()
  const { units, desk } = useBench()
  const budget = desk.file.profile.budget_minor
  const a = got.data?.additions.find((x) => x.key === addition)
  if (!got.data) return <Waiting what="Looking it up" />
  if (!a) return <p className="m-0 text-soft">It is here now, or opens nothing more.</p>
  return (
    <>
      <Head aside={a.household ? 'from the house' : units.money(a.cost_minor)}>{a.name}</Head>
      {a.with.length > 0 && (
        <p className="m-0 mb-1 text-fine text-soft">Takes {a.with.join(', ').toLowerCase()} as well; the sum is of all.</p>
      )}
      <Turns closing={a} of={got.data} />
      {a.cost_minor > budget && (
        <p className="m-0 mt-2 text-fine text-due">
          More than the budget of {units.money(budget)}:{' '}
          <Link className="text-action underline" to="../client" relative="path">
            raise it at Client
          </Link>{' '}
          first.
        </p>
      )}
      {a.pins.length > 0 && a.cost_minor <= budget && (
        <Button look="solid" className="mt-2" onClick={() => pin(a.name, a.pins)}>
          Put it into the plan
        </Button>
      )}
      {a.pins.length === 0 && (
        <p className="m-0 mt-2 text-fine">
          <Link className="text-action underline" to="../stock" relative="path">
            List it at Stock
          </Link>{' '}
          if the client has one.
        </p>
      )}
      <Opens all={a.opens} onMove={onMove} />
    </>
  )
}

function Opens({ all, onMove }: { all: Addition['opens']; onMove: (key: string) => void }) {
  if (all.length === 0) return <p className="m-0 mt-3 text-fine text-soft">It opens no movement; it adds loads to what can be done.</p>
  const item = (m: Addition['opens'][number]) => (
    <li key={m.key} className="border-b border-faint">
      <button type="button" className="w-full py-1 text-left text-body hover:text-action touch:min-h-12" onClick={() => onMove(m.key)}>
        {m.name}
      </button>
    </li>
  )
  return (
    <>
      <h3 className="mb-1 mt-4 text-lead">Opens</h3>
      <ul className="m-0 list-none p-0">{all.slice(0, 12).map(item)}</ul>
      {all.length > 12 && (
        <More summary={`${all.length - 12} more`}>
          <ul className="m-0 list-none p-0">{all.slice(12).map(item)}</ul>
        </More>
      )}
    </>
  )
}
