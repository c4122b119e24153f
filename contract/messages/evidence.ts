import type { Share } from '#core/numerics/binomial.ts'
import { SCHOOLS } from '#core/tuning/schools.ts'
import { fixed } from '#core/quantities/write.ts'
import { doseText } from './play.ts'

/** From this many cases on a share is also said in hundredths; fewer are counted, never weighed. */
export const ENOUGH_CASES = 20

/** A share as it may be said: always the counts, and where the true one lies. */
export function shareText({ of, cases, low, high }: Share): string {
  if (cases === 0) return 'none yet'
  const range = `${fixed(100 * low, 0)} to ${fixed(100 * high, 0)} of 100`
  return cases < ENOUGH_CASES
    ? `${of} of ${cases} (${range})`
    : `${of} of ${cases}: ${fixed((100 * of) / cases, 0)} % (${range})`
}

/** A step of a school by what it does. */
export function stepText(what: string): string {
  const [school, id] = what.split('.')
  const found = SCHOOLS.find((s) => s.id === school)
  const step = found?.steps.find((s) => s.id === id)
  return found && step ? `${doseText(step.dose)} (${found.name.toLowerCase()})` : 'By hand'
}

/** How much heavier to swing, in words. */
export function upText(from: number | null, to: number | null): string {
  if (from === null) return 'less swing weight than before'
  if (to === null) return `${fixed(from, 0)} and more`
  return from < 0 ? 'as before' : `${fixed(Math.max(0, from), from < 1 ? 1 : 0)} to ${fixed(to, 0)} more`
}
