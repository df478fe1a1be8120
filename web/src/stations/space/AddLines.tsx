import { useState } from 'react'
import { api, data, type Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { drafts } from '../../lib/drafts'
import { newId } from '../../lib/file/parts'
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
  const [text, setText] = useState(drafts.get(key) ?? '')
  const [wrong, setWrong] = useState<Shapes['SurveyLine'][]>([])
  const [busy, setBusy] = useState(false)
  const [added, setAdded] = useState(0)
  useKey('a', () => document.getElementById(id)?.focus())
  const change = (t: string) => {
    setText(t)
    if (t) drafts.set(key, t)
    else drafts.drop(key)
  }
  const add = async () => {
    if (busy || text.trim() === '') return
    setBusy(true)
    try {
      // Lines are read on the walls that are kept: what has just been walked comes first.
      if (!(await box.quiet())) throw new Error('the walls are not kept yet')
      const unit = units.system === 'metric' ? 'm' : 'ft'
      const lines = await data<Shapes['SurveyLine'][]>(
        api.POST('/api/v1/clients/{client}/survey/{room}', {
          params: { path: { client: desk.file.id, room: room.id } },
          body: { text, unit },
        }),
      )
      let last: Picked | null = null
      for (const l of lines) {
        if (l.problem) continue
        if (l.walls.length > 0) box.setThing('rooms', room.id, () => ({ walls: l.walls }))
        if (l.ceiling_m > 0) box.setThing('rooms', room.id, () => ({ ceiling_m: l.ceiling_m, ceiling_half_m: l.half_m }))
        for (const list of ['openings', 'fixtures', 'overheads'] as const) {
          const thing = { openings: l.opening, fixtures: l.fixture, overheads: l.overhead }[list]
          if (!thing) continue
          const made = { ...thing, id: newId() }
          box.make(list, made)
          last = { list, id: made.id }
        }
      }
      const bad = lines.filter((l) => l.problem)
      setWrong(bad)
      setAdded(lines.length - bad.length)
      change(bad.map((l) => l.text).join('\n'))
      if (last && bad.length === 0) pick(last)
    } catch (e) {
      const why = e instanceof Error ? e.message : 'no connection'
      setWrong([{ text: '', problem: `nothing was added: ${why}`, walls: [], ceiling_m: 0, half_m: 0 }])
    } finally {
      setBusy(false)
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
            {l.problem}
          </p>
        ))}
        {added > 0 && <p className="m-0 text-soft">{added === 1 ? 'one line added' : `${added} lines added`}</p>}
      </div>
      <div className="flex flex-wrap items-baseline gap-x-4">
        <Button onClick={add} disabled={busy || text.trim() === ''}>
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
