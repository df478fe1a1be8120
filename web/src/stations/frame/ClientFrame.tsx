import { Suspense, useEffect, useMemo, useState } from 'react'
import { Link, NavLink, useNavigate, useParams } from 'react-router'
import type { Answered, Library, Shapes } from '../../api/client'
import { type Bench, BenchContext, type SaveState, useBench, useDeskQuery, useLibrary, usePlan, useUnits, useWriter } from '../../lib/desk'
import { money } from '../../lib/format'
import { typing, useKey } from '../../lib/hooks'
import { resultsOf, useStation } from '../../lib/results'
import { switchTheme } from '../../lib/theme'
import { Name } from '../../ui/name'
import { Button, Failed, Waiting } from '../../ui/parts'
import { ConflictChoice } from './ConflictChoice'
import { changeInWords } from './changes'
import { History, UndoAnyones } from './History'
import { Jump } from './Jump'
import { KeyList } from './KeyList'
import { Ledger } from './Ledger'
import { type Station, stations } from './stations'

/** A client that is open: the rail, the station, the ledger. */
export function ClientFrame() {
  const { client = '', station = '' } = useParams()
  const current = stations.find((s) => s.path === station)
  const desk = useDeskQuery(client, current?.path)
  const library = useLibrary()
  if (desk.isPending || library.isPending) return <Waiting what="Opening the client's file" />
  if (desk.isError)
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
  return <Open key={client} answered={desk.data} library={library.data} current={current} />
}

/** A step back or forth that has to be asked about first. */
type Asking = { next?: Shapes['Next']; redo: boolean }

function Open({ answered, library, current }: { answered: Answered; library: Library; current: Station }) {
  const units = useUnits(answered.file.profile.units, library)
  const writer = useWriter(answered.file.id, current.path)
  const shown = useStation(answered, current.path)
  const desk = useMemo(() => ({ ...answered, results: resultsOf(answered.frame, shown.data) }), [answered, shown.data])
  const navigate = useNavigate()
  const [help, setHelp] = useState(false)
  const [jump, setJump] = useState(false)
  const [past, setPast] = useState(false)
  const [asking, setAsking] = useState<Asking | null>(null)
  const bench = useMemo<Bench | null>(() => units && { desk, library, units, writer }, [desk, library, units, writer])
  const name = desk.file.profile.name
  useEffect(() => {
    document.title = `${current.name} · ${name} · Scrappy Rack`
  }, [current, name])
  useKey('?', () => setHelp((h) => !h))
  useKey('j', () => setJump(true))
  useKey('u', () => {
    writer.write({ part: 'profile', body: (f) => ({ ...f.profile, units: f.profile.units === 'metric' ? 'us' : 'metric' }) })
  })
  useKey('h', () => setPast(true))
  const step = (redo: boolean) => {
    const { undo, undo_other } = answered.steps
    if (!redo && !undo && undo_other) setAsking({ next: undo_other, redo })
    else writer.write({ step: redo ? 'redo' : 'undo' })
  }
  useUndoKeys(
    () => step(false),
    () => step(true),
  )
  // A step that somebody else's change is in the way of is asked about.
  const blocked = writer.blocked
  useEffect(() => {
    if (blocked) setAsking({ redo: blocked === 'redo' })
  }, [blocked])
  if (!bench) return null
  const Screen = current.screen
  return (
    <BenchContext.Provider value={bench}>
      <div className="grid min-h-dvh grid-cols-1 grid-rows-[auto_1fr_auto] print:block print:h-auto md:h-dvh md:grid-cols-[172px_minmax(0,1fr)] md:grid-rows-[minmax(0,1fr)_auto]">
        <Rail current={current} onNavigate={(s) => navigate(`/c/${desk.file.id}/${s.path}`)} />
        <div className="flex min-w-0 flex-col md:min-h-0">
          <Header onHelp={() => setHelp(true)} onJump={() => setJump(true)} onPast={() => setPast(true)} onStep={step} />
          <main className="min-w-0 grow pb-16 print:overflow-visible md:min-h-0 md:overflow-y-auto md:pb-0">
            {shown.isError ? (
              <Failed error={shown.error} retry={() => shown.refetch()} />
            ) : shown.data ? (
              <Suspense fallback={<Waiting what={`Opening ${current.name}`} />}>
                <Screen />
              </Suspense>
            ) : (
              <Waiting what={`Opening ${current.name}`} />
            )}
          </main>
        </div>
        <Ledger />
      </div>
      {help && <KeyList onClose={() => setHelp(false)} />}
      {jump && <Jump onClose={() => setJump(false)} />}
      {past && <History onClose={() => setPast(false)} />}
      {asking && (
        <UndoAnyones
          {...asking}
          onClose={() => {
            setAsking(null)
            writer.unblock()
          }}
        />
      )}
      {writer.conflict && <ConflictChoice conflict={writer.conflict} settle={writer.settle} units={bench.units} />}
    </BenchContext.Provider>
  )
}

