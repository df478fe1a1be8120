import { Link, useSearchParams } from 'react-router'
import type { Shapes } from '../../api/client'
import { fillingsOf, useBench } from '../../lib/desk'
import { useArrows } from '../../lib/hooks'
import { Cautions } from '../../ui/cautions'
import { List, MasterDetail } from '../../ui/list'
import { Button, Head, Waiting } from '../../ui/parts'
import { BarBench } from './BarBench'
import { FillBench } from './FillBench'
import { LadderView } from './LadderView'
import { TagsPrint } from './TagsPrint'

/** What each thing weighs, and what it can be made to weigh. */
export function LoadsStation() {
  const { desk, units } = useBench()
  const [search, setSearch] = useSearchParams()
  const sorted = [...desk.results.loads].sort((a, b) => a.mass_kg - b.mass_kg)
  const handles = desk.file.handles
  const ids = [
    ...sorted.map((l) => l.id),
    ...desk.file.containers.filter((c) => !sorted.some((l) => l.id === c.id)).map((c) => c.id),
    ...handles.map((h) => h.id),
  ]
  const wanted = search.get('of') ?? ''
  // The first as it stands in the file, not the lightest: that one changes while a level is typed.
  const chosen = ids.includes(wanted) ? wanted : (desk.file.containers[0]?.id ?? handles[0]?.id)
  const load = sorted.find((l) => l.id === chosen)
  const container = desk.file.containers.find((c) => c.id === chosen)
  const handle = handles.find((h) => h.id === chosen)
  const open = (id: string) => setSearch({ of: id }, { replace: true })
  useArrows(ids, chosen, open)
  if (!chosen)
    return (
      <p className="p-6 text-soft">
        No container to weigh yet.{' '}
        <Link className="text-action underline" to="../stock" relative="path">
          Add a jug at Stock
        </Link>
        : with 1 gal of water it will be about {units.show('mass', 3.84)}.
      </p>
    )
  const things: Thing[] = [...sorted.map((load) => ({ id: load.id, load })), ...handles.map((handle) => ({ id: handle.id, handle }))]
  return (
    <MasterDetail
      label="Things that are filled"
      now={container?.name ?? handle?.name ?? ''}
      list={
        <List
          label="things that are filled"
          scrolls
          items={things}
          at={chosen}
          text={(t) => t.handle?.name ?? desk.file.containers.find((c) => c.id === t.id)?.name ?? ''}
          row={(t) =>
            t.load ? (
              <Tag load={t.load} on={t.id === chosen} onOpen={() => open(t.id)} />
            ) : (
              t.handle && <HandleTag handle={t.handle} on={t.id === chosen} onOpen={() => open(t.id)} />
            )
          }
        />
      }
    >
      <p className="m-0 border-b border-line px-4 py-1 text-right md:px-6" data-noprint>
        <Button look="bare" onClick={() => document.getElementById('ladder')?.scrollIntoView({ block: 'start' })}>
          To the ladder
        </Button>
      </p>
      {container && load && <FillBench key={container.id} container={container} load={load} />}
      {container && !load && <Waiting what="Working out what it weighs" />}
      {handle && <BarBench key={handle.id} handle={handle} />}
      <section id="ladder" className="border-t border-line bg-sheet p-4 md:px-6">
        <Head aside="a mark is one load, a bar is any load between; press one to see what it takes">
          The ladder: every load that can be made, by how it is held
        </Head>
        <LadderView />
      </section>
      <section className="border-t border-line p-4 md:px-6" data-noprint>
        <Head aside="each with its weight, how it was made, when to weigh it again, and a code that leads back here">Load tags</Head>
        <TagsPrint only={container?.id} />
      </section>
      <div className="p-4 md:px-6">
        <Cautions station="loads" />
      </div>
    </MasterDetail>
  )
}

type Thing = { id: string; load?: Shapes['Load']; handle?: Shapes['Handle'] }

const tagLook = (on: boolean) =>
  `relative grid w-full min-w-44 touch:min-h-12 grid-cols-[14px_4.2rem_1fr] items-baseline gap-x-2 px-3 py-2 text-left ${on ? 'bg-sheet shadow-[inset_4px_0_0_var(--action)]' : 'hover:bg-sheet'}`

/** A hang tag: the mass first, then what it is. */
function Tag({ load, on, onOpen }: { load: Shapes['Load']; on: boolean; onOpen: () => void }) {
  const bench = useBench()
  const { desk, units } = bench
  const c = desk.file.containers.find((x) => x.id === load.id)
  const filling = fillingsOf(bench).find((f) => f.key === c?.filling)?.name ?? ''
  const due = load.weigh_again_at > 0 && load.weigh_again_at * 1000 < Date.now()
  const inside = c?.shape === 'as-sold' ? 'as sold' : c && c.packed.length > 0 ? 'packed' : c && c.volume_l === 0 ? 'empty' : filling
  return (
    <button type="button" data-row aria-current={on} onClick={onOpen} className={tagLook(on)}>
      <span
        aria-hidden="true"
        className={`inline-block size-2.5 self-center rounded-full border-2 ${load.problem ? 'border-wrong' : 'border-ink'} ${load.how === 'weighed' ? 'bg-ink' : ''}`}
      />
      <b className="text-right font-cond text-head leading-none">{units.bare('mass', load.mass_kg)}</b>
      <span className="text-fine leading-snug">
        <span className="text-soft">± {units.pm('mass', load.u95_kg)} </span>
        {c?.name}
        <span className="text-soft">
          {' '}
          · {inside}
          {c?.adjustable || inside !== filling ? '' : ` · ${units.show('level', load.level_m).replaceAll(' ', '\u00a0')}`}
          {load.how === 'weighed' && ' · weighed'}
        </span>
        {due && <span className="block text-due">weigh again</span>}
      </span>
    </button>
  )
}

function HandleTag({ handle: h, on, onOpen }: { handle: Shapes['Handle']; on: boolean; onOpen: () => void }) {
  const { units } = useBench()
  return (
    <button type="button" data-row aria-current={on} onClick={onOpen} className={tagLook(on)}>
      <span aria-hidden="true" className="inline-block h-1 w-3 self-center bg-ink" />
      <b className="text-right font-cond text-head leading-none">{units.bare('mass', h.mass_kg + 2 * h.collar_kg)}</b>
      <span className="text-fine leading-snug">
        {h.name}
        <span className="text-soft"> · {h.kind === 'stick' ? 'things hang from it' : `and plates${h.count === 2 ? ', a pair' : ''}`}</span>
      </span>
    </button>
  )
}
