import { BIRTH_FAULTS } from './player.ts'
import { z } from 'zod'
import { PROBLEM_CODES, type ProblemCode } from '#core/problem.ts'
import { problemMessage } from './problems.ts'

/** What a request can fail with. The words live here, once, for both ends. */
export const refusalSchema = z.object({
  error: z.object({
    code: z.string(),
    /** Dotted path of the field, empty when it is about the whole. */
    path: z.string(),
    data: z.record(z.string(), z.unknown()),
    message: z.string(),
  }),
})
export type ApiError = z.infer<typeof refusalSchema>['error']

const FAILED = 'Something went wrong in Kevro. What you typed is kept; try again.'

const MESSAGES: Record<string, (data: Record<string, unknown>) => string> = {
  'edit.stale': () => 'This page was changed in another window. What you typed is kept here; choose which to keep.',
  'edit.elsewhere': () => 'This change belongs to something else and was not taken.',
  'not.found': (d) => `There is no such ${String(d.what ?? 'entry')}. It may have been removed in another window.`,
  'field.invalid': (d) => `This was not accepted: ${String(d.reason ?? 'check the value').replace(/\.$/, '')}.`,
  'value.duplicate': (d) => `${String(d.what ?? 'This')} is already taken.`,
  'value.inUse': () => 'This is still used elsewhere and was kept.',
  'value.outOfRange': () => 'This value is outside what can be stored.',
  'value.unfit': () => 'This holds something that cannot be stored.',
  'database.away': () => 'The database does not answer just now. What you typed is kept; it is sent again by itself.',
  'database.busy': () => 'The database is busy just now. What you typed is kept; it is sent again by itself.',
  'disk.full': () => 'The disk is full. Nothing is lost; free some space, and what you typed is sent again by itself.',
  'data.damaged': () =>
    'What is stored here is damaged on the disk. Stop Kevro and run “npm run check”: it says what is whole and which backup has the rest.',
  'reading.elsewhere': (d) => `Reading ${String(d.row ?? 1)} was already taken into another job. Nothing was taken in.`,
  'reading.twice': (d) => `Reading ${String(d.row)} is the same as one before it. Nothing was taken in.`,
  'tray.taken': () => 'This reading was already taken in another window.',
  'day.past': () => 'This day is over.',
  'player.mergeSelf': () => 'A player cannot be taken into themselves.',
  'player.merged': () => 'One of the two was taken into somebody else already.',
  'player.notMerged': () => 'This was taken back already.',
  'player.eraseName': () => 'This is not the name. Nothing was erased.',
  'player.erased': () => 'This person was erased for good. What was typed about them is not kept.',
  'shop.changed': () => 'This shop went back to a backup meanwhile. Load the page again; nothing was changed.',
  'player.born.unread': () => BIRTH_FAULTS.unread,
  'player.born.future': () => BIRTH_FAULTS.future,
  'player.born.tooOld': () => BIRTH_FAULTS.tooOld,
  'backup.failed': (d) => `The backup was not made: ${String(d.why)}`,
  'backup.unusable': (d) => `This backup cannot be used: ${String(d.why)} Nothing was changed.`,
  'backup.notPrepared': () => 'Look at what the backup holds first. Nothing was changed.',
  'device.unknown': () => 'There is no such instrument in this shop.',
  'device.noLine': () => 'This instrument has no line to Kevro: read it by eye and type the figure.',
  'bench.none': () => 'There is no simulated bench to lay anything on.',
  'photo.elsewhere': () => 'This picture belongs to another job. Nothing was kept.',
  'photo.type': () => 'Only pictures can be kept here: JPEG, PNG or WebP.',
  'photo.tooLarge': () => 'This picture is over 4 MB. Take it smaller; nothing was kept.',
  'photo.tooMany': () => 'This job has its 40 MB of pictures. Remove one first.',
  'undo.nothing': () => 'There is nothing to undo here.',
  'redo.nothing': () => 'There is nothing to redo here.',
  'import.notJson': (d) =>
    `This file is not a Kevro job: it cannot be read as JSON (${String(d.reason ?? '')}). Nothing was taken in.`,
  'import.wrongFormat': () =>
    'This file is not a Kevro job: it lacks the line "format": "kevro-job". Nothing was taken in.',
  'import.newerVersion': (d) =>
    `This job was written by a newer Kevro (version ${String(d.version)}). This one reads up to version ${String(d.reads)}. Nothing was taken in.`,
  'import.invalid': (d) => `The job file is damaged at ${String(d.where)}: ${String(d.reason)}. Nothing was taken in.`,
  'sheet.notReady': (d) => `There is nothing to print yet: ${String(d.why)}.`,
  'request.unreadable': () => 'The request could not be read.',
  'request.elsewhere': () => 'This came from another website and was not taken.',
  'request.notJson': () => 'The request could not be read.',
  'request.tooLarge': () => 'This is too large to take in (4 MB at most).',
  'server.failed': () => FAILED,
}

const isProblemCode = (code: string): code is ProblemCode => (PROBLEM_CODES as readonly string[]).includes(code)

/** The words for a code, also for one of the core. A code that nobody knows is not shown: it says nothing to anybody. */
export function messageFor(code: string, data: Record<string, unknown> = {}, path = ''): string {
  const own = Object.hasOwn(MESSAGES, code) ? MESSAGES[code]?.(data) : null
  return own ?? (isProblemCode(code) ? problemMessage({ code, path, data }) : FAILED)
}
