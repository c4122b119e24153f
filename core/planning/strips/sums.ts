import { propagate } from '../../numerics/covariance.ts'
import { normalBetween } from '../../numerics/normal.ts'
import { GCM2_PER_KGCM2, GRAVITY_CM_S2, type AimQuantity } from '../../quantities/units.ts'
import { estimateOf, type FrameState } from '../../frame/state.ts'
import { aimedAt, WEIGHTS, type PlanRequest } from '../problem/request.ts'

/**
 * Where a frame stands as the sums that strips add to: M in g, Σmx in g·cm, swing and twist weight in kg·cm², Σmy in g·cm, in this
 * order everywhere in this folder. All five are exact and add; so do their covariances.
 */
export const SUMS = 5

/**
 * The sums of a frame as it is.
 * @example sumsOf(frame(300, 32, 310, 13)) // { 0: 300, 1: 9600, 2: 310, 3: 13, 4: 0 }
 */
export function sumsOf(state: FrameState): Float64Array {
  const M = state.massG!
  return Float64Array.of(
    M,
    M * state.balanceCm!,
    state.swingWeightKgCm2 ?? 0,
    state.twistWeightKgCm2 ?? 0,
    M * state.lateralCm,
  )
}

/**
 * The covariance of a state's sums from that of its numbers, row after row; first order: d(Mb) = b·dM + M·db.
 * @example sumsCovariance({ ...frame(300, 32, 310), covariance: [0.04, 0, 0, 0, 0].map((v, i, all) => all.map((_, j) => (i === j ? v : 0))) })[6] // 40.96
 */
export function sumsCovariance(state: FrameState): Float64Array {
  const [M, b, y] = [state.massG ?? 0, state.balanceCm ?? 0, state.lateralCm]
  const jacobian = [
    [1, 0, 0, 0, 0],
    [b, M, 0, 0, 0],
    [0, 0, 1, 0, 0],
    [0, 0, 0, 1, 0],
    [y, 0, 0, 0, M],
  ]
  return Float64Array.from(propagate(jacobian, state.covariance).flat())
}

/** One number aimed at. */
export interface Aim {
  quantity: AimQuantity
  target: number
  tolerance: number
  /** How much it counts beside the others. */
  weight: number
}

/**
 * @example searchAims({ target: { mass: { value: 305, tolerance: 1 } }, limits: { matters: { mass: 'most' } } })[0].target // 305
 */
export function searchAims({ target, limits }: PlanRequest): Aim[] {
  return aimedAt(target).map((quantity) => {
    const matters = limits.matters[quantity]
    return {
      quantity,
      target: target[quantity]!.value,
      tolerance: target[quantity]!.tolerance,
      weight: matters ? WEIGHTS[matters] : 1,
    }
  })
}

/**
 * The value of a number from the sums.
 * @param axisCm axis of the swing weight
 * @example valueFrom('balance', [300, 9600, 310, 13, 0], 10) // 32
 * @example valueFrom('recoilWeight', [300, 9600, 310, 13, 0], 10) // 164.8
 */
export function valueFrom(quantity: AimQuantity, sums: ArrayLike<number>, axisCm: number): number {
  const [M, X, S, T, Y] = [sums[0], sums[1], sums[2], sums[3], sums[4]]
  switch (quantity) {
    case 'mass':
      return M
    case 'balance':
      return X / M
    case 'swingWeight':
      return S
    case 'twistWeight':
      return T
    case 'lateral':
      return Y / M
    case 'recoilWeight':
      return S - ((X / M - axisCm) ** 2 * M) / GCM2_PER_KGCM2
    case 'mgri':
      return (GRAVITY_CM_S2 * X) / (GCM2_PER_KGCM2 * S + 2 * axisCm * X - axisCm * axisCm * M)
  }
}

/**
 * How a number moves with the sums, to first order.
 * @example gradientFrom('balance', [300, 9600, 310, 13, 0], 10) // [-0.10667, 0.00333, 0, 0, 0]
 */
export function gradientFrom(quantity: AimQuantity, sums: ArrayLike<number>, axisCm: number): number[] {
  const [M, X, S, , Y] = [sums[0], sums[1], sums[2], sums[3], sums[4]]
  switch (quantity) {
    case 'mass':
      return [1, 0, 0, 0, 0]
    case 'balance':
      return [-X / (M * M), 1 / M, 0, 0, 0]
    case 'swingWeight':
      return [0, 0, 1, 0, 0]
    case 'twistWeight':
      return [0, 0, 0, 1, 0]
    case 'lateral':
      return [-Y / (M * M), 0, 0, 0, 1 / M]
    case 'recoilWeight': {
      const b = X / M
      return [(b * b - axisCm * axisCm) / GCM2_PER_KGCM2, (-2 * (b - axisCm)) / GCM2_PER_KGCM2, 1, 0, 0]
    }
    case 'mgri': {
      const inertia = GCM2_PER_KGCM2 * S + 2 * axisCm * X - axisCm * axisCm * M
      const k = (GRAVITY_CM_S2 * X) / inertia
      return [
        (k * axisCm * axisCm) / inertia,
        (GRAVITY_CM_S2 - 2 * axisCm * k) / inertia,
        (-k * GCM2_PER_KGCM2) / inertia,
        0,
        0,
      ]
    }
  }
}

/**
 * The variance of a number from the covariance of the sums, to first order.
 * @param covariance of the sums, row after row
 * @example varianceFrom('mass', [300, 9600, 310, 13, 0], [0.04, ...new Array(24).fill(0)], 10) // 0.04
 */
