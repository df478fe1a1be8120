import type { Manifest } from '../../lib/station'

export const manifest: Manifest = {
  path: 'stock',
  name: 'Stock',
  key: 't',
  order: 30,
  shows: 'stock',
  keys: [['n', 'add a container']],
  holds: ['at-hand', 'stock', 'containers', 'batches', 'things', 'handles', 'plates', 'gear'],
  walks: { stock: { client: 'garage' } },
}
