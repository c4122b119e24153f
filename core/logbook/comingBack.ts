import type { StageDocuments } from '../job/documents.ts'
import type { PlayerFacts } from '../player/facts.ts'
import { factsOn } from '../player/age.ts'
import { daysLater, monthsLater } from '../quantities/days.ts'
import type { SportProfile } from '../sports/profile.ts'
import type { StringBed } from '../tuning/document.ts'
import type { Intervals } from '../tuning/intervals.ts'
import { hoursOf } from '../tuning/stringing.ts'
import { lastWait } from '../workorder/marks.ts'
import { nextFrameOn } from './growing.ts'

/** Why somebody comes back. */
export const COMING_BACK = ['howWasIt', 'cure', 'restring', 'measure', 'grow', 'nextFrame'] as const
export type ComingBackRule = (typeof COMING_BACK)[number]
/** What makes it due: time alone, hours of play before the time is over, a height, an age. */
export const DUE_BY = ['time', 'hours', 'height', 'age'] as const
export type DueBy = (typeof DUE_BY)[number]

/** When somebody should come back by a rule, and what that stands on. */
export interface ComingBack {
  rule: ComingBackRule
  /** ISO days: when it is due, and when that began which it stands on. Another beginning makes another appointment. */
  due: string
  since: string
  by: DueBy
}

/** After a cure it is looked at so many days later (common practice, no source). */
const CURE_DAYS = 1
const DAYS_A_WEEK = 7

const dayOf = (iso: string) => iso.slice(0, 10)
/** The sooner of so many months and so many hours of play at the player's hours a week. */
function wornOut(since: string, months: number, hours: number, played: number, perWeek: number | null, last: string) {
  const byMonths = monthsLater(since, months)
  if (played >= hours) return { due: last, by: 'hours' as const }
  if (!perWeek) return { due: byMonths, by: 'time' as const }
  const byHours = daysLater(since, Math.ceil((DAYS_A_WEEK * hours) / perWeek))
  return byHours < byMonths ? { due: byHours, by: 'hours' as const } : { due: byMonths, by: 'time' as const }
}

/** Whose frame it is, and how long this shop waits. */
export interface ComesBackTo {
  player: PlayerFacts | null
  profile: SportProfile
  lengthCm: number
  intervals: Intervals
}

/**
 * Every reason that a frame's newest job gives for coming back.
 * @param documents of the newest job of the frame
 */
export function comingBackOf(documents: Partial<StageDocuments>, about: ComesBackTo): ComingBack[] {
  const { check, play, build } = documents
  const { player, profile, lengthCm, intervals } = about
  const perWeek = player?.hoursPerWeek ?? null
  const sessions = [...(play?.sessions ?? [])].sort((a, b) => (a.on < b.on ? -1 : 1))
  const found: ComingBack[] = []
  const signed = check?.signed ? dayOf(check.signed.at) : null
  const after = (day: string) => sessions.filter((s) => dayOf(s.on) >= day)
  const lastOf = (day: string) => dayOf(after(day).at(-1)?.on ?? day)
  const worn = (since: string, months: number, hours: number) => ({
    since,
    ...wornOut(since, months, hours, hoursOf(after(since)), perWeek, lastOf(since)),
  })
  if (signed && after(signed).length === 0)
    found.push({ rule: 'howWasIt', due: daysLater(signed, intervals.askDays), since: signed, by: 'time' })
  const wait = build ? lastWait(build.marks) : null
  if (wait?.waitsFor === 'cure' && !signed) {
    const cured = dayOf(wait.readyAt)
    found.push({ rule: 'cure', due: daysLater(cured, CURE_DAYS), since: cured, by: 'time' })
  }
  const strung = bedOn(play)?.strungOn
  if (strung)
    found.push({ rule: 'restring', ...worn(dayOf(strung), intervals.restringMonths, intervals.restringHours) })
  if (signed) found.push({ rule: 'measure', ...worn(signed, intervals.measureMonths, intervals.measureHours) })
  const began = play?.setups.at(-1)?.at ?? check?.signed?.at ?? null
  if (player && began) {
    const day = dayOf(began)
    const { age } = factsOn(player, day)
    if (age !== null && age < 18)
      found.push({ rule: 'grow', due: monthsLater(day, intervals.growMonths), since: day, by: 'time' })
    const next = nextFrameOn(player, profile, lengthCm, day)
    if (next) found.push({ rule: 'nextFrame', ...next })
  }
  return found
}

/** The bed that is on the frame. */
const bedOn = (play: StageDocuments['play'] | undefined): StringBed | null =>
  [...(play?.setups ?? [])].reverse().find((s) => s.strings)?.strings ?? play?.strings ?? null
