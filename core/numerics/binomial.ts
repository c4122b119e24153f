import { incompleteBeta, studentT } from './student.ts'
import { within } from './within.ts'

/** A share of cases with the interval that holds the true one in 95 of 100. */
export interface Share {
  of: number
  cases: number
  low: number
  high: number
}

function checked(of: number, cases: number): void {
  within('cases', cases, 0, 1e9)
  within('of them', of, 0, cases)
}

/**
 * P(X ≥ least) of `cases` tries that each come true with probability `chance`: the incomplete beta function, exact.
 * @throws Problem `number.outside`
 * @example atLeast(7, 8, 0.5) // 9/256
 */
export function atLeast(least: number, cases: number, chance: number): number {
  within('cases', cases, 0, 1e9)
  within('chance', chance, 0, 1)
  if (least <= 0) return 1
  return least > cases ? 0 : incompleteBeta(chance, least, cases - least + 1)
}

/**
 * P(as far from the middle as this, or further) where both sides come alike: two-sided, exact.
 * @example asUneven(7, 8) // 18/256
 */
export function asUneven(of: number, cases: number): number {
  checked(of, cases)
  return cases === 0 ? 1 : Math.min(1, 2 * atLeast(Math.max(of, cases - of), cases, 0.5))
}

/**
 * The score interval for a share (source: newcombe1998, method 3), 95 %.
 * @throws Problem `number.outside`
 * @example scoreInterval(81, 263) // { low: 0.2553, high: 0.3662 }
 */
export function scoreInterval(of: number, cases: number): Share {
  checked(of, cases)
  if (cases === 0) return { of, cases, low: 0, high: 1 }
  const z = studentT(0.95, Infinity)
  const p = of / cases
  const middle = (p + (z * z) / (2 * cases)) / (1 + (z * z) / cases)
  const half = (z / (1 + (z * z) / cases)) * Math.sqrt((p * (1 - p)) / cases + (z * z) / (4 * cases * cases))
  return { of, cases, low: of === 0 ? 0 : middle - half, high: of === cases ? 1 : middle + half }
}

/**
 * Clopper and Pearson's exact interval for a share (source: newcombe1998, method 5), 95 %, by bisection on the exact tails.
 * @throws Problem `number.outside`
 * @example clopperPearson(81, 263) // { low: 0.2527, high: 0.3676 }
 */
export function clopperPearson(of: number, cases: number): Share {
  checked(of, cases)
  const low = of === 0 ? 0 : rootOf((p) => atLeast(of, cases, p) - 0.025)
  const high = of === cases ? 1 : rootOf((p) => atLeast(of + 1, cases, p) - 0.975)
  return { of, cases, low, high }
}

/** Where something that rises over [0, 1] goes through nothing. */
function rootOf(f: (p: number) => number): number {
  let low = 0
  let high = 1
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2
    if (f(middle) < 0) low = middle
    else high = middle
  }
  return (low + high) / 2
}
