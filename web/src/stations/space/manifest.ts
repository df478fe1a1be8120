import type { Manifest } from '../../lib/station'

export const manifest: Manifest = {
  path: 'space',
  name: 'Space',
  key: 's',
  order: 20,
  shows: 'space',
  keys: [
    ['w', 'walk round the walls'],
    ['a', 'add things, one a line'],
    ['Esc', 'back to the room'],
  ],
  holds: ['space', 'rooms', 'openings', 'fixtures', 'overheads'],
  walks: { space: { client: 'loft' } },
}
