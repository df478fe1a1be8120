import { useBench } from '../../lib/desk'
import { later } from '../../lib/later'
import type { Station } from '../../lib/station'
import { manifest } from './manifest'

export const station: Station = {
  ...manifest,
  useLive: () => {
    const { desk, units } = useBench()
    const band = desk.frame.reach.find((r) => r.hold === 'band')
    if (band) return units.span('mass', band.low_kg, band.high_kg)
    const n = desk.file.bands.length
    return n > 0 ? `${n} band${n > 1 ? 's' : ''}` : '–'
  },
  places: ({ desk: { file } }) => file.bands.map((b) => ({ name: b.name, what: 'band', query: `of=${b.id}` })),
  Screen: later(() => import('./BandsStation').then((m) => m.BandsStation)),
}
