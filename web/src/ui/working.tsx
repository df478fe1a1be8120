import { type QueryKey, useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { Button } from './parts'

/** After so long it is said how long it has taken, and it can be stopped. */
const long = 1000

type Props = { what: string; stopped: boolean; onStop: () => void; onStart: () => void }

/** Something that takes its time: how long already, stopped when nobody wants to wait, begun again when they do. */
export function Working({ what, stopped, onStop, onStart }: Props) {
  const [since] = useState(Date.now)
  const [now, setNow] = useState(since)
  useEffect(() => {
    if (stopped) return
    const timer = window.setInterval(() => setNow(Date.now()), 500)
    return () => window.clearInterval(timer)
  }, [stopped])
  const seconds = Math.floor((now - since) / 1000)
  if (stopped)
    return (
      <p className="p-6" role="status">
        {what}: stopped.{' '}
        <Button look="bare" onClick={onStart}>
          Go on
        </Button>
      </p>
    )
  return (
    <div className="p-6 text-soft">
      <p className="m-0" role="status">
        {what} …
      </p>
      {now - since >= long && (
        <p className="m-0 mt-2 flex items-center gap-4">
          <span aria-hidden="true" className="relative h-1 w-48 overflow-hidden bg-line">
            <span className="working absolute inset-y-0 w-1/4 bg-action" />
          </span>
          <span>{seconds} s</span>
          <Button look="bare" onClick={onStop}>
            Stop
          </Button>
        </p>
      )}
    </div>
  )
}

/** Stopping what is asked of the server, which stops working on it; and asking again. */
export function useStopped(key: QueryKey, ask: () => unknown) {
  const cache = useQueryClient()
  const text = JSON.stringify(key)
  const [at, setAt] = useState('')
  return {
    stopped: at === text,
    stop: () => {
      setAt(text)
      cache.cancelQueries({ queryKey: key })
    },
    start: () => {
      setAt('')
      ask()
    },
  }
}
