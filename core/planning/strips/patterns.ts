import { effectOf, type Piece } from '../../frame/pieces.ts'
import { costOf, massOf, stockTaken } from '../../cuts/cut.ts'
import { momentsOfPieces } from '../../cuts/moments.ts'
import { piecesOf } from '../../cuts/pieces.ts'
import { MATERIAL_KINDS, type Material } from '../../cuts/material.ts'
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

/** What a pattern follows from, beside its choice. */
type PatternInputs = Pick<PlanRequest, 'work'> & {
  state: Pick<PlanRequest['state'], 'axisCm'>
  limits: Pick<PlanRequest['limits'], 'minutes'>
}

/** One way to use a place: a material, laid in one way, in one length. What few ask of it is worked out when it is first asked for. */
export class Pattern {
  /** What it adds to the sums, by the exact effect of its pieces. */
  readonly sums: readonly number[]
  readonly addedG: number
  readonly cost: number
  /** What it takes out of the drawer: cm, g or pieces. */
  readonly stock: number
  readonly ownMinutes: number
  /** What is measured off, thousandths of a cm; 0 for what is not cut. */
  readonly length: number
  /** Index of its material; −1 where none is taken out. */
  readonly material: number
  /** A bit for the kind of its material; 0 where none is taken out. */
  readonly kind: number
  readonly gripOff: boolean
  readonly cure: boolean
  readonly #inputs: PatternInputs
  readonly #from: Choice
  #uncertainty: Uncertainty | null = null
  #stretch: Stretch | null | undefined

  /** @param choice index of the choice that it is of  @param material index of its material */
  constructor(
    inputs: PatternInputs,
    from: Choice,
    readonly choice: number,
    readonly count: number,
    material: number,
  ) {
    const { work, limits } = inputs
    const cut = from.cutFor(count)
    const asked = workOfCut(cut, from.material, work, limits.minutes)
    this.#inputs = inputs
    this.#from = from
    this.sums = sumsFrom(inputs, piecesOf(cut, from.material, work))
    this.addedG = Math.max(0, massOf(cut, from.material, work))
    this.cost = costOf(cut, from.material, work) ?? 0
    this.stock = stockTaken(cut, from.material, work)
    this.ownMinutes = asked.ownMinutes
    this.length = asked.lengths[0] ?? 0
    this.material = asked.materialId === null ? -1 : material
    this.kind = asked.materialId === null ? 0 : 1 << MATERIAL_KINDS.indexOf(from.material.kind)
    this.gripOff = asked.gripOff
    this.cure = asked.cure
  }

  /** How unsure it leaves the sums. */
  get uncertainty(): Uncertainty {
    return (this.#uncertainty ??= uncertaintyFrom(
      this.#inputs,
      piecesOf(this.#from.cutFor(this.count), this.#from.material, this.#inputs.work),
      this.material,
    ))
  }

  /** What it covers; null for what does not lie on the frame's surface. */
  get stretch(): Stretch | null {
    if (this.#stretch === undefined) this.#stretch = stretchOf(this.#from.cutFor(this.count), this.#inputs.work)
    return this.#stretch
  }
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
    return (this.#known[count] ??= new Pattern(this.inputs, this.choice, this.index, count, this.material))
  }
}

/** Frames whose patterns are kept, and of each the choices: those last asked for. */
const FRAMES = 4
const CHOICES = 600

/** What is kept under a key, made where it is not; the oldest beyond so many is let go. */
function kept<T>(all: Map<string, T>, key: string, most: number, make: () => T): T {
  const known = all.get(key)
  const found = known ?? make()
  if (known) all.delete(key)
  all.set(key, found)
  if (all.size > most) all.delete(all.keys().next().value!)
  return found
}

/** Of frames with what is on them, about one axis, by what a hand takes for its work: the patterns of choices that were asked for. */
const frames = new Map<string, Map<string, PatternsOf>>()

/**
 * The patterns of each choice of a request. Whatever it is that is aimed at and wherever pieces lie that stay: what is asked of one frame
 * over and over, under other caps or around a piece that is being moved, is worked out once.
 */
export function patternsFor(request: PlanRequest): (choice: Choice, index: number) => PatternsOf {
  const { work, state, limits } = request
  const inputs: PatternInputs = { work, state: { axisCm: state.axisCm }, limits: { minutes: limits.minutes } }
  const known = kept(frames, JSON.stringify(inputs), FRAMES, () => new Map<string, PatternsOf>())
  const indexOf = new Map(request.materials.map((m, i) => [m.id, i]))
  // How much of a material is left says nothing of its strips.
  const said = new Map<Material, string>()
  const textOf = (material: Material) => {
    const text = said.get(material) ?? JSON.stringify({ ...material, stock: 0 })
    said.set(material, text)
    return text
  }
  return (choice, index) => {
    // What is on the frame already is no material of the drawer.
    const material = indexOf.get(choice.material.id) ?? -1
    // On one frame a choice's name says the place and how strips are laid there.
    const key = `${index} ${material} ${choice.id} ${textOf(choice.material)}`
    return kept(known, key, CHOICES, () => new PatternsOf(inputs, choice, index, material))
  }
}

/** Of numbers that are no whole ones from the start, as copies of it are: else each would be laid down anew for its first fraction. */
const NOTHING_UNSURE: readonly number[] = new Array<number>(SUMS * SUMS).fill(0.5).fill(0)

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
  const covariance = NOTHING_UNSURE.slice()
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
