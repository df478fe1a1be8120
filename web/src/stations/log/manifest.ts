import type { Manifest } from '../../lib/station'

export const manifest: Manifest = {
  path: 'log',
  name: 'Log',
  key: 'r',
  order: 90,
  shows: 'log',
  holds: ['sets'],
  walks: { log: { client: 'garage' } },
}
