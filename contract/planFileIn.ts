import { firstIssue } from './fields.ts'
import { z } from 'zod'
import type { Cut, Workpiece } from '#core/cuts/cut.ts'
import type { Material } from '#core/cuts/material.ts'
import type { FrameGeometry } from '#core/geometry/outline.ts'
import { fixed } from '#core/quantities/write.ts'
import { PROFILES } from '#core/sports/sports.ts'
import { planFileSchema } from './planFile.ts'

/** A plan file taken in: the cuts as they were, to the last digit; or every reason why it cannot be. */
export type PlanTaken = { cuts: Cut[]; notes: string[] } | { reasons: string[] }

/** Lengths that make an outline, in words. */
const OUTLINE: Partial<Record<keyof FrameGeometry, string>> = {
  lengthCm: 'length',
  headLengthCm: 'head length',
  headWidthCm: 'head width',
  exponent: 'roundness of the head',
  tubeCm: 'width of the tube',
  gripLengthCm: 'length of the grip',
  handleHalfWidthCm: 'width of the handle',
  shaftToCm: 'end of the shaft',
}
const SAME_CM = 1e-6
/** Shares by which a material's mass may differ before it is said. */
const SAME_SHARE = 1e-6

/**
 * Reads a plan that another bench wrote. It lies on another frame of the same outline as it lay there; materials are found by kind and
 * name.
 * @param idOf the id of the nth piece here
 */
export function planFromFile(
  text: string,
  { work, materials }: { work: Workpiece; materials: readonly Material[] },
  idOf: (n: number) => string,
): PlanTaken {
  let json: unknown
  try {
    json = JSON.parse(text)
  } catch {
    return { reasons: ['This is no plan file: it cannot be read as JSON.'] }
  }
  const head = z.object({ format: z.literal('kevro-plan'), version: z.number() }).safeParse(json)
  if (!head.success) return { reasons: ['This is no plan file of Kevro.'] }
  if (head.data.version === 1)
    return { reasons: ['This file was written by an earlier Kevro, which rounded places. Write it again there.'] }
  const parsed = planFileSchema.safeParse(json)
  if (!parsed.success) {
    const issue = firstIssue(parsed.error)
    return { reasons: [`The file is damaged at ${issue.path.join('.') || 'its beginning'}: ${issue.message}.`] }
  }
  const { frame, pieces } = parsed.data
  const reasons: string[] = []
  if (frame.sport !== work.profile.id)
    reasons.push(
      `It is for ${PROFILES[frame.sport].name.toLowerCase()}, this frame is for ${work.profile.name.toLowerCase()}.`,
    )
  for (const [key, name] of Object.entries(OUTLINE) as [keyof FrameGeometry, string][]) {
    const [there, here] = [Number(frame.geometry[key]), Number(work.geometry[key])]
    if (Math.abs(there - here) > SAME_CM)
      reasons.push(`Another outline: ${name} ${fixed(there, 2)} there, ${fixed(here, 2)} here.`)
  }
  const notes: string[] = []
  const cuts = pieces.flatMap((piece, n): Cut[] => {
    const material = materials.find((m) => m.kind === piece.kind && m.name === piece.material)
    if (!material) {
      reasons.push(`“${piece.material}” is not in this drawer.`)
      return []
    }
    if (Math.abs(material.unitMassG - piece.unitMassG) > SAME_SHARE * piece.unitMassG)
      notes.push(
        `“${piece.material}” weighs ${fixed(material.unitMassG, 4)} here and ${fixed(piece.unitMassG, 4)} there.`,
      )
    return [{ ...piece.cut, id: idOf(n), materialId: material.id }]
  })
  return reasons.length > 0 ? { reasons: [...new Set(reasons)] } : { cuts, notes: [...new Set(notes)] }
}
