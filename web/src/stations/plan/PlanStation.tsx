import { useQuery } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { Link } from 'react-router'
import { api, data, type Plan, type Shapes } from '../../api/client'
import { keys, useBench, usePlan } from '../../lib/desk'
import { percent, within } from '../../lib/format'
import { Cautions } from '../../ui/cautions'
import { Slider } from '../../ui/field'
import { Mark, MarkKey, type Origin } from '../../ui/marks'
import { Button, Failed, Head, Note, StateWord } from '../../ui/parts'
import { AXIS, Rule, slotInWords } from '../../ui/rule'
import { useStopped, Working } from '../../ui/working'

type Choice = Shapes['Choice']
type Refusal = Shapes['Refusal']

/** The best set of things to buy and fill, with the reasons. */
export function PlanStation() {
  const { desk } = useBench()
  const plan = usePlan(desk)
  const { stopped, stop, start } = useStopped(keys.plan(desk.file.id, desk.file.revision), plan.refetch)
  if (desk.results.lacks)
    return (
      <p className="p-6">
        A plan needs the client's stature.{' '}
        <Link className="text-action underline" to="../client" relative="path">
          Type it at Client
        </Link>
        .
      </p>
    )
  if (plan.isPending || stopped)
    return <Working what="Trying every set of purchases and fills" stopped={stopped} onStop={stop} onStart={start} />
  if (plan.isError)
    return (
      <>
        <div className="px-6 pt-5">
          <Budget />
        </div>
        <Failed error={plan.error} retry={() => plan.refetch()} />
        <Pins />
      </>
    )
  return <Made plan={plan.data} fresh={plan.data.revision === desk.file.revision && !plan.isFetching} />
}

function Made({ plan, fresh }: { plan: Plan; fresh: boolean }) {
  const { units } = useBench()
  const buys = plan.chosen.filter((c) => c.origin === 'buy')
  const builds = plan.chosen.filter((c) => c.origin === 'build')
  const fills = plan.chosen.filter((c) => c.origin === 'scrap')
  const making = builds.reduce((sum, c) => sum + c.minutes, 0)
  const filling = plan.minutes - making
  const origins = [...new Set(plan.after.slots.flatMap((s) => s.ticks.map((t) => t.origin)))] as Origin[]
  return (
    <div className="space-y-6 p-4 md:p-6">
      <div className="flex flex-wrap items-end gap-x-8 gap-y-3">
        <Budget />
        <p className="m-0" role="status">
          <b className="text-head text-covered">
            {plan.after.covered} of {plan.after.slots.length}
          </b>{' '}
          needs covered ({plan.covered_before} today) for <b className="text-head">{units.money(plan.cost_minor)}</b>, {filling} min of
          filling{making > 0 && `, ${Math.round(making / 60)} h of building`}, {units.show('area', plan.floor_free_m2)} of floor left.
          <span className="block text-fine text-soft">
            {fresh
              ? plan.proven
                ? 'Proven: no other set of these things is worth more for this money and floor.'
                : `Best found so far, worth ${percent(plan.value)}; at most ${percent(plan.bound)} is possible.`
              : 'Working out the change …'}{' '}
            Prices are invented samples.
          </span>
        </p>
      </div>
      <section className="min-w-0">
        <Head aside="filled bars are covered, hatched parts are out of reach">The needs with this plan</Head>
        <Rule
          slots={plan.after.slots}
          height={40}
          row={(s, plot) => (
            <div
              key={s.key}
              className="grid grid-cols-[5.6rem_minmax(0,1fr)] items-center gap-x-2 md:grid-cols-[7rem_6.2rem_minmax(0,1fr)] border-b border-faint"
            >
              <span className="truncate font-cond text-lead leading-tight font-semibold">
                {s !== AXIS && s.called && <span className="block text-fine font-normal text-soft">{s.called}</span>}
                {s === AXIS ? '' : s.name}
                {s !== AXIS && <span className="sr-only">: {slotInWords(s, units)}</span>}
              </span>
              <span className="max-md:hidden">{s !== AXIS && <StateWord state={s.state} />}</span>
              <div className="min-w-0 overflow-hidden">{plot}</div>
            </div>
          )}
        />
        <div className="mt-2">
          <MarkKey origins={origins} />
        </div>
      </section>
      <div className="grid gap-6 xl:grid-cols-2">
        <section className="min-w-0">
          <Head aside={buys.length ? units.money(buys.reduce((sum, c) => sum + c.cost_minor, 0)) : undefined}>Buy</Head>
          {buys.length === 0 && <p className="text-soft">Nothing: no purchase within the budget adds enough.</p>}
          <ul className="m-0 list-none p-0">
            {buys.map((c) => (
              <Taken key={c.key} choice={c} />
            ))}
          </ul>
          {builds.length > 0 && (
            <>
              <Head aside={units.money(builds.reduce((sum, c) => sum + c.cost_minor, 0))}>Build</Head>
              <ul className="m-0 list-none p-0">
                {builds.map((c) => (
                  <Taken key={c.key} choice={c} />
                ))}
              </ul>
              <p className="m-0 text-fine text-soft">
                How each is made, and what holds it, is at{' '}
                <Link className="text-action underline" to={`../builds?design=${builds[0]?.key.split(':')[1] ?? ''}`} relative="path">
                  Builds
                </Link>
                ; it counts once its proof test has passed.
              </p>
            </>
          )}
        </section>
        <section className="min-w-0">
          <Head aside={fills.length ? `${filling} min, no money` : undefined}>Fill and pack</Head>
          {fills.length === 0 && <p className="text-soft">Everything stays as it is filled now.</p>}
          <ul className="m-0 list-none p-0">
            {fills.map((c) => (
              <Taken key={c.key} choice={c} />
            ))}
          </ul>
          {plan.kept.length > 0 && <p className="text-fine text-soft">Stay as they are: {plan.kept.join(', ')}.</p>}
          <div className="mt-3">
            <Note>
              Fixings that a person depends on need rated hardware and a competent person; local codes and a licensed trade decide, a rented
              wall needs the owner's word.
            </Note>
          </div>
        </section>
      </div>
      <LeftOut refused={plan.refused} />
      <Cautions station="plan" />
    </div>
  )
}

