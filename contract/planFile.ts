import { rulerOf } from '#core/cuts/ruler.ts'
import { z } from 'zod'
import { conditionText } from '#core/frame/condition.ts'
import { estimateOf, type FrameState } from '#core/frame/state.ts'
import { acrossOf, ANCHORS, layersOf, massOf, runsOf, type Cut, type Workpiece } from '#core/cuts/cut.ts'
import { type Material, MATERIAL_KINDS } from '#core/cuts/material.ts'
import { finishG } from '#core/cuts/pieces.ts'
import type { TargetNumbers } from '#core/planning/problem/request.ts'
import { AIM_QUANTITIES, QUANTITIES, type UnitChoice } from '#core/quantities/units.ts'
import { fixed, writeQuantity } from '#core/quantities/write.ts'
import { cutSchema } from './cuts.ts'
import { geometrySchema, sportSchema } from './documents.ts'
import { placeText, quantityInText, stripsText, whereText, axisText } from './messages/names.ts'

/** A plan to hand on: format in docs/plan-file.md. g, cm, kg·cm². */
const number = z.number()
const estimate = z.object({ value: number, u: number.min(0) })
const named = <T extends z.ZodType>(of: T) => z.partialRecord(z.enum(AIM_QUANTITIES), of)

export const planFileSchema = z.object({
  format: z.literal('kevro-plan'),
  version: z.literal(2),
  writtenAt: z.string(),
  frame: z.object({ label: z.string(), sport: sportSchema, geometry: geometrySchema }),
  asMeasured: z.string(),
  axisCm: number,
  measured: named(estimate),
  target: named(z.object({ value: number, tolerance: number.min(0) })),
  predicted: named(estimate),
  addedG: number,
  /** Coats over lead and plugs above fills; files of before did not count them. */
  besideG: number.default(0),
  pieces: z.array(
    z.object({
      zone: z.string(),
      where: z.string(),
      place: z.string(),
      atCm: number,
      side: z.enum(['both', 'left', 'right', 'across']),
      /** Edges of the tube, or bevels, that the strips of a layer lie on side by side; files before this did not say. */
      abreast: z.int().min(1).max(4).optional(),
      /** End that keeps its landmark when the length changes. */
      anchor: z.enum(ANCHORS).nullable().optional(),
      material: z.string(),
      kind: z.enum(MATERIAL_KINDS),
      lead: z.boolean(),
      strips: z.array(z.object({ count: z.int(), lengthCm: number, layer: z.int() })),
      amount: number,
      massG: number,
      /** Of one cm, g or piece of the material. */
      unitMassG: number,
      /** The cut itself, to the last digit. */
      cut: cutSchema.omit({ id: true, materialId: true }),
    }),
  ),
})
export type PlanFile = z.infer<typeof planFileSchema>

export interface PlanParts {
  frame: PlanFile['frame']
  work: Workpiece
  materials: readonly Material[]
  cuts: readonly Cut[]
  measured: FrameState
  predicted: FrameState
  target: TargetNumbers
}

const rounded = (value: number) => Number(value.toFixed(4))
const numbersOf = (state: FrameState): PlanFile['measured'] =>
  Object.fromEntries(
    [...QUANTITIES, 'recoilWeight' as const].flatMap((quantity) => {
      const e = estimateOf(state, quantity)
      return e ? [[quantity, { value: rounded(e.value), u: rounded(e.u) }]] : []
    }),
  )

/** A plan with all that another bench needs to make it. Cuts of materials that are not known are left out. */
export function planFileOf(parts: PlanParts, writtenAt: string): PlanFile {
  const { work, materials } = parts
  const besideG = parts.cuts.reduce((sum, cut) => {
    const material = materials.find((m) => m.id === cut.materialId)
    return material ? sum + finishG(cut, material, work) : sum
  }, 0)
  const pieces = parts.cuts.flatMap((cut): PlanFile['pieces'] => {
    const material = materials.find((m) => m.id === cut.materialId)
    if (!material) return []
    const byLength = material.kind === 'tape' || material.kind === 'sleeve'
    const count = runsOf(cut, work.geometry)
    const { id: _id, materialId: _materialId, ...exact } = cut
    return [
      {
        zone: whereText(cut, work),
        where: placeText(cut, work, rulerOf(material)),
        place: cut.place,
        atCm: rounded(cut.atCm),
        side: cut.side ?? (acrossOf(cut, work.geometry) ? 'across' : 'both'),
        abreast: cut.place === 'bevels' ? (cut.bevels ?? 4) : (cut.edges ?? 1),
        anchor: cut.anchor ?? null,
        material: material.name,
        kind: material.kind,
        lead: material.lead,
        strips: byLength
          ? layersOf(cut).map((lengthCm, i) => ({ count, lengthCm: rounded(lengthCm), layer: i + 1 }))
          : [],
        amount: rounded(cut.amount),
        massG: rounded(massOf(cut, material, work)),
        unitMassG: material.unitMassG,
        cut: exact,
      },
    ]
  })
  return {
    format: 'kevro-plan',
    version: 2,
    writtenAt,
    frame: parts.frame,
    asMeasured: conditionText(work.condition, work.profile),
    axisCm: parts.measured.axisCm,
    measured: numbersOf(parts.measured),
    target: Object.fromEntries(
      Object.entries(parts.target).map(([q, { value, tolerance }]) => [
        q,
        { value: rounded(value), tolerance: rounded(tolerance) },
      ]),
    ),
    predicted: numbersOf(parts.predicted),
    addedG: rounded(pieces.reduce((sum, piece) => sum + piece.massG, 0)),
    besideG: rounded(besideG),
    pieces,
  }
}

/** The cut list as a table: one row for each layer of each piece. Written by a CSV writer. */
export function planRows(file: PlanFile): Record<string, string | number>[] {
  return file.pieces.flatMap((piece, i): Record<string, string | number>[] => {
    const base = {
      piece: i + 1,
      place: piece.zone,
      where: piece.where,
      side: piece.side,
      material: piece.material,
      lead: piece.lead ? 'yes' : 'no',
    }
    if (piece.strips.length === 0)
      return [{ ...base, layer: '', strips: '', 'length (cm)': '', 'mass of the piece (g)': piece.massG }]
    return piece.strips.map((s) => ({
      ...base,
      layer: s.layer,
      strips: s.count,
      'length (cm)': s.lengthCm,
      'mass of the piece (g)': s.layer === 1 ? piece.massG : '',
    }))
  })
}

/** The plan as one line to send. */
export function planLine(parts: PlanParts, units: UnitChoice): string {
  const { work, materials, predicted, frame } = parts
  const pieces = parts.cuts.flatMap((cut) => {
    const material = materials.find((m) => m.id === cut.materialId)
    return material ? [`${whereText(cut, work)}: ${material.name} ${stripsText(cut, material, work)}`] : []
  })
  const added = parts.cuts.reduce((sum, cut) => {
    const material = materials.find((m) => m.id === cut.materialId)
    return material ? sum + massOf(cut, material, work) : sum
  }, 0)
  const numbers = QUANTITIES.flatMap((q) => {
    const e = estimateOf(predicted, q)
    return e ? [`${quantityInText(q)} ${writeQuantity(e.value, q, units, work.geometry.lengthCm)}`] : []
  })
  return `${frame.label}, ${added < 0 ? '−' : '+'}${fixed(Math.abs(added), 1)} g. ${pieces.join('; ')}. Then ${numbers.join(', ')} (${conditionText(work.condition, work.profile)}; swing weight about ${axisText(predicted.axisCm, units)}).`
}
