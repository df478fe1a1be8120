import type { ClientFile } from '../../api/client'
import { type Deltas, deltas, followed, patched, same } from './merge'
import { listOf, type More, type Scope, standing, type Thing, withStanding } from './parts'

/** What the server said against a write, by field path; '' is about all of it. */
export type Refusal = Record<string, string>

/**
 * One write that has been made here and is not acknowledged yet. All that it says is
 * data, so that it outlives a reload; what it does is worked out when it is sent, on
 * what stands then. Each can be sent twice without harm.
 */
export type Entry = {
  id: string
  refused?: Refusal
  /** It has been sent, and nobody knows whether it arrived: what follows it stays behind it. */
  tried?: boolean
} /** Was is the thing as it stood, should somebody remove it meanwhile. */ & (
  | { do: 'set'; scope: Scope; fields: Deltas; was?: Thing }
  /** Edited is whether something was typed into it since: then it stays in sight when it is refused. */
  | { do: 'make'; scope: Scope; thing: Thing; edited?: boolean }
  /** Was is what stood when it was removed, so that it is asked about when somebody changes it meanwhile. */
  | { do: 'drop'; scope: Scope; was?: object }
  | { do: 'add'; more: More }
  /** A line of what is there, or of a survey of a room, read where the words are known; back is the draft to which returns what is not understood. */
  | { do: 'say'; text: string; room?: string; unit?: string; back?: string }
)

/** The file as its user has it before the eyes: what stands, and on it all that is written and not refused. */
export function overlaid(file: ClientFile, entries: readonly Entry[]): ClientFile {
  return entries.reduce((f, e) => (e.refused && e.do !== 'make' ? f : withEntry(f, e)), file)
}

function withEntry(file: ClientFile, e: Entry): ClientFile {
  switch (e.do) {
    case 'set': {
      const now = standing(file, e.scope)
      return now ? withStanding(file, e.scope, patched(now, e.fields).value) : file
    }
    case 'make':
      return withStanding(file, e.scope, e.thing)
    case 'drop':
      return withStanding(file, e.scope, undefined)
    case 'say':
      return file
    case 'add': {
      const lists = Object.entries(e.more).filter(([, things]) => Array.isArray(things)) as [string, Thing[]][]
      return lists
        .flatMap(([list, things]) => things.map((t) => [`${list}/${t.id}`, t] as const))
        .reduce((f, [s, t]) => withStanding(f, s, t), file)
    }
  }
}

/**
 * The writes that wait with one more. A change of a field that has not been sent yet
 * becomes part of what waits for it, unless a thing is made or removed in between,
 * which it may be about.
 */
export function queued(entries: readonly Entry[], next: Entry, sending: string | undefined): Entry[] {
  const again = entries.find((e) => e.refused && e.do === 'make' && next.do === 'set' && e.scope === next.scope)
  if (again?.do === 'make' && next.do === 'set') {
    // What was refused is put right, and made after all.
    const { refused: _, ...made } = { ...again, thing: patched(again.thing, next.fields).value }
    return [...entries.filter((e) => e !== again), made]
  }
  const out = entries.map((e) => superseded(e, next)).filter((e) => e !== null)
  const left = (e: Entry) => e.id === sending || e.tried
  if (next.do === 'drop') {
    // What was made here and never sent needs no removal.
    const made = out.some((e) => e.do === 'make' && e.scope === next.scope && !left(e))
    const rest = out.filter((e) => left(e) || !('scope' in e) || e.scope !== next.scope)
    return made ? rest : [...rest, next]
  }
  if (next.do !== 'set') return [...out, next]
  for (let i = out.length - 1; i >= 0; i--) {
    const e = out[i]
    if (!e || left(e)) break
    if (e.refused) continue
    if ('scope' in e && e.scope === next.scope) {
      const one: Entry | null =
        e.do === 'set'
          ? { ...e, fields: followed(e.fields, next.fields) }
          : e.do === 'make'
            ? { ...e, thing: patched(e.thing, next.fields).value, edited: true }
            : null
      if (!one) break
      const empty = one.do === 'set' && Object.keys(one.fields).length === 0
      return empty ? out.filter((x) => x.id !== e.id) : out.map((x) => (x.id === e.id ? one : x))
    }
    if (e.do !== 'set') break
  }
  return [...out, next]
}

