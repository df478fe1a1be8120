import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useMemo, useRef } from 'react'
import { api, data, type Shapes } from '../../api/client'
import { useBench, useMovements, usePracticeMovements } from '../../lib/desk'
import { percent } from '../../lib/format'
import { useKept, useKey } from '../../lib/hooks'
import { Failed, Head, Waiting } from '../../ui/parts'
import { setsOf } from '../../ui/rule'
import { InPractice } from './OwnMovement'

type Move = Shapes['MovementRecord']
type Doable = Shapes['Doable']

function useDoables() {
  const { id, revision } = useBench().desk.file
  return useQuery({
    queryKey: ['doables', id, revision],
    queryFn: ({ signal }) =>
      data<Shapes['Doables']>(api.GET('/api/v1/clients/{client}/movements', { params: { path: { client: id } }, signal })),
    placeholderData: keepPreviousData,
  })
}

function useMovementOpening(movement: string, wanted: boolean) {
  const { id, revision } = useBench().desk.file
  return useQuery({
    queryKey: ['movement-opening', id, movement, revision],
    queryFn: ({ signal }) =>
      data<Shapes['MovementOpening']>(
        api.GET('/api/v1/clients/{client}/movements/{movement}/opening', { params: { path: { client: id, movement } }, signal }),
      ),
    enabled: wanted,
  })
}

/** Whether every word that is looked for is in what a movement is called, trains or is known by. */
export function answers(m: Pick<Move, 'name' | 'family' | 'words' | 'muscles' | 'pattern'>, sought: string): boolean {
  const text = [m.name, m.family, m.pattern, ...m.words, ...m.muscles].join(' ').toLowerCase()
  return sought
    .toLowerCase()
    .split(/\s+/)
    .every((w) => text.includes(w))
}

const shows = { all: 'all', can: 'can be done today', not: 'cannot yet', hidden: 'hidden' } as const
type Show = keyof typeof shows

type Props = { open: string; onOpen: (key: string) => void }

