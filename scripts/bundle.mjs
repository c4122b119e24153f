import { build } from 'esbuild'
import { cpSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { root } from './ready.mjs'

/**
 * Modules for Node, each with what it imports of Kevro inside; packages stay outside. The embedded database's thread and the migrations,
 * which the server looks for beside itself, are there too.
 * @param {Record<string, string>} entryPoints name of each and its source, from the root
 * @param {string} outdir emptied first
 */
export async function bundleForNode(entryPoints, outdir) {
  rmSync(outdir, { recursive: true, force: true })
  const all = { ...entryPoints, embeddedWorker: 'server/db/embeddedWorker.ts' }
  await build({
    entryPoints: Object.fromEntries(Object.entries(all).map(([name, path]) => [name, join(root, path)])),
    outdir,
    bundle: true,
    splitting: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    sourcemap: true,
    logLevel: 'warning',
    // Node's imports map points at the sources; the bundle has them inside.
    plugins: [
      { name: 'own', setup: (b) => b.onResolve({ filter: /^#/ }, ({ path }) => ({ path: join(root, path.slice(1)) })) },
    ],
  })
  cpSync(join(root, 'server/db/migrations'), join(outdir, 'migrations'), { recursive: true })
}
