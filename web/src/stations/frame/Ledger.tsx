import { Link } from 'react-router'
import { useBench, usePlan } from '../../lib/desk'

/** The numbers that never leave: needs, money, floor, heaviest, hold points. */
export function Ledger() {
  const { desk, units, person } = useBench()
  const plan = usePlan(desk)
  // Where several people's needs stand in it, those of whom the client is looked at as.
  const planned = plan.data?.after.slots.filter((s) => !s.called || s.key.startsWith(`${person.id}.`)) ?? []
  const r = desk.frame
  const p = desk.file.profile
  const heaviest = (hold: string) => r.reach.find((l) => l.hold === hold)?.high_kg ?? 0
  const holds = r.cautions.filter((c) => c.hold)
  return (
    <footer
      data-noprint
      className="fixed inset-x-0 bottom-0 z-10 flex gap-x-7 overflow-hidden whitespace-nowrap bg-bar px-4 py-2.5 font-cond text-lead text-bar-soft md:static md:col-span-2 md:px-6"
    >
      {!r.lacks && <Figure value={`${r.covered}/${r.needs.length}`} rest="covered today" />}
      {plan.data && !plan.data.lacks && (
        <Figure value={`${planned.filter((s) => s.state === 'covered').length}/${planned.length}`} rest="with the plan" wide />
      )}
      <Figure
        value={plan.isError ? 'no plan' : plan.data && !plan.data.lacks ? units.money(plan.data.cost_minor) : r.lacks ? '?' : '…'}
        rest={`of ${units.money(p.budget_minor)}`}
      />
      {r.whole_m2 > 0 ? (
        <Figure value={units.bare('area', r.free_m2)} rest={`of ${units.show('area', r.whole_m2)} free`} wide />
      ) : (
        <Figure value="not surveyed" rest="" wide />
      )}
      {heaviest('one-hand') > 0 && (
        <Figure value={units.bare('mass', heaviest('one-hand'))} rest={`${units.symbol('mass')} one-hand`} wide />
      )}
      {heaviest('two-hand') > 0 && (
        <Figure value={units.bare('mass', heaviest('two-hand'))} rest={`${units.symbol('mass')} two-hand`} wide />
      )}
      <span className="grow" />
      {holds.length > 0 ? (
        <Link to={`/c/${desk.file.id}/${holds[0]?.station ?? 'needs'}`} className="text-bar-soft underline underline-offset-3">
          <b className="text-bar-ink">{holds.length}</b> hold point{holds.length > 1 ? 's' : ''} open
        </Link>
      ) : (
        <span className="max-md:hidden">no open hold point</span>
      )}
    </footer>
  )
}

function Figure({ value, rest, wide = false }: { value: string; rest: string; wide?: boolean }) {
  return (
    <span className={wide ? 'max-md:hidden' : ''}>
      <b className="text-lead font-semibold text-bar-ink">{value}</b> {rest}
    </span>
  )
}
