import { useQuery } from '@tanstack/react-query'
import { useDeferredValue, useId, useSyncExternalStore } from 'react'
import { ApiError, api, data, type Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { drafts, sayDraft } from '../../lib/drafts'
import { AskNext } from '../../ui/ask'
import { Button } from '../../ui/parts'
import { Sheet } from '../../ui/sheet'

type Item = Shapes['EntryItem']

const lists: Record<Item['kind'], string> = {
  container: 'to fill',
  thing: 'to pack with',
  furniture: 'furniture',
  band: 'band',
  gear: 'gear',
  bar: 'bar or handle',
  plates: 'plates',
  opening: 'opening',
  filling: 'filling at hand',
}

/** What is told of a field, in the units of the screen. */
const told: [field: string, kind: string, words: (shown: string) => string][] = [
  ['capacity_l', 'volume', (v) => `holds ${v}`],
  ['net_kg', 'mass', (v) => `${v} as sold`],
  ['mass_kg', 'mass', (v) => v],
  ['height_m', 'level', (v) => `${v} high`],
  ['rest_m', 'level', (v) => `${v} long`],
  ['width_m', 'level', (v) => `${v} wide`],
]

/** One line takes in what a house has: read while it is typed, shown before it is kept, one change. */
export function Say({ onClose }: { onClose: () => void }) {
  const { desk, units, box } = useBench()
  const id = useId()
  const key = sayDraft(desk.file.id)
  const text = useSyncExternalStore(drafts.subscribe, () => drafts.get(key) ?? '')
  const asked = useDeferredValue(text.trim())
  const system = units.system === 'us' ? 'lb' : 'kg'
  const read = useQuery({
    queryKey: ['said', system, asked],
    enabled: asked !== '',
    queryFn: ({ signal }) => data<Shapes['EntryAnswer']>(api.POST('/api/v1/calc/entry', { body: { text: asked, units: system }, signal })),
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  })
  const away = read.error instanceof ApiError && read.error.status === 0
  const got = asked === '' ? undefined : read.data
  const change = (t: string) => {
    if (t !== '') drafts.set(key, t)
    else drafts.drop(key)
  }
  const keep = () => {
    const said = text.trim()
    if (said === '') return
    drafts.drop(key)
    onClose()
    void box.say(said)
  }
  return (
    <Sheet title="What is there?" onClose={onClose} wide>
      <label htmlFor={id} className="block font-cond text-body font-medium text-soft">
        Things apart by commas: how many, how large, what
      </label>
      <textarea
        id={id}
        data-first
        rows={2}
        className="w-full border-b-2 border-ink bg-transparent py-1 text-lead"
        value={text}
        spellCheck={false}
        autoComplete="off"
        placeholder={
          units.system === 'us' ? '6 x 1 gal jug, 5 gal bucket wet sand, chair 18 in' : '6 x 1 L bottle, rucksack 30 L, chair 45 cm'
        }
        aria-describedby={`${id}-said`}
        // What was typed ahead stands before what follows.
        onFocus={(e) => e.currentTarget.setSelectionRange(text.length, text.length)}
        onChange={(e) => change(e.target.value)}
        onKeyDown={(e) => {
          if (e.key !== 'Enter' || e.shiftKey) return
          e.preventDefault()
          keep()
        }}
      />
      <div id={`${id}-said`} aria-live="polite" className="mt-2 min-h-24">
        {away && <p className="m-0 text-due">No connection: it is kept here, and read as soon as there is one.</p>}
        <ul className="m-0 list-none p-0">
          {got?.items.map((i) => (
            <li key={`${i.kind}${i.name}${i.count}`} className="flex flex-wrap items-baseline gap-x-3 border-b border-faint py-1">
              <b className="font-cond text-lead">
                {i.count > 1 ? `${i.count} × ` : ''}
                {i.name}
              </b>
              <span className="text-fine text-soft">{lists[i.kind]}</span>
              {told.map(([f, kind, words]) => {
                const v = i.fields[f]
                if (typeof v !== 'number' || v === 0) return null
                const guess = i.guesses.includes(f)
                return (
                  <span key={f} className={`text-fine ${guess ? 'text-soft' : 'font-semibold'}`}>
                    {guess ? '≈ ' : ''}
                    {words(units.show(kind, v))}
                  </span>
                )
              })}
            </li>
          ))}
        </ul>
        {got?.why.map((m) => (
          <p key={m.text} className="m-0 py-1 text-wrong" data-wrong="">
            <b>{m.text}</b>: {m.why}
          </p>
        ))}
      </div>
      <div className="mt-3 flex flex-wrap items-center gap-3">
        <Button look="solid" onClick={keep} disabled={text.trim() === ''}>
          Add
        </Button>
        <span className="text-fine text-soft">≈ is a usual size, to be measured. Enter adds; one step takes all of it back.</span>
      </div>
      {asked === '' && (
        <div className="mt-5">
          <AskNext />
        </div>
      )}
    </Sheet>
  )
}
