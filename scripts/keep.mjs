// Check, restore, save everything, move: npm run check -- --data my-shop
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { ensureBuilt, ensureImage, ensureInstalled, root } from './ready.mjs'

ensureInstalled()
ensureBuilt()
const [command, ...rest] = process.argv.slice(2)
const { status } = spawnSync(
  process.execPath,
  [join(root, 'dist/server/keep.js'), command, '--image', ensureImage(), ...rest],
  {
    stdio: 'inherit',
  },
)
process.exit(status ?? 1)
