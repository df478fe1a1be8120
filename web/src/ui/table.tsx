import { type KeyboardEvent, type ReactNode, useState } from 'react'

export type Column<T> = {
  head: string
  cell: (row: T) => ReactNode
  /** Figures stand at the right, in line. */
  figure?: boolean
  /** Names the row. */
  names?: boolean
  quiet?: boolean
  /** The head is for those who cannot see that none is needed. */
  unseen?: boolean
  /** What rows are sorted by when the head is pressed. */
  by?: (row: T) => number | string
}

type Sorted = { head: string; down: boolean }

const inside = 'a, button, input, select'

/** Arrow keys go from cell to cell, to the control in it where there is one. */
function walk(e: KeyboardEvent<HTMLElement>) {
  const cell = (e.target as HTMLElement).closest('td, th')
  const row = cell?.closest('tr')
  const typed = e.target instanceof HTMLInputElement || e.target instanceof HTMLSelectElement
  if (!(cell instanceof HTMLTableCellElement) || !row || (typed && /^Arrow(Left|Right|Up|Down)$/.test(e.key) && e.target !== cell)) return
  const at = cell.cellIndex
  const beside = (r: Element | null | undefined) => (r instanceof HTMLTableRowElement ? r.cells[at] : undefined)
  const all = [...(row.closest('table')?.rows ?? [])]
  const here = all.indexOf(row as HTMLTableRowElement)
  const to = {
    ArrowRight: row.cells[at + 1],
    ArrowLeft: row.cells[at - 1],
    ArrowDown: beside(all[here + 1]),
    ArrowUp: beside(all[here - 1]),
    Home: row.cells[0],
    End: row.cells[row.cells.length - 1],
  }[e.key]
  if (!to) return
  e.preventDefault()
  const target = to.querySelector<HTMLElement>(inside) ?? to
  if (target === to) to.tabIndex = -1
  target.focus()
}

/** A table of numbers: heads that stay, figures in line, sorted by its heads, walked with the arrow keys, scrolling by itself where it is too wide. */
export function DataTable<T>({
  label,
  columns,
  rows,
  id,
}: {
  label: string
  columns: Column<T>[]
  rows: readonly T[]
  id: (row: T) => string
}) {
  const [sorted, setSorted] = useState<Sorted | null>(null)
  const by = columns.find((c) => c.head === sorted?.head)?.by
  const shown = by
    ? [...rows].sort((a, b) => {
        const [x, y] = [by(a), by(b)]
        return (x < y ? -1 : x > y ? 1 : 0) * (sorted?.down ? -1 : 1)
      })
    : rows
  const turn = (head: string) => setSorted((s) => (s?.head !== head ? { head, down: false } : s.down ? null : { head, down: true }))
  return (
    <section
      aria-label={label}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reachable by keyboard
      tabIndex={0}
      className="relative max-h-[70vh] overflow-auto print:max-h-none print:overflow-visible"
      onKeyDown={(e) => {
        if (e.target !== e.currentTarget) return walk(e)
        if (e.key !== 'Enter') return
        const first = e.currentTarget.querySelector<HTMLElement>('tbody th, tbody td')
        if (first) {
          first.tabIndex = -1
          first.focus()
        }
      }}
    >
      <table className="w-full border-collapse text-body">
        <thead>
          <tr>
            {columns.map((c) => (
              <th
                key={c.head}
                aria-sort={c.by && sorted?.head === c.head ? (sorted.down ? 'descending' : 'ascending') : undefined}
                className={`sticky top-0 z-1 border-b-2 border-ink bg-paper py-1 pr-3 text-fine font-normal text-soft last:pr-0 ${c.figure ? 'text-right' : 'text-left'}`}
              >
                {c.unseen ? (
                  <span className="sr-only">{c.head}</span>
                ) : c.by ? (
                  <button type="button" className="hover:underline" onClick={() => turn(c.head)}>
                    {c.head}
                    <span aria-hidden="true">{sorted?.head === c.head ? (sorted.down ? ' ↓' : ' ↑') : ''}</span>
                  </button>
                ) : (
                  c.head
                )}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {shown.map((r) => (
            <tr key={id(r)} className="break-inside-avoid border-b border-faint align-baseline">
              {columns.map((c) => {
                const look = `py-1.5 pr-3 last:pr-0 ${c.figure ? 'whitespace-nowrap text-right font-semibold' : 'text-left'} ${c.quiet ? 'text-soft' : ''}`
                return c.names ? (
                  <th key={c.head} scope="row" className={`${look} font-semibold`}>
                    {c.cell(r)}
                  </th>
                ) : (
                  <td key={c.head} className={look}>
                    {c.cell(r)}
                  </td>
                )
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}
