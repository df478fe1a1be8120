import { type ReactNode, useState } from 'react'

type Props = {
  label: string
  list: ReactNode
  /** What is chosen: on a phone it stands for the list. */
  now: string
  foot?: ReactNode
  children: ReactNode
}

/** A list beside what is chosen of it; each scrolls by itself. On a phone what is chosen comes first, and its name opens the list. */
export function MasterDetail({ label, list, now, foot, children }: Props) {
  const [open, setOpen] = useState(false)
  return (
    <div className="md:grid md:h-full md:min-h-0 md:grid-cols-[minmax(14rem,17rem)_1fr] md:grid-rows-[minmax(0,1fr)] print:block">
      <nav aria-label={label} className="flex min-h-0 min-w-0 flex-col border-line max-md:border-b md:border-r print:hidden">
        <button
          type="button"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
          className="flex min-h-12 items-center gap-3 px-4 text-left font-cond text-lead font-semibold md:hidden"
        >
          <span className="grow">{now}</span>
          <span aria-hidden="true">{open ? '▴' : '▾'}</span>
        </button>
        {/* biome-ignore lint/a11y/noStaticElementInteractions: choosing one of the list shuts it, whatever was pressed in it */}
        {/* biome-ignore lint/a11y/useKeyWithClickEvents: a key on a row is a click of its button */}
        <div
          className={`min-h-0 grow ${open ? '' : 'max-md:hidden'}`}
          onClick={(e) => (e.target as HTMLElement).closest('[data-row]') && setOpen(false)}
        >
          {list}
        </div>
        {foot && <div className={`border-t border-line p-3 ${open ? '' : 'max-md:hidden'}`}>{foot}</div>}
      </nav>
      <div className="relative min-w-0 md:min-h-0 md:overflow-y-auto">{children}</div>
    </div>
  )
}
