import { useBench, useChange } from '../../lib/desk'
import { day } from '../../lib/format'
import { Choice, Select, Text } from '../../ui/fields'
import { Button, Tape } from '../../ui/parts'
import { Quantity } from '../../ui/quantity'
import { type Band, type BandState, kindNames } from './forces'

const now = () => Math.floor(Date.now() / 1000)

/** What is due of a band by now. */
export const dueOf = (s: BandState | undefined, at = now()) => (s?.dues ?? []).filter((d) => d.at <= at)

/** What the band is, how it has been kept, and what it asks for. */
export function KeepPanel({ band: b, state }: { band: Band; state: BandState }) {
  const { desk, units, writer } = useBench()
  const set = useChange('bands', b)
  const refused = writer.refusals[`bands/${b.id}`] ?? {}
  const draft = (f: string) => `${desk.file.id}/${b.id}/${f}`
  const years = [0, 1, 3, 6, 12, 18, 24]
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-2">
      <div className="min-w-0">
        <div className="flex flex-wrap gap-x-5 gap-y-1">
          <div className="w-52">
            <Text
              label="Its tag says"
              value={b.name}
              onValue={(v) => set({ name: v })}
              draft={draft('name')}
              needed="a name, so that it is told from one that looks alike"
              max={60}
              refusal={refused.name}
            />
          </div>
          <div className="w-44">
            <Select
              label="Kind"
              value={b.kind}
              options={Object.entries(kindNames).map(([value, label]) => ({ value: value as Band['kind'], label }))}
              onValue={(v) => set({ kind: v })}
            />
          </div>
        </div>
        <div className="mt-1 flex flex-wrap gap-x-5 gap-y-1">
          <Quantity
            label={b.kind.endsWith('loop') ? 'Laid flat, at rest' : 'Length at rest'}
            kind={units.system === 'us' ? 'level' : 'length'}
            value={b.rest_m}
            onValue={(v) => v !== b.rest_m && set({ rest_m: v })}
            units={units}
            draft={draft('rest')}
            min={0.05}
            max={10}
            refusal={refused.rest_m}
          />
          <Quantity
            label="That is right to ±"
            kind="thin"
            value={b.rest_half_m ?? 0}
            onValue={(v) => v !== (b.rest_half_m ?? 0) && set({ rest_half_m: v })}
            units={units}
            draft={draft('rest-half')}
            max={0.5}
            empty={units.show('thin', 0.005)}
            refusal={refused.rest_half_m}
          />
          <Quantity
            label="Tape right to ±"
            kind="thin"
            value={b.tape_half_m ?? 0}
            onValue={(v) => v !== (b.tape_half_m ?? 0) && set({ tape_half_m: v })}
            units={units}
            draft={draft('tape-half')}
            max={0.5}
            empty={units.show('thin', 0.003)}
            refusal={refused.tape_half_m}
          />
          <Quantity
            label="Width"
            kind="thin"
            value={b.width_m}
            onValue={(v) => v !== b.width_m && set({ width_m: v })}
            units={units}
            draft={draft('width')}
            max={0.5}
            empty="not measured"
            refusal={refused.width_m}
          />
          <Quantity
            label="Thickness"
            kind="thin"
            value={b.thickness_m}
            onValue={(v) => v !== b.thickness_m && set({ thickness_m: v })}
            units={units}
            draft={draft('thick')}
            max={0.1}
            empty="not measured"
          />
        </div>
        <p className="m-0 text-[14px] text-soft">
          Width and thickness are of one strand; they only matter until it has been pulled. Two that look alike rarely pull alike: tie a
          knot into the tag of each.
        </p>
        <Button look="bare" onClick={() => writer.write({ list: 'bands', item: b.id, body: null })}>
          Remove
        </Button>
      </div>
      <div className="min-w-0">
        <div className="flex flex-wrap items-end gap-x-5 gap-y-2">
          <Choice
            label="As it was last seen"
            value={b.condition}
            onValue={(v) => set({ condition: v, inspected_at: now() })}
            options={[
              { value: 'sound', label: 'sound' },
              { value: 'damaged', label: 'nick, whitening, sticky' },
              { value: 'retired', label: 'retired' },
            ]}
          />
          <Button onClick={() => set({ inspected_at: now() })}>Looked over today</Button>
          <div className="w-44">
            <Select
              label="In use for"
              value="kept"
              options={[
                { value: 'kept', label: b.first_used_at > 0 ? `since ${day(b.first_used_at)}` : 'not known' },
                ...years.map((m) => ({ value: String(m), label: m === 0 ? 'new today' : `about ${m} months` })),
              ]}
              onValue={(v) => v !== 'kept' && set({ first_used_at: now() - Math.round(Number(v) * 30.44 * 86400) })}
            />
          </div>
        </div>
        <ul className="m-0 mt-2 list-none p-0 text-[14px]">
          {state.dues.map((d) => (
            <li key={d.what} className={d.at <= now() ? 'font-semibold text-action' : 'text-soft'}>
              {d.at <= now() ? 'Now: ' : `From ${day(d.at)}: `}
              {d.what}.
            </li>
          ))}
        </ul>
        <div className="mt-2">
          <Tape>
            Looked over before every use; retired at any nick, whitening or sticky patch. Natural rubber: ask about latex allergy. Away from
            sun, heat and sharp edges.
          </Tape>
        </div>
      </div>
    </div>
  )
}
