import type { Field } from '../../lib/file/useFields'
import type { Units } from '../../lib/format'
import { Choice, Flags, type Option, Select, Ticks } from './choice'
import { Count } from './count'
import { Quantity } from './quantity'
import { Text } from './text'

/** A field of whatever it holds. */
export type AnyField = Pick<Field<never>, 'draft' | 'spec'> & { value: unknown; refused?: unknown }

type Props = { of: AnyField; options?: Option<string>[]; label?: string; area?: boolean; bare?: boolean }

/** So many are chosen from in sight; more are a list. */
const few = 5

/** The control that fits a field: by what is known of it, and by what it holds. */
export function Control({ of, options, label = of.spec.label, area, bare }: Props) {
  const { value, spec } = of
  const choices = options ?? Object.entries(spec.options ?? {}).map(([v, name]) => ({ value: v, label: name ?? '' }))
  if (Array.isArray(value)) return <Ticks of={of as unknown as Field<string[]>} options={choices} label={label} />
  if (typeof value === 'boolean') return <Flags label="" of={[of as unknown as Field<boolean>]} />
  if (choices.length > few)
    return (
      <div className="w-44">
        <Select of={of as unknown as Field<string>} options={choices} label={label} />
      </div>
    )
  if (choices.length > 0) return <Choice of={of as unknown as Field<string>} options={choices} label={label} />
  if (spec.kind) return <Quantity of={of as unknown as Field<number>} label={label} bare={bare} width={bare ? 'narrow' : 'usual'} />
  if (typeof value === 'number') return <Count of={of as unknown as Field<number>} label={label} bare={bare} />
  return (
    <div className={area ? 'w-full max-w-prose' : 'w-52'}>
      <Text of={of as unknown as Field<string>} area={area} label={label} />
    </div>
  )
}

/** What stands in a field, in few words; nothing where nobody has said. */
export function answerIn(of: AnyField, units: Units, options?: Option<string>[]): string {
  const { value, spec } = of
  const named = (v: unknown) => options?.find((o) => o.value === v)?.label ?? spec.options?.[String(v)] ?? String(v)
  if (Array.isArray(value)) return value.map(named).join(', ')
  if (typeof value === 'boolean') return value ? (spec.yes ?? spec.label) : ''
  if (value === '' || value === 0 || value === undefined || value === 'unknown') return ''
  if (spec.options || options) return named(value)
  if (spec.kind === 'money') return units.money(Number(value))
  if (spec.kind) return `${spec.label.toLowerCase()} ${units.show(spec.kind, Number(value))}`
  return typeof value === 'number' ? `${spec.label.toLowerCase()} ${value}` : String(value)
}

/** Whether something is to be looked at in a field: it was refused, or a text is left in it. */
export const waits = (of: AnyField, left: readonly string[]): boolean => Boolean(of.refused) || left.includes(of.draft)
