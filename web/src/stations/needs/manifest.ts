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
    ['m', 'all movements, or back to the board'],
    ['f', 'find a movement'],
    ['o', 'what one more thing opens, or back to the board'],
  ],
  holds: ['tests', 'slots'],
  walks: {
    needs: { client: 'loft', query: 'slot=push-overhead' },
    movements: { client: 'loft', query: 'move=pull-up' },
    additions: { client: 'flat', query: 'more=flat-bench' },
  },
}
