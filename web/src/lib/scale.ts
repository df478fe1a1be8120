import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { ApiError, api, data, type Shapes } from '../api/client'

export type LiveReading = Shapes['LiveReading']

export type Live = {
  /** The last reading, null before the first. */
  last: LiveReading | null
  /** What can be said of the connection. */
  state: 'listening' | 'silent' | 'lost'
  failed: number
}

/** The scales that can be listened to; asked again while somebody may be switching one on. */
export const useScales = () =>
  useQuery({
    queryKey: ['scales'],
    queryFn: ({ signal }) => data<Shapes['LiveScale'][]>(api.GET('/api/v1/scales', { signal })),
    refetchInterval: 5000,
  })

const quiet = 3000
const waits = [500, 1000, 2000, 4000]

/** Listens to a scale, and again when it or the server has been away. */
export function useLiveScale(scale: string): Live {
  const [live, setLive] = useState<Live>({ last: null, state: 'listening', failed: 0 })
  useEffect(() => {
    setLive({ last: null, state: 'listening', failed: 0 })
    if (!scale) return
    const stop = new AbortController()
    let after = 0
    let misses = 0
    const listen = async () => {
      while (!stop.signal.aborted) {
        try {
          const got = await data<Shapes['LiveReadings']>(
            api.GET('/api/v1/scales/{scale}/readings', {
              params: { path: { scale }, query: { after, wait_ms: 1500 } },
              signal: stop.signal,
            }),
          )
          misses = 0
          const last = got.readings.at(-1)
          if (last) after = last.seq
          const silent = got.silent_ms < 0 || got.silent_ms > quiet
          setLive((l) => ({ last: last ?? (silent ? null : l.last), state: silent ? 'silent' : 'listening', failed: got.failed }))
        } catch (e) {
          if (stop.signal.aborted) return
          // Signed out or gone: nothing comes of asking on.
          if (e instanceof ApiError && e.status >= 400 && e.status < 500) {
            setLive({ last: null, state: 'lost', failed: 0 })
            return
          }
          after = 0
          setLive({ last: null, state: 'lost', failed: 0 })
          const pause = waits[Math.min(misses++, waits.length - 1)] ?? 4000
          await new Promise((go) => window.setTimeout(go, pause))
        }
      }
    }
    listen()
    return () => stop.abort()
  }, [scale])
  return live
}

/**
 * Tells a simulated scale what to weigh or do, and answers from which reading on it does; null when it does not answer,
 * which is seen from its readings too.
 */
export const tellStandIn = (scale: string, wish: Shapes['StandInWish']): Promise<number | null> =>
  data<Shapes['StandInTold']>(api.POST('/api/v1/scales/{scale}/stand-in', { params: { path: { scale } }, body: wish })).then(
    (told) => told.from,
    () => null,
  )
