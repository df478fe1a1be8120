import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useRef, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { api, data, type Shapes, type Slot } from '../../api/client'
import { useBench } from '../../lib/desk'
import { percent } from '../../lib/format'
import { useKey } from '../../lib/hooks'
import { MarkKey, type Origin } from '../../ui/marks'
import { Button, Head, StateWord, stateWords } from '../../ui/parts'
import { AXIS, Rule, setsOf, slotInWords } from '../../ui/rule'
import { AdditionPanel, Additions } from './Additions'
import type { Closing } from './Closings'
import { Everybody } from './Everybody'
import { MovementPanel, Movements } from './Movements'
import { SlotPanel } from './SlotPanel'
import { TestSets } from './TestSets'
import { AddNeed } from './Wish'

/** What each movement needs, and what reaches it today. */
export function NeedsStation() {
  const { desk, units } = useBench()
  const [search, setSearch] = useSearchParams()
  const [worstFirst, setWorstFirst] = useState(false)
  const [only, setOnly] = useState('')
  const panel = useRef<HTMLDivElement>(null)
  const board = desk.results.board
  const worst = [...board.slots].sort((a, b) => a.value * a.weight - a.weight - (b.value * b.weight - b.weight))
  const open = board.slots.find((s) => s.key === search.get('slot'))
  const [chosen, setChosen] = useState<Closing | null>(null)
  const choose = useCallback((c: Closing | null) => setChosen(c), [])
  const go = (key: string | undefined) => {
    setChosen(null)
    setSearch(key ? { slot: key } : {}, { replace: true })
  }
  const several = desk.file.persons.length > 1
  const view: View = several && search.has('all') ? 'all' : search.has('move') ? 'move' : search.has('more') ? 'more' : 'board'
  const openIn = search.get(view) ?? ''
  const goTo = (to: View, key = '') => {
    setChosen(null)
    setSearch(to === 'board' ? {} : { [to]: key }, { replace: true })
  }
  const goMove = (key: string) => goTo('move', key)
  const show = (key: string) => go(key === open?.key ? undefined : key)
  const worstGap = worst.find((s) => s.state !== 'covered')
  const cache = useQueryClient()
  // The worst that something lifts; where nothing does, the worst of all says so.
  const closeWorst = async () => {
    const got = await data<Shapes['Closings']>(
      api.GET('/api/v1/clients/{client}/worst-gap', { params: { path: { client: desk.file.id } } }),
    ).catch(() => null)
    if (got?.slot) cache.setQueryData(['closings', desk.file.id, got.slot, got.revision], got)
    go(got?.slot || worstGap?.key)
  }
  // Once a way of closing is looked at, the same key takes it.
  useKey('c', closeWorst, chosen === null && view === 'board')
  useKey('m', () => goTo(view === 'move' ? 'board' : 'move'))
  useKey('o', () => goTo(view === 'more' ? 'board' : 'more'))
  useKey('s', () => goTo(view === 'all' ? 'board' : 'all'), several)
  const openKey = view === 'board' ? open?.key : openIn
  useEffect(() => {
    if (openKey && window.innerWidth < 1024) panel.current?.scrollIntoView({ block: 'start' })
  }, [openKey])
  if (desk.results.lacks)
    return (
      <p className="max-w-prose p-6">
        There are no needs without the client's stature.{' '}
        <Link className="text-action underline" to="../client" relative="path">
          Type it at Client
        </Link>
        : 178, or 5'10", is enough to begin; everything else starts as a marked guess.
      </p>
    )
  if (view === 'all')
    return (
      <div className="p-4 md:p-6">
        <Views view={view} onView={goTo} />
        <Everybody />
      </div>
    )
  if (view !== 'board')
    return (
      <div className="max-lg:flex max-lg:flex-col lg:grid lg:min-h-full lg:grid-cols-[minmax(0,1fr)_20rem]">
        <div className="min-w-0 p-4 md:p-6">
          <Views view={view} onView={goTo} />
          {view === 'move' ? <Movements open={openIn} onOpen={goMove} /> : <Additions open={openIn} onOpen={(key) => goTo('more', key)} />}
        </div>
        <aside
          ref={panel}
          className={`scroll-mt-2 border-line bg-sheet p-4 lg:border-l lg:p-5 ${openIn ? 'max-lg:order-first max-lg:border-b' : 'max-lg:border-t'}`}
          aria-label={view === 'move' ? 'The open movement' : 'The open thing'}
        >
          {!openIn && (
            <p className="m-0 text-soft">
              {view === 'move'
                ? 'Open a movement for how it is done, what it is worth, its relatives and what would open it.'
                : 'Open a thing for the needs that it turns and the movements that it opens.'}
            </p>
          )}
          {openIn && view === 'move' && <MovementPanel key={openIn} movement={openIn} onOpen={goMove} />}
          {openIn && view === 'more' && <AdditionPanel key={openIn} addition={openIn} onMove={goMove} />}
        </aside>
      </div>
    )
  const slots = (worstFirst ? worst : board.slots).filter((s) => passes(s, only))
  const origins = [...new Set(board.slots.flatMap((s) => s.ticks.map((t) => t.origin)))] as Origin[]
  const guesses = board.slots.filter((s) => s.basis === 'guess').length
  return (
    <div className="lg:grid lg:min-h-full lg:grid-cols-[minmax(0,1fr)_20rem]">
      <div className="min-w-0 p-4 md:p-6">
        <Views view={view} onView={goTo} />
        <div className="flex flex-wrap items-start gap-x-4 gap-y-2">
          <div className="min-w-0 flex-1 basis-72">
            <Head>What each movement needs, and what reaches it today</Head>
          </div>
          <Only value={only} onValue={setOnly} slots={board.slots} />
          <Button onClick={() => setWorstFirst(!worstFirst)} aria-pressed={worstFirst}>
            {worstFirst ? 'In order' : 'Worst first'}
          </Button>
          <Button look={chosen ? 'line' : 'solid'} hint="c" onClick={closeWorst} disabled={!worstGap}>
            Close the worst gap
          </Button>
        </div>
        <p className="mt-0 mb-2 text-fine text-soft">
          Brackets are today’s working range, the thin ones that of half a year on.{' '}
          {guesses > 0 && `${guesses} of ${board.slots.length} rest on a guess until a set is logged below. `}Open a row for its reasons.
          {leftOut(board.left_out, 'time', ' Left out for want of time: ')}
          {leftOut(board.left_out, 'limits', ' Left out, since the limits leave none of its movements: ')}
        </p>
        <Rule
          slots={slots}
          row={(s, plot) =>
            s === AXIS ? (
              <Frame key="axis" plot={plot} />
            ) : (
              <Frame
                key={s.key}
                slot={s}
                plot={plot}
                open={s.key === open?.key}
                onOpen={() => show(s.key)}
                words={slotInWords(s, units)}
                turn={chosen?.turns.find((t) => t.key === s.key)}
              />
            )
          }
        />
        <div className="mt-3 flex flex-wrap gap-x-6 gap-y-1">
          <MarkKey origins={origins} />
          <span className="text-fine text-soft">bar: any load between · hatched: nothing within 5 %</span>
        </div>
        <AddNeed />
        <TestSets />
      </div>
      <aside ref={panel} className="scroll-mt-2 border-line bg-sheet p-4 max-lg:border-t lg:border-l lg:p-5" aria-label="The open need">
        {open ? (
          <SlotPanel key={open.key} slot={open} chosen={chosen} onChoose={choose} />
        ) : (
          <Summary slots={worst.filter((s) => s.state !== 'covered').slice(0, 5)} onOpen={show} />
        )}
      </aside>
    </div>
  )
}

