import { type ButtonHTMLAttributes, type ReactNode, useState } from 'react'

/** Striped tape beside a warning; only ever for hazards. */
export function Tape({ children, hold = false }: { children: ReactNode; hold?: boolean }) {
  return (
    <div className="flex bg-tape-bg text-fine leading-snug">
      <div className="tape w-4 shrink-0" aria-hidden="true" />
      <p className="m-0 px-3 py-2">
        {hold && <strong>Hold: </strong>}
        {children}
      </p>
    </div>
  )
}

/** Standing advice: a quiet line, no warning. */
export function Note({ children }: { children: ReactNode }) {
  return <p className="m-0 border-l-2 border-mark pl-3 text-fine leading-snug text-soft">{children}</p>
}

type ButtonProps = ButtonHTMLAttributes<HTMLButtonElement> & { look?: 'solid' | 'line' | 'bare'; hint?: string }

/** A button; hint is the key that does the same. */
export function Button({ look = 'line', hint, className = '', children, type = 'button', ...rest }: ButtonProps) {
  const looks = {
    solid: 'border-action bg-action text-paper hover:brightness-110 px-3.5 py-1.5 border',
    line: 'border-ink bg-sheet text-ink hover:bg-faint px-3 py-1 border',
    bare: 'border-transparent text-action underline decoration-1 underline-offset-3 hover:decoration-2 py-0.5',
  }
  return (
    <button
      type={type}
      className={`inline-flex items-center gap-2 text-fine print:hidden touch:min-h-12 font-semibold disabled:cursor-default disabled:opacity-50 ${looks[look]} ${className}`}
      {...rest}
    >
      {children}
      {hint && <kbd className="border border-current px-1 font-cond text-fine leading-4 opacity-70">{hint}</kbd>}
    </button>
  )
}

/** A heading of a part of a station. */
export function Head({ children, aside }: { children: ReactNode; aside?: ReactNode }) {
  return (
    <div className="mb-2 flex flex-wrap items-baseline gap-x-3">
      <h2 className="m-0 text-head leading-tight">{children}</h2>
      {aside && <span className="text-fine text-soft">{aside}</span>}
    </div>
  )
}

/** Something that is opened to be seen; what is shut is not drawn. */
export function More({ summary, open = false, children }: { summary: ReactNode; open?: boolean; children: ReactNode }) {
  const [shown, setShown] = useState(open)
  return (
    <details className="mt-2 text-fine" open={open} onToggle={(e) => setShown(e.currentTarget.open)}>
      <summary className="text-action underline underline-offset-3 touch:py-3">{summary}</summary>
      {shown && children}
    </details>
  )
}

/** What to show while something loads, and when it did not. */
export function Waiting({ what }: { what: string }) {
  return (
    <p className="p-6 text-soft" role="status">
      {what} …
    </p>
  )
}

export function Failed({ error, retry }: { error: Error; retry: () => void }) {
  return (
    <div className="p-6" role="alert">
      <p className="mb-3">That did not work: {error.message}.</p>
      <Button onClick={retry}>Try again</Button>
    </div>
  )
}

const stateLooks = {
  covered: 'text-covered',
  thin: 'text-due',
  missing: 'text-missing',
} as const

/** How a state of a need is said. */
export const stateWords = { covered: 'covered', thin: 'partly covered', missing: 'missing' } as const

export function StateWord({ state }: { state: keyof typeof stateLooks }) {
  return <span className={`font-cond text-body font-semibold ${stateLooks[state]}`}>{stateWords[state]}</span>
}
