import type { Shapes } from '../../api/client'
import { useBench } from '../desk'
import { tell } from '../notices'

type Label = Shapes['Label']

/** Tells of a change once it is kept, with a way of taking it back for as long as it is the last one. */
export function useTold() {
  const { box } = useBench()
  return async (text: string, change: Promise<boolean>, mine: (last: Label) => boolean) => {
    if (!(await change)) return
    const run = () => {
      const last = box.snapshot().desk?.steps.undo?.label
      if (last && mine(last)) box.step({ step: 'undo' })
      else tell('Something else has been changed since: take both back in what was changed (h).')
    }
    tell(text, { label: 'Take it back', run, back: true })
  }
}
