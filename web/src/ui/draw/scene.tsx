import { createContext, type ReactNode, type SVGProps, useContext, useId, useMemo } from 'react'
import { useWidth } from '../../lib/hooks'

export type Span = readonly [number, number]
export type At = readonly [number, number]

/** What a drawing is drawn with: from what it is about (mostly metres) to places on the sheet. */
export type Sheet = {
  x: (v: number) => number
  y: (v: number) => number
  /** A length, where both axes have one scale. */
  len: (v: number) => number
  width: number
  height: number
  left: number
  right: number
  top: number
  bottom: number
  /** Told apart from those of other drawings on the page. */
  id: string
}

const SheetContext = createContext<Sheet | null>(null)

/** The sheet that is drawn on. */
export function useSheet(): Sheet {
  const s = useContext(SheetContext)
  if (!s) throw new Error('outside of a drawing')
  return s
}

/** One scale for both axes: a drawing of things, not a chart; or a logarithmic one along x, where equal ratios are equal lengths. What is seen from above lies in the middle of the sheet, what stands on a floor at its bottom. */
type How = { equal?: boolean; log?: boolean; middle?: boolean }

type Pad = { left: number; right: number; top: number; bottom: number }

/** From a span to places: straight, or so that equal ratios are equal lengths, and nothing beyond. The first screen needs no more than this of scales; ticks have a library. */
const straight = (from: Span, to: Span) => (v: number) => to[0] + ((v - from[0]) / (from[1] - from[0])) * (to[1] - to[0])
const inRatios = (from: Span, to: Span) => {
  const place = straight([Math.log(from[0]), Math.log(from[1])], to)
  return (v: number) => place(Math.log(Math.min(from[1], Math.max(from[0], v))))
}

/** Places on a sheet of a size for what lies in x and y; with one scale for both, in the middle of the room that there is. */
export function sheetOf(size: { width: number; height: number }, x: Span, y: Span, pad: Pad, how: How = {}, id = ''): Sheet {
  const { width, height } = size
  const { equal, log, middle } = how
  let [left, right, top, bottom] = [pad.left, width - pad.right, pad.top, height - pad.bottom]
  if (equal) {
    const k = Math.min((right - left) / (x[1] - x[0]), (bottom - top) / (y[1] - y[0]))
    const [dx, dy] = [right - left - k * (x[1] - x[0]), bottom - top - k * (y[1] - y[0])]
    left += dx / 2
    right -= dx / 2
    top += middle ? dy / 2 : dy
    bottom -= middle ? dy / 2 : 0
  }
  const sx = (log ? inRatios : straight)(x, [left, right])
  const sy = straight(y, [bottom, top])
  return { x: sx, y: sy, len: (v) => Math.abs(sx(v) - sx(0)), width, height, left, right, top, bottom, id }
}

export type Alternative = { head: readonly string[]; rows: readonly (readonly string[])[] }

type Props = {
  /** What it shows, in one sentence. */
  label: string
  x: Span
  y: Span
  /** Height for its width, as a share; the drawing fills the width that there is. */
  ratio?: number
  /** A height of its own, whatever the width. */
  height?: number
  most?: number
  pad?: Partial<Pad>
  /** The same in figures, for those who do not see it. */
  table?: Alternative
  squared?: boolean
  /** It has controls in it. */
  interactive?: boolean
  /** Without a frame: it stands on the page. */
  bare?: boolean
  children: ReactNode
} & How

const usual: Pad = { left: 14, right: 14, top: 14, bottom: 14 }

type OnSheetProps = { sheet: Sheet; children: ReactNode } & SVGProps<SVGSVGElement>

/** What is drawn on a sheet that is laid out already; no wider than it, and narrower where its place is, on paper too. */
export const OnSheet = ({ sheet, children, className = '', ...rest }: OnSheetProps) => (
  // biome-ignore lint/a11y/noSvgWithoutTitle: named, or hidden, by who draws on it
  <svg
    viewBox={`0 0 ${sheet.width} ${sheet.height}`}
    width="100%"
    style={{ maxWidth: sheet.width }}
    className={`block ${className}`}
    {...rest}
  >
    <SheetContext.Provider value={sheet}>{children}</SheetContext.Provider>
  </svg>
)

/** A drawing with one transform from what it is about to the sheet, as large as its place, right in print and at any zoom. */
export function Scene({
  label,
  x,
  y,
  equal = false,
  log = false,
  middle = false,
  ratio = 0.5,
  height,
  most = 900,
  pad,
  table,
  squared = false,
  interactive = false,
  bare = false,
  children,
}: Props) {
  const id = useId()
  const [ref, measured] = useWidth<HTMLDivElement>(520)
  const width = Math.max(180, Math.min(measured, most))
  const [x0, x1, y0, y1] = [x[0], x[1], y[0], y[1]]
  const { left, right, top, bottom } = { ...usual, ...pad }
  const sheet = useMemo(
    () =>
      sheetOf(
        { width, height: height ?? Math.round(width * ratio) },
        [x0, x1],
        [y0, y1],
        { left, right, top, bottom },
        { equal, log, middle },
        CSS.escape(id),
      ),
    [width, height, ratio, x0, x1, y0, y1, left, right, top, bottom, equal, log, middle, id],
  )
  return (
    <div ref={ref} className="relative min-w-0 max-w-full break-inside-avoid overflow-hidden">
      <OnSheet
        sheet={sheet}
        style={{ maxWidth: most }}
        className={`${bare ? '' : 'border border-line bg-sheet'} ${squared ? 'squared' : ''}`}
        role={interactive ? 'group' : 'img'}
        aria-label={label}
        aria-describedby={table && `${id}-table`}
      >
        {children}
      </OnSheet>
      {table && <InFigures id={`${id}-table`} label={label} {...table} />}
    </div>
  )
}

/** What a drawing shows, as a table that is read and not seen. */
export function InFigures({ id, label, head, rows }: Alternative & { id?: string; label: string }) {
  return (
    <div id={id} className="sr-only">
      <table>
        <caption>{label}, in figures</caption>
        <thead>
          <tr>
            {head.map((h) => (
              <th key={h} scope="col">
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.join('|')}>
              {r.map((c, i) => (
                <td key={`${head[i]}`}>{c}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
