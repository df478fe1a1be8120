import { useSearchParams } from 'react-router'
import type { ClientFile, Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import type { Spec } from '../../lib/file/fields'
import { specOf } from '../../lib/file/fields'
import type { Field } from '../../lib/file/useFields'

export type Room = ClientFile['rooms'][number]
export type Wall = Room['walls'][number]
export type State = Shapes['RoomState']
export type Head = Shapes['Headroom']

/** What is picked in a room: the room itself, a wall by its number, or a thing of a list. */
export type Picked = { list: 'room' } | { list: 'walls'; wall: number } | { list: 'openings' | 'fixtures' | 'overheads'; id: string }

const lists = ['openings', 'fixtures', 'overheads'] as const

export const pathOf = (p: Picked): string => (p.list === 'room' ? '' : p.list === 'walls' ? `walls/${p.wall}` : `${p.list}/${p.id}`)

function pickedOf(path: string): Picked {
  const [list = '', id = ''] = path.split('/')
  if (list === 'walls') return { list, wall: Number(id) || 0 }
  const known = lists.find((l) => l === list)
  return known ? { list: known, id } : { list: 'room' }
}

export const same = (a: Picked, b: Picked) => pathOf(a) === pathOf(b) && a.list === b.list

/** Which room is looked at and what is picked in it; the address says so. */
export function useRoom() {
  const { desk } = useBench()
  const [search, setSearch] = useSearchParams()
  const rooms = desk.file.rooms
  const asked = search.get('of') ?? ''
  const [list, id] = asked.split('/')
  // A thing is looked at in its own room.
  const of = lists.some((l) => l === list) ? desk.file[list as 'openings'].find((x) => x.id === id)?.room : undefined
  const room = rooms.find((r) => r.id === (of ?? search.get('room'))) ?? rooms[0]
  const go = (to: string, what = '') =>
    setSearch({ ...(to && to !== rooms[0]?.id ? { room: to } : {}), ...(what ? { of: what } : {}) }, { replace: true })
  return {
    room,
    state: desk.results.home.rooms.find((r) => r.id === room?.id),
    picked: pickedOf(asked),
    show: (id: string) => go(id),
    pick: (p: Picked) => go(room?.id ?? '', pathOf(p)),
  }
}

export const wallName = (i: number): string => String.fromCharCode(65 + (i % 26)) + (i >= 26 ? String(Math.floor(i / 26)) : '')

export const wallSpecs: { [K in keyof Wall]?: Spec } = {
  length_m: { label: 'Length', kind: 'length', min: 0.05, max: 100, empty: 'closes the room' },
  kind: {
    label: 'Built of',
    options: {
      unknown: 'not known',
      'timber-stud': 'timber studs',
      'metal-stud': 'metal studs',
      brick: 'brick',
      'hollow-block': 'hollow block',
      concrete: 'concrete',
      stone: 'stone',
      'plaster-lath': 'plaster on lath',
    },
  },
  spacing_m: { label: 'Stud to stud', kind: 'level', min: 0, max: 2, empty: 'not measured', hint: '400 mm, 16 in' },
  offset_m: { label: 'Start to first stud', kind: 'level', min: 0, max: 2, empty: 'not found' },
  lining_m: { label: 'Lining', kind: 'thin', min: 0, max: 0.2, empty: 'not known' },
  no_holes: { label: 'This wall', yes: 'no holes in this one' },
  exact: { label: 'Its length', yes: 'exact: keeps it' },
}

/** One field of one wall, as its control has it: it is written with the room's walls, whatever else of them has changed. */
export function wallField<K extends keyof Wall>(
  f: Field<Wall[]>,
  i: number,
  key: K,
  none: NonNullable<Wall[K]>,
): Field<NonNullable<Wall[K]>> {
  const of = (walls: Wall[] | undefined) => (walls?.[i]?.[key] || none) as NonNullable<Wall[K]>
  return {
    ...f,
    draft: `${f.draft}/${i}/${key}`,
    spec: wallSpecs[key] ?? specOf('rooms', key),
    value: of(f.value),
    set: (to, text) =>
      f.set(
        (now) =>
          now.map((w, n) => (n === i ? { ...w, [key]: typeof to === 'function' ? (to as (v: unknown) => unknown)(of(now)) : to } : w)),
        text,
      ),
    refused:
      f.refused && f.refused.value?.[i]?.[key] !== f.value[i]?.[key] ? { why: f.refused.why, value: of(f.refused.value) } : undefined,
  }
}

const tidy = (text: string) => text.replace(/\.?0+$/, '')

/** The walk of some walls as it would be typed, in a system of units. */
export function walkText(walls: readonly Wall[], bare: (m: number) => string): string {
  const turn = (deg: number) => {
    const side = deg > 0 ? 'R' : 'L'
    return Math.abs(Math.abs(deg) - 90) < 1e-9 ? side : `${side} ${tidy(Math.abs(deg).toFixed(2))}°`
  }
  return walls
    .map((w, i) => {
      const length = w.length_m > 0 ? bare(w.length_m) + (w.exact ? '!' : '') : ''
      return i === 0 ? length : `${turn(w.turn_deg)} ${length}`
    })
    .join(' ')
    .trim()
}

/** What a walk that was read becomes: the walls there were keep what is known of them, by their place. */
export const walkedOver = (before: readonly Wall[], read: readonly Shapes['WalkedWall'][]): Wall[] =>
  read.map((w, i) => ({ ...before[i], turn_deg: w.turn_deg, length_m: w.length_m, exact: w.exact }))
