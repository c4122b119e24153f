import type { Day } from './day.ts'
import { COMING_BACK_NAMES } from './messages/comingBack.ts'
import { WAITS_DONE } from './messages/build.ts'

/** Something that a shop is reminded of. */
export interface Reminder {
  /** The same event has the same key; another moment makes another. */
  key: string
  /** ISO: when it came about, or comes. */
  at: string
  message: string
  about: { page: 'job' | 'person' | 'frame' | 'device'; id: string }
  /** It is late already. */
  late: boolean
}

const MINUTE_MS = 60000
/** A promise is reminded of so long before its time. */
export const BEFORE_MIN = 60
/** What became ready is told of for so long. */
const READY_HOURS = 24
/** No more than this at once: a shop that is months behind sees the newest. */
const MOST = 40

const who = (job: Day['jobs'][number]) =>
  [`Job ${job.number}`, job.playerName, job.frameLabel].filter(Boolean).join(', ')

/** What a shop's day reminds of at a moment: what is ready, promised soon or overdue, who comes back today, whose check is due; the late first. */
export function remindersOf(day: Day, now: Date): Reminder[] {
  const iso = now.toISOString()
  const today = iso.slice(0, 10)
  const soon = new Date(now.getTime() + BEFORE_MIN * MINUTE_MS).toISOString()
  const since = new Date(now.getTime() - READY_HOURS * 60 * MINUTE_MS).toISOString()
  const found: Reminder[] = []
  for (const job of day.waiting)
    if (job.readyAt && job.waitsFor && job.readyAt <= iso && job.readyAt > since)
      found.push({
        key: `ready ${job.id} ${job.readyAt}`,
        at: job.readyAt,
        message: `${who(job)}: ${WAITS_DONE[job.waitsFor]}`,
        about: { page: 'job', id: job.id },
        late: false,
      })
  for (const job of day.jobs)
    if (job.dueAt && job.dueAt <= soon) {
      const late = job.dueAt < iso
      found.push({
        // Once before its time, and once more when it is over.
        key: `${late ? 'late' : 'due'} ${job.id} ${job.dueAt}`,
        at: job.dueAt,
        message: `${who(job)}: ${late ? 'is overdue' : 'is promised soon'}`,
        about: { page: 'job', id: job.id },
        late,
      })
    }
  for (const c of day.comingBack) {
    const due = c.putOffTo ?? c.due
    if (!c.dropped && due <= today)
      found.push({
        key: `back ${c.frameId} ${c.rule} ${due}`,
        at: due,
        message: `${COMING_BACK_NAMES[c.rule]}: ${[c.playerName, c.frameLabel].filter(Boolean).join(', ')}`,
        about: c.playerId ? { page: 'person', id: c.playerId } : { page: 'frame', id: c.frameId },
        late: due < today,
      })
  }
  for (const check of day.checks)
    found.push({
      key: `check ${check.id} ${check.dueOn ?? 'never'}`,
      at: check.dueOn ?? '',
      message: `${check.name}: ${check.dueOn ? 'its check is due' : 'was never checked'}`,
      about: { page: 'device', id: check.id },
      late: false,
    })
  return found
    .sort((a, b) => Number(b.late) - Number(a.late) || (a.at < b.at ? 1 : a.at > b.at ? -1 : 0))
    .slice(0, MOST)
}

/** Those that nobody has seen. */
export const unseenOf = (reminders: readonly Reminder[], seen: ReadonlySet<string>): Reminder[] =>
  reminders.filter((r) => !seen.has(r.key))
