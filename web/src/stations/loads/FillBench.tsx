import { useMutation } from '@tanstack/react-query'
import { Tabs } from 'radix-ui'
import { useEffect, useRef, useState } from 'react'
import { api, type Container, data, type FillAnswer, type Shapes } from '../../api/client'
import { fillingsOf, useBench, useOnBench } from '../../lib/desk'
import { blank, newId } from '../../lib/file/parts'
import { localField, useFields } from '../../lib/file/useFields'
import { day, type Units } from '../../lib/format'
import { useKey, useOneAtATime } from '../../lib/hooks'
import { tell } from '../../lib/notices'
import { Explain } from '../../ui/explain'
import { Quantity, Select } from '../../ui/field'
import { Button, Note } from '../../ui/parts'
import { PanelTab } from '../../ui/tabs'
import { BudgetTable } from './BudgetTable'
import { MeasurePanel } from './MeasurePanel'
import { PackPanel } from './PackPanel'
import { UsePanel } from './UsePanel'
import { Sold, Vessel } from './Vessel'
import { WeighPanel } from './WeighPanel'

type Wish = { target_kg?: number; level_m?: number; volume_l?: number }

/** One container with its level: drag it, or type mass, level or volume; each follows the others. */
export function FillBench({ container: c, load }: { container: Container; load: Shapes['Load'] }) {
  const { desk, library, units, box } = useBench()
  const id = desk.file.id
  const on = useOnBench(desk, c.id)
  const [tried, setTried] = useState<FillAnswer | null>(null)
  const soft = library.kinds.find((k) => k.key === c.kind)?.soft ?? false
  const sold = c.shape === 'as-sold'
  const packs = soft || c.kind === 'basket' || c.kind === 'crate'
  const [panel, setPanel] = useState('weigh')
  useKey('w', () => {
    setPanel('weigh')
    window.setTimeout(() => document.querySelector<HTMLInputElement>('[data-readings]')?.focus())
  })
  const ask = useMutation({
    mutationFn: (w: Wish) =>
      data<FillAnswer>(
        api.POST('/api/v1/clients/{client}/containers/{container}/fill', { params: { path: { client: id, container: c.id } }, body: w }),
      ),
  })
  const turn = useRef(0)
  const wish = async (w: Wish, save: boolean) => {
    const mine = ++turn.current
    const got = await ask.mutateAsync(w).catch(() => null)
    if (!got && save) tell(`${c.name} was not changed: the server did not answer`)
    if (!got || mine !== turn.current) return false
    setTried(got.reachable && save ? null : got)
    if (got.reachable && save) box.setThing('containers', c.id, () => ({ volume_l: got.volume_l }))
    return got.reachable
  }
  const drag = useOneAtATime((level_m: number) => wish({ level_m }, false))
  // From the first move until what it came to is written, not all is saved.
  const move = async (level_m: number | null, done: boolean) => {
    box.typing(`${c.id} level`, true)
    drag(done ? null : level_m)
    if (!done) return
    if (level_m !== null) await wish({ level_m }, true)
    else {
      turn.current++
      setTried(null)
    }
    box.typing(`${c.id} level`, false)
  }
  // What is kept replaces what was tried, once it has arrived.
  const volume = c.volume_l
  useEffect(() => {
    if (volume >= 0) setTried(null)
  }, [volume])
  const mass = tried?.mass_kg ?? load.mass_kg
  const u = tried?.u95_kg ?? load.u95_kg
  const level = tried?.level_m ?? load.level_m
  const litres = tried?.volume_l ?? load.volume_l
  const why = tried?.why ?? (load.how === 'weighed' ? on.data?.weighings.find((w) => w.now)?.why : on.data?.why)
  const wished = (name: string, label: string, kind: string, max: number, value: number, of: (v: number) => Wish) =>
    localField({
      key: `${id}/${c.id}/bench-${name}`,
      spec: { label, kind, max },
      value,
      set: (v) => wish(of(v), true),
    })
  const refused = tried && !tried.reachable ? tried : null
  const headline = <span className="font-cond text-figure font-semibold leading-none">{units.show('mass', mass)}</span>
  return (
    <div className="grid min-w-0 content-start gap-x-8 gap-y-3 p-4 md:grid-cols-[minmax(13rem,17rem)_1fr] md:p-6">
      <div className="min-w-0 md:col-start-2 md:row-start-1">
        <div className="flex flex-wrap items-baseline gap-x-3" aria-live="polite">
          {why ? <Explain why={why}>{headline}</Explain> : headline}
          <span className="font-cond text-title text-soft">± {units.pm('mass', u)}</span>
          <span className="font-cond text-lead font-semibold">{tried ? 'if filled so' : load.how}</span>
          <span className="grow" />
          <span className={`text-fine font-semibold ${load.steadiness === 'steady' ? 'text-covered' : 'text-due'}`}>
            {load.holds.length > 0 ? load.holds.join(' · ') : 'no hold allows this'}{' '}
            {load.steadiness !== 'steady' && `· ${load.steadiness}`}
          </span>
        </div>
        <Said load={load} on={on.data} />
        {!sold && (
          <div className="mt-3 flex flex-wrap gap-x-6 gap-y-1">
            <Quantity of={wished('mass', 'weighs', 'mass', 1000, tried?.mass_kg ?? load.computed_kg, (v) => ({ target_kg: v }))} />
            {load.packed_l === 0 && <Quantity of={wished('level', 'filled to', 'level', 5, level, (v) => ({ level_m: v }))} />}
            <Quantity of={wished('volume', 'that is', 'volume', 2000, litres, (v) => ({ volume_l: v }))} />
          </div>
        )}
        {refused && (
          <p role="alert" className="my-2 text-wrong">
            Not possible: {refused.reason}. Nearest is {units.show('mass', refused.mass_kg)} at {units.show('level', refused.level_m)}.
          </p>
        )}
        {!sold && (
          <div className="flex flex-wrap items-start gap-x-6">
            <FilledWith container={c} />
            <p className="mb-0 mt-1 min-w-52 flex-1 text-fine text-soft">
              {on.data && (
                <>
                  At most{' '}
                  <Explain why={on.data.most_why}>
                    <b>{units.show('mass', on.data.most_kg)}</b>
                  </Explain>
                  : {on.data.most_bound}.{' '}
                </>
              )}
              <Density container={c} />
            </p>
          </div>
        )}
        <div className="mt-3">
          <Note>
            {on.data && (
              <>
                Handle {ratingWords[on.data.rating_how]} good for {units.show('mass', on.data.rating_kg)}
                {c.condition === 'worn' && ', but worn: half of that'}; half of it overhead, a third swung.{' '}
              </>
            )}
            {c.kind === 'sack'
              ? 'Look at its seams.'
              : c.closure === 'sealed'
                ? 'Tape the cap.'
                : c.closure === 'open'
                  ? 'Open: never overhead.'
                  : 'Zip shut, stuffed and cinched.'}
          </Note>
        </div>
      </div>
      <div className="flex justify-center max-md:order-last md:col-start-1 md:row-start-1">
        {sold ? <Sold container={c} /> : <Vessel container={c} load={load} level={level} onLevel={move} />}
      </div>
      <Tabs.Root value={panel} onValueChange={setPanel} className="min-w-0 md:col-span-2">
        <Tabs.List aria-label="What to do with it" className="flex flex-wrap gap-x-1 border-b-2 border-ink">
          <PanelTab value="weigh" hint="w">
            Weigh
          </PanelTab>
          {packs && !sold && <PanelTab value="pack">Pack</PanelTab>}
          {!sold && <PanelTab value="measure">Measure out</PanelTab>}
          <PanelTab value="use">In use</PanelTab>
          <PanelTab value="budget">Where the ± comes from</PanelTab>
        </Tabs.List>
        <div className="pt-3">
          <Tabs.Content value="weigh">
            <WeighPanel container={c} load={load} on={on.data} />
          </Tabs.Content>
          <Tabs.Content value="pack">
            <PackPanel container={c} load={load} />
          </Tabs.Content>
          <Tabs.Content value="measure">
            <MeasurePanel container={c} load={load} />
          </Tabs.Content>
          <Tabs.Content value="use">
            <UsePanel container={c} load={load} on={on.data} />
          </Tabs.Content>
          <Tabs.Content value="budget">
            <BudgetTable label="Where the ± comes from" rows={tried?.budget ?? on.data?.budget ?? []} />
          </Tabs.Content>
        </div>
      </Tabs.Root>
    </div>
  )
}