/** A refused write without the fields that are written anew; null when nothing of it is left. */
function superseded(e: Entry, next: Entry): Entry | null {
  if (!e.refused || !('scope' in next) || !('scope' in e) || e.scope !== next.scope) return e
  if (e.do !== 'set' || next.do !== 'set') return null
  return without(e, Object.keys(next.fields))
}

/** A write of fields without some of them. */
export function without(e: Entry & { do: 'set' }, fields: readonly string[]): (Entry & { do: 'set' }) | null {
  const left = Object.fromEntries(Object.entries(e.fields).filter(([f]) => !fields.includes(f)))
  return Object.keys(left).length > 0 ? { ...e, fields: left } : null
}

/** The write that brings a scope from what is seen to something else; null when nothing differs. */
export function setting(id: string, scope: Scope, now: object, next: object, texts: Record<string, string> = {}): Entry | null {
  const fields = deltas(now, next)
  for (const [f, text] of Object.entries(texts)) if (fields[f]) fields[f] = { ...fields[f], text }
  if (Object.keys(fields).length === 0) return null
  return { id, do: 'set', scope, fields, ...(isThing(scope) ? { was: now as Thing } : {}) }
}

/** A field's name from the path that an error of the server names: "marks[1].level_m" is of "marks". */
export const fieldOf = (path: string): string => path.split(/[.[]/)[0] ?? ''

/** The part of a refused write that is at fault, and the rest of it, which may well be kept. */
export function split(e: Entry, refused: Refusal, id: string): { bad: Entry; good: Entry | null } {
  const named = new Set(Object.keys(refused).map(fieldOf))
  if (e.do !== 'set' || ![...named].every((f) => f in e.fields)) return { bad: { ...e, refused }, good: null }
  const rest = without(e, [...named])
  const bad = without(e, Object.keys(rest?.fields ?? {})) ?? e
  return { bad: { ...bad, refused }, good: rest && { ...rest, id } }
}

/**
 * What waits, after a write was refused in part: what was decided on top of it begins where it began, and a field of
 * it that was written anew since is forgotten.
 */
export function afterRefusal(entries: readonly Entry[], bad: Entry, good: Entry | null, id: string): Entry[] {
  const at = entries.findIndex((e) => e.id === id)
  const later = entries.slice(at + 1)
  if (bad.do !== 'set') return [...entries.slice(0, at), bad, ...(good ? [good] : []), ...later]
  const anew = new Set<string>()
  const counted = later.map((e) => {
    if (e.do !== 'set' || e.scope !== bad.scope || e.refused) return e
    const fields = Object.entries(e.fields).map(([f, d]) => {
      const was = bad.fields[f]
      if (!was || anew.has(f)) return [f, d]
      anew.add(f)
      return [f, { ...d, from: was.from }]
    })
    return { ...e, fields: Object.fromEntries(fields) as Deltas }
  })
  const left = without(bad, [...anew])
  return [...entries.slice(0, at), ...(left ? [left] : []), ...(good ? [good] : []), ...counted]
}

/**
 * What waits, after a write of one's own has made one file of another: what was decided on
 * top of that write is no clash with what it made. Only what the write itself changed is
 * counted anew; all else that stands may be somebody else's and has to be asked about. What
 * stands behind another write to the same waits for its turn.
 */
export function rebased(entries: readonly Entry[], base: ClientFile, mine: ClientFile): Entry[] {
  const before = new Set<string>()
  return entries.map((e) => {
    if (!('scope' in e) || e.do === 'make') return e
    const first = !before.has(e.scope)
    if (!e.refused) before.add(e.scope)
    const [was, now] = [base, mine].map((f) => standing(f, e.scope) as Record<string, unknown> | undefined)
    if (!was || !now || !first) return e
    const made = Object.fromEntries(Object.entries(now).filter(([f, v]) => !same(v, was[f])))
    if (e.do === 'drop') return { ...e, was: { ...e.was, ...made } }
    return { ...e, fields: Object.fromEntries(Object.entries(e.fields).map(([f, d]) => [f, f in made ? { ...d, from: made[f] } : d])) }
  })
}

export const scopeOf = (e: Entry): string => ('scope' in e ? e.scope : 'stock')

/** Whether a scope is a thing of a list, which can be gone. */
export const isThing = (scope: string) => listOf(scope) !== null
