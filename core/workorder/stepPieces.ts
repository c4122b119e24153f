import type { Cut, Workpiece } from '../cuts/cut.ts'
import type { Material } from '../cuts/material.ts'
import { finishOf, piecesLaid } from '../cuts/pieces.ts'
import { HAND, type Piece } from '../frame/pieces.ts'
import { isDone, type StepMark } from './marks.ts'
import { isPlacing, PLUG, type StepKind, type WorkStep } from './order.ts'

/** What is laid in which order on what, and how far it has come. */
export interface Laying {
  steps: readonly WorkStep[]
  marks: Readonly<Record<string, StepMark>>
  /** What a step's strips weigh on the scale, by its id, g. */
  weighed: Readonly<Record<string, number>>
  materials: readonly Material[]
  work: Workpiece
}

/** A scale reads a handful of strips to this, g (common practice, no source). */
const WEIGHED_U_G = 0.05
export const GRIP_LAYER = 'grip of this frame'

/** What a hand really laid at a step. A weighed piece weighs what it weighs. */
function laidAt({ id, cut, kind }: WorkStep, mark: StepMark | null | undefined, build: Laying): Piece[] {
  const { materials, work, marks, weighed: scale } = build
  // What comes off again is what went on.
  const on = kind === 'peel' && cut ? marks[cut.id] : mark
  if (kind === 'peel' && !isDone(on ?? undefined)) return []
  const laid = on?.laid ?? cut
  if (!laid || laid.amount === 0) return []
  const material = materials.find((m) => m.id === laid.materialId)
  const pieces = piecesLaid(laid, material, work)
  if (material?.kind === 'grip') return gripChange(material, pieces[0], work)
  return weighedAs(pieces, scale[id] ?? (cut ? scale[cut.id] : undefined) ?? null)
}

/** What a step really put on the frame: with the plug that holds a fill, and a coat's share of what seals the lead under it. */
export function piecesOfStep(step: WorkStep, mark: StepMark | null | undefined, build: Laying): Piece[] {
  if (step.kind === 'coat') return step.over.flatMap((cut) => coatOn(cut, step, mark?.doneAt ?? null, build))
  const laid = laidAt(step, mark, build)
  if (step.kind === 'peel') {
    const coats = build.steps.filter((s) => s.kind === 'coat' && s.over.some((cut) => cut.id === step.cut!.id))
    const dry = coats.flatMap((coat) => {
      // What was weighed as it came off was weighed with its coats.
      if (build.weighed[step.id] !== undefined) return []
      const coated = build.marks[coat.id]
      const isUnder = isDone(coated) && (!mark || coated.doneAt <= mark.doneAt)
      return isUnder ? coatOn(step.cut!, coat, coated.doneAt, build) : []
    })
    return [...laid, ...dry].map((p) => ({ ...p, massG: -p.massG }))
  }
  const isPlugged = step.kind === 'fill' && laid.length > 0 && !build.marks[PLUG]?.skipped
  return isPlugged ? [...laid, ...finishedAs(mark?.laid ?? step.cut!, build)] : laid
}

/** What goes on with a piece as it really lies. */
function finishedAs(cut: Cut, { materials, work }: Laying): Piece[] {
  const material = materials.find((m) => m.id === cut.materialId)
  return material ? finishOf(cut, material, work) : []
}

/** One coat over one piece. @param at when it was drawn: over what lay there then; null: still to come, over all that will lie there */
function coatOn(cut: Cut, coat: WorkStep, at: string | null, build: Laying): Piece[] {
  const { marks, steps } = build
  const under = marks[cut.id]
  const off = steps.find((s) => s.kind === 'peel' && s.cut?.id === cut.id)
  const offAt = off && isDone(marks[off.id]) ? marks[off.id].doneAt : null
  const lies = at === null ? !under || isDone(under) : isDone(under) && under.doneAt <= at
  if (!lies || (offAt !== null && (at === null || offAt < at))) return []
  const share = 1 / (coat.turn?.of ?? 1)
  return finishedAs(under?.laid ?? cut, build).map((p) => ({
    ...p,
    massG: share * p.massG,
    // Coat by coat as unsure as all of them together are in the plan.
    uMassG: Math.sqrt(share) * p.uMassG,
  }))
}

/** A new grip for the one that came off: what the old one weighs may be known by now. */
function gripChange(material: Material, piece: Piece, { condition, profile }: Workpiece): Piece[] {
  const old = profile.layers.grips[condition.grip]
  const grip = { ...piece, massG: material.unitMassG, uMassG: HAND.massShare * material.unitMassG }
  if (old.massG === 0) return [grip]
  return [grip, { ...piece, massG: -old.massG, uMassG: 0, uPlaceCm: 0, roll: gripRoll(old) }]
}
const gripRoll = ({ massG, uMassG }: { massG: number; uMassG: number }) => ({
  id: GRIP_LAYER,
  uRel: massG > 0 ? uMassG / massG : 0,
})

/** Pieces that were weighed together: their mass is known, whatever their roll. */
export function weighedAs(pieces: Piece[], weighedG: number | null): Piece[] {
  const planned = pieces.reduce((sum, p) => sum + p.massG, 0)
  if (weighedG === null || planned === 0) return pieces
  return pieces.map(({ roll: _roll, ...piece }) => {
    const share = piece.massG / planned
    // What came off was weighed as well: it weighs less than nothing here.
    const massG = Math.sign(planned) * Math.abs(weighedG) * share
    return { ...piece, massG, uMassG: WEIGHED_U_G * Math.abs(share) }
  })
}

/** The grip and overgrips that come off and go back on: one thing of one mass, whatever it is. */
export function gripPieces({ work }: Pick<Laying, 'work'>, sign: 1 | -1): Piece[] {
  const { geometry, condition, profile } = work
  const base = profile.layers.grips[condition.grip]
  const massG = base.massG + profile.layers.overgrip.massG * condition.overgrips
  if (massG === 0) return []
  const uMassG = Math.hypot(base.uMassG, profile.layers.overgrip.uMassG * condition.overgrips)
  return [
    {
      massG: sign * massG,
      uMassG: 0,
      uPlaceCm: 0,
      shape: { kind: 'sleeve', fromCm: 0, toCm: geometry.gripLengthCm, radiusCm: geometry.handleHalfWidthCm },
      roll: gripRoll({ massG, uMassG }),
    },
  ]
}

/** Coats that nobody has drawn yet, over what lies there. */
export const coatsToCome = (build: Laying): Piece[] =>
  build.steps.flatMap((coat) =>
    coat.kind === 'coat' && !build.marks[coat.id]
      ? coat.over.flatMap((cut) => (isDone(build.marks[cut.id]) ? coatOn(cut, coat, null, build) : []))
      : [],
  )

const NOT_TRIED: readonly StepKind[] = ['takeOff', 'move', 'strings', 'peel', 'coat']
/** The whole plan in pieces, as a trial lays it: neither coated nor plugged. */
export const trialPieces = (build: Laying): Piece[] =>
  build.steps.flatMap((step) => (isPlacing(step) && !NOT_TRIED.includes(step.kind) ? laidAt(step, null, build) : []))
