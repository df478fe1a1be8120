import { type ComponentType, type KeyboardEvent, type ReactNode, Suspense, useEffect, useId, useRef, useState } from 'react'
import { later } from '../../lib/later'

/** From so many on only the rows in sight are drawn, and a line finds the others. */
const many = 60
const someMore = 12

const Virtual = later(() => import('./virtual').then((m) => m.Virtual as ComponentType<Inner<Row>>))

export type Row = { id: string }

type Props<T extends Row> = {
  label: string
  items: readonly T[]
  /** One row; it holds a button or a link that says what it is. */
  row: (item: T) => ReactNode
  /** What a row is found by. */
  text: (item: T) => string
  /** Which row is looked at: it is brought into sight. */
  at?: string
  /** The list scrolls by itself; otherwise with the page. */
  scrolls?: boolean
  empty?: ReactNode
  rowHeight?: number
  /** How many rows there will be once the rest has come: room is kept for them, so that nothing moves away when it has. */
  count?: number
  /** Without a line to find by, where there is one already. */
  finder?: boolean
}

/** Letters that have no parts to be folded into. */
const letters: Record<string, string> = { ł: 'l', ø: 'o', đ: 'd', ð: 'd', þ: 'th', æ: 'ae', œ: 'oe', ß: 'ss', ı: 'i' }

/** A text for finding: without case and accents. */
const folded = (s: string) =>
  s
    .toLowerCase()
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .replace(/[łøđðþæœßı]/g, (c) => letters[c] ?? c)

/** A list of any length: found by typing, walked with the arrow keys, with the rows in sight alone once there are many. */
export function List<T extends Row>(p: Props<T>) {
  const [q, setQ] = useState('')
  const id = useId()
  const box = useRef<HTMLUListElement>(null)
  const finder = p.finder !== false && p.items.length > someMore
  const wanted = folded(q.trim())
  const shown = wanted ? p.items.filter((x) => folded(p.text(x)).includes(wanted)) : p.items
  const all = Math.max(shown.length, p.count ?? 0)
  return (
    <div className={p.scrolls ? 'flex min-h-0 flex-col md:h-full' : ''}>
      {finder && (
        <div className="px-1 py-1" data-noprint>
          <label htmlFor={id} className="sr-only">
            Find in {p.label}
          </label>
          <input
            id={id}
            className="w-full max-w-64 border-b border-mark bg-transparent py-0.5 text-body touch:min-h-12"
            placeholder={`find among ${p.items.length}`}
            value={q}
            onChange={(e) => setQ(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Escape') setQ('')
              if (e.key === 'ArrowDown') focusRow(box.current, 0)
              if (e.key === 'Enter') rowsOf(box.current)[0]?.click()
            }}
          />
        </div>
      )}
      {all > many ? (
        <Suspense fallback={<Plain {...p} items={shown.slice(0, many)} more={all - Math.min(shown.length, many)} box={box} />}>
          <Virtual {...(p as unknown as Props<Row>)} items={shown} box={box} />
        </Suspense>
      ) : (
        <Plain {...p} items={shown} box={box} />
      )}
      {p.items.length === 0 && p.empty}
      {p.items.length > 0 && shown.length === 0 && <p className="m-0 px-1 py-2 text-soft">None of them is called “{q}”.</p>}
    </div>
  )
}

const rowsOf = (box: HTMLElement | null) => [...(box?.querySelectorAll<HTMLElement>('[data-row]') ?? [])]

/** Puts the focus on a row, or on the last where there are not so many. */
export function focusRow(box: HTMLElement | null, index: number) {
  const rows = rowsOf(box)
  rows[Math.max(0, Math.min(index, rows.length - 1))]?.focus()
}

/** Up, down, Home and End go from row to row. */
export function walk(e: KeyboardEvent<HTMLElement>) {
  const rows = rowsOf(e.currentTarget)
  const here = rows.indexOf(e.target as HTMLElement)
  const to = { ArrowDown: here + 1, ArrowUp: here - 1, Home: 0, End: rows.length - 1 }[e.key]
  if (here < 0 || to === undefined) return
  e.preventDefault()
  rows[Math.max(0, Math.min(to, rows.length - 1))]?.focus()
}

export type Inner<T extends Row> = Props<T> & { box: React.RefObject<HTMLUListElement | null> }

/** How high a row is taken to be until it is drawn, in px. */
export const usualHeight = 52

export const boxLook = (scrolls?: boolean) =>
  `relative m-0 list-none p-0 ${scrolls ? 'max-md:max-h-[40vh] min-h-0 overflow-y-auto md:grow' : ''}`

/** All rows it is given, and room for so many more. */
function Plain<T extends Row>({ label, items, row, rowHeight = usualHeight, scrolls, at, box, more = 0 }: Inner<T> & { more?: number }) {
  const here = useRef<HTMLLIElement>(null)
  useEffect(() => {
    if (at && scrolls) here.current?.scrollIntoView?.({ block: 'nearest' })
  }, [at, scrolls])
  return (
    <ul ref={box} aria-label={label} className={boxLook(scrolls)} onKeyDown={walk}>
      {items.map((x) => (
        <li key={x.id} ref={x.id === at ? here : undefined} className="border-b border-line">
          {row(x)}
        </li>
      ))}
      {more > 0 && <li aria-hidden="true" style={{ height: more * rowHeight }} />}
    </ul>
  )
}
