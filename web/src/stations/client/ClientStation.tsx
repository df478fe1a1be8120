import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { ApiError, api, data } from '../../api/client'
import { useBench } from '../../lib/desk'
import { specOf } from '../../lib/file/fields'
import { useFields } from '../../lib/file/useFields'
import { Cautions } from '../../ui/cautions'
import { Choice, Count, Quantity, Select, Text, Ticks } from '../../ui/field'
import { Figure } from '../../ui/figure'
import { Button, Head } from '../../ui/parts'

/** Who trains, for what, with what limits, money and time. */
export function ClientStation() {
  const { desk, library, units } = useBench()
  const of = useFields('profile')
  const metric = units.system === 'metric'
  const limitWords = specOf('profile', 'limits').options ?? {}
  return (
    <div className="grid gap-x-8 gap-y-6 p-4 md:grid-cols-[minmax(15.5rem,20.5rem)_1fr] md:p-6">
      <BodyPicture />
      <div className="min-w-0 space-y-5">
        <section>
          <Head aside="stature and a goal are enough to begin">The body</Head>
          <div className="flex flex-wrap gap-x-6 gap-y-1">
            <Quantity of={of('stature_m')} bareUnit={metric ? 'cm' : 'in'} hint={metric ? `178, or 5'10"` : `5'10", or 178 cm`} />
            <Quantity
              of={of('body_mass_kg')}
              hint={desk.results.mass_guessed ? `guess: ${units.show('mass', desk.results.body_mass_kg)}` : ''}
            />
            <Choice of={of('sex')} />
          </div>
        </section>
        <section className="space-y-3">
          <Head>The training</Head>
          <div className="flex flex-wrap items-start gap-x-6 gap-y-2">
            <div className="w-44">
              <Select of={of('goal')} />
            </div>
            <Choice of={of('experience')} />
            <Count of={of('days')} />
            <Count of={of('minutes')} unit="min" />
          </div>
          <Ticks of={of('limits')} options={library.limits.map((l) => ({ value: l, label: limitWords[l] ?? l }))} />
          {of('limits').value.length > 0 && (
            <p className="m-0 text-fine text-soft">
              Limits take movements out of the needs; they are no diagnosis. Pain that stays goes to a physician.
            </p>
          )}
        </section>
        <section>
          <Head>Money and units</Head>
          <div className="flex flex-wrap items-start gap-x-6 gap-y-2">
            <Quantity of={of('budget_minor')} />
            <div className="w-24">
              <Select of={of('currency')} options={library.currencies.map((c) => ({ value: c, label: c }))} />
            </div>
            <Choice of={of('units')} />
          </div>
        </section>
        <section className="grid gap-x-6 gap-y-3 md:grid-cols-2">
          <Text of={of('name')} />
          <Text of={of('note')} area />
        </section>
        <Cautions station="client" />
        <Erase />
      </div>
    </div>
  )
}

/** The figure to scale with its heights. */
function BodyPicture() {
  const { desk, units } = useBench()
  const heights = desk.results.heights
  const stature = desk.file.profile.stature_m
  const box = { w: 320, h: 430 }
  const top = Math.max(2.2, (heights[0]?.m ?? 0) + 0.1)
  const scale = (box.h - 30) / top
  const floor = box.h - 14
  return (
    <figure className="m-0">
      <svg
        viewBox={`0 0 ${box.w} ${box.h}`}
        className="squared w-full border border-line bg-sheet"
        role="img"
        aria-label={
          stature
            ? `A figure ${units.show('length', stature)} tall with its heights marked`
            : 'A figure without measures: stature is not known'
        }
      >
        <line x1="0" x2={box.w} y1={floor} y2={floor} stroke="var(--ink)" strokeWidth="2" />
        {stature > 0 ? (
          <>
            <Figure stature={stature} x={86} floor={floor} scale={scale} />
            {[...heights, { name: 'stature', m: stature, share: 1, source: '' }].map((h) => (
              <g key={h.name}>
                <line x1={130} x2={200} y1={floor - h.m * scale} y2={floor - h.m * scale} stroke="var(--mark)" strokeDasharray="2 4" />
                <text x={206} y={floor - h.m * scale - 1} fontSize="var(--text-body)" fill="var(--ink)" className="font-semibold">
                  {units.show('length', h.m)}
                </text>
                <text x={206} y={floor - h.m * scale + 13} fontSize="var(--text-fine)" fill="var(--soft)">
                  {h.name}
                </text>
              </g>
            ))}
          </>
        ) : (
          <text x={box.w / 2} y={box.h / 2} textAnchor="middle" fontSize="var(--text-lead)" fill="var(--soft)">
            Type the stature: 178, or 5'10"
          </text>
        )}
      </svg>
      <figcaption className="mt-1 text-fine text-soft">
        Heights as shares of stature (Drillis &amp; Contini 1966; overhead grip: Bodyspace, from memory). Measure where it matters.
      </figcaption>
    </figure>
  )
}

/** Erasing is the one thing that cannot be undone, so it asks. */
function Erase() {
  const { desk } = useBench()
  const cache = useQueryClient()
  const navigate = useNavigate()
  const [sure, setSure] = useState(false)
  const erase = useMutation({
    mutationFn: () =>
      data<{ still_in: string[] }>(
        api.DELETE('/api/v1/clients/{client}', {
          params: { path: { client: desk.file.id }, header: { 'If-Match': `"${desk.file.revision}"` } },
        }),
      ),
    onSuccess: ({ still_in: copies }) => {
      if (copies.length === 0) leave()
    },
  })
  const leave = () => {
    for (const kept of ['desk', 'station', 'plan']) cache.removeQueries({ queryKey: [kept, desk.file.id] })
    cache.invalidateQueries({ queryKey: ['clients'] })
    navigate('/')
  }
  if (erase.data)
    return (
      <div className="border border-action p-3" role="alert">
        <p className="mt-0">
          {desk.file.profile.name} is erased here. These copies in the server’s data folder still hold it, until somebody removes them:{' '}
          {erase.data.still_in.join(', ')}. Backups elsewhere hold it too.
        </p>
        <Button onClick={leave}>To the clients</Button>
      </div>
    )
  if (!sure)
    return (
      <Button look="bare" onClick={() => setSure(true)}>
        Erase this client …
      </Button>
    )
  return (
    <div className="border border-action p-3" role="alert">
      <p className="mt-0">Erasing {desk.file.profile.name} removes the file and its history for good. This cannot be undone.</p>
      <div className="flex gap-3">
        <Button look="solid" onClick={() => erase.mutate()} disabled={erase.isPending}>
          Erase for good
        </Button>
        <Button onClick={() => setSure(false)}>Keep the client</Button>
      </div>
      {erase.error && (
        <p className="mb-0 text-fine text-action">
          {erase.error instanceof ApiError && erase.error.status === 412
            ? 'Somebody has changed this client since you opened it: open it again before you erase it.'
            : erase.error.message}
        </p>
      )}
    </div>
  )
}
