import { render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { Disclosure } from './disclosure'
import { focusRow, List } from './list'

const things = (n: number) => Array.from({ length: n }, (_, i) => ({ id: `t${i}`, name: i === 7 ? 'żółty jug' : `jug ${i}` }))

function show(n: number, more: { finder?: boolean } = {}) {
  const open = vi.fn()
  render(
    <main>
      <List
        label="jugs"
        items={things(n)}
        text={(t) => t.name}
        empty={<p>None yet.</p>}
        row={(t) => (
          <button type="button" data-row onClick={() => open(t.id)}>
            {t.name}
          </button>
        )}
        {...more}
      />
    </main>,
  )
  return open
}

describe('a list', () => {
  it('is walked with the arrow keys, Home and End', async () => {
    show(5)
    screen.getByRole('button', { name: 'jug 0' }).focus()
    await userEvent.keyboard('{ArrowDown}{ArrowDown}')
    expect(screen.getByRole('button', { name: 'jug 2' })).toHaveFocus()
    await userEvent.keyboard('{End}')
    expect(screen.getByRole('button', { name: 'jug 4' })).toHaveFocus()
    await userEvent.keyboard('{ArrowDown}')
    expect(screen.getByRole('button', { name: 'jug 4' })).toHaveFocus()
    await userEvent.keyboard('{Home}')
    expect(screen.getByRole('button', { name: 'jug 0' })).toHaveFocus()
  })

  it('has a line to find by once it is long, without minding accents, and Enter opens the first', async () => {
    const open = show(20)
    const find = screen.getByLabelText('Find in jugs')
    await userEvent.type(find, 'zolty')
    expect(screen.getAllByRole('listitem')).toHaveLength(1)
    await userEvent.keyboard('{Enter}')
    expect(open).toHaveBeenCalledWith('t7')
    await userEvent.clear(find)
    await userEvent.type(find, 'kettle')
    expect(screen.getByText('None of them is called “kettle”.')).toBeInTheDocument()
    await userEvent.keyboard('{Escape}')
    expect(screen.getAllByRole('listitem')).toHaveLength(20)
  })

  it('has none where it is short, or where there is one already', () => {
    show(12)
    expect(screen.queryByLabelText('Find in jugs')).toBeNull()
    document.body.innerHTML = ''
    show(20, { finder: false })
    expect(screen.queryByLabelText('Find in jugs')).toBeNull()
  })

  it('says what to do when there is nothing in it', () => {
    show(0)
    expect(screen.getByText('None yet.')).toBeInTheDocument()
  })

  it('gives the focus to the row in the place of one that is gone, or to the last', () => {
    show(3)
    const box = screen.getByRole('list')
    focusRow(box, 1)
    expect(screen.getByRole('button', { name: 'jug 1' })).toHaveFocus()
    focusRow(box, 9)
    expect(screen.getByRole('button', { name: 'jug 2' })).toHaveFocus()
    focusRow(null, 1) // the list is gone, too
  })
})

describe('a line that opens', () => {
  it('says whether it is open, and shows what is in it only then', async () => {
    const turn = vi.fn()
    const line = (open: boolean) => (
      <Disclosure open={open} onOpen={turn} name="jug A" about="4 L" figure="3.8 kg">
        <p>its fields</p>
      </Disclosure>
    )
    const { rerender } = render(line(false))
    expect(screen.queryByText('its fields')).toBeNull()
    const button = screen.getByRole('button', { name: /jug A/ })
    expect(button).toHaveAttribute('aria-expanded', 'false')
    await userEvent.click(button)
    expect(turn).toHaveBeenCalledOnce()
    rerender(line(true))
    expect(screen.getByText('its fields')).toBeInTheDocument()
  })
})
