import type { ClientFile } from '../../api/client'
import { type Entry, isThing, without } from './entry'
import { patched, same } from './merge'
import { type Scope, standing } from './parts'

/** Somebody else changed the same: field by field what it was, what they made of it, and yours. */
export type Clash = {
  scope: Scope
  /** What each wants of the whole thing, where one of them removed it. */
  gone?: 'theirs' | 'yours'
  fields: { field: string; base: unknown; theirs: unknown; yours: unknown }[]
}

type Set = Entry & { do: 'set' }

const sides = (e: Set, theirs: Record<string, unknown>) =>
  Object.entries(e.fields).map(([field, d]) => ({ field, base: d.from, theirs: theirs[field], yours: d.to }))

/** What somebody else's change has to be asked about before a write can go; null where all that they did is merged. */
export function clashOf(e: Entry, file: ClientFile): Clash | null {
  if (e.do === 'set') {
    const now = standing(file, e.scope) as Record<string, unknown> | undefined
    if (!now && isThing(e.scope)) return { scope: e.scope, gone: 'theirs', fields: sides(e, {}) }
    const { clashes } = patched(now ?? {}, e.fields)
    return clashes.length > 0 ? { scope: e.scope, fields: sides(e, now ?? {}).filter((f) => clashes.includes(f.field)) } : null
  }
  const now = e.do === 'drop' && (standing(file, e.scope) as Record<string, unknown> | undefined)
  if (e.do !== 'drop' || !e.was || !now) return null
  const was = e.was as Record<string, unknown>
  const differ = Object.keys(now).filter((k) => !same(now[k], was[k]))
  if (differ.length === 0) return null
  return {
    scope: e.scope,
    gone: 'yours',
    fields: differ.map((field) => ({ field, base: was[field], theirs: now[field], yours: undefined })),
  }
}

/** What is left of a write once a clash was answered: with the fields that are yours, counted from what stands now. */
export function settled(e: Entry, clash: Clash, file: ClientFile, mine: ReadonlySet<string>): Entry[] {
  const stands = standing(file, clash.scope) as Record<string, unknown> | undefined
  if (clash.gone) return mine.size > 0 ? insisted(e, stands) : []
  if (e.do !== 'set') return []
  const left = without(
    e,
    clash.fields.map((f) => f.field).filter((f) => !mine.has(f)),
  )
  if (!left) return []
  const fields = Object.entries(left.fields).map(([f, d]) => [f, mine.has(f) ? { ...d, from: stands?.[f] } : d])
  return [{ ...left, fields: Object.fromEntries(fields) }]
}

/** What insisting on a write comes to, on what stands: a thing that is gone is made again. */
function insisted(e: Entry, stands: object | undefined): Entry[] {
  if (e.do === 'drop') return [{ ...e, was: stands }]
  return e.do === 'set' && e.was ? [{ id: e.id, do: 'make', scope: e.scope, thing: patched(e.was, e.fields).value, edited: true }] : []
}
