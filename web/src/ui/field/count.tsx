import { useId } from 'react'
import type { Field } from '../../lib/file/useFields'
import { defined } from './quantity'
import { lineLook, Shell } from './shell'
import { type Reading, useTyped } from './typed'

type Props = { of: Field<number>; label?: string; min?: number; max?: number; unit?: string; hint?: string; bare?: boolean }

/** A whole number with a smallest and a largest. */
export function Count({ of: f, unit, bare, ...p }: Props) {
  const id = useId()
  const { label, hint, empty, min = 0, max = 999 } = { ...f.spec, ...defined(p) }
  const read = (text: string): Reading<number> => {
    if (text.trim() === '' && empty !== undefined) return { value: 0 }
    const n = Number(text.trim().replace(',', '.'))
    const good = text.trim() !== '' && Number.isInteger(n) && n >= min && n <= max
    return good ? { value: n } : { wrong: `a whole number from ${min} to ${max}` }
  }
  const { text, said, input } = useTyped(f, { read, show: (v) => (v === 0 && empty !== undefined ? '' : String(v)), live: true })
  return (
    <Shell id={id} label={label} said={{ ...said, note: said.note || hint }} unit={unit} width="short" hideLabel={bare} pending={f.pending}>
      <input {...input} id={id} className={lineLook} inputMode="numeric" placeholder={empty} value={text} aria-describedby={`${id}-said`} />
    </Shell>
  )
}
