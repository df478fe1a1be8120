import type { ClientFile, Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { localField, useFields } from '../../lib/file/useFields'
import { Choice, Count, Pick, Quantity, Text } from '../../ui/field'
import { Fields } from '../../ui/list'
import { Button } from '../../ui/parts'
import type { State } from './words'

type Ask = Shapes['BuildAsk']
type Build = ClientFile['builds'][number]

/** The sizes and answers of a build: what fits until somebody says otherwise. */
export function Sizes({ build, state }: { build: Build; state: State }) {
  const { box } = useBench()
  const set = (key: string, num: number, word: string) =>
    box.setThing('builds', build.id, (now) => ({ sizes: [...now.sizes.filter((s) => s.id !== key), { id: key, num, word }] }))
  const asks = state.designed.asks
  const holds = asks.filter((a) => a.hold)
  const said = build.sizes.length
  const fields = (some: readonly Ask[]) => (
    <Fields>
      {some.map((a) => (
        <div key={a.key} className={long(a) ? 'w-full' : ''}>
          <One ask={a} build={build.id} fault={state.fault} set={set} />
          {a.words.length > 0 && a.help && <p className="m-0 text-fine leading-tight text-soft">{a.help}</p>}
        </div>
      ))}
    </Fields>
  )
  return (
    <section aria-label="Sizes and answers">
      {holds.length > 0 && (
        <>
          <h3 className="mb-1 mt-4 text-lead">Seen on the spot</h3>
          <p className="m-0 text-fine text-soft">Not known stops: nothing is drilled before each is answered.</p>
          {fields(holds)}
        </>
      )}
      <h3 className="mb-1 mt-4 text-lead">Sizes and answers</h3>
      {fields(asks.filter((a) => !a.hold))}
      {said > 0 && (
        <Button look="bare" className="mt-1" onClick={() => box.setThing('builds', build.id, () => ({ sizes: [] }))}>
          All as it fits
        </Button>
      )}
    </section>
  )
}

/** A question that wants a line of its own. */
const long = (a: Ask) => a.help.length > 30 || a.words.length > 3

type OneProps = { ask: Ask; build: string; fault: State['fault']; set: (key: string, num: number, word: string) => unknown }

function One({ ask: a, build, fault, set }: OneProps) {
  const why = fault?.field === a.key ? fault.detail : undefined
  if (a.text)
    return (
      <Text
        of={localField({
          key: `${build} ${a.key}`,
          spec: { label: a.label, hint: a.help },
          value: a.word,
          set: (v) => set(a.key, 0, v),
          why,
        })}
      />
    )
  if (a.words.length > 0) {
    const field = localField({
      key: `${build} ${a.key}`,
      spec: { label: a.label, options: Object.fromEntries(a.words.map((w) => [w.key, w.name])) },
      value: a.word,
      set: (v) => set(a.key, 0, v),
      why,
    })
    const options = a.words.map((w) => ({ value: w.key, label: w.name }))
    return a.words.length <= 3 && a.words.every((w) => w.name.length < 26) ? (
      <Choice of={field} options={options} />
    ) : (
      <Pick label={a.label} value={a.word} options={options} onValue={(v) => set(a.key, 0, v)} wrong={why} />
    )
  }
  const field = localField({
    key: `${build} ${a.key}`,
    spec: {
      label: a.label,
      kind: a.kind,
      min: a.low,
      max: a.high,
      hint: a.mark && a.num === 0 ? 'no mark: it counts as nothing' : a.help || undefined,
      ...(a.mark ? { empty: 'no mark' } : {}),
    },
    value: a.num,
    set: (v) => set(a.key, v, ''),
    why,
  })
  return a.kind === 'count' ? <Count of={field} /> : <Quantity of={field} width={long(a) ? 'full' : 'usual'} />
}

/** Where a build stands: its room, its wall, and how far along. */
export function Place({ build, on }: { build: Build; on: string }) {
  const { desk, box } = useBench()
  const of = useFields('builds', build.id)
  const rooms = desk.file.rooms
  const room = rooms.find((r) => r.id === build.room)
  const walls = desk.results.home.rooms.find((r) => r.id === build.room)?.walls ?? []
  if (on === '') return null
  return (
    <Fields>
      <Pick
        label="In"
        value={build.room}
        options={[{ value: '', label: 'no room is said' }, ...rooms.map((r) => ({ value: r.id, label: r.name }))]}
        onValue={(v) => box.setThing('builds', build.id, () => ({ room: v, wall: v && on === 'wall' ? 0 : -1 }))}
      />
      {on === 'wall' && room && (
        <>
          <Pick
            label="On wall"
            value={String(build.wall)}
            options={[
              { value: '-1', label: 'choose …' },
              ...walls.map((w, i) => ({ value: String(i), label: `${w.name}: ${w.takes.why}`.slice(0, 60) })),
            ]}
            onValue={(v) => box.setThing('builds', build.id, () => ({ wall: Number(v) }))}
          />
          <Quantity of={of('at_m')} />
        </>
      )}
    </Fields>
  )
}
