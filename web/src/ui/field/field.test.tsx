import { readFileSync } from 'node:fs'
import { act, fireEvent, render, screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useState } from 'react'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Spec } from '../../lib/file/fields'
import { type Field, localField } from '../../lib/file/useFields'
import { type Display, Units } from '../../lib/format'
import type { Tongue } from '../../lib/quantity'
import { UnitsContext } from '../../lib/units'
import { Check, Choice, Count, Flags, Quantity, Select, Slider, Text, Ticks } from '.'

type Row = {
  System: Display['system']
  Kind: string
  Display: { Symbol: string; Factor: number; Step: number; Decimals: number; Style: Display['style']; Offset: number }
}
const [tongue]: Tongue[] = JSON.parse(readFileSync('../core/quantity/testdata/tongue.json', 'utf8'))
const rows: Row[] = JSON.parse(readFileSync('../core/quantity/testdata/format.json', 'utf8'))
const displays = rows.map(({ System, Kind, Display: d }): Display => {
  return {
    system: System,
    kind: Kind,
    dim: Kind,
    symbol: d.Symbol,
    factor: d.Factor,
    step: d.Step,
    decimals: d.Decimals,
    style: d.Style,
    offset: d.Offset,
  }
})
const units = new Units('metric', { displays, ...(tongue as Tongue) }, 'GBP')

beforeEach(() => localStorage.clear())

const stature: Spec = { label: 'Stature', kind: 'length', min: 1, max: 2.5, empty: 'not known' }

/** A field that keeps what it is given, as one of a file does. */
function Kept<T>({ spec, start, kept, children, refused }: KeptProps<T>) {
  const [value, set] = useState(start)
  const f = localField({
    key: 't/field',
    spec,
    value,
    set: (v: T) => {
      kept(v)
      set(v)
    },
  })
  return <UnitsContext.Provider value={units}>{children({ ...f, refused })}</UnitsContext.Provider>
}
type KeptProps<T> = {
  spec: Spec
  start: T
  kept: (v: T) => void
  children: (f: Field<T>) => React.ReactNode
  refused?: Field<T>['refused']
}

function show<T>(spec: Spec, start: NoInfer<T>, children: (f: Field<T>) => React.ReactNode, refused?: Field<T>['refused']) {
  const kept = vi.fn()
  const page = render(
    <main>
      <Kept spec={spec} start={start} kept={kept} refused={refused}>
        {children}
      </Kept>
      <input aria-label="next" />
    </main>,
  )
  return { kept, ...page }
}

const quantity = (start = 1.7, refused?: Field<number>['refused']) => {
  const got = show(stature, start, (f) => <Quantity of={f} />, refused)
  return { ...got, input: screen.getByLabelText('Stature') }
}