/** The library, held against what is here: found by any word, by family, by what can be done. */
export function Movements({ open, onOpen }: Props) {
  const all = useMovements()
  const now = useDoables()
  const [sought, setSought] = useKept<string>('movements-sought', '')
  const [kept, setShow] = useKept<Show>('movements-show', 'all')
  const practice = usePracticeMovements().data
  const hidden = new Set(practice?.hidden)
  const show = kept === 'hidden' && hidden.size === 0 ? 'all' : kept
  const box = useRef<HTMLInputElement>(null)
  useKey('f', () => box.current?.focus())
  const today = useMemo(() => new Map(now.data?.movements.map((d) => [d.key, d])), [now.data])
  if (all.isError) return <Failed error={all.error} retry={() => all.refetch()} />
  if (now.isError) return <Failed error={now.error} retry={() => now.refetch()} />
  if (!all.data || !now.data) return <Waiting what="Looking through the movements" />
  const found = all.data.movements.filter(
    (m) =>
      answers(m, sought) &&
      hidden.has(m.key) === (show === 'hidden') &&
      (show === 'all' || show === 'hidden' || (today.get(m.key)?.can ?? false) === (show === 'can')),
  )
  const families = [...new Set(found.map((m) => m.family))]
  const can = all.data.movements.filter((m) => today.get(m.key)?.can).length
  return (
    <section>
      <Head>All movements, and which can be done here today</Head>
      <div className="mb-3 flex flex-wrap items-end gap-x-5 gap-y-2">
        <label className="min-w-56 grow font-cond text-body font-medium text-soft">
          Find a movement by any word (f)
          <input
            ref={box}
            className="block w-full border-b-2 border-ink bg-transparent py-1 text-lead text-ink"
            value={sought}
            placeholder="chest, biceps, no kit, stairs …"
            onChange={(e) => setSought(e.target.value)}
            onKeyDown={(e) => e.key === 'Escape' && setSought('')}
          />
        </label>
        <fieldset className="m-0 flex border border-ink bg-sheet p-0" aria-label="Which movements">
          {(Object.keys(shows) as Show[])
            .filter((k) => k !== 'hidden' || hidden.size > 0)
            .map((k) => (
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
      <p className="mt-0 text-fine text-soft" aria-live="polite">
        {found.length} of {all.data.movements.length} movements; {can} can be done here today.
      </p>
      {found.length === 0 && <p className="text-soft">Nothing is known by “{sought}”. A muscle, a piece of kit or a family finds more.</p>}
      {families.map((f) => (
        <section key={f} className="mb-3">
          <h3 className="m-0 border-b-2 border-ink text-lead">{f}</h3>
          <ul className="m-0 grid list-none gap-x-6 p-0 lg:grid-cols-2">
            {found
              .filter((m) => m.family === f)
              .map((m) => (
                <Row key={m.key} m={m} d={today.get(m.key)} open={m.key === open} onOpen={onOpen} />
              ))}
          </ul>
        </section>
      ))}
    </section>
  )
}

function Row({ m, d, open, onOpen }: { m: Move; d?: Doable; open: boolean; onOpen: (key: string) => void }) {
  return (
    <li className={`border-b border-faint ${open ? 'bg-sheet shadow-[inset_4px_0_0_var(--action)]' : ''}`}>
      <button
        type="button"
        aria-expanded={open}
        onClick={() => onOpen(open ? '' : m.key)}
        className="w-full px-1.5 py-1 text-left hover:text-action touch:min-h-12"
      >
        <span className="font-semibold">{m.name}</span>
        <span className={`block text-fine ${d?.can ? 'text-covered' : 'text-missing'}`}>
          {d?.can ? 'can be done' : (d?.why ?? 'hidden in this practice')}
        </span>
      </button>
    </li>
  )
}

/** One movement: how it is done, what it is worth, its relatives, its ways here and what would open it. */
export function MovementPanel({ movement, onOpen }: { movement: string; onOpen: (key: string) => void }) {
  const { units } = useBench()
  const all = useMovements()
  const now = useDoables()
  const m = all.data?.movements.find((x) => x.key === movement)
  const d = now.data?.movements.find((x) => x.key === movement)
  const opening = useMovementOpening(movement, d !== undefined && !d.can)
  const hidden = usePracticeMovements().data?.hidden.includes(movement)
  if (!m || (!d && !hidden)) return <Waiting what="Looking it up" />
  const named = (keys: readonly string[]) => keys.flatMap((k) => all.data?.movements.filter((x) => x.key === k) ?? [])
  const related = (name: string, keys: readonly string[]): [string, React.ReactNode][] =>
    keys.length > 0 ? [[name, <Relatives key={name} words="" all={named(keys)} onOpen={onOpen} />]] : []
  const facts: [string, React.ReactNode][] = [
    ['counts', m.standard],
    [
      'sets',
      `${setsOf({ reps_low: m.sets.low, reps_high: m.sets.high, of: m.sets.of })}${m.sides === 'both' ? '' : m.sides === 'each' ? ', each side' : ', turn about'}; ${m.seconds_per_rep} s a rep`,
    ],
    ['worth', m.dose],
    ['trains', m.muscles.join(', ')],
    ['needs', m.needs.length > 0 ? m.needs.join(', ') : m.hold ? 'a load' : 'nothing'],
    ['easier', <Relatives key="e" words={m.easier} all={named(m.easier_movements)} onOpen={onOpen} />],
    ...related('harder', m.harder_movements),
    ...related('first', m.after),
  ]
  return (
    <>
      <Head aside={m.family}>{m.name}</Head>
      {!d && <p className="m-0 text-soft">Hidden in this practice: no client’s needs are answered by it.</p>}
      {d?.can && (
        <p className="m-0 text-covered">
          <b>Can be done here</b>
          {d.where && `, ${d.where}`}
          {d.high_kg > 0 && `, with ${d.loads === 1 ? 'one load' : `${d.loads} loads`}: ${units.span('mass', d.low_kg, d.high_kg)}`}
          <span className="text-soft">; answers its need by {percent(d.quality)}.</span>
        </p>
      )}
      {d && !d.can && (
        <p className="m-0 text-missing">
          <b>Not yet: {d.why}.</b>
          {opening.data?.do && (
            <span className="block text-ink">
              Cheapest that opens it: {opening.data.do}
              {opening.data.sample_minor === 0 && ', from what the house has'}.
            </span>
          )}
          {opening.data && !opening.data.do && <span className="block text-soft">Nothing that can be bought or filled opens it here.</span>}
        </p>
      )}
      <dl className="m-0 mt-3 grid grid-cols-[4.5rem_1fr] gap-x-3 gap-y-1 text-body">
        {facts.map(([name, text]) => (
          <div key={name} className="contents">
            <dt className="font-cond text-soft">{name}</dt>
            <dd className="m-0">{text || '–'}</dd>
          </div>
        ))}
      </dl>
      <h3 className="mb-0 mt-4 text-lead">When the load is too light</h3>
      <ul className="m-0 list-none p-0 text-fine">
        {m.tactics.map((t) => (
          <li key={t.key} className="border-b border-faint py-1">
            {t.name} <span className="text-soft">feels like {percent(t.factor - 1)} more</span>
          </li>
        ))}
      </ul>
      <p role="note" className="mt-3 border-l-4 border-due pl-2 text-fine">
        {m.caution}
      </p>
      <InPractice key={m.key} move={m} />
    </>
  )
}

function Relatives({ words, all, onOpen }: { words: string; all: Move[]; onOpen: (key: string) => void }) {
  return (
    <>
      {words}
      {all.map((m, i) => (
        <span key={m.key}>
          {(words || i > 0) && '; '}
          <button
            type="button"
            className="text-left underline decoration-1 underline-offset-3 hover:text-action touch:py-3"
            onClick={() => onOpen(m.key)}
          >
            {m.name.toLowerCase()}
          </button>
        </span>
      ))}
    </>
  )
}
