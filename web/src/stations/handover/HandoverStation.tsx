import { useBench, usePlan } from '../../lib/desk'
import { money } from '../../lib/format'
import { Button, Head, StateWord, Tape, Waiting, Wide } from '../../ui/parts'

/** What the client takes home, as it prints. */
export function HandoverStation() {
  const { desk, units, library } = useBench()
  const plan = usePlan(desk)
  const p = desk.file.profile
  const id = desk.file.id
  if (plan.isPending && !desk.results.lacks) return <Waiting what="Making the pages" />
  const made = plan.data && !plan.data.lacks ? plan.data : null
  const filling = (key: string) => library.fillings.find((f) => f.key === key)?.name ?? key
  const buys = made?.chosen.filter((c) => c.origin === 'buy') ?? []
  const fills = made?.chosen.filter((c) => c.origin !== 'buy') ?? []
  const cell = 'border-b border-faint py-1.5 pr-3 align-baseline'
  const head = 'border-b-2 border-ink py-1 pr-3 text-left text-[14px] font-normal text-soft'
  return (
    <div className="p-4 md:p-6">
      <div data-noprint className="mb-5 flex flex-wrap items-center gap-3">
        <a
          className="border border-action bg-action px-3.5 py-1.5 text-[14px] font-semibold text-paper no-underline"
          href={`/api/v1/clients/${id}/book.pdf?paper=a4`}
          target="_blank"
          rel="noreferrer"
        >
          PDF, A4
        </a>
        <a
          className="border border-ink bg-sheet px-3.5 py-1.5 text-[14px] font-semibold text-ink no-underline"
          href={`/api/v1/clients/${id}/book.pdf?paper=letter`}
          target="_blank"
          rel="noreferrer"
        >
          PDF, Letter
        </a>
        <Button onClick={() => window.print()}>Print this page</Button>
        <span className="text-[14px] text-soft">The private note stays here.</span>
      </div>
      <article className="max-w-[52rem] border border-line bg-sheet p-5 md:p-8 print:border-0 print:p-0">
        <h2 className="m-0 text-[30px] leading-tight">{p.name}</h2>
        <p className="mb-4 mt-1 text-soft">
          Home-gym plan · {p.days} days of {p.minutes} min · goal: {p.goal.replaceAll('-', ' ')}
        </p>
        {made ? (
          <>
            <p className="mb-5 text-[17px] font-semibold text-covered">
              {made.after.covered} of {made.after.slots.length} needs covered with this plan ({made.covered_before} today), for{' '}
              {money(made.cost_minor, p.currency)} of {money(p.budget_minor, p.currency)}.
            </p>
            {buys.length > 0 && (
              <section className="mb-5">
                <Head>Buy</Head>
                <Wide label="What to buy">
                  <table className="w-full border-collapse">
                    <tbody>
                      {buys.map((c) => (
                        <tr key={c.key}>
                          <td className={`${cell} w-5`} aria-hidden="true">
                            ☐
                          </td>
                          <th scope="row" className={`${cell} text-left font-semibold`}>
                            {c.name}
                          </th>
                          <td className={`${cell} text-[14px] text-soft`}>{[c.note, c.caution].filter(Boolean).join('. ')}</td>
                          <td className={`${cell} text-right font-semibold`}>{money(c.cost_minor, p.currency)}</td>
                        </tr>
                      ))}
                    </tbody>
                  </table>
                </Wide>
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
                      {c.caution && <span className="block text-[14px] text-soft">{c.caution}</span>}
                    </li>
                  ))}
                </ul>
              </section>
            )}
          </>
        ) : (
          <p className="text-action">There is no plan yet: {plan.error ? plan.error.message : "the client's stature is not known"}.</p>
        )}
        {desk.results.loads.length > 0 && (
          <section className="mb-5">
            <Head aside="lines measured from the inside bottom; ± is k = 2">Load card, as everything stands</Head>
            <Wide label="Load card">
              <table className="w-full border-collapse">
                <thead>
                  <tr>
                    {['what', 'filled with', 'line at', 'volume', 'weighs', 'at most', 'moving'].map((h) => (
                      <th key={h} className={head}>
                        {h}
                      </th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {desk.results.loads.map((l) => {
                    const c = desk.file.containers.find((x) => x.id === l.id)
                    return (
                      <tr key={l.id}>
                        <th scope="row" className={`${cell} text-left font-semibold`}>
                          {c?.name}
                        </th>
                        <td className={cell}>{filling(c?.filling ?? '')}</td>
                        <td className={cell}>{units.show('level', l.level_m)}</td>
                        <td className={cell}>{units.show('volume', l.volume_l)}</td>
                        <td className={`${cell} whitespace-nowrap font-semibold`}>
                          {units.show('mass', l.mass_kg)} ± {units.pm('mass', l.u95_kg)}
                        </td>
                        <td className={cell}>{units.show('mass', l.most_kg)}</td>
                        <td className={cell}>{l.steadiness}</td>
                      </tr>
                    )
                  })}
                </tbody>
              </table>
            </Wide>
          </section>
        )}
        {made && (
          <section className="mb-5">
            <Head>What each movement needs</Head>
            <Wide label="Needs">
              <table className="w-full border-collapse">
                <thead>
                  <tr>
                    {['movement', 'reps', 'working range', 'with the plan', 'best done as'].map((h) => (
                      <th key={h} className={head}>
                        {h}
                      </th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {made.after.slots.map((s) => (
                    <tr key={s.key}>
                      <th scope="row" className={`${cell} text-left font-semibold`}>
                        {s.name}
                      </th>
                      <td className={cell}>
                        {s.reps_low}–{s.reps_high}
                      </td>
                      <td className={cell}>
                        {units.bare('mass', s.lo_kg)}–{units.show('mass', s.hi_kg)}
                        {s.per_hand ? ' a hand' : ''}
                        {s.basis === 'guess' ? ' (guess)' : ''}
                      </td>
                      <td className={cell}>
                        <StateWord state={s.state} />
                      </td>
                      <td className={cell}>{s.ways[0] && !s.ways[0].why ? s.ways[0].movement : '–'}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </Wide>
          </section>
        )}
        <Head>Mind</Head>
        <div className="space-y-2">
          {desk.results.cautions.map((c) => (
            <Tape key={c.text} hold={c.hold}>
              {c.text}.
            </Tape>
          ))}
          {library.cautions.map((c) => (
            <Tape key={c.text}>{c.text}</Tape>
          ))}
        </div>
      </article>
    </div>
  )
}
