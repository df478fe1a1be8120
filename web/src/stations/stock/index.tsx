import { useBench } from '../../lib/desk'
import { later } from '../../lib/later'
import type { Station } from '../../lib/station'
import { manifest } from './manifest'

export const station: Station = {
  ...manifest,
  useLive: () => {
    const f = useBench().desk.file
    return String(f.containers.length + f.things.length + f.handles.length + f.bands.length + f.gear.length)
  },
  places: ({ desk: { file }, library }) => [
    ...file.batches.map((b) => ({ name: b.name, what: 'batch', query: `of=${b.id}` })),
    ...file.things.map((t) => ({ name: t.name, what: 'thing', query: `of=${t.id}` })),
    ...file.gear.map((g) => ({ name: library.gear.find((x) => x.key === g.item)?.name ?? g.item, what: 'gear', query: `of=${g.id}` })),
  ],
  Screen: later(() => import('./StockStation').then((m) => m.StockStation)),
}
