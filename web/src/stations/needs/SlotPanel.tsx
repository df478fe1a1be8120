import { Link } from 'react-router'
import type { Shapes, Slot } from '../../api/client'
import { useBench, useLooked, useMovements } from '../../lib/desk'
import { usePersonFields } from '../../lib/file/useFields'
import { percent } from '../../lib/format'
import { Explain } from '../../ui/explain'
import { Check } from '../../ui/field'
import { Failed, Head, More, StateWord, Waiting } from '../../ui/parts'
import { rangeOf, setsOf } from '../../ui/rule'
import { type Closing, Closings } from './Closings'
import { Wish } from './Wish'

/** One need: its range and where it comes from, what would close it, and the ways to do it. */
export function SlotPanel({ slot: s, chosen, onChoose }: { slot: Slot; chosen: Closing | null; onChoose: (c: Closing | null) => void }) {
  const { units, desk, library } = useBench()
  const got = useLooked(desk, s.key)
  const looked = got.data
  const limits = Object.fromEntries(library.limits.map((l) => [l.key, l.name.toLowerCase()]))
  const basis = {
    test: 'from a test set',
    relative: 'from the test of a relative',
    guess: 'a guess until a set is logged',
    means: 'no kilograms are asked for',
    hand: 'set by hand',
  }[s.basis]
  return (
    <>
      <Head aside={<StateWord state={s.state} />}>{s.name}</Head>
      <p className="m-0">
        <Explain why={looked?.why}>
          <b className="text-head">{s.timed ? setsOf(s) : rangeOf(s, units)}</b>
        </Explain>
        <span className="text-soft">
          {s.timed ? ', ' : ' '}
          {basis}
        </span>
      </p>
      {/* Above what is looked up, which moves what is below it as it comes. */}
      <Wish slot={s} />
      {s.along_kg > 0 && (
        <p className="m-0 text-fine text-soft">
          Beside them {units.show('mass', s.along_kg)} of the body are lifted: closeness counts both, so the body alone counts too.
        </p>
      )}
      {!s.timed && s.today_hi_kg < s.hi_kg * 0.999 && (
        <p className="m-0 text-fine text-soft">
          Today up to {units.show('mass', s.today_hi_kg)} ({percent(s.today)} covered), in half a year from{' '}
          {units.show('mass', s.horizon_lo_kg)} on ({percent(s.horizon)}).
        </p>
      )}
      {looked?.notes.map((n) => (
        <p key={n} role="note" className="m-0 border-l-4 border-whatif pl-2 text-fine">
          {n}
        </p>
      ))}
      <p className="mt-1 text-fine text-soft">
        Coverage{' '}
        <Explain why={looked?.value_why}>
          <b>{percent(s.value)}</b>
        </Explain>
        {s.timed
          ? ': how well the best movement that can be done answers the need.'
          : ': how close the nearest load comes, less its ±, times how well the movement answers the need.'}
      </p>
      {looked?.changes.map((c) => (
        <p key={c.limit} role="note" className="m-0 mt-2 border-l-4 border-due pl-2 text-fine">
          <b>{limits[c.limit] ?? c.limit}:</b> {c.gone === 1 ? 'one movement gives' : `${c.gone} movements give`} way
          {c.stays.length > 0 ? ' to: ' : '; nothing takes their place.'}
          {c.stays.map((m, i) => (
            <span key={m.key}>
              {i > 0 && '; '}
              <Link to={`?move=${m.key}`} className="text-ink underline decoration-1 underline-offset-3">
                {m.name.toLowerCase()}
              </Link>
              {(m.how || m.why) && <span className="text-soft"> ({[m.how, m.why].filter(Boolean).join('; ')})</span>}
            </span>
          ))}
          {c.stays.length > 0 && '. Each only where it is free of pain.'}
          <Agree change={`${c.limit}/${s.key}`} />
        </p>
      ))}
      <Closings slot={s} chosen={chosen} onChoose={onChoose} />
      <h3 className="mb-1 mt-4 text-lead">Ways to do it</h3>
      {got.isPending && <Waiting what="Looking up its ways" />}
      {got.isError && !looked && <Failed error={got.error} retry={() => got.refetch()} />}
      {looked && <Ways looked={looked} />}
      {looked && <Harder slot={s} best={looked.ways[0]} />}
    </>
  )
}

