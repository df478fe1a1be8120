import { useQuery } from '@tanstack/react-query'
import { api, data, type Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { blank } from '../../lib/file/parts'
import { useFields } from '../../lib/file/useFields'
import { AddOne, Count, Quantity } from '../../ui/field'
import { Fields, List, useRemoval } from '../../ui/list'
import { Button, More } from '../../ui/parts'
import { Refusals } from '../../ui/refusals'

/** All materials, with what they cost the practice. */
export function useGoods() {
  const { currency } = useBench().desk.file.profile
  return useQuery({
    queryKey: ['prices', currency],
    queryFn: () => data<Shapes['PriceBook']>(api.GET('/api/v1/practice/prices', { params: { query: { currency } } })),
    staleTime: 60_000,
  })
}

/** What the household has of materials: it is used first. */
export function Offcuts() {
  const { desk, box } = useBench()
  const goods = useGoods().data?.prices ?? []
  const all = [...new Map(goods.map((g) => [g.good, g])).values()]
  const add = (good: string) => {
    const form = all.find((g) => g.good === good)?.form
    const long = form === 'bars' || form === 'sheets' || form === 'metre'
    box.make('offcuts', blank('offcuts', { good, length_m: long ? 1 : 0, width_m: form === 'sheets' ? 0.5 : 0, count: 1 }))
  }
  return (
    <More summary={`Owned already: ${desk.file.offcuts.length || 'nothing'}`} open={desk.file.offcuts.length > 0}>
      <div className="max-w-3xl">
        <List
          label="pieces of material"
          items={desk.file.offcuts}
          text={(o) => all.find((g) => g.good === o.good)?.name ?? o.good}
          finder={false}
          row={(o) => (
            <One id={o.id} name={all.find((g) => g.good === o.good)?.name ?? o.good} form={all.find((g) => g.good === o.good)?.form} />
          )}
        />
        <AddOne label="Add what is owned" options={all.map((g) => ({ value: g.good, label: g.name }))} onAdd={add} />
      </div>
    </More>
  )
}

function One({ id, name, form }: { id: string; name: string; form?: string }) {
  const of = useFields('offcuts', id)
  const remove = useRemoval('offcuts')
  return (
    <div className="border-t border-faint py-1.5">
      <p className="m-0 flex flex-wrap items-baseline gap-x-3">
        <b className="grow">{name}</b>
        <Button look="bare" data-row onClick={() => remove(id, name)} aria-label={`Take ${name} out`}>
          Take out
        </Button>
      </p>
      <Fields>
        {form !== 'packs' && <Quantity of={of('length_m')} width="short" />}
        {form === 'sheets' && <Quantity of={of('width_m')} width="short" />}
        <Count of={of('count')} />
      </Fields>
      {form === 'sheets' && (
        <p className="m-0 text-fine text-soft">Its length is measured along the face grain: some pieces are never turned.</p>
      )}
      <Refusals of={`offcuts/${id}`} />
    </div>
  )
}
