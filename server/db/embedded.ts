import { readFile } from 'node:fs/promises'
import { Worker } from 'node:worker_threads'
import { closeToOthers } from './dataFolder.ts'
import { DatabaseError, type Database, type Queryable, type Row } from './database.ts'

export interface OpenOptions {
  /** Folder of the embedded database; null keeps it in memory. */
  dataDir: string | null
  /** A prepared image to start an empty folder from. */
  image?: Uint8Array | null
}

/** What a thread of the database begins with. */
export interface ThreadData extends OpenOptions {
  program: WebAssembly.Module
}

let program: Promise<WebAssembly.Module> | null = null
/** The engine's program, compiled once for all databases of this process: threads share what is compiled. */
const engineProgram = (): Promise<WebAssembly.Module> =>
  (program ??= readFile(new URL('pglite.wasm', import.meta.resolve('@electric-sql/pglite'))).then((bytes) =>
    WebAssembly.compile(bytes),
  ))

/** The embedded database, in a thread of its own so that it never holds up the server. */
export async function openEmbedded({ dataDir, image = null }: OpenOptions): Promise<Database> {
  const worker = await startWorker({ dataDir, image, program: await engineProgram() })
  const waiting = new Map<number, { resolve(value: unknown): void; reject(error: Error): void }>()
  let next = 1
  let gone: Error | null = null
  const lost = (error: Error) => {
    gone = error
    for (const call of waiting.values()) call.reject(error)
    waiting.clear()
  }
  worker.on('error', lost)
  worker.on('exit', () => lost(new DatabaseError('the database has stopped', 'ECONNLOST', '')))
  worker.on(
    'message',
    (reply: { id: number; result?: unknown; error?: { message: string; code: string; constraint: string } }) => {
      const call = waiting.get(reply.id)
      waiting.delete(reply.id)
      if (reply.error) call?.reject(new DatabaseError(reply.error.message, reply.error.code, reply.error.constraint))
      else call?.resolve(reply.result)
    },
  )
  const call = (message: Row): Promise<unknown> =>
    new Promise((resolve, reject) => {
      if (gone) return reject(gone)
      const id = next++
      waiting.set(id, { resolve, reject })
      worker.postMessage({ ...message, id })
    })
  const queryable = (tx: number | null): Queryable => ({
    query: (sql, params = []) => call({ op: 'query', sql, params, tx }) as Promise<Row[]>,
    exec: (sql) => call({ op: 'exec', sql, tx }) as Promise<void>,
  })
  let lone: Promise<unknown> = Promise.resolve()
  await call({ op: 'ready' })
  // An unpacked image brings the rights that it was packed with.
  if (dataDir && image) closeToOthers(dataDir)
  return {
    ...queryable(null),
    async transaction(work) {
      const tx = (await call({ op: 'begin' })) as number
      try {
        const result = await work(queryable(tx))
        await call({ op: 'commit', tx })
        return result
      } catch (error) {
        if (!gone) await call({ op: 'rollback', tx }).catch(() => undefined)
        throw error
      }
    },
    // The folder belongs to this process alone; within it one after the other.
    alone: (_name, work) => (lone = lone.catch(() => undefined).then(work)) as never,
    // One session for all: a transaction for as long as an archive takes would let nobody save.
    snapshot: (work) => work(queryable(null)),
    dump: () => call({ op: 'dump' }) as Promise<Uint8Array>,
    async close() {
      if (gone) return
      await call({ op: 'close' })
      await worker.terminate()
    },
  }
}

/** The worker beside this file: as it was built, or put together from its source while developing and testing. */
async function startWorker(workerData: ThreadData): Promise<Worker> {
  const here = import.meta.url
  const built = here.endsWith('.ts')
    ? (await import('./workerFromSource.ts')).workerFromSource()
    : new URL('./embeddedWorker.js', here)
  return new Worker(built, { workerData })
}
