import { createHash } from 'node:crypto'
import { mkdirSync, renameSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { buildSync } from 'esbuild'

let built: URL | null = null

/** The database's thread put together from its source, once for each process: while developing and testing there is no other. */
export function workerFromSource(): URL {
  if (built) return built
  const { outputFiles } = buildSync({
    entryPoints: [fileURLToPath(new URL('./embeddedWorker.ts', import.meta.url))],
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    write: false,
  })
  const { text } = outputFiles[0]!
  const folder = new URL('../../.cache/source/', import.meta.url)
  mkdirSync(folder, { recursive: true })
  const file = new URL(`embeddedWorker-${createHash('sha256').update(text).digest('hex').slice(0, 16)}.mjs`, folder)
  const making = new URL(`${file.href}.${process.pid}`)
  writeFileSync(making, text)
  renameSync(making, file)
  return (built = file)
}