/** The budget as a slider; its scale stands still while it is moved, and grows only when it is outgrown. */
function Budget() {
  const { desk, units, box } = useBench()
  const p = desk.file.profile
  const per = units.coin.per_major
  const [shown, setShown] = useState<number | null>(null)
  const scale = useRef({ currency: '', most: 0 })
  if (scale.current.currency !== p.currency || p.budget_minor > scale.current.most)
    scale.current = { currency: p.currency, most: Math.max(1000 * per, p.budget_minor * 2) }
  return (
    <div className="w-64 max-w-full">
      <p className="m-0 flex items-baseline justify-between font-cond text-body font-medium text-soft">
        Budget <b className="text-head text-ink">{units.money(shown ?? p.budget_minor)}</b>
      </p>
      <Slider
        label="Budget"
        value={p.budget_minor}
        min={0}
        max={scale.current.most}
        step={5 * per}
        text={(v) => units.money(v)}
        onMove={setShown}
        onRest={(v) => {
          setShown(null)
          box.setPart('profile', () => ({ budget_minor: v }))
        }}
      />
    </div>
  )
}

function usePin() {
  const { box } = useBench()
  return (key: string, pin: 'must' | 'never' | null) => (pin === null ? box.drop('pins', key) : box.make('pins', { id: key, pin }))
}

function Taken({ choice: c }: { choice: Choice }) {
  const { units } = useBench()
  const pin = usePin()
  const reach =
    c.high_kg > 0
      ? c.high_kg > c.low_kg
        ? `${units.bare('mass', c.low_kg)}–${units.show('mass', c.high_kg)}`
        : `${units.show('mass', c.high_kg)} ± ${units.pm('mass', c.u95_kg)}`
      : ''
  const line = c.level_m > 0 ? `to ${units.show('level', c.level_m)} (${units.show('volume', c.volume_l)})` : ''
  return (
    <li className="grid grid-cols-[20px_1fr_auto] gap-x-2 border-b border-line py-2">
      <svg width="18" height="18" className="mt-0.5" aria-hidden="true">
        <Mark origin={c.origin as Origin} x={9} y={9} r={5} />
      </svg>
      <div className="min-w-0">
        <b className="text-lead">{c.name}</b> <span className="text-soft">{[line, reach].filter(Boolean).join(' · ')}</span>
        <p className="m-0 text-fine">
          {c.loses.length > 0 ? (
            <>
              Without it:{' '}
              {c.loses.map((l, i) => (
                <span key={l.slot}>
                  {i > 0 && '; '}
                  {within(l.slot)} {percent(l.after)} → {percent(l.before)}
                </span>
              ))}
            </>
          ) : c.pinned ? (
            'In because you pinned it.'
          ) : (
            'Adds less than 2 % to any one need, or carries something else here.'
          )}
        </p>
        {(c.note || c.caution) && <p className="m-0 text-fine text-soft">{[c.note, c.caution].filter(Boolean).join('. ')}</p>}
      </div>
      <div className="text-right">
        <b>{c.cost_minor ? units.money(c.cost_minor) : `${c.minutes} min`}</b>
        <div className="flex justify-end gap-3">
          <Button
            look="bare"
            aria-pressed={c.pinned}
            aria-label={`${c.pinned ? 'Unpin' : 'Pin'} ${c.name}`}
            onClick={() => pin(c.key, c.pinned ? null : 'must')}
          >
            {c.pinned ? 'unpin' : 'pin'}
          </Button>
          <Button look="bare" aria-label={`Never take ${c.name}`} onClick={() => pin(c.key, 'never')}>
            never
          </Button>
        </div>
      </div>
    </li>
  )
}

