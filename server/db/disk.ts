import { closeSync, fsyncSync, openSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'

/** What is done to the shop's files in steps: after each of them the machine may stop, and the next start finds what was done so far. */

/** A file, or the names in a folder, reach the disk. */
export function flush(path: string): void {
  const descriptor = openSync(path, 'r')
  try {
    fsyncSync(descriptor)
  } finally {
    closeSync(descriptor)
  }
}

/** A folder with everything in it reaches the disk. */
export function flushAll(folder: string): void {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name)
    if (entry.isDirectory()) flushAll(path)
    else if (entry.isFile()) flush(path)
  }
  flush(folder)
}

/** A file or folder gets another name beside it, and has it on the disk before anything else is done. */
export function rename(from: string, to: string): void {
  renameSync(from, to)
  flush(dirname(to))
}

/** A file with all of a text, or as it was: never a part of it. */
export function writeWhole(file: string, text: string): void {
  const draft = `${file}.part`
  writeFileSync(draft, text, { mode: 0o600 })
  flush(draft)
  rename(draft, file)
}

/** A file or folder is gone, if it was there. */
export function remove(path: string): void {
  rmSync(path, { recursive: true, force: true })
}
