import { describe, expect, it } from 'vitest'
import { ticks } from '../../ui/draw'
import { nextLength } from './CurvePanel'
import type { Band, Pull } from './forces'
import { dueOf } from './KeepPanel'
import { newBand } from './RigPanel'
import { split } from './TensionCurve'

const point = (way: number, reach: Pull['points'][number]['reach']) => ({
  way,
  run_m: 1,
  pull_n: way,
  u95_n: 0,
  along_n: 0,
  reach,
  stretch: 1,
})

describe('the pieces of a tension curve', () => {
  it('each begins where the one before it ends', () => {
    const got = split([point(0, 'slack'), point(0.3, 'slack'), point(0.6, 'within'), point(1, 'beyond measured')])
    expect(got.map((p) => p.kind)).toEqual(['slack', 'usable', 'beyond'])
    expect(got[1]?.points.map((p) => p.way)).toEqual([0.3, 0.6])
    expect(got[2]?.points.map((p) => p.way)).toEqual([0.6, 1])
  })
})

describe('marks of an axis', () => {
  it('are round and within', () => {
    expect(ticks(0, 154, 4)).toEqual([0, 50, 100, 150])
    expect(ticks(0, 9, 4)).toEqual([0, 2, 4, 6, 8])
    expect(ticks(0.98, 2.9, 4)).toEqual([1, 1.5, 2, 2.5])
  })
})

describe('a new band', () => {
  const b: Band = newBand('long-loop', 1)
  it('is asked for three lengths, one after the other', () => {
    const lengths: number[] = []
    let now = b
    for (let i = 0; i < 3; i++) {
      const length_m = nextLength(now)
      lengths.push(length_m / b.rest_m)
      now = { ...now, points: [...now.points, { length_m, force_n: 50 + i, u_n: 0, releasing: false, at: 0 }] }
    }
    expect(lengths.map((l) => Math.round(l * 10) / 10)).toEqual([1.3, 1.7, 2.3])
  })
})

describe('what is due of a band', () => {
  it('is what has come by now', () => {
    const dues = [
      { what: 'look', at: 0, retire: false },
      { what: 'pull', at: 200, retire: false },
    ]
    expect(dueOf({ dues } as never, 100).map((d) => d.what)).toEqual(['look'])
    expect(dueOf(undefined, 100)).toEqual([])
  })
})
