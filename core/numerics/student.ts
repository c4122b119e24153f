import { Problem } from '../problem.ts'
import { within } from './within.ts'

/**
 * The value t with P(|T| ≤ t) = `confidence` for Student's distribution with `dof` degrees of freedom (any positive number,
 * Infinity for the normal). Bisection on the incomplete beta function; good to 1e-9.
 * @throws Problem `number.outside`
 * @example studentT(0.95, 4) // 2.7764…
 */
export function studentT(confidence: number, dof: number): number {
  within('confidence', confidence, 0, 1 - 1e-15)
  aNumber('degrees of freedom', dof)
  const outside = (t: number) => tailOfT(t, dof)
  const wanted = 1 - confidence
  let low = 0
  let high = 2
  while (outside(high) > wanted) high *= 2
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2
    if (outside(middle) > wanted) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** P(|T| > t): I_x(ν/2, 1/2) with x = ν/(ν+t²); for many degrees of freedom the normal's complement. */
function tailOfT(t: number, dof: number): number {
  if (dof > 1e6) return incompleteBeta(1 / (1 + (t * t) / 1e6), 5e5, 0.5)
  return incompleteBeta(dof / (dof + t * t), dof / 2, 0.5)
}

/**
 * Regularised incomplete beta function by its continued fraction (Abramowitz and Stegun 26.5.8, from memory).
 * @example incompleteBeta(0.4, 2, 3) // 0.5248
 */
export function incompleteBeta(x: number, a: number, b: number): number {
  aNumber('x', x)
  within('a', a, 1e-12, 1e15)
  within('b', b, 1e-12, 1e15)
  if (x <= 0) return 0
  if (x >= 1) return 1
  if (x > (a + 1) / (a + b + 2)) return 1 - incompleteBeta(1 - x, b, a)
  const front = Math.exp(a * Math.log(x) + b * Math.log1p(-x) + logGamma(a + b) - logGamma(a) - logGamma(b)) / a
  const TINY = 1e-300
  let c = 1
  let d = 1 - ((a + b) * x) / (a + 1)
  d = 1 / (Math.abs(d) < TINY ? TINY : d)
  let fraction = d
  for (let m = 1; m <= 2000; m++) {
    for (const term of [
      (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m)),
      (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1)),
    ]) {
      d = 1 + term * d
      d = 1 / (Math.abs(d) < TINY ? TINY : d)
      c = 1 + term / c
      if (Math.abs(c) < TINY) c = TINY
      fraction *= d * c
    }
    if (Math.abs(d * c - 1) < 1e-15) break
  }
  return front * fraction
}

/** ln Γ(z) for z > 0: recurrence up to 10, then Stirling's series. */
function logGamma(z: number): number {
  let shift = 0
  while (z < 10) {
    shift -= Math.log(z)
    z += 1
  }
  const r = 1 / (z * z)
  const series = (1 / 12 - r * (1 / 360 - r * (1 / 1260 - r * (1 / 1680 - r / 1188)))) / z
  return shift + (z - 0.5) * Math.log(z) - z + 0.5 * Math.log(2 * Math.PI) + series
}

/**
 * P(χ² > value), any degrees of freedom: the upper incomplete gamma function, by its series below the middle and by its continued
 * fraction above (Abramowitz and Stegun 6.5.29 and 6.5.31, from memory). Small tails keep their digits.
 * @throws Problem `number.outside` for what is no number: it would decide nothing
 * @example chiSquareTail(11.07, 5) // 0.05001
 */
export function chiSquareTail(value: number, dof: number): number {
  aNumber('χ²', value)
  const a = within('degrees of freedom', dof, 1e-6, 1e12) / 2
  const x = value / 2
  if (x <= 0) return 1
  if (x === Infinity) return 0
  const front = Math.exp(-x + a * Math.log(x) - logGamma(a))
  if (front === 0) return x < a ? 1 : 0
  return x < a + 1 ? Math.max(0, 1 - front * lowerSeries(a, x)) : front * upperFraction(a, x)
}

/** Σ xⁿ/(a(a+1)…(a+n)) */
function lowerSeries(a: number, x: number): number {
  let term = 1 / a
  let sum = term
  for (let n = 1; n < 5000 && term > sum * 1e-17; n++) {
    term *= x / (a + n)
    sum += term
  }
  return sum
}

/** 1/(x+1−a− 1(1−a)/(x+3−a− …)), by Lentz's method. */
function upperFraction(a: number, x: number): number {
  let b = x + 1 - a
  let c = Infinity
  let d = 1 / b
  let fraction = d
  for (let i = 1; i < 5000; i++) {
    const an = -i * (i - a)
    b += 2
    d = 1 / (an * d + b || Number.MIN_VALUE)
    c = b + an / c || Number.MIN_VALUE
    fraction *= d * c
    if (Math.abs(d * c - 1) < 1e-16) break
  }
  return fraction
}

/** @throws Problem `number.outside` for NaN; without end is allowed */
function aNumber(path: string, value: number): void {
  if (Number.isNaN(value)) throw new Problem('number.outside', path, { value, low: -Infinity, high: Infinity })
}
