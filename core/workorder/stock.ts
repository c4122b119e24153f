import { stockOf, type Workpiece } from '../cuts/cut.ts'
import type { Material } from '../cuts/material.ts'
import { usedCuts, type WorkOrder } from './marks.ts'

/** A material of which an order takes more than there is; cm, g or pieces. */
export interface Short {
  needs: number
  has: number
}

/** What a hand cannot see at a scale or ruler is not short. */
const DUST = 1e-6

/**
 * What an order takes, all of it, against what the drawer has for it: only what is short, by material. Stock may have gone since the
 * plan was made: into another job, or by hand.
 * @param materials as the job sees them: what it has taken itself is still there
 */
export function shortOf(
  order: Pick<WorkOrder, 'cuts' | 'marks' | 'peeled'>,
  materials: readonly Material[],
  work: Workpiece,
): Map<string, Short> {
  const short = new Map<string, Short>()
  for (const [id, needs] of stockOf(usedCuts(order), materials, work)) {
    const has = materials.find((m) => m.id === id)!.stock
    if (needs > has + DUST) short.set(id, { needs, has })
  }
  return short
}
