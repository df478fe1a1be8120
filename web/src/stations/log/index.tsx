import { useBench } from '../../lib/desk'
import { later } from '../../lib/later'
import type { Station } from '../../lib/station'
import { manifest } from './manifest'

const week = 7 * 24 * 60 * 60

export const station: Station = {
  ...manifest,
  useLive: () => {
    const { desk, person } = useBench()
    const since = Date.now() / 1000 - week
    const n = desk.file.sets.filter((s) => s.person === person.id && (s.done_at ?? 0) > since).length
    return n > 0 ? `${n} this week` : ''
  },
  Screen: later(() => import('./LogStation').then((m) => m.LogStation)),
}
