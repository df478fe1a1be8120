import { type RefObject, useEffect, useRef, useState } from 'react'

/** The width of an element, followed as it changes. */
export function useWidth<T extends HTMLElement>(start = 640): [RefObject<T | null>, number] {
  const ref = useRef<T>(null)
  const [width, setWidth] = useState(start)
  useEffect(() => {
    const el = ref.current
    if (!el || typeof ResizeObserver === 'undefined') return
    const watch = new ResizeObserver(([entry]) => entry && setWidth(Math.floor(entry.contentRect.width)))
    watch.observe(el)
    return () => watch.disconnect()
  }, [])
  return [ref, width]
}

/** Whether a key goes into a field and means nothing else. */
export const typing = (t: EventTarget | null) =>
  t instanceof HTMLElement &&
  (t.isContentEditable ||
    /^(TEXTAREA|SELECT)$/.test(t.tagName) ||
    (t instanceof HTMLInputElement && !/^(radio|checkbox|range)$/.test(t.type)))

/** Whether a key would choose in a list that has the focus: then it is the list's own. */
const chooses = (t: EventTarget | null, key: string) =>
  t instanceof HTMLSelectElement && [...t.options].some((o) => o.text.toLowerCase().startsWith(key.toLowerCase()))

/** Whether a sheet is open that wants an answer: then keys rest. */
export const resting = () => document.querySelector('[data-rests]') !== null

const lettersOff = 'letters off'

/** Whether single letters do something: somebody may want them not to (WCAG 2.2, 2.1.4). */
export const letters = {
  on: () => localStorage.getItem(lettersOff) === null,
  turn: (on: boolean) => (on ? localStorage.removeItem(lettersOff) : localStorage.setItem(lettersOff, '1')),
}

/** Whether a key is a letter that is to do nothing. */
export const silent = (key: string) => /^[a-z/]$/i.test(key) && !letters.on()

/** Runs an action on a key, but not while something is typed, nor in a list in which the key chooses. */
export function useKey(key: string, action: () => void, on = true) {
  const latest = useRef(action)
  latest.current = action
  useEffect(() => {
    if (!on) return
    const hear = (e: KeyboardEvent) => {
      if (e.key !== key || e.ctrlKey || e.metaKey || e.altKey || e.repeat || resting() || silent(key)) return
      if (e.target instanceof HTMLSelectElement ? chooses(e.target, key) : typing(e.target)) return
      e.preventDefault()
      latest.current()
    }
    window.addEventListener('keydown', hear)
    return () => window.removeEventListener('keydown', hear)
  }, [key, on])
}

/** Enter goes on: to the next field that is typed into or chosen from, or to the one that the field names as its next. */
export function goOn(from: HTMLElement) {
  const named = from.dataset.next && document.getElementById(from.dataset.next)
  if (named) return named.focus()
  const fields = [
    ...document.querySelectorAll<HTMLInputElement | HTMLSelectElement>(
      'main input:not([type=radio]):not([type=checkbox]):not([type=range]), main select',
    ),
  ]
  const next = fields[fields.indexOf(from as HTMLInputElement) + 1]
  next?.focus()
  if (next instanceof HTMLInputElement) next.select()
}

/** Up and down go to the one before and after in a list, while nothing else is focused. */
export function useArrows(ids: readonly string[], chosen: string | undefined, open: (id: string) => void) {
  const step = (by: number) => {
    const next = ids[ids.indexOf(chosen ?? '') + by]
    if (next) open(next)
    return next !== undefined
  }
  const latest = useRef(step)
  latest.current = step
  useEffect(() => {
    const move = (e: KeyboardEvent) => {
      const by = { ArrowDown: 1, ArrowUp: -1 }[e.key]
      const free = e.target === document.body || (e.target instanceof HTMLElement && e.target.tagName === 'MAIN')
      if (by !== undefined && free && !resting() && latest.current(by)) e.preventDefault()
    }
    window.addEventListener('keydown', move)
    return () => window.removeEventListener('keydown', move)
  }, [])
}

/** What this browser remembers under a key, where it is of the form of what one starts with. */
function remembered<T>(key: string, start: T): T {
  const kept = localStorage.getItem(key)
  if (kept === null) return start
  if (typeof start === 'string') return kept as T
  try {
    const value = JSON.parse(kept)
    const alike = (a: unknown, b: unknown) => typeof a === typeof b && a !== null
    const whole = typeof start !== 'object' || Object.entries(start as object).every(([k, v]) => alike(value?.[k], v))
    return alike(value, start) && whole ? value : start
  } catch {
    return start
  }
}

/** A value that this browser remembers. */
export function useKept<T extends string | number | object>(key: string, start: T): [T, (v: T) => void] {
  const [v, set] = useState<T>(() => remembered(key, start))
  return [
    v,
    (next) => {
      set(next)
      localStorage.setItem(key, typeof next === 'string' ? next : JSON.stringify(next))
    },
  ]
}

/** Asks one question at a time: of those that come while one is on its way, only the last is asked. Without a question it forgets what waits. */
export function useOneAtATime<Q>(ask: (q: Q) => Promise<unknown>): (q: Q | null) => void {
  const latest = useRef(ask)
  latest.current = ask
  const now = useRef<{ busy: boolean; next: Q | null }>({ busy: false, next: null })
  const put = useRef(async (q: Q | null) => {
    const s = now.current
    s.next = q
    if (s.busy) return
    s.busy = true
    try {
      while (s.next !== null) {
        const one = s.next
        s.next = null
        await latest.current(one)
      }
    } finally {
      s.busy = false
    }
  })
  return put.current
}
