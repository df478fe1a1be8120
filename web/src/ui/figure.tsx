/**
 * A standing figure in metres, feet at y = 0, drawn in pencil. Scale turns
 * metres into pixels; the figure faces right.
 */
export function Figure({
  stature,
  x,
  floor,
  scale,
  arms = 'up',
}: {
  stature: number
  x: number
  floor: number
  scale: number
  arms?: 'up' | 'down'
}) {
  const at = (share: number) => floor - share * stature * scale
  const across = (share: number) => share * stature * scale
  const hand = arms === 'up' ? at(1.184) : at(0.431)
  const shoulder = at(0.818)
  const elbow = arms === 'up' ? at(1.0) : at(0.63)
  const line = { fill: 'none', stroke: 'var(--soft)', strokeWidth: 2, strokeLinecap: 'round' as const, strokeLinejoin: 'round' as const }
  return (
    <g>
      <circle cx={x} cy={at(0.935)} r={across(0.062)} {...line} />
      <path d={`M${x} ${at(0.87)}L${x} ${at(0.53)}`} {...line} />
      {[-1, 1].map((side) => (
        <g key={side}>
          <path
            d={`M${x} ${shoulder}L${x + side * across(0.1)} ${shoulder + 2}L${x + side * across(0.125)} ${elbow}L${x + side * across(0.115)} ${hand}`}
            {...line}
          />
          <path
            d={`M${x} ${at(0.53)}L${x + side * across(0.06)} ${at(0.285)}L${x + side * across(0.065)} ${at(0.02)}l${side * across(0.05)} ${across(0.02)}`}
            {...line}
          />
        </g>
      ))}
    </g>
  )
}
