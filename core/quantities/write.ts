import {
  differenceFromCore,
  fromCore,
  unitFor,
  type BalanceUnit,
  type AnyQuantity,
  type Unit,
  type UnitChoice,
} from './units.ts'

const DECIMALS: Record<Unit, number> = { g: 1, oz: 2, cm: 2, mm: 1, in: 2, points: 1, 'kg·cm²': 1, 'rad²/s²': 2 }

/**
 * A number with a true minus sign and fixed decimals; −0.0 is written 0.0.
 * @example fixed(-0.04, 1) // '0.0'
 */
export function fixed(value: number, decimals: number): string {
  const text = Math.abs(value).toFixed(decimals)
  return value < 0 && Number(text) !== 0 ? `−${text}` : text
}

/**
 * The same with its sign always shown: +1.2, −0.4, ±0.0.
 * @example signed(-1.25, 2) // '−1.25'
 */
export function signed(value: number, decimals: number): string {
  const text = fixed(value, decimals)
  if (Number(text) === 0) return `±${text}`
  return text.startsWith('−') ? text : `+${text}`
}

/**
 * A value in core units without its unit, in the shop's unit: `322.1`, `32.40`, `6.0 HL`.
 * @example writeValue(32.385, 'balance', { mass: 'g', balance: 'points', length: 'cm' }, 68.58) // '6.0 HL'
 */
export function writeValue(value: number, quantity: AnyQuantity, units: UnitChoice, lengthCm: number): string {
  const unit = unitFor(quantity, units)
  const shown = fromCore(value, unit, lengthCm)
  if (unit === 'points') return writePoints(shown)
  return fixed(shown, DECIMALS[unit])
}

/**
 * `6.0 HL`, `1.5 HH`, `even`.
 * @example writePoints(-1.5) // '1.5 HH'
 */
export function writePoints(pointsHeadLight: number): string {
  const text = Math.abs(pointsHeadLight).toFixed(1)
  if (Number(text) === 0) return 'even'
  return `${text} ${pointsHeadLight > 0 ? 'HL' : 'HH'}`
}

/**
 * The unit's mark as it stands after a figure; points carry theirs in the figure.
 * @example unitMark('mass', { mass: 'oz', balance: 'points', length: 'cm' }) // 'oz'
 */
export function unitMark(quantity: AnyQuantity, units: UnitChoice): string {
  const unit = unitFor(quantity, units)
  return unit === 'points' ? '' : unit
}

/**
 * `322.1 g`, `6.0 HL`, `339.0 kg·cm²`.
 * @example writeQuantity(322.1, 'mass', { mass: 'g', balance: 'cm', length: 'cm' }, 68.58) // '322.1 g'
 */
export function writeQuantity(value: number, quantity: AnyQuantity, units: UnitChoice, lengthCm: number): string {
  return `${writeValue(value, quantity, units, lengthCm)} ${unitMark(quantity, units)}`.trim()
}

/**
 * A difference in core units with its sign, in the shop's unit; points say which way they go.
 * @example writeDifference(-0.3175, 'balance', { mass: 'g', balance: 'points', length: 'cm' }) // '1.0 to HL'
 */
export function writeDifference(difference: number, quantity: AnyQuantity, units: UnitChoice): string {
  const unit = unitFor(quantity, units)
  const shown = differenceFromCore(difference, unit)
  if (unit !== 'points') return signed(shown, DECIMALS[unit])
  const text = Math.abs(shown).toFixed(1)
  if (Number(text) === 0) return '±0.0'
  return `${text} to ${shown > 0 ? 'HL' : 'HH'}`
}

/**
 * An uncertainty or a tolerance, always positive: `0.6`. Two figures are enough.
 * @example writeSpread(-0.62, 'mass', { mass: 'g', balance: 'cm', length: 'cm' }) // '0.6'
 */
export function writeSpread(spread: number, quantity: AnyQuantity, units: UnitChoice): string {
  const unit = unitFor(quantity, units)
  return fixed(Math.abs(differenceFromCore(spread, unit)), DECIMALS[unit])
}

/**
 * What balance in cm is in points, beside it: used where both are printed.
 * @example writeBalanceBoth(32.385, 68.58) // '32.38 cm · 6.0 HL'
 */
export function writeBalanceBoth(balanceCm: number, lengthCm: number): string {
  const units: UnitChoice = { mass: 'g', balance: 'points' satisfies BalanceUnit, length: 'cm' }
  return `${fixed(balanceCm, 2)} cm · ${writeValue(balanceCm, 'balance', units, lengthCm)}`
}

/**
 * So many of something.
 * @example counted(2, 'strip') // '2 strips'
 * @example counted(1, 'strip') // '1 strip'
 */
export const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`

/**
 * A sentence begins.
 * @example sentence('heavier in the hand') // 'Heavier in the hand'
 */
export const sentence = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1)
