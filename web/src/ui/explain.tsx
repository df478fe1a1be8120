import { Popover } from 'radix-ui'
import type { ReactNode } from 'react'
import { Link, useParams } from 'react-router'
import type { Derivation } from '../api/client'
import { useUnits } from '../lib/units'

const plain = (v: number) => String(Math.round(v * 1000) / 1000)

/** A computed number that opens to its inputs, its formula and its source, once they are there. */
export function Explain({ why, children, className = '' }: { why: Derivation | undefined; children: ReactNode; className?: string }) {
  const { client } = useParams()
  const units = useUnits()
  const show = (kind: string, v: number) => (kind ? units.show(kind, v) : plain(v))
  if (!why) return <span className={className}>{children}</span>
  return (
    <Popover.Root>
      <Popover.Trigger
        className={`text-left decoration-mark decoration-dotted underline-offset-4 hover:underline ${className}`}
        title={`How this is worked out: ${why.title}`}
      >
        {children}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={6}
          collisionPadding={12}
          aria-label={why.title}
          className="z-50 max-h-[70vh] w-[24rem] max-w-[calc(100vw-24px)] overflow-y-auto border-2 border-ink bg-sheet p-4 text-fine text-ink shadow-[4px_4px_0_var(--line)]"
        >
          <h3 className="m-0 text-lead leading-tight">{why.title}</h3>
          <p className="m-0 mt-1 text-head font-semibold">
            {show(why.kind, why.value)}
            {why.u > 0 && <span className="text-body font-normal text-soft"> ± {why.kind ? units.pm(why.kind, why.u) : plain(why.u)}</span>}
          </p>
          <table className="mt-2 w-full border-collapse">
            <tbody>
              {why.inputs.map((i) => (
                <tr key={i.name} className="border-t border-faint align-baseline">
                  <th scope="row" className="py-1 pr-2 text-left font-normal">
                    {i.from && client ? (
                      <Link className="text-action underline decoration-1 underline-offset-2" to={`/c/${client}/${i.from.split('.')[0]}`}>
                        {i.name}
                      </Link>
                    ) : (
                      i.name
                    )}
                  </th>
                  <td className="py-1 text-right font-semibold">
                    {i.text || show(i.kind, i.value)}
                    {i.u > 0 && <span className="font-normal text-soft"> ± {i.kind ? units.pm(i.kind, i.u) : plain(i.u)}</span>}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="m-0 mt-2 border-t border-line pt-2 font-semibold">{why.formula}</p>
          <p className="m-0 mt-1 text-soft">Holds: {why.range}</p>
          <p className="m-0 mt-1 text-soft">Source: {why.source}</p>
          <Popover.Arrow className="fill-ink" />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
