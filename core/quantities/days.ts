/**
 * The day so many days after an ISO day, ISO.
 * @example daysLater('2026-02-27', 2) // '2026-03-01'
 */
export function daysLater(day: string, days: number): string {
  const [y, m, d] = day.slice(0, 10).split('-').map(Number)
  return new Date(Date.UTC(y, m - 1, d + days)).toISOString().slice(0, 10)
}
/**
 * The same day so many months on, or the last of that month where it has no such day.
 * @example monthsLater('2026-01-31', 1) // '2026-02-28'
 */
export function monthsLater(day: string, months: number): string {
  const [y, m, d] = day.slice(0, 10).split('-').map(Number)
  const last = new Date(Date.UTC(y, m + months, 0)).getUTCDate()
  return new Date(Date.UTC(y, m - 1 + months, Math.min(d, last))).toISOString().slice(0, 10)
}

/**
 * The day of a moment where a clock stands, ISO: the day that people there call it. What is a day already stays it.
 * @param zone name of a time zone; empty: the one of this machine
 * @throws RangeError for a zone or a moment that is none
 * @example dayOf('2026-03-02T01:00:00Z', 'America/Los_Angeles') // '2026-03-01'
 */
export function dayOf(moment: string | Date, zone: string): string {
  if (typeof moment === 'string' && moment.length === 10) return moment
  const parts = new Intl.DateTimeFormat('en', {
    ...(zone ? { timeZone: zone } : {}),
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    calendar: 'iso8601',
    numberingSystem: 'latn',
  }).formatToParts(new Date(moment))
  const part = (type: string) => parts.find((p) => p.type === type)?.value ?? ''
  return `${part('year').padStart(4, '0')}-${part('month')}-${part('day')}`
}

/**
 * Whether this is the name of a time zone.
 * @example [isZone('Europe/Berlin'), isZone('nowhere')] // [true, false]
 */
export function isZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name })
    return true
  } catch {
    return false
  }
}
