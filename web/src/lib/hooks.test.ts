import { act, renderHook } from '@testing-library/react'
import { beforeEach, describe, expect, it } from 'vitest'
import { useKept, useOneAtATime } from './hooks'

describe('a question at a time', () => {
  it('asks the first at once and then only the last of those that came meanwhile', async () => {
    const asked: number[] = []
    const answer: (() => void)[] = []
    const ask = (n: number) => {
      asked.push(n)
      return new Promise<void>((done) => answer.push(done))
    }
    const { result } = renderHook(() => useOneAtATime(ask))
    for (const n of [1, 2, 3, 4]) result.current(n)
    expect(asked).toEqual([1])
    await act(async () => answer[0]?.())
    expect(asked).toEqual([1, 4])
    result.current(5)
    result.current(null)
    await act(async () => answer[1]?.())
    expect(asked).toEqual([1, 4])
    result.current(6)
    expect(asked).toEqual([1, 4, 6])
  })
})

describe('what this browser remembers', () => {
  beforeEach(() => localStorage.clear())
  const start = { scale: 'kitchen', resolution_kg: 0.001 }

  it('comes back after a reload', () => {
    const one = renderHook(() => useKept('k', start))
    act(() => one.result.current[1]({ scale: 'hanging', resolution_kg: 0.01 }))
    expect(renderHook(() => useKept('k', start)).result.current[0]).toEqual({ scale: 'hanging', resolution_kg: 0.01 })
  })

  it.each(['null', '{', '[]', '{"scale":3,"resolution_kg":1}', '{"scale":"a"}', '7'])('is not believed when it reads %s', (text) => {
    localStorage.setItem('k', text)
    expect(renderHook(() => useKept('k', start)).result.current[0]).toEqual(start)
  })

  it.each([
    ['0.9', 0.9],
    ['x', 1.2],
    ['null', 1.2],
  ])('as a number reads %s as %s', (text, number) => {
    localStorage.setItem('n', text)
    expect(renderHook(() => useKept('n', 1.2)).result.current[0]).toBe(number)
  })
})
