import type { ReactNode } from 'react'
import { Button } from '../parts'

/** What is said below a field: what is wrong with it, what was understood, or how to write it. */
export type Said = { wrong?: string; note?: string; leftover?: { keep: (() => void) | null; drop: () => void } }

const widths = { full: 'w-full', wide: 'w-52', usual: 'w-36', narrow: 'w-26', short: 'w-24' }
export type Width = keyof typeof widths

export const lineLook = 'w-full min-w-0 bg-transparent py-0.5 text-lead font-semibold outline-offset-1 touch:min-h-12'
const labelLook = 'block font-cond text-body font-medium text-soft'

/** Label, line with its unit, message: what every field that is typed into looks like. */
export function Shell(p: {
  id: string
  label: string
  children: ReactNode
  unit?: string
  said: Said
  width?: Width
  hideLabel?: boolean
  pending?: boolean
}) {
  const { wrong, note, leftover } = p.said
  return (
    <div className={`min-w-0 ${widths[p.width ?? 'usual']}`} data-pending={p.pending || undefined}>
      <label htmlFor={p.id} className={p.hideLabel ? 'sr-only' : labelLook}>
        {p.label}
      </label>
      <div className={`flex items-baseline border-b-2 ${wrong ? 'border-wrong' : p.pending ? 'border-mark border-dashed' : 'border-ink'}`}>
        {p.children}
        {p.unit && <span className="pl-1 text-fine text-soft">{p.unit}</span>}
      </div>
      <Message id={p.id} wrong={wrong} note={note} />
      {leftover && (
        <p className="m-0 flex flex-wrap gap-x-3 text-fine text-due">
          not kept
          {leftover.keep && (
            <Button look="bare" aria-label={`Keep what was typed for ${p.label}`} onClick={leftover.keep}>
              keep
            </Button>
          )}
          <Button look="bare" aria-label={`Drop what was typed for ${p.label}`} onClick={leftover.drop}>
            drop
          </Button>
        </p>
      )}
    </div>
  )
}

/** The line below a control, read out as it changes. */
export function Message({ id, wrong, note, flat = false }: { id: string; wrong?: string; note?: string; flat?: boolean }) {
  return (
    <p
      id={`${id}-said`}
      aria-live="polite"
      className={`m-0 text-fine leading-tight ${flat ? '' : 'min-h-5'} ${wrong ? 'text-wrong' : 'text-soft'}`}
      data-wrong={wrong ? '' : undefined}
    >
      {wrong || note}
    </p>
  )
}

/** A set of controls under one name: choices and ticks. */
export function Group(p: { id: string; label: string; wrong?: string; pending?: boolean; children: ReactNode }) {
  return (
    <fieldset className="m-0 min-w-0 border-0 p-0" aria-describedby={`${p.id}-said`} data-pending={p.pending || undefined}>
      <legend className={labelLook}>{p.label}</legend>
      {p.children}
      <Message id={p.id} wrong={p.wrong} flat />
    </fieldset>
  )
}

/** Said of a choice that was refused: what was wanted, and why not. */
export function refusedChoice<T>(refused: { why: string; value: T } | undefined, name: (v: T) => string): string | undefined {
  return refused && `not ${name(refused.value)}: ${refused.why}`
}
