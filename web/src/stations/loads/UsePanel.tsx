import { Link } from 'react-router'
import type { Container, Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { percent } from '../../lib/format'

/** How it behaves in use: what it may be used for, in the swing, in the curl, and until when its weight is believed. */
export function UsePanel({ container: c, load, on }: { container: Container; load: Shapes['Load']; on?: Shapes['OnBench'] }) {
  const { units, person } = useBench()
  const stature = person.stature_m
  const stock = (
    <Link className="text-action underline underline-offset-2" to={`../stock?of=${c.id}`} relative="path">
      measure it at Stock
    </Link>
  )
  const free = Math.max(0, 1 - (load.volume_l + load.packed_l) / c.capacity_l)
  const hangs = ['bag', 'backpack', 'duffel', 'bucket', 'jug'].includes(c.kind)
  return (
    <dl className="m-0 grid gap-x-6 gap-y-2 text-body sm:grid-cols-[9rem_1fr]">
      <dt className="font-cond text-soft">held as</dt>
      <dd className="m-0">{load.holds.length > 0 ? load.holds.join(', ') : 'nothing: too heavy for every hold, or empty'}</dd>
      {c.shape !== 'as-sold' && (
        <>
          <dt className="font-cond text-soft">inside, moving</dt>
          <dd className="m-0">
            {percent(free)} of it is free:{' '}
            <b className={load.steadiness === 'steady' ? 'text-covered' : 'text-action'}>{load.steadiness}</b>
            {load.steadiness === 'shifts' && '. Fill it up, stuff it with towels, or keep it out of swings and off the shoulders'}
            {load.steadiness === 'not overhead' && '. Overhead wants a closed, hard container, nearly full, at half of its rating'}.
          </dd>
        </>
      )}
      {hangs && (
        <>
          <dt className="font-cond text-soft">in a swing</dt>
          <dd className="m-0">
            {on?.swing ? (
              <>
                <b className={on.swing.clear ? 'text-covered' : 'text-action'}>
                  {on.swing.standing_m < 0
                    ? `drags on the floor by ${units.show('level', -on.swing.standing_m)}`
                    : `${units.show('level', on.swing.standing_m)} stay free with the arms down`}
                </b>
                {on.swing.clear ? '' : ', too little to swing: shorten the straps'}. At most {units.show('mass', on.swing.limit_kg)} swung
                (a third of what it is good for). With the back level and the arms straight down it is{' '}
                {on.swing.hinged_m < 0
                  ? `${units.show('level', -on.swing.hinged_m)} below the floor`
                  : `${units.show('level', on.swing.hinged_m)} above it`}
                : keep the arms by the thighs.
              </>
            ) : stature > 0 ? (
              <>How far does it hang below the grip? {stock}.</>
            ) : (
              'Needs the stature of the client.'
            )}
          </dd>
        </>
      )}
      {c.kind === 'bucket' && (
        <>
          <dt className="font-cond text-soft">in a curl</dt>
          <dd className="m-0">
            {on?.curl ? (
              on.curl.lost > 0 ? (
                <>
                  <b className="text-action">{percent(on.curl.lost)} of the top is lost</b>: the rim meets the forearm at{' '}
                  {Math.round(on.curl.meets_at_deg)}° {on.curl.meets_at_deg < 0 ? 'below' : 'above'} level. A narrower thing, or a longer
                  bail, gives it back.
                </>
              ) : (
                <b className="text-covered">the whole curl stays free</b>
              )
            ) : stature > 0 ? (
              <>How wide is it outside, and how far does it hang? {stock}.</>
            ) : (
              'Needs the stature of the client.'
            )}
          </dd>
        </>
      )}
      <dt className="font-cond text-soft">weighed again</dt>
      <dd className="m-0">
        every {on?.again_days ?? '…'} days (house value: 14 open and wet, 180 sealed and wet, 365 sealed and dry). Look at handle, seam and
        cap each time.
      </dd>
    </dl>
  )
}
