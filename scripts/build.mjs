import { build } from 'esbuild'
import { cpSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { build as buildPages } from 'vite'
import { root } from './ready.mjs'

const out = join(root, 'dist/server')
rmSync(out, { recursive: true, force: true })
await build({
  entryPoints: {
    main: join(root, 'server/main.ts'),
    keep: join(root, 'server/keep.ts'),
    embeddedWorker: join(root, 'server/db/embeddedWorker.ts'),
    simulatedBench: join(root, 'devices/main.ts'),
  },
  outdir: out,
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
cpSync(join(root, 'server/db/migrations'), join(out, 'migrations'), { recursive: true })
await buildPages({ configFile: join(root, 'vite.config.ts'), logLevel: 'warn' })
