import { useNavigate } from 'react-router'
import { useBench } from '../../lib/desk'
import { fieldOf, scopeOf } from '../../lib/file/entry'
import { specOf } from '../../lib/file/fields'
import type { Scope } from '../../lib/file/parts'
import { Button } from '../../ui/parts'
import { inWords, whatIs } from './changes'
import { stationOf } from './stations'

/** Everything that was refused: what it was to be, why not, the way to its field, and giving it up. */
export function Refused({ onClose }: { onClose: () => void }) {
  const { desk, box, units, entries } = useBench()
  const navigate = useNavigate()
  const rows = entries.flatMap((e) =>
    Object.entries(e.refused ?? {}).map(([path, why]) => {
      const field = fieldOf(path)
      const delta = e.do === 'set' ? e.fields[field] : undefined
      return { key: `${e.id}${path}`, scope: scopeOf(e) as Scope, field, why, wanted: delta && inWords(units, scopeOf(e), field, delta.to) }
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
      {rows.map((r) => (
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
            <Button look="bare" onClick={() => box.giveUp(r.scope, r.field ? [r.field] : fieldsOf(r.scope))}>
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
