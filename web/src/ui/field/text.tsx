import { useId } from 'react'
import type { Field } from '../../lib/file/useFields'
import { defined } from './quantity'
import { lineLook, Shell, type Width } from './shell'
import { useTyped } from './typed'

/** A line or a few of plain text, kept on leaving it or on Enter. */
export function Text({ of: f, area = false, width = 'full', ...p }: { of: Field<string>; label?: string; area?: boolean; width?: Width }) {
  const id = useId()
  const { label, needed, max } = { ...f.spec, ...defined(p) }
  const { text, said, input } = useTyped<string>(f, {
    read: (t) => (needed && t.trim() === '' ? { wrong: needed } : { value: t }),
    show: (v) => v,
    lines: area,
  })
  const line = { ...input, id, value: text, maxLength: max, 'aria-describedby': `${id}-said` }
  return (
    <Shell id={id} label={label} said={said} width={width} pending={f.pending}>
      {area ? <textarea {...line} rows={2} className="w-full bg-transparent py-0.5 text-body" /> : <input {...line} className={lineLook} />}
    </Shell>
  )
}
