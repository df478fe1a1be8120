import { useState } from 'react'
import type { Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { blank, newId } from '../../lib/file/parts'
import { useFields, usePersonFields } from '../../lib/file/useFields'
import { Check, Choice, Count, Flags, Select, Text, Ticks } from '../../ui/field'
import { Fields, List, useRemoval } from '../../ui/list'
import { Button } from '../../ui/parts'
import { Refusals } from '../../ui/refusals'

type Question = Shapes['Question']

const today = () => new Date().toISOString().slice(0, 10)

/** What was answered, by question, and how to write it down. */
function useAnswers() {
  const { library } = useBench()
  const of = usePersonFields()
  const all = of('answers').value
  const said = (key: string) => all.find((a) => a.startsWith(`${key}:`))?.split(':')[1] ?? ''
  const questions = library.questions.filter((q) => !q.if || said(q.if) === 'yes')
  // A yes has a day where it comes after a no of another: a word from before does not cover it.
  const kept = (now: string[], key: string, to: 'yes' | 'no') => {
    const [, before, day] = now.find((a) => a.startsWith(`${key}:`))?.split(':') ?? []
    return to === 'no' || (before === 'no' && day !== today()) ? `${key}:${to}:${today()}` : `${key}:${to}`
  }
  const answer = (keys: string[], to: 'yes' | 'no') =>
    of('answers').set((now) => [...now.filter((a) => !keys.some((k) => a.startsWith(`${k}:`))), ...keys.map((k) => kept(now, k, to))])
  const again = (key: string) => of('answers').set((now) => now.map((a) => (a.startsWith(`${key}:`) ? `${key}:yes:${today()}` : a)))
  return { said, questions, answer, again, refused: of('answers').refused }
}

/** What was answered before training in short, and what is open of it. */
export function useBefore() {
  const { said, questions } = useAnswers()
  const { frame } = useBench().desk
  const yes = questions.filter((q) => said(q.key) === 'yes')
  const open = questions.filter((q) => !said(q.key)).length
  const holds = frame.cautions.filter((c) => c.hold && c.station === 'client').length
  return {
    said: [...yes.map((q) => q.short), open === 0 && `${questions.length - yes.length} times no`].filter(Boolean).join(' · '),
    open: [open > 0 && `${open} not asked`, holds > 0 && `${holds} hold point${holds > 1 ? 's' : ''}`].filter(Boolean).join(' · '),
  }
}

/** What is asked before anything is lifted, a group at a time: to be skipped, but then it holds. */
export function Before() {
  const { library, person } = useBench()
  const { said, questions, answer, refused } = useAnswers()
  const of = usePersonFields()
  const open = questions.filter((q) => !said(q.key))
  const word = questions.filter((q) => said(q.key) === 'yes' && q.word)
  const groups = library.question_groups.filter((g) => g.key !== 'age' && (g.key !== 'pregnancy' || person.sex !== 'male')) // the age stands beside the figure
  const minor = of('born_year').value > 0 && new Date().getFullYear() - of('born_year').value < library.grown_up
  return (
    <section className="space-y-3">
      <p className="m-0 text-fine text-soft">A yes is a physician’s to answer; nothing here is a diagnosis.</p>
      <div className="grid gap-x-8 gap-y-3 lg:grid-cols-2">
        {groups.map((g) => (
          <Group key={g.key} name={g.name} of={g.key} />
        ))}
      </div>
      {refused && (
        <p className="m-0 text-fine text-action" role="alert">
          {refused.why}
        </p>
      )}
      {open.length > 0 && (
        <p className="m-0">
          <Button
            onClick={() =>
              answer(
                open.map((q) => q.key),
                'no',
              )
            }
          >
            {open.length === questions.length ? 'None of all these' : `None of the other ${open.length}`}
          </Button>{' '}
          <span className="text-fine text-soft">once they have been asked; what is not answered stays open</span>
        </p>
      )}
      {word.map((q) => (
        <Clearances key={q.key} about={q.key} name={q.short} />
      ))}
      {minor && <Clearances about="guardian" name={`training under ${library.grown_up}`} />}
      {(word.length > 0 || of('health_note').value !== '') && <Text of={of('health_note')} area />}
    </section>
  )
}

/** One group: what of it is so, or none. */
function Group({ name, of: key }: { name: string; of: string }) {
  const { said, questions, answer } = useAnswers()
  const mine = questions.filter((q) => q.group === key)
  const open = mine.filter((q) => !said(q.key))
  return (
    <fieldset className="m-0 min-w-0 border-0 border-t border-line p-0 pt-1">
      <legend className="float-left mr-3 font-cond text-body font-semibold">{name}</legend>
      {mine.length > 0 && (
        <span className="float-right text-fine">
          {open.length > 0 ? (
            <Button
              look="bare"
              onClick={() =>
                answer(
                  open.map((q) => q.key),
                  'no',
                )
              }
            >
              {open.length === mine.length ? 'none of these' : 'none of the others'}
            </Button>
          ) : (
            <span className="text-soft">answered</span>
          )}
        </span>
      )}
      <div className="clear-both">
        {mine.map((q) => (
          <Ticked key={q.key} question={q} />
        ))}
        <Besides of={key} />
      </div>
    </fieldset>
  )
}

function Ticked({ question: q }: { question: Question }) {
  const { library } = useBench()
  const { said, answer } = useAnswers()
  const spared = q.spares.map((l) => library.limits.find((x) => x.key === l)?.name.toLowerCase() ?? l)
  return (
    <Check on={said(q.key) === 'yes'} onChange={(on) => answer([q.key], on ? 'yes' : 'no')}>
      <span className={said(q.key) ? '' : 'text-soft'}>
        {q.ask}
        {said(q.key) === 'no' && <span className="text-soft">: no</span>}
        {said(q.key) === 'yes' && spared.length > 0 && <b className="font-normal text-due"> – spared: {spared.join(', ')}</b>}
      </span>
    </Check>
  )
}

/** What a group asks besides yes or no. */
function Besides({ of: key }: { of: string }) {
  const { said, again } = useAnswers()
  const of = usePersonFields()
  const weeks = of('weeks')
  const counted = {
    ...weeks,
    set: (...to: Parameters<typeof weeks.set>) => {
      of('weeks_on').set(today())
      return weeks.set(...to)
    },
  }
  const pain = of('pain')
  const worse = {
    ...pain,
    set: (...to: Parameters<typeof pain.set>) => {
      if (pain.value > 0) again('pain') // another pain than the one that a word was on
      return pain.set(...to)
    },
  }
  const row = 'flex flex-wrap items-start gap-x-6 gap-y-1'
  switch (key) {
    case 'operations':
      return <Operations />
    case 'pregnancy':
      return (
        <div className={row}>
          {said('pregnant') === 'yes' && (
            <>
              <Count of={counted} />
              <div className="w-36">
                <Text of={of('weeks_on')} />
              </div>
            </>
          )}
          {said('birth') === 'yes' && (
            <div className="w-52">
              <Text of={of('birth_on')} />
            </div>
          )}
        </div>
      )
    case 'balance':
      return (
        <div className={row}>
          <Choice of={of('ask_floor')} />
          <Choice of={of('legs')} />
        </div>
      )
    case 'now':
      return said('pain') === 'yes' && <Count of={worse} />
    case 'company':
      return <Choice of={of('ask_alone')} />
  }
  return null
}

/** Each operation with its day and a physician's word of its own. */
function Operations() {
  const { desk, box, person } = useBench()
  const [fresh, setFresh] = useState(newId)
  const mine = desk.file.operations.filter((o) => o.person === person.id)
  const add = () => {
    box.make('operations', blank('operations', { id: fresh, person: person.id, part: 'knee' }))
    setFresh(newId())
  }
  return (
    <div>
      <List label="operations" items={mine} text={(o) => o.what} finder={false} row={(o) => <OneOperation id={o.id} />} />
      <Button onClick={add}>Add an operation</Button>{' '}
      <span className="text-fine text-soft">any ever: within a year what it touches begins with half, until a set is tested after it</span>
    </div>
  )
}

function OneOperation({ id }: { id: string }) {
  const of = useFields('operations', id)
  const remove = useRemoval('operations')
  return (
    <div className="py-1">
      <Fields>
        <div className="w-36">
          <Select of={of('part')} />
        </div>
        <div className="w-52">
          <Text of={of('what')} />
        </div>
        <div className="w-44">
          <Text of={of('on')} />
        </div>
        <Flags label="" of={[of('replaced')]} />
        {of('replaced').value && (
          <div className="w-60">
            <Text of={of('forbids')} />
          </div>
        )}
        <Button look="bare" data-row className="mt-5" aria-label="Remove this operation" onClick={() => remove(id, 'The operation')}>
          remove
        </Button>
      </Fields>
      <Refusals of={`operations/${id}`} />
      <Clearances about={`operation/${id}`} name={of('what').value || 'this operation'} />
    </div>
  )
}

/** The words that are written down on one question or operation; each covers nothing else. */
function Clearances({ about, name }: { about: string; name: string }) {
  const { desk, box, person } = useBench()
  const [fresh, setFresh] = useState(newId)
  const all = desk.file.releases.filter((r) => r.about === about && r.person === person.id)
  const add = () => {
    box.make('releases', blank('releases', { id: fresh, person: person.id, about }))
    setFresh(newId())
  }
  return (
    <div className="border-l-2 border-line py-1 pl-3">
      {all.length > 0 && <p className="m-0 font-cond text-body font-semibold">Clearance: {name}</p>}
      {all.map((r) => (
        <OneClearance key={r.id} id={r.id} />
      ))}
      <Button onClick={add}>
        {all.length > 0 ? 'A later word' : 'Write down a clearance'} on {name}
      </Button>
    </div>
  )
}

function OneClearance({ id }: { id: string }) {
  const { library } = useBench()
  const of = useFields('releases', id)
  const remove = useRemoval('releases')
  return (
    <div className="py-1">
      <Fields>
        <div className="w-36">
          <Select of={of('role')} />
        </div>
        <div className="w-44">
          <Text of={of('by')} />
        </div>
        <div className="w-40">
          <Text of={of('on')} />
        </div>
        <div className="w-52">
          <Select of={of('verdict')} />
        </div>
        <div className="w-40">
          <Text of={of('until')} />
        </div>
        <Button look="bare" data-row className="mt-5" aria-label="Remove this clearance" onClick={() => remove(id, 'The clearance')}>
          remove
        </Button>
      </Fields>
      {of('verdict').value === 'within' && (
        <Ticks of={of('limits')} options={library.limits.map((l) => ({ value: l.key, label: l.name.toLowerCase() }))} />
      )}
      <Refusals of={`releases/${id}`} />
    </div>
  )
}
