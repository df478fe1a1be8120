// What the description says a number or a text of a client's file may be, for the browser's fields; and what a new thing of
// each list is where nobody has said anything: neutral values, where one is allowed; and what of a profile is the customer's.
import { readFileSync, writeFileSync } from 'node:fs'

const [from = '../docs/openapi.json', to = 'src/api/bounds.ts'] = process.argv.slice(2)
const schemas = JSON.parse(readFileSync(from, 'utf8')).components.schemas
const bounds = {}
const blanks = {}

/** What stands where nothing was said; undefined where something has to be. */
function neutral(f) {
  if (f['x-otherwise'] !== undefined) return f['x-otherwise']
  const type = [f.type].flat()[0]
  if (type === 'array') return []
  if (type === 'boolean') return false
  if (type === 'string') return (f.enum ? f.enum.includes('') : !f.minLength) ? '' : undefined
  return f.enum ? undefined : (f.minimum ?? 0) <= 0 ? 0 : undefined
}

for (const [part, is] of Object.entries(schemas.File.properties)) {
  const name = (is.$ref ?? is.items?.$ref)?.split('/').at(-1)
  if (!name) continue
  const fields = {}
  for (const [field, f] of Object.entries(schemas[name].properties)) {
    const min = f['x-least'] ?? f.minimum
    const max = f.maximum ?? (f.enum ? undefined : f.maxLength)
    if (max !== undefined) fields[field] = min === undefined ? { max } : { min, max }
  }
  bounds[part.replaceAll('_', '-')] = fields
  if (!is.items) continue
  const { required = [], properties } = schemas[name]
  blanks[part] = Object.fromEntries(
    required
      .filter((field) => field !== 'id')
      .map((field) => [field, neutral(properties[field])])
      .filter(([, v]) => v !== undefined),
  )
}
const text = `// Made by scripts/bounds.mjs from the API's description. Do not edit.
export const bounds: Record<string, Record<string, { min?: number; max: number }>> = ${JSON.stringify(bounds, null, 2)}

export const blanks: Record<string, Record<string, unknown>> = ${JSON.stringify(blanks, null, 2)}

export const customers = ${JSON.stringify(Object.keys(schemas.Customer.properties))} as const
`
writeFileSync(to, text)
