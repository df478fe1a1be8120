import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { ApiError, api, data } from '../../api/client'
import { useBench } from '../../lib/desk'
import { specOf } from '../../lib/file/fields'
import { useFields, usePersonFields } from '../../lib/file/useFields'
import { Cautions } from '../../ui/cautions'
import { Label, Person, Scene, spread, useSheet } from '../../ui/draw'
import { Choice, Count, Quantity, Select, Text, Ticks } from '../../ui/field'
import { Button, Head } from '../../ui/parts'
import { Before } from './Before'
import { People } from './People'

/** Who trains, for what, with what limits, money and time. */
export function ClientStation() {
  const { desk, library, units } = useBench()
  const of = usePersonFields()
  const client = useFields('profile')
  const metric = units.system === 'metric'
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
            <Quantity of={of('reach_m')} hint="gripping a bar, barefoot" />
            <Quantity of={of('press_m')} hint="arms straight" />
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
          <Ticks of={of('limits')} options={library.limits.map((l) => ({ value: l.key, label: l.name.toLowerCase() }))} />
          {of('limits').value.length > 0 && (
            <p className="m-0 text-fine text-soft">
              Limits take movements out of the needs; they are no diagnosis. Pain that stays goes to a physician.
            </p>
          )}
          <div className="flex flex-wrap items-start gap-x-6 gap-y-2">
            <Choice of={of('occupation')} />
            <Ticks of={of('likes')} options={asOptions('likes')} />
            <Ticks of={of('avoids')} options={asOptions('avoids')} />
          </div>
        </section>
        <Before />
        <section>
          <Head>Money and units</Head>
          <div className="flex flex-wrap items-start gap-x-6 gap-y-2">
            <Quantity of={client('budget_minor')} />
            <div className="w-24">
              <Select of={client('currency')} options={library.currencies.map((c) => ({ value: c.code, label: c.code }))} />
            </div>
            <Choice of={client('units')} />
          </div>
        </section>
        <section className="grid gap-x-6 gap-y-3 md:grid-cols-2">
          <Text of={client('name')} />
          <Text of={client('note')} area />
        </section>
        <People />
        <Cautions station="client" />
        <Erase />
      </div>
    </div>
  )
}

const asOptions = (field: string) =>
  Object.entries(specOf('persons', field).options ?? {}).map(([value, label]) => ({ value, label: label ?? '' }))

/** The client to scale, with the heights that a room and its gear are measured against. */
function BodyPicture() {
  const { desk, units, person } = useBench()
  const { heights, stander } = desk.results
  const stature = person.stature_m
  const top = Math.max(2.2, (heights[0]?.m ?? 0) + 0.08)
  const marks = [...heights, { name: 'stature', m: stature, share: 1, source: '' }].filter((h) => h.m > 0)
  const kindOf = (name: string) => (name === 'stature' ? 'length' : 'height')
  return (
    <figure className="m-0">
      <Scene
        label={
          stander
            ? `The client, ${units.show('length', stature)} tall, reaching up, with the heights marked`
            : 'A figure without measures: stature is not known'
        }
        x={[-0.6, 1.25]}
        y={[0, top]}
        equal
        squared
        ratio={1.22}
        most={340}
        table={{ head: ['height', 'of the floor'], rows: marks.map((h) => [h.name, units.show(kindOf(h.name), h.m)]) }}
      >
        {stander ? (
          <>
            <Person joints={stander.reaching} physique={stander.physique} view="front" />
            <Heights marks={marks.map((h) => ({ name: h.name, m: h.m, text: units.show(kindOf(h.name), h.m) }))} />
          </>
        ) : (
          <Unknown />
        )}
        <Floor />
      </Scene>
      <figcaption className="mt-1 text-fine text-soft">
        Heights are estimates from stature (Drillis &amp; Contini 1966; overhead grip: Bodyspace, from memory), widths from mass (Winter,
        table 4.1). Measure where it matters.
      </figcaption>
    </figure>
  )
}

function Unknown() {
  const s = useSheet()
  return (
    <Label at={[s.width / 2, s.height / 2]} anchor="middle" size="body">
      Type the stature: 178, or 5'10"
    </Label>
  )
}

function Floor() {
  const s = useSheet()
  return <line x1={0} x2={s.width} y1={s.y(0)} y2={s.y(0)} stroke="var(--ink)" strokeWidth="2" />
}

/** Each height at its place, its words beside it where they do not lie on others. */
function Heights({ marks }: { marks: { name: string; m: number; text: string }[] }) {
  const s = useSheet()
  const [from, to] = [s.x(0.3), s.x(0.66)]
  const ys = spread(
    marks.map((m) => ({ at: s.y(m.m), size: 32 })),
    4,
    s.height - 4,
  )
  return marks.map((m, i) => {
    const y = ys[i] ?? 0
    return (
      <g key={m.name}>
        <path d={`M${from} ${s.y(m.m)}H${to - 16}L${to} ${y}`} fill="none" stroke="var(--mark)" strokeDasharray="2 4" />
        <Label at={[to + 5, y - 1]} as="ink" size="body" bold>
          {m.text}
        </Label>
        <Label at={[to + 5, y + 13]}>{m.name}</Label>
      </g>
    )
  })
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