function useUndoKeys(undo: () => void, redo: () => void) {
  useEffect(() => {
    const hear = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z' || typing(e.target)) return
      e.preventDefault()
      if (e.shiftKey) redo()
      else undo()
    }
    window.addEventListener('keydown', hear)
    return () => window.removeEventListener('keydown', hear)
  })
}

function Rail({ current, onNavigate }: { current: Station; onNavigate: (s: Station) => void }) {
  const bench = useBench()
  const plan = usePlan(bench.desk)
  const [open, setOpen] = useState(false)
  const live = (s: Station) =>
    s.path === 'plan'
      ? plan.data && !plan.data.lacks
        ? money(plan.data.cost_minor, bench.desk.file.profile.currency)
        : '…'
      : s.live(bench)
  const keys = Object.fromEntries(stations.map((s) => [s.key, s]))
  useEffect(() => {
    const hear = (e: KeyboardEvent) => {
      const s = keys[e.key]
      if (!s || e.ctrlKey || e.metaKey || e.altKey || typing(e.target)) return
      onNavigate(s)
    }
    window.addEventListener('keydown', hear)
    return () => window.removeEventListener('keydown', hear)
  })
  return (
    <nav
      aria-label="Stations"
      data-noprint
      className="border-b border-line bg-paper md:row-span-1 md:overflow-y-auto md:border-b-0 md:border-r"
    >
      <div className="flex items-center gap-3 px-4 py-2.5 md:py-3.5">
        <Link to="/" className="text-ink no-underline" aria-label="Scrappy Rack: all clients">
          <Name small />
        </Link>
        <span className="grow md:hidden" />
        <button
          type="button"
          className="flex items-baseline gap-2 border border-ink bg-sheet px-3 py-1 font-cond text-[17px] font-semibold md:hidden"
          aria-expanded={open}
          aria-controls="rail"
          onClick={() => setOpen(!open)}
        >
          {current.name} <span className="text-[15px] font-medium text-soft">{live(current)}</span>
          <span aria-hidden="true">{open ? '▴' : '▾'}</span>
        </button>
      </div>
      <ul id="rail" className={`m-0 list-none p-0 pb-2 ${open ? '' : 'hidden'} md:block`}>
        {stations.map((s) => (
          <li key={s.path}>
            <NavLink
              to={`/c/${bench.desk.file.id}/${s.path}`}
              onClick={() => setOpen(false)}
              className={({ isActive }) =>
                `relative flex items-baseline gap-2 px-4 py-1.5 font-cond text-[17px] font-medium no-underline ${isActive ? 'bg-bar font-semibold text-bar-ink' : 'text-ink hover:bg-faint'}`
              }
            >
              <span className="grow">{s.name}</span>
              <span className="text-[15px] opacity-80">{live(s)}</span>
            </NavLink>
          </li>
        ))}
        <li className="mt-2 border-t border-line pt-2">
          <Link to="/quick" className="block px-4 py-1.5 font-cond text-[17px] font-medium text-ink no-underline hover:bg-faint">
            Quick answers
          </Link>
        </li>
      </ul>
    </nav>
  )
}

