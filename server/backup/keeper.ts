import { rmSync } from 'node:fs'
import { join } from 'node:path'
import { listErasures } from '../people/erase.ts'
import { databaseIn } from '../db/dataFolder.ts'
import { theRow, type Database } from '../db/database.ts'
import { openEmbedded } from '../db/embedded.ts'
import { migrate } from '../db/migrate.ts'
import type { SwitchableDatabase } from '../db/switchable.ts'
import { rebuildIndex } from '../queries/library.ts'
import { oneShop } from '../queries/shop.ts'
import type { Manifest } from './archive.ts'
import { Backups, type BackupReason } from './backups.ts'
import { keepCounts } from './counts.ts'
import { cleanRestored, keepErasures } from './erasures.ts'
import { dataOfBefore, goBack, isPrepared, prepareAnew, prepareRestore, takeOver } from './restore.ts'

const LOOK_MS = 15 * 60 * 1000

export interface KeeperParts {
  db: SwitchableDatabase
  dataFolder: string
  /** The embedded engine’s data can be put in place of others; a server’s are moved with a command. */
  embedded: boolean
  image: Uint8Array | null
  now?: () => Date
}

/** Sees to the backups of a running shop: daily, before what is risky, by hand; and to going back to one. */
export class Keeper {
  readonly backups: Backups
  readonly canRestore: boolean
  private readonly parts: KeeperParts
  private readonly now: () => Date
  private timer: NodeJS.Timeout | undefined
  /** What the prepared restore holds, until it is taken over. */
  private prepared: Manifest | null = null

  constructor(parts: KeeperParts) {
    this.parts = parts
    this.now = parts.now ?? (() => new Date())
    this.backups = new Backups(parts.dataFolder, this.now)
    this.canRestore = parts.embedded
  }

  /** Begins to look after the backups. */
  start(): void {
    const look = () =>
      void this.look().catch((error: Error) => console.error(`The daily backup was not made: ${error.message}`))
    this.timer = setInterval(look, LOOK_MS)
    this.timer.unref()
    setTimeout(look, 2000).unref()
  }
  private async look(): Promise<void> {
    await this.count()
    const { n } = theRow(await this.parts.db.query('SELECT count(*)::int AS n FROM job'))
    if (Number(n) > 0 && this.backups.isDue()) await this.make('daily')
  }
  /** How much there is, kept beside the data. */
  count(): Promise<void> {
    return keepCounts(this.parts.db, this.parts.dataFolder, this.now().toISOString())
  }
  async stop(): Promise<void> {
    clearInterval(this.timer)
    await this.count().catch(() => undefined)
  }

  async make(reason: BackupReason): Promise<string> {
    const { backupFolder } = await oneShop(this.parts.db)
    return this.backups.make(this.parts.db, reason, backupFolder)
  }

  /** When somebody was erased last; null: nobody was. */
  async erasedAt(): Promise<string | null> {
    return (await listErasures(this.parts.db)).at(-1)?.at ?? null
  }

  /** Backups, and data of before a restore, that were made until now. */
  async heldEarlier(): Promise<number> {
    return (await this.backups.list()).length + dataOfBefore(this.parts.dataFolder).length
  }

  /**
   * What was erased is gone from the files too: the embedded engine's data are written anew and the old files removed, a server's tables
   * are written anew by the server.
   * @param earlier backups and data of before a restore go as well, and a new backup is made
   */
  async wipe(earlier: boolean): Promise<void> {
    const { db, dataFolder, embedded } = this.parts
    await keepErasures(db, dataFolder)
    if (embedded) await this.rewrite()
    else await db.exec('VACUUM (FULL, ANALYZE)')
    if (!earlier) return
    const { backupFolder } = await oneShop(db)
    this.backups.removeAll(backupFolder)
    for (const name of dataOfBefore(dataFolder)) rmSync(join(dataFolder, name), { recursive: true, force: true })
    await this.make('erasure')
  }
  private async rewrite(): Promise<void> {
    const { dataFolder, image } = this.parts
    // Nothing may be written between the copy and the switch: it would be in the old files only.
    const before = await this.switchToPrepared((current) => prepareAnew(current, dataFolder, image, this.now()))
    rmSync(join(dataFolder, before), { recursive: true, force: true })
  }

  /** Puts a backup into a new folder, to be looked at before it takes over. @returns what it holds; null when there is no such backup */
  async prepare(name: string): Promise<Manifest | null> {
    const file = this.backups.pathOf(name)
    if (!file || !this.canRestore) return null
    this.prepared = await prepareRestore(this.parts.dataFolder, file, this.parts.image)
    return this.prepared
  }

  /** The prepared data take over; those of before are backed up and kept. @returns whether there was anything prepared */
  async takeOver(): Promise<boolean> {
    const { db, dataFolder } = this.parts
    if (!this.prepared || !isPrepared(dataFolder)) return false
    await this.switchToPrepared(async (current) => {
      const { backupFolder } = await oneShop(current)
      await this.backups.make(current, 'restore', backupFolder)
      await keepErasures(current, dataFolder)
    })
    this.prepared = null
    // Whom the shop erased since then stays erased.
    if (await cleanRestored(db, dataFolder)) await this.rewrite()
    await this.count()
    return true
  }

  /**
   * @param first done on the data of now, with nothing written to them any more
   * @returns the name that the data of before have now
   */
  private async switchToPrepared(first: (current: Database) => Promise<void>): Promise<string> {
    const { db, dataFolder } = this.parts
    const open = async (): Promise<Database> => {
      const opened = await openEmbedded({ dataDir: databaseIn(dataFolder) })
      await migrate(opened)
      await rebuildIndex(opened)
      return opened
    }
    let before = ''
    const next = async (): Promise<Database> => {
      before = takeOver(dataFolder, this.now())
      return open().catch((error: unknown) => {
        goBack(dataFolder, before)
        throw error
      })
    }
    await db.switchTo({ first, next, before: open })
    return before
  }
}
