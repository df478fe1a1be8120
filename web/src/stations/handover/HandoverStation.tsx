import { keys, useBench, usePlan, usePulls } from '../../lib/desk'
import { Button, Head, Note, StateWord, Tape } from '../../ui/parts'
import { Headrooms } from '../../ui/room/Headrooms'
import { Plan } from '../../ui/room/Plan'
import { rangeOf, setsOf } from '../../ui/rule'
import { DataTable } from '../../ui/table'
import { useStopped, Working } from '../../ui/working'

/** What the client takes home, as it prints. */
export function HandoverStation() {
  const { desk, units, library } = useBench()
  const plan = usePlan(desk)
  const p = desk.file.profile
  const id = desk.file.id
  const { stopped, stop, start } = useStopped(keys.plan(id, desk.file.revision), plan.refetch)
  if (plan.isPending && !desk.results.lacks && !stopped)
    return <Working what="Making the pages" stopped={stopped} onStop={stop} onStart={start} />
  const made = plan.data && !plan.data.lacks ? plan.data : null
  const open = desk.results.cautions.filter((c) => c.hold)
  const filling = (key: string) => library.fillings.find((f) => f.key === key)?.name ?? key
  const buys = made?.chosen.filter((c) => c.origin === 'buy') ?? []
  const builds = made?.chosen.filter((c) => c.origin === 'build') ?? []
  const fills = made?.chosen.filter((c) => c.origin === 'scrap') ?? []
  return (
    <div className="p-4 md:p-6">
      <div data-noprint className="mb-5 flex flex-wrap items-center gap-3">
        <a
          className="border border-action bg-action px-3.5 py-1.5 text-fine font-semibold text-paper no-underline"
          href={`/api/v1/clients/${id}/book.pdf?paper=a4`}
          target="_blank"
          rel="noreferrer"
        >
          PDF, A4
        </a>
        <a
          className="border border-ink bg-sheet px-3.5 py-1.5 text-fine font-semibold text-ink no-underline"
          href={`/api/v1/clients/${id}/book.pdf?paper=letter`}
          target="_blank"
          rel="noreferrer"
        >
          PDF, Letter
        </a>
        {desk.file.builds.length > 0 && (
          <a
            className="border border-ink bg-sheet px-3.5 py-1.5 text-fine font-semibold text-ink no-underline"
            href={`/api/v1/clients/${id}/builds.pdf?paper=${units.system === 'us' ? 'letter' : 'a4'}`}
            target="_blank"
            rel="noreferrer"
          >
            Build sheets, PDF
          </a>
        )}
        <Button onClick={() => window.print()}>Print this page</Button>
        <span className="text-fine text-soft">The private note stays here.</span>
      </div>
      <article className="max-w-[52rem] border border-line bg-sheet p-5 md:p-8 print:border-0 print:p-0">
        <h2 className="m-0 text-title leading-tight">{p.name}</h2>
        <p className="mb-4 mt-1 text-soft">
          Home-gym plan · {p.days} days of {p.minutes} min · goal: {p.goal.replaceAll('-', ' ')}
        </p>
        {open.length > 0 && (
          <section className="mb-4 space-y-2" aria-label="Before anything else">
            <Head>Before anything else</Head>
            {open.map((c) => (
              <Tape key={c.text} hold>
                {c.yours}.
              </Tape>
            ))}
          </section>
        )}
        {made ? (
          <>
            <p className="mb-5 text-lead font-semibold text-covered">
              {made.after.covered} of {made.after.slots.length} needs covered with this plan ({made.covered_before} today), for{' '}
              {units.money(made.cost_minor)} of {units.money(p.budget_minor)}.
            </p>
            {buys.length > 0 && (
              <section className="mb-5">
                <Head>Buy</Head>
                <DataTable
                  label="What to buy"
                  rows={buys}
                  id={(c) => c.key}
                  columns={[
                    { head: 'what', names: true, cell: (c) => `☐ ${c.name}` },
                    { head: 'safety', quiet: true, cell: (c) => [c.note, c.caution].filter(Boolean).join('. ') },
                    { head: 'price', figure: true, cell: (c) => units.money(c.cost_minor) },
                  ]}
                />
              </section>
            )}
            {builds.length > 0 && (
              <section className="mb-5">
                <Head aside="each on its own sheet; it counts once its proof test has passed">Build</Head>
                <ul className="m-0 list-none p-0">
                  {builds.map((c) => (
                    <li key={c.key} className="border-b border-faint py-1.5">
                      ☐ <b>{c.name}</b>, {units.money(c.cost_minor)} of material, about {Math.round(c.minutes / 60)} h
                    </li>
                  ))}
                </ul>
              </section>
            )}
            {fills.length > 0 && (
              <section className="mb-5">
                <Head>Fill and pack</Head>
                <ul className="m-0 list-none p-0">
                  {fills.map((c) => (
                    <li key={c.key} className="border-b border-faint py-1.5">
                      ☐ <b>{c.name}</b>
                      {c.level_m > 0 &&
                        ` to ${units.show('level', c.level_m)} (${units.show('volume', c.volume_l)}): ${units.show('mass', c.high_kg)} ± ${units.pm('mass', c.u95_kg)}`}
                      {c.caution && <span className="block text-fine text-soft">{c.caution}</span>}
                    </li>
                  ))}
                </ul>
              </section>
            )}
          </>
        ) : (
          <p className="text-missing">There is no plan yet: {plan.error ? plan.error.message : "the client's stature is not known"}.</p>
        )}
        {desk.results.loads.length > 0 && (
          <section className="mb-5">
            <Head aside="lines measured from the inside bottom; ± is k = 2">Load card, as everything stands</Head>
            <DataTable
              label="Load card"
              rows={desk.results.loads.map((l) => ({ ...l, c: desk.file.containers.find((x) => x.id === l.id) }))}
              id={(l) => l.id}
              columns={[
                { head: 'what', names: true, cell: (l) => l.c?.name },
                { head: 'filled with', cell: (l) => filling(l.c?.filling ?? '') },
                { head: 'line at', figure: true, cell: (l) => units.show('level', l.level_m) },
                { head: 'volume', figure: true, cell: (l) => units.show('volume', l.volume_l) },
                { head: 'weighs', figure: true, cell: (l) => `${units.show('mass', l.mass_kg)} ± ${units.pm('mass', l.u95_kg)}` },
                { head: 'known by', cell: (l) => (l.how === 'weighed' ? 'weighing' : l.how === 'marked' ? 'its mark' : 'computing') },
                { head: 'moving', cell: (l) => l.steadiness },
              ]}
            />
          </section>
        )}
        <BandCard />
        <Rooms />
        {made && (
          <section className="mb-5">
            <Head>What each movement needs</Head>
            <DataTable
              label="Needs"
              rows={made.after.slots}
              id={(s) => s.key}
              columns={[
                { head: 'movement', names: true, cell: (s) => s.name },
                { head: 'sets of', cell: (s) => setsOf(s) },
                {
                  head: 'working range',
                  cell: (s) => `${rangeOf(s, units)}${s.basis === 'guess' ? ' (guess)' : ''}`,
                },
                { head: 'with the plan', cell: (s) => <StateWord state={s.state} /> },
                { head: 'best done as', cell: (s) => s.best || '–' },
              ]}
            />
          </section>
        )}
        <Head>Safety</Head>
        <div className="space-y-2">
          {desk.results.cautions
            .filter((c) => !c.hold)
            .map((c) => (
              <Note key={c.text}>{c.yours}.</Note>
            ))}
          {library.cautions.map((c) => (
            <Note key={c.text}>{c.text}</Note>
          ))}
        </div>
      </article>
    </div>
  )
}

