import { useVirtualizer, useWindowVirtualizer, type Virtualizer } from '@tanstack/react-virtual'
import { useEffect, useLayoutEffect, useRef, useState } from 'react'
import { boxLook, type Inner, type Row, usualHeight, walk } from './list'

/** Only the rows in sight: of a list that scrolls, of a station that does, or of the whole page. */
export function Virtual<T extends Row>(p: Inner<T>) {
  const [of, setOf] = useState<'list' | 'station' | 'page' | null>(p.scrolls ? 'list' : null)
  const start = useRef<HTMLDivElement>(null)
  const [margin, setMargin] = useState(0)
  const own = p.scrolls
  useLayoutEffect(() => {
    const [here, main] = [start.current, start.current?.closest('main')]
    if (own || !here || !main) return
    const station = /auto|scroll/.test(getComputedStyle(main).overflowY)
    const top = here.getBoundingClientRect().top
    setMargin(station ? top - main.getBoundingClientRect().top + main.scrollTop : top + window.scrollY)
    setOf(station ? 'station' : 'page')
  }, [own])
  return (
    <>
      <div ref={start} />
      {of === null && <div style={{ height: windowOf({ ...p, margin }).count * (p.rowHeight ?? usualHeight) }} />}
      {of === 'page' && <OnPage {...p} margin={margin} />}
      {(of === 'list' || of === 'station') && <Inside {...p} margin={margin} />}
    </>
  )
}

type Placed<T extends Row> = Inner<T> & { margin: number }

const windowOf = <T extends Row>({ items, count = 0, rowHeight = usualHeight, margin }: Placed<T>) => ({
  count: Math.max(items.length, count),
  estimateSize: () => rowHeight,
  getItemKey: (i: number) => items[i]?.id ?? i,
  overscan: 8,
  scrollMargin: margin,
})

function OnPage<T extends Row>(p: Placed<T>) {
  const v = useWindowVirtualizer<HTMLLIElement>(windowOf(p))
  return <InSight {...p} v={v} />
}

function Inside<T extends Row>(p: Placed<T>) {
  const v = useVirtualizer<HTMLElement, HTMLLIElement>({
    ...windowOf(p),
    getScrollElement: () => (p.scrolls ? p.box.current : (p.box.current?.closest('main') ?? null)),
  })
  return <InSight {...p} v={v} />
}

type Seen = Pick<Virtualizer<Element, HTMLLIElement>, 'getVirtualItems' | 'getTotalSize' | 'measureElement'> & {
  scrollToIndex: (i: number, o: { align: 'auto' }) => void
}

/** The rows in sight, each as high as it turns out to be, and room for the others before and after. */
function InSight<T extends Row>({ label, items, row, rowHeight = usualHeight, scrolls, at, box, margin, v }: Placed<T> & { v: Seen }) {
  const index = items.findIndex((x) => x.id === at)
  const latest = useRef(v)
  latest.current = v
  useEffect(() => {
    if (index >= 0) latest.current.scrollToIndex(index, { align: 'auto' })
  }, [index])
  const seen = v.getVirtualItems()
  return (
    <ul ref={box} aria-label={label} className={boxLook(scrolls)} onKeyDown={walk}>
      <li aria-hidden="true" style={{ height: Math.max(0, (seen[0]?.start ?? 0) - margin) }} />
      {seen.map((i) => {
        const x = items[i.index]
        return x ? (
          <li
            key={x.id}
            ref={v.measureElement}
            data-index={i.index}
            aria-setsize={items.length}
            aria-posinset={i.index + 1}
            className="border-b border-line"
          >
            {row(x)}
          </li>
        ) : (
          <li key={i.index} aria-hidden="true" style={{ height: rowHeight }} /> // still to come
        )
      })}
      <li aria-hidden="true" style={{ height: Math.max(0, v.getTotalSize() + margin - (seen.at(-1)?.end ?? 0)) }} />
    </ul>
  )
}
