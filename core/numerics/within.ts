import { Problem } from '../problem.ts'

/**
 * A number as it is, when it is one and lies where it can.
 * @param path the field that it is about
 * @throws Problem `number.outside`
 * @example within('mass', 330, 0) // 330
 */
export function within(path: string, value: number, low = -Infinity, high = Infinity): number {
  if (!Number.isFinite(value) || value < low || value > high)
    throw new Problem('number.outside', path, { value, low, high })
  return value
}

/**
 * The same of a value and its standard uncertainty.
 * @example estimateWithin('mass', { value: 330, u: 0.1 }, 0) // undefined
 */
export function estimateWithin(path: string, e: { value: number; u: number }, low?: number, high?: number): void {
  within(path, e.value, low, high)
  within(`${path}, uncertainty`, e.u, 0)
}
