import { useBench } from '../../lib/desk'
import { useFields } from '../../lib/file/useFields'
import { Cautions } from '../../ui/cautions'
import { Explain } from '../../ui/explain'
import { Choice, Flags, Quantity, Select } from '../../ui/field'
import { Figure } from '../../ui/figure'
import { Head } from '../../ui/parts'
import { DataTable } from '../../ui/table'

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
            cell: (h) => <Explain why={h.why}>{units.show('length', h.needs_m)}</Explain>,
          },
          {
            head: 'to spare',
            figure: true,
            cell: (h) => (
              <span className={!h.known ? 'text-soft' : h.fits ? 'text-covered' : 'text-action'}>
                {h.known ? (h.fits ? units.show('length', h.margin_m) : `${units.show('length', -h.margin_m)} short`) : 'not measured'}
              </span>
            ),
          },
          { head: 'what works instead', quiet: true, cell: (h) => h.instead || '–' },
        ]}
      />
    </section>
  )
}

/** The room from above, to scale, with what is taken. */
function FloorPicture() {
  const { desk, units } = useBench()
  const s = desk.file.space
  const [w, h] = [520, 250]
  const long = Math.max(s.length_m, s.width_m, 0.1)
  const short = Math.max(0.1, Math.min(s.length_m, s.width_m))
  const scale = Math.min((w - 110) / long, (h - 60) / short)
  const [rw, rh] = [long * scale, short * scale]
  const [x, y] = [(w - rw) / 2 - 16, (h - rh) / 2 - 8]
  const share = Math.min(1, s.taken_m2 / (long * short))
  return (
    <figure className="m-0">
      <svg
        viewBox={`0 0 ${w} ${h}`}
        className="squared w-full border border-line bg-sheet"
        role="img"
        aria-label={`Plan of the room: ${units.show('length', long)} by ${units.show('length', short)}, ${units.show('area', desk.results.free_m2)} free`}
      >
        <rect
          x={x}
          y={y}
          width={rw}
          height={rh}
          fill="var(--paper)"
          stroke="var(--ink)"
          strokeWidth={s.walls === 'drill' ? 5 : 3}
          strokeDasharray={s.walls === 'unknown' ? '8 5' : undefined}
        />
        {share > 0 && (
          <>
            <rect
              x={x + 2}
              y={y + 2}
              width={Math.max(0, rw * share - 4)}
              height={rh - 4}
              fill="var(--faint)"
              stroke="var(--mark)"
              strokeDasharray="3 3"
            />
            {share * rw > 54 && (
              <text x={x + (rw * share) / 2} y={y + rh / 2 + 5} textAnchor="middle" fontSize="var(--text-fine)" fill="var(--soft)">
                taken
              </text>
            )}
          </>
        )}
        {share < 0.9 && (
          <text
            x={x + rw * share + (rw * (1 - share)) / 2}
            y={y + rh / 2 + 6}
            textAnchor="middle"
            fontSize="var(--text-lead)"
            fontWeight="600"
            fill="var(--covered)"
          >
            {units.show('area', desk.results.free_m2)} free
          </text>
        )}
        <text x={x + rw / 2} y={y + rh + 24} textAnchor="middle" fontSize="var(--text-body)" fontWeight="600" fill="var(--ink)">
          {units.show('length', long)}
        </text>
        <text x={x + rw + 12} y={y + rh / 2 + 5} fontSize="var(--text-body)" fontWeight="600" fill="var(--ink)">
          {units.show('length', short)}
        </text>
      </svg>
      <figcaption className="text-fine text-soft">
        From above. Thick walls may be drilled, thin ones may not, dashed ones nobody knows of yet.
      </figcaption>
    </figure>
  )
}

/** The room from the side: the figure's reach against the ceiling. */
function Elevation() {
  const { desk, units } = useBench()
  const s = desk.file.space
  const stature = desk.file.profile.stature_m
  const [w, h] = [520, 250]
  const reach = desk.results.heights[0]?.m ?? 0
  const scale = (h - 40) / Math.max(s.ceiling_m, reach, 2.2)
  const floor = h - 14
  const ceiling = floor - s.ceiling_m * scale
  const overhead = desk.results.heads.find((x) => x.use === 'overhead')
  return (
    <figure className="m-0">
      <svg
        viewBox={`0 0 ${w} ${h}`}
        className="squared w-full border border-line bg-sheet"
        role="img"
        aria-label={
          s.ceiling_m
            ? `Side view: ceiling at ${units.show('length', s.ceiling_m)}, overhead grip at ${units.show('length', reach)}`
            : 'Side view: the ceiling has not been measured'
        }
      >
        <line x1="0" x2={w} y1={floor} y2={floor} stroke="var(--ink)" strokeWidth="3" />
        {s.ceiling_m > 0 && <line x1="0" x2={w} y1={ceiling} y2={ceiling} stroke="var(--ink)" strokeWidth="5" />}
        {stature > 0 && <Figure stature={stature} x={150} floor={floor} scale={scale} />}
        {stature > 0 && (
          <g>
            <line
              x1={190}
              x2={300}
              y1={floor - reach * scale}
              y2={floor - reach * scale}
              stroke={s.ceiling_m && reach > s.ceiling_m ? 'var(--action)' : 'var(--covered)'}
              strokeWidth="2"
              strokeDasharray="4 3"
            />
            <text x={306} y={floor - reach * scale + 18} fontSize="var(--text-body)" fontWeight="600" fill="var(--ink)">
              overhead grip {units.show('length', reach)}
            </text>
          </g>
        )}
        <text x={12} y={ceiling + 20} fontSize="var(--text-body)" fontWeight="600" fill="var(--ink)">
          {s.ceiling_m > 0 ? `ceiling ${units.show('length', s.ceiling_m)}` : ''}
        </text>
        {overhead?.known && (
          <text
            x={306}
            y={floor - 20}
            fontSize="var(--text-body)"
            fill={overhead.fits ? 'var(--covered)' : 'var(--action)'}
            fontWeight="600"
          >
            {overhead.fits ? 'a standing press fits' : 'no standing press'}
          </text>
        )}
      </svg>
      <figcaption className="text-fine text-soft">From the side, to scale.</figcaption>
    </figure>
  )
}
