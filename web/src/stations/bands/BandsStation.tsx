import { Tabs } from 'radix-ui'
import { type ReactNode, useEffect, useRef, useState } from 'react'
import { useSearchParams } from 'react-router'
import { ApiError, api, data, type Shapes } from '../../api/client'
import { useBench, usePull } from '../../lib/desk'
import { percent } from '../../lib/format'
import { useArrows } from '../../lib/hooks'
import { Cautions } from '../../ui/cautions'
import { Explain } from '../../ui/explain'
import { AddOne, Pick } from '../../ui/field'
import { List, MasterDetail } from '../../ui/list'
import { Note } from '../../ui/parts'
import { PanelTab } from '../../ui/tabs'
import { CurvePanel } from './CurvePanel'
import { type Band, force, kindNames, type Rig } from './forces'
import { dueOf, KeepPanel } from './KeepPanel'
import { PullFigure } from './PullFigure'
import { newBand, RigPanel, type Wished, WishPanel } from './RigPanel'
import { TensionCurve, TensionTable } from './TensionCurve'

/** What each band pulls, at each point of a movement, for this client standing here. */
export function BandsStation() {
  const { desk, library, units, box } = useBench()
  const [search, setSearch] = useSearchParams()
  const bands = desk.file.bands
  const band = bands.find((b) => b.id === search.get('of')) ?? bands[0]
  const moves = library.band_movements
  const fits = band ? moves.filter((m) => m.kinds.includes(band.kind)) : []
  const move = fits.find((m) => m.key === search.get('move')) ?? fits.find((m) => m.key === 'band-row') ?? fits[0]
  const go = (of: string, key?: string) => setSearch(key ? { of, move: key } : { of }, { replace: true })
  useArrows(
    bands.map((b) => b.id),
    band?.id,
    (id) => go(id, search.get('move') ?? undefined),
  )
  const add = (kind: Band['kind']) => {
    const made = newBand(kind, bands.filter((b) => b.kind === kind).length + 1)
    box.make('bands', made)
    go(made.id)
  }
  if (!band || !move)
    return (
      <div className="p-6">
        <p className="mt-0 max-w-prose text-soft">
          No band yet. A long loop of the usual size, {units.show('level', 1.04)} laid flat, {units.show('thin', 0.022)} wide and{' '}
          {units.show('thin', 0.0045)} thick, can be expected to pull about {units.show('force', 121)} at twice its length, give or take a
          third; three pulls on a hanging scale tell what yours does.
        </p>
        <AddBand onAdd={add} />
      </div>
    )
  return (
    <MasterDetail
      label="Bands"
      now={band.name}
      list={
        <List
          label="bands"
          scrolls
          items={bands}
          at={band.id}
          text={(b) => `${b.name} ${kindNames[b.kind]}`}
          row={(b) => <BandTag band={b} on={b.id === band.id} onOpen={() => go(b.id, search.get('move') ?? undefined)} />}
        />
      }
      foot={<AddBand onAdd={add} />}
    >
      <div className="min-w-0 p-4 md:px-6">
        <BandBench key={band.id} band={band} move={move} moves={fits} onMove={(key) => go(band.id, key)} />
        <div className="mt-4">
          <Cautions station="bands" />
        </div>
      </div>
    </MasterDetail>
  )
}

function AddBand({ onAdd }: { onAdd: (k: Band['kind']) => void }) {
  const kinds = Object.entries(kindNames).map(([value, label]) => ({ value, label }))
  return <AddOne label="Add a band" options={kinds} onAdd={(v) => onAdd(v as Band['kind'])} />
}

function BandTag({ band: b, on, onOpen }: { band: Band; on: boolean; onOpen: () => void }) {
  const { desk, units } = useBench()
  const s = desk.results.bands.find((x) => x.id === b.id)
  const double = s?.curve.find((p) => p.length_m >= 2 * b.rest_m - 1e-6)
  const due = dueOf(s)
  return (
    <button
      type="button"
      data-row
      aria-current={on}
      onClick={onOpen}
      className={`relative grid w-full min-w-44 grid-cols-[22px_1fr] items-baseline gap-x-2 px-3 py-2 text-left ${on ? 'bg-sheet shadow-[inset_4px_0_0_var(--action)]' : 'hover:bg-sheet'}`}
    >
      <svg width="22" height="12" aria-hidden="true" className="self-center">
        <path d="M2 7q4.500 -8 9 0t9 0" fill="none" stroke="var(--ink)" strokeWidth="2.2" strokeLinecap="round" />
      </svg>
      <span className="text-fine leading-snug">
        <b className="font-cond text-lead">{b.name}</b>
        <span className="block text-soft">
          {kindNames[b.kind]}
          {double && ` · ${units.show('force', double.force_n)} at 2 ×`}
        </span>
        <span className="block text-soft">{b.condition !== 'sound' ? b.condition : (s?.basis ?? '') || 'not measured'}</span>
        {due.length > 0 && b.condition !== 'retired' && (
          <span className="block text-due">{due.some((d) => d.retire) ? 'retire it' : due[0]?.what.split(':')[0]}</span>
        )}
      </span>
    </button>
  )
}

