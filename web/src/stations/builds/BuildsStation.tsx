import { useSearchParams } from 'react-router'
import { useBench } from '../../lib/desk'
import { useArrows, useKey } from '../../lib/hooks'
import { addressed } from '../../lib/seen'
import { List, MasterDetail } from '../../ui/list'
import { Button, Failed, Waiting } from '../../ui/parts'
import { BillView } from './Bill'
import { OfferView, useMake, useOffers } from './Offers'
import { OneBuild } from './OneBuild'
import { type Designed, givenWords, type Offer, toneOf, used } from './words'

const states: Record<string, string> = { planned: 'planned', made: 'made', retired: 'given up' }

/** What can be made here, whether it holds, and what it takes. */
export function BuildsStation() {
  const { desk, units } = useBench()
  const [search, setSearch] = useSearchParams()
  const offers = useOffers()
  const make = useMake()
  const builds = desk.file.builds
  const bill = search.has('bill')
  const design = bill ? undefined : offers.data?.find((o) => o.designed.design === search.get('design'))
  const build = bill || search.has('design') ? undefined : (builds.find((b) => b.id === search.get('of')) ?? builds[0])
  const state = desk.results.built.find((s) => s.id === build?.id)
  const go = (of: Record<string, string>) => setSearch(of, { replace: true })
  useKey('k', () => go(bill ? {} : { bill: '' }))
  useArrows(
    builds.map((b) => b.id),
    build?.id,
    (id) => go({ of: id }),
  )
  if (desk.results.lacks)
    return <p className="max-w-prose p-6 text-soft">Builds are fitted to a body: type the client's stature at Client first.</p>
  const plan = (o: Offer) => go({ of: make(o) })
  const first = bestOf(offers.data)
  return (
    <MasterDetail
      label="Builds"
      now={bill ? 'Cuts and shopping' : (build?.name ?? design?.designed.title ?? 'What could be built')}
      list={
        <div className="min-h-0 md:h-full md:overflow-y-auto">
          <List
            label="builds"
            items={builds}
            at={build?.id}
            text={(b) => b.name}
            finder={false}
            empty={<p className="m-0 px-3 py-2 text-fine text-soft">Nothing is planned or made yet.</p>}
            row={(b) => (
              <Tag
                name={b.name}
                about={states[b.state] ?? ''}
                designed={desk.results.built.find((s) => s.id === b.id)?.designed}
                on={b.id === build?.id}
                onOpen={() => go({ of: b.id })}
              />
            )}
          />
          <h2 className="m-0 border-t border-line px-3 pb-1 pt-3 text-body">What could be built here</h2>
          {offers.error && <Failed error={offers.error} retry={() => offers.refetch()} />}
          {!offers.data && !offers.error && <Waiting what="Trying every design" />}
          <ul className="m-0 list-none p-0">
            {offers.data?.map((o) => (
              <li key={o.designed.design}>
                <Tag
                  name={o.build.name}
                  about={givenWords(o.designed) || o.designed.does}
                  designed={o.designed}
                  on={o === design}
                  onOpen={() => go({ design: o.designed.design })}
                />
              </li>
            ))}
          </ul>
        </div>
      }
      foot={
        <p className="m-0 flex flex-wrap items-center gap-x-4 gap-y-1">
          <Button hint="k" onClick={() => go(bill ? {} : { bill: '' })} aria-pressed={bill}>
            Cuts and shopping
          </Button>
          {builds.length > 0 && (
            <a
              className="text-fine font-semibold text-action underline decoration-1 underline-offset-3 touch:py-3"
              href={addressed(`/api/v1/clients/${desk.file.id}/builds.pdf?paper=${units.system === 'us' ? 'letter' : 'a4'}`)}
              target="_blank"
              rel="noreferrer"
            >
              Sheets, PDF
            </a>
          )}
        </p>
      }
    >
      {bill && <BillView />}
      {build && state && <OneBuild key={build.id} build={build} state={state} />}
      {design && <OfferView key={design.designed.design} offer={design} onMake={() => plan(design)} />}
      {!bill && !build && !design && (
        <div className="p-4 md:px-6">
          <p className="mt-0 max-w-prose text-soft">
            No build yet. Each design is worked out for this client, this room and these bands: its whole load path is checked, link by
            link, and what does not hold says what would. Open one at the left.
          </p>
          {first && (
            <p className="mt-3">
              <Button look="solid" onClick={() => go({ design: first.designed.design })}>
                Look at: {first.build.name.toLowerCase()}, {givenWords(first.designed)}
              </Button>
            </p>
          )}
        </div>
      )}
    </MasterDetail>
  )
}

/** The first design that passes and lets one do something. */
const bestOf = (all: Offer[] | undefined) => all?.find((o) => o.designed.ok && o.designed.gives.length > 0)

type TagProps = { name: string; about: string; designed?: Designed; on: boolean; onOpen: () => void }

function Tag({ name, about, designed: d, on, onOpen }: TagProps) {
  const tone = d ? { wrong: 'text-wrong', due: 'text-due', covered: 'text-covered' }[toneOf(d.use, d.ok)] : ''
  return (
    <button
      type="button"
      data-row
      aria-current={on}
      onClick={onOpen}
      className={`relative grid w-full grid-cols-[1fr_auto] items-baseline gap-x-2 px-3 py-1.5 text-left touch:py-3 ${on ? 'bg-sheet shadow-[inset_4px_0_0_var(--action)]' : 'hover:bg-sheet'}`}
    >
      <span className="text-fine leading-snug">
        <b className="block font-cond text-lead">{name}</b>
        <span className="text-soft">{about}</span>
      </span>
      {d && <b className={`font-cond text-body ${tone}`}>{d.ok ? used(d.use) : 'fails'}</b>}
    </button>
  )
}
