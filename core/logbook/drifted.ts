import type { DerivedJob, JobInput } from '../job/derive.ts'
import { cutsOn, stuckOn, tuningOf } from '../job/tuning.ts'
import { askWhatHappened, foundAsExpected, movedSince, wornState, type Moved } from '../tuning/drift.ts'
import { hoursOf } from '../tuning/stringing.ts'
import { numbersOf, usualOf, type LogNumbers } from './logbook.ts'

/** A frame since it was proven: what play is expected to have done to it, and what it did. */
export interface Drifted {
  /** When it was proven, and the hours of play since. */
  since: string
  hours: number
  /** Told in sessions, or by how often the player plays. */
  hoursFrom: 'sessions' | 'perWeek' | 'unknown'
  expected: LogNumbers
  /** Expected and read together, where it was found as expected; null: it was not, or nobody has read it. */
  together: LogNumbers | null
  /** Read again since; empty while it was not. */
  moved: Moved[]
  asks: string[]
}

const WEEK_MS = 7 * 86400000

/**
 * How far a proven frame may have drifted until now, and what it was found to be when it came again.
 * @param proven the job whose signature stands
 * @param again the next job that measured it; null: none has
 * @param until ISO time up to which it was played
 */
export function driftedSince(
  proven: { input: JobInput; derived: DerivedJob },
  again: { input: JobInput; derived: DerivedJob } | null,
  until: string,
): Drifted | null {
  const { input, derived } = proven
  const signed = input.documents.check?.signed
  if (!signed || derived.checked.state.massG === null) return null
  const told = hoursOf((input.documents.play?.sessions ?? []).filter((s) => s.on >= signed.at.slice(0, 10)))
  const weeks = Math.max(0, (Date.parse(until) - Date.parse(signed.at)) / WEEK_MS)
  const perWeek = input.documents.player?.facts.hoursPerWeek ?? null
  const byWeek = perWeek === null ? null : perWeek * weeks
  const hours = Math.max(told, byWeek ?? 0)
  // As it was left: what was tuned since the proof lies on it too.
  const tuning = tuningOf(derived, input.documents)
  const last = tuning?.tried.at(-1)
  const left = last?.state ?? derived.checked.state
  const stuck = tuning && last ? stuckOn(cutsOn(last, tuning.bench), tuning.bench) : []
  const worn = wornState(left, hours, derived.condition, input.geometry, input.profile, stuck)
  const usual = usualOf(worn, input, derived)
  const read =
    again && again.derived.measured.state.massG !== null
      ? usualOf(again.derived.measured.state, again.input, again.derived)
      : null
  const moved = read ? movedSince(usual, read) : []
  const found = read && foundAsExpected(usual, read, moved)
  return {
    since: signed.at,
    hours,
    hoursFrom: hours === 0 ? 'unknown' : told >= (byWeek ?? 0) ? 'sessions' : 'perWeek',
    expected: numbersOf(usual),
    together: found && numbersOf(found),
    moved,
    asks: askWhatHappened(moved),
  }
}
