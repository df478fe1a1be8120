import { describe, expect, it } from 'vitest'
import { answers } from './Movements'

const curl = {
  name: 'Curl, one hand',
  family: 'Curl',
  pattern: 'arm-bend',
  words: ['biceps', 'dumbbell'],
  muscles: ['front of the arm', 'forearm and grip'],
}

describe('what is looked for', () => {
  it.each([['curl'], ['BICEPS'], ['arm front'], ['dumb hand'], [''], ['  ']])('“%s” finds a curl', (sought) => {
    expect(answers(curl, sought)).toBe(true)
  })
  it.each([['squat'], ['biceps squat']])('“%s” does not', (sought) => {
    expect(answers(curl, sought)).toBe(false)
  })
})
