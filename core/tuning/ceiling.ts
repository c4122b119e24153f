import { within } from '../numerics/within.ts'
import { normalBetween } from '../numerics/normal.ts'

/** A session with a swing weight: was it too heavy, tired or late? */
export interface Trial {
  swingKgCm2: number
  heavy: boolean
}

/**
 * How days scatter (common practice gives no number: assumed). A player near the ceiling is tired on one day and not on the next, as
 * if the ceiling moved by this standard deviation from day to day; and in so many sessions of a hundred something else decides.
 */
export const DAYS = { spreadKgCm2: 4, otherwise: 0.03 } as const

/** What sessions say of a ceiling: an interval, never a point. Null: open on that side. */
export interface CeilingBand {
  low: number | null
  high: number | null
  /** The middle of what is likely; null while one side is open. */
  likely: number | null
}

/** How far beyond what was played a ceiling may lie, kg·cm². */
const BEYOND = 30
const STEP = 0.25

/** Chance that a session with this swing weight is too heavy for a player with this ceiling. */
export function chanceHeavy(swingKgCm2: number, ceilingKgCm2: number): number {
  const z = (swingKgCm2 - ceilingKgCm2) / DAYS.spreadKgCm2
  return DAYS.otherwise + (1 - 2 * DAYS.otherwise) * normalBetween(-Infinity, z)
}

/**
 * Where a ceiling lies, by sessions that were played: the middle nine tenths of what is likely when all ceilings within 30 kg·cm² of
 * what was played were alike before. Open above while nothing was too heavy, below while everything was.
 * @throws Problem `number.outside`
 */
export function ceilingOf(trials: readonly Trial[]): CeilingBand {
  for (const t of trials) within('swing weight', t.swingKgCm2, 0, 1e4)
  if (trials.length === 0) return { low: null, high: null, likely: null }
  const values = trials.map((t) => t.swingKgCm2)
  const from = Math.min(...values) - BEYOND
  const to = Math.max(...values) + BEYOND
  const weights: number[] = []
  for (let c = from; c <= to + 1e-9; c += STEP) {
    let logLikely = 0
    for (const t of trials) {
      const p = chanceHeavy(t.swingKgCm2, c)
      logLikely += Math.log(t.heavy ? p : 1 - p)
    }
    weights.push(logLikely)
  }
  const top = Math.max(...weights)
  const likely = weights.map((w) => Math.exp(w - top))
  const total = likely.reduce((a, b) => a + b, 0)
  const at = (share: number) => {
    let sum = 0
    for (let i = 0; i < likely.length; i++) {
      sum += likely[i] / total
      if (sum >= share) return from + i * STEP
    }
    return to
  }
  const anyHeavy = trials.some((t) => t.heavy)
  const anyFresh = trials.some((t) => !t.heavy)
  return {
    low: anyFresh ? at(anyHeavy ? 0.05 : 0.1) : null,
    high: anyHeavy ? at(anyFresh ? 0.95 : 0.9) : null,
    likely: anyHeavy && anyFresh ? at(0.5) : null,
  }
}
