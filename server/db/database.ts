export type Row = Record<string, unknown>

/** The one row of an answer that cannot be empty: a count, what was just inserted. @throws Error where it is all the same */
export function theRow(rows: readonly Row[]): Row {
  const [row] = rows
  if (!row) throw new Error('a row that must be there is not')
  return row
}

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
  /** Runs `work` while no other process runs work of this name on the same database. */
  alone<T>(name: string, work: () => Promise<T>): Promise<T>
  /**
   * Runs `work`, which only reads, on the state of one moment where the engine can do so without holding others up; else what it
   * reads later may be newer.
   */
  snapshot<T>(work: (tx: Queryable) => Promise<T>): Promise<T>
  /** The whole embedded database as an archive, for a prepared image. */
  dump(): Promise<Uint8Array>
  close(): Promise<void>
}

/** An error from the database with its SQLSTATE, or the system's code where it was not reached at all. */
export class DatabaseError extends Error {
  readonly sqlState: string
  readonly constraint: string

  constructor(message: string, sqlState: string, constraint: string) {
    super(message)
    this.name = 'DatabaseError'
    this.sqlState = sqlState
    this.constraint = constraint
  }

  /** The database itself is not there or has just gone: nothing is wrong with what was asked. */
  get away(): boolean {
    return /^(08|57P0[1-3]|53300|EC|ENO|EPIPE|ETIMEDOUT|EHOST)/.test(this.sqlState)
  }
}
