import { jobViewSchema, type JobSummary } from '#contract/entities.ts'
import { call, tell } from '../api/client.ts'
import { writeTime } from '../browser/writeTime.ts'

export const DAY_GROUPS = ['Overdue', 'Today', 'Tomorrow', 'This week'] as const
export type DayGroup = (typeof DAY_GROUPS)[number]

/** Midnight so many days from now on, on this machine's clock: days have 23, 24 or 25 hours. */
const midnight = (now: Date, days: number) => new Date(now.getFullYear(), now.getMonth(), now.getDate() + days)

export function groupOf(dueAt: string, now: Date): DayGroup {
  const due = new Date(dueAt)
  if (due < now) return 'Overdue'
  if (due < midnight(now, 1)) return 'Today'
  return due < midnight(now, 2) ? 'Tomorrow' : 'This week'
}

/** What is promised by its day, the soonest first; days without anything are left out. */
export function dayOf(jobs: readonly JobSummary[], now: Date): { group: DayGroup; jobs: JobSummary[] }[] {
  const due = jobs.filter((job) => job.dueAt !== null)
  return DAY_GROUPS.flatMap((group) => {
    const mine = due.filter((job) => groupOf(job.dueAt!, now) === group)
    return mine.length > 0 ? [{ group, jobs: mine }] : []
  })
}

/** Whether something that lies curing or drying makes a promise impossible: ready only after it is due. */
export const comesTooLate = (job: Pick<JobSummary, 'dueAt' | 'readyAt'>): boolean =>
  job.dueAt !== null && job.readyAt !== null && job.readyAt > job.dueAt

const WEEKDAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'] as const

/** A column of the week: overdue first, then seven days from today. */
export interface WeekDay {
  name: string
  /** Its midnight; null: what is overdue from before today. */
  from: Date | null
  jobs: JobSummary[]
}

/** What is promised in the seven days from today, a column each, by the hour; what was due before today in a column of its own. */
export function weekOf(jobs: readonly JobSummary[], now: Date): WeekDay[] {
  const due = jobs.filter((job) => job.dueAt !== null)
  const within = (from: Date | null, to: Date) =>
    due.filter((j) => (!from || new Date(j.dueAt!) >= from) && new Date(j.dueAt!) < to)
  const overdue = within(null, midnight(now, 0))
  const days = Array.from({ length: 7 }, (_, n): WeekDay => {
    const from = midnight(now, n)
    const name = n === 0 ? 'Today' : `${WEEKDAYS[from.getDay()]} ${from.getDate()}`
    return { name, from, jobs: within(from, midnight(now, n + 1)) }
  })
  return overdue.length > 0 ? [{ name: 'Overdue', from: null, jobs: overdue }, ...days] : days
}

/** The same hour on another day, on this machine's clock. */
export function dueOn(dueAt: string, day: Date): string {
  const at = new Date(dueAt)
  return new Date(day.getFullYear(), day.getMonth(), day.getDate(), at.getHours(), at.getMinutes()).toISOString()
}

/** Promises a job for another moment; whatever else its ticket says stays. */
export async function moveJob(id: string, dueAt: string): Promise<void> {
  const at = `/jobs/${encodeURIComponent(id)}`
  const { job } = await call(jobViewSchema, 'GET', at)
  await tell('PUT', `${at}/ticket`, { ticket: { ...job.ticket, dueAt, due: writeTime(dueAt) }, expected: job.revision })
}
