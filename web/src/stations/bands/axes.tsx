import { useSheet } from '../../ui/draw'

/** Whether nothing is known of the band at a point. */
export const beyondMeasured = (p: { reach: string }) => p.reach === 'beyond measured'

/** What a force may be, from below to above it: points of x, force and ±. */
export function Ribbon({ points }: { points: readonly (readonly [number, number, number])[] }) {
  const s = useSheet()
  const above = points.map(([x, f, u]) => `${s.x(x)} ${s.y(f + u)}`)
  const below = points.map(([x, f, u]) => `${s.x(x)} ${s.y(Math.max(0, f - u))}`).reverse()
  return <path d={points.length ? `M${[...above, ...below].join('L')}Z` : ''} fill="var(--ink)" opacity="0.11" />
}
