/**
 * Units and constants. Inside Kevro: g, cm, kg·cm², s, rad. Everything else is converted here and nowhere else.
 * Inch and ounce are exact: International Yard and Pound Agreement, 1959.
 */
export const CM_PER_IN = 2.54
export const G_PER_OZ = 28.349523125
/** Standard gravity, cm/s² (CGPM 1901). */
export const GRAVITY_CM_S2 = 980.665
/** One point of balance is an eighth of an inch. */
export const CM_PER_POINT = CM_PER_IN / 8
/** g·cm² in one kg·cm². */
export const GCM2_PER_KGCM2 = 1000

export const MASS_UNITS = ['g', 'oz'] as const
export type MassUnit = (typeof MASS_UNITS)[number]
export const LENGTH_UNITS = ['cm', 'mm', 'in'] as const
export type LengthUnit = (typeof LENGTH_UNITS)[number]
export const BALANCE_UNITS = [...LENGTH_UNITS, 'points'] as const
export type BalanceUnit = (typeof BALANCE_UNITS)[number]
export type InertiaUnit = 'kg·cm²'
export type RateUnit = 'rad²/s²'
export type Unit = MassUnit | BalanceUnit | InertiaUnit | RateUnit

/** What a number is a number of; decides which units may be typed. */
export type QuantityKind = 'mass' | 'length' | 'balance' | 'inertia' | 'rate'

/** The quantities of a frame that a fitter aims at, in the order in which they are shown everywhere. */
export const QUANTITIES = ['mass', 'balance', 'swingWeight', 'twistWeight'] as const
export type Quantity = (typeof QUANTITIES)[number]
/** With recoil weight, which follows from the others. */
export type ShownQuantity = Quantity | 'recoilWeight'
/** What a plan may aim at: the four, what follows from them, and the centre of mass off the long axis. */
export const AIM_QUANTITIES = [...QUANTITIES, 'recoilWeight', 'mgri', 'lateral'] as const
export type AimQuantity = (typeof AIM_QUANTITIES)[number]

/** The step in which a number is stated: finer than anybody at a bench can read. Core units. */
export const STATED_STEP: Record<AimQuantity, number> = {
  mass: 0.1,
  balance: 0.01,
  swingWeight: 0.1,
  twistWeight: 0.01,
  recoilWeight: 0.1,
  mgri: 0.01,
  lateral: 0.01,
}
/** A number to its stated step. @example stated(321.1499, 'swingWeight') // 321.1 */
export const stated = (value: number, quantity: AimQuantity): number =>
  Number((Math.round(value / STATED_STEP[quantity]) * STATED_STEP[quantity]).toFixed(4))
/** What a reading may be of: the four, and what is read beside them. */
export const READ_QUANTITIES = [...QUANTITIES, 'length', 'leftMass', 'rightMass'] as const
export type ReadQuantity = (typeof READ_QUANTITIES)[number]
/** Anything that has a field or a figure of its own. */
export type AnyQuantity = AimQuantity | ReadQuantity

export const KIND_OF: Record<AnyQuantity, QuantityKind> = {
  mass: 'mass',
  balance: 'balance',
  swingWeight: 'inertia',
  twistWeight: 'inertia',
  recoilWeight: 'inertia',
  mgri: 'rate',
  lateral: 'length',
  length: 'length',
  leftMass: 'mass',
  rightMass: 'mass',
}

const TO_CORE: Record<Exclude<Unit, 'points'>, number> = {
  g: 1,
  oz: G_PER_OZ,
  cm: 1,
  mm: 0.1,
  in: CM_PER_IN,
  'kg·cm²': 1,
  'rad²/s²': 1,
}

/**
 * An angle in degrees, as hands and tables tell it.
 * @example degrees(0.5236) // 30.000
 */
export const degrees = (rad: number): number => (rad * 180) / Math.PI

/**
 * A balance in cm from the butt as points; positive is head-light.
 * Formula: (L/2 − b)/0.3175.
 * @example pointsHeadLight(32.385, 68.58) // 6
 */
export function pointsHeadLight(balanceCm: number, lengthCm: number): number {
  return (lengthCm / 2 - balanceCm) / CM_PER_POINT
}

/**
 * The balance in cm of so many points head-light on a frame of this length.
 * @example balanceOfPoints(6, 68.58) // 32.385
 */
export function balanceOfPoints(points: number, lengthCm: number): number {
  return lengthCm / 2 - points * CM_PER_POINT
}

/**
 * A value in any unit to core units (g, cm, kg·cm²); points need the frame's length in cm.
 * @example toCore(11.25, 'oz', 68.58) // 318.932
 */
export function toCore(value: number, unit: Unit, lengthCm: number): number {
  return unit === 'points' ? balanceOfPoints(value, lengthCm) : value * TO_CORE[unit]
}

/**
 * A value in core units to any unit; points need the frame's length in cm.
 * @example fromCore(318.932, 'oz', 68.58) // 11.250
 */
export function fromCore(value: number, unit: Unit, lengthCm: number): number {
  return unit === 'points' ? pointsHeadLight(value, lengthCm) : value / TO_CORE[unit]
}

/**
 * A difference or an uncertainty in core units to a unit: no origin, and points keep their sense (head-light positive).
 * @example differenceFromCore(0.3175, 'points') // -1
 */
export function differenceFromCore(difference: number, unit: Unit): number {
  return unit === 'points' ? -difference / CM_PER_POINT : difference / TO_CORE[unit]
}

/**
 * A difference or an uncertainty in a unit to core units.
 * @example differenceToCore(0.5, 'oz') // 14.1748
 */
export function differenceToCore(difference: number, unit: Unit): number {
  return unit === 'points' ? -difference * CM_PER_POINT : difference * TO_CORE[unit]
}

/** The units that a shop shows and that a bare number typed there is taken in. */
export interface UnitChoice {
  mass: MassUnit
  balance: BalanceUnit
  length: LengthUnit
}

/**
 * The unit in which a quantity is shown under a shop's choice.
 * @example unitFor('balance', { mass: 'g', balance: 'points', length: 'cm' }) // 'points'
 */
export function unitFor(quantity: AnyQuantity, units: UnitChoice): Unit {
  const kind = KIND_OF[quantity]
  if (kind === 'inertia') return 'kg·cm²'
  return kind === 'rate' ? 'rad²/s²' : units[kind]
}

/** The units that a field of this kind can be switched through. */
export const UNITS_OF: Record<QuantityKind, readonly Unit[]> = {
  mass: ['g', 'oz'],
  length: ['cm', 'mm', 'in'],
  balance: ['cm', 'mm', 'in', 'points'],
  inertia: ['kg·cm²'],
  rate: ['rad²/s²'],
}
