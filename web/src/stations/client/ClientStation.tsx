import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { ApiError, api, data, type Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { minorPerMajor, moneyUnits } from '../../lib/format'
import { Cautions } from '../../ui/cautions'
import { Choice, Count, Select, Text, Ticks } from '../../ui/fields'
import { Figure } from '../../ui/figure'
import { Button, Head, Tape } from '../../ui/parts'
import { Quantity } from '../../ui/quantity'

type Profile = Shapes['Profile']

const goals: { value: Profile['goal']; label: string }[] = [
  { value: 'general', label: 'general fitness' },
  { value: 'muscle', label: 'muscle' },
  { value: 'strength', label: 'strength' },
  { value: 'conditioning', label: 'conditioning' },
  { value: 'running', label: 'running support' },
  { value: 'back-to-training', label: 'back to training' },
  { value: 'older-adult', label: 'older adult' },
]

const limitWords: Record<string, string> = {
  knee: 'spare the knee',
  shoulder: 'spare the shoulder',
  'low-back': 'spare the low back',
  'wrist-grip': 'spare wrist and grip',
  'no-overhead': 'nothing overhead',
  'no-floor': 'nothing on the floor',
}

/** Who trains, for what, with what limits, money and time. */
export function ClientStation() {
  const { desk, library, units, writer } = useBench()
  const p = desk.file.profile
  const id = desk.file.id
  const set = <K extends keyof Profile>(key: K, value: Profile[K]) => {
    if (p[key] !== value) writer.write({ part: 'profile', body: (f) => ({ ...f.profile, [key]: value }) })
  }
  const refusal = (key: keyof Profile) => writer.refusals.profile?.[key]
  const per = minorPerMajor(p.currency)
  return (
    <div className="grid gap-x-8 gap-y-6 p-4 md:grid-cols-[minmax(250px,330px)_1fr] md:p-6">
      <BodyPicture />
      <div className="min-w-0 space-y-5">
        <section>
          <Head aside="stature and a goal are enough to begin">The body</Head>
          <div className="flex flex-wrap gap-x-6 gap-y-1">
            <Quantity
              label="Stature"
              kind="length"
              bareUnit={units.system === 'metric' ? 'cm' : 'in'}
              value={p.stature_m}
              onValue={(v) => set('stature_m', v)}
              units={units}
              draft={`${id}/stature`}
              min={1}
              max={2.5}
              empty="not known"
              refusal={refusal('stature_m')}
              hint={units.system === 'metric' ? `178, or 5'10"` : `5'10", or 178 cm`}
            />
            <Quantity
              label="Body mass"
              kind="mass"
              value={p.body_mass_kg}
              onValue={(v) => set('body_mass_kg', v)}
              units={units}
              draft={`${id}/mass`}
              min={25}
              max={300}
              empty="not known"
              refusal={refusal('body_mass_kg')}
              hint={desk.results.mass_guessed ? `guess: ${units.show('mass', desk.results.body_mass_kg)}` : ''}
            />
            <Choice
              label="Sex (optional)"
              value={p.sex}
              onValue={(v) => set('sex', v)}
              options={[
                { value: '', label: 'not said' },
                { value: 'female', label: 'female' },
                { value: 'male', label: 'male' },
              ]}
            />
          </div>
        </section>
        <section className="space-y-3">
          <Head>The training</Head>
          <div className="flex flex-wrap items-start gap-x-6 gap-y-2">
            <div className="w-44">
              <Select label="Goal" value={p.goal} options={goals} onValue={(v) => set('goal', v)} />
            </div>
            <Choice
              label="Experience"
              value={p.experience}
              onValue={(v) => set('experience', v)}
              options={[
                { value: 'new', label: 'new' },
                { value: 'novice', label: 'novice' },
                { value: 'intermediate', label: 'intermediate' },
                { value: 'advanced', label: 'advanced' },
              ]}
            />
            <Count label="Days a week" value={p.days} min={1} max={7} onValue={(v) => set('days', v)} draft={`${id}/days`} />
            <Count
              label="Minutes each"
              value={p.minutes}
              min={10}
              max={180}
              onValue={(v) => set('minutes', v)}
              draft={`${id}/minutes`}
              unit="min"
            />
          </div>
          <Ticks
            label="Limits"
            value={p.limits}
            onValue={(v) => set('limits', v)}
            options={library.limits.map((l) => ({ value: l, label: limitWords[l] ?? l }))}
          />
          {p.limits.length > 0 && (
            <Tape>Limits take movements out of the needs; they are no diagnosis. Pain that stays goes to a physician.</Tape>
          )}
        </section>
        <section>
          <Head>Money and units</Head>
          <div className="flex flex-wrap items-start gap-x-6 gap-y-2">
            <Quantity
              label="Budget"
              kind="money"
              value={p.budget_minor}
              onValue={(v) => set('budget_minor', v)}
              units={moneyUnits(p.currency)}
              draft={`${id}/budget`}
              max={1000000 * per}
            />
            <div className="w-24">
              <Select
                label="Currency"
                value={p.currency}
                options={library.currencies.map((c) => ({ value: c, label: c }))}
                onValue={(v) => set('currency', v)}
              />
            </div>
            <Choice
              label="Units (u)"
              value={p.units}
              onValue={(v) => set('units', v)}
              options={[
                { value: 'metric', label: 'kg, m' },
                { value: 'us', label: 'lb, ft' },
              ]}
            />
          </div>
        </section>
        <section className="grid gap-x-6 gap-y-3 md:grid-cols-2">
          <Text
            label="Client's name here"
            value={p.name}
            onValue={(v) => set('name', v)}
            draft={`${id}/name`}
            needed="a client needs a name to be found again"
            max={80}
            refusal={refusal('name')}
          />
          <Text
            label="Private note"
            area
            value={p.note}
            onValue={(v) => set('note', v)}
            draft={`${id}/note`}
            max={2000}
            refusal={refusal('note')}
          />
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
                <text x={206} y={floor - h.m * scale - 1} fontSize="15" fill="var(--ink)" className="font-semibold">
                  {units.show('length', h.m)}
                </text>
                <text x={206} y={floor - h.m * scale + 13} fontSize="13" fill="var(--soft)">
                  {h.name}
                </text>
              </g>
            ))}
          </>
        ) : (
          <text x={box.w / 2} y={box.h / 2} textAnchor="middle" fontSize="16" fill="var(--soft)">
            Type the stature: 178, or 5'10"
          </text>
        )}
      </svg>
      <figcaption className="mt-1 text-[13px] text-soft">
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
        <p className="mb-0 text-[14px] text-action">
          {erase.error instanceof ApiError && erase.error.status === 412
            ? 'Somebody has changed this client since you opened it: open it again before you erase it.'
            : erase.error.message}
        </p>
      )}
    </div>
  )
}
