import { useBench } from '../../lib/desk'
import { later } from '../../lib/later'
import type { Station } from '../../lib/station'
import { manifest } from './manifest'

export const station: Station = {
  ...manifest,
  useLive: () => {
    const { frame } = useBench().desk
    return frame.lacks ? '?' : `${frame.covered}/${frame.needs.length}`
  },
  places: ({ desk }) => desk.frame.needs.map((s) => ({ name: s.name, what: 'need', query: `slot=${s.key}` })),
  Screen: later(() => import('./NeedsStation').then((m) => m.NeedsStation)),
}
