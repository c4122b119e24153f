import { databaseIn } from '../db/dataFolder.ts'
import type { Database } from '../db/database.ts'
import { openEmbedded } from '../db/embedded.ts'
import { migrate } from '../db/migrate.ts'
import type { SwitchableDatabase } from '../db/switchable.ts'
import { rebuildIndex } from '../queries/library.ts'
import { oneShop } from '../queries/shop.ts'
import type { Manifest } from './archive.ts'
import { Backups, type Reason } from './backups.ts'
import { keepCounts } from './counts.ts'
import { goBack, isPrepared, prepareRestore, takeOver } from './restore.ts'

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
    const [{ n }] = await this.parts.db.query('SELECT count(*)::int AS n FROM job')
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

  async make(reason: Reason): Promise<string> {
    const { backupFolder } = await oneShop(this.parts.db)
    return this.backups.make(this.parts.db, reason, backupFolder)
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
    await this.make('restore')
    const open = async (): Promise<Database> => {
      const opened = await openEmbedded({ dataDir: databaseIn(dataFolder) })
      await migrate(opened)
      await rebuildIndex(opened)
      return opened
    }
    await db.switchTo(async () => {
      const before = takeOver(dataFolder, this.now())
      return open().catch((error: unknown) => {
        goBack(dataFolder, before)
        throw error
      })
    }, open)
    this.prepared = null
    await this.count()
    return true
  }
}
