import type { Database } from './database.ts'

/** How a database is put in another's place. */
export interface Switch {
  /** Done on the one of now, before it is closed; when it fails, nothing has changed. */
  first?: (current: Database) => Promise<void>
  next: () => Promise<Database>
  /** Opens the one of before again, when the next cannot be opened. */
  before: () => Promise<Database>
}

/** A database in whose place another can be put while the server runs: what is asked in between waits, and is asked of the next. */
export class SwitchableDatabase implements Database {
  private current: Database
  private held: Promise<void> | null = null
  private readonly running = new Set<Promise<unknown>>()

  constructor(current: Database) {
    this.current = current
  }

  query: Database['query'] = (sql, params) => this.through((db) => db.query(sql, params))
  exec: Database['exec'] = (sql) => this.through((db) => db.exec(sql))
  transaction: Database['transaction'] = (work) => this.through((db) => db.transaction(work))
  // What runs alone asks through this one again: it is each question of it that waits.
  alone: Database['alone'] = (name, work) => this.current.alone(name, work)
  snapshot: Database['snapshot'] = (work) => this.through((db) => db.snapshot(work))
  dump: Database['dump'] = () => this.through((db) => db.dump())
  close: Database['close'] = () => this.through((db) => db.close())

  private async through<T>(work: (db: Database) => Promise<T>): Promise<T> {
    while (this.held) await this.held
    const run = work(this.current)
    this.running.add(run)
    try {
      return await run
    } finally {
      this.running.delete(run)
    }
  }

  /**
   * Lets what runs come to its end, holds what is asked meanwhile, and puts the next in the place of this one; when that fails, the one
   * of before is opened again. Nothing is written between `first` and the next.
   */
  async switchTo({ first, next, before }: Switch): Promise<void> {
    while (this.held) await this.held
    let release = () => {}
    this.held = new Promise((go) => (release = go))
    try {
      await Promise.allSettled(this.running)
      await first?.(this.current)
      await this.current.close()
      try {
        this.current = await next()
      } catch (error) {
        this.current = await before()
        throw error
      }
    } finally {
      this.held = null
      release()
    }
  }
}
