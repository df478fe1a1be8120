import type { ReactNode } from 'react'

/** A list beside what is chosen of it; each scrolls by itself. On a phone the list is a short one above. */
export function MasterDetail({ label, list, foot, children }: { label: string; list: ReactNode; foot?: ReactNode; children: ReactNode }) {
  return (
    <div className="md:grid md:h-full md:min-h-0 md:grid-cols-[minmax(14rem,17rem)_1fr] md:grid-rows-[minmax(0,1fr)] print:block">
      <nav aria-label={label} className="flex min-h-0 min-w-0 flex-col border-line max-md:border-b md:border-r print:hidden">
        <div className="min-h-0 grow">{list}</div>
        {foot && <div className="border-t border-line p-3">{foot}</div>}
      </nav>
      <div className="min-w-0 md:min-h-0 md:overflow-y-auto">{children}</div>
    </div>
  )
}
