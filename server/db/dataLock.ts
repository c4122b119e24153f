import { randomUUID } from 'node:crypto'
import { linkSync, mkdirSync, readdirSync, readFileSync, statSync, unlinkSync, writeFileSync } from 'node:fs'
import { hostname } from 'node:os'
import { join } from 'node:path'

/** The data folder is in use by another Kevro. */
export class DataFolderInUse extends Error {
  constructor(folder: string, holder: string) {
    super(
      `Another Kevro is already using the data folder ${folder}${holder ? ` (${holder})` : ''}.\n` +
        'Use the one that is open, or stop it first. Two at once would lose work, so this one has not started.',
    )
    this.name = 'DataFolderInUse'
  }
}

/** Who holds the folder. A process is known by its number and when it started: numbers come again. */
interface Holder {
  token: string
  pid: number
  started: string
  host: string
}
const PREFIX = 'in-use.'
const BEING_WRITTEN_MS = 10000

/**
 * Takes the folder for this process alone; the embedded database does not do so itself.
 *
 * Locks are numbered and written whole before they get their name. Whoever finds the holder of the highest number gone makes the
 * next number, which only one can; a lock counts only while it is the highest, and the highest is never removed while its holder
 * lives. So nothing is taken away from anybody, and two never hold the folder, however many start at once.
 * @returns a function that gives it back
 * @throws DataFolderInUse
 */
export function lockDataFolder(folder: string, isAlive: (holder: Holder) => boolean = isRunning): () => void {
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  const me: Holder = { token: randomUUID(), pid: process.pid, started: startOf(process.pid), host: hostname() }
  const draft = join(folder, `${PREFIX}draft-${me.token}`)
  writeFileSync(draft, JSON.stringify(me), { mode: 0o600, flush: true })
  try {
    for (;;) {
      const highest = numbersIn(folder).at(-1) ?? 0
      const holder = highest > 0 ? holderOf(fileOf(folder, highest)) : null
      if (holder === 'being written') throw new DataFolderInUse(folder, '')
      if (holder && isAlive(holder)) throw new DataFolderInUse(folder, messageOf(holder))
      const mine = highest + 1
      try {
        claim(draft, fileOf(folder, mine))
      } catch (error) {
        // Somebody else was first: look who.
        if ((error as NodeJS.ErrnoException).code === 'EEXIST') continue
        throw error
      }
      // Lower numbers are cleared away by their successors; one made late among them is not the highest.
      if (numbersIn(folder).at(-1) !== mine) {
        remove(fileOf(folder, mine))
        continue
      }
      for (const number of numbersIn(folder)) if (number < mine) remove(fileOf(folder, number))
      return () => giveBack(fileOf(folder, mine), me)
    }
  } finally {
    remove(draft)
  }
}

/** The highest number stays, so that nobody who looked before can make it again; its holder is no longer there. */
function giveBack(file: string, me: Holder): void {
  const holder = holderOf(file)
  if (holder !== 'being written' && holder?.token === me.token)
    writeFileSync(file, JSON.stringify({ ...me, pid: 0 }), { flush: true })
}

const fileOf = (folder: string, number: number) => join(folder, `${PREFIX}${number}`)
function numbersIn(folder: string): number[] {
  return readdirSync(folder)
    .flatMap((name) => (/^in-use\.\d+$/.test(name) ? [Number(name.slice(PREFIX.length))] : []))
    .sort((a, b) => a - b)
}
/** The draft gets its name, whole; where the disk knows no second names it is written under it, once. */
function claim(draft: string, file: string): void {
  try {
    linkSync(draft, file)
  } catch (error) {
    if (!['EPERM', 'ENOTSUP', 'EOPNOTSUPP', 'ENOSYS'].includes((error as NodeJS.ErrnoException).code ?? '')) throw error
    writeFileSync(file, readFileSync(draft), { flag: 'wx', mode: 0o600, flush: true })
  }
}
/** Who holds a lock; null when nobody does. One that cannot be read and is fresh is being written just now. */
function holderOf(file: string): Holder | 'being written' | null {
  try {
    return JSON.parse(readFileSync(file, 'utf8')) as Holder
  } catch {
    const age = Date.now() - (statSync(file, { throwIfNoEntry: false })?.mtimeMs ?? 0)
    return age < BEING_WRITTEN_MS ? 'being written' : null
  }
}
function remove(file: string): void {
  try {
    unlinkSync(file)
  } catch {
    // Somebody else cleared it away.
  }
}
const messageOf = (holder: Holder) =>
  holder.host === hostname() ? `process ${holder.pid}` : `process ${holder.pid} on the machine “${holder.host}”`

/** Another machine's processes cannot be seen from here: what it holds it holds. */
function isRunning(holder: Holder): boolean {
  if (!(holder.pid > 0)) return false
  if (holder.host !== hostname()) return true
  try {
    process.kill(holder.pid, 0)
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EPERM') return false
  }
  const started = startOf(holder.pid)
  return started === '' || holder.started === '' || started === holder.started
}

/** When a process started, as the system counts it; empty where it does not tell. */
function startOf(pid: number): string {
  try {
    // After the name in brackets, which may hold anything, the 20th field is the start.
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8')
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19] ?? ''
  } catch {
    return ''
  }
}
