import { useEffect } from 'react'
import { Link, useSearchParams } from 'react-router'
import type { Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { Cautions } from '../../ui/cautions'
import { Head } from '../../ui/parts'
import { FillBench } from './FillBench'
import { LadderView } from './LadderView'

/** What each thing weighs, and what it can be made to weigh. */
export function LoadsStation() {
  const { desk, units, library } = useBench()
  const [search, setSearch] = useSearchParams()
  const loads = desk.results.loads
  const chosen = loads.find((l) => l.id === search.get('of')) ?? loads[0]
  const container = desk.file.containers.find((c) => c.id === chosen?.id)
  useEffect(() => {
    const move = (e: KeyboardEvent) => {
      if (e.target !== document.body || (e.key !== 'ArrowDown' && e.key !== 'ArrowUp')) return
      const at = loads.findIndex((l) => l.id === chosen?.id)
      const next = loads[at + (e.key === 'ArrowDown' ? 1 : -1)]
      if (next) {
        e.preventDefault()
        setSearch({ of: next.id }, { replace: true })
      }
    }
    window.addEventListener('keydown', move)
    return () => window.removeEventListener('keydown', move)
  })
  if (!chosen || !container)
    return (
      <p className="p-6 text-soft">
        No container to weigh yet.{' '}
        <Link className="text-action underline" to="../stock" relative="path">
          Add a jug at Stock
        </Link>
        : with 1 gal of water it will be about {units.show('mass', 3.84)}.
      </p>
    )
  const sorted = [...loads].sort((a, b) => a.mass_kg - b.mass_kg)
  return (
    <div className="flex min-h-full flex-col">
      <div className="grid grow md:grid-cols-[minmax(225px,270px)_1fr]">
        <nav aria-label="Things that are filled" className="min-w-0 border-line max-md:border-b md:border-r">
          <ul className="m-0 flex list-none gap-0 overflow-x-auto p-0 md:block">
            {sorted.map((l) => (
              <li key={l.id} className="border-faint max-md:border-r md:border-b">
                <Tag load={l} on={l.id === chosen.id} onOpen={() => setSearch({ of: l.id }, { replace: true })} />
              </li>
            ))}
          </ul>
        </nav>
        <FillBench
          key={container.id}
          container={container}
          load={chosen}
          filling={library.fillings.find((f) => f.key === container.filling)}
        />
      </div>
      <section className="border-t border-line bg-sheet p-4 md:px-6">
        <Head aside="a circle is one rung, a bar is any load between">The ladder: every load that can be made, by how it is held</Head>
        <LadderView />
      </section>
      <div className="p-4 md:px-6">
        <Cautions station="loads" />
      </div>
    </div>
  )
}

/** A hang tag: the mass first, then what it is. */
function Tag({ load, on, onOpen }: { load: Shapes['Load']; on: boolean; onOpen: () => void }) {
  const { desk, library, units } = useBench()
  const c = desk.file.containers.find((x) => x.id === load.id)
  const filling = library.fillings.find((f) => f.key === c?.filling)?.name ?? ''
  return (
    <button
      type="button"
      aria-current={on}
      onClick={onOpen}
      className={`relative grid w-full min-w-44 grid-cols-[14px_4.2rem_1fr] items-baseline gap-x-2 px-3 py-2 text-left ${on ? 'bg-sheet shadow-[inset_4px_0_0_var(--action)]' : 'hover:bg-sheet'}`}
    >
      <span
        aria-hidden="true"
        className={`inline-block size-2.5 self-center rounded-full border-2 ${load.problem ? 'border-action' : 'border-ink'}`}
      />
      <b className="text-right font-cond text-[19px] leading-none">{units.bare('mass', load.mass_kg)}</b>
      <span className="text-[14px] leading-snug">
        <span className="text-soft">± {units.pm('mass', load.u95_kg)} </span>
        {c?.name}
        <span className="text-soft">
          {' '}
          · {filling}
          {c?.adjustable ? '' : ` · ${units.show('level', load.level_m)}`}
        </span>
      </span>
    </button>
  )
}
