import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { api, data, type Shapes } from '../api/client'
import { useBench } from '../lib/desk'
import { specOf } from '../lib/file/fields'
import { standing } from '../lib/file/parts'
import { type Field, localField, useFields } from '../lib/file/useFields'
import { Quantity } from './field'
import { Control } from './field/control'
import { Button, Head, More } from './parts'

type Ask = Shapes['Ask']

/** So many questions are shown before the others. */
const shownAtOnce = 4

/** What is worth asking next, what moves most first: each answered where it stands. */
export function AskNext() {
  const { desk, person } = useBench()
  const { id, revision } = desk.file
  const asked = useQuery({
    queryKey: ['asks', id, revision, person.id],
    queryFn: ({ signal }) =>
      data<Shapes['Asks']>(api.GET('/api/v1/clients/{client}/asks', { params: { path: { client: id }, query: { plans: false } }, signal })),
    placeholderData: (before) => before,
    retry: false,
  })
  const planned = useQuery({
    queryKey: ['asks', id, revision, person.id, 'plans'],
    enabled: asked.isSuccess && !asked.isPlaceholderData && asked.data.asks.length > 0 && !asked.data.asks[0]?.first,
    queryFn: ({ signal }) =>
      data<Shapes['Asks']>(api.GET('/api/v1/clients/{client}/asks', { params: { path: { client: id }, query: { plans: true } }, signal })),
    retry: false,
  })
  // What has been answered here is gone before the server has said so.
  const all = (planned.data ?? asked.data)?.asks.filter((a) => unsaid(standing(desk.file, a.scope as never), a.field)) ?? []
  const [move, still] = [all.filter((a) => a.moves), all.filter((a) => !a.moves)]
  return (
    <section aria-label="What to ask next">
      <Head aside={move.length > 0 ? 'by what the answer moves' : undefined}>Ask next</Head>
      {asked.isPending && <p className="m-0 text-soft">Trying what each answer would change …</p>}
      {asked.isError && !asked.data && <p className="m-0 text-soft">Not worked out: {asked.error.message}.</p>}
      {asked.data && move.length === 0 && <p className="m-0 text-soft">Nothing that is open would change the board.</p>}
      <ol className="m-0 list-none p-0">
        {move.slice(0, shownAtOnce).map((a) => (
          <One key={a.scope + a.field} ask={a} />
        ))}
      </ol>
      {move.length > shownAtOnce && (
        <More summary={`${move.length - shownAtOnce} more that move less`}>
          <ol className="m-0 list-none p-0">
            {move.slice(shownAtOnce).map((a) => (
              <One key={a.scope + a.field} ask={a} />
            ))}
          </ol>
        </More>
      )}
      {still.length > 0 && !all[0]?.first && (
        <p className="m-0 mt-1 text-fine text-soft">
          Would move nothing on the board: {still.map((a) => nameOf(a).toLowerCase()).join(', ')}.
        </p>
      )}
    </section>
  )
}

const unsaid = (stands: unknown, field: string) => {
  const v = (stands as Record<string, unknown> | undefined)?.[field]
  return stands !== undefined && (!v || v === 'unknown' || (Array.isArray(v) && v.length === 0))
}

/** What the question is called: the field, and whose. */
function nameOf(a: Ask): string {
  if (a.field === 'points') return `${a.about}: one pull at twice its length`
  const { label } = specOf(a.scope, a.field)
  return a.about ? `${a.about}: ${label.toLowerCase()}` : label
}

