import type { Manifest } from '../../lib/station'

export const manifest: Manifest = {
  path: 'needs',
  name: 'Needs',
  key: 'n',
  order: 60,
  shows: 'needs',
  keys: [
    ['c', 'close the worst gap, and again to do it'],
    ['x', 'the next way to close it'],
  ],
  holds: ['tests'],
  walks: { needs: { client: 'loft', query: 'slot=push-overhead' } },
}
