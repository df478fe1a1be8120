import { useBench } from '../../lib/desk'
import { later } from '../../lib/later'
import type { Station } from '../../lib/station'
import { manifest } from './manifest'

export const station: Station = {
  ...manifest,
  useLive: () => {
    const { desk, units } = useBench()
    const overhead = desk.frame.overhead_m
    return overhead === undefined ? '?' : units.show('height', overhead)
  },
  places: ({ desk }) => {
    const { rooms, openings, fixtures, overheads } = desk.file
    const inRoom = (list: string, what: string) => (x: { id: string; name: string; room: string }) => ({
      name: x.name,
      what,
      query: `?room=${x.room}&of=${list}/${x.id}`,
    })
    return [
      ...rooms.map((r) => ({ name: r.name, what: 'room', query: `?room=${r.id}` })),
      ...openings.map(inRoom('openings', 'opening')),
      ...fixtures.map(inRoom('fixtures', 'in a room')),
      ...overheads.map(inRoom('overheads', 'ceiling')),
    ]
  },
  Screen: later(() => import('./SpaceStation').then((m) => m.SpaceStation)),
}
