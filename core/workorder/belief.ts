import { effectOf, type Piece } from '../frame/pieces.ts'
import { frameState, type FrameState } from '../frame/state.ts'
import type { FrameGeometry } from '../geometry/outline.ts'
import { addError, propagate, varianceAlong, zeros, type Matrix } from '../numerics/covariance.ts'
import type { Estimate } from '../quantities/estimate.ts'
import { GCM2_PER_KGCM2, QUANTITIES, type Quantity } from '../quantities/units.ts'

/**
 * What is known of a frame while it is worked on. Sums that add up exactly: mass, mass × balance, swing weight about `axisCm`,
 * twist weight, mass × lateral place; and behind them what several numbers share: each instrument's calibration, each roll's
 * weighing, the grip that comes off and goes back on. Gaussian, to first order.
 */
export interface Belief {
  mean: number[]
  covariance: Matrix
  /** What stands behind the five sums, by name, in the order of the rows after them. */
  names: string[]
  /** Numbers that nobody has read yet. */
  unknown: ReadonlySet<Quantity>
  axisCm: number
}

const SUMS = 5
const [M, P, S, T, Q] = [0, 1, 2, 3, 4]

/** One number read at the bench. */
export interface ReadHere {
  quantity: Quantity
  value: number
  /** Of this reading alone, without what all readings of its instrument share. */
  uOwn: number
  /** What they share, and which instrument that is. */
  uShared: number
  instrument: string
  /** Swing weight only: the axis it was read about, cm from the butt. */
  axisCm: number | null
}

/** How a number of the measured frame hangs on an instrument: that instrument's share in it. */
export interface SharedError {
  quantity: Quantity
  instrument: string
  uShared: number
  share: number
}

/** The frame as it was measured, calibrations of its instruments beside it: what a later reading shares with it cancels. */
export function beliefOf(state: FrameState, shared: readonly SharedError[]): Belief {
  const m = state.massG ?? 0
  const known: Record<Quantity, boolean> = {
    mass: state.massG !== null,
    balance: state.balanceCm !== null,
    swingWeight: state.swingWeightKgCm2 !== null,
    twistWeight: state.twistWeightKgCm2 !== null,
  }
  const b = state.balanceCm ?? 0
  const jacobian = zeros(SUMS)
  jacobian[M][0] = 1
  jacobian[P] = [b, m, 0, 0, 0]
  jacobian[S][2] = 1
  jacobian[T][3] = 1
  jacobian[Q] = [state.lateralCm, 0, 0, 0, m]
  const names = [...new Set(shared.map(calibration))]
  const size = SUMS + names.length
  const covariance = zeros(size)
  propagate(jacobian, state.covariance).forEach((row, i) => row.forEach((v, j) => (covariance[i][j] = v)))
  const column = { mass: 0, balance: 1, swingWeight: 2, twistWeight: 3 } as const
  for (const error of shared) {
    if (!known[error.quantity]) continue
    const k = SUMS + names.indexOf(calibration(error))
    covariance[k][k] = error.uShared ** 2
    // Too high a reading by the instrument's own error: the frame is as much below what was read.
    for (let i = 0; i < SUMS; i++) {
      const shift = -jacobian[i][column[error.quantity]] * error.share * error.uShared ** 2
      covariance[i][k] += shift
      covariance[k][i] += shift
    }
  }
  const open: Belief = {
    mean: [
      m,
      m * b,
      state.swingWeightKgCm2 ?? 0,
      state.twistWeightKgCm2 ?? 0,
      m * state.lateralCm,
      ...names.map(() => 0),
    ],
    covariance,
    names,
    unknown: new Set(QUANTITIES.filter((quantity) => !known[quantity])),
    axisCm: state.axisCm,
  }
  return QUANTITIES.reduce((belief, quantity) => (known[quantity] ? belief : vague(belief, quantity)), open)
}

/** What nobody has read may be anything that a frame is. */
const VAGUE: Record<Quantity, [value: number, u: number]> = {
  mass: [300, 300],
  balance: [33, 20],
  swingWeight: [300, 300],
  twistWeight: [13, 30],
}
function vague(belief: Belief, quantity: Quantity): Belief {
  const at = { mass: M, balance: P, swingWeight: S, twistWeight: T }[quantity]
  const by = quantity === 'balance' ? belief.mean[M] : 1
  const mean = [...belief.mean]
  mean[at] = VAGUE[quantity][0] * by
  const effect = mean.map((_, i) => (i === at ? by : 0))
  return { ...belief, mean, covariance: addError(belief.covariance, effect, VAGUE[quantity][1]) }
}

