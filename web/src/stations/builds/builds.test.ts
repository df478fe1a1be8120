import { describe, expect, it } from 'vitest'
import { givenWords, toneOf, used } from './words'

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
  it('is not on its guard about what fits', () => {
    expect(toneOf(1, true, true)).toBe('covered')
    expect(toneOf(1.1, false, true)).toBe('wrong')
  })
})

describe('what a build lets one do', () => {
  it('is said once, in the words of training', () => {
    expect(givenWords({ gives: ['low bar or straps', 'hanging bar'] } as never)).toBe('rows, hanging')
    expect(givenWords({ gives: ['anchor', 'anchor'] } as never)).toBe('band anchors')
    expect(givenWords({ gives: [] as string[] } as never)).toBe('')
  })
})
