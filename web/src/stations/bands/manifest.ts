import type { Manifest } from '../../lib/station'

export const manifest: Manifest = {
  path: 'bands',
  name: 'Bands',
  key: 'b',
  order: 50,
  shows: 'bands',
  keys: [['r', 'take what the scale shows']],
  holds: ['bands', 'rigs'],
  walks: {
    bands: { client: 'loft' },
    'band in pounds': { client: 'garage', query: 'move=band-squat' },
    'no band': { client: 'flat' },
  },
}
