import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { ApiError, api, type Container, data, type Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import type { Spec } from '../../lib/file/fields'
import { localField, useFields } from '../../lib/file/useFields'
import { AddOne, Quantity } from '../../ui/field'
import { Button, Note } from '../../ui/parts'
import { Refusals } from '../../ui/refusals'
import { DataTable } from '../../ui/table'

/** A bag packed from the household's own things: type what it should weigh, get what goes in. */
export function PackPanel({ container: c, load }: { container: Container; load: Shapes['Load'] }) {
  const { desk, units, box } = useBench()
  const packed = useFields('containers', c.id)('packed')
  const [target, setTarget] = useState(0)
  const [tolerance, setTolerance] = useState(0.1)
  const id = desk.file.id
  const ask = useMutation({
    mutationFn: (w: { target_kg: number; tolerance_kg: number }) =>
      data<Shapes['Packing']>(
        api.POST('/api/v1/clients/{client}/containers/{container}/pack', { params: { path: { client: id, container: c.id } }, body: w }),
      ),
  })
  const refusal = ask.error instanceof ApiError ? (ask.error.fields.target_kg ?? ask.error.message) : ''
  const wish = async (t: number, tol: number) => {
    if (t === target && tol === tolerance) return !refusal
    setTarget(t)
    setTolerance(tol)
    if (t <= 0) return true
    try {
      await ask.mutateAsync({ target_kg: t, tolerance_kg: tol })
      return true
    } catch {
      return false
    }
  }
  const asked = (name: string, spec: Spec, value: number, set: (v: number) => Promise<boolean>) =>
    localField({ key: `${id}/${c.id}/pack-${name}`, spec, value, set, why: (name === 'target' && refusal) || undefined })
  const got = refusal ? null : ask.data
  const names = new Map([...desk.file.things, ...desk.file.containers].map((t) => [t.id, t.name]))
  const inner = c.packed.filter((p) => desk.file.containers.some((x) => x.id === p.thing))
  const take = () => {
    if (!got) return
    const chosen = got.chosen.map((l) => ({ thing: l.thing, count: l.count }))
    box.setThing('containers', c.id, () => ({
      packed: [...inner, ...chosen],
      filling: 'stuffing',
      volume_l: Math.floor(got.stuffing_l * 1000) / 1000,
      adjustable: false,
    }))
    ask.reset()
    setTarget(0)
  }
  const nestable = desk.file.containers.filter(
    (x) => x.id !== c.id && !desk.file.containers.some((o) => o.packed.some((p) => p.thing === x.id)),
  )
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-2">
      <div>
        <div className="flex flex-wrap gap-x-5">
          <Quantity
            of={asked('target', { label: 'It should weigh', kind: 'mass', max: 1000, empty: '12 kg, 25 lb' }, target, (v) =>
              wish(v, tolerance),
            )}
          />
          <Quantity
            of={asked('tolerance', { label: 'give or take', kind: 'mass-fine', max: 10, empty: 'exactly' }, tolerance, (v) =>
              wish(target, v),
            )}
          />
        </div>
        {desk.file.things.length === 0 && (
          <p className="m-0 text-fine text-soft">
            Books, tins, bags of flour: list what the household can spare{' '}
            <Link className="text-action underline underline-offset-2" to="../stock" relative="path">
              at Stock
            </Link>
            .
          </p>
        )}
        {got && (
          <div className="border-l-4 border-whatif bg-sheet px-3 py-2" aria-live="polite">
            <p className="m-0">
              <b className="font-cond text-title">{units.show('mass', got.total_kg)}</b> with{' '}
              {got.chosen.length === 0 ? 'stuffing alone' : got.chosen.map((l) => `${l.count} × ${l.name}`).join(', ')}
              {got.stuffing_l > 0.05 &&
                `, and ${units.show('volume', got.stuffing_l)} of towels or clothes (${units.show('mass', got.stuffing_kg)}) so that nothing shifts`}
              .
            </p>
            <p className={`m-0 text-fine ${got.within_tolerance ? 'text-covered' : 'text-due'}`}>
              {got.within_tolerance
                ? 'Within what was asked.'
                : `Nearest that can be: ${units.show('mass-fine', Math.abs(got.total_kg - target))} ${got.total_kg < target ? 'short' : 'over'}.`}{' '}
              <span className="text-soft">
                No other choice is nearer at {units.show('mass-fine', got.resolution_kg)}, and none as near has fewer pieces.
              </span>
            </p>
            {(got.left.length > 0 || got.too_big.length > 0) && (
              <p className="m-0 text-fine text-soft">
                Left out: {[...got.left, ...got.too_big.map((n) => `${n}: too big for it`)].join('; ')}.
              </p>
            )}
            {got.wrap.length > 0 && (
              <div className="mt-2">
                <Note>
                  Wrap in a towel, against the back and the seams: {got.wrap.join(', ')}. Heavy things high and close to the back.
                </Note>
              </div>
            )}
            <Button look="solid" className="mt-2" onClick={take}>
              Pack it so
            </Button>
          </div>
        )}
      </div>
      <div>
        {c.packed.length > 0 ? (
          <DataTable
            label={`What lies in ${c.name}`}
            rows={c.packed}
            id={(p) => p.thing}
            columns={[
              { head: 'in it now', names: true, cell: (p) => names.get(p.thing) ?? '?' },
              { head: 'count', figure: true, cell: (p) => p.count },
              {
                head: 'take away',
                unseen: true,
                cell: (p) => (
                  <Button
                    look="bare"
                    aria-label={`Take out ${names.get(p.thing)}`}
                    onClick={() => packed.set((now) => now.filter((x) => x.thing !== p.thing))}
                  >
                    take out
                  </Button>
                ),
              },
            ]}
          />
        ) : (
          <p className="m-0 text-fine text-soft">Nothing is packed in it.</p>
        )}
        {load.packed_l > 0 && (
          <p className="m-0 mt-1 text-fine text-soft">
            {units.show('mass', load.packed_kg)} in {units.show('volume', load.packed_l)} of {units.show('volume', c.capacity_l)}.
          </p>
        )}
        <div className="mt-2 flex flex-wrap items-end gap-3">
          <AddOne
            label="Put a bag or a thing into it"
            options={[
              ...nestable.map((x) => ({ value: x.id, label: x.name })),
              ...desk.file.things.map((t) => ({ value: t.id, label: t.name })),
            ]}
            onAdd={(thing) => packed.set((now) => oneMore(now, thing))}
          />
          {c.packed.length > 0 && (
            <Button look="bare" onClick={() => packed.set([])}>
              Empty it
            </Button>
          )}
        </div>
        <Refusals of={`containers/${c.id}`} />
      </div>
    </div>
  )
}

/** One more of a thing in a packing. */
function oneMore(now: readonly Shapes['Packed'][], thing: string): Shapes['Packed'][] {
  const has = now.some((p) => p.thing === thing)
  return has ? now.map((p) => (p.thing === thing ? { ...p, count: p.count + 1 } : p)) : [...now, { thing, count: 1 }]
}
