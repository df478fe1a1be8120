import { describe, expect, it } from 'vitest'
import type { Container, Library } from '../../api/client'
import { fromStarter, newContainer, newContainers, nextName, twins } from './newThings'

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

describe('many at once', () => {
  const jug = { ...bag, key: 'jug', name: 'jug', soft: false, adjustable: false }
  it('names each of twelve, past what is there', () => {
    const all = newContainers(jug, [newContainer(jug, [])], 12)
    expect(all.map((c) => c.name)).toEqual(['B', 'C', 'D', 'E', 'F', 'G', 'H', 'I', 'J', 'K', 'L', 'M'].map((l) => `jug ${l}`))
    expect(new Set(all.map((c) => c.id)).size).toBe(12)
  })
  it('copies all but what lies in it', () => {
    const one = { ...newContainer(jug, []), capacity_l: 9, packed: [{ thing: 'tin', count: 2 }] }
    const more = twins(one, [one], 2)
    expect(more.map((c) => [c.name, c.capacity_l, c.packed.length])).toEqual([
      ['jug B', 9, 0],
      ['jug C', 9, 0],
    ])
  })
  it('makes containers, or things to pack with, of what is ticked off', () => {
    const library = { kinds: [jug] } as unknown as Library
    const starter = {
      key: 'x',
      name: '5 L canister',
      kind: 'jug',
      capacity_l: 5,
      mass_kg: 0.2,
      half_kg: 0.05,
      height_m: 0.28,
      net_kg: 0,
      filling: 'fresh-water',
      hard: false,
      systems: [],
    }
    const file = { containers: [], things: [] }
    expect(fromStarter(starter, library, file, 1).containers.map((c) => c.name)).toEqual(['5 L canister'])
    expect(fromStarter(starter, library, file, 3).containers.map((c) => c.name)).toEqual([
      '5 L canister 1',
      '5 L canister 2',
      '5 L canister 3',
    ])
    const tins = fromStarter({ ...starter, kind: '', name: 'tin', hard: true }, library, file, 8)
    expect(tins.containers).toEqual([])
    expect(tins.things[0]).toMatchObject({ name: 'tin', count: 8, hard: true, spare: true })
  })
})
