import { estimateOf, type FrameState } from '../frame/state.ts'
import { type Estimate } from '../quantities/estimate.ts'
import type { TargetNumber, TargetNumbers } from '../planning/problem/request.ts'
import { AIM_QUANTITIES, QUANTITIES, type AimQuantity } from '../quantities/units.ts'
import { conformityOf, readingsToDecide, type AcceptanceRule, type Conformity } from './conformity.ts'
import type { MeasuredSummary } from '../measure/summary.ts'
import type { SignedCheck, TargetDocument } from './documents.ts'

/** All that a target aims at: its lines, and what follows from them and is aimed at as well. */
export function aimsOf(target: Pick<TargetDocument, 'lines' | 'also'> | null | undefined): TargetNumbers {
  return { ...target?.lines, ...target?.also }
}

/** What every list of a job's numbers shows: the four, recoil weight, and M·g·R/I where it is aimed at. */
export function numbersShown(target: Pick<TargetDocument, 'lines' | 'also'> | null | undefined): AimQuantity[] {
  return [...QUANTITIES, 'recoilWeight', ...(target?.also.mgri ? (['mgri'] as const) : [])]
}

/** One number of the finished frame against what it should be. */
export interface CheckResult {
  quantity: AimQuantity
  /** Null when it was not read, or what it follows from was not. */
  read: Estimate | null
  aim: TargetNumber | null
  predicted: number | null
  /** Read less aim. */
  off: number | null
  inside: boolean | null
  /** The same with the uncertainty counted; null where it was not read or not aimed at. */
  conformity: Conformity | null
}

/** The four numbers wherever they were read or aimed at, and of what follows from them what is aimed at. */
export function checkResults(
  target: Pick<TargetDocument, 'lines' | 'also'> | null | undefined,
  checked: FrameState,
  planned: FrameState | null,
  rule: AcceptanceRule,
): CheckResult[] {
  const aims = aimsOf(target)
  return AIM_QUANTITIES.flatMap((quantity) => {
    const read = estimateOf(checked, quantity)
    const aim = aims[quantity] ?? null
    const isRead = read !== null && (QUANTITIES as readonly AimQuantity[]).includes(quantity)
    if (!isRead && !aim) return []
    const off = read && aim ? read.value - aim.value : null
    return [
      {
        quantity,
        read,
        aim,
        predicted: (planned && estimateOf(planned, quantity)?.value) ?? null,
        off,
        inside: off !== null && aim ? Math.abs(off) <= aim.tolerance + 1e-9 : null,
        conformity: read && aim ? conformityOf(read, aim, rule) : null,
      },
    ]
  })
}

/**
 * How many more readings like those taken decide a number, if their mean stays where it is; null where none does, where it was read in
 * more ways than one or follows from others.
 */
export function moreReadings({ quantity, off, aim }: CheckResult, checked: MeasuredSummary): number | null {
  const read = QUANTITIES.find((q) => q === quantity)
  const [group, ...others] = read ? checked.quantities[read].groups : []
  if (!group || others.length > 0 || off === null || !aim) return null
  const { count, uRepeat, uDevice } = group
  return readingsToDecide(off, aim.tolerance, { uOwn: uRepeat * Math.sqrt(count), uShared: uDevice, count })
}

/** What is put on record at sign-off. */
export const signedLines = (results: readonly CheckResult[]): SignedCheck['lines'] =>
  results.flatMap(({ quantity, read, aim, predicted }) =>
    read
      ? [
          {
            quantity,
            read: read.value,
            u: read.u,
            target: aim?.value ?? null,
            tolerance: aim?.tolerance ?? null,
            predicted,
          },
        ]
      : [],
  )
