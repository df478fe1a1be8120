import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { api, data, type Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { More } from '../../ui/parts'
import { useGoods } from './Offcuts'

/** Keeps what the practice pays for a size of a material; undefined goes back to the sample. */
function useSetPrice() {
  const cache = useQueryClient()
  const { currency } = useBench().desk.file.profile
  return useMutation({
    mutationFn: ({ key, minor }: { key: string; minor?: number }) =>
      data<Shapes['PriceBook']>(api.PUT('/api/v1/practice/prices', { body: { key, currency, minor } })),
    onSuccess: () => {
      for (const queryKey of [['bill'], ['designs'], ['plan'], ['closings'], ['prices']]) cache.invalidateQueries({ queryKey })
    },
  })
}

/** Every size of every material, with what it costs the practice. */
export function PriceBook() {
  const prices = useGoods().data?.prices ?? []
  return (
    <More summary="The whole price book">
      <table className="w-full max-w-3xl border-collapse text-body">
        <tbody>
          {prices.map((p) => (
            <tr key={p.key} className="border-t border-faint align-baseline">
              <th scope="row" className="py-0.5 pr-2 text-left font-normal">
                {p.name} <span className="text-soft">{p.size}</span>
              </th>
              <td className="w-44 py-0.5">
                <PriceOf priceKey={p.key} name={`${p.name} ${p.size}, of the book`} minor={p.minor} own={p.own} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </More>
  )
}

/** The price of one, which the practice may say for itself. */
export function PriceOf({ priceKey, name, minor, own }: { priceKey: string; name: string; minor: number; own: boolean }) {
  const { units } = useBench()
  const set = useSetPrice()
  const shown = units.money(minor)
  const [text, setText] = useState(shown)
  const [wrong, setWrong] = useState('')
  useEffect(() => setText(shown), [shown])
  const keep = () => {
    if (text.trim() === shown) return setWrong('')
    if (text.trim() === '') return own ? set.mutate({ key: priceKey }) : setText(shown)
    const got = units.read('money', text)
    if (!got.ok) return setWrong(got.problem)
    setWrong('')
    set.mutate({ key: priceKey, minor: Math.round(got.value) })
  }
  return (
    <span className="block">
      <input
        aria-label={`Price of ${name}`}
        className="w-24 border-b border-mark bg-transparent text-right touch:min-h-12"
        value={text}
        inputMode="decimal"
        onChange={(e) => setText(e.target.value)}
        onBlur={keep}
        onKeyDown={(e) => e.key === 'Enter' && keep()}
      />{' '}
      <span className="text-fine text-soft">{own ? 'yours' : 'sample'}</span>
      {(wrong || set.error) && <span className="block text-fine text-wrong">{wrong || set.error?.message}</span>}
    </span>
  )
}
