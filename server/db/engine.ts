import { PGlite, type Transaction } from '@electric-sql/pglite'
import { pg_trgm } from '@electric-sql/pglite/contrib/pg_trgm'
import { unaccent } from '@electric-sql/pglite/contrib/unaccent'
import type { FlushingFs } from './flushingFs.ts'
import { GroupCommit } from './groupCommit.ts'

export interface Call {
  id: number
  op: 'ready' | 'query' | 'exec' | 'begin' | 'commit' | 'rollback' | 'dump' | 'close'
  sql?: string
  params?: unknown[]
  tx?: number | null
}

export interface EngineFiles {
  /** Its files; null keeps everything in memory. */
  fs: FlushingFs | null
  image: Uint8Array | null
  /** The engine's program where it is compiled already. */
  program?: WebAssembly.Module
}

/** Flushing is asked for by itself, for all that was committed so far. */
const FLUSH = `SELECT pg_logical_emit_message(false, 'kevro', '', true)`
/** Outside a transaction a statement that only reads commits nothing. */
const READS = /^\s*(SELECT|WITH|SHOW)\b(?![\s\S]*\b(INSERT|UPDATE|DELETE)\b)/i

/** The embedded engine: one session, a transaction at a time, and nothing answered as committed before it is on the disk. */
export class Engine {
  private readonly opening: Promise<PGlite>
  /** The transaction that is open: the handle to query through, and how to end it. */
  private readonly open = new Map<number, { tx: Transaction; end(keep: boolean): void; ended: Promise<void> }>()
  private nextTx = 1
  /** How many stand in the queue of the engine. */
  private queued = 0
  private readonly lasting: boolean
  private readonly group = new GroupCommit(() => void this.flushWhenDue())

  constructor({ fs, image, program }: EngineFiles) {
    this.lasting = fs !== null
    this.opening = PGlite.create({
      extensions: { pg_trgm, unaccent },
      ...(program ? { pgliteWasmModule: program } : {}),
      ...(fs
        ? {
            fs,
            startParams: [
              ...PGlite.defaultStartParams.filter((param) => param !== '-F'),
              ...['-c', 'wal_sync_method=fsync', '-c', 'synchronous_commit=off'],
            ],
          }
        : {}),
      ...(image ? { loadDataDir: new Blob([image as BlobPart]) } : {}),
    })
  }

  /** The oldest commit has waited long enough: flushed through the transaction that is open, else by itself. */
  private async flushWhenDue(): Promise<void> {
    const db = await this.opening
    const [current] = this.open.values()
    if (current) await this.group.flushWith(() => current.tx.query(FLUSH))
    // Somebody waits: a flush would stand behind them. It is looked at again once their transaction is open.
    else if (this.queued > 0) this.group.wait()
    else await this.group.flushWith(() => db.query(FLUSH))
  }
  /** A commit: answered when it is on the disk; flushed at once when nobody else waits. */
  private async durable(db: PGlite): Promise<void> {
    if (!this.lasting) return
    const done = this.group.committed()
    if (this.queued === 0 && this.open.size === 0) void this.group.flushWith(() => db.query(FLUSH))
    await done
  }

  private begin(db: PGlite): Promise<number> {
    const id = this.nextTx++
    this.queued++
    return new Promise((started, failed) => {
      const ended: Promise<void> = db.transaction(async (tx) => {
        this.queued--
        const keep = await new Promise<boolean>((end) => {
          this.open.set(id, { tx, end, ended: Promise.resolve().then(() => ended) })
          started(id)
        })
        if (!keep) await tx.rollback()
      })
      ended.catch(failed)
    })
  }

  private async finish(db: PGlite, id: number, keep: boolean): Promise<null> {
    const transaction = this.open.get(id)!
    this.open.delete(id)
    transaction.end(keep)
    await transaction.ended
    if (keep) await this.durable(db)
    return null
  }

  private async outside<T>(db: PGlite, sql: string, run: () => Promise<T>): Promise<T> {
    this.queued++
    const result = await run().finally(() => this.queued--)
    if (!READS.test(sql)) await this.durable(db)
    return result
  }

  async answer(call: Call): Promise<unknown> {
    const db = await this.opening
    switch (call.op) {
      case 'ready':
        return null
      case 'query':
        if (call.tx) return (await this.open.get(call.tx)!.tx.query(call.sql!, call.params)).rows
        return (await this.outside(db, call.sql!, () => db.query(call.sql!, call.params))).rows
      case 'exec':
        if (call.tx) await this.open.get(call.tx)!.tx.exec(call.sql!)
        else await this.outside(db, call.sql!, () => db.exec(call.sql!))
        return null
      case 'begin':
        return this.begin(db)
      case 'commit':
        return this.finish(db, call.tx!, true)
      case 'rollback':
        return this.finish(db, call.tx!, false)
      case 'dump':
        return new Uint8Array(await (await db.dumpDataDir('gzip')).arrayBuffer())
      case 'close':
        return db.close()
    }
  }
}