describe('a measured number', () => {
  it('shows what is kept, and keeps what is typed on Enter, which goes on', async () => {
    const { input, kept } = quantity()
    expect(input).toHaveValue('1.700')
    await userEvent.clear(input)
    await userEvent.type(input, '182 cm{Enter}')
    await waitFor(() => expect(screen.getByLabelText('next')).toHaveFocus())
    expect(kept.mock.calls).toEqual([[1.82]])
    expect(input).toHaveValue('1.820')
    expect(localStorage.getItem('draft:t/field')).toBeNull()
  })

  it('keeps a text that cannot be read, and says why', async () => {
    const { input, kept } = quantity()
    await userEvent.clear(input)
    await userEvent.type(input, 'tall{Enter}')
    await screen.findByText(/is not a number/)
    expect(input).toHaveValue('tall')
    expect(input).toHaveAttribute('aria-invalid', 'true')
    expect(kept).not.toHaveBeenCalled()
    expect(localStorage.getItem('draft:t/field')).toBe('tall')
  })

  it('refuses what is out of bounds in the units of the screen', async () => {
    const { input } = quantity()
    await userEvent.clear(input)
    await userEvent.type(input, '400 cm{Enter}')
    await screen.findByText('4.000 m is above 2.500 m')
  })

  it('writes nothing that is only passed by with Tab, nor a text left from before a reload', async () => {
    localStorage.setItem('draft:t/field', '195 cm')
    const { input, kept } = quantity()
    expect(input).toHaveValue('195 cm')
    await screen.findByText('= 1.950 m')
    expect(screen.getByText('not kept')).toBeInTheDocument()
    await userEvent.tab()
    await userEvent.tab()
    await new Promise((go) => setTimeout(go, 600))
    expect(kept).not.toHaveBeenCalled()
    // It is kept when somebody says so.
    await userEvent.click(screen.getByRole('button', { name: 'Keep what was typed for Stature' }))
    await waitFor(() => expect(kept.mock.calls).toEqual([[1.95]]))
    expect(localStorage.getItem('draft:t/field')).toBeNull()
    expect(screen.queryByText('not kept')).toBeNull()
  })

  it('drops a text from before when asked, and Escape does the same', async () => {
    localStorage.setItem('draft:t/field', 'short')
    const { input, kept } = quantity()
    await screen.findByText(/is not a number/)
    expect(screen.queryByRole('button', { name: /^Keep what was typed/ }), 'what cannot be read cannot be kept').toBeNull()
    fireEvent.keyDown(input, { key: 'Escape' })
    expect(input).toHaveValue('1.700')
    expect(localStorage.getItem('draft:t/field')).toBeNull()
    expect(kept).not.toHaveBeenCalled()
  })

  it('puts back by Escape what stood before it was typed, though it had been kept meanwhile', async () => {
    const { input, kept } = quantity()
    await userEvent.clear(input)
    await userEvent.type(input, '182 cm')
    await waitFor(() => expect(kept).toHaveBeenLastCalledWith(1.82))
    await userEvent.keyboard('{Escape}')
    expect(kept).toHaveBeenLastCalledWith(1.7)
    expect(input).toHaveValue('1.700')
  })

  it('takes an emptied field for not known, once it is left', async () => {
    const { input, kept } = quantity()
    await userEvent.clear(input)
    expect(kept).not.toHaveBeenCalled()
    await userEvent.tab()
    await waitFor(() => expect(kept).toHaveBeenLastCalledWith(0))
    expect(input).toHaveAttribute('placeholder', 'not known')
  })

  it('puts back by Escape no more than what was typed since Enter, or since it was left', async () => {
    const { input, kept } = quantity()
    for (const done of ['{Enter}', '{Tab}']) {
      const [cm, m] = done === '{Enter}' ? ['170 cm', 1.7] : ['160 cm', 1.6]
      await userEvent.click(input)
      await userEvent.clear(input)
      await userEvent.type(input, `${cm}${done}`)
      await waitFor(() => expect(kept).toHaveBeenLastCalledWith(m))
      await waitFor(() => expect(input).toHaveDisplayValue(m.toFixed(3)))
      await userEvent.click(input)
      await userEvent.clear(input)
      await userEvent.type(input, 'nonsense{Escape}')
      expect(input).toHaveDisplayValue(m.toFixed(3))
      expect(kept).toHaveBeenLastCalledWith(m)
    }
  })

  it('shows what was refused with its text and why, and Escape gives it up', () => {
    const given = vi.fn()
    const refused = { why: 'more than the room', text: '9 yards', value: 8.2 }
    render(
      <UnitsContext.Provider value={units}>
        <Quantity of={{ ...localField({ key: 't', spec: stature, value: 1.7, set: () => {} }), refused, giveUp: given }} />
      </UnitsContext.Provider>,
    )
    const input = screen.getByLabelText('Stature')
    expect(input).toHaveValue('9 yards')
    expect(input).toHaveAccessibleDescription('more than the room')
    fireEvent.keyDown(input, { key: 'Escape' })
    expect(given).toHaveBeenCalledOnce()
  })

  it('keeps the text of what was not taken', async () => {
    render(
      <UnitsContext.Provider value={units}>
        <Quantity of={localField({ key: 't', spec: stature, value: 1.7, set: async () => false })} />
      </UnitsContext.Provider>,
    )
    const input = screen.getByLabelText('Stature')
    await userEvent.clear(input)
    await userEvent.type(input, '190 cm{Enter}')
    await act(async () => {})
    expect(input).toHaveValue('190 cm')
  })

  it('keeps what is good when its screen is left while it is typed', async () => {
    const { input, kept, unmount } = quantity()
    await userEvent.clear(input)
    await userEvent.type(input, '171 cm')
    unmount()
    await waitFor(() => expect(kept).toHaveBeenLastCalledWith(1.71))
    expect(localStorage.getItem('draft:t/field')).toBeNull()
  })
})

describe('a whole number', () => {
  const reps = () => {
    const got = show({ label: 'Reps', min: 1, max: 15 }, 8, (f: Field<number>) => <Count of={f} />)
    return { ...got, input: screen.getByLabelText('Reps') }
  }
  it('is kept once, when typing has come to rest', async () => {
    const { input, kept } = reps()
    await userEvent.clear(input)
    await userEvent.type(input, '12')
    await waitFor(() => expect(kept).toHaveBeenCalled())
    expect(kept.mock.calls).toEqual([[12]])
  })
  it.each(['0', '16', '3.5', 'many'])('says what is wrong with “%s” and keeps it', async (text) => {
    const { input, kept } = reps()
    fireEvent.change(input, { target: { value: text } })
    await waitFor(() => expect(input).toHaveAccessibleDescription('a whole number from 1 to 15'))
    expect(input).toHaveValue(text)
    expect(kept).not.toHaveBeenCalled()
    expect(localStorage.getItem('draft:t/field')).toBe(text)
    fireEvent.keyDown(input, { key: 'Escape' })
    expect(input).toHaveValue('8')
  })
})

