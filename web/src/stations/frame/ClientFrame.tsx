import { type Query, useQueryClient } from '@tanstack/react-query'
import { Suspense, useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { Link, useParams } from 'react-router'
import type { Answered, ClientFile, Library, Shapes } from '../../api/client'
import { type Bench, BenchContext, keys, useLibrary, usePracticeMovements, withOwn } from '../../lib/desk'
import { sayDraft } from '../../lib/drafts'
import { overlaid } from '../../lib/file/entry'
import { useDeskQuery, useOutbox, useStanding } from '../../lib/file/open'
import { useKey } from '../../lib/hooks'
import { later } from '../../lib/later'
import { resultsOf, useStation } from '../../lib/results'
import { seeAs, seenAs } from '../../lib/seen'
import type { Station } from '../../lib/station'
import { UnitsContext, useUnitsOf } from '../../lib/units'
import { Boundary } from '../../ui/boundary'
import { Notices } from '../../ui/notice'
import { Failed, Waiting } from '../../ui/parts'
import { Sheet } from '../../ui/sheet'
import { Tips } from '../../ui/tip'
import { Header } from './Header'
import { TypedAhead, useUndoKeys } from './keys'
import { Ledger } from './Ledger'
import { Rail } from './Rail'
import { stations } from './stations'

// What is over the bench comes when it is asked for.
const ConflictChoice = later(() => import('./ConflictChoice').then((m) => m.ConflictChoice))
const History = later(() => import('./History').then((m) => m.History))
const UndoAnyones = later(() => import('./History').then((m) => m.UndoAnyones))
const Jump = later(() => import('./Jump').then((m) => m.Jump))
const Say = later(() => import('./Say').then((m) => m.Say))
const KeyList = later(() => import('./KeyList').then((m) => m.KeyList))

/** A client that is open: the rail, the station, the ledger. */
export function ClientFrame() {
  const { client = '', station = '' } = useParams()
  const current = stations.find((s) => s.path === station)
  const desk = useDeskQuery(client, current?.shows)
  const library = useLibrary()
  if (desk.isPending || library.isPending) return <Waiting what="Opening the client's file" />
  if (desk.isError && !desk.data)
    return (
      <div>
        <Failed error={desk.error} retry={() => desk.refetch()} />
        <Link className="px-6 text-action underline" to="/">
          All clients
        </Link>
      </div>
    )
  if (library.isError) return <Failed error={library.error} retry={() => library.refetch()} />
  if (!current)
    return (
      <p className="p-6">
        There is no such station. <Link to={`/c/${client}/needs`}>To the needs</Link>
      </p>
    )
  return (
    <Tips>
      <Notices>
        <Open key={client} answered={desk.data} library={library.data} current={current} />
      </Notices>
    </Tips>
  )
}

/** A step back or forth that has to be asked about first. */
type Asking = { next?: Shapes['Next']; redo: boolean }

type Over = 'help' | 'jump' | 'past' | 'say' | null

/** As whom the client is looked at, and how to look as another. */
function usePerson(file: ClientFile): [Shapes['Person'], (person: string) => void] {
  const cache = useQueryClient()
  const [as, setAs] = useState(() => seenAs(file.id))
  const person = (file.persons.find((p) => p.id === as) ?? file.persons[0]) as Shapes['Person']
  const first = person.id === file.persons[0]?.id
  const look = useCallback(
    (to: string) => {
      seeAs(file.id, to)
      setAs(to)
      const ofClient = (q: Query) => q.queryKey[1] === file.id
      void cache.invalidateQueries({ queryKey: keys.desk(file.id) })
      void cache.resetQueries({ predicate: (q) => ofClient(q) && q.queryKey[0] !== 'desk' })
    },
    [cache, file.id],
  )
  // One who is not there any more is not looked at.
  useEffect(() => {
    if (as !== '' && first) look('')
  }, [as, first, look])
  return [person, look]
}

/** The bench of an open client: what stands, with what is on its way laid over it. */
function useOpen(asked: Answered, library: Library, current: Station) {
  const box = useOutbox(asked.file.id)
  const last = useStanding(box, (s) => s.desk)
  const entries = useStanding(box, (s) => s.entries)
  // At one revision what was asked for last holds: it may be as another person has it.
  const answered = last && last.file.revision > asked.file.revision ? last : asked
  box.looked = current.shows
  const shown = useStation(answered, current.shows)
  const file = useMemo(() => overlaid(answered.file, entries), [answered.file, entries])
  const desk = useMemo(() => ({ ...answered, file, results: resultsOf(answered.frame, shown.data) }), [answered, file, shown.data])
  const units = useUnitsOf(file.profile.units, file.profile.currency, library)
  const [person, look] = usePerson(file)
  const bench = useMemo<Bench | null>(
    () => units && { desk, library, units, box, entries, person, look },
    [desk, library, units, box, entries, person, look],
  )
  return { bench, shown, box, entries }
}

function Open({ answered, library: standard, current }: { answered: Answered; library: Library; current: Station }) {
  const practice = usePracticeMovements().data
  const library = useMemo(() => withOwn(standard, practice), [standard, practice])
  const { bench, shown, box, entries } = useOpen(answered, library, current)
  const [over, setOver] = useState<Over>(null)
  const [asking, setAsking] = useState<Asking | null>(null)
  const name = answered.file.profile.name
  useEffect(() => {
    document.title = `${current.name} · ${name} · Scrappy Rack`
  }, [current, name])
  useKey('?', () => setOver((o) => (o === 'help' ? null : 'help')))
  useKey('j', () => setOver('jump'))
  useKey('h', () => setOver('past'))
  useKey('i', () => setOver('say'))
  useKey('u', () => {
    box.setPart('profile', (p) => ({ units: p.units === 'metric' ? ('us' as const) : ('metric' as const) }))
  })
  const step = (redo: boolean) => {
    const { undo, undo_other } = answered.steps
    const unsent = entries.some((e) => !e.refused)
    if (!redo && !undo && undo_other && !unsent) setAsking({ next: undo_other, redo })
    else box.step({ step: redo ? 'redo' : 'undo' })
  }
  useUndoKeys(step)
  // A step that somebody else's change is in the way of is asked about.
  const blocked = useStanding(box, (s) => s.blocked)
  const clash = useStanding(box, (s) => s.clash)
  useEffect(() => {
    if (blocked) setAsking({ redo: blocked === 'redo' })
  }, [blocked])
  const main = useRef<HTMLElement>(null)
  // Where what had the focus is gone, the station has it: never the page. Tab goes on to its first field.
  useEffect(() => {
    if (bench && current && over === null && document.activeElement === document.body) main.current?.focus({ preventScroll: true })
  }, [bench, current, over])
  if (!bench) return null
  const { Screen } = current
  const opening = <Waiting what={`Opening ${current.name}`} />
  return (
    <BenchContext.Provider value={bench}>
      <UnitsContext.Provider value={bench.units}>
        <div className="grid min-h-dvh grid-cols-1 grid-rows-[auto_1fr_auto] print:block print:h-auto md:h-dvh md:grid-cols-[11.5rem_minmax(0,1fr)] md:grid-rows-[minmax(0,1fr)_auto]">
          <button
            type="button"
            data-noprint
            className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-ink focus:px-3 focus:py-2 focus:text-paper"
            onClick={() => main.current?.focus()}
          >
            To {current.name}
          </button>
          <Rail current={current} />
          <div className="flex min-w-0 flex-col print:block md:min-h-0">
            <Header
              onSay={() => setOver('say')}
              onHelp={() => setOver('help')}
              onJump={() => setOver('jump')}
              onPast={() => setOver('past')}
              onStep={step}
            />
            <main
              ref={main}
              tabIndex={-1}
              className="relative min-w-0 grow pb-16 outline-none print:pb-0 md:min-h-0 md:overflow-y-auto md:pb-0"
            >
              <Boundary of={current.path}>
                {shown.isError && !shown.data ? (
                  <Failed error={shown.error} retry={() => shown.refetch()} />
                ) : shown.data || !current.shows ? (
                  <Suspense fallback={opening}>
                    <Screen key={bench.person.id} />
                  </Suspense>
                ) : (
                  opening
                )}
              </Boundary>
            </main>
          </div>
          <Ledger />
        </div>
        {over === 'say' && <TypedAhead into={sayDraft(answered.file.id)} />}
        <Boundary
          of={`${over}`}
          over={(fallen) => (
            <Sheet title="Not there yet" onClose={() => setOver(null)}>
              {fallen}
            </Sheet>
          )}
        >
          <Suspense fallback={null}>
            {over === 'help' && <KeyList onClose={() => setOver(null)} />}
            {over === 'say' && <Say onClose={() => setOver(null)} />}
            {over === 'jump' && <Jump onClose={() => setOver(null)} />}
            {over === 'past' && <History onClose={() => setOver(null)} />}
            {asking && (
              <UndoAnyones
                {...asking}
                onClose={() => {
                  setAsking(null)
                  box.unblock()
                }}
              />
            )}
            {clash && <ConflictChoice key={clash.scope} clash={clash} />}
          </Suspense>
        </Boundary>
      </UnitsContext.Provider>
    </BenchContext.Provider>
  )
}