/** Whether the client has agreed to what a limit makes of a need. */
function Agree({ change }: { change: string }) {
  const agreed = usePersonFields()('agreed')
  const on = agreed.value.includes(change)
  return (
    <span className="mt-1 block">
      <Check on={on} onChange={(to) => agreed.set((now) => (to ? [...now, change] : now.filter((x) => x !== change)))}>
        agreed with the client
      </Check>
    </span>
  )
}

/** Every way of doing a need: what can be done here first, each with what is known of it. */
function Ways({ looked }: { looked: Shapes['Looked'] }) {
  const known = useMovements().data?.movements
  return (
    <ul className="m-0 list-none p-0">
      {looked.ways.map((w) => {
        const m = known?.find((x) => x.key === w.key)
        return (
          <li key={w.key} className="border-b border-faint py-1.5 text-fine">
            <span className="flex gap-2">
              <Link to={`?move=${w.key}`} className={`grow text-ink no-underline hover:text-action ${w.why ? '' : 'font-semibold'}`}>
                {w.movement}
              </Link>
              {!w.why && <span className="whitespace-nowrap text-covered">{percent(w.value)}</span>}
            </span>
            {!w.why && w.where && <span className="block font-semibold text-covered">here: {w.where}</span>}
            {w.why && <span className="text-missing">{w.why}</span>}
            {!w.why && m && (
              <span className="text-soft">
                Counts: {m.standard}. Easier: {m.easier}. {first(m, known)}
                {m.caution}
              </span>
            )}
            {!w.why && w.hold === 'band' && <Bands mine={looked.bands.filter((b) => b.movement === w.key)} />}
          </li>
        )
      })}
    </ul>
  )
}

/** What to do while all loads of a need are too light, or too heavy: in the order in which it is tried. */
function Harder({ slot: s, best }: { slot: Slot; best: Shapes['Way'] | undefined }) {
  const { units } = useBench()
  const m = useMovements().data?.movements.find((x) => x.key === best?.key)
  if (!m || !best || best.why || s.timed || s.ticks.length === 0) return null
  const heaviest = Math.max(...s.ticks.map((t) => t.to_kg))
  const lightest = Math.min(...s.ticks.map((t) => t.at_kg))
  const light = heaviest < s.hi_kg * 0.95
  const heavy = lightest > s.lo_kg * 1.05
  if (!light && !heavy) return null
  return (
    <>
      {light && (
        <More summary={`Too light beyond ${units.show('mass', heaviest)}: what makes it harder`}>
          <ol className="m-0 list-decimal pl-5 text-fine">
            {m.tactics.map((t) => (
              <li key={t.key}>
                {t.name} <span className="text-soft">feels like {percent(t.factor - 1)} more</span>
              </li>
            ))}
          </ol>
        </More>
      )}
      {heavy && (
        <p className="m-0 mt-2 text-fine">
          Too heavy below {units.show('mass', lightest)}: {m.easier}.
        </p>
      )}
    </>
  )
}

/** What should be mastered before a movement. */
function first(m: Shapes['MovementRecord'], all: Shapes['MovementRecord'][] | undefined): string {
  const names = m.after.map((k) => all?.find((x) => x.key === k)?.name.toLowerCase() ?? k)
  return names.length > 0 ? `Only once ${names.join(' and ')} is mastered. ` : ''
}

/** What bands give to a movement of the need, as ranges of their mean pull. */
function Bands({ mine }: { mine: Shapes['SlotBand'][] }) {
  const { units } = useBench()
  if (mine.length === 0) return null
  const most = Math.max(...mine.map((t) => t.to_kg))
  const least = Math.min(...mine.map((t) => t.at_kg))
  return (
    <More summary={`${units.span('mass', least, most)} along the whole way, ${mine.length === 1 ? 'one way' : `${mine.length} ways`}`}>
      <ul className="m-0 list-none p-0 pl-3">
        {mine.map((t) => (
          <li key={`${t.label}${t.at_kg}`}>
            <b className="font-semibold">
              {t.to_kg > t.at_kg * 1.001 && `${units.bare('mass', t.at_kg)}–`}
              {units.show('mass', t.to_kg)}
            </b>{' '}
            {t.label}
            <span className="block text-soft">{t.note}</span>
          </li>
        ))}
      </ul>
    </More>
  )
}
