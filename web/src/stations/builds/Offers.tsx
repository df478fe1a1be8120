import { useQuery } from '@tanstack/react-query'
import { api, data, type Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { newId } from '../../lib/file/parts'
import { useTold } from '../../lib/file/told'
import { useFields } from '../../lib/file/useFields'
import { Quantity } from '../../ui/field'
import { Button } from '../../ui/parts'
import { Drawings } from './BuildDrawing'
import { Checks } from './Checks'
import { Making } from './Making'
import { Verdict } from './OneBuild'
import type { Offer } from './words'

/** Every design as it could be made for the client as it stands. */
export function useOffers() {
  const { id, revision } = useBench().desk.file
  return useQuery({
    queryKey: ['designs', id, revision],
    queryFn: async ({ signal }) =>
      (
        await data<{ revision: number; offers: Shapes['BuildOffer'][] }>(
          api.GET('/api/v1/clients/{client}/designs', { params: { path: { client: id } }, signal }),
        )
      ).offers,
    placeholderData: (before) => before,
    retry: false,
  })
}

/** Puts an offer among the client's builds. */
export function useMake() {
  const { box, desk } = useBench()
  const told = useTold()
  return (o: Offer) => {
    const taken = desk.file.builds.some((b) => b.id === o.build.id)
    const build = taken ? { ...o.build, id: newId() } : o.build
    const kept = box.make('builds', build)
    told(`${build.name} is planned.`, kept, (last) => last.part === 'builds')
    return build.id
  }
}

/** A design that is looked at: whether it holds here, what it takes, and what could be bought in its place. */
export function OfferView({ offer: o, onMake }: { offer: Offer; onMake: () => void }) {
  const { units, desk } = useBench()
  const d = o.designed
  const room = desk.file.rooms.find((r) => r.id === o.build.room)
  const wall = desk.results.home.rooms.find((r) => r.id === o.build.room)?.walls[o.build.wall]
  const where = room ? `${room.name}${wall ? `, wall ${wall.name}, ${units.show('level', o.build.at_m)} along` : ''}` : ''
  return (
    <div className="min-w-0 p-4 md:px-6">
      <Verdict designed={d} />
      <p className="m-0 mt-2 text-body">
        As it fits{where && ` in ${where}`}
        {o.with && `, with ${o.with}`}: {o.lacks || `${units.money(o.cost_minor)} of material`}, {d.first_time_h} h for who builds for the
        first time.{' '}
        {o.marks.length > 0 && `Hardware marked: ${o.marks.map((m) => `${m.label.toLowerCase()} ${units.show('force', m.n)}`).join(', ')}.`}
      </p>
      <Against offer={o} />
      <p className="my-2">
        <Button look="solid" onClick={onMake}>
          Plan this build
        </Button>
      </p>
      <Drawings designed={d} />
      <Checks designed={d} />
      <Making designed={d} open={false} />
    </div>
  )
}

/** Build against buy: money, hours, how well it does, how long it lasts. */
function Against({ offer: o }: { offer: Offer }) {
  const { units } = useBench()
  const of = useFields('profile')
  if (!o.buy) return null
  const hours = o.hours_minor > 0 ? `, worth ${units.money(o.hours_minor)}` : ''
  const rows = [
    ['material', units.money(o.cost_minor), units.money(o.buy_minor)],
    ['hours', `${o.designed.first_time_h}, the first time${hours}`, 'none'],
    ['together', hours ? units.money(o.cost_minor + o.hours_minor) : 'say what an hour is worth', units.money(o.buy_minor)],
    ['what it does', 'all of it', o.buy_does < o.buy_all ? `${o.buy_does} of ${o.buy_all} of that` : 'all of that'],
    ['how well it does', o.designed.ok ? 'as well, once proven' : 'not at all, as it stands', o.buy_note || 'as its maker says'],
    ['how long it lasts', 'looked at every 3 months', 'as its maker marks it'],
  ]
  return (
    <>
      <table className="mt-2 border-collapse text-fine">
        <thead className="text-left">
          <tr>
            <td />
            <th scope="col" className="pr-6 font-semibold">
              built
            </th>
            <th scope="col" className="font-semibold">
              bought: {o.buy}
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([what, built, bought]) => (
            <tr key={what} className="border-t border-faint">
              <th scope="row" className="pr-6 text-left font-normal text-soft">
                {what}
              </th>
              <td className="pr-6">{built}</td>
              <td>{bought}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="mt-1 max-w-72">
        <Quantity of={of('hour_minor')} />
      </div>
    </>
  )
}