const reasons: [Refusal['kind'], string][] = [
  ['money', 'Too dear for what is left'],
  ['favour', 'Adds between the targets only'],
  ['filling', 'Takes more filling than there is'],
  ['room', 'No floor left for it'],
  ['place', 'This room does not allow it'],
  ['needs', 'Useless without something else'],
  ['pin', 'You ruled it out'],
  ['nothing', 'Adds nothing to this plan'],
]

function LeftOut({ refused }: { refused: Refusal[] }) {
  const { units } = useBench()
  const pin = usePin()
  return (
    <section>
      <Head aside="why, and what the plan would be with it">Left out</Head>
      <div className="columns-1 gap-8 lg:columns-2">
        {reasons.map(([kind, title]) => {
          const group = refused.filter((r) => r.kind === kind)
          if (group.length === 0) return null
          return (
            <details key={kind} open={kind !== 'nothing'} className="mb-3 break-inside-avoid">
              <summary className="font-cond text-lead font-semibold">
                {title} <span className="text-soft">({group.length})</span>
              </summary>
              <ul className="m-0 list-none p-0">
                {group.map((r) => (
                  <li key={r.key} className="grid grid-cols-[1fr_auto] gap-x-3 border-b border-faint py-1 text-fine">
                    <span>
                      {r.name}
                      {kind !== 'nothing' && kind !== 'favour' && (
                        <span className="text-soft">
                          {' '}
                          · {r.why}
                          {r.would ? `; ${r.would}` : ''}
                        </span>
                      )}
                      {r.gains.length > 0 && (
                        <span className="block text-whatif">
                          by itself it lifts {r.gains.map((g) => `${within(g.slot)} ${percent(g.before)} → ${percent(g.after)}`).join('; ')}
                        </span>
                      )}
                      {kind !== 'place' && kind !== 'pin' && kind !== 'nothing' && <With refusal={r} />}
                    </span>
                    <span className="whitespace-nowrap text-right">
                      {units.money(r.cost_minor)}
                      <span className="block">
                        {kind === 'pin' ? (
                          <Button look="bare" onClick={() => pin(r.key, null)}>
                            allow
                          </Button>
                        ) : kind !== 'place' ? (
                          <Button look="bare" aria-label={`Pin ${r.name}`} onClick={() => pin(r.key, 'must')}>
                            pin
                          </Button>
                        ) : null}
                      </span>
                    </span>
                  </li>
                ))}
              </ul>
            </details>
          )
        })}
      </div>
    </section>
  )
}

/** What the plan would be with something that it leaves out, solved when it is asked for. */
function With({ refusal: r }: { refusal: Refusal }) {
  const { desk, units } = useBench()
  const { id, revision } = desk.file
  const [asked, setAsked] = useState(false)
  const got = useQuery({
    queryKey: ['instead', id, revision, r.key],
    enabled: asked,
    retry: false,
    queryFn: ({ signal }) =>
      data<Shapes['Instead']>(
        api.GET('/api/v1/clients/{client}/plan/instead/{candidate}', { params: { path: { client: id, candidate: r.key } }, signal }),
      ),
  })
  if (!asked)
    return (
      <span className="block">
        <Button look="bare" aria-label={`What if ${r.name} were in`} onClick={() => setAsked(true)}>
          what if it were in?
        </Button>
      </span>
    )
  const w = got.data
  const list = (names: string[]) => names.map((n) => n.replace(/^./, (c) => c.toLowerCase())).join(', ')
  return (
    <span className="block text-whatif" aria-live="polite">
      {!w
        ? got.error
          ? String(got.error)
          : 'solving …'
        : [
            w.fits
              ? `With it pinned the board stands at ${percent(w.value)}, ${w.covered} covered, for ${units.money(w.cost_minor)}${w.out.length ? `; out go ${list(w.out)}` : ''}${w.in.length ? `; in come ${list(w.in)}` : ''}.`
              : 'It does not fit today’s money and floor, whatever else goes.',
            w.from_minor >= 0
              ? `With ${units.money(w.from_minor)} it is taken by itself.`
              : 'With none of the larger budgets tried is it taken by itself.',
          ].join(' ')}
    </span>
  )
}

/** What is pinned, when it keeps a plan from being made. */
function Pins() {
  const { desk, library } = useBench()
  const pin = usePin()
  const musts = desk.file.pins.filter((p) => p.pin === 'must')
  if (musts.length === 0) return null
  return (
    <ul className="px-6">
      {musts.map((p) => (
        <li key={p.id}>
          {library.gear.find((g) => g.key === p.id)?.name ?? p.id}{' '}
          <Button look="bare" onClick={() => pin(p.id, null)}>
            unpin
          </Button>
        </li>
      ))}
    </ul>
  )
}
