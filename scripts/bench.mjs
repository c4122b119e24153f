import { join } from 'node:path'
import { ensureBuilt, ensureChromium, ensureImage, ensureInstalled, root, run } from './ready.mjs'

ensureInstalled()
const chromium = ensureChromium()
ensureBuilt()
ensureImage()
run(process.execPath, ['--import', 'tsx', join(root, 'benchmarks/main.ts')], {
  env: { ...process.env, CHROMIUM_PATH: chromium },
})
