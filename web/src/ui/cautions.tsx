import { useBench } from '../lib/desk'
import { Tape } from './parts'

/** The cautions that belong to a station, hold points first. */
export function Cautions({ station }: { station: string }) {
  const { desk } = useBench()
  const here = desk.results.cautions.filter((c) => c.station === station)
  if (here.length === 0) return null
  return (
    <div className="space-y-2" data-cautions>
      {here.map((c) => (
        <Tape key={c.text} hold={c.hold}>
          {c.text}.
        </Tape>
      ))}
    </div>
  )
}
