import { copyFileSync, existsSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs'
import { isAbsolute, join } from 'node:path'
import type { BackupList } from '#contract/backups.ts'
import type { Database } from '../db/database.ts'
import { flush, rename } from '../db/disk.ts'
import { manifestOf, rowsIn, verifyArchive, writeArchive, type Manifest } from './archive.ts'

export const REASONS = ['daily', 'button', 'import', 'migration', 'restore', 'erasure'] as const
export type BackupReason = (typeof REASONS)[number]

type Backup = BackupList['backups'][number]

const DAYS = 14
const MONTHS = 12
/** However old, so many of the newest stay. */
const NEWEST = 5
const NAME = /^kevro-(\d{4}-\d{2}-\d{2}T\d{6}Z)-([a-z]+)\.zip$/

const stampOf = (at: Date) => at.toISOString().replace(/:|\.\d+/g, '')
const momentOf = (stamp: string) => stamp.replace(/T(\d{2})(\d{2})(\d{2})Z/, 'T$1:$2:$3.000Z')

export const holdingsOf = (manifest: Manifest): NonNullable<Backup['holds']> => ({
  jobs: rowsIn(manifest, 'job'),
  players: rowsIn(manifest, 'player'),
  readings: rowsIn(manifest, 'reading'),
  photos: manifest.photos.length,
})

/** An import so soon after the last backup of its kind goes without another. */
const IMPORTS_APART_MS = 10 * 60 * 1000

/**
 * Which of these may go. Of each reason by itself the newest of each of the last 14 days and of each of the last 12 months stay, and the
 * five newest: many imports in one day throw nothing else away.
 * @param names file names, in any order
 */
export function mayGo(names: readonly string[], now: Date): string[] {
  const reasons = new Set(names.map((name) => NAME.exec(name)?.[2] ?? ''))
  return [...reasons].flatMap((reason) =>
    mayGoOf(
      names.filter((name) => NAME.exec(name)?.[2] === reason),
      now,
    ),
  )
}
function mayGoOf(names: readonly string[], now: Date): string[] {
  const all = names.flatMap((name) => {
    const stamp = NAME.exec(name)?.[1]
    return stamp ? [{ name, at: momentOf(stamp) }] : []
  })
  all.sort((a, b) => (a.at < b.at ? 1 : -1))
  const stay = new Set(all.slice(0, NEWEST).map((b) => b.name))
  for (const [length, many, step] of [
    [10, DAYS, (n: number) => new Date(Date.UTC(now.getUTCFullYear(), now.getUTCMonth(), now.getUTCDate() - n))],
    [7, MONTHS, (n: number) => new Date(Date.UTC(now.getUTCFullYear(), now.getUTCMonth() - n, 1))],
  ] as const)
    for (let n = 0; n < many; n++) {
      const period = step(n).toISOString().slice(0, length)
      const newest = all.find((b) => b.at.startsWith(period))
      if (newest) stay.add(newest.name)
    }
  return all.map((b) => b.name).filter((name) => !stay.has(name))
}

/** The backups of a shop: made by themselves and by hand, kept in its data folder and, if it wants, in a second one. */
export class Backups {
  readonly folder: string
  private readonly now: () => Date
  private making: Promise<unknown> = Promise.resolve()
  /** What went wrong with the last one, in words; empty when it went well. */
  problem = ''

  constructor(dataFolder: string, now: () => Date = () => new Date()) {
    this.folder = join(dataFolder, 'backups')
    this.now = now
  }

  private names(): string[] {
    return existsSync(this.folder) ? readdirSync(this.folder).filter((name) => NAME.test(name)) : []
  }
  pathOf(name: string): string | null {
    return this.names().includes(name) ? join(this.folder, name) : null
  }

  /** All of them go, and drafts of them, in the second folder too. */
  removeAll(second: string): void {
    for (const folder of [this.folder, ...(second ? [second] : [])])
      for (const name of existsSync(folder) ? readdirSync(folder) : [])
        if (NAME.test(name.replace(/\.part$/, ''))) rmSync(join(folder, name), { force: true })
  }

  /** The newest first, with what each holds; one that is cleared away meanwhile is none. */
  async list(): Promise<Backup[]> {
    const backups = this.names()
      .sort()
      .reverse()
      .map(async (name): Promise<Backup[]> => {
        const [, stamp = '', reason = ''] = NAME.exec(name) ?? []
        const path = join(this.folder, name)
        const manifest = await manifestOf(path).catch(() => null)
        const stat = statSync(path, { throwIfNoEntry: false })
        if (!stat) return []
        return [{ name, writtenAt: momentOf(stamp), reason, bytes: stat.size, holds: manifest && holdingsOf(manifest) }]
      })
    return (await Promise.all(backups)).flat()
  }

  /** Whether one of this reason was made some minutes ago. */
  hasFresh(reason: BackupReason): boolean {
    const newest = this.names()
      .filter((name) => NAME.exec(name)?.[2] === reason)
      .sort()
      .at(-1)
    if (!newest) return false
    const age = this.now().getTime() - Date.parse(momentOf(NAME.exec(newest)?.[1] ?? ''))
    return age >= 0 && age < IMPORTS_APART_MS
  }

  /** The newest that is whole, read from end to end; null when there is none. */
  async newestGood(): Promise<Backup | null> {
    for (const backup of await this.list())
      if (backup.holds && (await verifyArchive(join(this.folder, backup.name)).catch(() => null))) return backup
    return null
  }

  /** One at a time: written, flushed, named, read back from end to end, copied to the second folder; then old ones go. */
  make(db: Database, reason: BackupReason, second = ''): Promise<string> {
    const made: Promise<string> = this.making
      .catch(() => undefined)
      .then(() => this.makeNow(db, reason, second))
      .then(
        (name) => {
          this.problem = ''
          return name
        },
        (error: Error) => {
          this.problem = error.message
          throw error
        },
      )
    this.making = made
    return made
  }

  private async makeNow(db: Database, reason: BackupReason, second: string): Promise<string> {
    mkdirSync(this.folder, { recursive: true, mode: 0o700 })
    const at = this.now()
    const name = `kevro-${stampOf(at)}-${reason}.zip`
    const path = join(this.folder, name)
    await writeArchive(db, path, { writtenAt: at.toISOString(), reason })
    await verifyArchive(path)
    if (second) this.copyTo(second, path, name)
    for (const folder of [this.folder, ...(second ? [second] : [])])
      for (const old of mayGo(readdirSync(folder), at)) rmSync(join(folder, old), { force: true })
    return name
  }

  private copyTo(second: string, path: string, name: string): void {
    const why = wrongWith(second)
    if (why) throw new Error(`The backup was made in ${this.folder}, but not in the second folder: ${why}`)
    const draft = join(second, `${name}.part`)
    copyFileSync(path, draft)
    flush(draft)
    rename(draft, join(second, name))
  }

  /** Whether today has none yet. */
  isDue(): boolean {
    const today = this.now().toISOString().slice(0, 10)
    return !this.names().some((name) => NAME.exec(name)?.[1]?.startsWith(today))
  }
}

/** What is wrong with a second folder, in words; empty when nothing is. */
export function wrongWith(folder: string): string {
  if (!isAbsolute(folder)) return 'give the whole path, from the top.'
  if (!existsSync(folder) || !statSync(folder).isDirectory()) return `there is no folder ${folder}.`
  return ''
}
