import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { type FormEvent, type ReactNode, useId, useState } from 'react'
import { Link } from 'react-router'
import { ApiError, api, data, type Session, type Shapes } from '../../api/client'
import { Name } from '../../ui/name'
import { Button, Failed, Head, Waiting } from '../../ui/parts'

type Account = Shapes['Account']
type Role = Account['role']

const key = ['practice'] as const

/** The practice's consultants, and one's own account. */
export function Practice({ session }: { session: Session }) {
  const practice = useQuery({ queryKey: key, queryFn: () => data<Shapes['Practice']>(api.GET('/api/v1/practice')) })
  return (
    <div className="mx-auto max-w-220 px-4 pb-10">
      <header className="flex flex-wrap items-center gap-x-5 gap-y-2 border-b border-line py-3">
        <Link to="/" className="text-ink no-underline" aria-label="Scrappy Rack: all clients">
          <Name />
        </Link>
        <span className="text-soft">{session.practice}</span>
        <span className="grow" />
        <Link to="/" className="text-fine font-semibold text-action underline underline-offset-3">
          All clients
        </Link>
      </header>
      <main className="grid gap-8 py-5">
        <h1 className="m-0 text-title leading-none">The practice</h1>
        {practice.isPending && <Waiting what="Reading who is here" />}
        {practice.isError && <Failed error={practice.error} retry={() => practice.refetch()} />}
        {practice.data && (
          <>
            <section>
              <Head aside={session.owner ? 'as an owner you look after these accounts' : 'an owner looks after these accounts'}>
                Consultants
              </Head>
              <ul className="m-0 list-none p-0">
                {practice.data.accounts.map((a) => (
                  <Person key={a.id} account={a} owner={session.owner} />
                ))}
              </ul>
            </section>
            {session.owner && <Invitations open={practice.data.invitations} />}
            {session.demo ? <p className="m-0 text-soft">In the demo nobody has a password.</p> : <Password />}
            <EndSessions />
            <Past />
          </>
        )}
      </main>
    </div>
  )
}

/** Something asked of the server after which the practice is read again. */
function useAsk<T, V = void>(ask: (v: V) => Promise<T>, onDone?: (t: T) => void) {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: ask,
    onSuccess: (t) => {
      cache.invalidateQueries({ queryKey: key })
      onDone?.(t)
    },
  })
}

function Said({ error, done }: { error: Error | null; done?: ReactNode }) {
  return (
    <p className={`m-0 min-h-5 text-fine ${error ? 'text-action' : 'text-soft'}`} role={error ? 'alert' : 'status'}>
      {error ? (error instanceof ApiError ? Object.values(error.fields)[0] || error.message : error.message) : done}
    </p>
  )
}

function Person({ account: a, owner }: { account: Account; owner: boolean }) {
  const set = useAsk((v: { role: Role; active: boolean }) =>
    data(api.PUT('/api/v1/practice/accounts/{account}', { params: { path: { account: a.id } }, body: v })),
  )
  return (
    <li className="border-b border-faint py-2">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <span className={`grow ${a.active ? '' : 'text-soft line-through'}`}>
          <b>{a.name}</b> {a.you && <span className="text-soft">(you)</span>} <span className="text-fine text-soft">{a.email}</span>
        </span>
        <span className="text-fine">{a.role}</span>
        {owner && (
          <>
            <Button
              look="bare"
              disabled={set.isPending}
              onClick={() => set.mutate({ role: a.role === 'owner' ? 'consultant' : 'owner', active: a.active })}
            >
              {a.role === 'owner' ? 'Make a consultant' : 'Make an owner'}
            </Button>
            <Button look="bare" disabled={set.isPending} onClick={() => set.mutate({ role: a.role, active: !a.active })}>
              {a.active ? 'Deactivate' : 'Let in again'}
            </Button>
          </>
        )}
      </div>
      {set.error && <Said error={set.error} />}
    </li>
  )
}

const until = (at: number) => new Date(at * 1000).toLocaleDateString(undefined, { day: 'numeric', month: 'long' })

function Invitations({ open }: { open: Shapes['OpenInvitation'][] }) {
  const note = useId()
  const [text, setText] = useState('')
  const invite = useAsk(
    (role: Role) => data<{ code: string }>(api.POST('/api/v1/practice/invitations', { body: { role, note: text.trim() } })),
    () => setText(''),
  )
  const back = useAsk((id: string) =>
    data(api.DELETE('/api/v1/practice/invitations/{invitation}', { params: { path: { invitation: id } } })),
  )
  const submit = (e: FormEvent) => {
    e.preventDefault()
    invite.mutate('consultant')
  }
  return (
    <section>
      <Head aside="a code makes one account, within 7 days">Invitations</Head>
      <form onSubmit={submit} className="flex flex-wrap items-end gap-3">
        <div>
          <label htmlFor={note} className="block font-cond text-body font-medium text-soft">
            For whom
          </label>
          <input
            id={note}
            className="w-64 border-b-2 border-ink bg-transparent py-1 text-lead"
            maxLength={80}
            placeholder="so that you know it again"
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
        </div>
        <Button type="submit" disabled={invite.isPending}>
          Invite a consultant
        </Button>
      </form>
      <Said error={invite.error ?? back.error} />
      {invite.data && (
        <p className="my-2 border-2 border-ink bg-sheet p-3">
          Give this code to your colleague; it is shown this once:
          <br />
          <code className="select-all text-head font-semibold tracking-wide">{invite.data.code.match(/.{1,6}/g)?.join('-')}</code>
          <br />
          <span className="text-fine text-soft">They open this application, choose “I have an invitation”, and type it.</span>
        </p>
      )}
      <ul className="m-0 list-none p-0">
        {open.map((i) => (
          <li key={i.id} className="flex flex-wrap items-baseline gap-x-4 border-b border-faint py-1.5">
            <span className="grow">{i.note || 'without a name'}</span>
            <span className="text-fine text-soft">until {until(i.expires_at)}</span>
            <Button look="bare" onClick={() => back.mutate(i.id)}>
              Take back
            </Button>
          </li>
        ))}
      </ul>
      {open.length === 0 && <p className="m-0 text-fine text-soft">No invitation is open.</p>}
    </section>
  )
}

