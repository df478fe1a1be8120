import { type KeyboardEvent, type PointerEvent, useEffect, useRef } from 'react'
import type { At } from '../draw'

type Props = {
  at: At
  /** The place under a pointer. */
  under: (e: PointerEvent<Element>) => At
  /** One step of an arrow key; ten with Shift. */
  step: number
  snap: (to: At) => At
  /** While it moves, at most once a frame; null when it was called off, or came back to where it began. */
  onMove: (to: At | null) => void
  /** Once, when it has come to rest elsewhere. */
  onRest: (to: At) => void
  /** A press that moves nothing. */
  onPress: () => void
}

const still = 350
/** How far a pointer goes before a press is a move, in pixels. */
const slack = 4

/** Moving a thing about a drawing, by the pointer or by the arrow keys. */
export function useMove(p: Props) {
  const latest = useRef(p)
  latest.current = p
  const held = useRef<{ off: At; start: At; from: [number, number]; moving: boolean } | null>(null)
  const now = useRef<At | null>(null)
  const frame = useRef(0)
  const timer = useRef(0)

  const tell = (to: At) => {
    now.current = to
    if (frame.current) return
    frame.current = requestAnimationFrame(() => {
      frame.current = 0
      if (now.current) latest.current.onMove(now.current)
    })
  }
  const stop = (keep: boolean) => {
    window.clearTimeout(timer.current)
    cancelAnimationFrame(frame.current)
    frame.current = 0
    const [to, from] = [now.current, held.current?.start ?? latest.current.at]
    now.current = null
    held.current = null
    if (!to) return
    if (keep && Math.hypot(to[0] - from[0], to[1] - from[1]) > 1e-6) latest.current.onRest(to)
    else latest.current.onMove(null)
  }
  const last = useRef(stop)
  last.current = stop
  // What was moved by keys and not yet at rest is not lost with its screen.
  useEffect(() => () => last.current(true), [])

  return {
    onPointerDown: (e: PointerEvent<Element>) => {
      if (e.button !== 0) return
      e.stopPropagation()
      e.currentTarget.setPointerCapture?.(e.pointerId)
      const at = latest.current.at
      const under = latest.current.under(e)
      held.current = { off: [at[0] - under[0], at[1] - under[1]], start: at, from: [e.clientX, e.clientY], moving: false }
    },
    onPointerMove: (e: PointerEvent<Element>) => {
      const h = held.current
      if (!h) return
      h.moving ||= Math.hypot(e.clientX - h.from[0], e.clientY - h.from[1]) > slack
      if (!h.moving) return
      const u = latest.current.under(e)
      tell(latest.current.snap([u[0] + h.off[0], u[1] + h.off[1]]))
    },
    onPointerUp: () => {
      const moved = held.current?.moving
      stop(true)
      if (!moved) latest.current.onPress()
    },
    onPointerCancel: () => stop(false),
    onKeyDown: (e: KeyboardEvent<Element>) => {
      if (e.key === 'Enter' || e.key === ' ') {
        e.preventDefault()
        stop(true)
        return latest.current.onPress()
      }
      if (e.key === 'Escape' && now.current) {
        e.stopPropagation()
        return stop(false)
      }
      const by = { ArrowUp: [0, -1], ArrowDown: [0, 1], ArrowLeft: [-1, 0], ArrowRight: [1, 0] }[e.key]
      if (!by) return
      e.preventDefault()
      const { at, step } = latest.current
      const far = e.shiftKey ? 10 * step : step
      held.current ??= { off: [0, 0], start: at, from: [0, 0], moving: true }
      const from = now.current ?? at
      tell([from[0] + (by[0] ?? 0) * far, from[1] + (by[1] ?? 0) * far])
      window.clearTimeout(timer.current)
      timer.current = window.setTimeout(() => stop(true), still)
    },
    onBlur: () => stop(true),
  }
}
