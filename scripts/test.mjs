import { spawn } from 'node:child_process'
import { bin, ensureBuilt, ensureChromium, ensureImage, ensureInstalled, root, run } from './ready.mjs'

ensureInstalled()
const chromium = ensureChromium()
const seconds = (start) => ((Date.now() - start) / 1000).toFixed(0)
const step = (name, program, args, env = {}) => {
  const start = Date.now()
  console.log(`\n— ${name}`)
  run(program, args, { env: { ...process.env, ...env } })
  console.log(`  ${name}: ${seconds(start)} s`)
}
/** Several at once, each one's words kept together; ends this process when one fails. */
const together = (steps) =>
  Promise.all(
    steps.map(
      ([name, program, args]) =>
        new Promise((done) => {
          const start = Date.now()
          const child = spawn(program, args, { cwd: root })
          let said = ''
          child.stdout.on('data', (text) => (said += text))
          child.stderr.on('data', (text) => (said += text))
          child.on('close', (code) => {
            console.log(`\n— ${name}\n${said.trim()}\n  ${name}: ${seconds(start)} s`)
            if (code !== 0) process.exit(code ?? 1)
            done()
          })
        }),
    ),
  )
await together([
  ['types', bin('vue-tsc'), ['--noEmit', '-p', 'tsconfig.json']],
  ['lint', bin('eslint'), ['.', '--max-warnings', '0']],
])
const image = ensureImage()
step('unit tests', bin('vitest'), ['run'], { KEVRO_IMAGE: image })
ensureBuilt()
step('browser tests', bin('playwright'), ['test'], { CHROMIUM_PATH: chromium, KEVRO_IMAGE: image })
