import type { StageDocuments } from '../job/documents.ts'
import type { StringBed } from '../tuning/document.ts'
import { daysLater, monthsLater } from '../quantities/days.ts'
import { MEASURE_HOURS, MEASURE_MONTHS, RESTRING_HOURS, RESTRING_MONTHS } from '../tuning/drift.ts'
import { hoursOf } from '../tuning/stringing.ts'
import { lastWait } from '../workorder/marks.ts'

/** Why somebody comes back. */
export const COMING_BACK = ['howWasIt', 'cure', 'restring', 'measure', 'grow'] as const
export type ComingBackRule = (typeof COMING_BACK)[number]

/** When somebody should come back by a rule, and what that stands on. */
export interface ComingBack {
  rule: ComingBackRule
  /** ISO days: when it is due, and when that began which it stands on. Another beginning makes another appointment. */
  due: string
  since: string
  /** The hours of play make it due before the months do. */
  byHours: boolean
}

/** Days after which it is asked how it was, and after a cure; months after which a growing player is looked at again (common practice, no source). */
export const ASK_DAYS = 7
export const CURE_DAYS = 1
export const GROW_MONTHS = 4
const DAYS_A_WEEK = 7

const dayOf = (iso: string) => iso.slice(0, 10)
/** The sooner of so many months and so many hours of play at the player's hours a week. */
function wornOut(since: string, months: number, hours: number, played: number, perWeek: number | null, last: string) {
  const byMonths = monthsLater(since, months)
  if (played >= hours) return { due: last, byHours: true }
  if (!perWeek) return { due: byMonths, byHours: false }
  const byHours = daysLater(since, Math.ceil((DAYS_A_WEEK * hours) / perWeek))
  return byHours < byMonths ? { due: byHours, byHours: true } : { due: byMonths, byHours: false }
}

/**
 * Every reason that a frame's newest job gives for coming back.
 * @param documents of the newest job of the frame
 */
export function comingBackOf(documents: Partial<StageDocuments>): ComingBack[] {
  const { check, play, build, player } = documents
  const facts = player?.facts ?? null
  const sessions = [...(play?.sessions ?? [])].sort((a, b) => (a.on < b.on ? -1 : 1))
  const found: ComingBack[] = []
  const signed = check?.signed ? dayOf(check.signed.at) : null
  const after = (day: string) => sessions.filter((s) => dayOf(s.on) >= day)
  const lastOf = (day: string) => dayOf(after(day).at(-1)?.on ?? day)
  if (signed && after(signed).length === 0)
    found.push({ rule: 'howWasIt', due: daysLater(signed, ASK_DAYS), since: signed, byHours: false })
  const wait = build ? lastWait(build.marks) : null
  if (wait?.waitsFor === 'cure' && !signed) {
    const cured = dayOf(wait.readyAt)
    found.push({ rule: 'cure', due: daysLater(cured, CURE_DAYS), since: cured, byHours: false })
  }
  const strung = bedOn(play)?.strungOn
  if (strung) {
    const day = dayOf(strung)
    const played = hoursOf(after(day))
    found.push({ rule: 'restring', since: day, ...wornOut(day, RESTRING_MONTHS, RESTRING_HOURS, played, facts?.hoursPerWeek ?? null, lastOf(day)) }) // prettier-ignore
  }
  if (signed) {
    const played = hoursOf(after(signed))
    found.push({ rule: 'measure', since: signed, ...wornOut(signed, MEASURE_MONTHS, MEASURE_HOURS, played, facts?.hoursPerWeek ?? null, lastOf(signed)) }) // prettier-ignore
  }
  const grows = facts && facts.age !== null && facts.age < 18
  const began = play?.setups.at(-1)?.at ?? check?.signed?.at ?? null
  if (grows && began)
    found.push({ rule: 'grow', due: monthsLater(dayOf(began), GROW_MONTHS), since: dayOf(began), byHours: false })
  return found
}

/** The bed that is on the frame. */
const bedOn = (play: StageDocuments['play'] | undefined): StringBed | null =>
  [...(play?.setups ?? [])].reverse().find((s) => s.strings)?.strings ?? play?.strings ?? null
