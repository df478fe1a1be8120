import { useQuery } from '@tanstack/react-query'
import { useEffect } from 'react'
import { Link } from 'react-router'
import { api, data, type Shapes, type Slot } from '../../api/client'
import { useBench, usePlan } from '../../lib/desk'
import { useTold } from '../../lib/file/told'
import { percent } from '../../lib/format'
import { useKey } from '../../lib/hooks'
import { Button, Failed, StateWord, Waiting } from '../../ui/parts'

export type Closing = Shapes['NeedClosing']
type Act = Closing['act']

const kindWords: Record<Closing['kind'], string> = { fill: 'Fill', pack: 'Pack', stretch: 'Stretch', build: 'Build', buy: 'Buy' }

function useClosings(slot: string) {
  const { id, revision } = useBench().desk.file
  return useQuery({
    queryKey: ['closings', id, slot, revision],
    queryFn: ({ signal }) =>
      data<Shapes['Closings']>(
        api.GET('/api/v1/clients/{client}/needs/{slot}/closings', { params: { path: { client: id, slot } }, signal }),
      ),
    placeholderData: (before, query) => (query?.queryKey[2] === slot ? before : undefined),
    retry: false,
  })
}

/** Puts purchases into the plan. */
export function usePins() {
  const { box } = useBench()
  const told = useTold()
  return (name: string, pins: readonly string[], builds: Act['builds'] = []) => {
    const more = pins.map((id) => ({ id, pin: 'must' as const }))
    const kept = box.add({
      containers: [],
      things: [],
      batches: [],
      builds: builds.filter((b) => !box.view()?.builds.some((x) => x.id === b.id)),
      pins: more,
    })
    const built = pins.some((p) => p.startsWith('build:'))
    const words = pins.length > 1 ? 'are in the plan now. They count here once they are' : 'is in the plan now. It counts here once it is'
    told(
      `${name} ${words} ${built ? 'made and proven at Builds' : 'listed at Stock'}.`,
      kept,
      (last) => last.part === 'pins' || last.part === 'builds',
    )
  }
}

/** Does what a closing asks for: fills the container so, or puts what has to be bought into the plan. */
function useDo() {
  const { box } = useBench()
  const pin = usePins()
  const told = useTold()
  return (c: Closing) => {
    const { container, filling, volume_l, pins, builds } = c.act
    if (pins.length > 0) return pin(c.name, pins, builds)
    if (!container || !filling) return
    const kept = box.setThing('containers', container, () => ({ filling, ...(volume_l ? { volume_l } : {}) }))
    told(`${c.name}: done.`, kept, (last) => last.part === 'containers')
  }
}

type Props = {
  slot: Slot
  /** Which of them is looked at: the board shows what it would turn. */
  chosen: Closing | null
  onChoose: (c: Closing | null) => void
}

/** What closes the gap, each way by itself: money, minutes, range, ±, caution, and what it does to the whole board. */
export function Closings({ slot, chosen, onChoose }: Props) {
  const { units, desk } = useBench()
  const got = useClosings(slot.key)
  const run = useDo()
  const list = got.data?.closings ?? []
  const at = list.findIndex((c) => c.key === chosen?.key)
  const first = list[0]
  // The first is looked at as soon as it is there.
  const fresh = got.isSuccess && !got.isPlaceholderData
  useEffect(() => {
    if (fresh) onChoose(first ?? null)
  }, [fresh, first, onChoose])
  const take = (c: Closing | undefined) => {
    if (!c) return
    run(c)
    onChoose(null)
  }
  useKey('c', () => take(list[at]), at >= 0)
  useKey('x', () => onChoose(list[(at + 1) % list.length] ?? null), list.length > 1)
  if (slot.state === 'covered' && list.length === 0) return null
  if (got.error) return <Failed error={got.error} retry={() => got.refetch()} />
  if (!got.data) return <Waiting what="Trying what would close it" />
  return (
    <section aria-label={`What closes ${slot.name}`}>
      <h3 className="mb-1 mt-3 text-lead">What closes it</h3>
      {list.length === 0 && (
        <p className="m-0 text-fine text-soft">
          Nothing in the house or the catalogue lifts it by itself within {units.money(desk.file.profile.budget_minor)}. Several things
          together may: see{' '}
          <Link className="text-action underline" to={`/c/${desk.file.id}/plan`}>
            the plan
          </Link>
          .
        </p>
      )}
      <ul className="m-0 list-none p-0">
        {list.map((c) => (
          <li key={c.key} className={`border-b border-faint ${c.key === chosen?.key ? 'border-l-4 border-l-whatif bg-paper pl-2' : ''}`}>
            <button
              type="button"
              data-row
              aria-expanded={c.key === chosen?.key}
              className="w-full py-1.5 text-left text-body hover:text-action touch:min-h-12"
              onClick={() => onChoose(c.key === chosen?.key ? null : c)}
            >
              <b className="font-cond">{kindWords[c.kind]}</b> {c.name}
              <span className="block text-fine text-soft">
                <Costs closing={c} />
              </span>
            </button>
            {c.key === chosen?.key && (
              <div className="pb-2">
                <Turns closing={c} of={got.data} />
                {(c.caution || c.note) && <p className="m-0 text-fine text-soft">{[c.note, c.caution].filter(Boolean).join('. ')}</p>}
                <Button look="solid" hint="c" className="mt-1" onClick={() => take(c)}>
                  {c.act.pins.length > 0 ? 'Put it into the plan' : 'Do it'}
                </Button>
              </div>
            )}
          </li>
        ))}
      </ul>
      {list.length > 1 && <p className="m-0 mt-1 text-fine text-soft">x: the next of them</p>}
      <InPlan slot={slot} />
    </section>
  )
}

