import type { Manifest } from '../../lib/station'

export const manifest: Manifest = {
  path: 'handover',
  name: 'Hand-over',
  key: 'h',
  order: 140,
  shows: 'handover',
  walks: { handover: { client: 'flat' } },
}
