/**
 * Share of a normal distribution between two places, in standard deviations from its middle. The error function by Abramowitz and
 * Stegun 7.1.26 (from memory): good to 3e-7, enough to rank plans by; no substitute where a tail matters.
 * @example normalBetween(-1.96, 1.96) // 0.95000
 */
export function normalBetween(from: number, to: number): number {
  return Math.max(0, (erf(to * Math.SQRT1_2) - erf(from * Math.SQRT1_2)) / 2)
}

function erf(x: number): number {
  const t = 1 / (1 + 0.3275911 * Math.abs(x))
  const series = t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))))
  const value = 1 - series * Math.exp(-x * x)
  return x < 0 ? -value : value
}
