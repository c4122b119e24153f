// For work on Kevro: server from source with the demo world, pages with hot reload at http://127.0.0.1:4290/
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { bin, ensureImage, ensureInstalled, root } from './ready.mjs'

ensureInstalled()
const image = ensureImage()
const children = [
  spawn(
    process.execPath,
    [
      '--import',
      'tsx',
      '--watch-path=server',
      '--watch-path=contract',
      join(root, 'server/main.ts'),
      '--demo',
      '--data',
      join(root, '.kevro-demo'),
      '--image',
      image,
      '--bench',
      '4281',
    ],
    { cwd: root, stdio: 'inherit' },
  ),
  spawn(process.execPath, ['--import', 'tsx', join(root, 'devices/main.ts'), '--on', 'frame-1'], {
    cwd: root,
    stdio: 'inherit',
  }),
  spawn(bin('vite'), [], { cwd: root, stdio: 'inherit' }),
]
const end = () => children.forEach((child) => child.kill('SIGTERM'))
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, end)
for (const child of children) child.on('exit', end)
