import { Problem } from '../problem.ts'
import { estimateOf, type Estimate, type FrameState } from '../frame/state.ts'
import { QUANTITIES, type Quantity } from '../quantities/units.ts'
import type { SportProfile } from '../sports/profile.ts'

export type TargetWay = 'copy' | 'halfway' | 'hand'

/** One number of a target with its tolerance and where it comes from. */
export interface TargetLine {
  value: number
  tolerance: number
  /** `reference`, `halfway` or `hand`: how the number came about. */
  from: 'reference' | 'halfway' | 'hand'
  /** In the fitter's words. */
  reason: string
}
export type TargetLines = Partial<Record<Quantity, TargetLine>>

/**
 * Target numbers from a reference that has been brought to the frame's own state and axis. Copy takes what the reference
 * knows; half-way goes half the distance from the frame (common practice for growing players, no source).
 * What the reference does not know is left out, never guessed.
 * @throws Problem `state.needs` when half-way is asked for a number that the frame was not measured for
 */
export function targetFrom(
  way: 'copy' | 'halfway',
  mine: FrameState,
  reference: FrameState,
  quantities: readonly Quantity[],
  profile: SportProfile,
): TargetLines {
  const lines: TargetLines = {}
  for (const quantity of quantities) {
    const theirs = estimateOf(reference, quantity)
    if (!theirs) continue
    const value = way === 'copy' ? theirs.value : halfway(mine, theirs, quantity)
    lines[quantity] = {
      value,
      tolerance: profile.tolerance[quantity],
      from: way === 'copy' ? 'reference' : 'halfway',
      reason: '',
    }
  }
  return lines
}

function halfway(mine: FrameState, theirs: Estimate, quantity: Quantity): number {
  const now = estimateOf(mine, quantity)
  if (!now) throw new Problem('state.needs', quantity)
  return (now.value + theirs.value) / 2
}

export type GuardCode =
  | 'guard.lighter'
  | 'guard.withinUncertainty'
  | 'guard.juniorClass'
  | 'guard.bigStep'
  | 'guard.toleranceTight'
  | 'guard.pain'

/** A caution on a target. It warns; the fitter decides. */
export interface TargetGuard {
  code: GuardCode
  quantity: Quantity | null
  data: Record<string, number>
}

/** Bare mass, g, from which a frame is above the class for an age (common practice, no source). */
const CLASS_BY_AGE: { under: number; bareG: number }[] = [
  { under: 12, bareG: 260 },
  { under: 15, bareG: 290 },
]
/** One weight class at a time: about 20 g (common practice, no source). */
const CLASS_STEP_G = 20

/** What a fitter should see before accepting target numbers. */
export function guardsOnTarget(
  lines: TargetLines,
  mine: FrameState,
  player: { age: number | null; pain: boolean } | null,
  strungOverBareG: number,
): TargetGuard[] {
  const guards: TargetGuard[] = []
  for (const quantity of QUANTITIES) {
    const line = lines[quantity]
    const now = estimateOf(mine, quantity)
    if (!line || !now) continue
    const change = line.value - now.value
    if (quantity === 'mass' && change < -line.tolerance)
      guards.push({ code: 'guard.lighter', quantity, data: { by: -change } })
    if (Math.abs(change) > line.tolerance && Math.abs(change) < 2 * now.u)
      guards.push({ code: 'guard.withinUncertainty', quantity, data: { change, u: now.u } })
    if (line.tolerance < 2 * now.u)
      guards.push({ code: 'guard.toleranceTight', quantity, data: { tolerance: line.tolerance, u: now.u } })
    if (quantity === 'mass' && change > CLASS_STEP_G)
      guards.push({ code: 'guard.bigStep', quantity, data: { by: change, step: CLASS_STEP_G } })
  }
  const mass = lines.mass?.value
  const age = player?.age ?? null
  const limit = age === null ? undefined : CLASS_BY_AGE.find((c) => age < c.under)
  if (mass !== undefined && limit && mass - strungOverBareG > limit.bareG) {
    guards.push({
      code: 'guard.juniorClass',
      quantity: 'mass',
      data: { age: age!, limit: limit.bareG, bare: mass - strungOverBareG },
    })
  }
  if (player?.pain && mass !== undefined) guards.push({ code: 'guard.pain', quantity: null, data: {} })
  return guards
}
