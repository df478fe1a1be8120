import { keepPreviousData, type Query, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { type FormEvent, useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { type Answered, api, data, type Session, type Shapes } from '../../api/client'
import { keepDesk, keys, useLibrary } from '../../lib/desk'
import { allSent } from '../../lib/file/keep'
import type { Units } from '../../lib/format'
import { useKey, useWidth } from '../../lib/hooks'
import { switchTheme } from '../../lib/theme'
import { useUnitsOf } from '../../lib/units'
import { OnSheet } from '../../ui/draw/scene'
import { List } from '../../ui/list/list'
import { Name } from '../../ui/name'
import { Button, Failed, Waiting } from '../../ui/parts'
import { Hatch, ruleOf } from '../../ui/ruling'

type Card = Shapes['Card']

type Listing = Shapes['Listing']

type Show = 'due' | 'gaps' | ''

/** From so many on each client is a line. */
const many = 24
const mostLines = 500

/** The practice's clients, what is due first: few of them as their needs rule in miniature, many of them a line each. */
export function Start({ session }: { session: Session }) {
  const [q, setQ] = useState('')
  const [show, setShow] = useState<Show>('')
  const find = useRef<HTMLInputElement>(null)
  const navigate = useNavigate()
  const ask = (limit: number) => ({
    queryKey: [...keys.clients(q), show, limit],
    queryFn: () => data(api.GET('/api/v1/clients', { params: { query: { q, show: show || undefined, limit } } })),
    placeholderData: keepPreviousData,
    refetchInterval: (query: Query<Listing>) => (query.state.data?.waiting ? (query.state.data.waiting < 30 ? 300 : 2000) : false),
  })
  const first = useQuery(ask(many))
  const lines = (first.data?.total ?? 0) > many
  const rest = useQuery({ ...ask(mostLines), enabled: lines })
  const clients = (lines ? rest.data : undefined) ?? first.data
  const cache = useQueryClient()
  // Of what is typed by now, not of what was found before it.
  const openFirst = async () => {
    const found = await cache.fetchQuery(ask(many)).catch(() => null)
    const top = found?.clients[0]
    if (top) navigate(`/c/${top.id}/needs`)
  }
  useKey('/', () => find.current?.focus())
  useKey('q', () => navigate('/quick'))
  return (
    <div className="mx-auto max-w-295 px-4 pb-10">
      <header className="flex flex-wrap items-center gap-x-5 gap-y-2 border-b border-line py-3">
        <Name />
        <span className="text-soft">{session.practice}</span>
        <span className="grow" />
        <Link to="/quick" className={linkLook}>
          Quick answers
        </Link>
        <Link to="/practice" className={linkLook}>
          Practice
        </Link>
        <Button look="bare" onClick={switchTheme}>
          Light or dark
        </Button>
        <SignOut who={session.id} />
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
              className="w-full border-b-2 border-ink bg-transparent py-1 text-lead touch:min-h-12"
              placeholder="Find a client ( / )"
              value={q}
              onChange={(e) => setQ(e.target.value)}
              onKeyDown={(e) => {
                if (e.key === 'Enter') openFirst()
                if (e.key === 'Escape') setQ('')
              }}
            />
          </div>
          {clients && <Shown show={show} onShow={setShow} counts={clients} />}
          <NewClient />
        </div>
        {first.isPending && <Waiting what="Laying out the clients" />}
        {first.isError && !first.data && <Failed error={first.error} retry={() => first.refetch()} />}
        {clients && (
          <>
            <Hatch />
            {lines ? <Lines cards={clients.clients} count={Math.min(clients.matching, mostLines)} /> : <Cards cards={clients.clients} />}
            <p className="text-soft" role="status">
              {clients.matching === 0 && clients.waiting === 0 && nothing(q, show)}
              {clients.waiting > 0 && `${clients.waiting} being worked out again: till then they stand as they were. `}
              {clients.matching > clients.clients.length &&
                !(lines && rest.isFetching) &&
                `${clients.clients.length} of ${clients.matching} shown: type to find the others.`}
            </p>
          </>
        )}
      </main>
    </div>
  )
}

const linkLook = 'text-fine font-semibold text-action underline underline-offset-3 touch:py-3'

function nothing(q: string, show: Show): string {
  if (q) return `No client ${show ? 'of those ' : ''}is called “${q}”.`
  if (show === 'due') return 'Nothing is due.'
  if (show === 'gaps') return 'Nothing is missing: every need is covered.'
  return 'No client yet. Type a name above, for example “Corner of a barn”, and press Enter.'
}

type Counts = Pick<Listing, 'total' | 'due' | 'gaps'>

/** All of them, those with something due, those with gaps. */
function Shown({ show, onShow, counts }: { show: Show; onShow: (s: Show) => void; counts: Counts }) {
  const ways: [Show, string, number][] = [
    ['', 'all', counts.total],
    ['due', 'something due', counts.due],
    ['gaps', 'with gaps', counts.gaps],
  ]
  return (
    <fieldset className="m-0 flex border border-ink bg-sheet p-0">
      <legend className="sr-only">Which clients</legend>
      {ways.map(([way, words, n]) => (
        <label
          key={way}
          className={`relative px-2.5 py-1 text-body has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-action touch:py-3 ${way === show ? 'bg-ink font-semibold text-paper' : 'hover:bg-faint'}`}
        >
          <input type="radio" className="sr-only" name="show" checked={way === show} onChange={() => onShow(way)} />
          {words} {n}
        </label>
      ))}
    </fieldset>
  )
}

/** Signs out once what waits is kept; what cannot be kept now stays for the next sign-in. */
function SignOut({ who }: { who: string }) {
  const [left, setLeft] = useState(0)
  const leave = useMutation({
    mutationFn: () => data(api.DELETE('/api/v1/session')),
    // A fresh page: nothing of the session stays in memory, and nothing asks once more.
    onSuccess: () => window.location.assign('/'),
  })
  const go = async () => {
    const n = await allSent(who)
    if (n > 0 && left === 0) return setLeft(n)
    leave.mutate()
  }
  return (
    <>
      {left > 0 && (
        <span role="alert" className="text-fine text-wrong">
          {left} change{left > 1 ? 's are' : ' is'} not saved yet; {left > 1 ? 'they wait' : 'it waits'} in this browser for your next
          sign-in.
        </span>
      )}
      <Button look="bare" onClick={go} disabled={leave.isPending}>
        {left > 0 ? 'Sign out all the same' : 'Sign out'}
      </Button>
    </>
  )
}

const Cards = ({ cards }: { cards: Card[] }) => (
  <ul className="m-0 grid list-none grid-cols-[repeat(auto-fill,minmax(min(20rem,100%),1fr))] gap-4 p-0">
    {cards.map((c) => (
      <li key={c.id}>
        <ClientCard card={c} />
      </li>
    ))}
  </ul>
)

/** A line a client; only those in sight are drawn. */
function Lines({ cards, count }: { cards: Card[]; count: number }) {
  return (
    <List
      label="clients"
      items={cards}
      count={count}
      text={(c) => c.name}
      finder={false}
      rowHeight={42}
      row={(c) => (
        <Link
          data-row
          to={`/c/${c.id}/needs`}
          className="grid grid-cols-[1fr_auto] items-baseline gap-x-4 px-2 py-2 text-ink no-underline hover:bg-sheet touch:min-h-12 md:grid-cols-[minmax(12rem,1fr)_8rem_minmax(14rem,1.4fr)_4rem]"
        >
          <span className="truncate font-cond text-lead font-semibold">{c.name}</span>
          <Covered card={c} />
          <span className="truncate text-fine max-md:col-span-2">
            <Calls card={c} />
          </span>
          <span className="text-right text-fine text-soft max-md:hidden">{day(c.updated_at)}</span>
        </Link>
      )}
    />
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
      {card.slots.length > 0 && <Mini slots={card.slots} />}
      {card.slots.length === 0 && !card.waiting && <p className="my-4 text-soft">Stature is needed before there are needs.</p>}
      <p className="m-0 mt-2 flex flex-wrap gap-x-4 text-fine">
        <Covered card={card} />
        {units && !(card.waiting && card.slots.length === 0) && <Numbers card={card} units={units} />}
        <Calls card={card} />
      </p>
    </Link>
  )
}

const Covered = ({ card }: { card: Card }) =>
  card.waiting && card.slots.length === 0 ? (
    <span className="text-fine text-soft">being worked out</span>
  ) : card.slots.length === 0 ? (
    <span className="text-fine text-soft">no stature yet</span>
  ) : (
    <span className="text-fine">
      <b>
        {card.covered}/{card.slots.length}
      </b>{' '}
      needs covered{card.waiting && <span className="text-soft">, being worked out again</span>}
    </span>
  )

/** What of a client calls for somebody. */
function Calls({ card: c }: { card: Card }) {
  return (
    <>
      {c.due > 0 && <span className="mr-3 text-due">{c.due} to weigh again</span>}
      {c.bands_due > 0 && (
        <span className="mr-3 text-due">
          {c.bands_due} band{c.bands_due > 1 ? 's' : ''} to look over
        </span>
      )}
      {c.builds_due > 0 && (
        <span className="mr-3 text-due">
          {c.builds_due} build{c.builds_due > 1 ? 's' : ''} to test or look over
        </span>
      )}
      {c.holds > 0 && (
        <span className="font-semibold text-missing">
          {c.holds} hold point{c.holds > 1 ? 's' : ''}
        </span>
      )}
    </>
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
  const { sheet, span } = ruleOf(slots, width, 132)
  return (
    <div ref={ref} className="mt-3">
      <OnSheet sheet={sheet} aria-hidden="true">
        {slots.map((s, i) => (
          <rect
            key={s.key}
            x={s.timed ? sheet.x(span[0]) : sheet.x(Math.max(s.lo_kg, span[0]))}
            y={(132 / slots.length) * i + 2}
            width={s.timed ? 8 : sheet.x(s.hi_kg) - sheet.x(Math.max(s.lo_kg, span[0]))}
            height={Math.max(1, Math.min(8, 132 / slots.length - 4))}
            fill={s.state === 'covered' ? 'var(--covered)' : s.state === 'thin' ? 'url(#hatch)' : 'none'}
            stroke={s.state === 'covered' ? 'var(--covered)' : s.state === 'thin' ? 'var(--due)' : 'var(--missing)'}
            strokeDasharray={s.state === 'missing' ? '2 2' : undefined}
          />
        ))}
      </OnSheet>
    </div>
  )
}
