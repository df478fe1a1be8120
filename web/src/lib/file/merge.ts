/** What one field is to become, from what it was when that was decided. */
export type Delta = {
  from: unknown
  to: unknown
  /** The text that was typed, so that it can be shown again when it is refused. */
  text?: string
}
export type Deltas = Record<string, Delta>

const plain = (v: unknown): v is Record<string, unknown> => typeof v === 'object' && v !== null && !Array.isArray(v)

/** Whether two values of a file are the same; a field that is not there is as one that is undefined. */
export function same(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((x, i) => same(x, b[i]))
  if (!plain(a) || !plain(b)) return false
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].every((k) => same(a[k], b[k]))
}

/** The fields in which two versions of one thing differ. */
export function deltas(from: object, to: object): Deltas {
  const [f, t] = [from, to] as [Record<string, unknown>, Record<string, unknown>]
  const out: Deltas = {}
  for (const k of new Set([...Object.keys(f), ...Object.keys(t)])) if (!same(f[k], t[k])) out[k] = { from: f[k], to: t[k] }
  return out
}

export type Merged = { value: unknown; clash: boolean }

/** One field by three ways: what both started from, what somebody else made of it, and what you did. Only where both changed it, each in another way, is it a clash; then the value is yours. */
export function merge(base: unknown, theirs: unknown, yours: unknown): Merged {
  if (same(theirs, base) || same(theirs, yours)) return { value: yours, clash: false }
  if (same(yours, base)) return { value: theirs, clash: false }
  if (Array.isArray(base) && Array.isArray(theirs) && Array.isArray(yours)) return mergeLists(base, theirs, yours)
  return { value: yours, clash: true }
}

/** What tells an element of a list from the others: its id, the thing or hold that it is about, or all of it. */
function keyOf(x: unknown): string {
  if (!plain(x)) return JSON.stringify(x)
  return String(x.id ?? x.thing ?? x.hold ?? JSON.stringify(x))
}

/** Sets and lists: what you put in or took out, put into or taken out of theirs. */
function mergeLists(base: unknown[], theirs: unknown[], yours: unknown[]): Merged {
  const byKey = (list: unknown[]) => {
    const seen = new Map<string, number>()
    return new Map(
      list.map((x) => {
        const key = keyOf(x)
        const n = (seen.get(key) ?? 0) + 1
        seen.set(key, n)
        return [`${key} ${n}`, x]
      }),
    )
  }
  const [b, t, y] = [byKey(base), byKey(theirs), byKey(yours)]
  let clash = false
  const out: unknown[] = []
  for (const [key, element] of t) {
    const [was, mine] = [b.get(key), y.get(key)]
    if (mine === undefined) {
      // Not in yours: you took it out, or they have put it in.
      if (was === undefined) out.push(element)
      else if (!same(was, element)) clash = true
    } else {
      const one = was === undefined ? { value: mine, clash: !same(mine, element) } : merge(was, element, mine)
      clash ||= one.clash
      out.push(one.value)
    }
  }
  for (const [key, mine] of y) {
    if (t.has(key)) continue
    const was = b.get(key)
    if (was === undefined) out.push(mine)
    else if (!same(was, mine)) {
      clash = true
      out.push(mine)
    }
  }
  return clash ? { value: yours, clash } : { value: out, clash }
}

/** A thing with changes of its fields made to it as it stands, and the fields in which somebody else's change is in the way. */
export function patched<T extends object>(stands: T, changes: Deltas): { value: T; clashes: string[] } {
  const value = { ...stands } as Record<string, unknown>
  const clashes: string[] = []
  for (const [field, { from, to }] of Object.entries(changes)) {
    const m = merge(from, value[field], to)
    value[field] = m.value
    if (m.clash) clashes.push(field)
  }
  return { value: value as T, clashes }
}

/** A later change of the same fields on top of an earlier one; a field that is back to what it was is no change. */
export function followed(first: Deltas, then: Deltas): Deltas {
  const out = { ...first }
  for (const [field, d] of Object.entries(then)) {
    const one = { ...d, from: first[field] ? first[field].from : d.from }
    if (same(one.from, one.to)) delete out[field]
    else out[field] = one
  }
  return out
}
