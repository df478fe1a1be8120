import { useMutation } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { api, type Container, data, type FillAnswer, type Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { percent } from '../../lib/format'
import { Explain } from '../../ui/explain'
import { Select } from '../../ui/fields'
import { Tape } from '../../ui/parts'
import { Quantity } from '../../ui/quantity'
import { DataTable } from '../../ui/table'
import { Vessel } from './Vessel'

type Wish = { target_kg?: number; level_m?: number; volume_l?: number }

/** One container with its level: drag it, or type mass, level or volume; each follows the others. */
export function FillBench({ container: c, load, filling }: { container: Container; load: Shapes['Load']; filling?: Shapes['Filling'] }) {
  const { desk, library, units, writer } = useBench()
  const id = desk.file.id
  const [tried, setTried] = useState<FillAnswer | null>(null)
  const ask = useMutation({
    mutationFn: (w: Wish) =>
      data<FillAnswer>(
        api.POST('/api/v1/clients/{client}/containers/{container}/fill', { params: { path: { client: id, container: c.id } }, body: w }),
      ),
  })
  const keep = (volume: number) => {
    if (volume !== c.volume_l)
      writer.write({
        list: 'containers',
        item: c.id,
        body: (f) => ({ ...(f.containers.find((x) => x.id === c.id) ?? c), volume_l: volume }),
      })
  }
  const turn = useRef(0)
  const wish = async (w: Wish, save: boolean) => {
    const mine = ++turn.current
    const got = await ask.mutateAsync(w).catch(() => null)
    if (!got || mine !== turn.current) return false
    setTried(got.reachable && save ? null : got)
    if (got.reachable && save) keep(got.volume_l)
    return got.reachable
  }
  // What is kept replaces what was tried, once it has arrived.
  const volume = c.volume_l
  useEffect(() => {
    if (volume >= 0) setTried(null)
  }, [volume])
  const shown = tried ?? load
  const draft = (f: string) => `${id}/${c.id}/bench-${f}`
  const refused = tried && !tried.reachable ? tried : null
  return (
    <div className="grid min-w-0 content-start gap-x-8 gap-y-4 p-4 md:grid-cols-[minmax(230px,300px)_1fr] md:p-6">
      <Vessel container={c} load={load} level={shown.level_m} onLevel={(level, done) => wish({ level_m: level }, done)} />
      <div className="min-w-0">
        <div className="flex flex-wrap items-baseline gap-x-3" aria-live="polite">
          <Explain why={shown.why} units={units}>
            <span className="font-cond text-[54px] font-semibold leading-none">{units.show('mass', shown.mass_kg)}</span>
          </Explain>
          <span className="font-cond text-[26px] text-soft">± {units.pm('mass', shown.u95_kg)}</span>
          <span className="grow" />
          <span className={`text-[14px] font-semibold ${load.steadiness === 'steady' ? 'text-covered' : 'text-action'}`}>
            {load.holds.length > 0 ? load.holds.join(' · ') : 'no hold allows this'}{' '}
            {load.steadiness !== 'steady' && `· ${load.steadiness}`}
          </span>
        </div>
        <div className="mt-4 flex flex-wrap gap-x-6 gap-y-1">
          <Quantity
            label="weighs"
            kind="mass"
            value={shown.mass_kg}
            onValue={(v) => wish({ target_kg: v }, true)}
            units={units}
            draft={draft('mass')}
            max={1000}
          />
          <Quantity
            label="filled to"
            kind="level"
            value={shown.level_m}
            onValue={(v) => wish({ level_m: v }, true)}
            units={units}
            draft={draft('level')}
            max={5}
          />
          <Quantity
            label="that is"
            kind="volume"
            value={shown.volume_l}
            onValue={(v) => wish({ volume_l: v }, true)}
            units={units}
            draft={draft('volume')}
            max={2000}
          />
          <div className="w-44">
            <Select
              label="filled with"
              value={c.filling}
              options={library.fillings.map((f) => ({ value: f.key, label: f.name }))}
              onValue={(v) =>
                writer.write({
                  list: 'containers',
                  item: c.id,
                  body: (f) => ({ ...(f.containers.find((x) => x.id === c.id) ?? c), filling: v }),
                })
              }
            />
          </div>
        </div>
        {refused && (
          <p role="alert" className="my-2 text-action">
            Not possible: {refused.reason}. Nearest is {units.show('mass', refused.mass_kg)} at {units.show('level', refused.level_m)}.
          </p>
        )}
        <div className="mt-2">
          <DataTable
            label="Where the ± comes from"
            rows={shown.budget}
            id={(b) => b.name}
            columns={[
              {
                head: 'where the ± comes from',
                cell: (b) => b.name + (b.name.startsWith('density') && filling ? `, ${units.show('density', filling.typical_kg_l)}` : ''),
              },
              { head: 'half-width', figure: true, cell: (b) => `± ${units.show('mass-fine', 2 * b.u_kg)}` },
              { head: 'share of ±²', figure: true, cell: (b) => percent(b.share) },
            ]}
          />
        </div>
        <p className="mb-0 mt-3 text-[14px] text-soft">
          At most{' '}
          <Explain why={load.most_why} units={units}>
            <b>{units.show('mass', load.most_kg)}</b>
          </Explain>
          : {load.most_bound}. {filling?.note && `${filling.name}: ${filling.note}. `}
          {filling && `Density: ${filling.source}.`}
        </p>
        <div className="mt-3">
          <Tape>
            Handle {load.rating_how === 'default' ? 'taken to be' : 'given as'} good for {units.show('mass', load.rating_kg)}; half of that
            overhead.{' '}
            {c.closure === 'sealed' ? 'Tape the cap.' : c.closure === 'open' ? 'Open: never overhead.' : 'Zip shut, stuffed and cinched.'}
          </Tape>
        </div>
      </div>
    </div>
  )
}
