import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Shapes } from '../../api/client'
import { AxisLog, capsule, Dimension, extent, Label, Person, rounded, Scene, sheetOf, spread, useDrag, useSheet } from '.'

describe('a sheet', () => {
  const pad = { left: 10, right: 20, top: 30, bottom: 40 }
  it('has one scale for both where things are drawn, and keeps what stands on the floor at the bottom', () => {
    const s = sheetOf({ width: 330, height: 570 }, [0, 3], [0, 2], pad, { equal: true })
    expect(s.x(3) - s.x(0)).toBeCloseTo(300)
    expect(s.y(0) - s.y(2)).toBeCloseTo(200)
    expect(s.y(0)).toBe(530)
    expect(s.len(1)).toBeCloseTo(100)
    const tall = sheetOf({ width: 1030, height: 270 }, [0, 3], [0, 2], pad, { equal: true })
    expect(tall.len(1)).toBeCloseTo(100)
    expect((tall.x(0) + tall.x(3)) / 2).toBeCloseTo((10 + 1010) / 2)
  })
  it('lays what is seen from above in the middle, and stands what stands on a floor at the bottom', () => {
    const pad = { left: 10, right: 10, top: 10, bottom: 10 }
    const wide = { width: 420, height: 320 }
    const plan = sheetOf(wide, [0, 4], [0, 1], pad, { equal: true, middle: true })
    expect([plan.y(0), plan.y(1), plan.len(1)]).toEqual([210, 110, 100])
    const figure = sheetOf(wide, [0, 4], [0, 1], pad, { equal: true })
    expect([figure.y(0), figure.y(1)]).toEqual([310, 210])
  })

  it('makes equal ratios equal lengths on a logarithmic axis', () => {
    const s = sheetOf({ width: 630, height: 100 }, [1, 64], [0, 1], pad, { log: true })
    expect(s.x(2) - s.x(1)).toBeCloseTo(s.x(64) - s.x(32))
    expect(s.x(0.001)).toBe(10)
  })
})

describe('labels that keep apart', () => {
  it.each(Array.from({ length: 60 }, (_, i) => i + 1))('never lie on each other, in their order, within the line (seed %i)', (seed) => {
    let s = seed
    const next = () => {
      s = (s * 48271) % 2147483647
      return s / 2147483647
    }
    const labels = Array.from({ length: 2 + Math.floor(next() * 8) }, () => ({ at: next() * 400, size: 10 + next() * 30 }))
    const room = labels.reduce((n, l) => n + l.size, 0)
    const got = spread(labels, 0, Math.max(400, room))
    const order = labels.map((_, i) => i).sort((a, b) => (got[a] ?? 0) - (got[b] ?? 0))
    for (let k = 0; k < order.length; k++) {
      const i = order[k] as number
      const [lo, hi] = [(got[i] as number) - (labels[i]?.size ?? 0) / 2, (got[i] as number) + (labels[i]?.size ?? 0) / 2]
      expect(lo).toBeGreaterThanOrEqual(-1e-6)
      expect(hi).toBeLessThanOrEqual(Math.max(400, room) + 1e-6)
      const j = order[k + 1]
      if (j === undefined) continue
      expect((got[j] as number) - (labels[j]?.size ?? 0) / 2).toBeGreaterThanOrEqual(hi - 1e-6)
      expect(labels[j]?.at, 'in their order').toBeGreaterThanOrEqual(labels[i]?.at ?? 0)
    }
    // No other placing on a fine grid moves them less: for two labels this can be tried out.
    if (labels.length === 2) {
      const off = (p: readonly number[]) => p.reduce((n, v, i) => n + (v - (labels[i]?.at ?? 0)) ** 2, 0)
      const best = off(got)
      const apart = ((labels[0]?.size ?? 0) + (labels[1]?.size ?? 0)) / 2
      for (let a = 0; a <= 400; a += 2)
        for (let b = 0; b <= 400; b += 2) {
          const fits =
            Math.abs(a - b) >= apart && [a, b].every((v, i) => v >= (labels[i]?.size ?? 0) / 2 && v <= 400 - (labels[i]?.size ?? 0) / 2)
          if (fits && Math.sign(b - a) === Math.sign((labels[1]?.at ?? 0) - (labels[0]?.at ?? 0)))
            expect(off([a, b])).toBeGreaterThanOrEqual(best - 1e-6)
        }
    }
  })
  it('leave alone what does not touch', () => {
    expect(
      spread([
        { at: 10, size: 8 },
        { at: 90, size: 8 },
      ]),
    ).toEqual([10, 90])
  })
})