describe('a text', () => {
  const name = () => {
    const got = show({ label: 'Name', needed: 'a name is needed' }, 'Loft', (f: Field<string>) => <Text of={f} />)
    return { ...got, input: screen.getByLabelText('Name') }
  }
  it('is kept on Enter, and only then', async () => {
    const { input, kept } = name()
    await userEvent.clear(input)
    await userEvent.type(input, 'Attic')
    await new Promise((go) => setTimeout(go, 600))
    expect(kept).not.toHaveBeenCalled()
    await userEvent.keyboard('{Enter}')
    await waitFor(() => expect(screen.getByLabelText('next')).toHaveFocus())
    expect(kept.mock.calls).toEqual([['Attic']])
  })
  it('is not kept when it is nothing and has to be something', async () => {
    const { input, kept } = name()
    await userEvent.clear(input)
    await userEvent.tab()
    await waitFor(() => expect(input).toHaveAccessibleDescription('a name is needed'))
    expect(kept).not.toHaveBeenCalled()
    expect(localStorage.getItem('draft:t/field')).toBe('')
  })
})

describe('choices', () => {
  const walls: Spec = { label: 'Walls', options: { drill: 'may be drilled', 'no-holes': 'no holes' } }
  it('of few are all in sight, of many in a list', async () => {
    const { kept } = show(walls, 'drill', (f: Field<string>) => (
      <>
        <Choice of={f} />
        <Select of={f} label="In a list" />
      </>
    ))
    expect(screen.getByRole('group', { name: 'Walls' })).toBeInTheDocument()
    await userEvent.click(screen.getByRole('radio', { name: 'no holes' }))
    await userEvent.selectOptions(screen.getByLabelText('In a list'), 'may be drilled')
    expect(kept.mock.calls).toEqual([['no-holes'], ['drill']])
  })
  it('of numbers give numbers', async () => {
    const { kept } = show({ label: 'Hole', options: { 25: '25 mm', 50: '50 mm' } }, 25, (f: Field<number>) => <Choice of={f} />)
    await userEvent.click(screen.getByRole('radio', { name: '50 mm' }))
    expect(kept).toHaveBeenCalledWith(50)
  })
  it('that were refused say what was wanted and why not', () => {
    show(walls, 'drill', (f: Field<string>) => <Choice of={f} />, { why: 'the owner says no', value: 'no-holes' })
    expect(screen.getByText('not no holes: the owner says no')).toBeInTheDocument()
  })
  it('of several are ticked from what stands then, not from what was drawn', async () => {
    let stands = ['a']
    const f = {
      ...localField({ key: 't', spec: { label: 'Limits' }, value: ['a'], set: () => {} }),
      set: (to: unknown) => {
        stands = (to as (n: string[]) => string[])(stands)
        return undefined
      },
    }
    render(<Ticks of={f as Field<string[]>} options={['a', 'b', 'c'].map((v) => ({ value: v, label: v }))} />)
    // Nothing is drawn anew in between.
    await userEvent.click(screen.getByRole('checkbox', { name: 'b' }))
    await userEvent.click(screen.getByRole('checkbox', { name: 'c' }))
    expect(stands).toEqual(['a', 'b', 'c'])
  })
  it('of yes or no turn over', async () => {
    const { kept } = show({ label: 'Below', yes: 'neighbours' }, false, (f: Field<boolean>) => (
      <>
        <Flags label="Below" of={[f]} />
        <Check on={f.value} onChange={(on) => f.set(on)}>
          plainly
        </Check>
      </>
    ))
    await userEvent.click(screen.getByRole('checkbox', { name: 'neighbours' }))
    await userEvent.click(screen.getByRole('checkbox', { name: 'plainly' }))
    expect(kept.mock.calls).toEqual([[true], [false]])
  })
})

describe('a slider', () => {
  const slide = (onRest: (v: number) => void) =>
    render(<Slider label="Budget" value={100} min={0} max={200} step={5} text={(v) => `£${v}`} onRest={onRest} />)
  it('hands over a change by key once, and nothing when a key arrives from elsewhere', async () => {
    const rest = vi.fn()
    slide(rest)
    const thumb = screen.getByRole('slider', { name: 'Budget' })
    thumb.focus()
    fireEvent.keyUp(thumb, { key: 'Tab' })
    fireEvent.blur(thumb)
    expect(rest).not.toHaveBeenCalled()
    thumb.focus()
    await userEvent.keyboard('{ArrowRight}')
    expect(rest.mock.calls).toEqual([[105]])
    expect(thumb).toHaveAttribute('aria-valuetext', '£105')
  })
})
