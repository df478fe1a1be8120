import { type KeyboardEvent, useEffect, useId, useRef, useState } from 'react'
import { drafts, goOn } from '../lib/hooks'

type Option<T extends string> = { value: T; label: string }

/** A choice of few: all of them in sight. */
export function Choice<T extends string>(p: { label: string; value: T; options: Option<T>[]; onValue: (v: T) => void }) {
  const name = useId()
  return (
    <fieldset className="m-0 min-w-0 border-0 p-0">
      <legend className="font-cond text-[15px] font-medium text-soft">{p.label}</legend>
      <div className="mt-0.5 flex flex-wrap border border-ink bg-sheet">
        {p.options.map((o) => (
          <label
            key={o.value}
            className={`relative px-2.5 py-1 text-[14px] has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-action ${o.value === p.value ? 'bg-ink font-semibold text-paper' : 'hover:bg-faint'}`}
          >
            <input type="radio" className="sr-only" name={name} checked={o.value === p.value} onChange={() => p.onValue(o.value)} />
            {o.label}
          </label>
        ))}
      </div>
    </fieldset>
  )
}

/** A choice of many. */
export function Select<T extends string>(p: {
  label: string
  value: T
  options: Option<T>[]
  onValue: (v: T) => void
  hideLabel?: boolean
}) {
  const id = useId()
  return (
    <div className="min-w-0">
      <label htmlFor={id} className={p.hideLabel ? 'sr-only' : 'block font-cond text-[15px] font-medium text-soft'}>
        {p.label}
      </label>
      <select
        id={id}
        className="w-full border-b-2 border-ink bg-transparent py-1 text-[16px] font-semibold [&>option]:bg-sheet"
        value={p.value}
        onChange={(e) => p.onValue(e.target.value as T)}
      >
        {p.options.map((o) => (
          <option key={o.value} value={o.value}>
            {o.label}
          </option>
        ))}
      </select>
    </div>
  )
}

/** Several of a set, each on or off. */
export function Ticks<T extends string>(p: { label: string; value: readonly T[]; options: Option<T>[]; onValue: (v: T[]) => void }) {
  return (
    <fieldset className="m-0 border-0 p-0">
      <legend className="font-cond text-[15px] font-medium text-soft">{p.label}</legend>
      <div className="mt-1 flex flex-wrap gap-1.5">
        {p.options.map((o) => {
          const on = p.value.includes(o.value)
          return (
            <label
              key={o.value}
              className={`relative flex items-center gap-1.5 border px-2 py-0.5 text-[14px] has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-action ${on ? 'border-ink bg-ink text-paper' : 'border-mark bg-sheet hover:bg-faint'}`}
            >
              <input
                type="checkbox"
                className="sr-only"
                checked={on}
                onChange={() => p.onValue(on ? p.value.filter((v) => v !== o.value) : [...p.value, o.value])}
              />
              <span aria-hidden="true">{on ? '✓' : '+'}</span>
              {o.label}
            </label>
          )
        })}
      </div>
    </fieldset>
  )
}

type TextProps = {
  label: string
  value: string
  onValue: (v: string) => void
  draft: string
  needed?: string
  max?: number
  area?: boolean
  refusal?: string
  hideLabel?: boolean
}

/** A line or a few of plain text, kept on leaving it or on Enter. */
export function Text(p: TextProps) {
  const id = useId()
  const [text, setText] = useState<string | null>(() => drafts.get(p.draft))
  const own = text !== null && p.needed && text.trim() === '' ? p.needed : ''
  const wrong = own || (text === null ? (p.refusal ?? '') : '')
  const keep = () => {
    if (text === null || own) return
    drafts.drop(p.draft)
    setText(null)
    if (text !== p.value) p.onValue(text)
  }
  const latest = useRef(keep)
  latest.current = keep
  useEffect(() => () => latest.current(), [])
  const press = (e: KeyboardEvent) => {
    if (e.key === 'Enter' && !p.area && !own) goOn(e.currentTarget as HTMLElement)
    if (e.key === 'Escape' && text !== null) {
      drafts.drop(p.draft)
      setText(null)
    }
  }
  const field = {
    id,
    className: `w-full border-b-2 bg-transparent py-0.5 text-[17px] font-semibold ${wrong ? 'border-action' : 'border-ink'}`,
    value: text ?? p.value,
    maxLength: p.max,
    'aria-invalid': wrong !== '',
    'aria-describedby': `${id}-said`,
    onBlur: keep,
    onKeyDown: press,
    onChange: (e: { target: { value: string } }) => {
      setText(e.target.value)
      drafts.set(p.draft, e.target.value)
    },
  }
  return (
    <div className="min-w-0">
      <label htmlFor={id} className={p.hideLabel ? 'sr-only' : 'block font-cond text-[15px] font-medium text-soft'}>
        {p.label}
      </label>
      {p.area ? (
        <textarea {...field} rows={2} className={`${field.className} text-[15px] font-normal`} />
      ) : (
        <input {...field} autoComplete="off" />
      )}
      <p id={`${id}-said`} aria-live="polite" className="m-0 text-[13px] leading-tight text-action">
        {wrong}
      </p>
    </div>
  )
}

/** A whole number with a smallest and a largest. */
export function Count(p: {
  label: string
  value: number
  min: number
  max: number
  onValue: (v: number) => void
  draft: string
  unit?: string
  hint?: string
}) {
  const id = useId()
  const [text, setText] = useState<string | null>(() => drafts.get(p.draft))
  const number = text === null ? p.value : Number(text.trim().replace(',', '.'))
  const good = (text === null || text.trim() !== '') && Number.isInteger(number) && number >= p.min && number <= p.max
  const type = (typed: string) => {
    setText(typed)
    drafts.set(p.draft, typed)
    const n = Number(typed)
    if (typed.trim() !== '' && Number.isInteger(n) && n >= p.min && n <= p.max) {
      drafts.drop(p.draft)
      p.onValue(n)
    }
  }
  const leave = () => good && setText(null)
  return (
    <div className="w-[5.6rem]">
      <label htmlFor={id} className="block font-cond text-[15px] font-medium text-soft">
        {p.label}
      </label>
      <div className={`flex items-baseline border-b-2 ${good ? 'border-ink' : 'border-action'}`}>
        <input
          id={id}
          className="w-full min-w-0 bg-transparent py-0.5 text-[17px] font-semibold"
          inputMode="numeric"
          autoComplete="off"
          value={text ?? String(p.value)}
          aria-invalid={!good}
          aria-describedby={`${id}-said`}
          onChange={(e) => type(e.target.value)}
          onBlur={leave}
          onKeyDown={(e) => {
            if (e.key === 'Enter' && good) goOn(e.currentTarget)
            if (e.key === 'Escape') {
              drafts.drop(p.draft)
              setText(null)
            }
          }}
        />
        {p.unit && <span className="pl-1 text-[14px] text-soft">{p.unit}</span>}
      </div>
      <p
        id={`${id}-said`}
        aria-live="polite"
        className={`m-0 min-h-[1.25rem] text-[13px] leading-tight ${good ? 'text-soft' : 'text-action'}`}
      >
        {good ? p.hint : `a whole number from ${p.min} to ${p.max}`}
      </p>
    </div>
  )
}
