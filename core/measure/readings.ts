import { Problem } from '../problem.ts'
import type { MeasuringMethod, SportProfile } from '../sports/profile.ts'
import type { Estimate } from '../frame/state.ts'
import type { Quantity } from '../quantities/units.ts'

/** One reading, in core units. Never changed: a correction is another reading. */
export interface Reading {
  id: string
  quantity: Quantity
  value: number
  /** Swing weight only: the axis it was read about, cm from the butt. */
  axisCm: number | null
  methodId: string
}

/** Mean of repeats with its uncertainty, and where that comes from. */
export interface RepeatSummary extends Estimate {
  count: number
  /** Standard deviation of the readings; null for a single one. */
  deviation: number | null
  /** Type A: of the mean. */
  uRepeat: number
  /** Type B: display step/√12 and device, in quadrature. */
  uDevice: number
}

/** With fewer readings than this the spread seen is too weak to trust alone. */
const ENOUGH = 4

/**
 * Mean, standard deviation and combined standard uncertainty of repeated readings by one method
 * (GUM, JCGM 100:2008, 4.2, 4.3.7, 5.1). With fewer than four readings the method's usual spread stands in where it is the larger.
 * @param values readings in core units, at least one
 * @throws Problem `readings.none`
 * @example repeats([322, 322.2], scale) // mean 322.1
 */
export function repeats(values: readonly number[], method: MeasuringMethod): RepeatSummary {
  const count = values.length
  if (count === 0) throw new Problem('readings.none', method.quantity)
  const mean = values.reduce((sum, v) => sum + v, 0) / count
  const deviation = count > 1 ? Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / (count - 1)) : null
  const spread = count >= ENOUGH ? deviation! : Math.max(deviation ?? 0, method.spread)
  const uRepeat = spread / Math.sqrt(count)
  const uDevice = Math.hypot(method.resolution / Math.sqrt(12), method.device)
  return { value: mean, u: Math.hypot(uRepeat, uDevice), count, deviation, uRepeat, uDevice }
}

/** What a quantity is usually read with: the sport's first method for it. */
export function usualMethod(quantity: Quantity, profile: SportProfile): MeasuringMethod {
  return profile.methods.find((method) => method.quantity === quantity)!
}

/** The method by id, or the usual one for the quantity. */
export function methodFor(methodId: string, quantity: Quantity, profile: SportProfile): MeasuringMethod {
  return (
    profile.methods.find((method) => method.id === methodId && method.quantity === quantity) ??
    usualMethod(quantity, profile)
  )
}
