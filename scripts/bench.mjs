import { join } from 'node:path'
import { ensureBuilt, ensureChromium, ensureImage, ensureInstalled, root, run } from './ready.mjs'

ensureInstalled()
const chromium = ensureChromium()
ensureBuilt()
ensureImage()
// What is measured is made as what ships is: translated as it runs it would be slower.
const { bundleForNode } = await import('./bundle.mjs')
const out = join(root, '.cache/bench')
await bundleForNode({ main: 'benchmarks/main.ts', planWorkerThread: 'benchmarks/planWorkerThread.ts' }, out)
run(process.execPath, ['--enable-source-maps', join(out, 'main.js')], {
  env: { ...process.env, CHROMIUM_PATH: chromium },
})
