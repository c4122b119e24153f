import type { Database } from './database.ts'

/** A database in whose place another can be put while the server runs: what is asked in between fails and is asked again. */
export class SwitchableDatabase implements Database {
  private current: Database

  constructor(current: Database) {
    this.current = current
  }

  query: Database['query'] = (sql, params) => this.current.query(sql, params)
  exec: Database['exec'] = (sql) => this.current.exec(sql)
  transaction: Database['transaction'] = (work) => this.current.transaction(work)
  alone: Database['alone'] = (name, work) => this.current.alone(name, work)
  snapshot: Database['snapshot'] = (work) => this.current.snapshot(work)
  dump: Database['dump'] = () => this.current.dump()
  close: Database['close'] = () => this.current.close()

  /** Closes the one of now and opens the next; when that fails, the one of before is opened again. */
  async switchTo(next: () => Promise<Database>, before: () => Promise<Database>): Promise<void> {
    await this.current.close()
    try {
      this.current = await next()
    } catch (error) {
      this.current = await before()
      throw error
    }
  }
}
