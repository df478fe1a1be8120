import type { Manifest } from '../../lib/station'

export const manifest: Manifest = {
  path: 'loads',
  name: 'Loads',
  key: 'l',
  order: 40,
  shows: 'loads',
  keys: [
    ['w', 'weigh it'],
    ['r', 'take what the scale shows'],
  ],
  holds: ['weighings'],
  walks: {
    loads: { client: 'loft', query: 'of=bucket' },
    packing: { client: 'loft', query: 'of=pack' },
    weighing: { client: 'garage', query: 'of=soap-1' },
    bar: { client: 'garage', query: 'of=spin' },
  },
}
