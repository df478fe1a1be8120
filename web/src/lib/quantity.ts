import type { Shapes } from '../api/client'

type Unit = Shapes['TypedUnit']
type Currency = Shapes['Currency']

/** What was made of a typed quantity: SI, or litres for a volume; of money in the smallest coin. */
export type Read = { ok: true; value: number } | { ok: false; understood: string; problem: string }

/** The units and currencies that can be typed. */
export type Tongue = { units: Unit[]; currencies: Currency[] }

class Wrong extends Error {
  constructor(
    readonly understood: string,
    problem: string,
  ) {
    super(problem)
  }
}

const longest = 64
const bytes = (text: string) => new TextEncoder().encode(text).length

const signs: [RegExp, string][] = [
  [/[’‘′]/g, "'"],
  [/[″”“]/g, '"'],
  [/½/g, ' 1/2'],
  [/¼/g, ' 1/4'],
  [/¾/g, ' 3/4'],
  [/⅛/g, ' 1/8'],
  [/⅜/g, ' 3/8'],
  [/⅝/g, ' 5/8'],
  [/⅞/g, ' 7/8'],
  [/⅓/g, ' 1/3'],
  [/⅔/g, ' 2/3'],
  [/[\u00a0\u202f\t]/g, ' '],
  [/−/g, '-'],
]

const tidy = (text: string) => signs.reduce((t, [from, to]) => t.replace(from, to), text).trim()
const leading = (text: string, of: RegExp) => of.exec(text)?.[0] ?? ''
const digits = /^\d*/
const token = /^[\d.,]*/
const quoted = (text: string) => JSON.stringify(text)
const leadingWord = (text: string) => /^[^ \d]+(?=[ \d])/.exec(text)?.[0] ?? text
const less = (text: string, start: string) => (text.startsWith(start) ? text.slice(start.length) : text)

/** A number to six figures, as the server writes it in a sentence. */
function brief(v: number): string {
  const [mantissa = '', exponent = '0'] = v.toExponential(5).split('e')
  const e = Number(exponent)
  if (v !== 0 && (e < -4 || e >= 6)) return `${Number(mantissa)}e${e < 0 ? '-' : '+'}${String(Math.abs(e)).padStart(2, '0')}`
  return String(Number(v.toPrecision(6)))
}

/** Takes the spaces out of a number in groups of three digits: 2 400 mm. */
function grouped(text: string): string {
  const head = leading(text, digits)
  if (head.length === 0 || head.length > 3) return text
  let out = head
  let rest = text.slice(head.length)
  while (/^ \d{3}(?![\d/,])/.test(rest)) {
    out += rest.slice(1, 4)
    rest = rest.slice(4)
  }
  return out + rest
}

/** A number with its commas read: thousands, or one decimal comma; null where it is neither. */
function ungrouped(text: string): string | null {
  const point = text.indexOf('.')
  const whole = point < 0 ? text : text.slice(0, point)
  const fraction = point < 0 ? '' : text.slice(point + 1)
  const groups = whole.split(',')
  if (fraction.includes(',')) return null
  if (groups.length === 1) return text
  const [head = '', ...others] = groups
  const thousands = head !== '' && head !== '0' && head.length <= 3 && others.every((g) => g.length === 3)
  if (thousands) return groups.join('') + (point < 0 ? '' : `.${fraction}`)
  return groups.length === 2 && point < 0 ? `${head}.${others[0]}` : null
}

const plain = (text: string) => (/^(\d+\.?\d*|\.\d+)$/.test(text) ? Number(text) : Number.NaN)

/** Reads one text from its left, as the server's own reader does. */
class Reader {
  rest: string
  private readonly whole: string
  constructor(text: string) {
    this.rest = this.whole = tidy(text)
  }

  fail(problem: string): never {
    throw new Wrong(
      (this.whole.endsWith(this.rest) ? this.whole.slice(0, this.whole.length - this.rest.length) : this.whole).trim(),
      problem,
    )
  }