function Password() {
  const id = useId()
  const [old, setOld] = useState('')
  const [next, setNext] = useState('')
  const change = useAsk(
    () => data(api.PUT('/api/v1/account/password', { body: { old, password: next } })),
    () => {
      setOld('')
      setNext('')
    },
  )
  const submit = (e: FormEvent) => {
    e.preventDefault()
    change.mutate()
  }
  const field = (name: string, label: string, value: string, set: (v: string) => void, complete: string) => (
    <div>
      <label htmlFor={`${id}-${name}`} className="block font-cond text-body font-medium text-soft">
        {label}
      </label>
      <input
        id={`${id}-${name}`}
        type="password"
        autoComplete={complete}
        className="w-64 border-b-2 border-ink bg-transparent py-1 text-lead"
        value={value}
        onChange={(e) => set(e.target.value)}
      />
    </div>
  )
  return (
    <section>
      <Head aside="your other sessions end with it">Your password</Head>
      <form onSubmit={submit} className="flex flex-wrap items-end gap-3">
        {field('old', 'So far', old, setOld, 'current-password')}
        {field('new', 'New, at least 10 characters', next, setNext, 'new-password')}
        <Button type="submit" disabled={change.isPending || !old || next.length < 10}>
          Change it
        </Button>
      </form>
      <Said error={change.error} done={change.isSuccess && 'The password is changed.'} />
    </section>
  )
}

function EndSessions() {
  const end = useAsk(() => data(api.DELETE('/api/v1/account/sessions')))
  return (
    <section>
      <Head aside="this window stays signed in">Other windows and machines</Head>
      <Button disabled={end.isPending} onClick={() => end.mutate()}>
        Sign out everywhere else
      </Button>
      <Said error={end.error} done={end.isSuccess && 'You are signed out everywhere else.'} />
    </section>
  )
}

const pastKey = ['practice-history'] as const

const kinds: Record<Shapes['PracticeChange']['kind'], string> = { movement: 'movement', hidden: 'movement', price: 'price' }

/** What was changed of the movements and prices that hold for all clients; each the newest of its own can be taken back. */
function Past() {
  const cache = useQueryClient()
  const past = useQuery({ queryKey: pastKey, queryFn: () => data<Shapes['PracticeHistory']>(api.GET('/api/v1/practice/history')) })
  const back = useMutation({
    mutationFn: (change: number) =>
      data<Shapes['PracticeHistory']>(api.POST('/api/v1/practice/history/{change}/back', { params: { path: { change } } })),
    onSuccess: async (now) => {
      await cache.invalidateQueries()
      cache.setQueryData(pastKey, now)
    },
  })
  const seen = new Set<string>()
  return (
    <section>
      <Head aside="they hold for all of the practice’s clients">Movements and prices, as they were changed</Head>
      {past.isPending && <Waiting what="Reading what was changed" />}
      {past.isError && <Failed error={past.error} retry={() => past.refetch()} />}
      {past.data?.changes.length === 0 && <p className="m-0 text-fine text-soft">Nothing has been changed yet.</p>}
      {back.error && <Said error={back.error} />}
      <ol className="m-0 list-none p-0">
        {past.data?.changes.map((c) => {
          const newest = !seen.has(`${c.kind} ${c.key}`)
          seen.add(`${c.kind} ${c.key}`)
          return (
            <li key={c.seq} className="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-b border-faint py-1.5">
              <span className="grow">
                {kinds[c.kind]} <b>{c.name}</b>:{' '}
                {c.was || (c.kind === 'price' ? 'sample price' : c.kind === 'hidden' ? 'shown' : 'not there')} →{' '}
                {c.is || (c.kind === 'price' ? 'sample price' : c.kind === 'hidden' ? 'shown' : 'taken away')}
              </span>
              <span className="text-fine text-soft">
                {c.yours ? 'you' : c.by || 'not known'}, {until(c.at)}
              </span>
              {newest && (
                <Button look="bare" disabled={back.isPending} onClick={() => back.mutate(c.seq)}>
                  Take back
                </Button>
              )}
            </li>
          )
        })}
      </ol>
    </section>
  )
}
