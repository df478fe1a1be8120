import { useId, useState } from 'react'
import type { Field } from '../../lib/file/useFields'
import { Button } from '../parts'
import { Group, Message, refusedChoice } from './shell'

export type Option<T> = { value: T; label: string }

const entries = <T extends string | number>(f: Field<T>): Option<T>[] =>
  Object.entries(f.spec.options ?? {}).map(([value, label]) => ({
    value: (typeof f.value === 'number' ? Number(value) : value) as T,
    label,
  }))

const ring = 'has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-action'

type Props<T> = { of: Field<T>; label?: string; options?: Option<T>[] }

/** A choice of few: all of them in sight. */
export function Choice<T extends string | number>({ of: f, label = f.spec.label, options = entries(f) }: Props<T>) {
  const id = useId()
  return (
    <Group id={id} label={label} pending={f.pending} wrong={refusedChoice(f.refused, (v) => nameIn(options, v))}>
      <div className="mt-0.5 flex w-fit flex-wrap border border-ink bg-sheet">
        {options.map((o) => (
          <label
            key={o.value}
            className={`relative px-2.5 py-1 text-body touch:py-3 ${ring} ${o.value === f.value ? 'bg-ink font-semibold text-paper' : 'hover:bg-faint'}`}
          >
            <input type="radio" className="sr-only" name={id} checked={o.value === f.value} onChange={() => f.set(o.value)} />
            {o.label}
          </label>
        ))}
      </div>
    </Group>
  )
}

const nameIn = <T,>(options: Option<T>[], v: T) => options.find((o) => o.value === v)?.label ?? String(v)

/** A choice of many. */
export function Select<T extends string | number>({
  of: f,
  label = f.spec.label,
  options = entries(f),
  hideLabel,
}: Props<T> & { hideLabel?: boolean }) {
  return (
    <Pick
      label={label}
      hideLabel={hideLabel}
      value={String(f.value)}
      options={options.map((o) => ({ value: String(o.value), label: o.label }))}
      onValue={(v) => f.set((typeof f.value === 'number' ? Number(v) : v) as T)}
      wrong={refusedChoice(f.refused, (v) => nameIn(options, v))}
      pending={f.pending}
    />
  )
}

type PickProps = {
  label: string
  value: string
  options: Option<string>[]
  onValue: (v: string) => void
  hideLabel?: boolean
  wrong?: string
  pending?: boolean
}

/** A list to choose from that is no field of anything: what to look at, what to add. */
export function Pick(p: PickProps) {
  const id = useId()
  return (
    <div className="min-w-0" data-pending={p.pending || undefined}>
      <label htmlFor={id} className={p.hideLabel ? 'sr-only' : 'block font-cond text-body font-medium text-soft'}>
        {p.label}
      </label>
      <select
        id={id}
        className="w-full border-b-2 border-ink bg-transparent py-1 text-lead font-semibold touch:min-h-12 [&>option]:bg-sheet"
        value={p.value}
        aria-describedby={`${id}-said`}
        onChange={(e) => p.onValue(e.target.value)}
      >
        {p.options.map((o) => (
          <option key={o.value} value={o.value}>
            {o.label}
          </option>
        ))}
      </select>
      <Message id={id} wrong={p.wrong} flat />
    </div>
  )
}

/** Chooses one of many and adds it: by the button, or Enter. Nothing is added by looking through the list. */
export function AddOne({
  label,
  options,
  onAdd,
  does = 'Add',
}: {
  label: string
  options: Option<string>[]
  onAdd: (value: string) => void
  does?: string
}) {
  const [chosen, setChosen] = useState<string | null>(null)
  const value = options.find((o) => o.value === chosen)?.value ?? options[0]?.value ?? ''
  if (options.length === 0) return null
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: Enter in the list is its button
    <div
      className="flex max-w-md items-end gap-2"
      onKeyDown={(e) => {
        if (!(e.target instanceof HTMLSelectElement) || e.key !== 'Enter') return
        // From here its letters are the bench's again, and Enter adds one more.
        e.currentTarget.querySelector('button')?.focus()
        e.preventDefault()
        onAdd(value)
      }}
    >
      <div className="min-w-0 grow">
        <Pick label={label} value={value} options={options} onValue={setChosen} />
      </div>
      <Button onClick={() => onAdd(value)}>{does}</Button>
    </div>
  )
}

type Tick = { key: string; label: string; on: boolean; turn: () => void }

function TickRow({ id, label, ticks, wrong, pending }: { id: string; label: string; ticks: Tick[]; wrong?: string; pending?: boolean }) {
  return (
    <Group id={id} label={label} wrong={wrong} pending={pending}>
      <div className="mt-1 flex flex-wrap gap-1.5">
        {ticks.map((t) => (
          <label
            key={t.key}
            className={`relative flex items-center gap-1.5 border px-2 py-0.5 text-body touch:py-3 ${ring} ${t.on ? 'border-ink bg-ink text-paper' : 'border-mark bg-sheet hover:bg-faint'}`}
          >
            <input type="checkbox" className="sr-only" checked={t.on} onChange={t.turn} />
            <span aria-hidden="true">{t.on ? '✓' : '+'}</span>
            {t.label}
          </label>
        ))}
      </div>
    </Group>
  )
}

/** Several of a set, each on or off. */
export function Ticks<T extends string>({
  of: f,
  label = f.spec.label,
  options,
  atLeast = 0,
}: {
  of: Field<T[]>
  label?: string
  options: Option<T>[]
  atLeast?: number
}) {
  const id = useId()
  const turn = (v: T) =>
    f.set((now) => {
      const next = now.includes(v) ? now.filter((x) => x !== v) : [...now, v]
      return next.length < atLeast ? now : next
    })
  const ticks = options.map((o) => ({ key: o.value, label: o.label, on: f.value.includes(o.value), turn: () => turn(o.value) }))
  return <TickRow id={id} label={label} ticks={ticks} wrong={f.refused?.why} pending={f.pending} />
}

/** Several yes-or-no fields under one name; each says for itself what it is when it is so. */
export function Flags({ label, of }: { label: string; of: Field<boolean>[] }) {
  const id = useId()
  const ticks = of.map((f) => ({ key: f.draft, label: f.spec.yes ?? f.spec.label, on: f.value, turn: () => f.set((now) => !now) }))
  return <TickRow id={id} label={label} ticks={ticks} wrong={of.find((f) => f.refused)?.refused?.why} pending={of.some((f) => f.pending)} />
}

/** One yes or no within a line. */
export function Check({ children, on, onChange }: { children: React.ReactNode; on: boolean; onChange: (on: boolean) => void }) {
  return (
    <label className="flex items-center gap-2 text-body touch:min-h-12">
      <input type="checkbox" className="size-4 shrink-0 accent-action" checked={on} onChange={(e) => onChange(e.target.checked)} />{' '}
      {children}
    </label>
  )
}
