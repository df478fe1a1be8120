// Holds the size of the built scripts to their budgets, in bytes after gzip: what the first
// screen loads, and what a station adds of its own. The build fails above them.
import { readFileSync, rmSync } from 'node:fs'
import { gzipSync } from 'node:zlib'

const budgets = { first: 120_000, station: 25_000 }

const manifest = JSON.parse(readFileSync('dist/.vite/manifest.json', 'utf8'))
rmSync('dist/.vite', { recursive: true })

const size = (key) => (manifest[key].file.endsWith('.js') ? gzipSync(readFileSync(`dist/${manifest[key].file}`), { level: 9 }).length : 0)

/** A part of the build with all that it needs at once. */
function closure(key, into = new Set()) {
  if (into.has(key)) return into
  into.add(key)
  for (const next of manifest[key].imports ?? []) closure(next, into)
  return into
}

const total = (keys) => [...keys].reduce((n, k) => n + size(k), 0)
const failed = []
function hold(name, bytes, most) {
  console.log(`${name.padEnd(12)} ${(bytes / 1000).toFixed(1).padStart(6)} kB of ${most / 1000}`)
  if (bytes > most) failed.push(name)
}

const first = new Set([...closure('index.html'), ...closure('src/stations/start/Start.tsx')])
hold('first screen', total(first), budgets.first)

const stations = Object.keys(manifest).filter((k) => /src\/stations\/\w+\/\w+Station\.tsx$/.test(k))
if (stations.length < 8) throw new Error(`only ${stations.length} stations found in the build`)
const parts = new Map(stations.map((s) => [s, closure(s)]))
for (const s of stations) {
  const shared = (k) => stations.some((other) => other !== s && parts.get(other).has(k)) || first.has(k)
  hold(s.split('/')[2], total([...parts.get(s)].filter((k) => !shared(k))), budgets.station)
}
if (failed.length > 0) {
  console.error(`too large: ${failed.join(', ')}`)
  process.exit(1)
}
