import { describe, expect, it } from 'vitest'
import { joined } from './marks'

describe('joined', () => {
  it('makes one of stretches that overlap, and leaves those that do not', () => {
    expect(
      joined([
        [5, 9],
        [1, 3],
        [2, 4],
        [9, 12],
      ]),
    ).toEqual([
      [1, 4],
      [5, 12],
    ])
    expect(joined([])).toEqual([])
  })
})
