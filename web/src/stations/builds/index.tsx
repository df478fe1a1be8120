import { useBench } from '../../lib/desk'
import { later } from '../../lib/later'
import type { Station } from '../../lib/station'
import { manifest } from './manifest'
import { used } from './words'

export const station: Station = {
  ...manifest,
  useLive: () => {
    const { builds } = useBench().desk.results
    if (builds.failing > 0) return `${builds.failing} fail${builds.failing > 1 ? '' : 's'}`
    return builds.worst === undefined ? '–' : used(builds.worst)
  },
  places: ({ desk: { file } }) => file.builds.map((b) => ({ name: b.name, what: 'build', query: `of=${b.id}` })),
  Screen: later(() => import('./BuildsStation').then((m) => m.BuildsStation)),
}
