import type { Shapes } from '../../api/client'
import type { Units } from '../../lib/format'

export type Band = Shapes['Band']
export type Rig = Shapes['Rig']
export type Pull = Shapes['BandPull']
export type BandState = Shapes['BandState']

/** A force as the bench shows it: in N with what a scale in kg would show, or in lbf. */
export const force = (units: Units, n: number) =>
  units.system === 'us' ? units.show('force', n) : `${units.show('force', n)} (${units.show('scale-force', n)})`

/** A small difference of forces, with its sign. */
export function off(units: Units, n: number): string {
  const d = units.display('force')
  const text = (Math.abs(n) / d.factor).toFixed(units.system === 'us' ? 2 : 1)
  return `${Number(text) === 0 ? '±' : n < 0 ? '−' : '+'}${text} ${d.symbol}`
}

export const kindNames: Record<Band['kind'], string> = {
  'long-loop': 'long loop',
  'mini-loop': 'mini loop',
  strip: 'flat strip',
  tube: 'tube with handles',
}
