import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { api, data, type Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { Label, Scene, useSheet } from '../../ui/draw'
import { Failed, Head, Waiting } from '../../ui/parts'
import { Offcuts } from './Offcuts'
import { PriceBook, PriceOf } from './Prices'

type Bill = Shapes['BuildBill']

function useBill() {
  const { id, revision } = useBench().desk.file
  return useQuery({
    queryKey: ['bill', id, revision],
    queryFn: ({ signal }) => data<Bill>(api.GET('/api/v1/clients/{client}/bill', { params: { path: { client: id } }, signal })),
    placeholderData: (before) => before,
    retry: false,
  })
}

/** What all planned builds take together: how it is cut, and what has to be bought where. */
export function BillView() {
  const { units, desk } = useBench()
  const got = useBill()
  if (got.error) return <Failed error={got.error} retry={() => got.refetch()} />
  if (!got.data) return <Waiting what="Cutting it up" />
  const b = got.data
  const apart = b.builds.reduce((sum, x) => sum + x.alone_minor, 0)
  const out = desk.results.built.filter((s) => !s.designed.ok && desk.file.builds.some((x) => x.id === s.id && x.state === 'planned'))
  return (
    <div className="min-w-0 space-y-4 p-4 md:px-6">
      <div>
        <Head aside={b.builds.length > 0 ? b.builds.map((x) => x.name).join(', ') : undefined}>Cuts and shopping</Head>
        {out.length > 0 && (
          <p className="m-0 text-fine text-due">
            Left out, since it does not hold as it stands: {out.map((s) => desk.file.builds.find((x) => x.id === s.id)?.name).join(', ')}.
          </p>
        )}
        {b.lacks && <p className="m-0 font-semibold text-wrong">{b.lacks}.</p>}
        {b.builds.length === 0 && !b.lacks && (
          <p className="m-0 max-w-prose text-soft">
            No build is planned. Plan one, and its parts are cut together with those of the others, from what is owned first.
          </p>
        )}
        {b.builds.length > 0 && (
          <p className="m-0 text-lead">
            <b>{units.money(b.cost_minor)}</b> together
            {apart > b.cost_minor && <> instead of {units.money(apart)} each by itself</>};{' '}
            {b.proven ? 'no way to cut costs less.' : `no way to cut costs less than ${units.money(b.bound_minor)}.`}
          </p>
        )}
      </div>
      <Bars bill={b} />
      {b.sheets.map((s, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: sheets of one kind are told apart by their place alone
        <Sheet key={i} sheet={s} bill={b} />
      ))}
      <Lines bill={b} />
      <Offcuts />
      <PriceBook />
      <p className="text-fine text-soft">
        Prices without a mark are samples, which are invented: type what your practice pays in {desk.file.profile.currency}, and it holds
        for all of its clients. A saw takes 3 mm a cut; 10 mm come off each bar first.{' '}
        <Link className="text-action underline" to={`/c/${desk.file.id}/plan`}>
          The plan
        </Link>{' '}
        weighs builds against what can be bought.
      </p>
    </div>
  )
}

function Bars({ bill: b }: { bill: Bill }) {
  const { units } = useBench()
  if (b.bars.length === 0) return null
  const longest = Math.max(...b.bars.map((x) => x.length_m))
  return (
    <section aria-label="Bars and how they are cut" className="break-inside-avoid">
      <h3 className="mb-1 mt-0 text-lead">Bars</h3>
      <ul className="m-0 list-none space-y-1.5 p-0">
        {b.bars.map((x, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: bars of one kind are told apart by their place alone
          <li key={i}>
            <p className="m-0 text-fine">
              {x.of}, {units.show('level', x.length_m)}
              {x.owned && ' (owned)'}: {x.parts.map((p) => piece(b, p)).join(' · ')}; left {units.show('level', x.offcut_m)}
            </p>
            <div aria-hidden="true" className="flex h-6 border border-ink bg-sheet" style={{ width: `${(100 * x.length_m) / longest}%` }}>
              {x.parts.map((p, n) => (
                <span
                  // biome-ignore lint/suspicious/noArrayIndexKey: equal pieces are told apart by their place alone
                  key={n}
                  className="overflow-hidden border-r border-ink bg-tape-bg text-center font-cond text-fine leading-6 whitespace-nowrap"
                  style={{ width: `${(100 * (b.wanted[p]?.length_m ?? 0)) / x.length_m}%` }}
                >
                  {b.wanted[p]?.size}
                </span>
              ))}
            </div>
          </li>
        ))}
      </ul>
    </section>
  )
}

const piece = (b: Bill, p: number) => {
  const w = b.wanted[p]
  return w ? `${w.name} ${w.size} (${w.build})` : ''
}

function Sheet({ sheet: x, bill }: { sheet: Shapes['SheetCut']; bill: Bill }) {
  const { units } = useBench()
  const name = (p: number) => bill.wanted[p]?.name ?? ''
  return (
    <figure className="m-0">
      <Scene
        label={`${x.of}, ${units.show('level', x.length_m)} × ${units.show('level', x.width_m)}, cut from edge to edge`}
        x={[0, x.length_m]}
        y={[0, x.width_m]}
        equal
        middle
        ratio={0.5}
        most={640}
        table={{
          head: ['piece', 'is'],
          rows: x.pieces.map((p) => [
            `${name(p.part)} ${p.x_m.toFixed(2)} ${p.y_m.toFixed(2)}`,
            `${units.show('level', p.l_m)} × ${units.show('level', p.w_m)}`,
          ]),
        }}
      >
        <Cut sheet={x} name={name} />
      </Scene>
      <figcaption className="text-fine text-soft">
        {x.of}
        {x.owned && ' (owned)'}, its face grain along the longer side. Cut {x.cuts.length} times, in the order of the figures, each from
        edge to edge of what is left.
      </figcaption>
    </figure>
  )
}

function Cut({ sheet: x, name }: { sheet: Shapes['SheetCut']; name: (p: number) => string }) {
  const { units } = useBench()
  const s = useSheet()
  return (
    <>
      <rect
        x={s.x(0)}
        y={s.y(x.width_m)}
        width={s.len(x.length_m)}
        height={s.len(x.width_m)}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth="2"
      />
      {x.pieces.map((p) => (
        <g key={`${p.x_m} ${p.y_m}`}>
          <rect
            x={s.x(p.x_m)}
            y={s.y(p.y_m + p.w_m)}
            width={s.len(p.l_m)}
            height={s.len(p.w_m)}
            fill="var(--tape-bg)"
            stroke="var(--ink)"
          />
          {s.len(p.l_m) > 70 && (
            <>
              <Label at={[s.x(p.x_m + p.l_m / 2), s.y(p.y_m + p.w_m / 2) - 2]} anchor="middle">
                {name(p.part).slice(0, Math.floor(s.len(p.l_m) / 7))}
              </Label>
              <Label at={[s.x(p.x_m + p.l_m / 2), s.y(p.y_m + p.w_m / 2) + 13]} anchor="middle" bold as="ink">
                {`${units.bare('level', p.l_m)} × ${units.bare('level', p.w_m)}`}
              </Label>
            </>
          )}
        </g>
      ))}
      {x.cuts.map((c, i) => {
        const [x1, x2] = c.along ? [c.from_m, c.to_m] : [c.at_m, c.at_m]
        const [y1, y2] = c.along ? [c.at_m, c.at_m] : [c.from_m, c.to_m]
        return (
          <g key={`${c.along} ${c.at_m} ${c.from_m}`}>
            <line x1={s.x(x1)} x2={s.x(x2)} y1={s.y(y1)} y2={s.y(y2)} stroke="var(--whatif)" strokeWidth="1.5" strokeDasharray="5 3" />
            <Label at={[s.x(c.along ? x2 : x1) - (c.along ? 12 : -3), s.y(c.along ? y1 : y2) + (c.along ? -3 : 12)]} as="whatif" bold halo>
              {i + 1}
            </Label>
          </g>
        )
      })}
    </>
  )
}

/** What has to be bought, by shop. */
function Lines({ bill: b }: { bill: Bill }) {
  const { units } = useBench()
  if (b.lines.length === 0) return null
  const shops = [...new Set(b.lines.map((l) => l.shop))]
  return (
    <section aria-label="Shopping list">
      <h3 className="mb-1 mt-0 text-lead">Shopping list</h3>
      {shops.map((shop) => (
        <table key={shop} className="mb-2 w-full max-w-3xl border-collapse text-body">
          <caption className="text-left text-fine font-semibold text-soft">At a {shop}</caption>
          <thead className="sr-only">
            <tr>
              <th scope="col">how many</th>
              <th scope="col">what</th>
              <th scope="col">price of one</th>
              <th scope="col">together</th>
            </tr>
          </thead>
          <tbody>
            {b.lines
              .filter((l) => l.shop === shop)
              .map((l) => (
                <tr key={l.price_key} className="border-t border-faint align-baseline">
                  <td className="w-8 py-1 pr-2 text-right font-semibold">{l.count}</td>
                  <th scope="row" className="py-1 pr-2 text-left font-normal">
                    {l.name} <span className="text-soft">{l.size}</span>
                  </th>
                  <td className="w-44 py-1 pr-2">
                    <PriceOf priceKey={l.price_key} name={`${l.name} ${l.size}`} minor={Math.round(l.cost_minor / l.count)} own={l.own} />
                  </td>
                  <td className="w-24 py-1 text-right">{units.money(l.cost_minor)}</td>
                </tr>
              ))}
          </tbody>
        </table>
      ))}
    </section>
  )
}
