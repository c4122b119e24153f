import { aimsOf } from '#core/job/check.ts'
import type { TargetBody } from '#core/job/bodies.ts'
import type { AimQuantity } from '#core/quantities/units.ts'
import { AIMED } from '#contract/words.ts'

/** The numbers that a sheet lists: the four, recoil weight, and M·g·R/I where it is aimed at. */
export const shownOn = (target: TargetBody | null | undefined): AimQuantity[] => [
  ...AIMED,
  'recoilWeight',
  ...(aimsOf(target).mgri ? (['mgri'] as const) : []),
]