const calibration = ({ quantity, instrument }: { quantity: Quantity; instrument: string }) =>
  `instrument ${quantity} ${instrument}`

/** The belief with one more thing behind its sums, unless it is there. @param u its standard uncertainty */
function named(belief: Belief, name: string, u: number): [Belief, number] {
  const held = belief.names.indexOf(name)
  if (held >= 0) return [belief, SUMS + held]
  const k = SUMS + belief.names.length
  const covariance = [...belief.covariance.map((row) => [...row, 0]), new Array<number>(k + 1).fill(0)]
  covariance[k][k] = u * u
  return [{ ...belief, mean: [...belief.mean, 0], covariance, names: [...belief.names, name] }, k]
}

/** What some pieces do to the five sums. */
export function piecesSums(pieces: readonly Piece[], axisCm: number, geometry: FrameGeometry): number[] {
  const sums = new Array<number>(SUMS).fill(0)
  for (const piece of pieces)
    effectOf(piece, axisCm, geometry).perGram.forEach((per, i) => (sums[i] += piece.massG * per))
  return sums
}

/** The frame with pieces on: each with its own errors of hand, and those of its roll. */
export function put(belief: Belief, pieces: readonly Piece[], geometry: FrameGeometry): Belief {
  let now = belief
  for (const piece of pieces) {
    const { perGram: effect, errors } = effectOf(piece, now.axisCm, geometry)
    const mean = now.mean.map((v, i) => (i < SUMS ? v + piece.massG * effect[i] : v))
    const behind = new Array<number>(mean.length - SUMS).fill(0)
    const covariance = errors.reduce((sum, error) => addError(sum, [...error, ...behind], 1), now.covariance)
    now = { ...now, mean, covariance }
    if (!piece.roll) continue
    const [wider, k] = named(now, `roll ${piece.roll.id}`, piece.roll.uRel)
    const step = wider.mean.map((_, i) => wider.mean.map((__, j) => (i === j ? 1 : 0)))
    for (let i = 0; i < SUMS; i++) step[i][k] += piece.massG * effect[i]
    now = {
      ...wider,
      mean: wider.mean.map((v, i) => (i < SUMS ? v + piece.massG * effect[i] * wider.mean[k] : v)),
      covariance: propagate(step, wider.covariance),
    }
  }
  return now
}

/** Something of unknown size happened to the frame: so much may have gone on, anywhere. */
export function loosened(belief: Belief, by: Partial<Record<Quantity, number>>, lengthCm: number): Belief {
  const grams = 3 * Math.abs(by.mass ?? 0)
  const middle = lengthCm / 2
  const arm = (middle - belief.axisCm) ** 2 / GCM2_PER_KGCM2
  const put = (values: Partial<Record<number, number>>) => belief.mean.map((_, i) => values[i] ?? 0)
  let { covariance } = belief
  covariance = addError(covariance, put({ [M]: 1, [P]: middle, [S]: arm }), grams)
  covariance = addError(covariance, put({ [P]: 1 }), grams * middle + 3 * belief.mean[M] * Math.abs(by.balance ?? 0))
  covariance = addError(covariance, put({ [S]: 1 }), 2 * grams * arm + 3 * Math.abs(by.swingWeight ?? 0))
  covariance = addError(covariance, put({ [T]: 1 }), 0.05 * grams + 3 * Math.abs(by.twistWeight ?? 0))
  return { ...belief, covariance }
}

