import { type KeyboardEvent, type PointerEvent, useEffect, useRef } from 'react'

type Props = {
  /** Where it stands, and between what it may. */
  value: number
  min: number
  max: number
  /** One step of an arrow key, to which all is rounded; page keys go ten. */
  step: number
  /** The value under a pointer. */
  at: (e: { clientX: number; clientY: number }) => number
  /** While it moves: at most once a frame. */
  onMove: (v: number) => void
  /** Once, when it has come to rest elsewhere than where it began. */
  onRest: (v: number) => void
  /** Once, when it was called off or came back to where it began. */
  onOff?: () => void
}

const snapped = (v: number, { min, max, step }: Pick<Props, 'min' | 'max' | 'step'>) =>
  Math.max(min, Math.min(max, Math.round(v / step) * step))

/** How long after the last key a value moved by keys has come to rest. */
const still = 350
/** How long what has come to rest may take to be the value. */
const longest = 5000

/**
 * Dragging one value of a drawing: by the pointer, which it holds, or by the keys. What is
 * moved is told at most once a frame, what it has become once; a press that moves nothing
 * is nothing.
 */
export function useDrag(p: Props) {
  const latest = useRef(p)
  latest.current = p
  const moved = useRef<number | null>(null)
  // Where it stood before: while it moves, the value may follow it.
  const began = useRef(p.value)
  // Where it came to rest last, until that is its value: a key meanwhile goes on from there.
  const rested = useRef<{ v: number; from: number } | null>(null)
  const frame = useRef(0)
  const timer = useRef(0)
  const forgets = useRef(0)

  const move = (v: number) => {
    if (moved.current === null) began.current = latest.current.value
    moved.current = snapped(v, latest.current)
    if (frame.current) return
    frame.current = requestAnimationFrame(() => {
      frame.current = 0
      if (moved.current !== null) latest.current.onMove(moved.current)
    })
  }
  const rest = () => {
    window.clearTimeout(timer.current)
    cancelAnimationFrame(frame.current)
    frame.current = 0
    const v = moved.current
    moved.current = null
    if (v === null) return
    if (Math.abs(v - began.current) > 1e-9) {
      rested.current = { v, from: began.current }
      window.clearTimeout(forgets.current)
      forgets.current = window.setTimeout(() => {
        rested.current = null
      }, longest)
      latest.current.onRest(v)
    } else latest.current.onOff?.()
  }
  const off = () => {
    if (moved.current === null) return
    moved.current = began.current
    rest()
  }
  const finish = useRef(rest)
  finish.current = rest
  // What was moved by keys and not yet at rest is not lost with its screen.
  useEffect(() => () => finish.current(), [])

  return {
    onPointerDown: (e: PointerEvent<Element>) => {
      rested.current = null
      e.currentTarget.setPointerCapture?.(e.pointerId)
      move(latest.current.at(e))
    },
    onPointerMove: (e: PointerEvent<Element>) => {
      if (moved.current !== null && e.currentTarget.hasPointerCapture?.(e.pointerId)) move(latest.current.at(e))
    },
    onPointerUp: rest,
    onPointerCancel: off,
    onKeyDown: (e: KeyboardEvent<Element>) => {
      const { value, min, max, step } = latest.current
      // Anything but where it began is news of it; none for long is that it was refused.
      const r = rested.current
      if (r && Math.abs(value - r.from) > step / 2) rested.current = null
      const now = moved.current ?? rested.current?.v ?? value
      const to = {
        ArrowUp: now + step,
        ArrowRight: now + step,
        ArrowDown: now - step,
        ArrowLeft: now - step,
        PageUp: now + 10 * step,
        PageDown: now - 10 * step,
        Home: min,
        End: max,
      }[e.key]
      if (e.key === 'Enter') return rest()
      if (e.key === 'Escape') return off()
      if (to === undefined) return
      e.preventDefault()
      move(to)
      window.clearTimeout(timer.current)
      timer.current = window.setTimeout(rest, still)
    },
    onBlur: rest,
  }
}
