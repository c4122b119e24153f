import type { LogNumbers } from '#core/logbook/logbook.ts'
import type { UnitChoice } from '#core/quantities/units.ts'
import { QUANTITIES, type Quantity } from '#core/quantities/units.ts'
import type { SportProfile } from '#core/sports/profile.ts'
import { profileOf, type SportId } from '#core/sports/sports.ts'
import type { LoggedEvent, LoggedJob } from '#contract/logbook.ts'

export const EVENT_NAMES: Record<LoggedEvent['kind'], string> = {
  measured: 'Measured',
  built: 'Built',
  proved: 'Proved',
  tuned: 'Tuned',
  played: 'Played',
}
const FALLBACK: UnitChoice = { mass: 'g', balance: 'cm', length: 'cm' }

/** The units in which a sport's numbers are written in this shop. */
export const unitsIn = (sport: SportId, shop: UnitChoice | undefined): UnitChoice => ({
  ...(shop ?? FALLBACK),
  ...profileOf(sport).units,
})

type Numbered = Exclude<LoggedEvent, { kind: 'played' }>
const numbered = (events: readonly LoggedEvent[]): Numbered[] =>
  events.flatMap((event) => (event.kind === 'played' ? [] : [event]))

/** How the frame left a job beside how it came; empty where only one of the two is known. */
export function changeOf(job: Pick<LoggedJob, 'events'>): { quantity: Quantity; by: number }[] {
  const known = numbered(job.events)
  const [first, last] = [known[0], known.at(-1)]
  if (!first || !last || first === last) return []
  return QUANTITIES.flatMap((quantity) => {
    const [a, b] = [first.numbers[quantity], last.numbers[quantity]]
    return a && b ? [{ quantity, by: b.value - a.value }] : []
  })
}

/** What was said after play, in one line. */
export function playText(session: Extract<LoggedEvent, { kind: 'played' }>['session']): string {
  const felt = Object.entries(session.ratings).flatMap(([aspect, rating]) =>
    rating > 0 ? [`${aspect} better`] : rating < 0 ? [`${aspect} worse`] : [],
  )
  return [
    ...(session.minutes === null ? [] : [`${session.minutes} min`]),
    ...felt,
    ...(session.lateInTen ? [`late on ${session.lateInTen} in ten`] : []),
    ...(session.energy && session.energy !== 'usual' ? [session.energy] : []),
    ...(session.pain === 'yes'
      ? [`pain: ${[...session.painAt, session.painWhere].filter(Boolean).join(', ') || 'somewhere'}`]
      : []),
    ...(session.decision ? [session.decision] : []),
    ...(session.note ? [`“${session.note}”`] : []),
  ].join(', ')
}

export interface Point {
  at: string
  kind: Numbered['kind']
  job: number
  value: number
  u: number
}
/** One number of a frame over all its jobs, oldest first. */
export function pointsOf(jobs: readonly LoggedJob[], quantity: keyof Numbered['numbers']): Point[] {
  return jobs
    .flatMap((job) =>
      numbered(job.events).flatMap((event) => {
        const estimate = event.numbers[quantity]
        return estimate ? [{ at: event.at, kind: event.kind, job: job.number, ...estimate }] : []
      }),
    )
    .sort((a, b) => (a.at < b.at ? -1 : 1))
}

/** What is known last of a frame: of its newest job that knows anything. */
export function nowOf(jobs: readonly LoggedJob[]): { event: Numbered; job: LoggedJob } | null {
  for (const job of jobs) {
    const event = numbered(job.events).at(-1)
    if (event) return { event, job }
  }
  return null
}

/** A setup as a player had it, with what was said of it: the newest first. */
export interface SetupOver {
  at: string
  job: LoggedJob
  name: string
  numbers: Numbered['numbers']
  said: string
}

/**
 * What was played over some jobs: each frame as a job left it, and each step of a tuning, with the last thing said of it before the next.
 * A frame that was only read counts as it was read.
 */
export function setupsOver(jobs: readonly LoggedJob[]): SetupOver[] {
  return jobs
    .flatMap((job): SetupOver[] => {
      const rows: SetupOver[] = []
      for (const event of job.events) {
        if (event.kind === 'played') {
          const row = rows.at(-1)
          if (row) row.said = playText(event.session)
          continue
        }
        const row = {
          at: event.at,
          job,
          name: event.kind === 'tuned' ? event.name : '',
          numbers: event.numbers,
          said: '',
        }
        // Reading, work and proof before anything was played are one setup: as it left the bench.
        if (event.kind !== 'tuned' && rows.length > 0 && rows.at(-1)!.name === '') rows[rows.length - 1] = row
        else rows.push(row)
      }
      return rows
    })
    .sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0))
}

export interface TwinRow {
  quantity: Quantity
  own: number | undefined
  /** `apart`: by more than the tolerance, by something, or by less than can be told. */
  others: { id: string; value: number | undefined; by: number | null; apart: 'far' | 'near' | 'untold' }[]
}
/** A frame's numbers beside those of its twins; a number that none of them has is left out. */
export function twinRows(
  own: LogNumbers | null,
  twins: readonly { id: string; numbers: LogNumbers }[],
  { tolerance }: Pick<SportProfile, 'tolerance'>,
): TwinRow[] {
  return QUANTITIES.filter((q) => own?.[q] || twins.some((t) => t.numbers[q])).map((quantity) => {
    const mine = own?.[quantity] ?? null
    return {
      quantity,
      own: mine?.value,
      others: twins.map(({ id, numbers }) => {
        const theirs = numbers[quantity]
        const by = mine && theirs ? theirs.value - mine.value : null
        const told = by !== null && Math.abs(by) > 2 * Math.hypot(mine!.u, theirs!.u)
        const far = told && Math.abs(by) > tolerance[quantity]
        return { id, value: theirs?.value, by, apart: far ? 'far' : told ? 'near' : 'untold' }
      }),
    }
  })
}
