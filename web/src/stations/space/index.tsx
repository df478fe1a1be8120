import { lazy } from 'react'
import { useBench } from '../../lib/desk'
import type { Station } from '../../lib/station'
import { manifest } from './manifest'

export const station: Station = {
  ...manifest,
  useLive: () => {
    const { desk, units } = useBench()
    const overhead = desk.frame.overhead_m
    return overhead === undefined ? '?' : units.show('height', overhead)
  },
  Screen: lazy(() => import('./SpaceStation').then((m) => ({ default: m.SpaceStation }))),
}
