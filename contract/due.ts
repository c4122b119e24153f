import { casual } from 'chrono-node'

/** The hour by which something is ready that is promised for a day alone. */
export const DAY_ENDS = 18

/**
 * A promised moment as people say it: `fri 5pm`, `tomorrow`, `in 3 days`, `2026-12-01 14:00`. A day alone ends at six; a weekday is
 * the next one, today's name today. On this machine's clock.
 * @returns ISO; null where the words name no moment
 */
export function dueOf(text: string, now: Date): string | null {
  const words = text.trim().slice(0, 40)
  const parse = (from: Date) => casual.parse(words, from, { forwardDate: true })[0]
  const plain = parse(now)
  // Read from its morning on, today's name is today, also after noon; once its hour is over it is the next one.
  const byName = plain?.start.isCertain('weekday') && !plain.start.isCertain('day')
  const found = byName ? parse(new Date(now.getFullYear(), now.getMonth(), now.getDate())) : plain
  if (!found) return null
  const at = found.start.date()
  if (!found.start.isCertain('hour') && !/\b\d+\s*(h|hours?|min|minutes?)\b/i.test(text)) at.setHours(DAY_ENDS, 0, 0, 0)
  if (byName && at < now) at.setDate(at.getDate() + 7)
  return Number.isFinite(at.getTime()) ? at.toISOString() : null
}
