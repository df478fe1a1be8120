import { useMutation, useQueryClient } from '@tanstack/react-query'
import { type FormEvent, useId, useState } from 'react'
import { ApiError, api, data, type Shapes } from '../../api/client'
import { useBench, usePracticeMovements } from '../../lib/desk'
import { newId } from '../../lib/file/parts'
import { tell } from '../../lib/notices'
import { Button } from '../../ui/parts'

type Move = Shapes['MovementRecord']
type Own = Shapes['OwnMovement']
type Practice = Shapes['PracticeMovements']

/** Keeps what a practice's movements have become, and has everything that was worked out with them asked for anew. */
function useChanged() {
  const cache = useQueryClient()
  return (now: Practice) => {
    cache.setQueryData(['practice-movements'], now)
    for (const key of ['desk', 'station', 'doables', 'need', 'additions', 'plan', 'closings', 'clients']) {
      cache.invalidateQueries({ queryKey: [key] })
    }
  }
}

function useHide() {
  const changed = useChanged()
  const hide = useMutation({
    mutationFn: ({ movement, hidden }: { movement: string; hidden: boolean }) =>
      data<Practice>(api.PUT('/api/v1/practice/hidden/{movement}', { params: { path: { movement } }, body: { hidden } })),
    onSuccess: changed,
  })
  return hide
}

/** What the practice makes of a movement: hides it from all of its clients, or makes one like it. */
export function InPractice({ move }: { move: Move }) {
  const practice = usePracticeMovements().data
  const hide = useHide()
  const [writing, setWriting] = useState(false)
  const changed = useChanged()
  const drop = useMutation({
    mutationFn: () => data<Practice>(api.DELETE('/api/v1/practice/movements/{movement}', { params: { path: { movement: move.key } } })),
    onSuccess: (now) => {
      changed(now)
      tell(`${move.name} is taken away. The practice’s page can bring it back.`)
    },
  })
  if (!practice) return null
  const own = practice.own.find((o) => o.id === move.key)
  const hidden = practice.hidden.includes(move.key)
  const turn = (to: boolean) =>
    hide.mutate(
      { movement: move.key, hidden: to },
      {
        onSuccess: () =>
          tell(`${move.name} is ${to ? 'hidden from' : 'shown to'} all clients of the practice.`, {
            label: 'Take it back',
            run: () => hide.mutate({ movement: move.key, hidden: !to }),
          }),
      },
    )
  if (writing) return <Form move={move} own={own} onDone={() => setWriting(false)} />
  return (
    <section className="mt-4" aria-label="In this practice">
      <h3 className="mb-1 text-lead">In this practice</h3>
      <p className="m-0 flex flex-wrap gap-2">
        <Button onClick={() => turn(!hidden)} disabled={hide.isPending}>
          {hidden ? 'Show it again' : 'Hide it'}
        </Button>
        <Button onClick={() => setWriting(true)}>{own ? 'Change its words' : 'Make one like it'}</Button>
        {own && (
          <Button onClick={() => drop.mutate()} disabled={drop.isPending}>
            Take it away
          </Button>
        )}
      </p>
      {(hide.error ?? drop.error) && (
        <p role="alert" className="m-0 mt-1 text-fine text-wrong">
          {(hide.error ?? drop.error)?.message}
        </p>
      )}
    </section>
  )
}

const texts = [
  ['name', 'Name'],
  ['standard', 'What makes a rep count'],
  ['easier', 'Easier'],
  ['dose', 'Worth'],
  ['caution', 'Caution besides'],
] as const