const ratingWords = { default: 'taken to be', maker: 'by its maker', judged: 'judged to be' } as const

/** A difference in words; one that cannot be seen is none. */
function apart(kg: number, units: Units): string {
  const shown = units.show('mass-fine', Math.abs(kg))
  if (shown === units.show('mass-fine', 0)) return 'no difference to be seen'
  return `${shown} ${kg < 0 ? 'lighter' : 'heavier'}`
}

/** What else is said of the mass: by computation, by a scale, by the trade. */
function Said({ load, on }: { load: Shapes['Load']; on?: Shapes['OnBench'] }) {
  const { units } = useBench()
  const a = load.how === 'weighed' ? on?.agreement : undefined
  const rule = on?.rule
  const due = load.weigh_again_at > 0 && load.weigh_again_at * 1000 < Date.now()
  return (
    <p className="m-0 mt-1 text-fine text-soft">
      {a && (
        <>
          Computed {units.show('mass', load.computed_kg)} ± {units.pm('mass', load.computed_u95_kg)}, weighed{' '}
          {units.show('mass', load.mass_kg)} ± {units.pm('mass', load.u95_kg)}:{' '}
          <b className={a.within ? 'text-covered' : 'text-wrong'}>
            {apart(a.difference_kg, units)}, {a.within ? 'within' : 'outside of'} ± {units.pm('mass-fine', a.u95_kg)}
          </b>
          .{' '}
        </>
      )}
      {load.how !== 'weighed' && load.weighed_at > 0 && 'Changed since it was weighed. '}
      {load.weighed_at === 0 && load.how !== 'marked' && 'Not weighed yet. '}
      {rule && (
        <>
          Rule of thumb: {units.show('mass', rule.kg + load.tare_kg)} with the container ({rule.words}).{' '}
        </>
      )}
      {load.weigh_again_at > 0 && (
        <span className={due ? 'font-semibold text-due' : ''}>
          {due ? 'Was due to be weighed again on ' : 'Weigh again by '}
          {day(load.weigh_again_at)}.
        </span>
      )}
    </p>
  )
}

