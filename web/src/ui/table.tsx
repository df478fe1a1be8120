import type { ReactNode } from 'react'

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
}

/** A table of numbers: sticky heads, figures in line, scrolling by itself where it is too wide. */
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
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reachable by keyboard
    <section aria-label={label} tabIndex={0} className="relative overflow-x-auto">
      <table className="w-full border-collapse text-[15px]">
        <thead>
          <tr>
            {columns.map((c) => (
              <th
                key={c.head}
                className={`sticky top-0 border-b-2 border-ink py-1 pr-3 text-[14px] font-normal text-soft last:pr-0 ${c.figure ? 'text-right' : 'text-left'}`}
              >
                {c.unseen ? <span className="sr-only">{c.head}</span> : c.head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={id(r)} className="border-b border-faint align-baseline break-inside-avoid">
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
