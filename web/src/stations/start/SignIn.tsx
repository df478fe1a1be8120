import { useMutation, useQueryClient } from '@tanstack/react-query'
import { type FormEvent, useId, useState } from 'react'
import { ApiError, api, data, type Session } from '../../api/client'
import { keys } from '../../lib/desk'
import { waitingOf } from '../../lib/file/keep'
import { useKept } from '../../lib/hooks'
import { Name } from '../../ui/name'
import { Button } from '../../ui/parts'

type Values = { practice: string; name: string; email: string; password: string; code: string }
type Field = keyof Values

const labels: Record<Field, string> = {
  code: 'Code of the invitation',
  practice: 'Practice',
  name: 'Your name',
  email: 'Email',
  password: 'Password',
}

/** What the form is for: an account that is there, the first one, or one by invitation. */
type For = 'enter' | 'setup' | 'join'

const forms: Record<For, { title: string; words: string; fields: Field[]; button: string }> = {
  enter: { title: 'Sign in', words: 'The workbench of your practice.', fields: ['email', 'password'], button: 'Sign in' },
  setup: {
    title: 'Make the first account',
    words: 'Nobody has an account here yet. This one belongs to you and your practice.',
    fields: ['practice', 'name', 'email', 'password'],
    button: 'Make the account',
  },
  join: {
    title: 'Join a practice',
    words: 'An owner of the practice has given you a code. It makes one account, within 7 days.',
    fields: ['code', 'name', 'email', 'password'],
    button: 'Make the account',
  },
}

function check(f: Field, v: string, fresh: boolean): string {
  if (v.trim() === '') return `${labels[f]} is needed`
  if (f === 'email' && !/.@./.test(v)) return 'an email address has an @ in it'
  if (f === 'password' && fresh && v.length < 10) return `${v.length} characters; at least 10 are needed`
  return ''
}

/** Signing in, the demo's one click, the first account of a new practice, and one by invitation. */
export function SignIn({ session }: { session: Session }) {
  const cache = useQueryClient()
  const [email, keepEmail] = useKept<string>('email', '')
  const [values, setValues] = useState<Values>({ practice: '', name: '', email, password: '', code: '' })
  const waiting = waitingOf()
  const [joins, setJoins] = useState(window.location.pathname === '/join')
  const what: For = session.setup ? 'setup' : joins ? 'join' : 'enter'
  const form = forms[what]
  const fresh = what !== 'enter'
  const [tried, setTried] = useState(false)
  const done = (s: Session) => {
    if (values.email) keepEmail(values.email)
    cache.setQueryData(keys.session, s)
  }
  const enter = useMutation({
    mutationFn: () => {
      const { practice, name, email, password, code } = values
      if (what === 'setup') return data<Session>(api.POST('/api/v1/setup', { body: { practice, name, email, password } }))
      if (what === 'join') return data<Session>(api.POST('/api/v1/join', { body: { code, name, email, password } }))
      return data<Session>(api.POST('/api/v1/session', { body: { email, password } }))
    },
    onSuccess: done,
  })
  const demo = useMutation({ mutationFn: () => data<Session>(api.POST('/api/v1/session/demo')), onSuccess: done })
  const refused = enter.error instanceof ApiError ? enter.error.fields : {}
  const submit = (e: FormEvent) => {
    e.preventDefault()
    setTried(true)
    if (form.fields.every((f) => check(f, values[f], fresh) === '')) enter.mutate()
  }
  return (
    <main className="squared grid min-h-dvh place-items-center p-4">
      <div className="w-full max-w-[26rem] border-2 border-ink bg-sheet p-6 shadow-[6px_6px_0_var(--line)]">
        <Name />
        <h1 className="mb-1 mt-4 text-title leading-tight">{form.title}</h1>
        <p className="mb-4 mt-0 text-soft">{form.words}</p>
        {waiting > 0 && (
          <p className="mb-4 mt-0 font-semibold text-wrong" role="status">
            {waiting === 1 ? 'One change waits' : `${waiting} changes wait`} in this browser: kept as soon as whoever made{' '}
            {waiting === 1 ? 'it' : 'them'} signs in again.
          </p>
        )}
        {session.demo && !joins && (
          <div className="mb-5 border-b border-line pb-5">
            <Button look="solid" onClick={() => demo.mutate()} disabled={demo.isPending} autoFocus>
              Open the demo
            </Button>
            <p className="mb-0 mt-2 text-fine text-soft">Three made-up clients. Nothing in it is real; prices are invented.</p>
          </div>
        )}
        <form onSubmit={submit} noValidate>
          {form.fields.map((f) => (
            <Line
              key={f}
              field={f}
              value={values[f]}
              fresh={fresh}
              wrong={tried ? check(f, values[f], fresh) || refused[f] || '' : ''}
              onValue={(v) => setValues((old) => ({ ...old, [f]: v }))}
            />
          ))}
          <p className="min-h-5 text-fine text-action" role="alert">
            {enter.error && Object.keys(refused).length === 0 ? enter.error.message : ''}
            {demo.error ? demo.error.message : ''}
          </p>
          <Button look={session.demo && !joins ? 'line' : 'solid'} type="submit" disabled={enter.isPending}>
            {form.button}
          </Button>
          {!session.setup && (
            <Button look="bare" className="ml-4" onClick={() => setJoins(!joins)}>
              {joins ? 'I have an account' : 'I have an invitation'}
            </Button>
          )}
        </form>
      </div>
    </main>
  )
}

function Line(p: { field: Field; value: string; wrong: string; fresh: boolean; onValue: (v: string) => void }) {
  const id = useId()
  const complete = {
    code: 'off',
    practice: 'organization',
    name: 'name',
    email: 'username',
    password: p.fresh ? 'new-password' : 'current-password',
  }
  return (
    <div className="mb-2">
      <label htmlFor={id} className="block font-cond text-body font-medium text-soft">
        {labels[p.field]}
      </label>
      <input
        id={id}
        className={`w-full border-b-2 bg-transparent py-1 text-lead ${p.wrong ? 'border-action' : 'border-ink'}`}
        type={p.field === 'password' ? 'password' : 'text'}
        autoComplete={complete[p.field]}
        value={p.value}
        onChange={(e) => p.onValue(e.target.value)}
        aria-invalid={p.wrong !== ''}
        aria-describedby={`${id}-said`}
      />
      <p id={`${id}-said`} className="m-0 min-h-5 text-fine text-action">
        {p.wrong}
      </p>
    </div>
  )
}
