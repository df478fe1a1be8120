import { useState } from 'react'
import type { Shapes } from '../../api/client'
import { newId, useBench } from '../../lib/desk'
import { day } from '../../lib/format'
import { Count, Select } from '../../ui/fields'
import { Button, Head } from '../../ui/parts'
import { Quantity } from '../../ui/quantity'

type TestSet = Shapes['TestSet']

/** Sets actually done: each replaces a guess. */
export function TestSets() {
  const { desk, library, units, writer } = useBench()
  const id = desk.file.id
  const [fresh, setFresh] = useState(newId)
  const add = (movement: string) => {
    if (!movement) return
    const body = library.movements.find((x) => x.key === movement)?.hold === 'body'
    const now = Math.floor(Date.now() / 1000)
    const t: TestSet = { id: fresh, movement, load_kg: body ? 0 : 10, reps: 10, reserve: 2, done_at: now, at_least: false }
    setFresh(newId())
    writer.write({ list: 'tests', item: t.id, body: () => t })
  }
  const set = (t: TestSet, change: Partial<TestSet>) =>
    writer.write({ list: 'tests', item: t.id, body: (f) => ({ ...(f.tests.find((x) => x.id === t.id) ?? t), ...change }) })
  return (
    <section className="mt-6">
      <Head aside="one or two sets turn guesses into numbers; up to 15 reps with what was left in reserve">Test sets</Head>
      <ul className="m-0 list-none p-0">
        {desk.file.tests.map((t) => {
          const refused = writer.refusals[`tests/${t.id}`] ?? {}
          const m = library.movements.find((x) => x.key === t.movement)
          return (
            <li key={t.id} className="flex flex-wrap items-start gap-x-5 border-b border-faint py-1">
              <div className="w-64">
                <Select
                  label="Movement"
                  value={t.movement}
                  options={library.movements.map((x) => ({ value: x.key, label: x.name }))}
                  onValue={(v) => set(t, { movement: v })}
                />
              </div>
              <Quantity
                label={m?.hold === 'pair' ? 'Load in one hand' : m?.hold === 'body' ? 'Added' : 'Load'}
                kind="mass"
                empty={m?.hold === 'body' ? 'nothing' : undefined}
                value={t.load_kg}
                onValue={(v) => v !== t.load_kg && set(t, { load_kg: v })}
                units={units}
                draft={`${id}/${t.id}/load`}
                min={m?.hold === 'body' ? 0 : 0.1}
                max={1000}
                refusal={refused.load_kg}
              />
              <Count
                label="Reps"
                value={t.reps}
                min={1}
                max={15 - t.reserve}
                onValue={(v) => set(t, { reps: v })}
                draft={`${id}/${t.id}/reps`}
              />
              <Count
                label="In reserve"
                value={t.reserve}
                min={0}
                max={15 - t.reps}
                onValue={(v) => set(t, { reserve: v })}
                draft={`${id}/${t.id}/reserve`}
              />
              <label className="mt-6 flex items-center gap-1.5 text-[14px]">
                <input type="checkbox" checked={t.at_least ?? false} onChange={(e) => set(t, { at_least: e.target.checked })} /> the load or
                the grip ended it
              </label>
              <span className="mt-6 text-[14px] text-soft">{t.done_at ? day(t.done_at) : 'no date'}</span>
              <span className="grow" />
              <Button
                look="bare"
                className="mt-5"
                aria-label={`Remove the test of ${m?.name ?? t.movement}`}
                onClick={() => writer.write({ list: 'tests', item: t.id, body: null })}
              >
                remove
              </Button>
            </li>
          )
        })}
      </ul>
      <div className="mt-2 w-64">
        <Select
          label="Add a test set"
          value=""
          options={[{ value: '', label: 'choose the movement …' }, ...library.movements.map((x) => ({ value: x.key, label: x.name }))]}
          onValue={add}
        />
      </div>
    </section>
  )
}
