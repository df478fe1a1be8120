import type { Library, Shapes } from '../api/client'
import { type Read, read, shownMoney, type Tongue } from './quantity'

export type System = 'metric' | 'us'
export type Kind =
  | 'mass'
  | 'mass-fine'
  | 'mass-small'
  | 'length'
  | 'level'
  | 'thin'
  | 'force'
  | 'volume'
  | 'density'
  | 'time'
  | 'area'
  | 'ratio'
  | 'count'
  | 'temperature'
export type Display = Shapes['Display']

const eighths = ['', '⅛', '¼', '⅜', '½', '⅝', '¾', '⅞']

function inEighths(n: number): string {
  const whole = Math.floor(n / 8)
  const part = eighths[n % 8] ?? ''
  return whole === 0 && part ? part : `${whole}${part}`
}

/** Writes an SI value as a user of the system reads it; the tables come from the server, and its own writing is the reference. */
export function format(d: Display, value: number, unit = true): string {
  const shown = (value - d.offset) / d.factor
  const steps = Math.floor(Math.abs(shown) / d.step + 0.5 + 1e-9)
  const sign = shown < 0 && steps > 0 ? '−' : ''
  if (d.style === 'feet-inches') {
    const eighths = Math.floor(steps * d.step * 96 + 0.5)
    const feet = Math.floor(eighths / 96)
    const rest = eighths % 96
    if (feet === 0 && rest > 0) return `${sign}${inEighths(rest)}"`
    return rest === 0 ? `${sign}${feet}'` : `${sign}${feet}' ${inEighths(rest)}"`
  }
  if (d.style === 'eighths') return `${sign}${inEighths(steps)}${unit ? ' in' : ''}`
  let number = (steps * d.step).toFixed(d.decimals)
  if (d.step === 0.25) number = number.replace(/0+$/, '').replace(/\.$/, '')
  return `${sign}${number}${unit && d.symbol ? ` ${d.symbol}` : ''}`
}

/** Writes an uncertainty without its unit: two figures that count, rounded up, as the server does; in eighths the next eighth. */
export function formatU(d: Display, u: number): string {
  if (d.style !== 'decimal') {
    const text = format(d, Math.ceil(u / d.factor / d.step - 1e-9) * d.step * d.factor)
    return d.symbol && text.endsWith(d.symbol) ? text.slice(0, -d.symbol.length).trimEnd() : text
  }
  const shown = Math.abs(u) / d.factor
  if (shown === 0 || !Number.isFinite(shown)) return `${shown}`
  let decimals = 1 - Math.floor(Math.log10(shown))
  const scale = 10 ** decimals
  const up = Math.ceil(shown * scale - 1e-9)
  if (up >= 100 && decimals > 0) decimals--
  return (up / scale).toFixed(Math.max(0, decimals))
}

/** Everything that shows numbers for one system of units, and amounts of one currency. */
export class Units {
  private readonly table = new Map<string, Display>()
  private readonly tongue: Tongue
  /** How amounts of the currency are written. */
  readonly coin: Shapes['Currency']
  constructor(
    readonly system: System,
    library: Pick<Library, 'displays'> & Partial<Pick<Library, 'units' | 'currencies'>>,
    readonly currency = 'EUR',
  ) {
    this.tongue = { units: library.units ?? [], currencies: library.currencies ?? [] }
    this.coin = this.tongue.currencies.find((c) => c.code === currency) ?? { code: currency, sign: '', per_major: 100, marks: [] }
    for (const d of library.displays) if (d.system === system) this.table.set(d.kind, d)
  }

  display(kind: string): Display {
    if (kind === 'money')
      return {
        system: this.system,
        kind,
        dim: 'money',
        symbol: this.currency,
        factor: 1,
        offset: 0,
        step: 1,
        decimals: 0,
        style: 'decimal',
      }
    return (
      this.table.get(kind) ?? {
        system: this.system,
        kind,
        dim: kind,
        symbol: '',
        factor: 1,
        offset: 0,
        step: 0.01,
        decimals: 2,
        style: 'decimal',
      }
    )
  }

  /** Reads what is typed for a kind of value, a bare number in the unit, without one in the shown. */
  read(kind: string, text: string, unit = this.symbol(kind)): Read {
    return read(this.tongue, this.display(kind).dim, text, unit)
  }

  /** With its unit. */
  show(kind: string, value: number): string {
    return kind === 'money' ? this.money(value) : format(this.display(kind), value)
  }

  /** Without its unit. */
  bare(kind: string, value: number): string {
    return kind === 'money' ? this.money(value).replace(/^[^\d−]+/, '') : format(this.display(kind), value, false)
  }

  /** An amount of money in the client's currency. */
  money(minor: number): string {
    return shownMoney(minor, this.coin)
  }

  /** An uncertainty, without its unit. */
  pm(kind: string, u: number): string {
    return formatU(this.display(kind), u)
  }

  /** A value with its uncertainty and unit: "4.18 kg ± 0.12". */
  both(kind: string, value: number, u: number): string {
    return `${this.show(kind, value)} ± ${this.pm(kind, u)}`
  }

  /** From one value to another, the unit once. */
  span(kind: string, from: number, to: number): string {
    return `${this.bare(kind, from)}–${this.show(kind, to)}`
  }

  /** A small value to two figures that count, with its unit; for uncertainties on a table of them. */
  fine(kind: string, value: number): string {
    const d = this.display(kind)
    const factor = d.style === 'feet-inches' ? d.factor * 12 : d.factor
    const symbol = d.style === 'feet-inches' ? 'in' : d.symbol
    if (value === 0) return `0${symbol ? ` ${symbol}` : ''}`
    const shown = value / factor
    const decimals = Math.max(0, Math.min(6, 1 - Math.floor(Math.log10(Math.abs(shown)))))
    return `${shown.toFixed(decimals)}${symbol ? ` ${symbol}` : ''}`
  }

  symbol(kind: string): string {
    return this.display(kind).symbol
  }
}

export const percent = (v: number) => `${Math.round(v * 100)} %`

/** A day, from Unix seconds. */
export const day = (seconds: number) =>
  new Date(seconds * 1000).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' })

/** A name as it stands within a sentence: what is a proper name of it stays one. */
export const within = (name: string) => name.charAt(0).toLowerCase() + name.slice(1)