function One({ ask }: { ask: Ask }) {
  const { units, desk } = useBench()
  const covered = ask.answers.map((x) => x.covered)
  const [least, most] = [Math.min(...covered), Math.max(...covered)]
  const costs = ask.answers.map((x) => x.cost_minor)
  const money = ask.answers.every((x) => x.planned) ? Math.max(...costs) - Math.min(...costs) : 0
  const holds = Math.max(...ask.answers.map((x) => x.holds)) - Math.min(...ask.answers.map((x) => x.holds))
  const decides = [
    most > least && `${most - least} need${most - least > 1 ? 's' : ''}`,
    money > 0 && `${units.money(money)} of the plan`,
    holds > 0 && `${holds} hold point${holds > 1 ? 's' : ''}`,
  ].filter(Boolean)
  return (
    <li className="border-b border-line py-1.5">
      <div className="flex items-baseline justify-between gap-x-4">
        <b className="font-cond text-lead">{nameOf(ask)}</b>
        {!ask.first && <Spread least={least} now={desk.frame.covered} most={most} of={ask.answers[0]?.needs ?? 0} />}
      </div>
      <div className="flex flex-wrap items-start justify-between gap-x-4">
        <span className="py-1 text-fine text-soft">
          {ask.first
            ? 'nothing can be worked out before it'
            : decides.length > 0
              ? `decides ${decides.join(', and ')}`
              : 'moves how well needs are covered'}
        </span>
        <Answer ask={ask} />
      </div>
    </li>
  )
}

/** From how many to how many needs are covered, by the answer; what stands now is marked. */
function Spread({ least, now, most, of }: { least: number; now: number; most: number; of: number }) {
  if (of === 0) return null
  const at = (n: number) => 4 + (92 * n) / of
  return (
    <span className="flex shrink-0 items-center gap-2 font-cond text-body font-semibold">
      <svg width="100" height="14" viewBox="0 0 100 14" role="img" aria-label={`${least} to ${most} of ${of} needs covered, ${now} now`}>
        <path d="M4 7H96" stroke="var(--line)" />
        <rect x={at(least)} y="4" width={Math.max(1.5, at(most) - at(least))} height="6" fill="var(--whatif)" />
        <path d={`M${at(now)} 1V13`} stroke="var(--ink)" strokeWidth="1.6" />
      </svg>
      <span className="min-w-10 text-right text-whatif">{least === most ? least : `${least}–${most}`}</span>
    </span>
  )
}

/** Where a question is answered: in place, or where it is drawn. */
function Answer({ ask }: { ask: Ask }) {
  const { desk } = useBench()
  const scope = ask.scope
  const [list = '', id = ''] = scope.split('/')
  if (ask.field === 'walls')
    return (
      <Link className="py-1 text-fine font-semibold text-action underline underline-offset-3" to={`/c/${desk.file.id}/space?room=${id}`}>
        Walk round it
      </Link>
    )
  if (ask.field === 'points') return <Pull id={id} name={ask.about} />
  return <InPlace list={list} id={id} ask={ask} />
}

function InPlace({ list, id, ask }: { list: string; id: string; ask: Ask }) {
  const of = (useFields as (list: string, id?: string) => (field: string) => Field<string>)(list, id || undefined)(ask.field)
  const words = ask.answers.map((a) => a.said).filter(Boolean)
  const name = `Answer: ${nameOf(ask)}`
  if (words.length === 0) return <Control of={of} label={name} bare />
  return (
    <fieldset className="m-0 flex flex-wrap gap-1.5 border-0 p-0" aria-label={name}>
      {words.map((w) => (
        <Button key={w} onClick={() => of.set(w)}>
          {of.spec.options?.[w] ?? w}
        </Button>
      ))}
    </fieldset>
  )
}

/** One reading of a band, at twice its length at rest. */
function Pull({ id, name }: { id: string; name: string }) {
  const { box, desk } = useBench()
  const rest = desk.file.bands.find((b) => b.id === id)?.rest_m ?? 0
  const pull = localField<number>({
    key: `${desk.file.id}/asked/${id}`,
    spec: { label: `Answer: pull of ${name}`, kind: 'force', bare: { metric: 'kgf', us: 'lbf' }, empty: 'read', max: 5000 },
    value: 0,
    set: (force) => {
      if (force > 0)
        box.setThing('bands', id, (b) => ({
          points: [...b.points, { length_m: 2 * rest, force_n: force, u_n: 0, releasing: false, at: Math.floor(Date.now() / 1000) }],
        }))
    },
  })
  return <Quantity of={pull} width="narrow" bare />
}
