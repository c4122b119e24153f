import { parentPort, workerData } from 'node:worker_threads'
import type { ThreadData } from './embedded.ts'
import { Engine, type Call } from './engine.ts'
import { FlushingFs } from './flushingFs.ts'

const { dataDir, image = null, program } = workerData as ThreadData
const engine = new Engine({ fs: dataDir ? new FlushingFs(dataDir) : null, image, program })

parentPort!.on('message', (call: Call) => {
  engine.answer(call).then(
    (result) => parentPort!.postMessage({ id: call.id, result }),
    (error: Error & { code?: string; constraint?: string }) =>
      parentPort!.postMessage({
        id: call.id,
        error: { message: error.message, code: error.code ?? '', constraint: error.constraint ?? '' },
      }),
  )
})
