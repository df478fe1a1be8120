import { fireEvent, render, screen } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { Units } from '../lib/format'
import type { Live } from '../lib/scale'
import { LivePanel } from './live'

const heard = vi.hoisted(() => ({ live: { last: null, state: 'listening', failed: 0 } as unknown, told: [] as unknown[] }))

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
    return Promise.resolve()
  },
}))

const says = (mean_kg: number, steady: boolean): Live => ({
  last: { seq: 1, mass_kg: mean_kg, unit: 'kg', steady, mean_kg, u_kg: 0.001 },
  state: 'listening',
  failed: 0,
})

const units = new Units('metric', { displays: [] })
const show = (kg: number) => `${kg.toFixed(2)} kg`

beforeEach(() => {
  heard.told.length = 0
  localStorage.setItem('live-scale', 'hook')
})
afterEach(() => localStorage.clear())

describe('the reading panel', () => {
  it('lets a value be taken only once it is steady, by the button or by its key', () => {
    const took: number[] = []
    const panel = <LivePanel units={units} show={show} onTake={(r) => took.push(r.mean_kg)} />
    heard.live = says(3.2, false)
    const { rerender } = render(panel)
    expect(screen.getByText('settling')).toBeInTheDocument()
    expect(screen.getByRole('button', { name: /Take it/ })).toBeDisabled()
    fireEvent.keyDown(window, { key: 'r' })
    expect(took).toEqual([])
    heard.live = says(3.21, true)
    rerender(<LivePanel units={units} show={show} onTake={(r) => took.push(r.mean_kg)} />)
    expect(screen.getByText('3.21 kg')).toBeInTheDocument()
    fireEvent.keyDown(window, { key: 'r' })
    fireEvent.click(screen.getByRole('button', { name: /Take it/ }))
    expect(took).toEqual([3.21, 3.21])
  })

  it('does not take again what was taken at another length', () => {
    heard.live = says(8, true)
    const { rerender } = render(<LivePanel units={units} show={show} onTake={() => {}} notAgain={{ kg: 8.02, until: 'now to 1.800 m' }} />)
    expect(screen.getByText('now to 1.800 m')).toBeInTheDocument()
    expect(screen.getByRole('button', { name: /Take it/ })).toBeDisabled()
    heard.live = says(12, true)
    rerender(<LivePanel units={units} show={show} onTake={() => {}} notAgain={{ kg: 8.02, until: 'now to 1.800 m' }} />)
    expect(screen.getByRole('button', { name: /Take it/ })).toBeEnabled()
  })

  it('takes each steady value by itself, once, when asked to', () => {
    const took: number[] = []
    const panel = () => <LivePanel units={units} show={show} onTake={(r) => took.push(r.mean_kg)} />
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
    const { unmount } = render(<LivePanel units={units} show={show} onTake={() => {}} put={{ put_kg: 4.2 }} />)
    expect(heard.told).toEqual([{ put_kg: 4.2 }])
    unmount()
    localStorage.setItem('live-scale', 'shed')
    render(<LivePanel units={units} show={show} onTake={() => {}} put={{ put_kg: 4.2 }} />)
    expect(heard.told).toHaveLength(1)
    expect(screen.queryByRole('button', { name: 'zero' })).toBeNull()
  })

  it('says when nothing is heard, and when the connection is lost', () => {
    heard.live = { last: null, state: 'silent', failed: 0 }
    const { rerender } = render(<LivePanel units={units} show={show} onTake={() => {}} />)
    expect(screen.getByText('nothing heard: waiting for it')).toBeInTheDocument()
    heard.live = { last: null, state: 'lost', failed: 0 }
    rerender(<LivePanel units={units} show={show} onTake={() => {}} />)
    expect(screen.getByText('connection lost: asking again')).toBeInTheDocument()
    fireEvent.change(screen.getByLabelText('Listen to'), { target: { value: '' } })
    expect(screen.queryByRole('button', { name: /Take it/ })).toBeNull()
  })
})
