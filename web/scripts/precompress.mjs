// Writes a brotli and a gzip copy beside each text file of the build.
import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync, gzipSync } from 'node:zlib'

const walk = (dir) =>
  readdirSync(dir).flatMap((name) => {
    const path = join(dir, name)
    return statSync(path).isDirectory() ? walk(path) : [path]
  })

for (const path of walk('dist')) {
  if (!/\.(js|css|html|svg)$/.test(path)) continue
  const data = readFileSync(path)
  writeFileSync(`${path}.br`, brotliCompressSync(data))
  writeFileSync(`${path}.gz`, gzipSync(data))
}
writeFileSync('dist/.gitkeep', '')
