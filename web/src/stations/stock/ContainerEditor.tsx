import { useState } from 'react'
import type { Container, Shapes } from '../../api/client'
import { fillingsOf, useBench } from '../../lib/desk'
import { type Field, localField, useFields, useRefusals } from '../../lib/file/useFields'
import { Choice, Count, Flags, Quantity, Select, Text } from '../../ui/field'
import { Fields, useRemoval } from '../../ui/list'
import { Button } from '../../ui/parts'
import { Refusals } from '../../ui/refusals'

/** Every field of one container, kept as it is typed. */
export function ContainerEditor({ container: c, onTwins }: { container: Container; onTwins: (count: number) => void }) {
  const bench = useBench()
  const { desk, library, units } = bench
  const of = useFields('containers', c.id)
  const remove = useRemoval('containers')
  const [more, setMore] = useState(false)
  const [count, setCount] = useState(1)
  const load = desk.results.loads.find((l) => l.id === c.id)
  const kind = library.kinds.find((k) => k.key === c.kind)
  const sold = c.shape === 'as-sold'
  const hangs = ['bag', 'backpack', 'duffel', 'bucket', 'jug'].includes(c.kind)
  const weighed = load?.tare_how === 'weighed'
  const twins = localField({
    key: `${desk.file.id}/${c.id}/twins`,
    spec: { label: 'more like it', min: 1, max: 24 },
    value: count,
    set: setCount,
  })
  return (
    <>
      <Fields>
        <div className="w-44">
          <Text of={of('name')} />
        </div>
        <Choice of={of('shape')} />
        {sold ? <Quantity of={of('net_kg')} /> : <Quantity of={of('capacity_l')} />}
        <Quantity of={of('tare_kg')} hint={weighed ? `weighed: ${units.show('mass-fine', load.tare_kg)}` : 'weigh it at Loads'} />
        {!weighed && <Quantity of={of('tare_half_kg')} />}
        {!sold && c.shape !== 'marks' && <Quantity of={of('height_m')} />}
        {c.shape === 'frustum' && <Quantity of={of('bottom_m')} />}
        {c.shape === 'frustum' && <Quantity of={of('top_m')} />}
      </Fields>
      {c.shape === 'marks' && <Marks container={c} />}
      <div className="mt-1">
        <Fields>
          {!sold && (
            <div className="w-48">
              <Select
                of={of('filling')}
                options={fillingsOf(bench).map((f) => ({ value: f.key, label: f.batch ? `▪ ${f.name}` : f.name }))}
              />
            </div>
          )}
          {!sold && <Quantity of={of('volume_l')} />}
          <Quantity of={of('rating_kg')} empty={`${units.bare('mass', kind?.limit_kg ?? 0)} assumed`} />
          <Choice of={of('closure')} />
          {!sold && <Flags label="Use" of={[of('adjustable'), of('freezes')]} />}
        </Fields>
      </div>
      {more && (
        <div className="mt-1">
          <Fields>
            <Choice of={of('condition')} />
            {!sold && <Quantity of={of('brim_l')} empty={load ? units.bare('volume', load.brim_l) : ''} />}
            {hangs && <Quantity of={of('hang_m')} />}
            <Quantity of={of('width_m')} />
            {c.rating_kg > 0 && <Choice of={of('rating_how')} />}
            <Limits limits={of('limits')} holds={kind?.holds ?? []} />
          </Fields>
        </div>
      )}
      <Refusals of={`containers/${c.id}`} except={/^marks\[/} />
      {load?.problem && (
        <p role="alert" className="my-1 text-fine text-wrong">
          {load.problem}
        </p>
      )}
      <div className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1">
        <Button look="bare" aria-expanded={more} onClick={() => setMore(!more)}>
          {more ? 'Less' : 'Brim, hang, condition, limits'}
        </Button>
        <Button look="bare" onClick={() => remove(c.id, c.name)}>
          Remove
        </Button>
        <span className="flex items-center gap-2">
          <Count of={twins} />
          <Button look="bare" onClick={() => onTwins(count)}>
            {count === 1 ? 'One more like it' : `${count} more like it`}
          </Button>
        </span>
      </div>
    </>
  )
}

type Mark = Shapes['Mark']

/** Measured marks: pour in a known volume, read the level, again. */
function Marks({ container: c }: { container: Container }) {
  const { desk, box } = useBench()
  const of = useFields('containers', c.id)
  const refused = useRefusals(`containers/${c.id}`)
  const marks = of('marks')
  const part = (i: number, field: keyof Mark, label: string, kind: string, max: number): Field<number> =>
    localField({
      key: `${desk.file.id}/${c.id}/mark-${i}-${field}`,
      spec: { label, kind, max },
      value: c.marks[i]?.[field] ?? 0,
      set: (v) => marks.set((now) => now.map((m, j) => (j === i ? { ...m, [field]: v } : m))),
      why: field === 'level_m' ? refused[`marks[${i}]`] : undefined,
    })
  return (
    <div className="mt-1">
      <p className="m-0 text-fine text-soft">
        Pour in a known volume, read the level from the inside bottom, again up to the brim: three or four marks do.
      </p>
      <div className="flex flex-wrap gap-x-6">
        {c.marks.map((_, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a mark is its place in the row
          <div key={i} className="flex items-start gap-2 border-l-2 border-mark pl-2">
            <Quantity of={part(i, 'level_m', `Mark ${i + 1}: at`, 'level', 5)} />
            <Quantity of={part(i, 'volume_l', 'holds', 'volume', 2500)} />
            <Button look="bare" aria-label={`Remove mark ${i + 1}`} onClick={() => marks.set((now) => now.filter((_, j) => j !== i))}>
              ×
            </Button>
          </div>
        ))}
        <Button look="bare" onClick={() => box.setThing('containers', c.id, (now) => ({ marks: [...now.marks, nextMark(now.marks)] }))}>
          + mark
        </Button>
      </div>
    </div>
  )
}

const round = (v: number) => Math.round(v * 1000) / 1000

/** A place for the next mark, above the last: to be read off. */
function nextMark(marks: readonly Mark[]): Mark {
  const last = marks.at(-1)
  return { level_m: round((last?.level_m ?? 0) + 0.05), volume_l: round((last?.volume_l ?? 0) + 1) }
}

type HoldLimit = Shapes['HoldLimit']

/** What it is good for in single holds, where that is known better than from its handle. */
function Limits({ limits, holds }: { limits: Field<HoldLimit[]>; holds: string[] }) {
  const all = [...holds, ...(holds.includes('one-hand') ? ['overhead-safe'] : [])] as HoldLimit['hold'][]
  return all.map((hold) => (
    <Quantity
      key={hold}
      of={localField({
        key: `${limits.draft}/${hold}`,
        spec: { label: `${hold}, up to`, kind: 'mass', max: 1000, empty: 'by the handle' },
        value: limits.value.find((l) => l.hold === hold)?.kg ?? 0,
        set: (kg) =>
          limits.set((now) => {
            const rest = now.filter((l) => l.hold !== hold)
            return kg > 0 ? [...rest, { hold, kg }] : rest
          }),
      })}
    />
  ))
}
