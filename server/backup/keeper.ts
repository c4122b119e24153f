import { join } from 'node:path'
import { remove } from '../db/disk.ts'
import { eraseAgain, listErasures, noteWiped, unwipedSince } from '../people/erase.ts'
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
import { keepErasures, readErasures } from './erasures.ts'
import { goBack, heldBeside, isPrepared, prepareAnew, prepareRestore, takeOver } from './restore.ts'

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
  /** The backup that was prepared, until it is taken over, and who had been erased by then. */
  private prepared: { file: string; erasures: string } | null = null
  private wiping: Promise<void> | null = null
  /** Why what was erased is not out of the files yet; empty where nothing stands in the way. */
  wipeProblem = ''
  private readonly changed = new Set<() => void>()

  constructor(parts: KeeperParts) {
    this.parts = parts
    this.now = parts.now ?? (() => new Date())
    this.backups = new Backups(parts.dataFolder, this.now)
    this.canRestore = parts.embedded
  }

  /** Begins to look after the backups. */
  start(): void {
    const look = () => {
      void this.finishWiping().catch((error: Error) =>
        console.error(`What was erased is not out of the files yet: ${error.message}`),
      )
      void this.look().catch((error: Error) => console.error(`The daily backup was not made: ${error.message}`))
    }
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

  /** Before an import; one that comes soon after another goes upon the same. */
  async makeBeforeImport(): Promise<void> {
    if (!this.backups.hasFresh('import')) await this.make('import')
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
    return (await this.backups.list()).length + heldBeside(this.parts.dataFolder).length
  }

  /** Called back when the data are others, or somebody is gone from them. */
  onChange(heard: () => void): void {
    this.changed.add(heard)
  }
  tellChange(): void {
    for (const heard of this.changed) heard()
  }

  /** What was erased and is not out of the files yet, since when, and why. */
  async unwiped(): Promise<{ since: string; problem: string } | null> {
    const left = await unwipedSince(this.parts.db)
    return left && { since: left.since, problem: this.wipeProblem }
  }

  /**
   * What was erased is gone from the files too: the embedded engine's data are written anew and the old files removed, a server's tables
   * are written anew by the server; earlier backups and data of before as well where that is wanted. What is left is said by the
   * erasure's own row, so that whoever comes next finishes it.
   */
  finishWiping(): Promise<void> {
    this.wiping ??= this.wipe()
      .then(
        () => void (this.wipeProblem = ''),
        (error: Error) => {
          this.wipeProblem = error.message
          throw error
        },
      )
      .finally(() => (this.wiping = null))
    return this.wiping
  }
  private async wipe(): Promise<void> {
    const { db, dataFolder, embedded } = this.parts
    await db.transaction(async (tx) => eraseAgain(tx, await listErasures(tx)))
    for (let left = await unwipedSince(db); left; left = await unwipedSince(db)) {
      await keepErasures(db, dataFolder)
      if (embedded) await this.rewrite()
      else await db.exec('VACUUM (FULL, ANALYZE)')
      if (left.what === 'earlier') {
        const { backupFolder } = await oneShop(db)
        this.backups.removeAll(backupFolder)
        for (const path of heldBeside(dataFolder)) remove(path)
        await this.make('erasure')
      }
      // Somebody who was erased meanwhile is another one.
      await noteWiped(db, left.ids)
    }
  }
  private async rewrite(): Promise<void> {
    const { dataFolder, image } = this.parts
    // Nothing may be written between the copy and the switch: it would be in the old files only.
    const before = await this.switchToPrepared('erasure', (db) => prepareAnew(db, dataFolder, image, this.now()))
    remove(join(dataFolder, before))
  }

  /** Puts a backup into a new folder, to be looked at before it takes over. @returns what it holds; null when there is no such backup */
  async prepare(name: string): Promise<Manifest | null> {
    const file = this.backups.pathOf(name)
    if (!file || !this.canRestore) return null
    const { db, dataFolder, image } = this.parts
    await keepErasures(db, dataFolder)
    const manifest = await prepareRestore(dataFolder, file, image)
    this.prepared = { file, erasures: JSON.stringify(readErasures(dataFolder)) }
    return manifest
  }

  /** The prepared data take over; those of before are backed up and kept. @returns whether there was anything prepared */
  async takeOver(): Promise<boolean> {
    const { dataFolder, image } = this.parts
    const { prepared } = this
    if (!prepared || !isPrepared(dataFolder)) return false
    await this.switchToPrepared('restore', async (current) => {
      const { backupFolder } = await oneShop(current)
      await this.backups.make(current, 'restore', backupFolder)
      await keepErasures(current, dataFolder)
      // Whom the shop erased since it was prepared stays erased.
      if (JSON.stringify(readErasures(dataFolder)) !== prepared.erasures)
        await prepareRestore(dataFolder, prepared.file, image)
    })
    this.prepared = null
    await this.count()
    this.tellChange()
    return true
  }

  /**
   * @param first done on the data of now, with nothing written to them any more
   * @returns the name that the data of before have now
   */
  private async switchToPrepared(
    cause: 'restore' | 'erasure',
    first: (current: Database) => Promise<void>,
  ): Promise<string> {
    const { db, dataFolder } = this.parts
    const open = async (): Promise<Database> => {
      const opened = await openEmbedded({ dataDir: databaseIn(dataFolder) })
      await migrate(opened)
      await rebuildIndex(opened)
      return opened
    }
    let before = ''
    const next = async (): Promise<Database> => {
      before = takeOver(dataFolder, this.now(), cause)
      return open().catch((error: unknown) => {
        goBack(dataFolder, before)
        throw error
      })
    }
    await db.switchTo({ first, next, before: open })
    return before
  }
}
