import { useState } from 'react'
import { calledOf, useBench } from '../../lib/desk'
import { blank, newId } from '../../lib/file/parts'
import { useFields } from '../../lib/file/useFields'
import { useKey } from '../../lib/hooks'
import { Choice, Flags, Text } from '../../ui/field'
import { Fields, useRemoval } from '../../ui/list'
import { Button } from '../../ui/parts'
import { Refusals } from '../../ui/refusals'

/** Who trains here: one to begin with, and each of the others with needs, limits and a log of their own. */
export function People() {
  const { desk, box, look, person } = useBench()
  const [fresh, setFresh] = useState(newId)
  const all = desk.file.persons
  const add = () => {
    // Nobody is looked at as who is not there yet.
    void box.make('persons', blank('persons', { id: fresh, weight: 1 })).then((kept) => kept && look(fresh))
    setFresh(newId())
  }
  useKey('p', add)
  const remove = useTaking()
  useKey('t', () => remove(person), all.length > 1)
  return (
    <section className="space-y-2">
      <p className="m-0 text-fine text-soft">
        {all.length > 1 ? 'w looks at the next of them, t takes out whoever is looked at' : 'each has needs, limits and a log of their own'}
      </p>
      {all.length > 1 && all.map((p) => <OneOfThem key={p.id} id={p.id} />)}
      <Button onClick={add}>Another person (p)</Button>
    </section>
  )
}

/** Takes one of them out: it can be taken back. */
function useTaking() {
  const { desk, person, look } = useBench()
  const remove = useRemoval('persons')
  return (p: typeof person) => {
    if (person.id === p.id) look('')
    remove(p.id, calledOf(desk.file, p))
  }
}

function OneOfThem({ id }: { id: string }) {
  const { desk, person, look } = useBench()
  const of = useFields('persons', id)
  const take = useTaking()
  const all = desk.file.persons
  const p = all.find((x) => x.id === id) ?? person
  const called = calledOf(desk.file, p)
  return (
    <div className="border-t border-line py-1">
      <Fields>
        <div className="w-44">
          <Text of={of('name')} />
        </div>
        {!of('aside').value && <Choice of={of('weight')} options={[1, 2, 3, 4, 5].map((n) => ({ value: n, label: String(n) }))} />}
        <Flags label="" of={[of('aside')]} />
        <span className="grow" />
        {person.id !== id && (
          <Button className="mt-5" onClick={() => look(id === all[0]?.id ? '' : id)}>
            Look as {called}
          </Button>
        )}
        <Button look="bare" data-row className="mt-5" aria-label={`Remove ${called}`} onClick={() => take(p)}>
          remove
        </Button>
      </Fields>
      <Refusals of={`persons/${id}`} />
    </div>
  )
}