type Move = Shapes['BandMovement']

/** The set-up of a movement for a band: as it is kept, or what is usual, or as it is being moved. */
function useRig(band: Band, move: Move) {
  const { desk, box } = useBench()
  const kept = desk.file.rigs.find((r) => r.id === move.key)
  const start: Rig = kept
    ? { ...kept, bands: kept.bands.includes(band.id) ? kept.bands : [band.id] }
    : {
        id: move.key,
        bands: [band.id],
        distance_m: 0,
        height_m: 0,
        stance_m: 0,
        grip_m: 0,
        strap_m: 0,
        fold: 1,
        tied_kg: 0,
        tied_depth_m: 0,
      }
  const [moved, setMoved] = useState<Rig | null>(null)
  const rig = moved ?? start
  const usable = desk.results.bands.every((b) => !rig.bands.includes(b.id) || b.problem === '')
  const asked = usePull(desk, usable ? { rig, usual: !moved && !kept } : null)
  // What nobody has set up yet is as the answer has it; an answer may be of what was before.
  const now = moved ?? (kept ? start : (asked.data?.rig ?? rig))
  // What is kept replaces what was moved, once it has arrived.
  const keptText = JSON.stringify(kept ?? null)
  const seen = useRef(keptText)
  useEffect(() => {
    if (seen.current === keptText) return
    seen.current = keptText
    setMoved(null)
  }, [keptText])
  const keep = (r: Rig) => box.make('rigs', { ...r, id: move.key }, true)
  const change = (c: Partial<Rig>, done: boolean) => {
    const next = { ...now, ...c }
    setMoved(next)
    if (done) keep(next)
  }
  return { rig: now, asked, usable, change, keep, setMoved }
}

function BandBench({ band, move, moves, onMove }: { band: Band; move: Move; moves: Move[]; onMove: (key: string) => void }) {
  const { desk, units } = useBench()
  const state = desk.results.bands.find((b) => b.id === band.id)
  const [panel, setPanel] = useState('curve')
  if (!state) return null
  return (
    <>
      <InMovement
        key={move.key}
        band={band}
        move={move}
        head={
          <Pick label={`${band.name} in`} value={move.key} options={moves.map((m) => ({ value: m.key, label: m.name }))} onValue={onMove} />
        }
      />
      <Tabs.Root value={panel} onValueChange={setPanel} className="mt-4 min-w-0">
        <Tabs.List aria-label="The band itself" className="flex flex-wrap gap-x-1 border-b-2 border-ink">
          <PanelTab value="curve">{`Curve and readings of ${band.name}`}</PanelTab>
          <PanelTab value="keep">Keeping</PanelTab>
        </Tabs.List>
        <div className="pt-3">
          <Tabs.Content value="curve">
            <CurvePanel band={band} state={state} />
          </Tabs.Content>
          <Tabs.Content value="keep">
            <KeepPanel band={band} state={state} />
          </Tabs.Content>
        </div>
      </Tabs.Root>
      {units.system === 'metric' && (
        <p className="mb-0 mt-3 text-fine text-soft">A hanging scale shows kg and means kgf: 1 kgf is 9.80665 N.</p>
      )}
    </>
  )
}

