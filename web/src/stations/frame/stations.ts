import type { Station } from '../../lib/station'

const found = import.meta.glob<{ station: Station }>('../*/index.tsx', { eager: true })

/** Every station there is, in the order of the rail: each is found by its folder. */
export const stations: Station[] = Object.values(found)
  .map((m) => m.station)
  .sort((a, b) => a.order - b.order)

/** The station at which a scope ("space", "containers/x") is filled in. */
export const stationOf = (scope: string): Station | undefined => stations.find((s) => s.holds?.includes(scope.split('/')[0] ?? ''))
