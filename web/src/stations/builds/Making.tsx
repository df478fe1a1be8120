import { useBench } from '../../lib/desk'
import { More, Note, Tape } from '../../ui/parts'
import type { Designed } from './words'

/** How a design is made: parts, tools, steps with their holds, proof and inspection. */
export function Making({ designed: d, open = true }: { designed: Designed; open?: boolean }) {
  const { units } = useBench()
  return (
    <More
      summary={`How it is made: ${d.parts.length} ${d.parts.length === 1 ? 'kind' : 'kinds'} of part, ${d.steps.length} steps`}
      open={open}
    >
      <div className="mt-2 grid gap-x-6 gap-y-3 md:grid-cols-2">
        <div>
          <h4 className="m-0 text-body">Parts</h4>
          <table className="w-full border-collapse">
            <tbody>
              {d.parts.map((p) => (
                <tr key={`${p.name} ${p.good} ${p.length_m}`} className="border-t border-faint align-baseline">
                  <td className="py-0.5 pr-2 text-right font-semibold">{p.count}</td>
                  <th scope="row" className="py-0.5 pr-2 text-left font-normal">
                    {p.name} <span className="text-soft">{p.of}</span>
                  </th>
                  <td className="whitespace-nowrap py-0.5 text-right">{p.size}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {d.parts.some((p) => p.grain) && (
            <p className="m-0 mt-1 text-fine text-soft">* The face grain runs along the first measure; the cut list keeps it.</p>
          )}
          <p className="m-0 mt-2 text-soft">
            Tools: {d.tools.join(', ')}. {d.hours[0] === d.hours[1] ? d.hours[0] : `${d.hours[0]} to ${d.hours[1]}`} h for a joiner,{' '}
            {d.first_time_h} h for who builds for the first time
            {d.mass_kg > 0 ? `, ${units.show('mass', d.mass_kg)}` : ''}.
          </p>
        </div>
        <div>
          <h4 className="m-0 text-body">Steps</h4>
          <ol className="m-0 list-decimal space-y-1 pl-5">
            {d.steps.map((s) => (
              <li key={s.text}>{s.hold ? <Tape hold>{s.text}</Tape> : s.text}</li>
            ))}
          </ol>
        </div>
      </div>
      <div className="mt-3 space-y-1">
        <Note>
          <b>Proof.</b> {d.proof}
        </Note>
        <Note>
          <b>Inspection.</b> {d.inspect}
        </Note>
        {d.cautions.map((c) => (
          <Note key={c}>{c}</Note>
        ))}
      </div>
    </More>
  )
}
