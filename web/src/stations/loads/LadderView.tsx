import { scaleLog } from 'd3-scale'
import type { Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { percent } from '../../lib/format'
import { useWidth } from '../../lib/hooks'
import { Mark, MarkKey, type Origin } from '../../ui/marks'
import { DataTable } from '../../ui/table'

const row = 38

/** Every rung of every hold on one axis, with the steps that are too large to train by. */
export function LadderView() {
  const { desk, units } = useBench()
  const [ref, width] = useWidth<HTMLDivElement>(900)
  const ladders = desk.results.ladders
  const rungs = ladders.flatMap((l) => l.rungs)
  if (rungs.length === 0) return <p className="text-soft">No load yet that can be held.</p>
  const lo = Math.min(...rungs.map((r) => Math.max(0.4, r.low_kg)))
  const hi = Math.max(...rungs.map((r) => r.high_kg))
  const narrow = width < 600
  const left = narrow ? 8 : 118
  const x = scaleLog([lo * 0.85, hi * 1.15], [left + 12, width - 16]).clamp(true)
  const d = units.display('mass')
  const grid = [0.5, 1, 2, 3, 4, 5, 6, 8, 10, 12, 16, 20, 25, 30, 40, 50, 60, 80, 100, 150, 200].filter(
    (v) => v * d.factor >= lo * 0.85 && v * d.factor <= hi * 1.15,
  )
  const origins = [...new Set(rungs.map((r) => r.origin))] as Origin[]
  let lastLabel = -99
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={24 + ladders.length * row}
        className="block"
        role="img"
        aria-label="The ladder per hold; its numbers are in the table below"
      >
        {grid.map((v) => {
          const at = x(v * d.factor)
          const label = at - lastLabel > 22
          if (label) lastLabel = at
          return (
            <g key={v}>
              <line x1={at} x2={at} y1={20} y2={24 + ladders.length * row} stroke="var(--faint)" />
              {label && (
                <text x={at} y={14} fontSize="13" textAnchor="middle" fill="var(--soft)" className="font-cond">
                  {v}
                </text>
              )}
            </g>
          )
        })}
        <text x={width - 2} y={14} fontSize="13" textAnchor="end" fill="var(--soft)" className="font-cond">
          {d.symbol}
        </text>
        {ladders.map((l, i) => (
          <Row key={l.hold} ladder={l} y={24 + i * row + row * 0.62} x={x} left={left} width={width} narrow={narrow} />
        ))}
      </svg>
      <div className="mt-1 flex flex-wrap gap-x-6">
        <MarkKey origins={origins} />
        <span className="text-[13px] text-soft">dashes: a step above 10 %, too large to progress by (ACSM 2009)</span>
      </div>
      <details className="mt-2 text-[14px]">
        <summary className="text-action underline underline-offset-3">The ladder as a table</summary>
        <DataTable
          label="The ladder"
          rows={ladders.flatMap((l) => l.rungs.map((r) => ({ hold: l.hold, ...r })))}
          id={(r) => `${r.hold}${r.label}${r.low_kg}`}
          columns={[
            { head: 'hold', names: true, cell: (r) => r.hold },
            {
              head: 'load',
              figure: true,
              cell: (r) =>
                `${r.high_kg > r.low_kg ? `${units.bare('mass', r.low_kg)}–` : ''}${units.show('mass', r.high_kg)} ± ${units.pm('mass', r.u95_kg)}`,
            },
            { head: 'made of', cell: (r) => r.label },
          ]}
        />
      </details>
    </div>
  )
}

function Row(p: { ladder: Shapes['Ladder']; y: number; x: (v: number) => number; left: number; width: number; narrow: boolean }) {
  const { ladder, y, x } = p
  let lastText = -99
  return (
    <g>
      <text x={0} y={p.narrow ? y - 13 : y + 5} fontSize="15" fontWeight="600" fill="var(--ink)" className="font-cond">
        {ladder.hold}
        {ladder.hold === 'band' ? ' (pull)' : ''}
      </text>
      <line x1={p.left} x2={p.width} y1={y} y2={y} stroke="var(--line)" />
      {ladder.steps.map((s) => {
        const [a, b] = [x(s.from_kg) + 8, x(s.to_kg) - 8]
        const mid = (a + b) / 2
        const text = b - a > 20 && mid - lastText > 44
        if (text) lastText = mid
        return (
          <g key={s.from_kg}>
            {b > a && <line x1={a} x2={b} y1={y - 8} y2={y - 8} stroke="var(--action)" strokeDasharray="3 3" />}
            {text && (
              <text x={mid} y={y - 12} fontSize="13" textAnchor="middle" fill="var(--action)" className="font-cond">
                {percent(s.ratio)}
              </text>
            )}
          </g>
        )
      })}
      {ladder.rungs.map((r) =>
        r.high_kg > r.low_kg * 1.001 ? (
          <line
            key={`${r.label}${r.low_kg}`}
            x1={x(Math.max(0.4, r.low_kg))}
            x2={x(r.high_kg)}
            y1={y}
            y2={y}
            stroke="var(--ink)"
            strokeWidth="5"
          />
        ) : null,
      )}
      {ladder.rungs.map((r) =>
        r.high_kg > r.low_kg * 1.001 ? null : (
          <Mark key={`${r.label}${r.low_kg}`} origin={r.origin as Origin} x={x(r.low_kg)} y={y} r={5} />
        ),
      )}
    </g>
  )
}
