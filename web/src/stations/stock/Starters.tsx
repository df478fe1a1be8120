import { useState } from 'react'
import { useBench } from '../../lib/desk'
import { fromStarter } from './newThings'
import { WayIn } from './WayIn'

/** Things that households have, with a count each; all that are counted come in at once. */
export function Starters({ onDone }: { onDone: () => void }) {
  const { desk, library, units, box } = useBench()
  const [counts, setCounts] = useState<Record<string, number>>({})
  const here = library.starters.filter((s) => s.systems.includes(units.system))
  const total = Object.values(counts).reduce((a, b) => a + b, 0)
  const bump = (key: string, by: number) => setCounts((c) => ({ ...c, [key]: Math.max(0, Math.min(48, (c[key] ?? 0) + by)) }))
  const take = () => {
    const file = { containers: [...desk.file.containers], things: [...desk.file.things] }
    const add = { containers: [] as typeof file.containers, things: [] as typeof file.things, batches: [] }
    for (const s of here) {
      const n = counts[s.key] ?? 0
      if (n === 0) continue
      const made = fromStarter(s, library, file, n)
      add.containers.push(...made.containers)
      add.things.push(...made.things)
      file.containers.push(...made.containers)
    }
    box.add(add)
    onDone()
  }
  const group = (label: string, rows: typeof here) => (
    <fieldset className="m-0 border-0 p-0">
      <legend className="font-cond text-body font-medium text-soft">{label}</legend>
      <ul className="m-0 grid list-none gap-x-6 p-0 sm:grid-cols-2">
        {rows.map((s) => {
          const n = counts[s.key] ?? 0
          return (
            <li key={s.key} className="flex items-center gap-2 border-b border-faint py-0.5">
              <button
                type="button"
                onClick={() => bump(s.key, 1)}
                className={`grow py-1 text-left text-body hover:bg-faint ${n > 0 ? 'font-semibold' : ''}`}
              >
                <span className="sr-only">One more: </span>
                {s.name}
                <span className="ml-2 text-fine font-normal text-soft">
                  {s.net_kg > 0 ? '' : s.kind ? units.show('volume', s.capacity_l) : units.show('mass', s.mass_kg)}
                </span>
              </button>
              <span className="w-5 text-right font-cond text-lead font-semibold" aria-live="polite">
                {n > 0 ? n : ''}
              </span>
              <button
                type="button"
                aria-label={`One less: ${s.name}`}
                disabled={n === 0}
                onClick={() => bump(s.key, -1)}
                className="w-6 border border-mark leading-5 disabled:opacity-30"
              >
                −
              </button>
            </li>
          )
        })}
      </ul>
    </fieldset>
  )
  return (
    <WayIn count={total} onTake={take} onDone={onDone}>
      <p className="m-0 mb-2 text-fine text-soft">
        Press a line once for each that is there. Sizes and masses are usual ones, to be measured.
      </p>
      {group(
        'To fill, or as sold',
        here.filter((s) => s.kind),
      )}
      <div className="mt-3">
        {group(
          'To pack bags with',
          here.filter((s) => !s.kind),
        )}
      </div>
    </WayIn>
  )
}
