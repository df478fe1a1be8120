import { useState } from 'react'
import { useBench } from '../../lib/desk'
import type { Clash } from '../../lib/file/clash'
import { specOf } from '../../lib/file/fields'
import { Button } from '../../ui/parts'
import { Question } from '../../ui/sheet'
import { inWords, whatIs } from './changes'

/** The same field was changed by somebody else too: both versions, field by field, and a choice for each. */
export function ConflictChoice({ clash }: { clash: Clash }) {
  const { box, desk, units } = useBench()
  const [mine, setMine] = useState<ReadonlySet<string>>(new Set())
  const what = whatIs(desk.file, clash.scope)
  if (clash.gone) {
    const byThem = clash.gone === 'theirs'
    return (
      <Question title={byThem ? 'What you changed was removed elsewhere' : 'What you remove was changed elsewhere'} wide>
        <p className="mt-0">
          {byThem ? 'Another window or person removed it' : `Another window or person has changed ${what}`} after you opened it. Nothing is
          lost until you choose.
        </p>
        <ul>
          {clash.fields.map((f) => (
            <li key={f.field}>
              {specOf(clash.scope, f.field).label}: {inWords(units, clash.scope, f.field, f.base)} →{' '}
              <b>{inWords(units, clash.scope, f.field, byThem ? f.yours : f.theirs)}</b>
            </li>
          ))}
        </ul>
        <div className="flex gap-3">
          <Button look="solid" onClick={() => box.settle(new Set(['all']))}>
            {byThem ? 'Make it again, with my change' : 'Remove it all the same'}
          </Button>
          <Button onClick={() => box.settle(new Set())}>{byThem ? 'Leave it removed' : 'Leave it'}</Button>
        </div>
      </Question>
    )
  }
  const turn = (field: string, keep: boolean) =>
    setMine((old) => {
      const next = new Set(old)
      if (keep) next.add(field)
      else next.delete(field)
      return next
    })
  const all = clash.fields.map((f) => f.field)
  return (
    <Question title="This was changed elsewhere too" wide>
      <p className="mt-0">
        Another window or person has changed the same of {what} after you opened it. All else of both is kept; choose for{' '}
        {all.length === 1 ? 'this' : 'each of these'}.
      </p>
      <table className="mb-4 w-full border-collapse text-left">
        <thead>
          <tr className="border-b-2 border-ink text-fine text-soft">
            <th className="py-1 font-normal">what</th>
            <th className="py-1 font-normal">it was</th>
            <th className="py-1 font-normal">theirs</th>
            <th className="py-1 font-normal">yours</th>
          </tr>
        </thead>
        <tbody>
          {clash.fields.map((f) => (
            <tr key={f.field} className="border-b border-faint align-baseline">
              <th scope="row" className="py-1 pr-3 font-semibold">
                {specOf(clash.scope, f.field).label}
              </th>
              <td className="py-1 pr-3 text-soft">{inWords(units, clash.scope, f.field, f.base)}</td>
              {[false, true].map((yours) => (
                <td key={String(yours)} className="py-1 pr-3">
                  {/* biome-ignore lint/a11y/noLabelWithoutControl: where there is something to choose, its control is inside */}
                  <label className="flex items-baseline gap-2">
                    {all.length > 1 && (
                      <input
                        type="radio"
                        name={f.field}
                        className="accent-action"
                        checked={mine.has(f.field) === yours}
                        onChange={() => turn(f.field, yours)}
                      />
                    )}
                    {inWords(units, clash.scope, f.field, yours ? f.yours : f.theirs)}
                  </label>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <div className="flex flex-wrap gap-3">
        {all.length > 1 && (
          <Button look="solid" onClick={() => box.settle(mine)}>
            Keep as chosen
          </Button>
        )}
        <Button look={all.length > 1 ? 'line' : 'solid'} onClick={() => box.settle(new Set(all))}>
          Keep mine
        </Button>
        <Button onClick={() => box.settle(new Set())}>Keep theirs</Button>
      </div>
    </Question>
  )
}
