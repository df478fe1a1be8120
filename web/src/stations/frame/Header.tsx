import { type ReactNode, useState } from 'react'
import { calledOf, useBench } from '../../lib/desk'
import { useStanding } from '../../lib/file/open'
import type { SaveState } from '../../lib/file/outbox'
import { useKey } from '../../lib/hooks'
import { switchTheme } from '../../lib/theme'
import { Button } from '../../ui/parts'
import { Tip } from '../../ui/tip'
import { changeInWords } from './changes'
import { Refused, useLeft } from './Refused'

type Opens = { onSay: () => void; onHelp: () => void; onJump: () => void; onPast: () => void; onStep: (redo: boolean) => void }

/** Whose file it is, whether all of it is saved, and what can be done anywhere. */
export function Header({ onSay, onHelp, onJump, onPast, onStep }: Opens) {
  const { desk, units, person } = useBench()
  const { undo, redo, undo_other: others } = desk.steps
  const p = desk.file.profile
  // On a phone one row stays: whose file, whether it is saved, and what else there is behind a button.
  const [more, setMore] = useState(false)
  const behind = more ? '' : 'max-md:hidden'
  return (
    <header
      data-noprint
      className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line px-4 md:px-6 md:py-2 max-md:min-h-14 max-md:gap-x-2 max-md:pr-44"
    >
      <h1 className="m-0 text-head leading-tight max-md:min-w-0 max-md:flex-1 max-md:truncate">{p.name}</h1>
      <span className="text-fine text-soft max-sm:hidden">
        {person.goal.replaceAll('-', ' ')} · {person.days} × {person.minutes} min · {units.money(p.budget_minor)}
      </span>
      <span className={behind}>
        <People />
      </span>
      <span className="grow max-md:hidden" />
      <Saved />
      <button
        type="button"
        aria-label="What else there is"
        aria-expanded={more}
        onClick={() => setMore(!more)}
        className="grid size-12 place-items-center font-cond text-title leading-none md:hidden"
      >
        <span aria-hidden="true">⋯</span>
      </button>
      <span className={`flex gap-1 ${behind}`}>
        <IconButton label="Say what is there (i)" onClick={onSay}>
          <path d="M9.5 4v11M4 9.5h11" />
        </IconButton>
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

/** As whom the client is looked at, where there are several; the next of them is a key away. */
function People() {
  const { desk, person, look } = useBench()
  const all = desk.file.persons
  const at = all.findIndex((p) => p.id === person.id)
  const to = (i: number) => look(i === 0 ? '' : (all[i]?.id ?? ''))
  useKey('w', () => to((at + 1) % all.length), all.length > 1)
  if (all.length < 2) return null
  return (
    <fieldset className="m-0 flex min-w-0 border-0 p-0">
      <legend className="sr-only">Looked at as</legend>
      {all.map((p, i) => (
        <button
          key={p.id}
          type="button"
          aria-pressed={i === at}
          onClick={() => to(i)}
          className="-ml-px border border-line bg-sheet px-2.5 py-1 text-fine first:ml-0 aria-pressed:bg-ink aria-pressed:text-sheet touch:min-h-12"
        >
          {calledOf(desk.file, p)}
        </button>
      ))}
    </fieldset>
  )
}

const words: Record<SaveState, string> = {
  saved: 'saved',
  saving: 'saving …',
  waiting: 'not saved',
  'signed-out': 'not saved: sign in again',
  asking: 'not saved: choose first',
  refused: 'not saved',
}

/** Whether everything is saved; where it is not, how much waits, why, and the way to what is wrong. */
function Saved() {
  const { box } = useBench()
  const [open, setOpen] = useState(false)
  const { state: sent, why, entries, kept } = useStanding(box, (s) => s)
  const left = useLeft()
  const state = sent === 'saved' && left.length > 0 ? 'refused' : sent
  const n = entries.filter((e) => !e.refused).length
  const refused = entries.filter((e) => e.refused).length + left.length
  const well = state === 'saved' || state === 'saving'
  return (
    <span className="relative flex flex-wrap items-baseline gap-x-2 text-fine">
      <span role="status" data-save={state} className={well ? 'text-soft' : 'font-semibold text-wrong'}>
        {state === 'waiting' ? `${words.waiting}: ${why}` : words[state]}
      </span>
      {state === 'waiting' && (
        <>
          <span className="text-soft">
            {n} change{n === 1 ? '' : 's'} wait{n === 1 ? 's' : ''} here{kept ? '' : ', for as long as this window is open'}
          </span>
          <Button look="bare" onClick={box.retry}>
            Try now
          </Button>
        </>
      )}
      {refused > 0 && (
        <Button look="bare" aria-expanded={open} onClick={() => setOpen(!open)}>
          {refused === 1 ? 'see the field' : `see the ${refused} fields`}
        </Button>
      )}
      {open && refused > 0 && <Refused onClose={() => setOpen(false)} />}
    </span>
  )
}

function IconButton({ label, onClick, off = false, children }: { label: string; onClick: () => void; off?: boolean; children: ReactNode }) {
  return (
    <Tip text={label}>
      <button
        type="button"
        aria-label={label}
        disabled={off}
        onClick={onClick}
        className="grid size-8 place-items-center border border-transparent text-ink hover:border-line hover:bg-sheet disabled:cursor-default disabled:opacity-35 touch:size-12"
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
    </Tip>
  )
}
