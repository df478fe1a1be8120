import type { ClientFile, Shapes } from '../../api/client'
import { scopeName, specOf } from '../../lib/file/fields'
import { listOf, standing } from '../../lib/file/parts'
import { day, type Units } from '../../lib/format'

type Label = Shapes['Label']

const done: Record<Label['do'], string> = { write: 'changed', remove: 'removed', add: 'added' }

/** What a change was, in words; in full with which of its fields. */
export function changeInWords(l: Label, full = false): string {
  const what = [scopeName(l.part), l.name && `“${l.name}”`].filter(Boolean).join(' ')
  const fields = full && l.fields?.length ? `: ${l.fields.map((f) => specOf(l.part, f).label.toLowerCase()).join(', ')}` : ''
  return `${what} ${done[l.do]}${fields}`
}

/** What a scope is about, by its name where it has one: “jug A”, the room. */
export function whatIs(file: ClientFile, scope: string): string {
  const thing = listOf(scope) && (standing(file, scope) as { name?: string } | undefined)
  return thing?.name ? `${scopeName(scope)} “${thing.name}”` : scopeName(scope)
}

/** A field's value as its control shows it: with its unit, its words, or what lies in it. */
export function inWords(units: Units, scope: string, field: string, v: unknown): string {
  const spec = specOf(scope, field)
  if (v === undefined || v === null) return 'not there'
  if (typeof v === 'boolean') return v ? (spec.yes ?? 'yes') : `not ${spec.yes ?? spec.label.toLowerCase()}`
  if (typeof v === 'number') {
    if (spec.kind) return v === 0 && spec.empty ? spec.empty : units.show(spec.kind, v)
    if (field.endsWith('_at')) return v === 0 ? 'not known' : day(v)
    return spec.options?.[v] ?? String(v)
  }
  if (typeof v === 'string') return spec.options?.[v] ?? (v || 'nothing')
  if (!Array.isArray(v)) return 'something else'
  if (v.length === 0) return 'none'
  return v.map((x) => elementInWords(units, spec.options, x)).join(', ')
}

/** One of a list: its words, or what its numbers say. */
function elementInWords(units: Units, options: Record<string, string> | undefined, x: unknown): string {
  if (typeof x !== 'object' || x === null) return options?.[String(x)] ?? String(x).replaceAll('-', ' ').replace(':', ': ')
  const o = x as Record<string, unknown>
  const kinds: Record<string, string> = { level_m: 'level', length_m: 'level', volume_l: 'volume', kg: 'mass', force_n: 'force' }
  if ('word' in o) {
    const kind = { m: 'thin', n: 'force', kg: 'mass', l: 'volume' }[/_(m|n|kg|l)$/.exec(String(o.id))?.[1] ?? '']
    return `${specOf('builds', String(o.id)).label} ${o.word || (kind ? units.show(kind, Number(o.num)) : o.num)}`
  }
  if ('passed' in o) return `${o.kind} ${o.passed ? 'passed' : 'failed'}`
  const numbers = Object.entries(o).flatMap(([k, n]) => (kinds[k] && typeof n === 'number' ? [units.show(kinds[k], n)] : []))
  if (typeof o.count === 'number') return `${o.count} ×`
  return [o.hold, numbers.join(' at ')].filter(Boolean).join(' ')
}
