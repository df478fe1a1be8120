import { useState, useSyncExternalStore } from 'react'
import { useBench } from '../../lib/desk'
import { drafts } from '../../lib/drafts'
import type { Missed } from '../../lib/file/wire'
import { useKey } from '../../lib/hooks'
import { Button } from '../../ui/parts'
import type { Picked, Room } from '../../ui/room/room'

/** Where the line after the walk is typed. */
export const linesId = 'space-lines'

type Props = { room: Room; pick: (p: Picked) => void }

const examples = `door B 0.4 0.8 x 2.0 solid out
window A 1.2 1.8 x 1.3 sill 0.85
fixed radiator A 1.4 1.4 x 0.16 high 0.6
beam 3.3 1.8 0.16 x 3.6 at 1.98
slope C 1.25 run 1.3
sofa 3.7 0.9 0.86 x 1.8 high 0.8`

/** Things of the room typed or pasted, one a line; what is understood is added at once, what is not stays with why. */
export function AddLines({ room, pick }: Props) {
  const { desk, units, box } = useBench()
  const id = linesId
  const key = `${desk.file.id}/${room.id}/lines`
  const text = useSyncExternalStore(drafts.subscribe, () => drafts.get(key) ?? '')
  const [wrong, setWrong] = useState<readonly Missed[]>([])
  const [added, setAdded] = useState(0)
  useKey('a', () => document.getElementById(id)?.focus())
  const change = (t: string) => {
    if (t) drafts.set(key, t)
    else drafts.drop(key)
  }
  /** What is typed goes at once, in its turn; what is not understood comes back before what was typed since. */
  const add = async () => {
    if (text.trim() === '') return
    const lines = text.split('\n').filter((l) => l.trim()).length
    change('')
    setWrong([])
    setAdded(0)
    const { id: said, missed } = await box.say(text, { room: room.id, unit: units.system === 'metric' ? 'm' : 'ft', back: key })
    setWrong(missed)
    setAdded(lines - missed.length)
    const file = box.view()
    for (const list of ['openings', 'fixtures', 'overheads'] as const) {
      const last = file?.[list].findLast((x) => x.id.startsWith(`${said}-`))
      if (last && missed.length === 0) pick({ list, id: last.id })
    }
  }
  return (
    <section>
      <label htmlFor={id} className="block font-cond text-body font-medium text-soft">
        Add to the room (a), one thing a line
      </label>
      <textarea
        id={id}
        className="w-full border-2 border-ink bg-sheet px-2 py-1 text-body"
        rows={Math.min(12, Math.max(2, text.split('\n').length))}
        value={text}
        spellCheck={false}
        placeholder={'door B 0.4 0.8 x 2.0 solid out\nsofa 3.7 0.9 0.86 x 1.8'}
        aria-describedby={`${id}-said`}
        onChange={(e) => change(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter' && (e.ctrlKey || e.metaKey || !text.includes('\n')) && !e.shiftKey) {
            e.preventDefault()
            add()
          }
          if (e.key === 'Escape') e.currentTarget.blur()
        }}
      />
      <div id={`${id}-said`} aria-live="polite" className="text-fine">
        {wrong.map((l) => (
          <p key={l.text} className="m-0 text-wrong" data-wrong="">
            {l.text && <b>{l.text}: </b>}
            {l.why}
          </p>
        ))}
        {added > 0 && <p className="m-0 text-soft">{added === 1 ? 'one line added' : `${added} lines added`}</p>}
      </div>
      <div className="flex flex-wrap items-baseline gap-x-4">
        <Button onClick={add} disabled={text.trim() === ''}>
          Add
        </Button>
        <span className="text-fine text-soft">Enter adds a single line, Ctrl+Enter all; Shift+Enter begins the next</span>
      </div>
      <details className="mt-1 text-fine text-soft">
        <summary className="cursor-pointer touch:py-3">How lines are written</summary>
        <pre className="m-0 whitespace-pre-wrap font-cond text-body">{examples}</pre>
        <p className="m-0">
          Openings: wall, from its start, width x height. Things: middle along A and down from it, width x depth; or a wall’s letter and
          from its start. Beams: the same, “at” their underside. Slopes: wall, height there, how far they run.
        </p>
      </details>
    </section>
  )
}
