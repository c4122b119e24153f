import { PGlite, type Transaction } from '@electric-sql/pglite'
import { parentPort, workerData } from 'node:worker_threads'

interface Call {
  id: number
  op: 'ready' | 'query' | 'exec' | 'begin' | 'commit' | 'rollback' | 'dump' | 'close'
  sql?: string
  params?: unknown[]
  tx?: number | null
}

const { dataDir, image } = workerData as { dataDir: string | null; image: Uint8Array | null }
const opening = PGlite.create({
  ...(dataDir ? { dataDir } : {}),
  ...(image ? { loadDataDir: new Blob([image as BlobPart]) } : {}),
})

/** Open transactions: the handle to query through, and how to end it. */
const open = new Map<number, { tx: Transaction; end(keep: boolean): void; ended: Promise<void> }>()
let nextTx = 1

function begin(db: PGlite): Promise<number> {
  const id = nextTx++
  return new Promise((started, failed) => {
    const ended: Promise<void> = db.transaction(async (tx) => {
      const keep = await new Promise<boolean>((end) => {
        open.set(id, { tx, end, ended: Promise.resolve().then(() => ended) })
        started(id)
      })
      if (!keep) await tx.rollback()
    })
    ended.catch(failed)
  })
}

async function finish(id: number, keep: boolean): Promise<void> {
  const transaction = open.get(id)!
  open.delete(id)
  transaction.end(keep)
  await transaction.ended
}

async function answer(call: Call): Promise<unknown> {
  const db = await opening
  const target = call.tx ? open.get(call.tx)!.tx : db
  switch (call.op) {
    case 'ready':
      return null
    case 'query':
      return (await target.query(call.sql!, call.params)).rows
    case 'exec':
      await target.exec(call.sql!)
      return null
    case 'begin':
      return begin(db)
    case 'commit':
      return finish(call.tx!, true)
    case 'rollback':
      return finish(call.tx!, false)
    case 'dump':
      return new Uint8Array(await (await db.dumpDataDir('gzip')).arrayBuffer())
    case 'close':
      return db.close()
  }
}

parentPort!.on('message', (call: Call) => {
  answer(call).then(
    (result) => parentPort!.postMessage({ id: call.id, result }),
    (error: Error & { code?: string; constraint?: string }) =>
      parentPort!.postMessage({
        id: call.id,
        error: { message: error.message, code: error.code ?? '', constraint: error.constraint ?? '' },
      }),
  )
})
