import { isCoated } from '../cuts/pieces.ts'
import type { Material } from '../cuts/material.ts'
import type { Cut, Workpiece } from '../cuts/cut.ts'
import { COATS_FACT, ROLL, type Dependencies } from './stages.ts'

/** What a work order was made of, piece by piece, and what a plan counted on of each roll: known by id and content; words are made when they are shown. */
export const PIECE = 'piece '
/** Stands in every list of pieces: one without it was written by an earlier version, in words. */
export const PIECES_TOLD = 'pieces'

/** What of a material the numbers follow from; its name and what is left of it are not among them. */
const physicsOf = ({ kind, unitMassG, widthCm, thicknessMm, lead }: Material) =>
  [kind, Number(unitMassG.toPrecision(4)), widthCm, thicknessMm, lead] as const

/** A cut as it is kept in a fact: every field that says where and how much, in one order, and nothing that is not said. */
function contentOf({ id: _id, ...cut }: Cut): Record<string, unknown> {
  const round = (v: unknown) => (typeof v === 'number' ? Number(v.toFixed(2)) : v)
  return Object.fromEntries(
    Object.entries(cut)
      .filter(([, value]) => value !== null && value !== undefined)
      .map(([key, value]) => [key, round(value)] as const)
      .sort(([a], [b]) => (a < b ? -1 : 1)),
  )
}

/** The pieces of a work order, each under its own id, with what its material is. */
export function pieceFacts(cuts: readonly Cut[], materials: readonly Material[], work: Workpiece): Dependencies {
  const facts: Dependencies = { [PIECES_TOLD]: cuts.length }
  for (const cut of cuts) {
    const material = materials.find((m) => m.id === cut.materialId)
    facts[`${PIECE}${cut.id}`] = JSON.stringify([contentOf(cut), material ? physicsOf(material) : null])
    if (material && isCoated(cut, material)) facts[COATS_FACT] = work.finish?.coats ?? 0
  }
  return facts
}

/** The rolls that a plan was worked out with. */
export function rollFacts(cuts: readonly Cut[], materials: readonly Material[]): Dependencies {
  const used = new Set(cuts.map((cut) => cut.materialId))
  return Object.fromEntries(
    materials.flatMap((m) => (used.has(m.id) ? [[`${ROLL}${m.id}`, JSON.stringify(physicsOf(m))] as const] : [])),
  )
}

/** A piece out of its fact, to be said in words; null when it is none. */
export function pieceIn(fact: string | number | null): { cut: Omit<Cut, 'id'>; unitMassG: number | null } | null {
  if (typeof fact !== 'string' || !fact.startsWith('[')) return null
  const [cut, physics] = JSON.parse(fact) as [Omit<Cut, 'id'>, readonly unknown[] | null]
  return { cut, unitMassG: physics === null ? null : Number(physics[1]) }
}
/** What one cm, g or piece of a roll weighed, out of its fact, g. */
export const rollIn = (fact: string | number | null): number | null =>
  typeof fact === 'string' && fact.startsWith('[') ? Number((JSON.parse(fact) as unknown[])[1]) : null
