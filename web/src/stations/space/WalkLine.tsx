import { useEffect, useId, useRef } from 'react'
import { api, data, type Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import type { Field } from '../../lib/file/useFields'
import { useFields } from '../../lib/file/useFields'
import { useKey, useOneAtATime } from '../../lib/hooks'
import type { Signal } from '../../lib/signal'
import { lineLook, Shell } from '../../ui/field/shell'
import { useTyped } from '../../ui/field/typed'
import type { Walk } from '../../ui/room/Plan'
import { type Room, type State, type Wall, walkedOver, walkText } from '../../ui/room/room'
import { linesId } from './AddLines'

type Props = { room: Room; state: State; ghost: Signal<Walk> }

/** The walk round the walls in one line: drawn as it is typed, kept on Enter once it makes a room. */
export function WalkLine({ room, state, ghost }: Props) {
  const { units } = useBench()
  const id = useId()
  const box = useRef<HTMLInputElement>(null)
  const of = useFields('rooms', room.id)
  const f = of('walls') as Field<Wall[]>
  const unit = units.system === 'metric' ? 'm' : 'ft'
  // What draws a text and what reads it ask alike: once is enough.
  const asked = useRef<{ text: string; answer: Promise<Shapes['WalkAnswer']> } | null>(null)
  const ask = (text: string) => {
    if (asked.current?.text === text) return asked.current.answer
    const answer = data<Shapes['WalkAnswer']>(api.POST('/api/v1/calc/walk', { body: { text, unit, system: units.system } }))
    asked.current = { text, answer }
    answer.catch(() => {
      asked.current = null
    })
    return answer
  }
  const { text, said, input } = useTyped<Wall[]>(f, {
    read: async (t) => {
      if (t.trim() === '') return { value: [] }
      const got = await ask(t)
      if (!got.closed) return { wrong: where(got) + got.problem }
      const gap = got.gap_m > 0.0005 ? `, misses the start by ${units.show('level', got.gap_m)}, shared out` : ''
      return { value: walkedOver(f.value, got.walls), echo: `${got.walls.length} walls, ${units.show('area', got.area_m2)}${gap}` }
    },
    show: (walls) => walkText(walls, (m) => units.bare('length', m)),
  })
  const typed = text !== walkText(f.value, (m) => units.bare('length', m))
  const draw = useOneAtATime(async (t: string) => ghost.set(await ask(t).catch(() => null)))
  useEffect(() => {
    if (typed && text.trim() !== '') draw(text)
    else {
      draw(null)
      ghost.set(null)
    }
  }, [typed, text, draw, ghost])
  useEffect(() => () => ghost.set(null), [ghost])
  useKey('w', () => {
    box.current?.focus()
    box.current?.select()
  })
  // How the walk missed its start stays said until it is measured again.
  const missed =
    state.gap_m > 0.0005 &&
    `they miss the start by ${units.show('level', state.gap_m)}, shared out: measure ${state.again} again to be sure`
  const stands = f.value.length === 0 ? '' : [`${f.value.length} walls`, missed].filter(Boolean).join('; ')
  return (
    <Shell
      id={id}
      label="Walk round the walls (w): length, turn, length …"
      said={{ ...said, note: said.note || stands || '4.6 R 2.9 R 1.2 L 0.8 R 3.4 R, or 4.6 x 2.9 - 1.2 x 0.8 C' }}
      unit={unit}
      width="full"
      pending={f.pending}
    >
      <input
        {...input}
        data-next={linesId}
        ref={box}
        id={id}
        className={lineLook}
        value={text}
        spellCheck={false}
        placeholder="4.6 R 2.9 R 4.6 R"
        aria-describedby={`${id}-said`}
      />
    </Shell>
  )
}

/** Which wall of the line something is said of. */
function where({ at }: Shapes['WalkAnswer']): string {
  const n = /\[(\d+)\]/.exec(at)?.[1]
  return n === undefined ? '' : `wall ${String.fromCharCode(65 + (Number(n) % 26))}: `
}
