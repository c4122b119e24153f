/** After how long a shop looks again. */
export interface Intervals {
  /** Days after a proof in which nobody told how it was. */
  askDays: number
  /** Months of growing after which the next step is asked about. */
  growMonths: number
  restringHours: number
  restringMonths: number
  measureHours: number
  measureMonths: number
}

/** What is usual (common practice, no source). */
export const USUAL_INTERVALS: Intervals = {
  askDays: 7,
  growMonths: 4,
  restringHours: 20,
  restringMonths: 3,
  measureHours: 60,
  measureMonths: 6,
}

/** How far each may be set. */
export const INTERVAL_RANGES: Record<keyof Intervals, readonly [low: number, high: number]> = {
  askDays: [1, 60],
  growMonths: [1, 24],
  restringHours: [1, 500],
  restringMonths: [1, 36],
  measureHours: [1, 1000],
  measureMonths: [1, 60],
}
