import { act, renderHook, waitFor } from '@testing-library/react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { useLiveScale } from './scale'

const reading = (seq: number, mass_kg: number, steady: boolean) => ({ seq, mass_kg, unit: 'kg', steady, mean_kg: mass_kg, u_kg: 0.001 })

/** A server that answers each question from a list, and then waits for ever. */
function server(answers: (() => Response)[]) {
  const asked: string[] = []
  vi.stubGlobal(
    'fetch',
    vi.fn(async (r: Request) => {
      asked.push(r.url)
      const next = answers.shift()
      if (next) return next()
      return new Promise<Response>((_, no) => r.signal.addEventListener('abort', () => no(new DOMException('aborted', 'AbortError'))))
    }),
  )
  return asked
}

const says =
  (readings: unknown[], silent_ms = 0) =>
  () =>
    new Response(JSON.stringify({ readings, silent_ms, failed: 0 }), { status: 200, headers: { 'Content-Type': 'application/json' } })

afterEach(() => vi.unstubAllGlobals())

describe('a scale that is listened to', () => {
  it('gives the last reading, and asks only for later ones', async () => {
    const asked = server([says([reading(1, 3, false), reading(2, 3.1, false)]), says([reading(3, 3.2, true)])])
    const { result, unmount } = renderHook(() => useLiveScale('hook'))
    await waitFor(() => expect(result.current.last?.mass_kg).toBe(3.2))
    expect(result.current.last?.steady).toBe(true)
    await waitFor(() => expect(asked).toHaveLength(3))
    expect(asked.map((u) => new URL(u).searchParams.get('after'))).toEqual(['0', '2', '3'])
    unmount()
  })

  it('says when nothing is heard, and forgets what was', async () => {
    server([says([reading(1, 3, true)]), says([], 6000)])
    const { result, unmount } = renderHook(() => useLiveScale('hook'))
    await waitFor(() => expect(result.current.state).toBe('silent'))
    expect(result.current.last).toBeNull()
    unmount()
  })

  it('asks again after the connection was lost, from the start', async () => {
    const asked = server([
      says([reading(7, 3, true)]),
      () => {
        throw new TypeError('failed to fetch')
      },
      says([reading(1, 4, true)]),
    ])
    const { result, unmount } = renderHook(() => useLiveScale('hook'))
    await waitFor(() => expect(result.current.state).toBe('lost'))
    await waitFor(() => expect(result.current.last?.mass_kg).toBe(4), { timeout: 3000 })
    expect(new URL(asked[2] ?? '').searchParams.get('after')).toBe('0')
    unmount()
  })

  it('gives up where it is told to go away', async () => {
    const asked = server([
      () => new Response('{"detail":"sign in first"}', { status: 401, headers: { 'Content-Type': 'application/json' } }),
    ])
    const { result, unmount } = renderHook(() => useLiveScale('hook'))
    await waitFor(() => expect(result.current.state).toBe('lost'))
    await act(async () => {
      await Promise.resolve()
    })
    expect(asked).toHaveLength(1)
    unmount()
  })
})
