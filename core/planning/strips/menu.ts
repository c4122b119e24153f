import { effectOf } from '../../frame/pieces.ts'
import { costOf, massOf, stockTaken, type Cut } from '../../cuts/cut.ts'
import { piecesOf } from '../../cuts/pieces.ts'
import { isInDrawer, MATERIAL_KINDS } from '../../cuts/material.ts'
import { meets, stretchOf, type Stretch } from '../../cuts/overlap.ts'
import type { Choice } from '../problem/choice.ts'
import type { PlanRequest } from '../problem/request.ts'
import { workOfCut } from '../problem/work.ts'
import { SUMS } from './sums.ts'

/** One way to use a place: a material, laid in one way, in one length. */
export interface Pattern {
  choice: number
  count: number
  cut: Cut
  /** What it adds to the sums. */
  sums: number[]
  /** What it adds to their covariance by itself, row after row, and what it shares with all that is cut from the same roll. */
  covariance: number[]
  roll: { material: number; along: number[] } | null
  addedG: number
  cost: number
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

/** A place with all that a hand could do there. A plan takes one at most. */
export interface Group {
  id: string
  patterns: Pattern[]
}

/** Everything that may be put anywhere, place by place, each with its exact effect. What would lie on pieces that stay is left out. */
export function menuOf(request: PlanRequest, choices: readonly Choice[]): Group[] {
  const materials = new Map(request.materials.map((m, i) => [m.id, i]))
  const laid = request.fixedCuts.flatMap((cut) => stretchOf(cut, request.work) ?? [])
  const groups = new Map<string, Group>()
  choices.forEach((choice, j) => {
    for (let count = choice.least; count <= choice.upper; count++) {
      const cut = choice.cutFor(count)
      if (isInDrawer(choice.material) && stockTaken(cut, choice.material, request.work) > choice.material.stock + 1e-9)
        break
      const stretch = stretchOf(cut, request.work)
      if (stretch && laid.some((other) => meets(stretch, other))) continue
      const group = groups.get(choice.group) ?? { id: choice.group, patterns: [] }
      groups.set(choice.group, group)
      group.patterns.push(patternOf(request, choice, j, count, cut, stretch, materials.get(choice.material.id) ?? -1))
    }
  })
  return [...groups.values()]
}

/** The part of a menu whose choices are allowed. */
export function allowedOf(
  menu: readonly Group[],
  choices: readonly Choice[],
  allows: (choice: Choice) => boolean,
): Group[] {
  const isAllowed = choices.map(allows)
  return menu.flatMap(({ id, patterns }): Group[] => {
    const left = patterns.filter((p) => isAllowed[p.choice])
    return left.length > 0 ? [{ id, patterns: left }] : []
  })
}

/** Adds the covariance of one error to one that lies row after row. */
function addSquare(covariance: number[], error: readonly number[]): void {
  for (let a = 0; a < SUMS; a++) {
    const part = error[a]
    if (part !== 0) for (let b = 0; b < SUMS; b++) covariance[SUMS * a + b] += part * error[b]
  }
}

function patternOf(
  request: PlanRequest,
  choice: Choice,
  j: number,
  count: number,
  cut: Cut,
  stretch: Stretch | null,
  material: number,
): Pattern {
  const { work, state, limits } = request
  const { axisCm } = state
  const sums = new Array<number>(SUMS).fill(0)
  const covariance = new Array<number>(SUMS * SUMS).fill(0)
  let along: number[] | null = null
  for (const piece of piecesOf(cut, choice.material, work)) {
    const { perGram, errors } = effectOf(piece, axisCm, work.geometry)
    for (let a = 0; a < SUMS; a++) sums[a] += piece.massG * perGram[a]
    for (const error of errors) addSquare(covariance, error)
    const { roll } = piece
    if (roll) along = perGram.map((g, a) => (along?.[a] ?? 0) + roll.uRel * piece.massG * g)
  }
  // Nothing else is of one roll with what is on the frame already: its error is its own.
  if (along && material < 0) {
    addSquare(covariance, along)
    along = null
  }
  const asked = workOfCut(cut, choice.material, work, limits.minutes)
  return {
    choice: j,
    count,
    cut,
    sums,
    covariance,
    roll: along && { material, along },
    addedG: Math.max(0, massOf(cut, choice.material, work)),
    cost: costOf(cut, choice.material, work) ?? 0,
    ownMinutes: asked.ownMinutes,
    strips: asked.strips,
    length: asked.lengths[0] ?? 0,
    material: asked.materialId === null ? -1 : material,
    kind: asked.materialId === null ? 0 : 1 << MATERIAL_KINDS.indexOf(choice.material.kind),
    gripOff: asked.gripOff,
    cure: asked.cure,
    stretch,
  }
}