function InMovement({ band, move, head }: { band: Band; move: Move; head: ReactNode }) {
  const { desk, units } = useBench()
  const { rig, asked, usable, change, keep, setMoved } = useRig(band, move)
  const [refusal, setRefusal] = useState<Shapes['PullRefusal'] | null>(null)
  // What could be worked out last stays in sight while something typed cannot.
  const last = useRef(asked.data)
  if (asked.data) last.current = asked.data
  const pull = asked.data ?? last.current
  const onRig = (c: Partial<Rig>, done: boolean) => {
    setRefusal(null)
    change(c, done)
  }
  const onWish = async (w: Wished): Promise<boolean> => {
    try {
      const got = await data<Shapes['BandPull']>(
        api.POST('/api/v1/clients/{client}/pull', {
          params: { path: { client: desk.file.id } },
          body: { rig, usual: false, wish: w },
        }),
      )
      setRefusal(got.refusal ?? null)
      if (got.refusal) return false
      setMoved(got.rig)
      keep(got.rig)
      return true
    } catch (e) {
      setRefusal({ reason: e instanceof Error ? e.message : String(e), nearest_n: 0, would: [] })
      return false
    }
  }
  if (!usable) return null // its curve panel says what is missing
  const wrong = asked.error instanceof ApiError ? (Object.values(asked.error.fields)[0] ?? asked.error.message) : ''
  if (wrong && !pull)
    return (
      <div className="max-w-2xl">
        {head}
        <p role="alert" className="my-3 text-wrong">
          {wrong}.
        </p>
      </div>
    )
  if (!pull) return <p className="my-3 h-120 text-soft">Working it out …</p>
  return (
    <div className="grid gap-x-7 gap-y-3 xl:grid-cols-[minmax(0,1fr)_minmax(300px,350px)]">
      <div className="min-w-0">
        {head}
        <p className="m-0 mb-2 mt-2 flex flex-wrap items-baseline gap-x-3" aria-live="polite">
          {pull.worst === 'beyond measured' ? (
            <span className="font-cond text-title text-soft">No number: stretched further than its readings tell</span>
          ) : (
            <>
              <Explain why={pull.why}>
                <span className="font-cond text-figure font-semibold leading-none">{units.show('force', pull.mean_n)}</span>
              </Explain>
              <span className="font-cond text-title text-soft">
                ± {units.pm('force', pull.mean_u95_n)} along the whole way
                {units.system === 'metric' && `, ${units.show('scale-force', pull.mean_n)}`}
              </span>
              <span className="text-body">
                {units.show('force', pull.start_n)} at the start, {units.show('force', pull.middle_n)} in the middle,{' '}
                {units.show('force', pull.finish_n)} at the finish
              </span>
            </>
          )}
        </p>
        <PullFigure pull={pull} move={move} />
        <TensionCurve pull={pull} />
        <Words pull={pull} move={move} />
        <details className="mt-1 text-fine">
          <summary className="text-action underline underline-offset-2">The same in figures</summary>
          <TensionTable pull={pull} />
        </details>
      </div>
      <div className="min-w-0">
        {wrong && (
          <p role="alert" className="m-0 mb-2 text-wrong">
            {wrong}.
          </p>
        )}
        <WishPanel move={move} pull={pull} refusal={refusal} onWish={onWish} />
        <RigPanel pull={pull} move={move} rig={rig} onRig={onRig} />
        <div className="mt-3">
          <Note>{move.caution}</Note>
        </div>
      </div>
    </div>
  )
}

/** Floors on which a band slips from under a foot. */
const smooth = new Set(['wood', 'laminate', 'tile'])

/** What has to be said of a set-up. */
function Words({ pull, move }: { pull: Shapes['BandPull']; move: Move }) {
  const { units, desk, person } = useBench()
  const mini = move.kinds.includes('mini-loop')
  const unfit = desk.file.bands.filter((b) => pull.rig.bands.includes(b.id) && b.condition !== 'sound')
  const surface = desk.file.rooms.find((r) => r.trains)?.surface ?? 'unknown'
  return (
    <div className="mt-1 text-fine" aria-live="polite">
      {unfit.length > 0 && (
        <p className="m-0 font-semibold text-wrong" role="alert">
          Not to be used: {unfit.map((b) => `${b.name} is ${b.condition}`).join(', ')}.
        </p>
      )}
      {pull.stretch > pull.stretch_limit && (
        <p className="m-0 font-semibold text-wrong" role="alert">
          Stretched to {pull.stretch.toFixed(2)} times its length, beyond the limit of {pull.stretch_limit.toFixed(2)}:{' '}
          {mini ? 'a longer loop, or not so far apart.' : 'stand nearer, let out at the grip, or fold it less.'}
        </p>
      )}
      {pull.worst === 'beyond measured' && (
        <p className="m-0 text-due">Hatched, nothing is known of it: pull it that far on the scale once.</p>
      )}
      {move.side !== '' && pull.rig.distance_m > pull.most_room_m + 1e-9 && (
        <p className="m-0 text-due">The room has {units.show('length', pull.most_room_m)} from an anchor with a clear step behind.</p>
      )}
      {move.side !== '' && pull.anchor_n > pull.light_door_n && (
        <p className="m-0 text-due">
          More than the {force(units, pull.light_door_n)} that a hollow, glazed, sliding or folding door takes: a solid door that the pull
          closes, or a fixed anchor.
        </p>
      )}
      {/^under/.test(move.place) && move.place !== 'under the hands' && smooth.has(surface) && (
        <p className="m-0 text-due">
          The floor is {surface}: a band slips out from under a foot there. Mid-foot, a flat rubber sole or a mat, and a check before the
          first rep.
        </p>
      )}
      {pull.slack > 0.005 && (
        <p className={`m-0 ${pull.slack > 0.5 ? 'text-due' : 'text-soft'}`}>
          Slack on {percent(pull.slack)} of the way
          {pull.slack > 0.5 ? ': more than half does not count as loaded. Stand further away, take up the grip, or fold it' : ''}.
        </p>
      )}
      <p className="m-0 text-soft">
        {pull.range
          ? `Can be set from ${force(units, pull.range.light.mean_n)} to ${force(units, pull.range.heavy.mean_n)} mean. `
          : mini
            ? 'It does not load half of this way within its limit. '
            : 'Set up like this it cannot be made to load half of the way within its limit. '}
        {move.held ? 'Held against, not pulled along. ' : pull.worst !== 'beyond measured' && `${pull.work_j.toFixed(0)} J a rep. `}
        {!person.stature_m && 'Drawn for a stature of 1.70 m: give this client’s at Client.'}
      </p>
    </div>
  )
}
