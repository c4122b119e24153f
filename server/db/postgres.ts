import pg from 'pg'
import { DatabaseError, type Database, type Queryable, type Row } from './database.ts'

/** How long anything may take before it is given up, ms. */
const LIMITS = {
  connectionTimeoutMillis: 5000,
  statement_timeout: 20000,
  lock_timeout: 5000,
  idle_in_transaction_session_timeout: 30000,
  // A server that vanished without a word answers no statement at all.
  query_timeout: 25000,
}

/** How long one waits for another's work that is done alone, ms. */
const ALONE_MS = 600000

type Client = { query(sql: string, params?: unknown[]): Promise<{ rows: Row[] }> }
/** One statement after the other, however many are asked for at once. */
function queryable(client: Client): Queryable {
  let last: Promise<unknown> = Promise.resolve()
  const ask = (sql: string, params?: unknown[]): Promise<Row[]> => {
    const answer = last.then(() => client.query(sql, params)).then(({ rows }) => rows, rethrow)
    last = answer.catch(() => undefined)
    return answer
  }
  return { query: (sql, params = []) => ask(sql, [...params]), exec: async (sql) => void (await ask(sql)) }
}

/** A PostgreSQL server, with the same SQL. It may go away and come back: what was asked in between fails and says so. */
export async function openServer(url: string): Promise<Database> {
  const pool = new pg.Pool({ connectionString: url, max: 8, ...LIMITS })
  // An idle connection that breaks is replaced with the next one that is needed.
  pool.on('error', () => undefined)
  // From its first moment on somebody listens: what ends a session in the same packet that greets it must not end the process.
  pool.on('connect', (client) => client.on('error', () => undefined))

  /** A connection for oneself; one that broke is not given back. */
  async function withClient<T>(work: (client: pg.PoolClient) => Promise<T>): Promise<T> {
    const client = await pool.connect().catch(rethrow)
    let broken: Error | undefined
    const breaks = (error: Error) => (broken = error)
    client.on('error', breaks)
    try {
      return await work(client)
    } finally {
      client.off('error', breaks)
      client.release(broken)
    }
  }

  const database: Database = {
    query: (sql, params) => withClient((client) => queryable(client).query(sql, params)),
    exec: (sql) => withClient((client) => queryable(client).exec(sql)),
    transaction: (work) =>
      withClient(async (client) => {
        const tx = queryable(client)
        await tx.exec('BEGIN')
        try {
          const result = await work(tx)
          await tx.exec('COMMIT')
          return result
        } catch (error) {
          // A rollback that fails has nothing left to roll back: the connection is gone, and with it the transaction.
          await tx.exec('ROLLBACK').catch((lost: Error) => client.emit('error', lost))
          throw error
        }
      }),
    alone: (name, work) =>
      withClient(async (client) => {
        const tx = queryable(client)
        // Others may take their time with what is done alone.
        await tx.exec('SET statement_timeout = 0; SET lock_timeout = 0')
        const patient = { text: 'SELECT pg_advisory_lock(hashtext($1))', values: [name], query_timeout: ALONE_MS }
        await client.query(patient).catch(rethrow)
        try {
          return await work()
        } finally {
          await tx
            .exec(`SELECT pg_advisory_unlock_all(); RESET statement_timeout; RESET lock_timeout`)
            .catch((lost: Error) => client.emit('error', lost))
        }
      }),
    snapshot: (work) =>
      withClient(async (client) => {
        const tx = queryable(client)
        await tx.exec('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY')
        try {
          return await work(tx)
        } finally {
          await tx.exec('COMMIT').catch((lost: Error) => client.emit('error', lost))
        }
      }),
    dump: () => Promise.reject(new Error('a PostgreSQL server is backed up with its own tools')),
    close: () => pool.end(),
  }
  try {
    await database.query('SELECT 1')
  } catch (error) {
    await pool.end()
    throw error
  }
  return database
}

/** Opens a server that may not be up yet, and tells each time that it is waited for. */
export async function waitForServer(url: string, tell: (why: string) => void, pauseMs = 2000): Promise<Database> {
  for (;;) {
    try {
      return await openServer(url)
    } catch (error) {
      if (!(error instanceof DatabaseError) || !error.away) throw error
      tell(error.message)
      await new Promise((next) => setTimeout(next, pauseMs))
    }
  }
}

function rethrow(error: Error & { code?: string; constraint?: string }): never {
  throw new DatabaseError(error.message, error.code ?? 'ECONNLOST', error.constraint ?? '')
}
