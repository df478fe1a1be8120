import { describe, expect, it } from 'vitest'
import type { Container, Library } from '../../api/client'
import { newContainer, nextName } from './newThings'

const bag: Library['kinds'][number] = {
  key: 'backpack',
  name: 'backpack',
  limit_kg: 18,
  closure: 'zipped',
  adjustable: true,
  soft: true,
  capacity_l: 22,
  tare_kg: 0.7,
  height_m: 0.45,
  holds: ['worn'],
}

describe('a new container', () => {
  it('starts from what is usual of its kind, with the next letter', () => {
    const first = newContainer(bag, [])
    expect(first).toMatchObject({
      name: 'backpack A',
      capacity_l: 22,
      tare_kg: 0.7,
      filling: 'books',
      adjustable: true,
      volume_l: 0,
      rating_kg: 0,
    })
    expect(first.id).toMatch(/^[a-z0-9-]{1,40}$/)
    const second = newContainer(bag, [first])
    expect(second.name).toBe('backpack B')
    expect(second.id).not.toBe(first.id)
  })
})

describe('one more like it', () => {
  const named = (...names: string[]) => names.map((name) => ({ name }) as Container)
  it.each([
    ['jug A', named('jug A'), 'jug B'],
    ['jug A', named('jug A', 'jug B'), 'jug C'],
    ['jerry can 1', named('jerry can 1'), 'jerry can 2'],
    ['jerry can 9', named('jerry can 9'), 'jerry can 10'],
  ])('after %s comes the next that is free', (name, all, want) => {
    expect(nextName(name, all)).toBe(want)
  })
  it('numbers a name without a number', () => {
    expect(nextName('mop bucket', named('mop bucket'))).toBe('mop bucket 2')
  })
})
