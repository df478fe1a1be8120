import { useState } from 'react'
import type { Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { blank, newId } from '../../lib/file/parts'
import { useFields } from '../../lib/file/useFields'
import { day } from '../../lib/format'
import { Check, Count, Pick, Quantity, Select } from '../../ui/field'
import { Fields, List, useRemoval } from '../../ui/list'
import { Button, Head } from '../../ui/parts'
import { Refusals } from '../../ui/refusals'

type LoggedSet = Shapes['LoggedSet']

/** Sets actually done: each replaces a guess. */
export function TestSets() {
  const { desk, library, box, person } = useBench()
  const [fresh, setFresh] = useState(newId)
  const add = (movement: string) => {
    if (!movement) return
    const body = library.movements.find((x) => x.key === movement)?.hold === 'body'
    const now = Math.floor(Date.now() / 1000)
    box.make(
      'sets',
      blank('sets', { id: fresh, person: person.id, test: true, movement, load_kg: body ? 0 : 10, reps: 10, reserve: 2, done_at: now }),
    )
    setFresh(newId())
  }
  return (
    <section className="mt-6">
      <Head aside="one or two sets turn guesses into numbers; up to 15 reps with what was left in reserve">Test sets</Head>
      <List
        label="test sets"
        items={desk.file.sets.filter((s) => s.test && s.person === person.id)}
        text={(t) => library.movements.find((x) => x.key === t.movement)?.name ?? t.movement}
        row={(t) => <Test test={t} />}
      />
      <div className="mt-2 w-64">
        <Pick
          label="Add a test set"
          value=""
          options={[{ value: '', label: 'choose the movement …' }, ...library.movements.map((x) => ({ value: x.key, label: x.name }))]}
          onValue={add}
        />
      </div>
    </section>
  )
}

function Test({ test: t }: { test: LoggedSet }) {
  const { library } = useBench()
  const of = useFields('sets', t.id)
  const remove = useRemoval('sets')
  const m = library.movements.find((x) => x.key === t.movement)
  const body = m?.hold === 'body'
  const ended = of('ended')
  return (
    <div className="py-1">
      <Fields>
        <div className="w-64">
          <Select of={of('movement')} options={library.movements.map((x) => ({ value: x.key, label: x.name }))} />
        </div>
        <Quantity
          of={of('load_kg')}
          label={m?.hold === 'pair' ? 'Load in one hand' : body ? 'Added' : 'Load'}
          empty={body ? 'nothing' : undefined}
          min={body ? 0 : 0.1}
        />
        <Count of={of('reps')} />
        <Count of={of('reserve')} />
        <div className="mt-5">
          <Check on={ended.value === 'load' || ended.value === 'grip'} onChange={(on) => ended.set(on ? 'load' : '')}>
            the load or the grip ended it
          </Check>
        </div>
        <span className="mt-6 text-fine text-soft">{t.done_at ? day(t.done_at) : 'no date'}</span>
        <span className="grow" />
        <Button
          look="bare"
          data-row
          className="mt-5"
          aria-label={`Remove the test of ${m?.name ?? t.movement}`}
          onClick={() => remove(t.id, `The test of ${m?.name ?? t.movement}`)}
        >
          remove
        </Button>
      </Fields>
      <Refusals of={`sets/${t.id}`} />
    </div>
  )
}
