import { join } from 'node:path'
import { build as buildPages } from 'vite'
import { bundleForNode } from './bundle.mjs'
import { root } from './ready.mjs'

await bundleForNode(
  { main: 'server/main.ts', keep: 'server/keep.ts', simulatedBench: 'devices/main.ts' },
  join(root, 'dist/server'),
)
await buildPages({ configFile: join(root, 'vite.config.ts'), logLevel: 'warn' })
