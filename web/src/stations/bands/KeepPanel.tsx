import { useBench } from '../../lib/desk'
import { useFields } from '../../lib/file/useFields'
import { day } from '../../lib/format'
import { Choice, Pick, Quantity, Select, Text } from '../../ui/field'
import { Fields, useRemoval } from '../../ui/list'
import { Button, Note } from '../../ui/parts'
import { Refusals } from '../../ui/refusals'
import { type Band, type BandState, kindNames } from './forces'

const now = () => Math.floor(Date.now() / 1000)

/** What is due of a band by now. */
export const dueOf = (s: BandState | undefined, at = now()) => (s?.dues ?? []).filter((d) => d.at <= at)

const ages = [0, 1, 3, 6, 12, 18, 24]
const month = 30.44 * 86400

/** What the band is, how it has been kept, and what it asks for. */
export function KeepPanel({ band: b, state }: { band: Band; state: BandState }) {
  const { units, box } = useBench()
  const of = useFields('bands', b.id)
  const remove = useRemoval('bands')
  const condition = of('condition')
  const rest = of('rest_m')
  const lookedOver = () => box.setThing('bands', b.id, () => ({ inspected_at: now() }))
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-2">
      <div className="min-w-0">
        <Fields>
          <div className="w-52">
            <Text of={of('name')} label="Its tag says" />
          </div>
          <div className="w-44">
            <Select
              of={of('kind')}
              label="Kind"
              options={Object.entries(kindNames).map(([value, label]) => ({ value: value as Band['kind'], label }))}
            />
          </div>
        </Fields>
        <Fields>
          <Quantity
            of={{ ...rest, spec: { ...rest.spec, kind: units.system === 'us' ? 'level' : 'length' } }}
            label={b.kind.endsWith('loop') ? rest.spec.label : 'Length at rest'}
          />
          <Quantity of={of('rest_half_m')} empty={units.show('thin', 0.005)} />
          <Quantity of={of('tape_half_m')} empty={units.show('thin', 0.003)} />
          <Quantity of={of('width_m')} />
          <Quantity of={of('thickness_m')} />
        </Fields>
        <Refusals of={`bands/${b.id}`} except={/^points/} />
        <p className="m-0 text-fine text-soft">
          Width and thickness are of one strand; they only matter until it has been pulled. Two that look alike rarely pull alike: tie a
          knot into the tag of each.
        </p>
        <Button look="bare" onClick={() => remove(b.id, b.name)}>
          Remove
        </Button>
      </div>
      <div className="min-w-0">
        <div className="flex flex-wrap items-end gap-x-5 gap-y-2">
          <Choice
            of={{
              ...condition,
              set: (v) => {
                condition.set(v)
                lookedOver()
                return undefined
              },
            }}
            label="As it was last seen"
          />
          <Button onClick={lookedOver}>Looked over today</Button>
          <div className="w-44">
            <Pick
              label="In use for"
              value="kept"
              options={[
                { value: 'kept', label: b.first_used_at > 0 ? `since ${day(b.first_used_at)}` : 'not known' },
                ...ages.map((m) => ({ value: String(m), label: m === 0 ? 'new today' : `about ${m} months` })),
              ]}
              onValue={(v) => v !== 'kept' && of('first_used_at').set(now() - Math.round(Number(v) * month))}
            />
          </div>
        </div>
        <ul className="m-0 mt-2 list-none p-0 text-fine">
          {state.dues.map((d) => (
            <li key={d.what} className={d.at <= now() ? 'font-semibold text-due' : 'text-soft'}>
              {d.at <= now() ? 'Now: ' : `From ${day(d.at)}: `}
              {d.what}.
            </li>
          ))}
        </ul>
        <div className="mt-2">
          <Note>
            Looked over before every use; retired at any nick, whitening or sticky patch. Natural rubber: ask about latex allergy. Away from
            sun, heat and sharp edges.
          </Note>
        </div>
      </div>
    </div>
  )
}
