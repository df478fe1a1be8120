import { describe, expect, it } from 'vitest'
import { type Check, givenWords, toneOf, used, worstOf } from './words'

const check = (link: string, use?: number): Check => ({
  link,
  demand: 1,
  capacity: 1,
  unit: '',
  use,
  ok: use !== undefined && use <= 1,
  formula: '',
  source: '',
  refused: '',
})

describe('how far a part is used', () => {
  it('is rounded up, so that what fails never looks as if it passed', () => {
    expect(used(0.991)).toBe('1.00')
    expect(used(1.001)).toBe('1.01')
    expect(used(0.25)).toBe('0.25')
    expect(used(0)).toBe('0.00')
    expect(used(250)).toBe('> 99')
    expect(used(undefined)).toBe('none')
  })
  it('looks as its verdict does', () => {
    expect(toneOf(0.5, true)).toBe('covered')
    expect(toneOf(0.95, true)).toBe('due')
    expect(toneOf(1.2, false)).toBe('wrong')
    expect(toneOf(undefined, false)).toBe('wrong')
  })
  it('is that of the hardest link on a part; one without a rating before all', () => {
    const all = [check('screws at 1.22 m', 0.4), check('screws at 0.15 m', 0.7), check('stud at 1.22 m', 0.9)]
    expect(worstOf(all, 'screws')?.link).toBe('screws at 0.15 m')
    expect(worstOf([...all, check('screws at 2 m')], 'screws')?.link).toBe('screws at 2 m')
    expect(worstOf(all, 'ring')).toBeUndefined()
    expect(worstOf(all, '')).toBeUndefined()
  })
})

describe('what a build lets one do', () => {
  it('is said once, in the words of training', () => {
    expect(givenWords({ gives: ['low bar or straps', 'hanging bar'] } as never)).toBe('rows, hanging')
    expect(givenWords({ gives: ['anchor', 'anchor'] } as never)).toBe('band anchors')
    expect(givenWords({ gives: [] as string[] } as never)).toBe('')
  })
})