  /** 12, 2.4, 2,4, 1/2 or 1 1/2; whole is false when it has a fraction. */
  number(): { value: number; whole: boolean } {
    if (this.rest.startsWith('-')) this.fail('a negative value makes no sense here')
    this.rest = grouped(this.rest)
    const read = leading(this.rest, token)
    if (read === '') this.fail(`${quoted(this.rest)} is not a number`)
    if (this.rest[read.length] === '/') return { value: this.fraction(), whole: false }
    const text = ungrouped(read)
    if (text === null) this.fail(`${quoted(read)} mixes separators: write it with one decimal point`)
    const value = plain(text)
    if (!Number.isFinite(value)) this.fail(`${quoted(read)} is not a number`)
    const whole = Number.isInteger(value) && !/[.,]/.test(read)
    this.rest = this.rest.slice(read.length)
    const after = /^-\d/.test(this.rest) ? this.rest.slice(1) : this.rest.trimStart()
    if (whole && /^\d+\//.test(after) && after !== this.rest) {
      this.rest = after
      return { value: value + this.fraction(), whole: false }
    }
    this.rest = this.rest.trimStart()
    return { value, whole }
  }

  private fraction(): number {
    const top = leading(this.rest, digits)
    if (this.rest[top.length] !== '/') this.fail('a fraction is written with whole numbers, as 1/2')
    const bottom = leading(this.rest.slice(top.length + 1), digits)
    if (top === '' || bottom === '' || Number(bottom) === 0) this.fail(`${quoted(`${top}/${bottom}`)} is not a fraction`)
    this.rest = this.rest.slice(top.length + 1 + bottom.length).trimStart()
    return Number(top) / Number(bottom)
  }

  /** The longest name of a unit that comes next; null where none is named. */
  unit(all: readonly Unit[], dim: string): Unit | null {
    if (this.rest === '' || /^\d/.test(this.rest)) return null
    const names = all
      .flatMap((unit) => [unit.symbol.toLowerCase(), ...unit.names].filter(Boolean).map((name) => ({ name, unit })))
      .sort((a, b) => bytes(b.name) - bytes(a.name))
    for (const { name, unit } of names) {
      if (!this.rest.toLowerCase().startsWith(name)) continue
      const after = this.rest.slice(name.length)
      if (/[a-z]$/.test(name) && /^[a-z]/i.test(after)) continue
      this.rest = less(after, '.').replace(/^[ ,]+/, '')
      return unit
    }
    return this.fail(`${quoted(leadingWord(this.rest))} is not a unit of ${dim}: use ${wanted(all)}`)
  }
}

const wanted = (all: readonly Unit[]) =>
  all
    .map((u) => u.symbol)
    .filter(Boolean)
    .join(', ') || 'no unit belongs here'

const examples: Record<string, string> = {
  mass: '12 kg or 12 lb 8 oz',
  length: '2.4 m, 14 cm or 5\'11"',
  force: '120 N or 28 lbf',
  volume: '5 L or 1 gal',
  density: '1.5 kg/L',
  time: '90 s or 35 min',
  temperature: '20 °C or 68 °F',
}

/** 1:30 as minutes and seconds, or as hours and minutes where hours are asked for, and 1:30:00. */
function clock(text: string, unit: string): number | null {
  const parts = text.split(':')
  if (parts.length < 2 || parts.length > 3) return null
  if (parts.some((p, i) => !/^\d{1,18}$/.test(p) || (i > 0 && (p.length !== 2 || Number(p) > 59)))) return null
  const seconds = parts.reduce((s, p) => s * 60 + Number(p), 0)
  return parts.length === 2 && unit === 'h' ? seconds * 60 : seconds
}

/** The sum of numbers with falling units: 12 lb 8 oz. */
function sum(r: Reader, all: readonly Unit[], dim: string, fallback: Unit | undefined): number {
  let total = 0
  let before: Unit | undefined
  let next = fallback
  let fraction = false
  for (let first = true; r.rest !== ''; first = false) {
    if (fraction) r.fail('nothing may follow a part with a fraction')
    if (!first) r.rest = less(r.rest, '-')
    const { value, whole } = r.number()
    const named = r.unit(all, dim)
    const unit = named ?? (next && (first || next.symbol !== '') ? next : r.fail(`the number ${brief(value)} needs a unit: ${wanted(all)}`))
    if (before && unit.factor >= before.factor) r.fail(`${unit.symbol} cannot follow a smaller or equal unit`)
    if (!first && !named && unit.symbol === 'cm' && value < 10)
      r.fail(
        `${brief(value)} after metres could be tenths or centimetres: write ${brief(total + value / 10)} m or ${brief(total + value / 100)} m`,
      )
    total += value * unit.factor
    if (before && value * unit.factor >= before.factor * (1 - 1e-12)) {
      const more = Math.floor(total / before.factor + 1e-9)
      const rest = `${brief((total - more * before.factor) / unit.factor)} ${unit.symbol}`
      r.fail(`${brief(value)} ${unit.symbol} are 1 ${before.symbol} or more: did you mean ${brief(more)} ${before.symbol} ${rest}?`)
    }
    before = unit
    fraction = !whole
    next = all.find((u) => u.symbol !== '' && u.symbol === unit.then)
  }
  if (!Number.isFinite(total)) r.fail('that is not a usable number')
  return total
}

