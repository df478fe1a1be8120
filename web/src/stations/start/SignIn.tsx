import { useMutation, useQueryClient } from '@tanstack/react-query'
import { type FormEvent, useId, useState } from 'react'
import { ApiError, api, data, type Session } from '../../api/client'
import { keys } from '../../lib/desk'
import { Name } from '../../ui/name'
import { Button } from '../../ui/parts'

type Values = { practice: string; name: string; email: string; password: string }
type Field = keyof Values

const labels: Record<Field, string> = { practice: 'Practice', name: 'Your name', email: 'Email', password: 'Password' }

function check(f: Field, v: string, setup: boolean): string {
  if (v.trim() === '') return `${labels[f]} is needed`
  if (f === 'email' && !/.@./.test(v)) return 'an email address has an @ in it'
  if (f === 'password' && setup && v.length < 10) return `${v.length} characters; at least 10 are needed`
  return ''
}

/** Signing in, the demo's one click, and the first account of a new practice. */
export function SignIn({ session }: { session: Session }) {
  const cache = useQueryClient()
  const [values, setValues] = useState<Values>({ practice: '', name: '', email: '', password: '' })
  const [tried, setTried] = useState(false)
  const done = (s: Session) => cache.setQueryData(keys.session, s)
  const enter = useMutation({
    mutationFn: () =>
      session.setup
        ? data<Session>(api.POST('/api/v1/setup', { body: values }))
        : data<Session>(api.POST('/api/v1/session', { body: { email: values.email, password: values.password } })),
    onSuccess: done,
  })
  const demo = useMutation({ mutationFn: () => data<Session>(api.POST('/api/v1/session/demo')), onSuccess: done })
  const wanted: Field[] = session.setup ? ['practice', 'name', 'email', 'password'] : ['email', 'password']
  const refused = enter.error instanceof ApiError ? enter.error.fields : {}
  const submit = (e: FormEvent) => {
    e.preventDefault()
    setTried(true)
    if (wanted.every((f) => check(f, values[f], session.setup) === '')) enter.mutate()
  }
  return (
    <main className="squared grid min-h-dvh place-items-center p-4">
      <div className="w-full max-w-[26rem] border-2 border-ink bg-sheet p-6 shadow-[6px_6px_0_var(--line)]">
        <Name />
        <h1 className="mb-1 mt-4 text-[24px] leading-tight">{session.setup ? 'Make the first account' : 'Sign in'}</h1>
        <p className="mb-4 mt-0 text-soft">
          {session.setup ? 'Nobody has an account here yet. This one belongs to you and your practice.' : 'The workbench of your practice.'}
        </p>
        {session.demo && (
          <div className="mb-5 border-b border-line pb-5">
            <Button look="solid" onClick={() => demo.mutate()} disabled={demo.isPending} autoFocus>
              Open the demo
            </Button>
            <p className="mb-0 mt-2 text-[14px] text-soft">Three made-up clients. Nothing in it is real; prices are invented.</p>
          </div>
        )}
        <form onSubmit={submit} noValidate>
          {wanted.map((f) => (
            <Line
              key={f}
              field={f}
              value={values[f]}
              setup={session.setup}
              wrong={tried ? check(f, values[f], session.setup) || refused[f] || '' : ''}
              onValue={(v) => setValues((old) => ({ ...old, [f]: v }))}
            />
          ))}
          <p className="min-h-5 text-[14px] text-action" role="alert">
            {enter.error && Object.keys(refused).length === 0 ? enter.error.message : ''}
            {demo.error ? demo.error.message : ''}
          </p>
          <Button look={session.demo ? 'line' : 'solid'} type="submit" disabled={enter.isPending}>
            {session.setup ? 'Make the account' : 'Sign in'}
          </Button>
        </form>
      </div>
    </main>
  )
}

function Line(p: { field: Field; value: string; wrong: string; setup: boolean; onValue: (v: string) => void }) {
  const id = useId()
  const complete = { practice: 'organization', name: 'name', email: 'username', password: p.setup ? 'new-password' : 'current-password' }
  return (
    <div className="mb-2">
      <label htmlFor={id} className="block font-cond text-[15px] font-medium text-soft">
        {labels[p.field]}
      </label>
      <input
        id={id}
        className={`w-full border-b-2 bg-transparent py-1 text-[17px] ${p.wrong ? 'border-action' : 'border-ink'}`}
        type={p.field === 'password' ? 'password' : 'text'}
        autoComplete={complete[p.field]}
        value={p.value}
        onChange={(e) => p.onValue(e.target.value)}
        aria-invalid={p.wrong !== ''}
        aria-describedby={`${id}-said`}
      />
      <p id={`${id}-said`} className="m-0 min-h-5 text-[13px] text-action">
        {p.wrong}
      </p>
    </div>
  )
}
