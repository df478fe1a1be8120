import type { Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { type At, Dimension, extent, Label, otherSide, Person, Scene, type Sheet, seen, through, useSheet } from '../../ui/draw'
import type { Pull } from './forces'

type Move = Shapes['BandMovement']
type Spot = Shapes['Spot']

const sideNames = { side: 'the side', front: 'the front', above: 'above' } as const

/** The client's own proportions at the start and at the finish, with the band between its two ends, to scale. */
export function PullFigure({ pull, move }: { pull: Pull; move: Move }) {
  const { units } = useBench()
  const { x, y } = extent(move.view, [pull.start, pull.finish], pull.physique)
  const place = (s: Spot) => `${units.show('length', s.x)} ahead, ${units.show('length', s.y)} up, ${units.show('length', s.z)} out`
  return (
    <Scene
      label={`${move.name}, seen from ${sideNames[move.view]}`}
      x={x}
      y={y}
      equal
      squared
      ratio={0.62}
      most={620}
      pad={{ left: 22, right: move.view === 'above' ? 70 : 22, top: 26, bottom: 36 }}
      table={{
        head: ['of the band', 'at the start', 'at the finish'],
        rows: [
          ['the end that stays', place(pull.start.from), place(pull.finish.from)],
          ['the end that moves', place(pull.start.to), place(pull.finish.to)],
        ],
      }}
    >
      <Movement pull={pull} move={move} />
    </Scene>
  )
}

const placed = (s: Sheet, move: Move, spot: Spot): At => {
  const [x, y] = seen(move.view, spot)
  return [s.x(x), s.y(y)]
}

function Movement({ pull, move }: { pull: Pull; move: Move }) {
  const s = useSheet()
  const person = { physique: pull.physique, view: move.view, otherArm: move.place === 'under one foot' ? pull.start : undefined }
  return (
    <>
      {move.view !== 'above' && <line x1={0} x2={s.width} y1={s.y(0) + 1} y2={s.y(0) + 1} stroke="var(--ink)" strokeWidth="2" />}
      <Person joints={pull.start} faint {...person} />
      <Person joints={pull.finish} {...person} />
      <BandLine ends={pull.start} move={move} dashed />
      <BandLine ends={pull.finish} move={move} />
      {move.side !== '' && <Anchor pull={pull} move={move} />}
      {move.place === 'under the feet' && move.view === 'front' && <Stance wide={pull.rig.stance_m} />}
      <Label at={[8, 17]}>seen from {sideNames[move.view]}; start dashed</Label>
    </>
  )
}

/** What the band hangs from, and how far from it one stands. */
function Anchor({ pull, move }: { pull: Pull; move: Move }) {
  const { units } = useBench()
  const s = useSheet()
  const [x, y] = placed(s, move, pull.finish.from)
  const text = units.show('length', pull.rig.distance_m)
  const ahead = move.view === 'above' && move.side !== 'to the side'
  return (
    <g>
      <path d={move.view === 'above' ? `M${x} ${y - 40}v80` : `M${x} ${s.top / 2}V${s.y(0)}`} stroke="var(--mark)" strokeWidth="3" />
      <rect x={x - 5} y={y - 5} width="10" height="10" fill="var(--ink)" />
      {ahead ? (
        <Dimension from={[s.width - 60, y]} to={[s.width - 60, s.y(0)]} text={text} as="action" />
      ) : (
        <Dimension from={[x, s.height - 14]} to={[s.x(0), s.height - 14]} text={text} as="action" />
      )}
    </g>
  )
}

function Stance({ wide }: { wide: number }) {
  const { units } = useBench()
  const s = useSheet()
  const y = s.height - 14
  return <Dimension from={[s.x(-wide / 2), y]} to={[s.x(wide / 2), y]} text={units.show('level', wide)} as="action" />
}

type Ends = { from: Spot; to: Spot }

/** The band's run, on both sides where it has two. */
function BandLine({ ends: b, move, dashed }: { ends: Ends; move: Move; dashed?: boolean }) {
  const s = useSheet()
  const path = (...spots: Spot[]) => <path d={through(spots.map((q) => placed(s, move, q)))} />
  const feet = move.place === 'under the feet'
  const two = move.view !== 'side' && (feet || (move.side !== '' && b.to.z !== 0 && move.side !== 'to the side'))
  const back = move.place === 'round the back' || move.place === 'under the hands'
  return (
    <g fill="none" stroke="var(--ink)" strokeWidth={dashed ? 2 : 4} strokeDasharray={dashed ? '2 5' : undefined} strokeLinecap="round">
      {path(b.from, b.to)}
      {two && path(otherSide(b.from), otherSide(b.to))}
      {two && feet && path(b.from, otherSide(b.from))}
      {back && move.view !== 'side' && path(b.from, otherSide(b.from), otherSide(b.to))}
    </g>
  )
}
