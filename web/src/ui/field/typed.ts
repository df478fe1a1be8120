import { type ChangeEvent, type KeyboardEvent, useEffect, useRef, useState } from 'react'
import { ApiError } from '../../api/client'
import { drafts } from '../../lib/drafts'
import type { Field } from '../../lib/file/useFields'
import { goOn } from '../../lib/hooks'
import type { Said } from './shell'

/** What a text comes to: a value, with what was understood, or what is wrong with it. */
export type Reading<T> = { value: T; echo?: string } | { wrong: string }

export type Reader<T> = (text: string) => Reading<T> | Promise<Reading<T>>

type How<T> = {
  read: Reader<T>
  show: (value: T) => string
  /** Kept while it is typed, after a pause; otherwise on Enter and on leaving. */
  live?: boolean
  /** Enter belongs to the text. */
  lines?: boolean
}

const pause = { judge: 140, keep: 450 }
const tryAgain = 2000

type State = {
  /** What is typed and not kept; null shows what stands. */
  text: string | null
  /** The text was there when the field came up: nobody has typed it now. */
  leftover: boolean
  wrong: string
  echo: string
}

const calm = { wrong: '', echo: '' }

/**
 * The ways of every field that is typed into. A text is read while it is typed, kept on
 * Enter, on leaving or after a pause, and put back by Escape. What cannot be read stays,
 * with why; a text from before a reload stays as not kept until somebody says. Without
 * a connection it is read as soon as there is one. Nothing is kept that nobody typed.
 */
export function useTyped<T>(f: Field<T>, how: How<T>) {
  const [s, setS] = useState<State>(() => {
    const text = drafts.get(f.draft)
    return { text, leftover: text !== null, ...calm }
  })
  const latest = useRef({ f, how, s })
  latest.current = { f, how, s }
  const turn = useRef(0)
  const timers = useRef({ judge: 0, keep: 0, again: 0 })
  // The text that was handed over last: it is not handed over twice.
  const handed = useRef<string | null>(null)
  // What stood before this was typed: Escape brings it back.
  const before = useRef<{ value: T } | null>(null)

  const stop = () => {
    for (const t of Object.values(timers.current)) window.clearTimeout(t)
  }
  const to = (change: Partial<State>) => setS((old) => ({ ...old, ...change }))

  /** Reads a text; null when another was typed meanwhile, 'later' without a connection. */
  const judge = async (text: string): Promise<Reading<T> | 'later' | null> => {
    const mine = ++turn.current
    try {
      const got = await latest.current.how.read(text)
      if (mine !== turn.current) return null
      to('wrong' in got ? { wrong: got.wrong, echo: '' } : { wrong: '', echo: got.echo ?? '' })
      latest.current.f.typing(!('wrong' in got))
      return got
    } catch (e) {
      if (mine !== turn.current) return null
      const away = !(e instanceof ApiError) || e.status === 0 || e.status >= 500 || e.status === 401
      to({ wrong: away ? 'no connection: kept here, and read as soon as there is one' : e.message, echo: '' })
      latest.current.f.typing(true)
      return away ? 'later' : null
    }
  }

  /** Keeps what is typed; true once it is handed over. */
  const keep = async (text: string, close: boolean): Promise<boolean> => {
    stop()
    // Once it is closed by Enter or by leaving, what it was before is the history's to bring back.
    const shut = () => {
      if (!close) return
      before.current = null
      setS((old) => (old.text === text ? { text: null, leftover: false, ...calm } : old))
    }
    if (handed.current === text) {
      shut()
      return true
    }
    const got = await judge(text)
    const { f } = latest.current
    if (got === 'later') timers.current.again = window.setTimeout(() => keep(text, close), tryAgain)
    if (got === null || got === 'later') return false
    if ('wrong' in got) {
      f.typing(false)
      return false
    }
    before.current ??= { value: f.value }
    handed.current = text
    const taken = f.set(got.value, text)
    f.typing(false)
    if (taken instanceof Promise && !(await taken)) {
      handed.current = null
      return false
    }
    drafts.drop(f.draft)
    // A text that changed while this one was handed over stays.
    shut()
    return true
  }

  const change = (text: string) => {
    stop()
    turn.current++
    handed.current = null
    to({ text, leftover: false })
    const { f, how } = latest.current
    drafts.set(f.draft, text)
    // An emptied field is about to be typed into; it counts only when it is left so.
    f.typing(text.trim() !== '')
    if (text.trim() === '' && how.live) return
    timers.current.judge = window.setTimeout(() => judge(text), pause.judge)
    if (how.live) timers.current.keep = window.setTimeout(() => keep(text, false), pause.keep)
  }

  const restore = () => {
    stop()
    turn.current++
    const { f, s } = latest.current
    drafts.drop(f.draft)
    f.typing(false)
    if (f.refused) f.giveUp()
    if (before.current && s.text !== null) f.set(before.current.value)
    before.current = null
    handed.current = null
    to({ text: null, leftover: false, ...calm })
  }

  const leave = () => {
    const { text, leftover } = latest.current.s
    if (text !== null && !leftover) keep(text, true)
    else before.current = null
  }
  const press = (e: KeyboardEvent<HTMLElement>) => {
    const { s } = latest.current
    const here = e.currentTarget
    if (e.key === 'Enter' && !latest.current.how.lines) {
      // Where the focus goes on at once, the key would still be typed there: a new line in a text of several.
      e.preventDefault()
      const done = s.text === null ? Promise.resolve(true) : keep(s.text, true)
      done.then((kept) => kept && document.activeElement === here && goOn(here))
    }
    if (e.key === 'Escape' && (s.text !== null || f.refused)) restore()
  }

  // A text from before is judged, so that what is wrong with it shows; it is not kept.
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, for what was there
  useEffect(() => {
    if (latest.current.s.text !== null) judge(latest.current.s.text).then(() => latest.current.f.typing(false))
    return () => {
      const { f, s } = latest.current
      stop()
      f.typing(false)
      // What is left as it is, the header says.
      if (s.text === null || s.leftover || s.text === handed.current) return
      // Going elsewhere keeps what is good; what is not stays as not kept.
      Promise.resolve(latest.current.how.read(s.text)).then(
        (got) => {
          if ('wrong' in got) return
          f.set(got.value, s.text ?? undefined)
          drafts.drop(f.draft)
        },
        () => {},
      )
    }
  }, [f.draft])

  const refused = s.text === null || s.text === f.refused?.text ? f.refused : undefined
  const said: Said = {
    wrong: refused?.why ?? (s.wrong || undefined),
    note: s.echo,
    leftover: s.leftover ? { keep: s.wrong ? null : () => keep(latest.current.s.text ?? '', true), drop: restore } : undefined,
  }
  return {
    said,
    text: s.text ?? refused?.text ?? how.show(refused ? refused.value : f.value),
    /** The attributes of the element that is typed into. */
    input: {
      'aria-invalid': said.wrong !== undefined,
      autoComplete: 'off',
      onBlur: leave,
      onKeyDown: press,
      onChange: (e: ChangeEvent<HTMLInputElement | HTMLTextAreaElement>) => change(e.target.value),
    },
  }
}
