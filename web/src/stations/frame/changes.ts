import type { Shapes } from '../../api/client'

type Label = Shapes['Label']

const parts: Record<string, string> = {
  profile: 'the client’s details',
  space: 'the room',
  'at-hand': 'the fillings at hand',
  stock: 'many things at once',
}

const things: Record<string, string> = {
  containers: 'container',
  batches: 'batch',
  weighings: 'weighing',
  things: 'thing',
  handles: 'bar or handle',
  plates: 'plate',
  bands: 'band',
  rigs: 'set-up of a band',
  gear: 'piece of gear',
  tests: 'test set',
  pins: 'pin of the plan',
}

const done: Record<Label['do'], string> = { write: 'changed', remove: 'removed', add: 'added' }

/** A field's name in words, without its unit. */
export const fieldInWords = (field: string) => field.replace(/_(kg|m2|m|l|minor|at)$/, '').replaceAll('_', ' ')

/** What a change was, in words; in full with which of its fields. */
export function changeInWords(l: Label, full = false): string {
  const what = parts[l.part] ?? [things[l.part] ?? l.part, l.name && `“${l.name}”`].filter(Boolean).join(' ')
  const fields = full && l.fields?.length ? `: ${l.fields.map(fieldInWords).join(', ')}` : ''
  return `${what} ${done[l.do]}${fields}`
}
