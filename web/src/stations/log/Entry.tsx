import { useMemo, useRef, useState } from 'react'
import { ApiError, api, data, type Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { specOf } from '../../lib/file/fields'
import { blank, newId } from '../../lib/file/parts'
import { useKey } from '../../lib/hooks'
import { Check, Pick } from '../../ui/field'
import { Button } from '../../ui/parts'

/** A set in a line: the movement stays, so that the next of it is the line alone and Enter. */
export function Entry() {
  const { desk, library, units, box, person } = useBench()
  const recent = useMemo(() => lately(desk.file.sets, person.id), [desk.file.sets, person.id])
  const [movement, setMovement] = useState(recent[0] ?? '')
  const [text, setText] = useState('')
  const [wrong, setWrong] = useState('')
  const [met, setMet] = useState(true)
  const line = useRef<HTMLInputElement>(null)
  useKey('e', () => line.current?.focus())
  const keep = async () => {
    if (movement === '') return setWrong('choose the movement first')
    const unit = units.system === 'us' ? 'lb' : 'kg'
    const got = await data<Shapes['SetAnswer']>(api.POST('/api/v1/calc/set', { body: { text, units: unit } })).catch((e) =>
      e instanceof ApiError ? e : new ApiError(0, {}),
    )
    if (got instanceof ApiError) return setWrong(got.fields.text ?? got.message)
    const over = (['load_kg', 'reps', 'seconds', 'metres', 'reserve'] as const).find((f) => got[f] > (specOf('sets', f).max ?? got[f]))
    if (over) return setWrong(`${specOf('sets', over).label}: more than one set can be`)
    setWrong('')
    setText('')
    box.make(
      'sets',
      blank('sets', {
        id: newId(),
        person: person.id,
        movement,
        done_at: Math.floor(Date.now() / 1000),
        load_kg: got.load_kg,
        reps: got.reps,
        seconds: Math.round(got.seconds),
        metres: got.metres,
        reserve: got.reserve,
        standard: met ? 'met' : '',
      }),
    )
  }
  const names = new Map(library.movements.map((m) => [m.key, m.name]))
  return (
    <form
      className="space-y-2 border-2 border-ink p-3"
      onSubmit={(e) => {
        e.preventDefault()
        void keep()
      }}
    >
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <div className="w-64">
          <Pick
            label="Movement"
            value={movement}
            options={[{ value: '', label: 'choose …' }, ...library.movements.map((m) => ({ value: m.key, label: m.name }))]}
            onValue={setMovement}
          />
        </div>
        <label className="min-w-0 grow">
          <span className="block font-cond text-body text-soft">Set (e): load x how many @ left</span>
          <input
            ref={line}
            className="w-full border-0 border-b-2 border-ink bg-transparent py-1 text-head touch:min-h-12"
            value={text}
            placeholder={units.system === 'us' ? '25 x 12 @2' : '11.3 x 12 @2'}
            autoComplete="off"
            spellCheck={false}
            aria-invalid={wrong !== ''}
            aria-describedby="set-said"
            onChange={(e) => setText(e.target.value)}
          />
        </label>
        <Button type="submit" look="solid">
          Write down
        </Button>
      </div>
      <p id="set-said" role={wrong ? 'alert' : undefined} className={`m-0 text-fine ${wrong ? 'text-action' : 'text-soft'}`}>
        {wrong || 'also x 12, 30 s, 24 x 40 m; the load in one hand where there are two'}
      </p>
      <Check on={met} onChange={setMet}>
        done as the movement asks
      </Check>
      {recent.length > 1 && (
        <div className="flex flex-wrap gap-x-3 text-fine">
          <span className="text-soft">lately:</span>
          {recent.map((key) => (
            <Button key={key} look="bare" aria-pressed={key === movement} onClick={() => setMovement(key)}>
              {names.get(key) ?? key}
            </Button>
          ))}
        </div>
      )}
    </form>
  )
}

const mostLately = 6

/** The movements that somebody did last, the newest first. */
function lately(sets: Shapes['LoggedSet'][], person: string): string[] {
  const mine = sets.filter((s) => s.person === person).sort((a, b) => (b.done_at ?? 0) - (a.done_at ?? 0))
  return [...new Set(mine.map((s) => s.movement))].slice(0, mostLately)
}
