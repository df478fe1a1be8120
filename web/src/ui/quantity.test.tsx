import { readFileSync } from 'node:fs'
import { fireEvent, render, screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { type Display, Units } from '../lib/format'
import { Quantity } from './quantity'

type Row = {
  System: Display['system']
  Kind: string
  Display: { Symbol: string; Factor: number; Step: number; Decimals: number; Style: Display['style'] }
}
const rows: Row[] = JSON.parse(readFileSync('../core/quantity/testdata/format.json', 'utf8'))
const displays = rows.map(
  (r): Display => ({
    system: r.System,
    kind: r.Kind,
    symbol: r.Display.Symbol,
    factor: r.Display.Factor,
    step: r.Display.Step,
    decimals: r.Display.Decimals,
    style: r.Display.Style,
  }),
)
const units = new Units('metric', { displays })

/** Stands in for the server: knows "NN cm" and nothing else. */
function server() {
  vi.stubGlobal(
    'fetch',
    vi.fn(async (request: Request) => {
      const { text } = (await request.json()) as { text: string }
      const m = /^(\d+) cm$/.exec(text)
      const body = m
        ? { ok: true, value: Number(m[1]) / 100, problem: '', understood: '' }
        : { ok: false, value: 0, problem: 'that is no length', understood: '' }
      return new Response(JSON.stringify(body), { status: 200, headers: { 'Content-Type': 'application/json' } })
    }),
  )
}

beforeEach(() => {
  localStorage.clear()
  server()
})
afterEach(() => vi.unstubAllGlobals())

function field(onValue = vi.fn(), value = 1.7) {
  render(
    <Quantity
      label="Stature"
      kind="length"
      value={value}
      onValue={onValue}
      units={units}
      draft="t/stature"
      min={1}
      max={2.5}
      empty="not known"
    />,
  )
  return { input: screen.getByLabelText('Stature'), onValue }
}

describe('Quantity', () => {
  it('shows what is kept and gives what is typed on Enter', async () => {
    const { input, onValue } = field()
    expect(input).toHaveValue('1.700')
    await userEvent.clear(input)
    await userEvent.type(input, '182 cm{Enter}')
    await waitFor(() => expect(onValue).toHaveBeenLastCalledWith(1.82))
    expect(localStorage.getItem('draft:t/stature')).toBeNull()
  })

  it('keeps a text that cannot be read, and says why', async () => {
    const { input, onValue } = field()
    await userEvent.clear(input)
    await userEvent.type(input, 'tall{Enter}')
    await screen.findByText('that is no length')
    expect(input).toHaveValue('tall')
    expect(input).toHaveAttribute('aria-invalid', 'true')
    expect(onValue).not.toHaveBeenCalled()
    expect(localStorage.getItem('draft:t/stature')).toBe('tall')
  })

  it('refuses what is out of bounds in the units of the screen', async () => {
    const { input } = field()
    await userEvent.clear(input)
    await userEvent.type(input, '400 cm{Enter}')
    await screen.findByText('4.000 m is above 2.500 m')
  })

  it('judges a text left from before a reload, and Escape puts back what is kept', async () => {
    localStorage.setItem('draft:t/stature', 'short')
    const { input } = field()
    expect(input).toHaveValue('short')
    await screen.findByText('that is no length')
    fireEvent.keyDown(input, { key: 'Escape' })
    expect(input).toHaveValue('1.700')
    expect(localStorage.getItem('draft:t/stature')).toBeNull()
  })

  it('takes an emptied field for not known', async () => {
    const { input, onValue } = field()
    await userEvent.clear(input)
    expect(onValue).not.toHaveBeenCalled()
    await userEvent.tab()
    await waitFor(() => expect(onValue).toHaveBeenLastCalledWith(0))
    expect(input).toHaveAttribute('placeholder', 'not known')
  })
})