export function varianceFrom(
  quantity: AimQuantity,
  sums: ArrayLike<number>,
  covariance: ArrayLike<number>,
  axisCm: number,
): number {
  switch (quantity) {
    case 'mass':
      return covariance[0]
    case 'swingWeight':
      return covariance[2 * SUMS + 2]
    case 'twistWeight':
      return covariance[3 * SUMS + 3]
    case 'balance':
      return ofQuotient(sums, covariance, 1)
    case 'lateral':
      return ofQuotient(sums, covariance, 4)
    case 'recoilWeight':
    case 'mgri': {
      const along = gradientFrom(quantity, sums, axisCm)
      let sum = 0
      for (let a = 0; a < SUMS; a++)
        for (let b = 0; b < SUMS; b++) sum += along[a] * along[b] * covariance[SUMS * a + b]
      return Math.max(0, sum)
    }
  }
}

/** Var(X/M) = (Var X − 2b·Cov(X, M) + b²·Var M)/M² about b = X/M. */
function ofQuotient(sums: ArrayLike<number>, covariance: ArrayLike<number>, x: number): number {
  const M = sums[0]
  const b = sums[x] / M
  return Math.max(0, covariance[(SUMS + 1) * x] - 2 * b * covariance[x] + b * b * covariance[0]) / (M * M)
}

/**
 * The least that some sums' covariance adds to the variance of a number, of all plans inside the tolerances: variances of pieces add to it.
 * @param covariance of sums, row after row
 * @param mostMass the most that a frame inside the tolerances weighs
 * @example leastVariance({ quantity: 'mass', target: 300, tolerance: 1, weight: 1 }, [0.09, ...new Array(24).fill(0)], 310) // 0.09
 */
export function leastVariance(aim: Aim, covariance: ArrayLike<number>, mostMass: number): number {
  const of = (a: number) => covariance[SUMS * a + a]
  switch (aim.quantity) {
    case 'mass':
      return of(0)
    case 'swingWeight':
      return of(2)
    case 'twistWeight':
      return of(3)
    case 'balance':
    case 'lateral': {
      // Var(X/M) = (Var X − 2b·Cov(X, M) + b²·Var M)/M² about b = X/M, which is least at b = Cov/Var M.
      const x = aim.quantity === 'balance' ? 1 : 4
      const [shared, ofM] = [covariance[x], of(0)]
      const [low, high] = [aim.target - aim.tolerance, aim.target + aim.tolerance]
      const b = ofM > 0 ? Math.min(high, Math.max(low, shared / ofM)) : aim.target
      return Math.max(0, of(x) - 2 * b * shared + b * b * ofM) / (mostMass * mostMass)
    }
    case 'recoilWeight':
    case 'mgri':
      return 0
  }
}

/** Where a number aimed at lands: off its target, and its standard uncertainty. */
export type Landing = Pick<Aim, 'tolerance' | 'weight'> & { off: number; u: number }

/** The chance that a number lands inside its tolerance, normal about where it is predicted; of no matter where nothing is unsure. */
function chanceWithin(off: number, u: number, { tolerance, weight }: Pick<Aim, 'tolerance' | 'weight'>): number {
  if (u < 1e-12) return 1
  const chance = normalBetween((-tolerance - off) / u, (tolerance - off) / u)
  return weight === 1 ? chance : chance ** weight
}

/** The chance that each number lands inside its tolerance, one beside the other. */
const chanceToLand = (landings: readonly Landing[]): number =>
  landings.reduce((lands, landing) => lands * chanceWithin(landing.off, landing.u, landing), 1)

/**
 * What a build gives up of its chance, as `chanceLost`, from its sums and their covariance.
 * @example chanceLostFrom([{ quantity: 'mass', target: 300, tolerance: 1, weight: 1 }], [300, 9600, 310, 13, 0], [1, ...new Array(24).fill(0)], 10, 1) // 0.3173
 */
export function chanceLostFrom(
  aims: readonly Aim[],
  sums: ArrayLike<number>,
  covariance: ArrayLike<number>,
  axisCm: number,
  most: number,
): number {
  if (most <= 0) return 0
  let lands = 1
  for (const aim of aims) {
    const u = Math.sqrt(varianceFrom(aim.quantity, sums, covariance, axisCm))
    lands *= chanceWithin(valueFrom(aim.quantity, sums, axisCm) - aim.target, u, aim)
  }
  return Math.max(0, 1 - lands / most)
}

/**
 * The most that any build could have: in the middle of every tolerance, and nothing unsure but the frame as it was read.
 * @example mostChance([{ quantity: 'mass', target: 300, tolerance: 1, weight: 1 }], { ...frame(300, 32, 310), covariance: [0.25, 0, 0, 0, 0].map((v, i, all) => all.map((_, j) => (i === j ? v : 0))) }) // 0.9545
 */
export const mostChance = (aims: readonly Aim[], state: FrameState): number =>
  chanceToLand(aims.map((aim) => ({ ...aim, off: 0, u: estimateOf(state, aim.quantity)?.u ?? 0 })))

/**
 * The share of the chance to land inside every tolerance that a build gives up: by not lying in the middle of them, and by what is unsure
 * of its own pieces (a grip that was never weighed more than a strip). To rank plans by; the chance that is shown is drawn, with what the
 * numbers have in common.
 * @param most see `mostChance`
 * @example chanceLost([{ off: 0, u: 0.5, tolerance: 1, weight: 1 }], 1) // 0.0455
 */
export const chanceLost = (landings: readonly Landing[], most: number): number =>
  most <= 0 ? 0 : Math.max(0, 1 - chanceToLand(landings) / most)
