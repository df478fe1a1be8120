import { fieldOf } from '../lib/file/entry'
import { specOf } from '../lib/file/fields'
import { useRefusals } from '../lib/file/useFields'

/** What is said against a thing and has no control of its own to stand at. */
export function Refusals({ of: scope, except }: { of: string; except?: RegExp }) {
  const refused = Object.entries(useRefusals(scope)).filter(([path]) => {
    const spec = specOf(scope, fieldOf(path))
    const own = path !== '' && (spec.kind || spec.options || spec.needed || spec.yes || spec.max !== undefined)
    return !own && !except?.test(path)
  })
  if (refused.length === 0) return null
  return (
    <p role="alert" data-wrong className="my-1 text-fine text-wrong">
      {refused.map(([, why]) => `${why}.`).join(' ')}
    </p>
  )
}
