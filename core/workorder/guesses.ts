import { acrossOf, layersOf, runsOf, type Cut, type Workpiece } from '../cuts/cut.ts'
import { piecesLaid } from '../cuts/pieces.ts'
import { isByLength, type Material } from '../cuts/material.ts'
import { conditionPieces, type Condition } from '../frame/condition.ts'
import type { Piece } from '../frame/pieces.ts'
import { fromCore, GCM2_PER_KGCM2, toCore, type Quantity } from '../quantities/units.ts'
import { piecesSums, type Residual } from './belief.ts'
import type { CauseKind, Meant, Mend } from './causes.ts'
import type { Suspicion } from './follow.ts'
import { weighedAs } from './stepPieces.ts'

/** One thing that may have happened, and what it would have done to the readings. */
export interface Guess {
  kind: CauseKind
  stepId: string | null
  materialId?: string
  meant?: Meant
  /** Change of the readings where it has this size; null where it cannot. */
  effect(size: number): number[] | null
  mend(size: number): Mend
  /** Sizes are positive only. */
  oneWay?: boolean
}

/** Everything that may be behind readings that are off: of each piece since they were last right, of the frame's state, of each instrument. */
export function guessesFor(suspicion: Suspicion, residual: Residual): Guess[] {
  const { since, work, materials, belief } = suspicion
  const seen = (sums: number[]) => residual.gradients.map((g) => g.reduce((v, slope, i) => v + slope * sums[i], 0))
  const change = (is: readonly Piece[], was: readonly Piece[]) => {
    const [a, b] = [is, was].map((pieces) => piecesSums(pieces, belief.axisCm, work.geometry))
    return seen(a.map((v, i) => v - b[i]))
  }
  const pieces = since.flatMap((one) => pieceGuesses(one, materials, work, change))
  return [
    ...pieces,
    ...stateGuesses(suspicion, residual, change),
    ...readingGuesses(suspicion, residual),
    ...unitGuesses(suspicion, residual),
    { kind: 'unknown', stepId: null, effect: () => null, mend: () => ({ kind: 'asRead' }) },
  ]
}

/** What can be wrong with one piece. */
function pieceGuesses(
  { step, mark, weighedG }: Suspicion['since'][number],
  materials: readonly Material[],
  work: Workpiece,
  change: (is: readonly Piece[], was: readonly Piece[]) => number[],
): Guess[] {
  const cut = mark.laid ?? step.cut
  const material = cut && materials.find((m) => m.id === cut.materialId)
  if (!cut || !material || cut.amount <= 0) return []
  const weighed = (is: Cut) => weighedAs(piecesLaid(is, materials.find((m) => m.id === is.materialId), work), weighedG) // prettier-ignore
  const was = weighed(cut)
  const guess = (kind: CauseKind, as: (size: number) => Cut | null, more: Partial<Guess> = {}): Guess => ({
    kind,
    stepId: step.id,
    effect(size) {
      const is = as(size)
      if (!is || weighedG === 0) return null
      try {
        return change(is.amount === 0 ? [] : weighed(is), was)
      } catch {
        // Off the frame: it cannot lie there.
        return null
      }
    },
    mend: (size) => ({ kind: 'laid', stepId: step.id, cut: as(size) ?? cut }),
    ...more,
  })
  const guesses: Guess[] = []
  const layers = layersOf(cut)
  const moved = (cm: number): Cut => ({ ...cut, atCm: tidy(cut.atCm + cm) })
  if (isByLength(material.kind)) {
    if (!acrossOf(cut, work.geometry)) guesses.push(guess('misplaced', moved))
    guesses.push(
      guess('length', (share) => longer(cut, share)),
      ...layerGuesses(cut, layers, guess),
    )
    const half = halfOf(cut, work)
    if (half) guesses.push(guess('halfOnly', () => half))
    const others = materials.filter((m) => m.kind === material.kind && m.id !== material.id)
    for (const other of others)
      guesses.push(
        guess('wrongMaterial', () => ({ ...cut, materialId: other.id }), {
          materialId: other.id,
        }),
      )
  } else if (material.kind === 'fill') {
    guesses.push(
      guess('amount', (share) => (share > -0.95 ? { ...cut, amount: tidy(cut.amount * (1 + share)) } : null)),
      guess('runUp', moved, { oneWay: true }),
    )
  } else if (material.kind === 'weight') {
    guesses.push(guess('misplaced', moved))
  }
  if (material.kind !== 'strings' && material.kind !== 'grip')
    guesses.push(guess('forgotten', () => ({ ...cut, amount: 0 })))
  return guesses
}

const tidy = (v: number) => Number(v.toFixed(3))

/** The same strips so much longer, layer by layer. */
function longer(cut: Cut, share: number): Cut | null {
  if (share <= -0.95 || share > 3) return null
  const by = 1 + share
  return { ...cut, amount: tidy(cut.amount * by), layerCm: Math.max(0.5, tidy(Math.min(cut.layerCm, cut.amount) * by)) }
}

function layerGuesses(cut: Cut, layers: readonly number[], guess: (kind: CauseKind, as: () => Cut) => Guess): Guess[] {
  const one = layers[0] ?? 0
  const doubled = guess('layerDoubled', () => ({
    ...cut,
    amount: tidy(cut.amount + one),
    layerCm: layers.length === 1 ? one : cut.layerCm,
  }))
  if (layers.length < 2) return [doubled]
  return [guess('layerForgotten', () => ({ ...cut, amount: tidy(cut.amount - layers.at(-1)!) })), doubled]
}

