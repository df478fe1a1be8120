import { fireEvent, render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { Choice, Count, Select, Text, Ticks } from './fields'

beforeEach(() => localStorage.clear())

describe('Count', () => {
  const show = (onValue = vi.fn()) => {
    render(<Count label="Reps" value={8} min={1} max={15} onValue={onValue} draft="t/reps" />)
    return { input: screen.getByLabelText('Reps'), onValue }
  }
  it('gives each whole number within its bounds', () => {
    const { input, onValue } = show()
    fireEvent.change(input, { target: { value: '12' } })
    expect(onValue).toHaveBeenCalledWith(12)
    expect(localStorage.getItem('draft:t/reps')).toBeNull()
  })
  it.each(['0', '16', '3.5', 'many', ''])('says what is wrong with “%s” and keeps it', (text) => {
    const { input, onValue } = show()
    fireEvent.change(input, { target: { value: text } })
    expect(onValue).not.toHaveBeenCalled()
    expect(input).toHaveValue(text)
    expect(input).toHaveAccessibleDescription('a whole number from 1 to 15')
    expect(localStorage.getItem('draft:t/reps')).toBe(text)
    fireEvent.keyDown(input, { key: 'Escape' })
    expect(input).toHaveValue('8')
  })
  it('shows a text from before a reload', () => {
    localStorage.setItem('draft:t/reps', '99')
    const { input } = show()
    expect(input).toHaveValue('99')
    expect(input).toHaveAttribute('aria-invalid', 'true')
  })
})

describe('Text', () => {
  const show = (onValue = vi.fn(), refusal = '') => {
    render(
      <main>
        <Text label="Name" value="Loft" onValue={onValue} draft="t/name" needed="a name is needed" refusal={refusal} />
        <input aria-label="next" />
      </main>,
    )
    return { input: screen.getByLabelText('Name'), onValue }
  }
  it('keeps what is typed on leaving, and Enter goes on', async () => {
    const { input, onValue } = show()
    await userEvent.clear(input)
    await userEvent.type(input, 'Attic{Enter}')
    expect(onValue).toHaveBeenCalledWith('Attic')
    expect(screen.getByLabelText('next')).toHaveFocus()
  })
  it('does not keep nothing, and says so', async () => {
    const { input, onValue } = show()
    await userEvent.clear(input)
    await userEvent.tab()
    expect(onValue).not.toHaveBeenCalled()
    expect(input).toHaveAccessibleDescription('a name is needed')
    expect(localStorage.getItem('draft:t/name')).toBe('')
  })
  it('shows what the server said against it', () => {
    const { input } = show(vi.fn(), 'taken already')
    expect(input).toHaveAccessibleDescription('taken already')
  })
})

describe('choices', () => {
  const options = [
    { value: 'a', label: 'may be drilled' },
    { value: 'b', label: 'no holes' },
  ]
  it('choose one of few with the arrow keys', async () => {
    const onValue = vi.fn()
    render(<Choice label="Walls" value="a" options={options} onValue={onValue} />)
    expect(screen.getByRole('group', { name: 'Walls' })).toBeInTheDocument()
    await userEvent.click(screen.getByRole('radio', { name: 'no holes' }))
    expect(onValue).toHaveBeenCalledWith('b')
  })
  it('choose one of many', async () => {
    const onValue = vi.fn()
    render(<Select label="Goal" value="a" options={options} onValue={onValue} />)
    await userEvent.selectOptions(screen.getByLabelText('Goal'), 'no holes')
    expect(onValue).toHaveBeenCalledWith('b')
  })
  it('tick several, on and off', async () => {
    const onValue = vi.fn()
    render(<Ticks label="Limits" value={['a']} options={options} onValue={onValue} />)
    await userEvent.click(screen.getByRole('checkbox', { name: 'no holes' }))
    expect(onValue).toHaveBeenLastCalledWith(['a', 'b'])
    await userEvent.click(screen.getByRole('checkbox', { name: 'may be drilled' }))
    expect(onValue).toHaveBeenLastCalledWith([])
  })
})