/** How to stand for each band movement that is set up, and what it pulls then. */
function BandCard() {
  const { desk, library, units } = useBench()
  const pulls = usePulls(desk)
  if (pulls.length === 0) return null
  const names = (ids: string[]) => ids.map((id) => desk.file.bands.find((b) => b.id === id)?.name).join(' + ')
  return (
    <section className="mb-5">
      <Head aside="mean is over the loaded part of the way; the first pull slowly">Band card</Head>
      <DataTable
        label="Band card"
        rows={pulls}
        id={(p) => p.rig.id}
        columns={[
          { head: 'movement', names: true, cell: (p) => library.band_movements.find((m) => m.key === p.rig.id)?.name },
          { head: 'bands', cell: (p) => names(p.rig.bands) },
          { head: 'set up', cell: (p) => p.words },
          { head: 'start', figure: true, cell: (p) => units.show('force', p.start_n) },
          { head: 'mean', figure: true, cell: (p) => units.show('force', p.mean_n) },
          { head: 'finish', figure: true, cell: (p) => units.show('force', p.finish_n) },
        ]}
      />
    </section>
  )
}

/** The rooms that are trained in, to scale in the PDF, with what their height allows. */
function Rooms() {
  const { desk } = useBench()
  const { home } = desk.results
  const trained = desk.file.rooms.filter((r) => r.trains)
  return (
    <>
      {trained.map((room) => {
        const state = home.rooms.find((r) => r.id === room.id)
        if (!state || state.outline.length === 0) return null
        return (
          <section key={room.id} className="mb-5">
            <Head aside="to scale in the PDF">{room.name}</Head>
            <Plan room={room} state={state} picked={{ list: 'room' }} pick={() => {}} shown={{ largest: true }} still />
          </section>
        )
      })}
      {home.heads.length > 0 && (
        <section className="mb-5">
          <Headrooms title="Headroom for this body" heads={home.heads} />
        </section>
      )}
    </>
  )
}
