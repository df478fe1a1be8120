import { type ReactNode, useSyncExternalStore } from 'react'
import { drafts } from '../../lib/drafts'
import { useKept } from '../../lib/hooks'
import { useUnits } from '../../lib/units'
import type { Option } from '../field'
import { type AnyField, answerIn, Control, waits } from '../field/control'
import { Disclosure, Fields } from './disclosure'

/** A field of a line, and what it has of its own. */
export type Asked = AnyField | { of: AnyField; options?: Option<string>[]; area?: boolean }

/** A line that shows what was answered, and opens to what is asked. */
export type Line = {
  name: string
  fields?: Asked[]
  /** What is said of it besides its fields' answers. */
  about?: ReactNode
  /** An open question in it that matters. */
  open?: ReactNode
  /** What it opens to below its fields. */
  more?: ReactNode
}

const given = (f: Asked) => ('of' in f ? f : { of: f })

/** Lines of answers under each other, each opened to be changed; what is open stays open. One with something refused or left in it opens by itself. */
export function Lines({ label, lines }: { label: string; lines: Line[] }) {
  const [opened, setOpened] = useKept<string[]>(`lines ${label}`, [])
  const kept = useSyncExternalStore(drafts.subscribe, () => drafts.under('').join('\n'))
  const left = kept.split('\n')
  const units = useUnits()
  return (
    <ul aria-label={label} data-lines className="m-0 list-none border-t border-line p-0">
      {lines.map((l) => {
        const fields = (l.fields ?? []).map(given)
        const open = opened.includes(l.name) || fields.some((f) => waits(f.of, left))
        const said = fields.map((f) => answerIn(f.of, units, f.options)).filter(Boolean)
        return (
          <li key={l.name} className="border-b border-line">
            <Disclosure
              open={open}
              onOpen={() => setOpened(open ? opened.filter((n) => n !== l.name) : [...opened, l.name])}
              name={l.name}
              about={
                said.length > 0 || l.about ? (
                  <span className="text-ink">
                    {said.join(' · ')}
                    {said.length > 0 && l.about ? ' · ' : ''}
                    {l.about}
                  </span>
                ) : (
                  'not said'
                )
              }
              figure={l.open && <span className="text-fine text-due">{l.open}</span>}
            >
              {fields.length > 0 && (
                <Fields>
                  {fields.map((f) => (
                    <Control key={f.of.draft} {...f} />
                  ))}
                </Fields>
              )}
              {l.more}
            </Disclosure>
          </li>
        )
      })}
    </ul>
  )
}
