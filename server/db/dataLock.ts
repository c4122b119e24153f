import { mkdir, readFile, rm, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import lockfile from 'proper-lockfile'

/** The data folder is in use by another Kevro. */
export class DataFolderInUse extends Error {
  constructor(folder: string, holder: string) {
    super(
      `Another Kevro is already using the data folder ${folder}${holder ? ` (process ${holder})` : ''}.\n` +
        'Use the one that is open, or stop it first. Two at once would lose work, so this one has not started.',
    )
    this.name = 'DataFolderInUse'
  }
}

/**
 * Takes the folder for this process alone; the embedded database does not do so itself. A lock left by a process that is
 * no longer there is taken over.
 * @returns a function that gives it back
 * @throws DataFolderInUse
 */
export async function lockDataFolder(folder: string): Promise<() => Promise<void>> {
  await mkdir(folder, { recursive: true })
  const holderFile = join(folder, 'holder.txt')
  const options = { lockfilePath: join(folder, 'in-use.lock'), stale: 15000, update: 3000, realpath: false }
  const holder = await readFile(holderFile, 'utf8').catch(() => '')
  if (holder && !isRunning(Number(holder))) await rm(options.lockfilePath, { recursive: true, force: true })
  const release = await lockfile.lock(folder, options).catch((error: Error & { code?: string }) => {
    throw error.code === 'ELOCKED' ? new DataFolderInUse(folder, holder) : error
  })
  await writeFile(holderFile, String(process.pid))
  return release
}

function isRunning(pid: number): boolean {
  if (!(pid > 0)) return false
  try {
    process.kill(pid, 0)
    return true
  } catch (error) {
    return (error as { code?: string }).code === 'EPERM'
  }
}
