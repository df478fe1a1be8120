import { describe, expect, it } from 'vitest'
import { deltas, followed, merge, patched, same } from './merge'

describe('merge by three ways', () => {
  it.each([
    ['only you changed it', 1, 1, 2, 2, false],
    ['only they changed it', 1, 2, 1, 2, false],
    ['both did the same', 1, 2, 2, 2, false],
    ['each another way', 1, 2, 3, 3, true],
    ['a text', 'a', 'b', 'c', 'c', true],
    ['you ticked one, they another', ['k'], ['k', 's'], ['k', 'w'], ['k', 's', 'w'], false],
    ['you took out what they kept', ['k', 's'], ['k', 's', 'w'], ['s'], ['s', 'w'], false],
    ['both took out the same', ['k', 's'], ['s'], ['s', 'w'], ['s', 'w'], false],
    [
      'two more of one thing, and another thing',
      [{ thing: 'tin', count: 1 }],
      [
        { thing: 'tin', count: 1 },
        { thing: 'book', count: 4 },
      ],
      [{ thing: 'tin', count: 3 }],
      [
        { thing: 'tin', count: 3 },
        { thing: 'book', count: 4 },
      ],
      false,
    ],
    [
      'two counts of one thing',
      [{ thing: 'tin', count: 1 }],
      [{ thing: 'tin', count: 2 }],
      [{ thing: 'tin', count: 3 }],
      [{ thing: 'tin', count: 3 }],
      true,
    ],
    ['what they changed you took out', [{ thing: 'tin', count: 1 }], [{ thing: 'tin', count: 2 }], [], [], true],
    ['two points alike, and one more of theirs', [[1], [1]], [[1], [1], [2]], [[1], [1], [3]], [[1], [1], [2], [3]], false],
  ])('%s', (_, base, theirs, yours, value, clash) => {
    expect(merge(base, theirs, yours)).toEqual({ value, clash })
  })

  it('loses nothing of sets, whatever two people tick', () => {
    const all = ['a', 'b', 'c', 'd']
    const sets = Array.from({ length: 16 }, (_, bits) => all.filter((_, i) => bits & (1 << i)))
    for (const base of sets)
      for (const theirs of sets)
        for (const yours of sets) {
          const got = new Set(merge(base, theirs, yours).value as string[])
          for (const x of all) {
            const [was, t, y] = [base.includes(x), theirs.includes(x), yours.includes(x)]
            // Whoever changed it has their way; where both did, they did the same.
            expect(got.has(x), `${x} of ${base}|${theirs}|${yours}`).toBe(t !== was ? t : y)
          }
        }
  })
})

describe('what differs', () => {
  it('is what a patch brings about', () => {
    const a = { x: 1, y: [1, 2], z: { p: 1 } }
    const b = { x: 2, y: [1, 2], z: { p: 2 }, w: 'new' }
    const d = deltas(a, b)
    expect(Object.keys(d).sort()).toEqual(['w', 'x', 'z'])
    expect(patched(a, d)).toEqual({ value: b, clashes: [] })
  })
  it('follows on what differed before, and is nothing once it is undone', () => {
    const first = deltas({ x: 1, y: 1 }, { x: 2, y: 1 })
    expect(followed(first, deltas({ x: 2, y: 1 }, { x: 3, y: 5 }))).toEqual({ x: { from: 1, to: 3 }, y: { from: 1, to: 5 } })
    expect(followed(first, deltas({ x: 2 }, { x: 1 }))).toEqual({})
  })
  it('knows a field that is not there from one that is', () => {
    expect(same({ a: undefined }, {})).toBe(true)
    expect(same({ a: null }, {})).toBe(false)
    expect(same([1, [2]], [1, [2]])).toBe(true)
    expect(same([1], { 0: 1 })).toBe(false)
  })
})
