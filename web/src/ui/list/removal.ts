import { useRef } from 'react'
import type { Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { scopeName } from '../../lib/file/fields'
import type { List } from '../../lib/file/parts'
import { tell } from '../../lib/notices'
import { focusRow } from './list'

/** Removes things of a list: gone at once, the focus stays in the list, and it can be taken back from the notice. */
export function useRemoval(list: List) {
  const { box, desk } = useBench()
  const steps = useRef(desk.steps)
  steps.current = desk.steps
  return (id: string, name: string) => {
    const rows = document.activeElement?.closest('ul')
    const all = [...(rows?.querySelectorAll('[data-row]') ?? [])]
    const here = all.findIndex((r) => r.closest('li')?.contains(document.activeElement))
    const kept = box.drop(list, id)
    window.setTimeout(() => focusRow(rows as HTMLElement | null, here))
    kept.then((gone) => {
      if (!gone) return
      tell(`${name || scopeName(list)} removed.`, {
        label: 'Take it back',
        run: () => {
          const last: Shapes['Label'] | undefined = steps.current.undo?.label
          if (last?.do === 'remove' && last.part === list && (!last.id || last.id === id)) box.step({ step: 'undo' })
          else tell('Something else has been changed since: take both back in what was changed (h).')
        },
      })
    })
  }
}
