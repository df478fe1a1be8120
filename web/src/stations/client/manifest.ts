import type { Manifest } from '../../lib/station'

export const manifest: Manifest = {
  path: 'client',
  name: 'Client',
  key: 'c',
  order: 10,
  shows: 'client',
  holds: ['profile', 'persons', 'operations', 'releases'],
  walks: { client: { client: 'flat' } },
}
