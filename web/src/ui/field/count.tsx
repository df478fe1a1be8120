import { useId } from 'react'
import type { Field } from '../../lib/file/useFields'
import { defined } from './quantity'
import { lineLook, Shell } from './shell'
import { type Reading, useTyped } from './typed'

type Props = { of: Field<number>; label?: string; min?: number; max?: number; unit?: string; hint?: string }

/** A whole number with a smallest and a largest. */
export function Count({ of: f, unit, ...p }: Props) {
  const id = useId()
  const { label, hint, min = 0, max = 999 } = { ...f.spec, ...defined(p) }
  const read = (text: string): Reading<number> => {
    const n = Number(text.trim().replace(',', '.'))
    const good = text.trim() !== '' && Number.isInteger(n) && n >= min && n <= max
    return good ? { value: n } : { wrong: `a whole number from ${min} to ${max}` }
  }
  const { text, said, input } = useTyped(f, { read, show: String, live: true })
  return (
    <Shell id={id} label={label} said={{ ...said, note: said.note || hint }} unit={unit} width="short" pending={f.pending}>
      <input {...input} id={id} className={lineLook} inputMode="numeric" value={text} aria-describedby={`${id}-said`} />
    </Shell>
  )
}
