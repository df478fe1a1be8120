import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { ApiError, api, data } from '../../api/client'
import { calledOf, useBench } from '../../lib/desk'
import { useFields, usePersonFields } from '../../lib/file/useFields'
import { AskNext } from '../../ui/ask'
import { Cautions } from '../../ui/cautions'
import { Label, Person, Scene, spread, useSheet } from '../../ui/draw'
import { Count, Quantity, Select } from '../../ui/field'
import { Lines } from '../../ui/list'
import { Button } from '../../ui/parts'
import { Before, useBefore } from './Before'
import { People } from './People'

/** Who trains: five inputs beside the figure, what to ask next, and lines that show the answers of all else. */
export function ClientStation() {
  return (
    <div className="space-y-5 p-4 md:p-6">
      <div className="grid gap-x-7 gap-y-5 md:grid-cols-[10.5rem_minmax(0,1fr)] xl:grid-cols-[10.5rem_minmax(15rem,21rem)_minmax(0,1fr)]">
        <Body />
        <BodyPicture />
        <div className="min-w-0 space-y-4 md:col-span-full xl:col-span-1">
          <AskNext />
          <Cautions station="client" />
        </div>
      </div>
      <Answers />
      <Erase />
    </div>
  )
}

/** The five that all else follows from. */
function Body() {
  const { desk, units } = useBench()
  const of = usePersonFields()
  const { mass_guessed, body_mass_kg } = desk.results
  const { covered, needs } = desk.frame
  return (
    <section aria-label="The body and the training" className="grid min-w-0 grid-cols-2 content-start gap-x-5 gap-y-1 md:grid-cols-1">
      <Quantity of={of('stature_m')} hint={units.system === 'metric' ? `178, or 5'10"` : `5'10", or 178 cm`} width="full" />
      <Quantity of={of('body_mass_kg')} hint={mass_guessed ? `guess: ${units.show('mass', body_mass_kg)}` : ''} width="full" />
      <Count of={of('born_year')} />
      <Select of={of('goal')} />
      <div className="flex gap-x-4 max-md:col-span-full">
        <Count of={of('days')} />
        <Count of={of('minutes')} unit="min" />
      </div>
      {!desk.frame.lacks && (
        <p className="m-0 text-soft max-md:col-span-full">
          <b className="font-cond text-title text-ink">
            {covered}/{needs.length}
          </b>{' '}
          needs covered today
        </p>
      )}
    </section>
  )
}

/** Everything else that is asked, a line a subject. */
function Answers() {
  const { desk, library, person } = useBench()
  const of = usePersonFields()
  const client = useFields('profile')
  const before = useBefore()
  const named = desk.file.persons.length
  return (
    <Lines
      label="what was asked"
      lines={[
        { name: 'Before training', about: before.said, open: before.open, more: <Before /> },
        {
          name: 'Limits',
          fields: [{ of: of('limits'), options: library.limits.map((l) => ({ value: l.key, label: l.name.toLowerCase() })) }],
          more: (
            <p className="m-0 text-fine text-soft">
              Limits take movements out of the needs; they are no diagnosis. Pain that stays goes to a physician.
            </p>
          ),
        },
        { name: 'Training so far', fields: [of('experience'), of('lay_off_months'), of('occupation')] },
        { name: 'Likes', fields: [of('likes'), of('avoids')] },
        { name: 'Measures', fields: [of('sex'), of('reach_m'), of('press_m')] },
        {
          name: 'Money and units',
          fields: [
            client('budget_minor'),
            { of: client('currency'), options: library.currencies.map((c) => ({ value: c.code, label: c.code })) },
            client('units'),
          ],
        },
        { name: 'Name and note', fields: [client('name'), { of: client('note'), area: true }] },
        {
          name: 'Who trains here',
          about: named > 1 ? desk.file.persons.map((p) => calledOf(desk.file, p)).join(', ') : `${calledOf(desk.file, person)} alone`,
          more: <People />,
        },
      ]}
    />
  )
}

/** The client to scale, with the heights that a room and its gear are measured against. */
function BodyPicture() {
  const { desk, units, person } = useBench()
  const { heights, stander } = desk.results
  const stature = person.stature_m
  const top = Math.max(2.2, (heights[0]?.m ?? 0) + 0.08)
  const marks = [...heights, { name: 'stature', m: stature, share: 1, source: '' }].filter((h) => h.m > 0)
  // All heights in one unit: what was measured to the millimetre, what is estimated to the centimetre.
  const kindOf = (name: string) => (name !== 'stature' ? 'height' : units.system === 'metric' ? 'level' : 'length')
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
        Estimates from stature (Drillis &amp; Contini 1966) and mass (Winter, table 4.1): measure where it matters.
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
