import type { PlayerFacts } from '../player/facts.ts'
import type { PlaySession, StringBed } from './document.ts'
import { MEASURE_HOURS, MEASURE_MONTHS, RESTRING_HOURS, RESTRING_MONTHS } from './drift.ts'

export const KG_PER_LB = 0.45359237
export const kgOfLb = (lb: number): number => lb * KG_PER_LB
export const lbOfKg = (kg: number): number => kg / KG_PER_LB

/** Advice on strings and grips with its reason (common practice, no source). */
export interface Advice {
  id: 'tighter' | 'softFirst' | 'restring' | 'measure'
  words: string
  why: string
}

const STIFF = /poly|kevlar|aramid/i

/**
 * What is to be said about the strings of a tuning.
 * @param addedG mass put on since the tuning began
 * @param hours played since the bed was strung, and since the frame was measured
 */
export function stringAdvice(of: {
  bed: StringBed | null
  sessions: readonly PlaySession[]
  player: PlayerFacts | null
  addedG: number
  hours: { strings: number; measured: number }
  today: string
  measuredOn: string | null
}): Advice[] {
  const { bed, sessions, player, addedG, hours, today } = of
  const advice: Advice[] = []
  const last = sessions.at(-1)
  if (addedG >= 2 && (last?.ratings.power ?? 0) >= 1 && (last?.ratings.depth ?? 0) <= -1)
    advice.push({
      id: 'tighter',
      words: 'Too much power since mass was added: 2 to 3 lb (about 1 kg) tighter before anything comes off.',
      why: 'A heavier frame gives the ball more speed for the same swing.',
    })
  const arm = player?.pain === 'past' || player?.pain === 'now' || sessions.some((s) => s.pain === 'yes')
  if (arm && bed && STIFF.test(bed.kind))
    advice.push({
      id: 'softFirst',
      words: 'Hard strings and an arm with a history: ask about softer strings, or less tension, before mass.',
      why: 'A stiff bed stops the ball in a shorter time.',
    })
  if (bed && (hours.strings >= RESTRING_HOURS || older(bed.strungOn, today, RESTRING_MONTHS)))
    advice.push({
      id: 'restring',
      words: `Restring: ${hours.strings >= RESTRING_HOURS ? `about ${Math.round(hours.strings)} h played` : `strung ${bed.strungOn}`}.`,
      why: `Strings are changed after about ${RESTRING_HOURS} h of play or ${RESTRING_MONTHS} months, whichever comes first.`,
    })
  if (hours.measured >= MEASURE_HOURS || older(of.measuredOn, today, MEASURE_MONTHS))
    advice.push({
      id: 'measure',
      words: `Measure again: ${hours.measured >= MEASURE_HOURS ? `about ${Math.round(hours.measured)} h played` : `last measured ${of.measuredOn?.slice(0, 10)}`}.`,
      why: `Frames are measured after about ${MEASURE_HOURS} h of play or ${MEASURE_MONTHS} months.`,
    })
  return advice
}

/** Whether a day lies more than so many months back. @param day ISO; null: not known, and so not older */
export function older(day: string | null, today: string, months: number): boolean {
  if (!day) return false
  const [y, m, d] = day.slice(0, 10).split('-').map(Number)
  const due = new Date(Date.UTC(y, m - 1 + months, d)).toISOString().slice(0, 10)
  return today.slice(0, 10) >= due
}

/** Hours played in some sessions. */
export const hoursOf = (sessions: readonly PlaySession[]): number =>
  sessions.reduce((sum, s) => sum + (s.minutes ?? 0) / 60, 0)
