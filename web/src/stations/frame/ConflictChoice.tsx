import { type Conflict, partOf, scopeOf } from '../../lib/desk'
import type { Units } from '../../lib/format'
import { Button } from '../../ui/parts'
import { Sheet } from '../../ui/sheet'
import { fieldInWords } from './changes'

const kinds: [RegExp, string][] = [
  [/_m2$/, 'area'],
  [/_m$/, 'length'],
  [/_kg$/, 'mass'],
  [/_l$/, 'volume'],
]

function written(units: Units, key: string, v: unknown): string {
  if (v === undefined || v === null) return 'not there'
  const kind = typeof v === 'number' ? kinds.find(([end]) => end.test(key)) : undefined
  if (kind) return v === 0 ? 'not known' : units.show(kind[1], v as number)
  if (Array.isArray(v)) return v.length ? v.join(', ') : 'none'
  return String(v) || '–'
}

/** The same part was changed elsewhere: both versions, and the choice. */
export function ConflictChoice({
  conflict,
  settle,
  units,
}: {
  conflict: Conflict
  settle: (keep: 'mine' | 'theirs') => void
  units: Units
}) {
  const scope = scopeOf(conflict.write)
  const theirs = (partOf(conflict.theirs.file, scope) ?? {}) as Record<string, unknown>
  const yours = (conflict.yours ?? {}) as Record<string, unknown>
  const differ = Object.keys({ ...theirs, ...yours }).filter((k) => k !== 'id' && JSON.stringify(theirs[k]) !== JSON.stringify(yours[k]))
  return (
    <Sheet title="This client was changed elsewhere" wide>
      <p className="mt-0">
        Another window or person saved this client after you opened it. Nothing is lost: choose which version of “{scope}” stays.
      </p>
      {differ.length > 0 && conflict.yours ? (
        <table className="mb-4 w-full border-collapse text-left">
          <thead>
            <tr className="border-b-2 border-ink text-[14px] text-soft">
              <th className="py-1 font-normal">what</th>
              <th className="py-1 font-normal">yours</th>
              <th className="py-1 font-normal">what stands</th>
            </tr>
          </thead>
          <tbody>
            {differ.map((k) => (
              <tr key={k} className="border-b border-faint">
                <th scope="row" className="py-1 pr-3 font-normal">
                  {fieldInWords(k)}
                </th>
                <td className="py-1 pr-3 font-semibold">{written(units, k, yours[k])}</td>
                <td className="py-1 font-semibold">{written(units, k, theirs[k])}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : (
        <p>You were about to remove or undo something that has changed since.</p>
      )}
      <div className="flex gap-3">
        <Button look="solid" onClick={() => settle('mine')}>
          Keep yours
        </Button>
        <Button onClick={() => settle('theirs')}>Keep what stands</Button>
      </div>
    </Sheet>
  )
}
