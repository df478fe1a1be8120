import { type PointerEvent, useMemo } from 'react'
import { type At, useSheet } from '../draw'

export type Corner = readonly number[]

/** Places of the room, whose y runs down, on the sheet. */
export function usePlace() {
  const s = useSheet()
  return useMemo(
    () =>
      (c: Corner): At => [s.x(c[0] ?? 0), s.y(-(c[1] ?? 0))],
    [s],
  )
}

/** The place of the room under a pointer. */
export function useUnder() {
  const s = useSheet()
  return useMemo(
    () =>
      (e: PointerEvent<Element>): At => {
        const box = (e.currentTarget as SVGElement).ownerSVGElement?.getBoundingClientRect()
        if (!box) return [0, 0]
        const k = s.width / box.width
        const [px, py] = [(e.clientX - box.left) * k, (e.clientY - box.top) * k]
        return [(px - s.x(0)) / (s.x(1) - s.x(0)), -(py - s.y(0)) / (s.y(1) - s.y(0))]
      },
    [s],
  )
}
