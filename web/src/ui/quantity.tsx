import { type KeyboardEvent, useEffect, useId, useRef, useState } from 'react'
import { api, data, type Shapes } from '../api/client'
import type { Units } from '../lib/format'
import { drafts, goOn } from '../lib/hooks'

export type QuantityProps = {
  label: string
  kind: string
  /** SI, or litres; 0 counts as not known when empty is allowed. */
  value: number
  /** Takes the value; false leaves the text in the field, because it could not be taken. */
  onValue: (v: number) => unknown
  units: Pick<Units, 'show' | 'bare' | 'symbol' | 'display'>
  /** Where a text that cannot be read is kept until it can. */
  draft: string
  min?: number
  max?: number
  /** What an empty field means; without it a value is needed. */
  empty?: string
  /** The unit of a bare number, when it is not the shown one. */
  bareUnit?: string
  /** What the server said against the value. */
  refusal?: string
  hint?: string
  id?: string
  wide?: boolean
  narrow?: boolean
}

const pause = 140

/** Reads a typed quantity on the server, which knows every unit. */
export async function readQuantity(kind: string, text: string, unit: string): Promise<Shapes['Read']> {
  return data(api.POST('/api/v1/quantity/read', { body: { kind: kind as Shapes['ReadInBody']['kind'], text, unit } }))
}

/**
 * A field for a measured number. Anything that people write is understood; what
 * is not is said below it, and the text stays. Enter keeps, Escape restores.
 */
export function Quantity(p: QuantityProps) {
  const made = useId()
  const id = p.id ?? made
  const shown = p.value === 0 && p.empty !== undefined ? '' : p.units.bare(p.kind, p.value)
  const [text, setText] = useState<string | null>(() => drafts.get(p.draft))
  const [problem, setProblem] = useState('')
  const [echo, setEcho] = useState('')
  // The text that could be read, but was not taken.
  const [refused, setRefused] = useState<string | null>(null)
  const asked = useRef(0)
  const timer = useRef(0)
  const unit = p.bareUnit ?? p.units.symbol(p.kind)

  const bound = (v: number): string => {
    if (p.min !== undefined && v < p.min) return `${p.units.show(p.kind, v)} is below ${p.units.show(p.kind, p.min)}`
    if (p.max !== undefined && v > p.max) return `${p.units.show(p.kind, v)} is above ${p.units.show(p.kind, p.max)}`
    return ''
  }

  const read = async (typed: string): Promise<boolean> => {
    const turn = ++asked.current
    if (typed.trim() === '' && p.empty !== undefined) {
      setProblem('')
      setEcho('')
      drafts.drop(p.draft)
      p.onValue(0)
      return true
    }
    drafts.set(p.draft, typed)
    try {
      const got = await readQuantity(p.kind, typed, unit)
      if (turn !== asked.current) return false
      const wrong = got.ok ? bound(got.value) : `${got.understood ? `read “${got.understood}”, then: ` : ''}${got.problem}`
      setProblem(wrong)
      setEcho(wrong ? '' : `= ${p.units.show(p.kind, got.value)}`)
      if (wrong) return false
      if ((await p.onValue(got.value)) === false) {
        setRefused(typed)
        return false
      }
      setRefused(null)
      drafts.drop(p.draft)
      return true
    } catch {
      setProblem('no connection: the text is kept here')
      return false
    }
  }
  const latest = useRef(read)
  latest.current = read

  // A text left from before a reload is judged again, so that its message shows.
  useEffect(() => {
    const kept = drafts.get(p.draft)
    if (kept !== null) latest.current(kept)
    return () => window.clearTimeout(timer.current)
  }, [p.draft])

  const type = (typed: string) => {
    setText(typed)
    window.clearTimeout(timer.current)
    // An emptied field is about to be typed into; it counts only when it is left so.
    if (typed.trim() !== '') timer.current = window.setTimeout(() => latest.current(typed), pause)
  }
  const settle = async (): Promise<boolean> => {
    window.clearTimeout(timer.current)
    if (text === null) return true
    if (!(await read(text))) return false
    setText(null)
    setEcho('')
    return true
  }
  const press = (e: KeyboardEvent<HTMLInputElement>) => {
    if (e.key === 'Enter') {
      const here = e.currentTarget
      settle().then((kept) => kept && document.activeElement === here && goOn(here))
    }
    if (e.key === 'Escape' && text !== null) {
      window.clearTimeout(timer.current)
      asked.current++
      drafts.drop(p.draft)
      setText(null)
      setProblem('')
      setEcho('')
    }
  }

  const wrong = problem || (text === null || text === refused ? (p.refusal ?? '') : '')
  return (
    <div className={p.wide ? 'w-full' : p.narrow ? 'w-[6.2rem]' : 'w-[8.6rem]'}>
      <label htmlFor={id} className="block font-cond text-[15px] font-medium text-soft">
        {p.label}
      </label>
      <div className={`flex items-baseline border-b-2 ${wrong ? 'border-action' : 'border-ink'}`}>
        <input
          id={id}
          className="w-full min-w-0 bg-transparent py-0.5 text-[17px] font-semibold outline-offset-1"
          value={text ?? shown}
          placeholder={p.empty}
          inputMode="text"
          autoComplete="off"
          spellCheck={false}
          aria-invalid={wrong !== ''}
          aria-describedby={`${id}-said`}
          onChange={(e) => type(e.target.value)}
          onBlur={settle}
          onKeyDown={press}
        />
        <span className="pl-1 text-[14px] text-soft">{p.units.display(p.kind).style === 'feet-inches' ? '' : p.units.symbol(p.kind)}</span>
      </div>
      <p
        id={`${id}-said`}
        aria-live="polite"
        className={`m-0 min-h-[1.25rem] text-[13px] leading-tight ${wrong ? 'text-action' : 'text-soft'}`}
      >
        {wrong || echo || p.hint}
      </p>
    </div>
  )
}