const stateWords: Record<SaveState, string> = {
  saved: 'saved',
  saving: 'saving …',
  refused: 'not saved: see the field',
  offline: 'not saved: no connection',
}

type Opens = { onHelp: () => void; onJump: () => void; onPast: () => void; onStep: (redo: boolean) => void }

function Header({ onHelp, onJump, onPast, onStep }: Opens) {
  const { desk, writer } = useBench()
  const { undo, redo, undo_other: others } = desk.steps
  const p = desk.file.profile
  return (
    <header data-noprint className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line px-4 py-2 md:px-6">
      <h1 className="m-0 text-[23px] leading-tight">{p.name}</h1>
      <span className="text-[14px] text-soft">
        {p.goal.replaceAll('-', ' ')} · {p.days} × {p.minutes} min · {money(p.budget_minor, p.currency)}
      </span>
      <span className="grow" />
      <span
        role="status"
        className={`text-[14px] ${writer.state === 'saved' || writer.state === 'saving' ? 'text-soft' : 'font-semibold text-action'}`}
      >
        {stateWords[writer.state]}
        {writer.state === 'offline' && (
          <>
            {' '}
            <Button look="bare" onClick={writer.retry}>
              Try again
            </Button>
          </>
        )}
      </span>
      <span className="flex gap-1">
        <IconButton
          label={undo ? `Undo: ${changeInWords(undo.label)}` : others ? `Undo ${others.by || 'somebody else'}’s change` : 'Nothing to undo'}
          off={!undo && !others}
          onClick={() => onStep(false)}
        >
          <path d="M7 4 3 8l4 4M3.5 8H12a4 4 0 0 1 0 8H8" />
        </IconButton>
        <IconButton
          label={redo ? `Do again: ${changeInWords(redo.label)}` : 'Nothing to do again'}
          off={!redo}
          onClick={() => onStep(true)}
        >
          <path d="m12 4 4 4-4 4M15.5 8H7a4 4 0 0 0 0 8h4" />
        </IconButton>
        <IconButton label="What was changed (h)" onClick={onPast}>
          <path d="M3.5 9.5a6 6 0 1 0 2-4.5L3.5 7M3.5 3.5V7H7M9.5 6v4l2.8 1.6" />
        </IconButton>
        <IconButton label="Jump to any client or thing (j)" onClick={onJump}>
          <circle cx="8.5" cy="8.5" r="4.5" />
          <path d="m12 12 4.5 4.5" />
        </IconButton>
        <IconButton label="Light or dark" onClick={switchTheme}>
          <circle cx="9.5" cy="9.5" r="6" />
          <path d="M9.5 3.5v12a6 6 0 0 0 0-12z" fill="currentColor" />
        </IconButton>
        <IconButton label="Keys (?)" onClick={onHelp}>
          <path d="M7 7.5a2.5 2.5 0 1 1 3.5 2.3c-.8.4-1 .9-1 1.7M9.5 14.6v.2" />
        </IconButton>
      </span>
    </header>
  )
}

function IconButton({
  label,
  onClick,
  off = false,
  children,
}: {
  label: string
  onClick: () => void
  off?: boolean
  children: React.ReactNode
}) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      disabled={off}
      onClick={onClick}
      className="rounded-[3px] border border-transparent p-1 text-ink hover:border-line hover:bg-sheet disabled:cursor-default disabled:opacity-35"
    >
      <svg
        width="20"
        height="20"
        viewBox="0 0 20 20"
        fill="none"
        stroke="currentColor"
        strokeWidth="1.7"
        strokeLinecap="round"
        strokeLinejoin="round"
        aria-hidden="true"
      >
        {children}
      </svg>
    </button>
  )
}