describe('outlines', () => {
  const numbers = (d: string) => (d.match(/-?[\d.]+/g) ?? []).map(Number)
  it('of a limb touch both of its ends at their width', () => {
    const d = capsule([0, 0], 10, [100, 0], 5)
    const ys = [...d.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map((m) => [Number(m[1]), Number(m[2])] as const)
    for (const [x, y] of ys) {
      const near = Math.hypot(x, y)
      const far = Math.hypot(x - 100, y)
      expect(Math.min(Math.abs(near - 10), Math.abs(far - 5))).toBeLessThan(0.02)
    }
  })
  it('of a limb that is seen end on are the wider end', () => {
    expect(numbers(capsule([3, 4], 10, [4, 4], 2)).slice(0, 2)).toEqual([-7, 4])
  })
  it('that are round pass through the middles of their sides', () => {
    expect(
      rounded([
        [0, 0],
        [10, 0],
        [10, 10],
      ]),
    ).toBe('M5.0 0.0Q10.0 0.0 10.0 5.0Q10.0 10.0 5.0 5.0Q0.0 0.0 5.0 0.0Z')
    expect(rounded([])).toBe('')
  })
})

const at = (x: number, y: number, z = 0.1) => ({ x, y, z })
const joints: Shapes['Joints'] = {
  head: at(0, 1.6, 0),
  shoulder: at(0, 1.4, 0.22),
  elbow: at(0.1, 1.1, 0.25),
  hand: at(0.3, 1.0, 0.25),
  hip: at(0, 0.9, 0.09),
  knee: at(0.05, 0.48, 0.09),
  ankle: at(0, 0.07, 0.09),
  toe: at(0.18, 0.01, 0.09),
  moving_knee: at(0.05, 0.48, 0.09),
  moving_ankle: at(0, 0.07, 0.09),
}
const limb = (name: string, from: string, to: string) => ({ name, from, to, near_m: 0.06, far_m: 0.04 }) as Shapes['Limb']
const physique: Shapes['Physique'] = {
  limbs: [
    limb('upper arm', 'shoulder', 'elbow'),
    limb('forearm and hand', 'elbow', 'hand'),
    limb('thigh', 'hip', 'knee'),
    limb('shank', 'knee', 'ankle'),
    limb('foot', 'ankle', 'toe'),
  ],
  chest: { breadth_m: 0.18, depth_m: 0.12 },
  waist: { breadth_m: 0.15, depth_m: 0.11 },
  seat: { breadth_m: 0.17, depth_m: 0.12 },
  head: { breadth_m: 0.077, depth_m: 0.1 },
  head_half_m: 0.11,
  neck_m: 0.06,
}

describe('a body', () => {
  const drawn = (view: 'side' | 'front' | 'above', more = {}) => {
    const { container, unmount } = render(
      <Scene label="somebody" x={[-1, 1]} y={[-1, 2]} equal>
        <Person joints={joints} physique={physique} view={view} {...more} />
      </Scene>,
    )
    const paths = [...container.querySelectorAll('path[stroke]')].map((p) => p.getAttribute('d'))
    const head = container.querySelector('ellipse')
    const radii = [Number(head?.getAttribute('rx')), Number(head?.getAttribute('ry'))]
    unmount()
    return { paths, radii }
  }
  it('has two arms and two legs from the front, one of each from the side', () => {
    const side = drawn('side')
    const front = drawn('front')
    // Three parts of a leg, neck, two of the trunk, two of an arm; the other side twice over.
    expect(side.paths).toHaveLength(3 + 3 + 2)
    expect(front.paths).toHaveLength(6 + 2 + 4)
    expect(new Set(front.paths).size).toBe(front.paths.length)
  })
  it('has a head as long as it is from the side, as broad from the front', () => {
    const ratio = ([a, b]: number[]) => (a ?? 0) / (b ?? 1)
    expect(ratio(drawn('side').radii)).toBeCloseTo(0.1 / 0.11)
    expect(ratio(drawn('front').radii)).toBeCloseTo(0.077 / 0.11)
    expect(ratio(drawn('above').radii)).toBeCloseTo(0.077 / 0.1)
  })
  it('keeps an arm that takes no part where it was', () => {
    const raised = { ...joints, elbow: at(0, 1.4, 0.5), hand: at(0, 1.4, 0.8) }
    const both = drawn('front', { joints: raised })
    const one = drawn('front', { joints: raised, otherArm: joints })
    expect(one.paths.filter((p) => !both.paths.includes(p))).toHaveLength(2)
  })
  it('takes as much of the sheet as its limbs do', () => {
    const e = extent('front', [joints], physique)
    expect(e.x[0]).toBeLessThan(-0.25)
    expect(e.y[0]).toBeLessThanOrEqual(0)
    expect(e.y[1]).toBeGreaterThan(1.6)
  })
})

describe('a drawing', () => {
  it('says what it shows, and tells the same as a table', () => {
    render(
      <Scene label="A room" x={[0, 4]} y={[0, 3]} equal table={{ head: ['of it', 'is'], rows: [['length', '4 m']] }}>
        <Dimension from={[0, 10]} to={[100, 10]} text="4 m" />
        <Label at={[1, 2]}>floor</Label>
      </Scene>,
    )
    expect(screen.getByRole('img', { name: 'A room' })).toBeInTheDocument()
    const table = screen.getByRole('table', { name: 'A room, in figures' })
    expect(within(table).getByRole('cell', { name: '4 m' })).toBeInTheDocument()
  })
})

describe('a label', () => {
  const placed = (x: number, anchor: 'start' | 'middle' | 'end') => {
    const { container } = render(
      <Scene label="Labels" x={[0, 1]} y={[0, 1]}>
        <Label at={[x, 10]} anchor={anchor} size="body">
          {'twenty letters long.'}
        </Label>
      </Scene>,
    )
    return Number(container.querySelector('text')?.getAttribute('x'))
  }
  it('moves in where it would leave the sheet, and stays where it fits', () => {
    expect(placed(50, 'start')).toBe(50)
    expect(placed(515, 'start')).toBe(520 - 120)
    expect(placed(515, 'middle')).toBe(520 - 60)
    expect(placed(518, 'end')).toBe(518)
    expect(placed(9, 'middle')).toBe(60)
    expect(placed(9, 'end')).toBe(120)
  })
})

describe('a logarithmic axis', () => {
  const figures = (lo: number, hi: number) => {
    const { container } = render(
      <Scene label="Loads" log x={[lo, hi]} y={[0, 1]}>
        <AxisLog from={lo} to={hi} factor={0.5} />
      </Scene>,
    )
    return [...container.querySelectorAll('text')].map((t) => ({ v: Number(t.textContent), at: Number(t.getAttribute('x')) }))
  }
  it.each([
    [0.3, 60],
    [4, 9],
    [0.02, 900],
  ])('names the round values first, and none so near to another that they touch (%s to %s)', (lo, hi) => {
    const got = figures(lo, hi)
    expect(got.length).toBeGreaterThan(3)
    for (const [i, b] of got.slice(1).entries()) {
      const a = got[i] ?? b
      expect(b.at - a.at).toBeGreaterThan(4 * (String(a.v).length + String(b.v).length))
    }
    const named = got.map((g) => g.v)
    for (const tens of [0.1, 1, 10, 100]) expect(named.includes(tens)).toBe(tens * 0.5 >= lo && tens * 0.5 <= hi)
  })
})

describe('dragging', () => {
  beforeEach(() => vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'requestAnimationFrame', 'cancelAnimationFrame'] }))
  afterEach(() => vi.useRealTimers())

  function Line(p: { value: number; onMove: (v: number) => void; onRest: (v: number) => void; onOff: () => void }) {
    const s = useSheet()
    const drag = useDrag({ ...p, min: 0, max: 1, step: 0.01, at: ({ clientX }) => clientX / 100 })
    return <rect data-testid="line" width={s.width} height="4" {...drag} />
  }
  const show = (value = 0.5) => {
    const [onMove, onRest, onOff] = [vi.fn(), vi.fn(), vi.fn()]
    const scene = (now: number) => (
      <Scene label="level" x={[0, 1]} y={[0, 1]} interactive>
        <Line value={now} onMove={onMove} onRest={onRest} onOff={onOff} />
      </Scene>
    )
    const page = render(scene(value))
    const line = screen.getByTestId('line') as unknown as SVGElement & { setPointerCapture: unknown; hasPointerCapture: unknown }
    line.setPointerCapture = () => {}
    line.hasPointerCapture = () => true
    return { line, onMove, onRest, onOff, value: (now: number) => page.rerender(scene(now)) }
  }

  it('tells at most once a frame where it is, and once where it came to rest', () => {
    const { line, onMove, onRest } = show()
    fireEvent.pointerDown(line, { clientX: 50, pointerId: 1 })
    for (let i = 0; i < 60; i++) fireEvent.pointerMove(line, { clientX: 50 + i / 2, pointerId: 1 })
    vi.advanceTimersByTime(20)
    expect(onMove).toHaveBeenCalledTimes(1)
    expect(onMove).toHaveBeenLastCalledWith(0.8) // snapped to its step
    fireEvent.pointerUp(line, { pointerId: 1 })
    expect(onRest.mock.calls).toEqual([[0.8]])
  })
  it('goes on from where it came to rest while its value has not followed yet, and from the value once it has', () => {
    const { line, onRest, value } = show()
    const up = () => {
      fireEvent.keyDown(line, { key: 'ArrowUp' })
      vi.advanceTimersByTime(400)
    }
    up()
    up() // the first is on its way to the server
    expect(onRest.mock.calls.map(([v]) => v)).toEqual([0.51, 0.52])
    value(0.3) // something else has become of it
    up()
    expect(onRest).toHaveBeenLastCalledWith(0.31)
    vi.advanceTimersByTime(6000) // and nothing of this
    up()
    expect(onRest).toHaveBeenLastCalledWith(0.31)
  })
  it('is nothing when it was pressed and not moved, or called off', () => {
    const { line, onRest } = show()
    fireEvent.pointerDown(line, { clientX: 50, pointerId: 1 })
    fireEvent.pointerUp(line, { pointerId: 1 })
    fireEvent.pointerDown(line, { clientX: 90, pointerId: 1 })
    fireEvent.pointerCancel(line, { pointerId: 1 })
    fireEvent.pointerUp(line, { pointerId: 1 })
    expect(onRest).not.toHaveBeenCalled()
  })
  it('goes by keys, all of them one change', () => {
    const { line, onRest } = show()
    for (let i = 0; i < 10; i++) fireEvent.keyDown(line, { key: 'ArrowUp' })
    fireEvent.keyDown(line, { key: 'Tab' })
    expect(onRest).not.toHaveBeenCalled()
    vi.advanceTimersByTime(500)
    expect(onRest.mock.calls.map(([v]) => Math.round(v * 100))).toEqual([60])
    fireEvent.keyDown(line, { key: 'Home' })
    vi.advanceTimersByTime(500)
    fireEvent.keyDown(line, { key: 'End' })
    fireEvent.keyDown(line, { key: 'Enter' })
    fireEvent.keyDown(line, { key: 'PageDown' })
    fireEvent.blur(line)
    expect(onRest.mock.calls.map(([v]) => Math.round(v * 100))).toEqual([60, 0, 100, 90])
  })
  it('is called off by Escape', () => {
    const { line, onRest, onOff } = show()
    fireEvent.keyDown(line, { key: 'PageUp' })
    fireEvent.keyDown(line, { key: 'Escape' })
    vi.advanceTimersByTime(500)
    expect(onOff).toHaveBeenCalledTimes(1)
    expect(onRest).not.toHaveBeenCalled()
  })
  it('comes to rest elsewhere also when the value has followed it there', () => {
    for (const end of ['pointerUp', 'keys', 'Escape'] as const) {
      const { line, onRest, onOff, value } = show()
      if (end === 'pointerUp') fireEvent.pointerDown(line, { clientX: 80, pointerId: 1 })
      else fireEvent.keyDown(line, { key: 'PageUp' })
      act(() => void vi.advanceTimersByTime(20))
      value(end === 'pointerUp' ? 0.8 : 0.6)
      if (end === 'pointerUp') fireEvent.pointerUp(line, { pointerId: 1 })
      if (end === 'Escape') fireEvent.keyDown(line, { key: 'Escape' })
      act(() => void vi.advanceTimersByTime(500))
      expect(onRest.mock.calls.map(([v]) => Math.round(v * 100))).toEqual({ pointerUp: [80], keys: [60], Escape: [] }[end])
      expect(onOff).toHaveBeenCalledTimes(end === 'Escape' ? 1 : 0)
      cleanup()
    }
  })
})