/** A movement of the practice's own: as the one it is like, but for what is written here. */
function Form({ move, own, onDone }: { move: Move; own: Own | undefined; onDone: () => void }) {
  const { library } = useBench()
  const changed = useChanged()
  const id = useId()
  const [o, setO] = useState<Own>(
    () =>
      own ?? {
        id: `own-${newId().slice(0, 20)}`,
        name: '',
        alike: move.key,
        standard: '',
        easier: '',
        dose: '',
        caution: '',
        quality: Math.round(move.quality * 100),
        spares: [],
        words: [],
      },
  )
  const save = useMutation({
    mutationFn: () => data<Practice>(api.PUT('/api/v1/practice/movements/{movement}', { params: { path: { movement: o.id } }, body: o })),
    onSuccess: (now) => {
      changed(now)
      tell(`${o.name} is a movement of the practice now.`)
      onDone()
    },
  })
  const wrong = save.error instanceof ApiError ? save.error.fields : {}
  const submit = (e: FormEvent) => {
    e.preventDefault()
    save.mutate()
  }
  const said = (field: string) =>
    wrong[field] && (
      <span role="alert" className="block text-fine font-semibold text-wrong">
        {wrong[field]}
      </span>
    )
  return (
    <form onSubmit={submit} className="mt-4 space-y-2 border-t-2 border-ink pt-2" aria-label="A movement of the practice’s own">
      <h3 className="m-0 text-lead">{own ? `${own.name}, the practice’s own` : `One like ${move.name.toLowerCase()}`}</h3>
      <p className="m-0 text-fine text-soft">
        Loads, needs, limits and cautions are those of the other. What is left empty is as there; nothing here takes a caution away.
      </p>
      {texts.map(([field, label]) => (
        <label key={field} className="block font-cond text-body font-medium text-soft">
          {label}
          <input
            className="block w-full border-b-2 border-ink bg-transparent py-1 text-ink placeholder:text-soft placeholder:italic placeholder:opacity-70"
            value={o[field]}
            maxLength={field === 'name' ? 80 : 300}
            placeholder={field === 'name' ? '' : move[field]}
            onChange={(e) => setO({ ...o, [field]: e.target.value })}
          />
          {said(field)}
        </label>
      ))}
      <label className="block font-cond text-body font-medium text-soft">
        Words to find it by
        <input
          className="block w-full border-b-2 border-ink bg-transparent py-1 text-ink placeholder:text-soft placeholder:italic placeholder:opacity-70"
          defaultValue={o.words.join(', ')}
          onChange={(e) =>
            setO({
              ...o,
              words: e.target.value
                .split(',')
                .map((w) => w.trim())
                .filter(Boolean),
            })
          }
        />
        {said('words')}
      </label>
      <label htmlFor={`${id}-quality`} className="block font-cond text-body font-medium text-soft">
        Answers its need by {o.quality} %
      </label>
      <input
        id={`${id}-quality`}
        type="range"
        min={5}
        max={100}
        step={5}
        className="w-full accent-action"
        value={o.quality}
        onChange={(e) => setO({ ...o, quality: Number(e.target.value) })}
      />
      {said('quality')}
      <fieldset className="m-0 flex flex-wrap gap-x-3 gap-y-1 border-0 p-0">
        <legend className="font-cond text-body font-medium text-soft">Ruled out besides by</legend>
        {library.limits.map(({ key: l, name }) => {
          const fixed = move.ruled_out_by.includes(l) && !own?.spares.includes(l)
          return (
            <label key={l} className="text-fine touch:py-3">
              <input
                type="checkbox"
                className="mr-1"
                checked={fixed || o.spares.includes(l)}
                disabled={fixed}
                onChange={(e) => setO({ ...o, spares: e.target.checked ? [...o.spares, l] : o.spares.filter((x) => x !== l) })}
              />
              {name.toLowerCase()}
            </label>
          )
        })}
      </fieldset>
      {save.error && Object.keys(wrong).length === 0 && (
        <p role="alert" className="m-0 text-fine text-wrong">
          {save.error.message}
        </p>
      )}
      <p className="m-0 flex gap-2">
        <Button type="submit" look="solid" disabled={save.isPending || !o.name.trim()}>
          Keep it
        </Button>
        <Button onClick={onDone}>Not now</Button>
      </p>
    </form>
  )
}
