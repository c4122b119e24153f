import { z } from 'zod'
import { stockOf, type Cut } from '#core/cuts/cut.ts'
import type { Material } from '#core/cuts/material.ts'
import { defaultCondition } from '#core/frame/condition.ts'
import { profileOf } from '#core/sports/sports.ts'
import type { Frame } from './entities.ts'
import { figure, idSchema } from './fields.ts'

/** What open jobs have planned to take out of the drawer and have not yet taken. */
export const plannedSchema = z.array(
  z.object({
    materialId: idSchema,
    /** cm, g or pieces. */
    amount: figure,
    jobs: z.array(z.object({ id: idSchema, number: z.int() })),
  }),
)
export type Planned = z.infer<typeof plannedSchema>

/** An open job's plan, with the frame that it is for. */
export interface OpenPlan {
  job: { id: string; number: number }
  cuts: readonly Cut[]
  frame: Pick<Frame, 'sport' | 'geometry'>
}

/** The plans of several jobs together, by material. What is not in the drawer, and what comes off a frame, is left out. */
export function plannedBy(plans: readonly OpenPlan[], materials: readonly Material[]): Planned {
  const found = new Map<string, Planned[number]>()
  for (const { job, cuts, frame } of plans) {
    const profile = profileOf(frame.sport)
    const work = { geometry: frame.geometry, profile, condition: defaultCondition(profile) }
    for (const [materialId, amount] of stockOf(cuts, materials, work)) {
      const held = found.get(materialId) ?? { materialId, amount: 0, jobs: [] }
      found.set(materialId, { materialId, amount: held.amount + amount, jobs: [...held.jobs, job] })
    }
  }
  return [...found.values()]
}

/** Materials of which there is enough for this plan alone, and not for what others have planned as well. */
export function contested(
  needed: ReadonlyMap<string, number>,
  planned: Planned,
  materials: readonly Material[],
): { material: Material; needed: number; planned: Planned[number] }[] {
  return materials.flatMap((material) => {
    const mine = needed.get(material.id) ?? 0
    const theirs = planned.find((p) => p.materialId === material.id)
    if (mine <= 0 || !theirs || mine > material.stock + 1e-6) return []
    return mine + theirs.amount > material.stock + 1e-6 ? [{ material, needed: mine, planned: theirs }] : []
  })
}
