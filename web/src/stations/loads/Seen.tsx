import type { Shapes } from '../../api/client'
import { useBench } from '../../lib/desk'
import { Explain } from '../../ui/explain'
import { Button } from '../../ui/parts'

/** What the typed readings come to, before they are kept. */
export function Seen({
  seen,
  empty,
  onKeep,
}: {
  seen: Shapes['WeighedTry']
  empty: boolean
  onKeep: (v: Shapes['Weighing']['verdict']) => void
}) {
  const { library, units } = useBench()
  const w = seen.weighed
  const a = w.agreement
  const odd = w.odd.map((i) => i + 1)
  const most = library.scales.find((s) => s.name === w.scale)?.max_kg ?? 0
  const tooMuch = most > 0 && w.mass_kg > most ? most : 0
  return (
    <div className="mt-1 border-l-4 border-whatif bg-sheet px-3 py-2" aria-live="polite">
      <p className="m-0">
        <Explain why={w.why}>
          <b className="font-cond text-head">{units.show('mass-fine', w.mass_kg)}</b>
        </Explain>{' '}
        ± {units.pm('mass-fine', w.u95_kg)}
        {!empty && (
          <>
            {' '}
            · computed {units.show('mass-fine', seen.computed_kg)} ± {units.pm('mass-fine', seen.computed_u95_kg)}:{' '}
            <b className={a.within ? 'text-covered' : 'text-action'}>
              {a.within ? 'they agree' : a.contradicts ? 'they contradict each other' : 'further apart than their ±'}
            </b>
          </>
        )}
        {empty && ' · the empty mass from now on'}
      </p>
      {tooMuch > 0 && (
        <p className="m-0 text-fine text-action">
          A {w.scale} usually takes {units.show('mass', tooMuch)} at most: is it the right one?
        </p>
      )}
      {odd.length > 0 && (
        <p className="m-0 text-fine text-action">
          {odd.length > 1 ? `Readings ${odd.join(', ')} lie` : `Reading ${odd[0]} lies`} further from the others than such a scale scatters:
          strike it out above, or weigh once more.
        </p>
      )}
      {seen.batch && !w.contradicts && w.density_kg_l > 0 && (
        <p className="m-0 text-fine">
          It says {units.show('density', w.density_kg_l)} ± {units.pm('density', w.density_u95_kg_l)} of the batch, which goes from{' '}
          {units.show('density', seen.before_kg_l)} ± {units.pm('density', seen.before_u95_kg_l)} to{' '}
          <b>
            {units.show('density', seen.after_kg_l)} ± {units.pm('density', seen.after_u95_kg_l)}
          </b>
          {seen.sisters > 0 && `, and with it ${seen.sisters} other container${seen.sisters > 1 ? 's' : ''}`}.
        </p>
      )}
      {w.contradicts && (
        <p role="alert" className="m-0 text-fine text-action">
          It says {units.show('density', w.density_kg_l)} of the batch, more than 3 u from the {units.show('density', seen.after_kg_l)} that
          all else says. Check the level, the empty mass and whether it is the same filling; or keep it, and say whether it counts.
        </p>
      )}
      <div className="mt-1 flex flex-wrap gap-2">
        {w.contradicts ? (
          <>
            <Button onClick={() => onKeep('auto')}>Keep it, not counted</Button>
            <Button onClick={() => onKeep('counts')}>Keep it, and count it</Button>
          </>
        ) : (
          <Button look="solid" onClick={() => onKeep('auto')}>
            Keep the reading
          </Button>
        )}
      </div>
    </div>
  )
}
