import { Worker } from 'node:worker_threads'
import pg from 'pg'

export type Row = Record<string, unknown>

/** What a query can be sent to: the database or an open transaction. */
export interface Queryable {
  query(sql: string, params?: readonly unknown[]): Promise<Row[]>
  /** Several statements without parameters. */
  exec(sql: string): Promise<void>
}

/** One small interface over the embedded database and a PostgreSQL server. */
export interface Database extends Queryable {
  /** Runs `work` in one transaction: all of it or none. Inside, use only `tx`. */
  transaction<T>(work: (tx: Queryable) => Promise<T>): Promise<T>
  /** The whole embedded database as an archive, for a prepared image. */
  dump(): Promise<Uint8Array>
  close(): Promise<void>
}

/** An error from the database with its SQLSTATE. */
export class DatabaseError extends Error {
  readonly sqlState: string
  readonly constraint: string

  constructor(message: string, sqlState: string, constraint: string) {
    super(message)
    this.name = 'DatabaseError'
    this.sqlState = sqlState
    this.constraint = constraint
  }
}

export interface OpenOptions {
  /** Folder of the embedded database; null keeps it in memory. */
  dataDir: string | null
  /** A prepared image to start an empty folder from. */
  image?: Uint8Array | null
}

/** The embedded database, in a thread of its own so that it never holds up the server. */
export async function openEmbedded({ dataDir, image = null }: OpenOptions): Promise<Database> {
  const worker = startWorker({ dataDir, image })
  const waiting = new Map<number, { resolve(value: unknown): void; reject(error: Error): void }>()
  let next = 1
  let gone: Error | null = null
  const lost = (error: Error) => {
    gone = error
    for (const call of waiting.values()) call.reject(error)
    waiting.clear()
  }
  worker.on('error', lost)
  worker.on('exit', () => lost(new Error('the database has stopped')))
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
  await call({ op: 'ready' })
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
    dump: () => call({ op: 'dump' }) as Promise<Uint8Array>,
    async close() {
      if (gone) return
      await call({ op: 'close' })
      await worker.terminate()
    },
  }
}

/** The worker beside this file: as it was built, or from its source while developing and testing. */
function startWorker(workerData: OpenOptions): Worker {
  const here = import.meta.url
  if (!here.endsWith('.ts')) return new Worker(new URL('./embeddedWorker.js', here), { workerData })
  const source = new URL('./embeddedWorker.ts', here).href
  const bootstrap = `import('tsx/esm/api').then(({ register }) => { register(); return import(${JSON.stringify(source)}) })`
  return new Worker(bootstrap, { eval: true, workerData })
}

/** A PostgreSQL server, with the same SQL. */
export async function openServer(url: string): Promise<Database> {
  const pool = new pg.Pool({ connectionString: url, max: 8 })
  const wrap = (client: { query(sql: string, params?: unknown[]): Promise<{ rows: Row[] }> }): Queryable => ({
    query: async (sql, params = []) => (await client.query(sql, [...params]).catch(rethrow)).rows,
    exec: async (sql) => void (await client.query(sql).catch(rethrow)),
  })
  await pool.query('SELECT 1')
  return {
    ...wrap(pool),
    async transaction(work) {
      const client = await pool.connect()
      try {
        await client.query('BEGIN')
        const result = await work(wrap(client))
        await client.query('COMMIT')
        return result
      } catch (error) {
        await client.query('ROLLBACK')
        throw error
      } finally {
        client.release()
      }
    },
    dump: () => Promise.reject(new Error('a PostgreSQL server is backed up with its own tools')),
    close: () => pool.end(),
  }
}

function rethrow(error: Error & { code?: string; constraint?: string }): never {
  throw new DatabaseError(error.message, error.code ?? '', error.constraint ?? '')
}
