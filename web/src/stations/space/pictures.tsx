import { useBench } from '../../lib/desk'
import { Dimension, Label, Person, Scene, useSheet } from '../../ui/draw'

/** The room from above, to scale, with what is taken. */
export function FloorPicture() {
  const { desk, units } = useBench()
  const s = desk.file.space
  const long = Math.max(s.length_m, s.width_m, 0.1)
  const short = Math.max(0.1, Math.min(s.length_m, s.width_m))
  const free = units.show('area', desk.results.free_m2)
  const rows = [
    ['length', units.show('length', long)],
    ['width', units.show('length', short)],
    ['taken for good', units.show('area', s.taken_m2)],
    ['free', free],
  ]
  return (
    <figure className="m-0">
      <Scene
        label={`Plan of the room: ${units.show('length', long)} by ${units.show('length', short)}, ${free} free`}
        x={[0, long]}
        y={[0, short]}
        equal
        squared
        ratio={0.48}
        pad={{ left: 26, right: 74, top: 20, bottom: 38 }}
        table={{ head: ['of the room', 'is'], rows }}
      >
        <Room long={long} short={short} />
      </Scene>
      <figcaption className="text-fine text-soft">
        From above. Thick walls may be drilled, thin ones may not, dashed ones nobody knows of yet.
      </figcaption>
    </figure>
  )
}

function Room({ long, short }: { long: number; short: number }) {
  const { desk, units } = useBench()
  const { taken_m2, walls } = desk.file.space
  const s = useSheet()
  const share = Math.min(1, taken_m2 / (long * short))
  const [x0, x1, y0, y1] = [s.x(0), s.x(long), s.y(short), s.y(0)]
  const cut = x0 + (x1 - x0) * share
  const middle = (y0 + y1) / 2 + 5
  return (
    <>
      <rect
        x={x0}
        y={y0}
        width={x1 - x0}
        height={y1 - y0}
        fill="var(--paper)"
        stroke="var(--ink)"
        strokeWidth={walls === 'drill' ? 5 : 3}
        strokeDasharray={walls === 'unknown' ? '8 5' : undefined}
      />
      {share > 0 && (
        <rect
          x={x0 + 2}
          y={y0 + 2}
          width={Math.max(0, cut - x0 - 4)}
          height={y1 - y0 - 4}
          fill="var(--faint)"
          stroke="var(--mark)"
          strokeDasharray="3 3"
        />
      )}
      {cut - x0 > 54 && (
        <Label at={[(x0 + cut) / 2, middle]} anchor="middle">
          taken
        </Label>
      )}
      {share < 0.9 && (
        <Label at={[(cut + x1) / 2, middle]} anchor="middle" size="lead" as="covered" bold halo>
          {units.show('area', desk.results.free_m2)} free
        </Label>
      )}
      <Dimension from={[x0, y1 + 20]} to={[x1, y1 + 20]} text={units.show('length', long)} />
      <Dimension from={[x1 + 16, y0]} to={[x1 + 16, y1]} text={units.show('length', short)} />
    </>
  )
}

/** The room from the side: the client's reach, what a standing press needs, and the ceiling. */
export function Elevation() {
  const { desk, units } = useBench()
  const { ceiling_m: ceiling } = desk.file.space
  const reach = desk.results.heights[0]?.m ?? 0
  const press = desk.results.heads.find((h) => h.use === 'overhead')
  const rows = [
    ['ceiling', ceiling > 0 ? units.show('length', ceiling) : 'not measured'],
    ...(reach > 0 ? [['overhead grip, estimated', units.show('height', reach)]] : []),
    ...(press ? [['a standing press needs', units.show('height', press.needs_m)]] : []),
  ]
  return (
    <figure className="m-0">
      <Scene
        label={ceiling ? `Side view under a ceiling of ${units.show('length', ceiling)}` : 'Side view: the ceiling has not been measured'}
        x={[-0.8, 3.2]}
        y={[0, Math.max(ceiling, reach, press?.needs_m ?? 0, 2.2)]}
        equal
        squared
        ratio={0.48}
        pad={{ left: 10, right: 10, top: 26, bottom: 12 }}
        table={{ head: ['from the floor', 'at'], rows }}
      >
        <Standing />
      </Scene>
      <figcaption className="text-fine text-soft">From the side, to scale; the body is an estimate from stature and mass.</figcaption>
    </figure>
  )
}

function Standing() {
  const { desk, units } = useBench()
  const s = useSheet()
  const { ceiling_m: ceiling } = desk.file.space
  const { heights, heads, stander } = desk.results
  const reach = heights[0]?.m ?? 0
  const press = heads.find((h) => h.use === 'overhead')
  const verdict = !press?.known ? 'soft' : press.fits ? 'covered' : 'missing'
  const words = !press?.known
    ? 'ceiling not measured'
    : press.fits
      ? `a standing press fits, ${units.show('height', press.margin_m)} to spare`
      : `no standing press: ${units.show('height', -press.margin_m)} short`
  return (
    <>
      <line x1={0} x2={s.width} y1={s.y(0)} y2={s.y(0)} stroke="var(--ink)" strokeWidth="3" />
      {ceiling > 0 && (
        <>
          <line x1={0} x2={s.width} y1={s.y(ceiling)} y2={s.y(ceiling)} stroke="var(--ink)" strokeWidth="5" />
          <Label at={[10, s.y(ceiling) + 20]} size="body" as="ink" bold>
            ceiling {units.show('length', ceiling)}
          </Label>
        </>
      )}
      {stander && <Person joints={stander.reaching} physique={stander.physique} view="side" />}
      {press && (
        <>
          <line
            x1={s.x(0.3)}
            x2={s.x(1.2)}
            y1={s.y(press.needs_m)}
            y2={s.y(press.needs_m)}
            stroke={`var(--${verdict})`}
            strokeWidth="2"
            strokeDasharray="4 3"
          />
          <Label at={[s.x(1.2) + 6, s.y(press.needs_m) + (press.known && !press.fits ? -5 : 14)]} size="body" as="ink" bold halo>
            a standing press needs {units.show('height', press.needs_m)}
          </Label>
        </>
      )}
      {reach > 0 && <Label at={[s.x(1.2) + 6, s.y(reach * 0.82)]}>overhead grip about {units.show('height', reach)}</Label>}
      {press && (
        <Label at={[s.x(1.2) + 6, s.y(0) - 18]} size="body" as={verdict} bold>
          {words}
        </Label>
      )}
    </>
  )
}
