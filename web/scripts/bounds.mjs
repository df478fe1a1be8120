// What the description says a number or a text of a client's file may be, for the browser's fields.
import { readFileSync, writeFileSync } from 'node:fs'

const [from = '../docs/openapi.json', to = 'src/api/bounds.ts'] = process.argv.slice(2)
const schemas = JSON.parse(readFileSync(from, 'utf8')).components.schemas
const bounds = {}
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
}
const text = `// Made by scripts/bounds.mjs from the API's description. Do not edit.
export const bounds: Record<string, Record<string, { min?: number; max: number }>> = ${JSON.stringify(bounds, null, 2)}
`
writeFileSync(to, text)
