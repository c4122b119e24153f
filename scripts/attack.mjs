// What takes minutes: kill -9, power cuts, races for the folder, fuzz, a PostgreSQL that restarts. Figures for docs/reliability.md.
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { bin, ensureBuilt, ensureImage, ensureInstalled, root } from './ready.mjs'

const { values } = parseArgs({
  options: {
    kills: { type: 'string', default: '1000' },
    cuts: { type: 'string', default: '100' },
    races: { type: 'string', default: '500' },
    fuzz: { type: 'string', default: '100000' },
    schedules: { type: 'string', default: '100000' },
    minutes: { type: 'string', default: '120' },
    only: { type: 'string', multiple: true },
  },
})
ensureInstalled()
ensureBuilt()
const image = ensureImage()
const wanted = (name) => !values.only || values.only.includes(name)
let failed = 0
function run(name, program, args, env = {}) {
  if (!wanted(name)) return
  const start = Date.now()
  console.log(`\n— ${name}`)
  const { status } = spawnSync(program, args, {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, KEVRO_IMAGE: image, ...env },
  })
  console.log(`  ${name}: ${status === 0 ? 'stood' : 'DID NOT STAND'}, ${((Date.now() - start) / 1000).toFixed(0)} s`)
  if (status !== 0) failed++
}
const vitest = bin('vitest')
run('schedules', vitest, ['run', 'web/documents/outbox.test.ts'], { KEVRO_SCHEDULES: values.schedules })
run('races', vitest, ['run', 'server/db/dataLock.test.ts'], { KEVRO_RACES: values.races })
run('power', vitest, ['run', 'server/db/powerCut.test.ts'], { KEVRO_POWER_CUTS: values.cuts })
run('fuzz', vitest, ['run', 'server/fuzz.test.ts'], { KEVRO_FUZZ: values.fuzz })
run('kills', process.execPath, ['--import', 'tsx', join(root, 'scripts/attack/kills.ts'), values.kills])
run('postgres', process.execPath, ['--import', 'tsx', join(root, 'scripts/attack/restarts.ts'), values.minutes])
process.exit(failed === 0 ? 0 : 1)