/** Money, minutes, range, ±. */
function Costs({ closing: c }: { closing: Closing }) {
  const { units } = useBench()
  const range =
    c.high_kg > 0
      ? c.high_kg > c.low_kg * 1.001
        ? units.span('mass', c.low_kg, c.high_kg)
        : `${units.both('mass', c.high_kg, c.u95_kg)}${c.level_m > 0 ? ` at ${units.show('level', c.level_m)}` : ''}`
      : ''
  const parts = [
    c.cost_minor > 0 ? units.money(c.cost_minor) : 'no money',
    c.minutes >= 120 ? `${Math.round(c.minutes / 60)} h` : c.minutes > 0 ? `${c.minutes} min` : '',
    range,
  ]
  return (
    <>
      {parts.filter(Boolean).join(' · ')}
      {c.with.length > 0 && ` · with ${c.with.join(', ')}`}
    </>
  )
}

type Turning = Pick<Closing, 'turns' | 'covered' | 'value'>

/** Every need that it turns, for better or worse, and the whole board. */
export function Turns({ closing: c, of }: { closing: Turning; of: Pick<Shapes['Closings'], 'covered' | 'value'> }) {
  return (
    <div className="text-fine text-whatif" aria-live="polite">
      {c.turns.map((t) => (
        <p key={t.key} className="m-0">
          {t.name}: {t.was === t.is ? `${percent(t.before)} → ${percent(t.after)}` : <Turned was={t.was} is={t.is} />}
        </p>
      ))}
      <p className="m-0 font-semibold">
        The board: {of.covered} → {c.covered} covered, worth {percent(of.value)} → {percent(c.value)}.
      </p>
    </div>
  )
}

/** A state that something would turn into another. */
const Turned = ({ was, is }: { was: Slot['state']; is: Slot['state'] }) => (
  <>
    <StateWord state={was} /> → <StateWord state={is} />
  </>
)

/** What the plan does for this need. */
function InPlan({ slot }: { slot: Slot }) {
  const { desk, person } = useBench()
  const plan = usePlan(desk)
  // Where several people's needs stand in it, each says whose it is.
  const mine = [slot.key, `${person.id}.${slot.key}`]
  const after = plan.data && !plan.data.lacks && plan.data.after.slots.find((s) => mine.includes(s.key))
  if (!after || !plan.data) return null
  const taken = plan.data.chosen
    .filter((c) => c.loses.some((l) => l.slot === (after.called ? `${after.name} (${after.called})` : after.name)))
    .map((c) => c.name)
  return (
    <p className="m-0 mt-1 text-fine text-soft">
      With the plan: <StateWord state={after.state} />, {percent(after.value)}
      {taken.length > 0 && `, by ${taken.join(', ')}`}.{' '}
      <Link className="text-action underline" to={`/c/${desk.file.id}/plan`}>
        The whole plan
      </Link>
    </p>
  )
}
