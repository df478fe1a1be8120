import type { Manifest } from '../../lib/station'

export const manifest: Manifest = {
  path: 'builds',
  name: 'Builds',
  key: 'd',
  order: 65,
  shows: 'builds',
  keys: [['k', 'cuts and shopping, or back']],
  holds: ['builds', 'offcuts'],
  walks: {
    builds: { client: 'loft' },
    'what could be built': { client: 'garage', query: 'design=board-bands' },
    'cuts and shopping': { client: 'loft', query: 'bill=' },
  },
}
