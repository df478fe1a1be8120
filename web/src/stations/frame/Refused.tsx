import { useSyncExternalStore } from 'react'
import { useNavigate } from 'react-router'
import { useBench } from '../../lib/desk'
import { drafts } from '../../lib/drafts'
import { fieldOf, scopeOf } from '../../lib/file/entry'
import { specOf } from '../../lib/file/fields'
import { type Scope, standing } from '../../lib/file/parts'
import { Button } from '../../ui/parts'
import { inWords, whatIs } from './changes'
import { stationOf } from './stations'

type Row = { key: string; scope: Scope; field: string; why: string; wanted?: string; giveUp: () => void }

/** What was typed into fields of the client and is not kept: it cannot be read, or is from before a reload. */
export function useLeft(): Row[] {
  const { desk } = useBench()
  const start = `${desk.file.id}/`
  const all = useSyncExternalStore(drafts.subscribe, () => drafts.under(start).sort().join('\n'))
  return all.split('\n').flatMap((key) => {
    const [list = '', ...more] = key.slice(start.length).split('/')
    const isList = Array.isArray((desk.file as Record<string, unknown>)[list])
    const scope = (isList ? `${list}/${more[0]}` : list) as Scope
    const field = more[isList ? 1 : 0]
    if (!field || !stationOf(scope) || !standing(desk.file, scope)) return []
    return { key, scope, field, why: 'typed, and not kept', wanted: drafts.get(key) ?? '', giveUp: () => drafts.drop(key) }
  })
}

/** Everything that was refused or is left as typed: what it was to be, why not, the way to its field, and giving it up. */
export function Refused({ onClose }: { onClose: () => void }) {
  const { desk, box, units, entries } = useBench()
  const navigate = useNavigate()
  const left = useLeft()
  const refused = entries.flatMap((e) =>
    Object.entries(e.refused ?? {}).map(([path, why]): Row => {
      const field = fieldOf(path)
      const delta = e.do === 'set' ? e.fields[field] : undefined
      const scope = scopeOf(e) as Scope
      return {
        key: `${e.id}${path}`,
        scope,
        field,
        why,
        wanted: delta && inWords(units, scope, field, delta.to),
        giveUp: () => box.giveUp(scope, field ? [field] : fieldsOf(scope)),
      }
    }),
  )
  const go = (scope: string) => {
    const s = stationOf(scope)
    const id = scope.split('/')[1]
    onClose()
    if (s) navigate(`/c/${desk.file.id}/${s.path}${id ? `?of=${id}` : ''}`)
    // Its control stands there once the station is open.
    window.setTimeout(() => document.querySelector<HTMLElement>('main [aria-invalid=true], main [data-wrong]')?.focus(), 300)
  }
  return (
    <ul className="absolute right-0 top-full z-30 m-0 w-96 max-w-[calc(100vw-32px)] list-none border-2 border-ink bg-sheet p-3 text-body text-ink">
      {[...refused, ...left].map((r) => (
        <li key={r.key} className="border-b border-faint py-1.5 last:border-0">
          <b>
            {whatIs(desk.file, r.scope)}
            {r.field && `, ${specOf(r.scope, r.field).label.toLowerCase()}`}
          </b>
          {r.wanted && ` to be ${r.wanted}`}
          <span className="block text-wrong">{r.why}</span>
          <span className="flex gap-4">
            <Button look="bare" onClick={() => go(r.scope)}>
              Go there
            </Button>
            <Button look="bare" onClick={r.giveUp}>
              Give it up
            </Button>
          </span>
        </li>
      ))}
    </ul>
  )

  function fieldsOf(scope: string): string[] {
    return entries.flatMap((e) => (e.do === 'set' && e.refused && e.scope === scope ? Object.keys(e.fields) : []))
  }
}
