import { useBench } from '../../lib/desk'
import { useFields } from '../../lib/file/useFields'
import { Cautions } from '../../ui/cautions'
import { Explain } from '../../ui/explain'
import { Choice, Flags, Quantity, Select } from '../../ui/field'
import { Head } from '../../ui/parts'
import { DataTable } from '../../ui/table'
import { Elevation, FloorPicture } from './pictures'

/** What fits here and what can be fixed to what. */
export function SpaceStation() {
  const { desk, units } = useBench()
  const of = useFields('space')
  const r = desk.results
  return (
    <div className="space-y-5 p-4 md:p-6">
      <div className="grid gap-5 lg:grid-cols-2">
        <FloorPicture />
        <Elevation />
      </div>
      <div className="flex flex-wrap items-start gap-x-6 gap-y-2">
        <Quantity of={of('length_m')} />
        <Quantity of={of('width_m')} />
        <Quantity of={of('ceiling_m')} />
        <Quantity of={of('taken_m2')} />
        <div className="w-32">
          <Select of={of('surface')} />
        </div>
        <Choice of={of('floor')} />
        <Choice of={of('walls')} />
        <Choice of={of('door')} />
        <Flags label="Below" of={[of('neighbours_below')]} />
      </div>
      <div className="grid gap-6 lg:grid-cols-[1fr_20rem]">
        <Headrooms />
        <div className="space-y-4">
          <section>
            <Head>Floor</Head>
            <dl className="m-0 grid grid-cols-[1fr_auto] gap-y-1.5">
              <dt>free</dt>
              <dd className="m-0 text-right font-semibold">
                <Explain why={r.free_why}>{units.show('area', r.free_m2)}</Explain>
              </dd>
              <dt>longest lane, 0.9 m wide</dt>
              <dd className="m-0 text-right font-semibold">
                <Explain why={r.lane_why}>{r.lane_m > 0 ? units.show('length', r.lane_m) : 'none'}</Explain>
              </dd>
              <dt>lengths for a 50 ft (15 m) carry</dt>
              <dd className="m-0 text-right font-semibold">{r.lengths_50ft > 0 ? r.lengths_50ft : 'hold standing instead'}</dd>
            </dl>
          </section>
          <Cautions station="space" />
        </div>
      </div>
    </div>
  )
}

function Headrooms() {
  const { desk, units } = useBench()
  const heads = desk.results.heads
  if (heads.length === 0) return <p className="text-soft">Headroom needs the client's stature: type it at Client.</p>
  return (
    <section className="min-w-0">
      <Head aside="for this body under this ceiling">Headroom</Head>
      <DataTable
        label="Headroom"
        rows={heads}
        id={(h) => h.use}
        columns={[
          { head: 'use', names: true, cell: (h) => h.name },
          {
            head: 'ceiling needed',
            figure: true,
            cell: (h) => <Explain why={h.why}>{units.show('height', h.needs_m)}</Explain>,
          },
          {
            head: 'to spare',
            figure: true,
            cell: (h) => (
              <span className={!h.known ? 'text-soft' : h.fits ? 'text-covered' : 'text-missing'}>
                {h.known ? (h.fits ? units.show('height', h.margin_m) : `${units.show('height', -h.margin_m)} short`) : 'not measured'}
              </span>
            ),
          },
          { head: 'what works instead', quiet: true, cell: (h) => h.instead || '–' },
        ]}
      />
    </section>
  )
}