/** How a number follows from the belief: its value, and how it moves with each entry. */
export function lookAt(
  belief: Belief,
  quantity: Quantity,
  axisCm: number | null = null,
): { value: number; gradient: number[] } {
  const { mean } = belief
  const gradient = mean.map(() => 0)
  switch (quantity) {
    case 'mass':
      gradient[M] = 1
      return { value: mean[M], gradient }
    case 'balance':
      gradient[M] = -mean[P] / mean[M] ** 2
      gradient[P] = 1 / mean[M]
      return { value: mean[P] / mean[M], gradient }
    case 'swingWeight': {
      // S′ = S + [2(a − a′)·M·b + (a′² − a²)·M]/1000: exact.
      const [from, to] = [belief.axisCm, axisCm ?? belief.axisCm]
      gradient[S] = 1
      gradient[P] = (2 * (from - to)) / GCM2_PER_KGCM2
      gradient[M] = (to * to - from * from) / GCM2_PER_KGCM2
      return { value: mean[S] + gradient[P] * mean[P] + gradient[M] * mean[M], gradient }
    }
    case 'twistWeight':
      gradient[T] = 1
      return { value: mean[T], gradient }
  }
}

/** What an instrument should show, and how far it may be off: null where the number was never read. */
export function expectedOf(belief: Belief, quantity: Quantity, axisCm: number | null = null): Estimate | null {
  if (belief.unknown.has(quantity)) return null
  const { value, gradient } = lookAt(belief, quantity, axisCm)
  return { value, u: Math.sqrt(varianceAlong(gradient, belief.covariance)) }
}

/** Readings against what they should be: what is left over, with its covariance. */
export interface Residual {
  quantities: Quantity[]
  /** Read less expected. */
  off: number[]
  covariance: Matrix
  /** How each moves with the five sums. */
  gradients: number[][]
}

/** @returns null where nothing was read that was known before */
export function residualOf(belief: Belief, reads: readonly ReadHere[]): Residual | null {
  const told = reads.filter((r) => !belief.unknown.has(r.quantity))
  if (told.length === 0) return null
  let wide = belief
  const at = told.map((read) => {
    const [wider, k] = named(wide, calibration(read), read.uShared)
    wide = wider
    return k
  })
  const seen = told.map((read, i) => {
    const { value, gradient } = lookAt(wide, read.quantity, read.axisCm)
    gradient[at[i]] += 1
    return { off: read.value - value - wide.mean[at[i]], gradient, read }
  })
  const covariance = propagate(
    seen.map((s) => s.gradient),
    wide.covariance,
  )
  seen.forEach((s, i) => (covariance[i][i] += s.read.uOwn ** 2))
  return {
    quantities: seen.map((s) => s.read.quantity),
    off: seen.map((s) => s.off),
    covariance,
    gradients: seen.map((s) => s.gradient.slice(0, SUMS)),
  }
}

/** The belief once these readings are counted in, each by its uncertainty (Gaussian conditioning). */
export function learnt(belief: Belief, reads: readonly ReadHere[]): Belief {
  return reads.reduce((now, read) => {
    const [wide, k] = named(now, calibration(read), read.uShared)
    const { value, gradient } = lookAt(wide, read.quantity, read.axisCm)
    gradient[k] += 1
    const towards = wide.covariance.map((row) => row.reduce((sum, v, j) => sum + v * gradient[j], 0))
    const variance = gradient.reduce((sum, g, i) => sum + g * towards[i], 0) + read.uOwn ** 2
    if (variance === 0) return now
    const gain = towards.map((t) => t / variance)
    const off = read.value - value - wide.mean[k]
    return {
      ...wide,
      mean: wide.mean.map((v, i) => v + gain[i] * off),
      covariance: wide.covariance.map((row, i) => row.map((v, j) => v - gain[i] * towards[j])),
      unknown: new Set([...wide.unknown].filter((quantity) => quantity !== read.quantity)),
    }
  }, belief)
}

/** The belief as a frame's state. */
export function beliefState(belief: Belief): FrameState {
  const known = (quantity: Quantity): Estimate | null =>
    belief.unknown.has(quantity) ? null : { value: lookAt(belief, quantity).value, u: 0 }
  const m = belief.mean[M]
  const lateral = belief.mean[Q] / m
  const gradients = QUANTITIES.map((quantity) =>
    belief.unknown.has(quantity) ? belief.mean.map(() => 0) : lookAt(belief, quantity).gradient,
  )
  const side = belief.mean.map((_, i) => (i === M ? -lateral / m : i === Q ? 1 / m : 0))
  const of = Object.fromEntries(QUANTITIES.map((quantity) => [quantity, known(quantity)]))
  return {
    ...frameState(of, belief.axisCm, { value: lateral, u: 0 }),
    covariance: propagate([...gradients, side], belief.covariance),
  }
}
