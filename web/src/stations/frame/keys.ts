import { createElement, useEffect, useLayoutEffect, useRef } from 'react'
import { drafts } from '../../lib/drafts'
import { resting, silent, typing } from '../../lib/hooks'
import type { Station } from '../../lib/station'

/** How long g waits for its letter. */
const patience = 1500

/** Goes to a station by g and its letter, whatever else that letter does. */
export function useGoKeys(stations: readonly Station[], go: (s: Station) => void) {
  const latest = useRef(go)
  latest.current = go
  useEffect(() => {
    let since = 0
    const hear = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || e.repeat || typing(e.target) || resting() || silent('g')) return
      const waiting = Date.now() - since < patience
      since = 0
      if (!waiting) {
        if (e.key === 'g') since = Date.now()
        return
      }
      const s = stations.find((x) => x.key === e.key)
      if (!s) return
      e.preventDefault()
      e.stopImmediatePropagation()
      latest.current(s)
    }
    // Before anybody else hears it.
    window.addEventListener('keydown', hear, true)
    return () => window.removeEventListener('keydown', hear, true)
  }, [stations])
}

export function useUndoKeys(step: (redo: boolean) => void) {
  const latest = useRef(step)
  latest.current = step
  useEffect(() => {
    const hear = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z' || typing(e.target) || resting()) return
      e.preventDefault()
      latest.current(e.shiftKey)
    }
    window.addEventListener('keydown', hear)
    return () => window.removeEventListener('keydown', hear)
  }, [])
}

/** What is typed while a sheet is on its way goes into its text, and is no key of the bench. */
export function TypedAhead({ into }: { into: string }) {
  // At once, not after the next picture: fingers are faster.
  useLayoutEffect(() => {
    const hear = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || e.key.length !== 1 || document.activeElement?.closest('[role=dialog]')) return
      e.preventDefault()
      e.stopImmediatePropagation()
      drafts.set(into, (drafts.get(into) ?? '') + e.key)
    }
    window.addEventListener('keydown', hear, true)
    return () => window.removeEventListener('keydown', hear, true)
  }, [into])
  return createElement('span', { 'data-rests': true, hidden: true })
}
