import { Explain } from '../../ui/explain'
import { type Check, type Designed, toneOf, used } from './words'

/** Every link of the load path, the hardest first, each opening to its rule and its source. */
export function Checks({ designed: d }: { designed: Designed }) {
  const sorted = [...d.checks].sort((a, b) => (b.use ?? Infinity) - (a.use ?? Infinity))
  return (
    <section aria-label="Checks">
      <h3 className="mb-1 mt-4 text-lead">From the hand to the building</h3>
      <table className="w-full border-collapse text-body">
        <thead className="text-left text-fine text-soft">
          <tr>
            <th scope="col" className="pr-2 font-normal">
              link
            </th>
            <th scope="col" className="pr-2 text-right font-normal max-sm:hidden">
              asked
            </th>
            <th scope="col" className="pr-2 text-right font-normal max-sm:hidden">
              holds
            </th>
            <th scope="col" className="w-40 font-normal">
              used
            </th>
          </tr>
        </thead>
        <tbody>
          {sorted.map((c) => (
            <Row key={c.link} check={c} />
          ))}
        </tbody>
      </table>
    </section>
  )
}

function Row({ check: c }: { check: Check }) {
  const tone = toneOf(c.use, c.ok, c.fits)
  const why = {
    title: c.link,
    kind: '',
    value: c.use ?? 0,
    u: 0,
    inputs: [
      { name: 'asked of it, factored', text: c.asked || 'nothing', kind: '', value: 0, u: 0, from: '' },
      { name: 'what it holds', text: c.holds || 'nothing', kind: '', value: 0, u: 0, from: '' },
    ],
    formula: c.formula,
    range: 'used up to 1 before any rounding; shown rounded up',
    source: c.source,
  }
  return (
    <tr className="border-t border-faint align-baseline">
      <th scope="row" className="py-1 pr-2 text-left font-normal">
        <Explain why={why}>{c.link}</Explain>
        {c.refused && <span className="block text-fine text-wrong">{c.refused}</span>}
      </th>
      <td className="py-1 pr-2 text-right whitespace-nowrap max-sm:hidden">{c.asked}</td>
      <td className="py-1 pr-2 text-right whitespace-nowrap max-sm:hidden">{c.holds}</td>
      <td className="py-1">
        <span className="flex items-center gap-2">
          <span aria-hidden="true" className="relative h-2 w-20 border border-line bg-sheet">
            <span
              className={`absolute inset-y-0 left-0 ${{ wrong: 'bg-wrong', due: 'bg-due', covered: 'bg-covered' }[tone]}`}
              style={{ width: `${100 * Math.min(1, c.use ?? 1)}%` }}
            />
          </span>
          <b className={`font-cond ${{ wrong: 'text-wrong', due: 'text-due', covered: 'text-covered' }[tone]}`}>
            {c.use === undefined ? 'fails' : used(c.use)}
          </b>
        </span>
      </td>
    </tr>
  )
}
