// For daily use: the shop's own data, no demo world.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { ensureBuilt, ensureImage, ensureInstalled, root } from './ready.mjs'

ensureInstalled()
ensureBuilt()
const server = spawn(
  process.execPath,
  [
    join(root, 'dist/server/main.js'),
    '--web',
    join(root, 'dist/web'),
    '--image',
    ensureImage(),
    ...process.argv.slice(2),
  ],
  { stdio: 'inherit', cwd: root },
)
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
server.on('exit', (code) => process.exit(code ?? 0))
