import { bin, ensureBuilt, ensureChromium, ensureImage, ensureInstalled, run } from './ready.mjs'

ensureInstalled()
const chromium = ensureChromium()
const step = (name, program, args, env = {}) => {
  const start = Date.now()
  console.log(`\n— ${name}`)
  run(program, args, { env: { ...process.env, ...env } })
  console.log(`  ${name}: ${((Date.now() - start) / 1000).toFixed(0)} s`)
}
step('types', bin('vue-tsc'), ['--noEmit', '-p', 'tsconfig.json'])
step('lint', bin('eslint'), ['.', '--max-warnings', '0'])
const image = ensureImage()
step('unit tests', bin('vitest'), ['run'], { KEVRO_IMAGE: image })
ensureBuilt()
step('browser tests', bin('playwright'), ['test'], { CHROMIUM_PATH: chromium, KEVRO_IMAGE: image })
