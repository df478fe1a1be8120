import type { Container, Library, Shapes } from '../../api/client'
import { blank, newId } from '../../lib/file/parts'

type Kind = Library['kinds'][number]

/** A new container of a kind, named after those that are there. */
export function newContainer(kind: Kind, all: readonly Container[]): Container {
  const sold = kind.key === 'sack'
  return blank('containers', {
    name: nextName(`${kind.name} A`, all, true),
    kind: kind.key as Container['kind'],
    shape: 'prism',
    tare_kg: kind.tare_kg,
    capacity_l: kind.capacity_l,
    height_m: kind.height_m,
    closure: kind.closure as Container['closure'],
    filling: kind.soft ? 'books' : 'fresh-water',
    adjustable: kind.adjustable,
    ...(sold ? { shape: 'as-sold' as const, net_kg: 5, filling: 'rice' } : {}),
  })
}

/** As many of a kind as are wanted, each with a name of its own. */
export function newContainers(kind: Kind, all: readonly Container[], count: number): Container[] {
  const out: Container[] = []
  for (let i = 0; i < count; i++) out.push(newContainer(kind, [...all, ...out]))
  return out
}

/** More like one that is there. */
export function twins(c: Container, all: readonly Container[], count: number): Container[] {
  const out: Container[] = []
  for (let i = 0; i < count; i++) out.push({ ...c, id: newId(), packed: [], name: nextName(c.name, [...all, ...out]) })
  return out
}

/** What a starter stands for, as many of it as are wanted. */
export function fromStarter(s: Shapes['Starter'], library: Library, file: Pick<Shapes['File'], 'containers' | 'things'>, count: number) {
  const kind = library.kinds.find((k) => k.key === s.kind)
  if (!kind)
    return {
      containers: [],
      things: [
        blank('things', { name: s.name, mass_kg: s.mass_kg, half_kg: s.half_kg, volume_l: s.capacity_l, count, hard: s.hard, spare: true }),
      ],
    }
  const containers: Container[] = []
  for (let i = 0; i < count; i++)
    containers.push({
      ...newContainer(kind, file.containers),
      id: newId(),
      name:
        count === 1 && !file.containers.some((c) => c.name === s.name)
          ? s.name
          : nextName(`${s.name} 1`, [...file.containers, ...containers], true),
      tare_kg: s.mass_kg,
      tare_half_kg: s.half_kg,
      capacity_l: s.capacity_l,
      height_m: s.height_m,
      filling: s.filling,
      shape: s.net_kg > 0 ? 'as-sold' : 'prism',
      net_kg: s.net_kg,
    })
  return { containers, things: [] }
}

/** The next free name of a row of them: jug A, jug B; can 1, can 2. With `first` the name itself may be free. */
export function nextName(name: string, all: readonly { name: string }[], first = false): string {
  const taken = new Set(all.map((c) => c.name))
  const m = /^(.*?)(?:\s+([A-Z]|\d+))?$/.exec(name)
  const base = m?.[1] ?? name
  const start = m?.[2] ?? '1'
  for (let i = first ? 0 : 1; i < 400; i++) {
    const letter = start.charCodeAt(0) - 65 + i
    const end = /\d/.test(start) ? String(Number(start) + i) : letter < 26 ? String.fromCharCode(65 + letter) : String(letter + 1)
    if (!taken.has(`${base} ${end}`)) return `${base} ${end}`
  }
  return `${name} copy`
}
