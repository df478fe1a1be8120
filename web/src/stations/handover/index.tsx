import { lazy } from 'react'
import type { Station } from '../../lib/station'
import { manifest } from './manifest'

export const station: Station = {
  ...manifest,
  useLive: () => 'PDF',
  Screen: lazy(() => import('./HandoverStation').then((m) => ({ default: m.HandoverStation }))),
}
