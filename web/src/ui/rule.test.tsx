import { render } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import type { Slot } from '../api/client'
import { Units } from '../lib/format'
import { UnitsContext } from '../lib/units'
import { AXIS, Rule, slotInWords } from './rule'
import { ruleOf } from './ruling'

const display = {
  system: 'metric' as const,
  kind: 'mass',
  dim: 'mass',
  symbol: 'kg',
  factor: 1,
  step: 0.1,
  decimals: 1,
  style: 'decimal' as const,
  offset: 0,
}
const units = new Units('metric', { displays: [display] })
const squat: Slot = {
  ...AXIS,
  key: 'squat',
  name: 'Squat',
  lo_kg: 10,
  hi_kg: 20,
  today_hi_kg: 16,
  state: 'thin',
  ticks: [{ at_kg: 12, to_kg: 12, origin: 'scrap' }],
  gaps: [{ lo_kg: 12.6, hi_kg: 20 }],
}

describe('the needs rule', () => {
  it('is logarithmic: equal ratios are equal lengths', () => {
    const { x } = ruleOf([squat], 600, 44).sheet
    expect(x(20) - x(10)).toBeCloseTo(x(16) - x(8), 9)
  })

  it('draws a bracket from the lightest to the heaviest, the gap hatched, the rung as an open circle', () => {
    const { container } = render(
      <UnitsContext.Provider value={units}>
        <Rule slots={[squat]} row={(s, plot) => <div key={s.key}>{plot}</div>} />
      </UnitsContext.Provider>,
    )
    const gap = container.querySelector('rect[fill="url(#hatch)"]')
    const { x } = ruleOf([squat], 640, 44).sheet
    expect(Number(gap?.getAttribute('x'))).toBeCloseTo(x(12.6), 6)
    const circle = container.querySelector('circle')
    expect(Number(circle?.getAttribute('cx'))).toBeCloseTo(x(12), 6)
    expect(circle?.getAttribute('fill')).toBe('var(--sheet)')
  })

  it('can be read without seeing it', () => {
    expect(slotInWords(squat, units)).toBe(
      'Squat: partly covered; working range 10.0 kg to 20.0 kg, today up to 16.0 kg; 1 loads on the rule; nothing here weighs 12.6 kg to 20.0 kg',
    )
  })
})
