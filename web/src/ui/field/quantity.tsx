import { useId } from 'react'
import type { Field } from '../../lib/file/useFields'
import { useUnits } from '../../lib/units'
import { lineLook, Shell, type Width } from './shell'
import { type Reading, useTyped } from './typed'

export type QuantityProps = {
  of: Field<number>
  label?: string
  /** The unit of a bare number, when it is not the shown one. */
  bareUnit?: string
  min?: number
  max?: number
  empty?: string
  hint?: string
  width?: Width
  /** Without its label in sight. */
  bare?: boolean
}

/** A field for a measured number: anything that people write is understood. */
export function Quantity({ of: f, ...p }: QuantityProps) {
  const units = useUnits()
  const id = useId()
  const { kind = 'count', min, max, empty, hint, label } = { ...f.spec, ...defined(p) }
  const bareUnit = p.bareUnit ?? f.spec.bare?.[units.system]
  const read = (text: string): Reading<number> => {
    if (text.trim() === '' && empty !== undefined) return { value: 0 }
    const got = units.read(kind, text, bareUnit)
    if (!got.ok) return { wrong: `${got.understood ? `read “${got.understood}”, then: ` : ''}${got.problem}` }
    const shown = units.show(kind, got.value)
    if (min !== undefined && got.value < min) return { wrong: `${shown} is below ${units.show(kind, min)}` }
    if (max !== undefined && got.value > max) return { wrong: `${shown} is above ${units.show(kind, max)}` }
    return { value: got.value, echo: `= ${shown}` }
  }
  const show = (v: number) => (v === 0 && empty !== undefined ? '' : units.bare(kind, v))
  const { text, said, input } = useTyped(f, { read, show, live: true })
  return (
    <Shell
      id={id}
      label={label}
      said={{ ...said, note: said.note || hint }}
      unit={units.display(kind).style === 'feet-inches' ? undefined : units.symbol(kind)}
      width={p.width}
      hideLabel={p.bare}
      pending={f.pending}
    >
      <input
        {...input}
        id={id}
        className={lineLook}
        value={text}
        placeholder={empty}
        inputMode="text"
        spellCheck={false}
        aria-describedby={`${id}-said`}
      />
    </Shell>
  )
}

/** What is given of some properties, so that it goes before what is usual. */
export function defined<T extends object>(p: T): Partial<T> {
  return Object.fromEntries(Object.entries(p).filter(([, v]) => v !== undefined)) as Partial<T>
}
