import { spawn } from 'node:child_process'
import { chmodSync, existsSync, mkdtempSync, rmSync, statfsSync } from 'node:fs'
import { join } from 'node:path'
import { postgresBin, startPostgres } from '../server/db/postgresServer.mjs'
import { bin, ensureBuilt, ensureChromium, ensureImage, ensureInstalled, root, run } from './ready.mjs'

ensureInstalled()
const chromium = ensureChromium()
const postgres = postgresBin()
if (!postgres) {
  console.error(
    'The tests need PostgreSQL. Install it (on Debian: apt-get install postgresql) or set PG_BIN to its programs.',
  )
  process.exit(1)
}
const MEMORY = '/dev/shm'
const ROOM_BYTES = 4 * 2 ** 30
/** Where the tests lay down their files: in memory where there is room for them, for a disk is slow to remove them. Gone at the end. */
function useScratch() {
  if (!existsSync(MEMORY)) return
  const { bavail, bsize } = statfsSync(MEMORY)
  if (bavail * bsize < ROOM_BYTES) return
  const folder = mkdtempSync(join(MEMORY, 'kevro-tests-'))
  // PostgreSQL runs as a user of its own and has its folder in this one.
  chmodSync(folder, 0o711)
  process.env.TMPDIR = folder
  // Broken off by hand it goes as well.
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => process.exit(1))
  process.on('exit', () => rmSync(folder, { recursive: true, force: true }))
}
/** Tests that stand on a database: they run on the embedded engine with all the others, and on PostgreSQL. */
const ON_BOTH = [
  'server/server.test.ts',
  'server/library.test.ts',
  'server/drawer.test.ts',
  'server/people',
  'server/fuzz.test.ts',
  'server/workOrder.test.ts',
  'server/backup',
  'server/devices',
  'server/sheets',
]
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
  ['indices', process.execPath, ['scripts/indexed.mjs']],
  ['rooms', process.execPath, ['scripts/rooms.mjs', '--check']],
])
const image = ensureImage()
useScratch()
step('unit tests', bin('vitest'), ['run'], { KEVRO_IMAGE: image })
const own = await startPostgres(postgres)
// `run` ends this process when a step fails: the server goes with it, before the folder that it stands in.
process.prependListener('exit', () => own.end())
step('the server on PostgreSQL', bin('vitest'), ['run', ...ON_BOTH], {
  KEVRO_IMAGE: image,
  KEVRO_TEST_SERVER: own.url(),
})
ensureBuilt()
step('browser tests', bin('playwright'), ['test'], { CHROMIUM_PATH: chromium, KEVRO_IMAGE: image })
