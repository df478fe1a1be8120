import { useBench } from '../../lib/desk'
import { scopeName } from '../../lib/file/fields'
import type { List } from '../../lib/file/parts'
import { useTold } from '../../lib/file/told'
import { focusRow } from './list'

/** Removes things of a list: gone at once, the focus stays in the list, and it can be taken back from the notice. */
export function useRemoval(list: List) {
  const { box } = useBench()
  const told = useTold()
  return (id: string, name: string) => {
    const rows = document.activeElement?.closest('ul')
    const all = [...(rows?.querySelectorAll('[data-row]') ?? [])]
    const here = all.findIndex((r) => r.closest('li')?.contains(document.activeElement))
    const kept = box.drop(list, id)
    window.setTimeout(() => focusRow(rows as HTMLElement | null, here))
    told(`${name || scopeName(list)} removed.`, kept, (last) => last.do === 'remove' && last.part === list && (!last.id || last.id === id))
  }
}
