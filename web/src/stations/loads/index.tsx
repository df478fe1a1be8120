import { useBench } from '../../lib/desk'
import { later } from '../../lib/later'
import type { Station } from '../../lib/station'
import { manifest } from './manifest'

export const station: Station = {
  ...manifest,
  useLive: () => {
    const { desk, units } = useBench()
    const held = desk.frame.reach.filter((r) => r.hold !== 'band' && r.hold !== 'dragged')
    if (held.length === 0) return '–'
    return units.span('mass', Math.min(...held.map((r) => r.low_kg)), Math.max(...held.map((r) => r.high_kg)))
  },
  places: ({ desk: { file } }) => [
    ...file.containers.map((c) => ({ name: c.name, what: c.kind, query: `of=${c.id}` })),
    ...file.handles.map((h) => ({ name: h.name, what: h.kind, query: `of=${h.id}` })),
  ],
  Screen: later(() => import('./LoadsStation').then((m) => m.LoadsStation)),
}
