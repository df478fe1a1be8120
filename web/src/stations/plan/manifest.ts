import type { Manifest } from '../../lib/station'

export const manifest: Manifest = {
  path: 'plan',
  name: 'Plan',
  key: 'p',
  order: 70,
  shows: 'plan',
  holds: ['pins'],
  walks: { plan: { client: 'loft' } },
}
