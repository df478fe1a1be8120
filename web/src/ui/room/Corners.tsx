import { useEffect, useState } from 'react'
import { useBench } from '../../lib/desk'
import { useFields } from '../../lib/file/useFields'
import { type At, Label, through, useSheet } from '../draw'
import { cornerMoved, snapped } from './geometry'
import { usePlace, useUnder } from './place'
import { type Room, type State, wallName } from './room'
import { useMove } from './useMove'

/** A handle on each corner: the walls at it are shifted, and every turn stays. */
export function Corners({ room, state }: { room: Room; state: State }) {
  if (state.gap_m > 0.0005 || room.walls.some((w) => w.exact)) return null
  return (
    <g>
      {state.outline.map((c, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: corners are told by their place
        <CornerHandle key={i} room={room} state={state} i={i} at={[c[0] ?? 0, c[1] ?? 0]} />
      ))}
    </g>
  )
}

function CornerHandle({ room, state, i, at }: { room: Room; state: State; i: number; at: At }) {
  const { units } = useBench()
  const s = useSheet()
  const place = usePlace()
  const under = useUnder()
  const of = useFields('rooms', room.id)
  const walls = of('walls')
  const [to, setTo] = useState<At | null>(null)
  const step = units.system === 'metric' ? 0.01 : 0.0254 / 2
  const outline = state.outline.map((c): At => [c[0] ?? 0, c[1] ?? 0])
  const lengthsAt = (p: At) => cornerMoved(outline, i, p)
  const move = useMove({
    at: to ?? at,
    under,
    step,
    snap: (p) => [
      snapped(
        p[0],
        step,
        outline.map((c) => c[0]),
        6 / s.len(1),
      ),
      snapped(
        p[1],
        step,
        outline.map((c) => c[1]),
        6 / s.len(1),
      ),
    ],
    onMove: setTo,
    onRest: (p) => {
      const lengths = lengthsAt(p)
      setTo(lengths && p)
      if (lengths)
        walls.set((now) =>
          now.map((w, k) =>
            Math.abs((lengths[k] ?? 0) - w.length_m) < 1e-4 || w.length_m === 0
              ? w
              : { ...w, length_m: Math.round((lengths[k] ?? 0) * 1e4) / 1e4 },
          ),
        )
    },
    onPress: () => {},
  })
  // It is shown where it was put until the room has been worked out with it, or refused.
  // biome-ignore lint/correctness/useExhaustiveDependencies: each new answer
  useEffect(() => setTo(null), [state.outline, walls.refused])
  const here = place(to ?? at)
  const now = to && lengthsAt(to)
  return (
    <>
      {to && now && (
        <g pointerEvents="none">
          <path
            d={through(shifted(outline, i, to).map(place), true)}
            fill="none"
            stroke="var(--whatif)"
            strokeWidth="2"
            strokeDasharray="6 4"
          />
          <Label at={[here[0], here[1] - 14]} anchor="middle" size="body" as="whatif" bold halo>
            {units.bare('length', now[(i - 1 + now.length) % now.length] ?? 0)} · {units.show('length', now[i] ?? 0)}
          </Label>
        </g>
      )}
      {/* biome-ignore lint/a11y/useSemanticElements: a corner of a drawing */}
      <rect
        x={here[0] - 6}
        y={here[1] - 6}
        width="12"
        height="12"
        fill={to && !now ? 'var(--wrong)' : 'var(--sheet)'}
        stroke="var(--ink)"
        strokeWidth="1.5"
        className="cursor-move touch-none"
        role="button"
        tabIndex={0}
        aria-label={`Corner between ${wallName((i - 1 + outline.length) % outline.length)} and ${wallName(i)}: arrow keys move it`}
        {...move}
      />
    </>
  )
}

const shifted = (outline: readonly At[], i: number, to: At): At[] => {
  const n = outline.length
  const lengths = cornerMoved(outline, i, to)
  if (!lengths) return [...outline]
  // From the corner that does not move, along the walls as they were.
  const out = [...outline]
  let at = outline[(i + 2) % n] as At
  for (let k = 2; k < n + 2; k++) {
    const [a, b] = [outline[(i + k) % n] as At, outline[(i + k + 1) % n] as At]
    const l = Math.hypot(b[0] - a[0], b[1] - a[1])
    const next = lengths[(i + k) % n] ?? l
    out[(i + k) % n] = at
    at = [at[0] + ((b[0] - a[0]) / l) * next, at[1] + ((b[1] - a[1]) / l) * next]
  }
  return out
}
