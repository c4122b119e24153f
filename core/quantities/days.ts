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
