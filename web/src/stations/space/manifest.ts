import type { Manifest } from '../../lib/station'

export const manifest: Manifest = {
  path: 'space',
  name: 'Space',
  key: 's',
  order: 20,
  shows: 'space',
  holds: ['space'],
  walks: { space: { client: 'garage' } },
}
