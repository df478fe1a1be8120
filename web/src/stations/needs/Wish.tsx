import type { Slot } from '../../api/client'
import { useBench } from '../../lib/desk'
import { blank } from '../../lib/file/parts'
import { useTold } from '../../lib/file/told'
import { useFields } from '../../lib/file/useFields'
import { Choice, Count, Quantity } from '../../ui/field'
import { Fields } from '../../ui/list'
import { Button } from '../../ui/parts'

/** The id of what is said of a need of whom the client is looked at as. */
function useWishId() {
  const { desk, person } = useBench()
  return (need: string) => (person.id === desk.file.persons[0]?.id ? need : `${person.id}.${need}`)
}

/** What a consultant may say of a need: its weight, sets and range, or that it is not wanted. */
export function Wish({ slot: s }: { slot: Slot }) {
  const { desk, box, person } = useBench()
  const id = useWishId()(s.key)
  const there = desk.file.slots.some((x) => x.id === id)
  const told = useTold()
  const drop = () => {
    const kept = box.make('slots', blank('slots', { id, person: person.id }))
    told(`${s.name} is off the board.`, kept, (last) => last.part === 'slots')
  }
  return (
    <section aria-label="For this client" className="mb-2">
      {there && <Own slot={s} />}
      <div className="flex flex-wrap gap-x-4">
        {there ? (
          <Button look="bare" onClick={() => box.drop('slots', id)}>
            As the goal has it
          </Button>
        ) : (
          <Button
            look="bare"
            onClick={() =>
              box.make('slots', blank('slots', { id, person: person.id, weight: s.weight, low: s.reps_low, high: s.reps_high }))
            }
          >
            Set it by hand
          </Button>
        )}
        <Button look="bare" onClick={drop}>
          Drop this need
        </Button>
      </div>
    </section>
  )
}

function Own({ slot: s }: { slot: Slot }) {
  const of = useFields('slots', useWishId()(s.key))
  return (
    <Fields>
      <Choice of={of('weight')} />
      <Count of={of('low')} unit={s.of} />
      <Count of={of('high')} unit={s.of} />
      {!s.timed && <Quantity of={of('lo_kg')} />}
      {!s.timed && <Quantity of={of('hi_kg')} />}
    </Fields>
  )
}

/** Needs that are not on the board: dropped ones come back, others are added. */
export function AddNeed() {
  const { desk, box, library, person } = useBench()
  const wishId = useWishId()
  const board = desk.results.board
  const missing = library.needs.filter((n) => !board.slots.some((s) => s.key === n.key))
  if (missing.length === 0) return null
  return (
    <label className="mt-2 inline-flex flex-wrap items-baseline gap-2 text-fine text-soft" data-noprint>
      Add a need
      <select
        className="border-b-2 border-ink bg-transparent py-0.5 text-body text-ink touch:min-h-12"
        value=""
        onChange={(e) => {
          const id = wishId(e.target.value)
          const dropped = desk.file.slots.some((s) => s.id === id && s.weight === 0)
          // One that was dropped is the goal's again, if the goal has it.
          if (dropped && !board.left_out.length) box.drop('slots', id)
          else box.make('slots', blank('slots', { id, person: person.id, weight: 3 }))
        }}
      >
        <option value="">–</option>
        {missing.map((n) => (
          <option key={n.key} value={n.key}>
            {n.name}
          </option>
        ))}
      </select>
    </label>
  )
}
