import { Slider as Radix } from 'radix-ui'
import { useEffect, useRef, useState } from 'react'

type Props = {
  label: string
  value: number
  min: number
  max: number
  step: number
  text: (v: number) => string
  /** While it moves, at most once a frame. */
  onMove?: (v: number) => void
  /** Once, when it has come to rest somewhere else. */
  onRest: (v: number) => void
}

/** A value that is slid. Only a change is handed over, and only once: a key that arrives here from elsewhere moves nothing. */
export function Slider(p: Props) {
  const [moved, setMoved] = useState<number | null>(null)
  const frame = useRef(0)
  const stands = p.value
  // What arrives from elsewhere ends what was being moved.
  useEffect(() => {
    if (Number.isFinite(stands)) setMoved(null)
    return () => cancelAnimationFrame(frame.current)
  }, [stands])
  const value = moved ?? p.value
  return (
    <Radix.Root
      className="relative flex h-6 min-w-0 grow touch-none select-none items-center touch:h-12"
      min={p.min}
      max={p.max}
      step={p.step}
      value={[Math.max(p.min, Math.min(p.max, value))]}
      onValueChange={([v = 0]) => {
        setMoved(v)
        cancelAnimationFrame(frame.current)
        frame.current = requestAnimationFrame(() => p.onMove?.(v))
      }}
      onValueCommit={([v = 0]) => {
        cancelAnimationFrame(frame.current)
        if (Math.abs(v - p.value) > 1e-9) p.onRest(v)
        else setMoved(null)
      }}
    >
      <Radix.Track className="relative h-1 grow bg-line">
        <Radix.Range className="absolute h-full bg-action" />
      </Radix.Track>
      <Radix.Thumb
        className="block size-4 border-2 border-ink bg-sheet hover:bg-faint touch:size-6"
        aria-label={p.label}
        aria-valuetext={p.text(value)}
      />
    </Radix.Root>
  )
}
