import type { Manifest } from '../../lib/station'

export const manifest: Manifest = {
  path: 'needs',
  name: 'Needs',
  key: 'n',
  order: 60,
  shows: 'needs',
  keys: [['c', 'close the worst gap']],
  holds: ['tests'],
  walks: { needs: { client: 'loft', query: 'slot=push-overhead' } },
}
