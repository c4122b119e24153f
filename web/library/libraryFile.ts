import { firstIssue } from '#contract/fields.ts'
import { readLibrary, setupKey, setupsOf, type LibraryEntry, type SetupDraft } from '#core/compare/libraryTable.ts'
import { SPORTS, profileOf } from '#core/sports/sports.ts'
import { readCsv as readCells } from '#contract/csv.ts'
import { LIBRARY_FILE_VERSION, libraryFileSchema, setupDraftSchema } from '#contract/library.ts'
import { delimiterOf } from '../browser/delimiter.ts'
import { messageOf } from '#contract/messages/job.ts'

/** One row of a library file as it was read: what it gives, or why it gives nothing. */
export interface FileRow {
  row: number
  name: string
  /** Which setup of the file it belongs to; null where it was refused. */
  setup: number | null
  refusal: string
}
export interface LibraryFileRead {
  rows: FileRow[]
  setups: SetupDraft[]
  unused: string[]
}

/** @throws Error in plain words when the file as a whole cannot be read */
export function readLibraryFile(text: string): LibraryFileRead {
  const plain = text.replace(/^\ufeff/, '').trim()
  return plain.startsWith('{') ? readJson(plain) : readCsv(plain)
}

function readCsv(text: string): LibraryFileRead {
  const header = text.split('\n').find((line) => line.trim() !== '') ?? ''
  const data = readCells(text, delimiterOf(header))
  const { entries, unused } = (() => {
    try {
      return readLibrary(data, profileOf, SPORTS)
    } catch (error) {
      throw new Error(messageOf(error))
    }
  })()
  const taken = entries.flatMap((e) => (e.taken ? [e.taken] : []))
  const setups = setupsOf(taken)
  const at = new Map(setups.map((s, i) => [setupKey(s), i]))
  return {
    unused,
    setups,
    rows: entries.map((e: LibraryEntry) => ({
      row: e.row,
      name: e.name,
      setup: e.taken ? (at.get(setupKey(e.taken)) ?? null) : null,
      refusal: e.refusal ? messageOf(e.refusal) : '',
    })),
  }
}

function readJson(text: string): LibraryFileRead {
  let content: unknown
  try {
    content = JSON.parse(text)
  } catch {
    throw new Error('This is neither a table nor a Kevro library file.')
  }
  const file = libraryFileSchema.safeParse(content)
  if (!file.success) throw new Error('This is not a Kevro library file.')
  if (file.data.version > LIBRARY_FILE_VERSION)
    throw new Error(`This file was written by a newer Kevro (version ${file.data.version}).`)
  const setups: SetupDraft[] = []
  const rows = file.data.setups.map((raw, i): FileRow => {
    const read = setupDraftSchema.safeParse(raw)
    const name = String((raw as { name?: unknown } | null)?.name ?? '')
    if (!read.success) {
      const issue = firstIssue(read.error)
      return { row: i + 1, name, setup: null, refusal: `${issue.path.join(' ') || 'this entry'}: ${issue.message}` }
    }
    setups.push(read.data)
    return { row: i + 1, name, setup: setups.length - 1, refusal: '' }
  })
  return { rows, setups, unused: [] }
}