type View = 'board' | 'all' | 'move' | 'more'

const views: [View, string, string][] = [
  ['board', 'The board', ''],
  ['all', 'Everybody', 's'],
  ['move', 'Movements', 'm'],
  ['more', 'One more thing', 'o'],
]

const groups = { legs: 'legs and hips', push: 'push', pull: 'pull', trunk: 'trunk', whole: 'the whole body' } as const

/** Whether a need is shown: of a group, or one that can be done in a hold. */
const passes = (s: Slot, only: string) => {
  const [by, what] = only.split(':')
  return !what || (by === 'group' ? s.group === what : s.holds.includes(what))
}

/** Looks through the board by part of the body, or by how things are held. */
function Only({ value, onValue, slots }: { value: string; onValue: (v: string) => void; slots: Slot[] }) {
  const holds = [...new Set(slots.flatMap((s) => s.holds))].sort()
  return (
    <label className="text-fine text-soft" data-noprint>
      <span className="sr-only">Show</span>
      <select
        className="border border-ink bg-sheet px-2 py-1.5 text-body text-ink touch:min-h-12"
        value={value}
        onChange={(e) => onValue(e.target.value)}
      >
        <option value="">All needs</option>
        <optgroup label="of">
          {Object.entries(groups)
            .filter(([g]) => slots.some((s) => s.group === g))
            .map(([g, words]) => (
              <option key={g} value={`group:${g}`}>
                {words}
              </option>
            ))}
        </optgroup>
        <optgroup label="done today with">
          {holds.map((h) => (
            <option key={h} value={`hold:${h}`}>
              {holdWords[h] ?? h}
            </option>
          ))}
        </optgroup>
      </select>
    </label>
  )
}

const holdWords: Record<string, string> = {
  'one-hand': 'one hand',
  pair: 'one in each hand',
  'two-hand': 'both hands',
  hug: 'a hug',
  worn: 'a pack worn',
  'overhead-safe': 'a load overhead',
  overhead: 'a load overhead',
  dragged: 'a drag',
  bar: 'a bar',
  band: 'a band',
  body: 'the body alone',
}

