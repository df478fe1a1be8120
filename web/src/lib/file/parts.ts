import { blanks, customers } from '../../api/bounds'
import type { ClientFile, Shapes } from '../../api/client'

/** A part of a client's file that is no list. */
export type Part = 'profile' | 'space' | 'at-hand'
/** A list of it, whose things have ids. */
export type List = { [K in keyof ClientFile]: ClientFile[K] extends { id: string }[] ? K : never }[keyof ClientFile]

/** What one write is about: a part, or one thing of a list as "list/id". */
export type Scope = Part | `${List}/${string}`

export type Item<L extends List> = ClientFile[L][number]
export type Thing = { id: string }
export type More = Shapes['StockMore']
export type Lists = Partial<Record<List, Thing[]>>

type Parts = { profile: ClientFile['profile']; space: ClientFile['space']; 'at-hand': { fillings: string[] } }

/** The shape of what a part of a file holds. */
export type PartShape<P extends Part> = Parts[P]

/** The list and the id that a scope names; null for a part. */
export function listOf(scope: string): [List, string] | null {
  const cut = scope.indexOf('/')
  return cut < 0 ? null : [scope.slice(0, cut) as List, scope.slice(cut + 1)]
}

const things = (file: ClientFile, list: List) => file[list] as Thing[]

/** What stands in a file for a scope; undefined where there is no such thing. */
export function standing(file: ClientFile, scope: string): object | undefined {
  if (scope === 'profile') return Object.fromEntries(customers.flatMap((f) => (f in file.profile ? [[f, file.profile[f]]] : [])))
  if (scope === 'space') return file.space
  if (scope === 'at-hand') return { fillings: file.at_hand }
  const at = listOf(scope)
  return at ? things(file, at[0])?.find((x) => x.id === at[1]) : undefined
}

/** The file with something else standing for a scope; undefined takes a thing away, and a new one comes last. */
export function withStanding(file: ClientFile, scope: string, value: object | undefined): ClientFile {
  if (scope === 'at-hand') return { ...file, at_hand: (value as { fillings: string[] }).fillings }
  const at = listOf(scope)
  if (!at) return { ...file, [scope]: value }
  const [list, id] = at
  const all = things(file, list)
  if (value === undefined) return { ...file, [list]: all.filter((x) => x.id !== id) }
  const there = all.some((x) => x.id === id)
  return { ...file, [list]: there ? all.map((x) => (x.id === id ? value : x)) : [...all, value] }
}

type Change = { items: Thing[]; gone?: string[]; places?: Shapes['Place'][] }

/** The file after a change of the server's that was based on it. */
export function changed(file: ClientFile, c: Shapes['Changes']): ClientFile {
  const next = { ...file } as Record<string, unknown>
  for (const [key, value] of Object.entries(c)) {
    const list = (file as Record<string, unknown>)[key]
    next[key] = Array.isArray(list) && !Array.isArray(value) ? rearranged(list as Thing[], value as Change) : value
  }
  return next as ClientFile
}

/** A list after a change: some go, some differ where they stand, new and moved ones stand after another, or last. */
function rearranged(list: Thing[], { items, gone = [], places = [] }: Change) {
  const now = new Map([...list, ...items].map((x) => [x.id, x]))
  const leave = new Set([...gone, ...places.map((p) => p.id)])
  const out = list.filter((x) => !leave.has(x.id)).map((x) => now.get(x.id) ?? x)
  for (const p of places) {
    const thing = now.get(p.id)
    if (thing) out.splice(p.after === '' ? 0 : out.findIndex((x) => x.id === p.after) + 1 || out.length, 0, thing)
  }
  const there = new Set(out.map((x) => x.id))
  return [...out, ...items.filter((x) => !there.has(x.id))]
}

/** A new thing of a list: what was said of it, and nothing of the rest. */
export const blank = <L extends List>(list: L, said: Partial<Item<L>>) => ({ ...blanks[list], id: newId(), ...said }) as Item<L>

/** A short id for a new thing. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(8))
  return Array.from(bytes, (b) => (b % 36).toString(36)).join('')
}
