import type { ReactNode } from 'react'

type Props = {
  open: boolean
  onOpen: () => void
  name: ReactNode
  /** What is said of it in short. */
  about?: ReactNode
  /** Its number, at the right. */
  figure?: ReactNode
  /** Something below the line, open or not. */
  under?: ReactNode
  /** What it opens to. */
  children: ReactNode
}

/** A line that opens to what can be changed of it. */
export function Disclosure({ open, onOpen, name, about, figure, under, children }: Props) {
  return (
    // As wide as where it stands: beside each other where there is room, else under each other.
    <div className="@container">
      <button
        type="button"
        data-row
        aria-expanded={open}
        onClick={onOpen}
        className="grid w-full grid-cols-[1fr_auto] items-baseline gap-x-4 px-1 py-1.5 text-left hover:bg-sheet touch:py-3 @lg:grid-cols-[minmax(8rem,12rem)_1fr_auto]"
      >
        <span className="font-cond text-lead font-semibold">
          <span aria-hidden="true" className="mr-2 inline-block w-3 text-soft">
            {open ? '▾' : '▸'}
          </span>
          {name}
        </span>
        <span className="order-3 text-fine text-soft @max-lg:col-span-2 @max-lg:pl-5 @lg:order-none">{about}</span>
        <b className="whitespace-nowrap text-right font-cond text-lead">{figure}</b>
        {under && <span className="col-span-full order-4">{under}</span>}
      </button>
      {open && <div className="bg-sheet px-3 pb-3 pt-1">{children}</div>}
    </div>
  )
}

/** The fields of what is open, side by side as far as they fit. */
export const Fields = ({ children }: { children: ReactNode }) => (
  <div className="flex flex-wrap items-start gap-x-5 gap-y-1">{children}</div>
)
