import { useInfiniteQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, data, type Shapes } from '../../api/client'
import { calledOf, useBench } from '../../lib/desk'
import { useFields } from '../../lib/file/useFields'
import { day } from '../../lib/format'
import { Cautions } from '../../ui/cautions'
import { Check, Choice, Count, Quantity, Select, Text } from '../../ui/field'
import { Disclosure, Editor, List } from '../../ui/list'
import { Button, Head } from '../../ui/parts'
import { Entry } from './Entry'

type LoggedSet = Shapes['LoggedSet']

const nameOf = (library: { movements: { key: string; name: string }[] }, key: string) =>
  library.movements.find((m) => m.key === key)?.name ?? key

const newestFirst = (a: LoggedSet, b: LoggedSet) => (b.done_at ?? 0) - (a.done_at ?? 0) || (a.id < b.id ? 1 : -1)

/** What happened: sets as they are done, typed in a line, corrected in place. */
export function LogStation() {
  const { desk, library, person } = useBench()
  const [open, setOpen] = useState('')
  const sets = desk.file.sets.filter((s) => s.person === person.id).sort(newestFirst)
  const several = desk.file.persons.length > 1
  return (
    <div className="max-w-4xl space-y-4 p-4 md:p-6">
      <Head aside="what was done as the movement asks, and did not hurt, says what somebody can from its second day on">
        {several ? `Log of ${calledOf(desk.file, person)}` : 'Log'}
      </Head>
      <Entry />
      {sets.length === 0 ? (
        <p className="m-0 text-soft">Nothing is written down yet. Choose a movement, type what was done, Enter.</p>
      ) : (
        <List
          label="sets"
          items={sets}
          text={(s) => nameOf(library, s.movement)}
          row={(s) => (
            <Disclosure
              open={open === s.id}
              onOpen={() => setOpen(open === s.id ? '' : s.id)}
              name={nameOf(library, s.movement)}
              about={`${s.done_at ? day(s.done_at) : 'no date'}${s.test ? ' · test' : ''}`}
              figure={<Done set={s} />}
            >
              <Correct set={s} />
            </Disclosure>
          )}
        />
      )}
      <Older before={sets} />
      <Cautions station="log" />
    </div>
  )
}

/** A set as it was done, in a line. */
function Done({ set: s }: { set: LoggedSet }) {
  const { units } = useBench()
  const load = s.load_kg ? `${units.show('mass', s.load_kg)} × ` : ''
  const done = s.seconds ? `${s.seconds} s` : s.metres ? units.show('length', s.metres) : `${s.reps ?? 0}`
  const left = s.reserve >= 0 ? `, ${s.reserve} left` : ''
  return (
    <span className={s.standard === 'not' ? 'text-soft line-through' : ''}>
      {load}
      {done}
      {left}
      {s.pain ? <b className="font-normal text-due"> · pain {s.pain}</b> : null}
    </span>
  )
}

function Correct({ set: s }: { set: LoggedSet }) {
  const { library } = useBench()
  const of = useFields('sets', s.id)
  const test = of('test')
  const pain = of('pain')
  return (
    <Editor
      of="sets"
      id={s.id}
      name={`The set of ${nameOf(library, s.movement)}`}
      below={
        <div className="mt-1 space-y-1">
          <Check on={test.value} onChange={(on) => test.set(on)}>
            {test.spec.yes}
          </Check>
          <Text of={of('note')} />
        </div>
      }
    >
      <div className="w-64">
        <Select of={of('movement')} options={library.movements.map((x) => ({ value: x.key, label: x.name }))} />
      </div>
      <Quantity of={of('load_kg')} empty="nothing" min={0} />
      <Count of={of('reps')} />
      <Count of={of('reserve')} />
      <Count of={of('seconds')} unit="s" />
      <Quantity of={of('metres')} />
      <Choice of={of('side')} />
      <Choice of={of('standard')} />
      <Select of={of('ended')} />
      <Count of={pain} />
      {pain.value > 0 && <Text of={of('pain_site')} />}
    </Editor>
  )
}

/** What was done before that: the file has what is lately worked with, the log all of it. */
function Older({ before }: { before: LoggedSet[] }) {
  const { desk, library } = useBench()
  const [asked, setAsked] = useState(false)
  const older = useInfiniteQuery({
    queryKey: ['log', desk.file.id, desk.file.revision],
    enabled: asked,
    initialPageParam: '',
    queryFn: ({ pageParam, signal }) =>
      data<Shapes['LogPage']>(
        api.GET('/api/v1/clients/{client}/log', {
          params: { path: { client: desk.file.id }, query: pageParam ? { after: pageParam, limit: 100 } : { limit: 100 } },
          signal,
        }),
      ),
    getNextPageParam: (last) => last.next || undefined,
  })
  const here = new Set(before.map((s) => s.id))
  const rows = older.data?.pages.flatMap((p) => p.sets).filter((s) => !here.has(s.id)) ?? []
  if (before.length < 60) return null // the file has all of it
  if (!asked) return <Button onClick={() => setAsked(true)}>Older sets</Button>
  return (
    <>
      <ul className="m-0 list-none p-0">
        {rows.map((s) => (
          <li key={s.id} className="flex gap-x-4 border-t border-line py-1">
            <span className="w-28 text-soft">{s.done_at ? day(s.done_at) : 'no date'}</span>
            <span className="grow">{nameOf(library, s.movement)}</span>
            <Done set={s} />
          </li>
        ))}
      </ul>
      {older.isError && <p className="m-0 text-action">{older.error.message}</p>}
      {older.hasNextPage ? (
        <Button onClick={() => older.fetchNextPage()}>{older.isFetching ? 'Reading …' : 'Older still'}</Button>
      ) : (
        older.data && <p className="m-0 text-fine text-soft">That is the whole log.</p>
      )}
    </>
  )
}
