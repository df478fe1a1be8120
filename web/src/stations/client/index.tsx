import { useBench } from '../../lib/desk'
import { later } from '../../lib/later'
import type { Station } from '../../lib/station'
import { manifest } from './manifest'

export const station: Station = {
  ...manifest,
  useLive: () => {
    const { person, units } = useBench()
    const tall = person.stature_m
    return tall > 0 ? units.show('length', tall) : '?'
  },
  Screen: later(() => import('./ClientStation').then((m) => m.ClientStation)),
}
