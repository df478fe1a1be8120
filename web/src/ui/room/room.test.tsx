import { fireEvent, render, screen } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import type { At } from '../draw'
import { boundsOf, cornerMoved, onWall, snapped } from './geometry'
import { walkedOver, walkText } from './room'
import { useMove } from './useMove'

const rect: At[] = [
  [0, 0],
  [4, 0],
  [4, 3],
  [0, 3],
]

describe('a corner that is moved', () => {
  it('shifts the two walls at it, by hand: 4 × 3 m with a corner out by 0.5 and 0.2', () => {
    expect(cornerMoved(rect, 1, [4.5, -0.2])).toEqual([4.5, 3.2, 4.5, 3.2].map((v) => expect.closeTo(v, 9)))
    expect(cornerMoved(rect, 0, [0.5, 0])).toEqual([3.5, 3, 3.5, 3].map((v) => expect.closeTo(v, 9)))
  })
  it('keeps every direction of a room of any shape, and its walls closed', () => {
    const l: At[] = [
      [0, 0],
      [4.2, 0],
      [4.2, 1.9],
      [2.6, 1.9],
      [2.6, 3.4],
      [0, 3.4],
    ]
    for (let i = 0; i < l.length; i++) {
      const [x, y] = l[i] as At
      const lengths = cornerMoved(l, i, [x + 0.13, y + 0.07])
      expect(lengths).not.toBeNull()
      let [px, py] = [0, 0]
      lengths?.forEach((len, k) => {
        const [a, b] = [l[k] as At, l[(k + 1) % l.length] as At]
        const d = Math.hypot(b[0] - a[0], b[1] - a[1])
        px += ((b[0] - a[0]) / d) * len
        py += ((b[1] - a[1]) / d) * len
      })
      expect(Math.hypot(px, py)).toBeLessThan(1e-9)
    }
  })
  it('is refused where a wall would run backwards', () => {
    expect(cornerMoved(rect, 1, [-0.1, 0])).toBeNull()
    expect(cornerMoved(rect, 2, [4, -0.5])).toBeNull()
  })
})

describe('places', () => {
  it('are drawn to a line that is near, else to the next step', () => {
    expect(snapped(2.031, 0.01, [2.05, 3], 0.03)).toBe(2.05)
    expect(snapped(2.014, 0.01, [2.05, 3], 0.03)).toBeCloseTo(2.01, 9)
    expect(snapped(2.98, 0.01, [], 1)).toBeCloseTo(2.98, 9)
  })
  it('lie along a wall and off it into the room, whichever way the walk goes', () => {
    expect(onWall([0, 0], [4, 0], [1, 0.5], [2, 1.5])).toEqual({ along: expect.closeTo(1, 9), off: expect.closeTo(0.5, 9) })
    expect(onWall([4, 0], [0, 0], [1, 0.5], [2, 1.5])).toEqual({ along: expect.closeTo(3, 9), off: expect.closeTo(0.5, 9) })
    expect(onWall([0, 0], [4, 0], [1, -0.2], [2, 1.5]).off).toBeCloseTo(-0.2, 9)
  })
  it('have bounds, and none have those of a metre', () => {
    expect(boundsOf([rect])).toEqual({ x: [0, 4], y: [0, 3] })
    expect(boundsOf([])).toEqual({ x: [0, 1], y: [0, 1] })
  })
})

describe('a walk', () => {
  const walls = [
    { turn_deg: 0, length_m: 4.2, kind: 'brick' as const },
    { turn_deg: 90, length_m: 1.9, exact: true },
    { turn_deg: -45, length_m: 1.5 },
    { turn_deg: 90, length_m: 0 },
  ]
  it('is written as it is typed', () => {
    expect(walkText(walls, (m) => m.toFixed(3))).toBe('4.200 R 1.900! L 45° 1.500 R')
    expect(walkText([], String)).toBe('')
  })
  it('that is typed anew keeps what is known of its walls', () => {
    const read = [
      { turn_deg: 0, length_m: 4.3, exact: false, drawn_m: 4.3 },
      { turn_deg: 90, length_m: 2, exact: false, drawn_m: 2 },
    ]
    expect(walkedOver(walls, read)).toEqual([
      { turn_deg: 0, length_m: 4.3, exact: false, kind: 'brick' },
      { turn_deg: 90, length_m: 2, exact: false },
    ])
  })
})

function Box({ told }: { told: Record<'move' | 'rest' | 'press', (to?: At | null) => void> }) {
  const move = useMove({
    at: [1, 1],
    under: (e) => [e.clientX / 100, e.clientY / 100],
    step: 0.01,
    snap: (p) => p,
    onMove: told.move,
    onRest: told.rest,
    onPress: told.press,
  })
  return (
    <button type="button" {...move}>
      box
    </button>
  )
}

describe('moving a thing', () => {
  const tell = () => ({ move: vi.fn(), rest: vi.fn(), press: vi.fn() })
  const at = (x: number, y: number) => ({ clientX: x, clientY: y, button: 0, pointerId: 1 })
  it('is told once when it has come to rest, from where it was taken hold of', () => {
    const told = tell()
    render(<Box told={told} />)
    const box = screen.getByText('box')
    fireEvent.pointerDown(box, at(110, 100))
    fireEvent.pointerMove(box, at(130, 100))
    fireEvent.pointerMove(box, at(160, 150))
    fireEvent.pointerUp(box, at(160, 150))
    expect(told.rest).toHaveBeenCalledTimes(1)
    expect(told.rest.mock.calls[0]?.[0]).toEqual([expect.closeTo(1.5, 9), expect.closeTo(1.5, 9)])
    expect(told.press).not.toHaveBeenCalled()
  })
  it('that moves nothing is a press', () => {
    const told = tell()
    render(<Box told={told} />)
    fireEvent.pointerDown(screen.getByText('box'), at(110, 100))
    fireEvent.pointerMove(screen.getByText('box'), at(112, 101))
    fireEvent.pointerUp(screen.getByText('box'), at(112, 101))
    expect(told.press).toHaveBeenCalledTimes(1)
    expect(told.rest).not.toHaveBeenCalled()
  })
  it('by keys adds up, and is not lost with its screen', () => {
    const told = tell()
    const { unmount } = render(<Box told={told} />)
    for (const key of ['ArrowRight', 'ArrowRight', 'ArrowDown']) fireEvent.keyDown(screen.getByText('box'), { key })
    fireEvent.keyDown(screen.getByText('box'), { key: 'ArrowLeft', shiftKey: true })
    unmount()
    expect(told.rest).toHaveBeenCalledTimes(1)
    expect(told.rest.mock.calls[0]?.[0]).toEqual([expect.closeTo(0.92, 9), expect.closeTo(1.01, 9)])
  })
  it('is called off by Escape', () => {
    const told = tell()
    render(<Box told={told} />)
    fireEvent.keyDown(screen.getByText('box'), { key: 'ArrowRight' })
    fireEvent.keyDown(screen.getByText('box'), { key: 'Escape' })
    fireEvent.blur(screen.getByText('box'))
    expect(told.rest).not.toHaveBeenCalled()
    expect(told.move).toHaveBeenLastCalledWith(null)
  })
})
