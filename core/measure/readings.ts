import type { Condition } from '../frame/condition.ts'
import type { Estimate } from '../quantities/estimate.ts'
import { chiSquareTail, studentT } from '../numerics/student.ts'
import { within } from '../numerics/within.ts'
import { Problem } from '../problem.ts'
import type { ReadQuantity } from '../quantities/units.ts'
import type { MeasuringMethod, SportProfile } from '../sports/profile.ts'
import { outlierOf, type OutlierTest } from './outlier.ts'

/** What stands behind a reading that came from a calibrated device or was worked out by hand; standard uncertainties. */
export interface ReadingBasis {
  /** Spread of one reading like this; null: the method's usual one. */
  uA: number | null
  /** What repeats share: calibration, lengths, gravity; null: the method's usual one. Without what mass and balance bring. */
  uB: number | null
  /** How the value moves with the frame's mass (per g) and balance (per cm), for what was worked out from them. */
  perMassG: number
  perBalanceCm: number
}

/** One reading, in core units. Never changed: a correction is another reading. */
export interface Reading {
  id: string
  quantity: ReadQuantity
  value: number
  /** Swing weight only: the axis it was read about, cm from the butt. */
  axisCm: number | null
  methodId: string
  /** The instrument that sent it; null when it was typed. */
  deviceId?: string | null
  /** What was on the frame; null: what the stage says. */
  condition?: Condition | null
  basis?: ReadingBasis | null
  /** The instrument was still warming up. */
  origin?: { warming: boolean } | null
}

/** Mean of repeats with its uncertainty, and where that comes from. `u` is half of the 95 % uncertainty. */
export interface RepeatSummary extends Estimate {
  count: number
  /** Standard deviation of the readings; null for a single one. */
  deviation: number | null
  /** Type A: of the mean. */
  uRepeat: number
  /** Type B: display step/√12 and device or calibration, in quadrature. */
  uDevice: number
  /** Of type B, what every reading of this instrument shares: its calibration, or how far such devices are off. */
  uShared: number
  /** Type A and B in quadrature: one standard uncertainty. */
  standard: number
  /** Effective degrees of freedom (Welch and Satterthwaite, GUM G.4). */
  dof: number
  /** The readings spread more than the method's usual spread explains. */
  wide: boolean
  outlier: OutlierTest | null
}

/** How many readings' worth a method's usual spread is counted as (GUM 4.2.4, a pooled estimate). */
export const USUAL_DOF = 8

/**
 * Mean and uncertainty of repeated readings by one method (GUM, JCGM 100:2008, 4.2, 4.3.7, 5.1, G.4). The spread seen is pooled
 * with the method's usual one, unless it is larger than that explains (χ² at 0.1 %): then it stands alone.
 * @param values readings in core units, at least one
 * @param basis uncertainties that came with the readings, in place of the method's
 * @throws Problem `readings.none`, `number.outside`
 * @example repeats([322, 322.2], scale).value // 322.1
 */
export function repeats(
  values: readonly number[],
  method: MeasuringMethod,
  basis: Partial<Pick<ReadingBasis, 'uA' | 'uB'>> = {},
): RepeatSummary {
  const count = values.length
  if (count === 0) throw new Problem('readings.none', method.quantity)
  for (const value of values) within(method.quantity, value, -1e9, 1e9)
  const mean = values.reduce((sum, v) => sum + v, 0) / count
  const squares = values.reduce((sum, v) => sum + (v - mean) ** 2, 0)
  const usual = basis.uA ?? method.spread
  // Where readings spread by a third of a step or more the display's rounding scatters with them and averages out (what stays is
  // under 0.04 of a step); else it stays.
  const rounding = method.resolution / Math.sqrt(12)
  const scattered = usual >= 0.35 * method.resolution
  const known = Math.hypot(usual, usual > 0 ? rounding : 0)
  const wide = count > 1 && usual > 0 && chiSquareTail(squares / known ** 2, count - 1) < 0.001
  const pooled = usual > 0 && !wide
  const repeatDof = pooled ? USUAL_DOF + count - 1 : count - 1
  const prior = scattered ? known : usual
  const variance = pooled ? (USUAL_DOF * prior ** 2 + squares) / repeatDof : repeatDof > 0 ? squares / repeatDof : 0
  const uRepeat = Math.sqrt(variance / count)
  const uShared = basis.uB ?? method.device
  const uDevice = Math.hypot(pooled && scattered ? 0 : rounding, uShared)
  const standard = Math.hypot(uRepeat, uDevice)
  const dof = uRepeat > 0 ? (repeatDof * standard ** 4) / uRepeat ** 4 : Infinity
  return {
    value: mean,
    u: half95(standard, dof),
    count,
    deviation: count > 1 ? Math.sqrt(squares / (count - 1)) : null,
    uRepeat,
    uDevice,
    uShared,
    standard,
    dof,
    wide,
    outlier: outlierOf(values, method.resolution),
  }
}

/**
 * Half of the 95 % uncertainty, so that twice it covers 95 % however few the readings.
 * @param dof effective degrees of freedom
 * @example half95(1, 1e6) // 0.980
 */
export function half95(standard: number, dof: number): number {
  return (standard * studentT(0.95, Math.max(1, dof))) / 2
}

/**
 * What a quantity is usually read with: the sport's first method for it.
 * @example usualMethod('mass', tennis).quantity // 'mass'
 */
export function usualMethod(quantity: ReadQuantity, profile: SportProfile): MeasuringMethod {
  return profile.methods.find((method) => method.quantity === quantity)!
}

/**
 * The method by id, or the usual one for the quantity.
 * @example methodFor('by no such way', 'balance', tennis).quantity // 'balance'
 */
export function methodFor(methodId: string, quantity: ReadQuantity, profile: SportProfile): MeasuringMethod {
  return (
    profile.methods.find((method) => method.id === methodId && method.quantity === quantity) ??
    usualMethod(quantity, profile)
  )
}
