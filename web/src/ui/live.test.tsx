import { act, fireEvent, render, screen } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Live } from '../lib/scale'
import { LivePanel } from './live'

const heard = vi.hoisted(() => ({
  live: { last: null, state: 'listening', failed: 0 } as unknown,
  told: [] as unknown[],
  from: Promise.resolve(0) as Promise<number | null>,
}))

vi.mock('../lib/scale', () => ({
  useScales: () => ({
    data: [
      { key: 'hook', name: 'hook scale', stand_in: true },
      { key: 'shed', name: 'shed scale', stand_in: false },
    ],
  }),
  useLiveScale: (key: string) => (key ? heard.live : { last: null, state: 'listening', failed: 0 }),
  tellStandIn: (_: string, wish: unknown) => {
    heard.told.push(wish)
    return heard.from
  },
}))

const says = (mean_kg: number, steady: boolean, seq = 1): Live => ({
  last: { seq, mass_kg: mean_kg, unit: 'kg', steady, mean_kg, u_kg: 0.001, force_n: mean_kg * 9.8, mean_n: mean_kg * 9.8, u_n: 0.0098 },
  state: 'listening',
  failed: 0,
})

const show = (r: { mean_kg: number }) => `${r.mean_kg.toFixed(2)} kg`

beforeEach(() => {
  heard.told.length = 0
  heard.from = Promise.resolve(0)
  localStorage.setItem('live-scale', 'hook')
})
afterEach(() => localStorage.clear())

describe('the reading panel', () => {
  it('lets a value be taken only once it is steady, by the button or by its key', () => {
    const took: number[] = []
    const panel = <LivePanel of="a" show={show} onTake={(r) => took.push(r.mean_kg)} />
    heard.live = says(3.2, false)
    const { rerender } = render(panel)
    expect(screen.getByText('settling')).toBeInTheDocument()
    expect(screen.getByRole('button', { name: /Take it/ })).toBeDisabled()
    heard.live = says(3.21, true)
    rerender(<LivePanel of="a" show={show} onTake={(r) => took.push(r.mean_kg)} />)
    expect(screen.getByText('3.21 kg')).toBeInTheDocument()
    fireEvent.keyDown(window, { key: 'r' })
    fireEvent.click(screen.getByRole('button', { name: /Take it/ }))
    expect(took).toEqual([3.21, 3.21])
  })

  it('does not take for one thing what still hangs there from another, until it has moved', () => {
    const took: string[] = []
    const panel = (of: string) => <LivePanel of={of} show={show} onTake={(r) => took.push(`${of} ${r.mean_kg}`)} until="now B" />
    heard.live = says(8, true)
    const { rerender } = render(panel('A'))
    fireEvent.keyDown(window, { key: 'r' })
    rerender(panel('B'))
    expect(screen.getByText('now B')).toBeInTheDocument()
    expect(screen.getByRole('button', { name: /Take it/ })).toBeDisabled()
    // B weighs as much as A, but A was taken off before it.
    heard.live = says(0, true)
    rerender(panel('B'))
    heard.live = says(8, true)
    rerender(panel('B'))
    fireEvent.keyDown(window, { key: 'r' })
    expect(took).toEqual(['A 8', 'B 8'])
  })

  it('shows nothing as steady that a simulated scale said before it was told', async () => {
    const took: number[] = []
    const panel = <LivePanel of="told" show={show} onTake={(r) => took.push(r.mean_kg)} put={{ put_kg: 3 }} />
    heard.live = says(9, true, 40)
    heard.from = Promise.resolve(42)
    const { rerender } = render(panel)
    await act(async () => {})
    expect(screen.queryByText('steady')).toBeNull()
    fireEvent.keyDown(window, { key: 'r' })
    expect(took).toEqual([])
    // The key was not lost: what is steady next is taken.
    heard.live = says(3, true, 47)
    rerender(<LivePanel of="told" show={show} onTake={(r) => took.push(r.mean_kg)} put={{ put_kg: 3 }} />)
    expect(took).toEqual([3])
  })

  it('hears its key while the list of scales has the focus, which has no use for it', () => {
    const took: number[] = []
    heard.live = says(5, true)
    render(<LivePanel of="focus" show={show} onTake={(r) => took.push(r.mean_kg)} />)
    const list = screen.getByLabelText('Listen to')
    list.focus()
    fireEvent.keyDown(list, { key: 'r' })
    fireEvent.keyDown(list, { key: 'h' })
    expect(took).toEqual([5])
  })

  it('takes each steady value by itself, once, when asked to', () => {
    const took: number[] = []
    const panel = () => <LivePanel of="a" show={show} onTake={(r) => took.push(r.mean_kg)} />
    heard.live = says(5, false)
    const { rerender } = render(panel())
    fireEvent.click(screen.getByRole('checkbox', { name: /by itself/ }))
    for (const now of [says(5, true), says(5.01, true), says(7, false), says(7, true), says(7, true)]) {
      heard.live = now
      rerender(panel())
    }
    expect(took).toEqual([5, 7])
  })

  it('tells a simulated scale what hangs from it, and no other', () => {
    heard.live = says(5, true)
    const { unmount } = render(<LivePanel of="a" show={show} onTake={() => {}} put={{ put_kg: 4.2 }} />)
    expect(heard.told).toEqual([{ put_kg: 4.2 }])
    unmount()
    localStorage.setItem('live-scale', 'shed')
    render(<LivePanel of="a" show={show} onTake={() => {}} put={{ put_kg: 4.2 }} />)
    expect(heard.told).toHaveLength(1)
    expect(screen.queryByRole('button', { name: 'zero' })).toBeNull()
  })

  it('says when nothing is heard, and when the connection is lost', () => {
    heard.live = { last: null, state: 'silent', failed: 0 }
    const { rerender } = render(<LivePanel of="a" show={show} onTake={() => {}} />)
    expect(screen.getByText('nothing heard: waiting for it')).toBeInTheDocument()
    heard.live = { last: null, state: 'lost', failed: 0 }
    rerender(<LivePanel of="a" show={show} onTake={() => {}} />)
    expect(screen.getByText('connection lost: asking again')).toBeInTheDocument()
    fireEvent.change(screen.getByLabelText('Listen to'), { target: { value: '' } })
    expect(screen.queryByRole('button', { name: /Take it/ })).toBeNull()
  })
})