/** The views of the station: what is needed, all that can be done, and what one more thing opens. */
function Views({ view, onView }: { view: View; onView: (v: View) => void }) {
  const several = useBench().desk.file.persons.length > 1
  return (
    <div className="mb-3 flex border-b-2 border-ink" data-noprint>
      {views.map(
        ([v, words, hint]) =>
          (v !== 'all' || several) && (
            <button
              key={v}
              type="button"
              aria-pressed={v === view}
              className={`flex items-center gap-2 px-3 py-1 font-cond text-lead touch:min-h-12 ${v === view ? 'bg-ink font-semibold text-paper' : 'font-medium text-soft hover:bg-faint'}`}
              onClick={() => onView(v)}
            >
              {words}{' '}
              {hint && <kbd className="border border-current px-1 font-cond text-fine leading-4 opacity-70 max-md:hidden">{hint}</kbd>}
            </button>
          ),
      )}
    </div>
  )
}

function leftOut(all: Shapes['LeftNeed'][], why: Shapes['LeftNeed']['why'], words: string): string {
  const names = all.filter((l) => l.why === why).map((l) => l.name.toLowerCase())
  return names.length > 0 ? `${words}${names.join(', ')}.` : ''
}

function Frame({
  slot,
  plot,
  open = false,
  onOpen,
  words,
  turn,
}: {
  slot?: Slot
  plot: React.ReactNode
  open?: boolean
  onOpen?: () => void
  words?: string
  /** What a way of closing that is looked at would make of it. */
  turn?: Closing['turns'][number]
}) {
  const { units } = useBench()
  const columns = 'grid grid-cols-[1fr_auto] items-center gap-x-3 md:grid-cols-[8.2rem_6.2rem_minmax(0,1fr)_minmax(6rem,9.5rem)]'
  if (!slot)
    return (
      <div className={columns} aria-hidden="true">
        <span className="max-md:hidden" />
        <span className="max-md:hidden" />
        <div className="min-w-0 max-md:col-span-2">{plot}</div>
        <span className="max-md:hidden" />
      </div>
    )
  return (
    <div
      className={`${columns} border-b border-faint ${turn ? 'bg-sheet shadow-[inset_4px_0_0_var(--whatif)]' : open ? 'bg-sheet shadow-[inset_4px_0_0_var(--action)]' : ''}`}
    >
      <button type="button" aria-expanded={open} onClick={onOpen} className="px-1.5 py-1 text-left hover:text-action" title={words}>
        <span className="block font-cond text-lead font-semibold leading-tight">{slot.name}</span>
        <span className="block text-fine text-soft">
          {setsOf(slot)}
          {slot.per_hand ? ', a hand' : ''}
        </span>
        <span className="sr-only">{words}</span>
      </button>
      <span className="max-md:text-right">
        <StateWord state={slot.state} />
        {turn && (
          <span className="block whitespace-nowrap text-fine text-whatif">
            → {turn.is !== turn.was ? stateWords[turn.is] : percent(turn.after)}
          </span>
        )}
      </span>
      <div className="min-w-0 overflow-hidden max-md:col-span-2">{plot}</div>
      <span className="text-fine leading-tight text-missing max-md:col-span-2 max-md:px-1.5 max-md:pb-1.5">
        {slot.state !== 'covered' ? gapNote(slot, units) : slot.reason}
        {slot.to_agree > 0 && <span className="block text-due">a change to agree on</span>}
      </span>
    </div>
  )
}

function gapNote(s: Slot, units: ReturnType<typeof useBench>['units']): string {
  if (s.state === 'missing' || s.timed || s.ticks.length === 0 || s.gaps.length === 0 || s.guessed) return s.reason
  const widest = s.gaps.reduce((a, b) =>
    (b.hi_kg + s.along_kg) / (b.lo_kg + s.along_kg) > (a.hi_kg + s.along_kg) / (a.lo_kg + s.along_kg) ? b : a,
  )
  return `nothing here weighs ${units.bare('mass', widest.lo_kg)} to ${units.show('mass', widest.hi_kg)}`
}

function Summary({ slots, onOpen }: { slots: Slot[]; onOpen: (key: string) => void }) {
  const { units, desk } = useBench()
  return (
    <>
      <Head>{slots.length > 0 ? 'Where it is thinnest' : 'Everything is covered'}</Head>
      {slots.length === 0 && (
        <p className="text-soft">
          What is there reaches every working range. See at{' '}
          <Link className="text-action underline" to={`/c/${desk.file.id}/plan`}>
            Plan
          </Link>{' '}
          whether money would still add quality.
        </p>
      )}
      <ul className="m-0 list-none p-0">
        {slots.map((s) => (
          <li key={s.key} className="border-b border-faint py-1.5">
            <button type="button" className="w-full text-left hover:text-action" onClick={() => onOpen(s.key)}>
              <span className="font-cond text-lead font-semibold">{s.name}</span> <StateWord state={s.state} />
              <span className="block text-fine text-soft">{gapNote(s, units) || s.reason}</span>
            </button>
          </li>
        ))}
      </ul>
    </>
  )
}
