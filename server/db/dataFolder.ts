import { chmodSync, existsSync, lstatSync, mkdirSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

/** Something about the folder or the machine keeps Kevro from starting; the words say what to do. */
export class CannotStart extends Error {
  constructor(words: string) {
    super(words)
    this.name = 'CannotStart'
  }
}

const OWNER_ONLY = { folder: 0o700, file: 0o600 }
const DEMO_MARK = 'demo.txt'

export const DISK_FULL = 'The disk is full. Nothing is lost or damaged; free some space and start again.'
/** Whether something failed because the disk is full, however it was said. */
export function diskFull(error: unknown): boolean {
  const { message = '', code = '' } = error as { message?: string; code?: string }
  return code === 'ENOSPC' || code === '53100' || /no space left|ENOSPC/i.test(message)
}

/** The folder of a shop's data: one's own alone. */
export const databaseIn = (folder: string) => join(folder, 'database')

/**
 * Makes the folder ready: it is there, it can be written, and nobody else on this machine can read it.
 * @throws CannotStart
 */
export function prepareFolder(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true, mode: OWNER_ONLY.folder })
    if (!statSync(folder).isDirectory()) throw Object.assign(new Error(), { code: 'EEXIST' })
    const probe = join(folder, '.writable')
    writeFileSync(probe, '', { mode: OWNER_ONLY.file })
    rmSync(probe)
  } catch (error) {
    throw new CannotStart(messageFor(folder, (error as NodeJS.ErrnoException).code ?? ''))
  }
  if ((statSync(folder).mode & 0o777) !== OWNER_ONLY.folder) closeToOthers(folder)
}

function messageFor(folder: string, code: string): string {
  if (code === 'ENOSPC') return DISK_FULL
  if (code === 'EEXIST' || code === 'ENOTDIR') return `${folder} is a file, not a folder. Choose a folder with --data.`
  return `The folder ${folder} cannot be written (${code}). Choose another with --data, or change its owner.`
}

/** Folders and files of an earlier Kevro were open to everybody on the machine. */
export function closeToOthers(path: string): void {
  if (lstatSync(path).isSymbolicLink()) return
  if (!statSync(path).isDirectory()) return chmodSync(path, OWNER_ONLY.file)
  chmodSync(path, OWNER_ONLY.folder)
  for (const entry of readdirSync(path)) closeToOthers(join(path, entry))
}

/**
 * Whether a database is to be laid out here. Only into nothing: what looks like the rest of a shop's data is not written over.
 * @throws CannotStart
 */
export function isFresh(folder: string): boolean {
  const database = databaseIn(folder)
  if (existsSync(join(database, 'PG_VERSION'))) return false
  const rest = existsSync(database) ? readdirSync(database) : []
  if (rest.length === 0) return true
  throw new CannotStart(
    `The data in ${database} are damaged: the file PG_VERSION is missing, but there is more in the folder. Nothing was changed.\n` +
      'Run “npm run check” to see what is whole, or “npm run restore” to go back to a backup.',
  )
}

/** The demo's folder is marked: only that one is emptied without asking. */
export const markDemo = (folder: string) =>
  writeFileSync(join(folder, DEMO_MARK), 'The demo world lives here. Starting it over empties this folder.\n', {
    mode: OWNER_ONLY.file,
  })
export const isDemo = (folder: string) => existsSync(join(folder, DEMO_MARK))

/** Starts over: for the demo's folder, one without data, or after the person has said so. @throws CannotStart */
export function startOver(folder: string, agreed: boolean): void {
  const held = existsSync(databaseIn(folder)) && readdirSync(databaseIn(folder)).length > 0
  if (held && !isDemo(folder) && !agreed)
    throw new CannotStart(
      `${folder} is not the demo's folder: it holds somebody's data. Nothing was changed.\nTo throw them away for good, add --yes.`,
    )
  rmSync(databaseIn(folder), { recursive: true, force: true })
}
