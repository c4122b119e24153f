import type { JobSummary } from '#contract/entities.ts'

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
