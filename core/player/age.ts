import type { PlayerFacts } from './facts.ts'

/** A birth as it may be written: a year, or a day. */
const BORN = /^(\d{4})(?:-(\d{2})-(\d{2}))?$/

/**
 * Why this is no birth of anybody who plays; null where it is one. @param today ISO day
 * @example wrongWithBirth('2031-01-01', '2026-05-02') // 'future'
 */
export function wrongWithBirth(born: string, today: string): 'unread' | 'future' | 'tooOld' | null {
  const found = BORN.exec(born)
  const day = found?.[2] ? born : `${found?.[1]}-01-01`
  const at = new Date(`${day}T00:00:00Z`)
  if (!found || Number.isNaN(at.getTime()) || at.toISOString().slice(0, 10) !== day) return 'unread'
  if (day > today.slice(0, 10)) return 'future'
  return Number(today.slice(0, 4)) - Number(found[1]) > 110 ? 'tooOld' : null
}

/**
 * Whole years on a day. Of a year alone the younger age: the birthday may still be to come, and what is too heavy is asked of the younger.
 * @returns null where the birth cannot be read or lies after the day
 * @example [ageOn('2012-05-03', '2026-05-02'), ageOn('2012', '2026-11-26')] // [13, 13]
 */
export function ageOn(born: string, day: string): number | null {
  const found = BORN.exec(born)
  if (!found) return null
  const [, year, month, date] = found
  const years = Number(day.slice(0, 4)) - Number(year)
  const had = month !== undefined && `${month}-${date}` <= day.slice(5, 10)
  const age = had ? years : years - 1
  return years < 0 || (years === 0 && month !== undefined && !had) ? null : Math.max(0, age)
}

/**
 * Facts as they are on a day: the age follows from the birth where it is known.
 * @example factsOn({ born: '2012', age: null }, '2026-11-26').age // 13
 */
export function factsOn(facts: PlayerFacts, day: string): PlayerFacts {
  const age = facts.born === null ? null : ageOn(facts.born, day)
  return age === null || age === facts.age ? facts : { ...facts, age }
}
