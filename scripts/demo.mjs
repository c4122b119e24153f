import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { ensureBuilt, ensureImage, ensureInstalled, root } from './ready.mjs'

const { values } = parseArgs({
  options: {
    fresh: { type: 'boolean', default: false },
    port: { type: 'string', default: '4280' },
    'bench-port': { type: 'string', default: '4281' },
    data: { type: 'string', default: join(root, '.kevro-demo') },
  },
})
ensureInstalled()
ensureBuilt()
const image = ensureImage()
const bench = spawn(
  process.execPath,
  [join(root, 'dist/server/simulatedBench.js'), '--port', values['bench-port'], '--on', 'frame-1'],
  { stdio: 'inherit' },
)
const server = spawn(
  process.execPath,
  [
    join(root, 'dist/server/main.js'),
    '--demo',
    '--port',
    values.port,
    '--data',
    values.data,
    '--web',
    join(root, 'dist/web'),
    '--image',
    image,
    '--bench',
    values['bench-port'],
    ...(values.fresh ? ['--fresh'] : []),
  ],
  { stdio: 'inherit' },
)
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    bench.kill(signal)
    server.kill(signal)
  })
server.on('exit', (code) => {
  bench.kill('SIGTERM')
  process.exit(code ?? 0)
})
