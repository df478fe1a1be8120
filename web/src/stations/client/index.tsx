import { lazy } from 'react'
import { useBench } from '../../lib/desk'
import type { Station } from '../../lib/station'
import { manifest } from './manifest'

export const station: Station = {
  ...manifest,
  useLive: () => {
    const { person, units } = useBench()
    const tall = person.stature_m
    return tall > 0 ? units.show('length', tall) : '?'
  },
  Screen: lazy(() => import('./ClientStation').then((m) => ({ default: m.ClientStation }))),
}
