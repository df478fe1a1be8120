import { render, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { MemoryRouter, Route, Routes } from 'react-router'
import { describe, expect, it } from 'vitest'
import { Units } from '../lib/format'
import { UnitsContext } from '../lib/units'
import { Explain } from './explain'
import { Mark, type Origin } from './marks'
import { DataTable } from './table'

const units = new Units('us', {
  displays: [
    { system: 'us', kind: 'mass', dim: 'mass', symbol: 'lb', factor: 0.45359237, step: 0.25, decimals: 2, style: 'decimal', offset: 0 },
  ],
})

describe('DataTable', () => {
  it('names its rows, stands figures at the right, and can be scrolled by keyboard', () => {
    render(
      <DataTable
        label="Loads"
        rows={[{ n: 'jug A', kg: 3.8 }]}
        id={(r) => r.n}
        columns={[
          { head: 'what', names: true, cell: (r) => r.n },
          { head: 'weighs', figure: true, cell: (r) => units.show('mass', r.kg) },
        ]}
      />,
    )
    const row = screen.getByRole('row', { name: /jug A/ })
    expect(within(row).getByRole('rowheader')).toHaveTextContent('jug A')
    expect(within(row).getByRole('cell')).toHaveTextContent('8.5 lb')
    expect(within(row).getByRole('cell')).toHaveClass('text-right')
    expect(screen.getByRole('region', { name: 'Loads' })).toHaveAttribute('tabindex', '0')
  })

  it('is sorted by its heads, and walked from cell to cell with the arrow keys', async () => {
    const rows = [
      { n: 'tin', kg: 0.5 },
      { n: 'pail', kg: 12 },
      { n: 'jug', kg: 3.8 },
    ]
    render(
      <DataTable
        label="Loads"
        rows={rows}
        id={(r) => r.n}
        columns={[
          { head: 'what', names: true, cell: (r) => r.n },
          { head: 'weighs', figure: true, cell: (r) => String(r.kg), by: (r) => r.kg },
          { head: 'do', unseen: true, cell: (r) => <button type="button">open {r.n}</button> },
        ]}
      />,
    )
    const names = () => screen.getAllByRole('rowheader').map((c) => c.textContent)
    const head = screen.getByRole('button', { name: 'weighs' })
    await userEvent.click(head)
    expect(names()).toEqual(['tin', 'jug', 'pail'])
    expect(screen.getByRole('columnheader', { name: /weighs/ })).toHaveAttribute('aria-sort', 'ascending')
    await userEvent.click(head)
    expect(names()).toEqual(['pail', 'jug', 'tin'])
    await userEvent.click(head)
    expect(names()).toEqual(['tin', 'pail', 'jug'])

    screen.getByRole('region', { name: 'Loads' }).focus()
    await userEvent.keyboard('{Enter}')
    expect(screen.getByRole('rowheader', { name: 'tin' })).toHaveFocus()
    await userEvent.keyboard('{ArrowDown}{ArrowRight}')
    expect(screen.getByRole('cell', { name: '12' })).toHaveFocus()
    await userEvent.keyboard('{ArrowRight}')
    expect(screen.getByRole('button', { name: 'open pail' })).toHaveFocus()
    await userEvent.keyboard('{ArrowDown}{Home}')
    expect(screen.getByRole('rowheader', { name: 'jug' })).toHaveFocus()
  })
})

describe('Explain', () => {
  it('opens a number to its inputs, each a link to where it is set, its formula and its source', async () => {
    const why = {
      title: 'Mass by filling',
      value: 3.8,
      kind: 'mass',
      dim: 'mass',
      u: 0.0567,
      inputs: [
        { name: 'empty (tare)', value: 0.45359237, kind: 'mass', dim: 'mass', u: 0, text: '', from: 'stock.tare' },
        { name: 'filled with', value: 0, kind: '', u: 0, text: 'water', from: '' },
      ],
      formula: 'm = tare + ρ·V',
      range: 'to the brim',
      source: 'JCGM 100:2008',
    }
    render(
      <MemoryRouter initialEntries={['/c/x/loads']}>
        <Routes>
          <Route
            path="/c/:client/:station"
            element={
              <UnitsContext.Provider value={units}>
                <Explain why={why}>8.5 lb</Explain>
              </UnitsContext.Provider>
            }
          />
        </Routes>
      </MemoryRouter>,
    )
    await userEvent.click(screen.getByRole('button', { name: '8.5 lb' }))
    const open = screen.getByRole('dialog', { name: 'Mass by filling' })
    expect(within(open).getByText('± 0.13')).toBeInTheDocument()
    expect(within(open).getByRole('link', { name: 'empty (tare)' })).toHaveAttribute('href', '/c/x/stock')
    expect(within(open).getByText('1 lb')).toBeInTheDocument()
    expect(within(open).getByText('water')).toBeInTheDocument()
    expect(open).toHaveTextContent('m = tare + ρ·V')
    expect(open).toHaveTextContent('JCGM 100:2008')
  })
})

describe('Mark', () => {
  it('gives every origin a shape of its own, told apart without colour', () => {
    const shapes = (['scrap', 'owned', 'build', 'buy', 'band', 'body'] as Origin[]).map((origin) => {
      const { container } = render(
        <svg role="img" aria-label={origin}>
          <Mark origin={origin} x={0} y={0} />
        </svg>,
      )
      const el = container.querySelector('svg')?.firstElementChild
      return `${el?.tagName} ${el?.getAttribute('d') ?? ''} ${el?.getAttribute('fill') ?? ''}`
    })
    expect(new Set(shapes).size).toBe(6)
  })
})
