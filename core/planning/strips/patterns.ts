import { effectOf, type Piece } from '../../frame/pieces.ts'
import { costOf, massOf, stockTaken } from '../../cuts/cut.ts'
import { momentsOfPieces } from '../../cuts/moments.ts'
import { piecesOf } from '../../cuts/pieces.ts'
import { MATERIAL_KINDS } from '../../cuts/material.ts'
import { stretchOf, type Stretch } from '../../cuts/overlap.ts'
import type { Choice } from '../problem/choice.ts'
import type { PlanRequest } from '../problem/request.ts'
import { workOfCut } from '../problem/work.ts'
import { SUMS } from './sums.ts'

/** What a pattern adds to the covariance of the sums by itself, row after row, and what it shares with all that is cut from the same roll. */
export interface Uncertainty {
  covariance: number[]
  roll: { material: number; along: number[] } | null
}

/** One way to use a place: a material, laid in one way, in one length. */
export interface Pattern {
  choice: number
  count: number
  /** What it adds to the sums. */
  sums: number[]
  /** How unsure it leaves them; worked out when it is first asked for, since of most patterns nothing asks. */
  uncertainty(): Uncertainty
  addedG: number
  cost: number
  /** What it takes out of the drawer: cm, g or pieces. */
  stock: number
  ownMinutes: number
  strips: number
  /** What is measured off, thousandths of a cm; 0 for what is not cut. */
  length: number
  /** Index of its material; −1 where none is taken out. */
  material: number
  /** A bit for the kind of its material; 0 where none is taken out. */
  kind: number
  gripOff: boolean
  cure: boolean
  stretch: Stretch | null
}

/** What a pattern follows from, beside its choice. */
type PatternInputs = Pick<PlanRequest, 'work'> & {
  state: Pick<PlanRequest['state'], 'axisCm'>
  limits: Pick<PlanRequest['limits'], 'minutes'>
}

/** Patterns of one choice, each worked out when it is first asked for. */
class PatternsOf {
  readonly #known: (Pattern | undefined)[] = []

  constructor(
    private readonly inputs: PatternInputs,
    private readonly choice: Choice,
    private readonly index: number,
    private readonly material: number,
  ) {}

  at(count: number): Pattern {
    return (this.#known[count] ??= patternOf(this.inputs, this.choice, this.index, count, this.material))
  }
}

/** Frames whose patterns are kept, and of each the choices: those last asked for. */
const FRAMES = 4
const CHOICES = 600

/** What is kept under a key, made where it is not; the oldest beyond so many are let go. */
function kept<T>(all: Map<string, T>, key: string, most: number, make: () => T): T {
  const found = all.get(key) ?? make()
  all.delete(key)
  all.set(key, found)
  for (const oldest of all.keys()) {
    if (all.size <= most) break
    all.delete(oldest)
  }
  return found
}

/** Patterns of one frame with what is on it, about one axis, by what a hand takes for its work. */
class KnownPatterns {
  readonly #of = new Map<string, PatternsOf>()

  constructor(private readonly inputs: PatternInputs) {}

  /** @param index of the choice  @param material index of its material; −1 for what is on the frame already */
  of(choice: Choice, index: number, material: number): PatternsOf {
    // Of a place and a way to lay strips there the first cut tells all; how much of the material is left says nothing of the strips.
    const key = JSON.stringify([index, material, { ...choice.material, stock: 0 }, choice.cutFor(choice.least)])
    return kept(this.#of, key, CHOICES, () => new PatternsOf(this.inputs, choice, index, material))
  }
}

const known = new Map<string, KnownPatterns>()

/**
 * The patterns of a frame, whatever it is that is aimed at and wherever pieces lie that stay: what is asked of one frame over and over,
 * under other caps or around a piece that is being moved, is worked out once.
 */
export function knownFor({ work, state, limits }: PlanRequest): KnownPatterns {
  const inputs: PatternInputs = { work, state: { axisCm: state.axisCm }, limits: { minutes: limits.minutes } }
  return kept(known, JSON.stringify(inputs), FRAMES, () => new KnownPatterns(inputs))
}

/** Adds the covariance of one error to one that lies row after row. */
function addSquare(covariance: number[], error: readonly number[]): void {
  for (let a = 0; a < SUMS; a++) {
    const part = error[a]
    if (part !== 0) for (let b = 0; b < SUMS; b++) covariance[SUMS * a + b] += part * error[b]
  }
}

/** What some steps of a choice do to the sums, by the exact effect of their pieces. */
function sumsFrom({ work, state }: PatternInputs, pieces: readonly Piece[]): number[] {
  const { massG, moment, swing, twist, side } = momentsOfPieces(pieces, work.geometry, state.axisCm)
  return [massG, moment, swing, twist, side]
}

/** How unsure they leave the sums. @param material index of their material; −1 for what is on the frame already */
function uncertaintyFrom({ work, state }: PatternInputs, pieces: readonly Piece[], material: number): Uncertainty {
  const covariance = new Array<number>(SUMS * SUMS).fill(0)
  let along: number[] | null = null
  for (const piece of pieces) {
    const { perGram, errors } = effectOf(piece, state.axisCm, work.geometry)
    for (const error of errors) addSquare(covariance, error)
    const { roll } = piece
    if (roll) along = perGram.map((g, a) => (along?.[a] ?? 0) + roll.uRel * piece.massG * g)
  }
  if (!along) return { covariance, roll: null }
  if (material >= 0) return { covariance, roll: { material, along } }
  // Nothing else is of one roll with what is on the frame already: its error is its own.
  addSquare(covariance, along)
  return { covariance, roll: null }
}

/** One pattern, by the exact effect of its pieces. @param j index of the choice  @param material index of its material */
export function patternOf(inputs: PatternInputs, choice: Choice, j: number, count: number, material: number): Pattern {
  const { work, limits } = inputs
  const cut = choice.cutFor(count)
  const asked = workOfCut(cut, choice.material, work, limits.minutes)
  let uncertainty: Uncertainty | null = null
  return {
    choice: j,
    count,
    sums: sumsFrom(inputs, piecesOf(cut, choice.material, work)),
    uncertainty: () => (uncertainty ??= uncertaintyFrom(inputs, piecesOf(cut, choice.material, work), material)),
    addedG: Math.max(0, massOf(cut, choice.material, work)),
    cost: costOf(cut, choice.material, work) ?? 0,
    stock: stockTaken(cut, choice.material, work),
    ownMinutes: asked.ownMinutes,
    strips: asked.strips,
    length: asked.lengths[0] ?? 0,
    material: asked.materialId === null ? -1 : material,
    kind: asked.materialId === null ? 0 : 1 << MATERIAL_KINDS.indexOf(choice.material.kind),
    gripOff: asked.gripOff,
    cure: asked.cure,
    stretch: stretchOf(cut, work),
  }
}
