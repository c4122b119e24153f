import type { PlayerFacts } from '../player/facts.ts'
import { gripText } from '../player/grip.ts'
import type { PlaySession, StringBed } from './document.ts'
import type { Intervals } from './intervals.ts'

export const KG_PER_LB = 0.45359237
/**
 * @example kgOfLb(50) // 22.680
 */
export const kgOfLb = (lb: number): number => lb * KG_PER_LB
/**
 * @example lbOfKg(23) // 50.706
 */
export const lbOfKg = (kg: number): number => kg / KG_PER_LB

/** Advice on strings and grips with its reason (common practice, no source). */
export interface Advice {
  id: 'tighter' | 'looser' | 'softFirst' | 'thicker' | 'gone' | 'cold' | 'restring' | 'measure' | 'overgrip'
  message: string
  why: string
}

/** Hours after which an overgrip is wound anew, and under which a bed was soon gone (common practice, no source). */
export const OVERGRIP_HOURS = 10
const SHORT_LIFE_HOURS = 8

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
  hours: { strings: number; measured: number; grip: number }
  /** Overgrips on the frame. */
  wraps: number
  /** Hours that each earlier bed was played, the oldest first. */
  lifeOfBeds?: readonly number[]
  today: string
  measuredOn: string | null
  intervals: Intervals
}): Advice[] {
  const { bed, sessions, player, addedG, hours, today } = of
  const { restringHours, restringMonths, measureHours, measureMonths } = of.intervals
  const advice: Advice[] = []
  const last = sessions.at(-1)
  if (addedG >= 2 && (last?.ratings.power ?? 0) >= 1 && (last?.ratings.depth ?? 0) <= -1)
    advice.push({
      id: 'tighter',
      message: 'Too much power since mass was added: 2 to 3 lb (about 1 kg) tighter before anything comes off.',
      why: 'A heavier frame gives the ball more speed for the same swing.',
    })
  const arm = player?.pain === 'past' || player?.pain === 'now' || sessions.some((s) => s.pain === 'yes')
  if (arm && bed && STIFF.test(bed.kind))
    advice.push({
      id: 'softFirst',
      message: 'Hard strings and an arm with a history: ask about softer strings, or less tension, before mass.',
      why: 'A stiff bed stops the ball in a shorter time.',
    })
  if (addedG <= -2 && (last?.ratings.power ?? 0) <= -1 && (last?.ratings.depth ?? 0) <= 0)
    advice.push({
      id: 'looser',
      message: 'The ball is short since mass came off: 2 to 3 lb (about 1 kg) looser before anything goes back on.',
      why: 'A looser bed gives the ball back more of its speed; control goes down a little.',
    })
  const bedSessions = bed ? sessions.filter((s) => !bed.strungOn || s.on.slice(0, 10) >= bed.strungOn) : []
  if (bedSessions.length >= 2 && bedSessions.slice(-2).every((s) => (s.ratings.direction ?? 0) <= -1))
    advice.push({
      id: 'gone',
      message: 'Direction worse twice in a row on this bed: look at the strings before the balance of the frame.',
      why: 'A bed loses tension with hours; the ball then leaves higher and less true.',
    })
  if (bed && last?.conditions.includes('cold') && (last.ratings.comfort ?? 0) <= -1)
    advice.push({
      id: 'cold',
      message: 'Cold and harder on the arm: 1 to 2 lb looser for the cold months.',
      why: 'Strings and balls are stiffer in the cold.',
    })
  const lives = of.lifeOfBeds ?? []
  if (bed?.gaugeMm && lives.length >= 2 && lives.slice(-2).every((h) => h > 0 && h < SHORT_LIFE_HOURS))
    advice.push({
      id: 'thicker',
      message: `Two beds gone in under ${SHORT_LIFE_HOURS} h each: a gauge thicker (now ${bed.gaugeMm} mm), or a harder main string.`,
      why: 'A thicker string lasts longer and feels a little less lively; a hard one asks about the arm first.',
    })
  if (of.wraps > 0 && hours.grip >= OVERGRIP_HOURS)
    advice.push({
      id: 'overgrip',
      message: `New overgrip: about ${Math.round(hours.grip)} h played on it.`,
      why: `It takes up sweat, gets heavier and turns in the hand after about ${OVERGRIP_HOURS} h. ${player?.grip ? gripText(player.grip) : 'How this player likes it is asked on the player’s page.'}`,
    })
  if (bed && (hours.strings >= restringHours || older(bed.strungOn, today, restringMonths)))
    advice.push({
      id: 'restring',
      message: `Restring: ${hours.strings >= restringHours ? `about ${Math.round(hours.strings)} h played` : `strung ${bed.strungOn}`}.`,
      why: `Strings are changed after about ${restringHours} h of play or ${restringMonths} months, whichever comes first.`,
    })
  if (hours.measured >= measureHours || older(of.measuredOn, today, measureMonths))
    advice.push({
      id: 'measure',
      message: `Measure again: ${hours.measured >= measureHours ? `about ${Math.round(hours.measured)} h played` : `last measured ${of.measuredOn?.slice(0, 10)}`}.`,
      why: `Frames are measured after about ${measureHours} h of play or ${measureMonths} months.`,
    })
  return advice
}

/**
 * Whether a day lies more than so many months back.
 * @param day ISO; null: not known, and so not older
 * @example older('2026-01-10', '2026-08-01', 6) // true
 */
export function older(day: string | null, today: string, months: number): boolean {
  if (!day) return false
  const [y, m, d] = day.slice(0, 10).split('-').map(Number)
  const due = new Date(Date.UTC(y, m - 1 + months, d)).toISOString().slice(0, 10)
  return today.slice(0, 10) >= due
}

/** Hours that each bed was played that is cut out by now, the oldest first; what has no day is left out. */
export function livesOf(past: readonly StringBed[], bed: StringBed | null, sessions: readonly PlaySession[]): number[] {
  const days = [...past, ...(bed ? [bed] : [])].flatMap((b) => b.strungOn?.slice(0, 10) ?? []).sort()
  return days
    .slice(0, -1)
    .map((from, i) => hoursOf(sessions.filter((s) => s.on.slice(0, 10) >= from && s.on < days[i + 1])))
}

/** Hours played in some sessions. */
export const hoursOf = (sessions: readonly PlaySession[]): number =>
  sessions.reduce((sum, s) => sum + (s.minutes ?? 0) / 60, 0)
