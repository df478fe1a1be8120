import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { type FormEvent, useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { type Answered, api, data, type Session, type Shapes } from '../../api/client'
import { keepDesk, keys, useLibrary } from '../../lib/desk'
import type { Units } from '../../lib/format'
import { useKey, useWidth } from '../../lib/hooks'
import { switchTheme } from '../../lib/theme'
import { useUnitsOf } from '../../lib/units'
import { Name } from '../../ui/name'
import { Button, Failed, Waiting } from '../../ui/parts'
import { Hatch, scaleOf } from '../../ui/rule'

type Card = Shapes['Card']

/** The practice's clients, each as its needs rule in miniature. */
export function Start({ session }: { session: Session }) {
  const [q, setQ] = useState('')
  const find = useRef<HTMLInputElement>(null)
  const navigate = useNavigate()
  const clients = useQuery({
    queryKey: keys.clients(q),
    queryFn: () => data(api.GET('/api/v1/clients', { params: { query: { q, limit: 24 } } })),
    placeholderData: keepPreviousData,
  })
  const leave = useMutation({
    mutationFn: () => data(api.DELETE('/api/v1/session')),
    // A fresh page: nothing of the session stays in memory, and nothing asks once more.
    onSuccess: () => window.location.assign('/'),
  })
  useKey('/', () => find.current?.focus())
  useKey('q', () => navigate('/quick'))
  return (
    <div className="mx-auto max-w-295 px-4 pb-10">
      <header className="flex flex-wrap items-center gap-x-5 gap-y-2 border-b border-line py-3">
        <Name />
        <span className="text-soft">{session.practice}</span>
        <span className="grow" />
        <Link to="/quick" className="text-fine font-semibold text-action underline underline-offset-3">
          Quick answers
        </Link>
        <Link to="/practice" className="text-fine font-semibold text-action underline underline-offset-3">
          Practice
        </Link>
        <Button look="bare" onClick={switchTheme}>
          Light or dark
        </Button>
        <Button look="bare" onClick={() => leave.mutate()}>
          Sign out
        </Button>
      </header>
      <main>
        <div className="flex flex-wrap items-end gap-x-8 gap-y-3 py-5">
          <h1 className="m-0 text-title leading-none">Clients</h1>
          <div className="w-64">
            <label htmlFor="find" className="sr-only">
              Find a client
            </label>
            <input
              id="find"
              ref={find}
              className="w-full border-b-2 border-ink bg-transparent py-1 text-lead"
              placeholder="Find a client ( / )"
              value={q}
              onChange={(e) => setQ(e.target.value)}
              onKeyDown={(e) => {
                const first = clients.data?.clients[0]
                if (e.key === 'Enter' && first) navigate(`/c/${first.id}/needs`)
                if (e.key === 'Escape') setQ('')
              }}
            />
          </div>
          <NewClient />
        </div>
        {clients.isPending && <Waiting what="Laying out the clients" />}
        {clients.isError && <Failed error={clients.error} retry={() => clients.refetch()} />}
        {clients.data && (
          <>
            <Hatch />
            <ul className="m-0 grid list-none grid-cols-[repeat(auto-fill,minmax(min(20rem,100%),1fr))] gap-4 p-0">
              {clients.data.clients.map((c) => (
                <li key={c.id}>
                  <ClientCard card={c} />
                </li>
              ))}
            </ul>
            <p className="text-soft" role="status">
              {clients.data.total === 0 && q && `No client is called “${q}”.`}
              {clients.data.total === 0 && !q && 'No client yet. Type a name above, for example “Corner of a barn”, and press Enter.'}
              {clients.data.total > clients.data.clients.length &&
                `${clients.data.clients.length} of ${clients.data.total} shown: type to find the others.`}
            </p>
          </>
        )}
      </main>
    </div>
  )
}

function NewClient() {
  const cache = useQueryClient()
  const navigate = useNavigate()
  const [name, setName] = useState('')
  const make = useMutation({
    mutationFn: () => data<Answered>(api.POST('/api/v1/clients', { body: { name: name.trim() } })),
    onSuccess: (desk) => {
      keepDesk(cache, desk)
      cache.invalidateQueries({ queryKey: ['clients'] })
      navigate(`/c/${desk.file.id}/client`)
    },
  })
  const submit = (e: FormEvent) => {
    e.preventDefault()
    if (name.trim()) make.mutate()
  }
  return (
    <form onSubmit={submit} className="flex items-end gap-2">
      <div>
        <label htmlFor="new-client" className="sr-only">
          Name of a new client
        </label>
        <input
          id="new-client"
          className="w-56 border-b-2 border-ink bg-transparent py-1 text-lead"
          placeholder="Name of a new client"
          maxLength={80}
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
      </div>
      <Button type="submit" look="solid" disabled={!name.trim() || make.isPending}>
        Add
      </Button>
      <span role="alert" className="text-fine text-action">
        {make.error?.message}
      </span>
    </form>
  )
}

const day = (unix: number) => new Date(unix * 1000).toLocaleDateString(undefined, { day: 'numeric', month: 'short' })

function ClientCard({ card }: { card: Card }) {
  const library = useLibrary()
  const units = useUnitsOf(card.units, '', library.data)
  return (
    <Link
      to={`/c/${card.id}/needs`}
      className="block h-full border border-line bg-sheet p-4 text-ink no-underline hover:border-ink hover:shadow-[4px_4px_0_var(--line)]"
    >
      <div className="flex items-baseline gap-2">
        <span className="grow font-cond text-head font-semibold leading-tight">{card.name}</span>
        <span className="text-fine text-soft">{day(card.updated_at)}</span>
      </div>
      {card.slots.length > 0 ? <Mini slots={card.slots} /> : <p className="my-4 text-soft">Stature is needed before there are needs.</p>}
      <p className="m-0 mt-2 flex flex-wrap gap-x-4 text-fine">
        <span>
          <b>
            {card.covered}/{card.slots.length}
          </b>{' '}
          needs covered
        </span>
        {units && <Numbers card={card} units={units} />}
        {card.due > 0 && <span className="text-action">{card.due} to weigh again</span>}
        {card.bands_due > 0 && (
          <span className="text-action">
            {card.bands_due} band{card.bands_due > 1 ? 's' : ''} to look over
          </span>
        )}
        {card.holds > 0 && (
          <span className="font-semibold text-action">
            {card.holds} hold point{card.holds > 1 ? 's' : ''}
          </span>
        )}
      </p>
    </Link>
  )
}

function Numbers({ card, units }: { card: Card; units: Units }) {
  return (
    <>
      <span className="text-soft">{units.show('area', card.free_m2)} free</span>
      <span className="text-soft">{card.ceiling_m > 0 ? `${units.show('length', card.ceiling_m)} high` : 'ceiling not measured'}</span>
    </>
  )
}

function Mini({ slots }: { slots: Card['slots'] }) {
  const [ref, width] = useWidth<HTMLDivElement>(280)
  const scale = scaleOf(slots, width)
  return (
    <div ref={ref} className="mt-3 h-33 overflow-hidden" aria-hidden="true">
      {slots.map((s) => (
        <div key={s.key} className="h-3">
          <svg width={width} height={12} viewBox={`0 0 ${width} 12`} className="block" aria-hidden="true">
            <rect
              x={scale(s.lo_kg)}
              y={2}
              width={scale(s.hi_kg) - scale(s.lo_kg)}
              height={8}
              fill={s.state === 'covered' ? 'var(--covered)' : s.state === 'thin' ? 'url(#hatch)' : 'none'}
              stroke={s.state === 'covered' ? 'var(--covered)' : 'var(--action)'}
              strokeDasharray={s.state === 'missing' ? '2 2' : undefined}
            />
          </svg>
        </div>
      ))}
    </div>
  )
}