function temperature(r: Reader, unit: string): number {
  const { value } = r.number()
  let scale = r.rest.trim().toLowerCase()
  for (const mark of ['°', 'º', 'degrees', 'degree', 'deg']) scale = less(scale, mark).trim()
  if (scale === '') scale = less(unit, '°').toLowerCase()
  if (scale === 'c' || scale === 'celsius') return value
  if (scale === 'f' || scale === 'fahrenheit') return value * (1 / 1.8) + -32 / 1.8
  return r.fail(`${quoted(leadingWord(r.rest))} is not a scale of temperature: use °C, °F`)
}

const mostMoney = 1e9

function amount(text: string, c: Currency): number {
  let rest = tidy(text)
  const coin = (minor: number) => shownMoney(minor, c)
  if (rest === '') throw new Wrong('', `nothing typed yet; for example ${coin(30000)}`)
  for (const mark of c.marks.map((m) => m.trim().toLowerCase())) {
    const folded = rest.trim().toLowerCase()
    if (folded.startsWith(mark)) rest = folded.slice(mark.length).trim()
    else if (folded.endsWith(mark)) rest = folded.slice(0, -mark.length).trim()
  }
  if (rest.startsWith('-')) throw new Wrong('', 'a negative amount makes no sense here')
  const number = grouped(rest)
  const read = leading(number, token)
  const text2 = ungrouped(read)
  if (read === '') throw new Wrong('', `${quoted(text)} is not an amount: a number of ${c.code} is asked for`)
  if (read !== number) throw new Wrong(read, `${quoted(number.slice(read.length).trim())} is not ${c.code}: amounts are not converted`)
  if (text2 === null) throw new Wrong('', `${quoted(read)} mixes separators: write it with one decimal point`)
  const value = plain(text2)
  const minor = value * c.per_major
  if (Number.isNaN(value)) throw new Wrong('', `${quoted(read)} is not a number`)
  if (value > mostMoney) throw new Wrong(read, 'that is more than anybody spends on this')
  if (Math.abs(minor - Math.round(minor)) > 1e-6) throw new Wrong(read, `${c.code} has no smaller coin than ${coin(1)}`)
  return Math.round(minor)
}

/** Writes an amount as the server does: with its sign or code, and decimals only where there are pence. */
export function shownMoney(minor: number, c: Currency): string {
  const abs = Math.abs(minor)
  const text = abs % c.per_major === 0 ? String(abs / c.per_major) : (abs / c.per_major).toFixed(2)
  return `${minor < 0 ? '−' : ''}${c.sign || `${c.code} `}${text}`
}

/** Reads what a person types for a dimension, a bare number in the unit; of money the unit is its currency. It is the server's reader, held against the same table. */
export function read(t: Tongue, dim: string, text: string, unit: string): Read {
  try {
    if (bytes(text) > longest) throw new Wrong('', `that is too long for one ${dim === 'money' ? 'amount' : 'number'}`)
    if (dim === 'money') {
      const c = t.currencies.find((x) => x.code === unit)
      if (!c) throw new Wrong('', 'that is not a currency that a client can have')
      return { ok: true, value: amount(text, c) }
    }
    const r = new Reader(text)
    if (r.rest === '') throw new Wrong('', `nothing typed yet; for example ${examples[dim] ?? '3'}`)
    if (dim === 'temperature') return { ok: true, value: temperature(r, unit) }
    const all = t.units.filter((u) => u.dim === dim)
    const timed = dim === 'time' ? clock(r.rest, unit) : null
    const value =
      timed ??
      sum(
        r,
        all,
        dim,
        all.find((u) => u.symbol === unit),
      )
    return { ok: true, value }
  } catch (e) {
    if (e instanceof Wrong) return { ok: false, understood: e.understood, problem: e.message }
    throw e
  }
}
