import { useBench } from '../lib/desk'
import { Note, Tape } from './parts'

/** The cautions that belong to a station, hold points first. */
export function Cautions({ station }: { station: string }) {
  const { desk } = useBench()
  const here = desk.results.cautions.filter((c) => c.station === station)
  if (here.length === 0) return null
  return (
    <div className="space-y-2" data-cautions>
      {here.map((c) =>
        c.hold ? (
          <Tape key={c.text} hold>
            {c.text}.
          </Tape>
        ) : (
          <Note key={c.text}>{c.text}.</Note>
        ),
      )}
    </div>
  )
}
