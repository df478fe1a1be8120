import { later } from '../../lib/later'
import type { Station } from '../../lib/station'
import { manifest } from './manifest'

export const station: Station = {
  ...manifest,
  useLive: () => 'PDF',
  Screen: later(() => import('./HandoverStation').then((m) => m.HandoverStation)),
}