function Density({ container: c }: { container: Container }) {
  const bench = useBench()
  const filling = fillingsOf(bench).find((f) => f.key === c.filling)
  const now = bench.desk.results.batches.find((b) => b.id === c.filling)
  if (!filling) return null
  return (
    <>
      {filling.name}: {bench.units.show('density', filling.density)}
      {now &&
        ` ± ${bench.units.pm('density', now.u95_kg_l)}, from ${now.weighings} weighing${now.weighings === 1 ? '' : 's'} and the table`}
      {!now && `, ${filling.source}`}
      {filling.note && `; ${filling.note}`}.
    </>
  )
}

/** What it is filled with; a filling of the table can be made a batch of its own. */
function FilledWith({ container: c }: { container: Container }) {
  const bench = useBench()
  const { desk, box } = bench
  const of = useFields('containers', c.id)
  const all = fillingsOf(bench)
  const now = all.find((f) => f.key === c.filling)
  const toBatch = () => {
    const n = desk.file.batches.filter((b) => b.filling === c.filling).length + 1
    const id = newId()
    const name = `${now?.name.split(',')[0]}, batch ${n}`
    box.make('batches', blank('batches', { id, name, filling: c.filling }))
    of('filling').set(id)
  }
  return (
    <div className="w-48">
      <Select
        of={of('filling')}
        label="filled with"
        options={all.map((f) => ({ value: f.key, label: f.batch ? `▪ ${f.name}` : f.name }))}
      />
      {now && !now.batch && (
        <Button look="bare" onClick={toBatch}>
          make it a batch of its own
        </Button>
      )}
      {now?.batch && <span className="text-fine text-soft">a batch: every weighing sharpens it</span>}
    </div>
  )
}
