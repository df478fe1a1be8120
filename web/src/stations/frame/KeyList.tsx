import { useState } from 'react'
import { letters } from '../../lib/hooks'
import { Check } from '../../ui/field'
import { Sheet } from '../../ui/sheet'
import { stations } from './stations'

const rows: [string, string][] = [
  ...stations.map((s): [string, string] => [`g ${s.key}`, s.name]),
  ['i', 'say what is there: bottles, bags, chairs, bands'],
  ['j', 'jump to any client or thing'],
  ['h', 'what was changed, and by whom'],
  ['u', 'switch units'],
  ...stations.flatMap((s) => (s.keys ?? []).map(([key, what]): [string, string] => [key, `${what} (${s.name})`])),
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'do again'],
  ['Enter', 'keep what is typed'],
  ['Escape', 'put back what was there'],
  ['?', 'this list'],
]

export function KeyList({ onClose }: { onClose: () => void }) {
  const [on, setOn] = useState(letters.on)
  const turn = (to: boolean) => {
    letters.turn(to)
    setOn(to)
  }
  return (
    <Sheet title="Keys" onClose={onClose}>
      <div className="mb-3 border-b border-line pb-3">
        <Check on={on} onChange={turn}>
          single letters do something: switch it off where a voice types, or fingers slip
        </Check>
      </div>
      <dl className="m-0 grid grid-cols-[auto_1fr] gap-x-5 gap-y-1.5">
        {rows.map(([key, what]) => (
          <div key={key + what} className="contents">
            <dt>
              <kbd className="border border-ink px-1.5 font-cond text-body">{key}</kbd>
            </dt>
            <dd className="m-0">{what}</dd>
          </div>
        ))}
      </dl>
    </Sheet>
  )
}