/** Half of the strips: on one side, one edge or two of four bevels only; null where there is one strip. */
function halfOf(cut: Cut, work: Workpiece): Cut | null {
  const runs = runsOf(cut, work.geometry)
  if (runs < 2) return null
  if (cut.place === 'hoop' && cut.edges === 2) return { ...cut, edges: 1 }
  if (cut.place === 'hoop' && !cut.side) return { ...cut, side: 'right' }
  if (cut.place === 'bevels' && runs === 4) return { ...cut, bevels: 2 }
  return null
}

/** The frame was read with something on or off that should not have been. */
function stateGuesses(
  { work, bare, reads }: Suspicion,
  residual: Residual,
  change: (is: readonly Piece[], was: readonly Piece[]) => number[],
): Guess[] {
  const { condition, geometry, profile } = work
  const meant: Condition = bare ? { ...condition, grip: 'none', overgrips: 0 } : condition
  const all = reads.map((r) => r.quantity).filter((q) => residual.quantities.includes(q))
  const read = (kind: CauseKind, as: Condition): Guess[] => {
    const pieces = conditionPieces(meant, as, geometry, profile)
    if (pieces.length === 0) return []
    const effect = change(pieces, [])
    return [{ kind, stepId: null, effect: () => effect, mend: () => ({ kind: 'withdraw', quantities: all }) }]
  }
  const dampener = profile.layers.dampener ? read('dampenerState', { ...meant, dampener: !meant.dampener }) : []
  const strings = profile.layers.strings
    ? read('stringsState', { ...meant, stringsG: meant.stringsG === null ? profile.layers.strings.massG : null })
    : []
  if (bare)
    return [
      ...read('gripState', condition),
      ...(condition.overgrips > 0 ? read('gripState', { ...condition, overgrips: 0 }) : []),
      ...dampener,
      ...strings,
    ]
  return [
    ...(condition.grip === 'none' ? [] : read('gripState', { ...condition, grip: 'none', overgrips: 0 })),
    ...read('overgripState', { ...condition, overgrips: condition.overgrips + 1 }),
    ...(condition.overgrips > 0 ? read('overgripState', { ...condition, overgrips: condition.overgrips - 1 }) : []),
    ...dampener,
    ...strings,
  ]
}

/** One instrument showed something else than the frame. */
function readingGuesses({ belief, work, reads }: Suspicion, residual: Residual): Guess[] {
  const at = (quantity: Quantity) => residual.quantities.indexOf(quantity)
  const alone = (kind: CauseKind, quantity: Quantity, per: (size: number) => number): Guess[] =>
    at(quantity) < 0
      ? []
      : [
          {
            kind,
            stepId: null,
            effect: (size) => residual.off.map((_, i) => (i === at(quantity) ? per(size) : 0)),
            mend: () => ({ kind: 'withdraw', quantities: [quantity] }),
          },
        ]
  const swing = reads.find((r) => r.quantity === 'swingWeight')
  const about = swing?.axisCm ?? belief.axisCm
  const m = belief.mean[0]
  const b = belief.mean[1] / m
  const moved = (to: number) => (m * ((b - to) ** 2 - (b - about) ** 2)) / GCM2_PER_KGCM2
  const axes = [...new Set([work.profile.axisCm, ...work.profile.otherAxesCm])].filter((a) => Math.abs(a - about) > 0.05) // prettier-ignore
  return [
    ...alone('scaleNotTared', 'mass', (g) => g),
    ...alone('boardNotZeroed', 'balance', (cm) => cm),
    ...alone('notAtAxis', 'swingWeight', (cm) => moved(about - cm)),
    ...axes.flatMap((axis) => alone('wrongAxis', 'swingWeight', () => moved(axis))),
    ...alone('meterOff', 'swingWeight', (by) => by),
    ...alone('meterOff', 'twistWeight', (by) => by / 10),
  ]
}

/** What a figure would be, had it been typed in another unit than was taken for it. */
function meantBy(quantity: Quantity, value: number, lengthCm: number): Meant[] {
  const as = (unit: Meant['unit'], meant: number): Meant => ({ quantity, value: meant, unit })
  if (quantity === 'mass') return [as('oz', toCore(value, 'oz', lengthCm)), as('g', fromCore(value, 'oz', lengthCm))]
  if (quantity !== 'balance') return []
  return [
    as('mm', value / 10),
    as('in', toCore(value, 'in', lengthCm)),
    as('cm', fromCore(value, 'in', lengthCm)),
    as('points', toCore(value, 'points', lengthCm)),
  ]
}

/** Nearer than so many uncertainties to what is expected, it is that figure in another unit. */
const SAME_FIGURE = 4

/** One figure is right, but in ounces, inches, millimetres or points. */
function unitGuesses({ work, reads }: Suspicion, { quantities, off, covariance }: Residual): Guess[] {
  return quantities.flatMap((quantity, i): Guess[] => {
    const read = reads.find((r) => r.quantity === quantity)
    if (!read) return []
    const expected = read.value - off[i]
    const fits = meantBy(quantity, read.value, work.geometry.lengthCm).filter(
      ({ value }) => Math.abs(value - expected) <= SAME_FIGURE * Math.sqrt(covariance[i][i]),
    )
    return fits.map((meant) => ({
      kind: 'wrongUnit',
      stepId: null,
      meant,
      effect: () => off.map((v, k) => (k === i ? v : 0)),
      mend: () => ({ kind: 'withdraw', quantities: [quantity] }),
    }))
  })
}
