import type { Quantity } from '../quantities/units.ts'
import type { TargetPlace } from '../frame/places.ts'

const WAYS = ['cluster', 'match', 'halfway', 'band', 'ceiling', 'complaints', 'mgri', 'school', 'hand'] as const
/** How a target number came about. */
export const LINE_METHODS = ['reference', ...WAYS] as const
export type LineMethod = (typeof LINE_METHODS)[number]
/** The way in that was chosen for the target as a whole. */
export const TARGET_METHODS = ['copy', ...WAYS] as const
export type TargetMethod = (typeof TARGET_METHODS)[number]

/** What a number was held at. */
export const HELD_AT = ['ceiling', 'class'] as const

/** One step of the reasoning behind a number, in core units; words are made where it is shown. */
export type Reason =
  /** The frame as it is now. */
  | { code: 'now'; value: number; u: number }
  /** A setup brought to the frame's state. */
  | { code: 'setup'; name: string; grade: string; value: number; u: number }
  | { code: 'halfway'; from: number; to: number }
  /** A rule that fired, in its words as they were then. */
  | { code: 'rule'; id: string; words: string; source: string }
  /** Open above where there is no upper edge. */
  | { code: 'band'; low: number; high: number | null; inside: boolean }
  /** One class of the way; what is still to go comes later. */
  | { code: 'oneClass'; to: number; still: number }
  | { code: 'grams'; massG: number; place: TargetPlace }
  | { code: 'scaled'; share: number }
  | { code: 'ceiling'; value: number }
  /** Held back from a higher number. */
  | { code: 'held'; at: (typeof HELD_AT)[number]; from: number; to: number }
  | { code: 'mgri'; from: number; to: number }
  | { code: 'hand' }

/** One number of a target with its tolerance and where it comes from. */
export interface TargetLine {
  value: number
  tolerance: number
  from: LineMethod
  /** The setup that this number was taken from, where it was one. */
  referenceId: string | null
  /** In the fitter's words. */
  reason: string
  chain: Reason[]
}
export type TargetLines = Partial<Record<Quantity, TargetLine>>

/** A guard that somebody went over, in writing. */
export interface Confirmation {
  /** The guard with the number it was about: another number asks again. */
  key: string
  words: string
  by: string
  at: string
}
