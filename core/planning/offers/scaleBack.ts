import { inSteps } from '../../cuts/ruler.ts'
import { massOf, type Cut, type Workpiece } from '../../cuts/cut.ts'
import type { Material } from '../../cuts/material.ts'
import { finishG } from '../../cuts/pieces.ts'

/** Kinds of which a share can be taken off where it lies. */
const GIVES: ReadonlySet<Material['kind']> = new Set(['tape', 'fill', 'sleeve', 'weight'])

/** What one piece gives. */
export interface Given {
  id: string
  /** g, positive. */
  offG: number
  leftG: number
}

/**
 * A cut list scaled back: every place gives in proportion to what it holds, in whole steps of its material, so that the character
 * stays and only its weight goes (common practice, no source). What is rounded at one place is made good at the one that is
 * furthest from its share. A piece that would be left with less than a step is taken off whole.
 * @param share of the added mass that goes, 0 to 1
 * @param stays ids of pieces that are not touched
 * @returns the pieces that are left, and what each gave
 * 3 g at the tip, 6 g at 3 and 9, 9 g in the handle, less 0.3: about −1, −2 and −3 g.
 */
export function scaleBack(
  cuts: readonly Cut[],
  materials: readonly Material[],
  work: Workpiece,
  share: number,
  stays: ReadonlySet<string> = new Set(),
): { cuts: Cut[]; given: Given[] } {
  const byId = new Map(materials.map((m) => [m.id, m]))
  const parts = cuts.flatMap((cut) => {
    const material = byId.get(cut.materialId)
    if (!material || !GIVES.has(material.kind) || stays.has(cut.id) || !(cut.amount > 0)) return []
    const massG = massOf(cut, material, work)
    const stepG = (massG / cut.amount) * material.step
    const steps = Math.max(1, Math.round(cut.amount / material.step))
    const wanted = (Math.min(1, Math.max(0, share)) * massG) / stepG
    return [{ cut, material, massG, stepG, steps, wanted, off: Math.min(steps, Math.floor(wanted + 1e-9)) }]
  })
  const goal = parts.reduce((sum, p) => sum + p.wanted * p.stepG, 0)
  const missing = () => goal - parts.reduce((sum, p) => sum + p.off * p.stepG, 0)
  for (;;) {
    const open = parts.filter((p) => p.off < p.steps && p.stepG / 2 <= missing() + 1e-9)
    if (open.length === 0) break
    open.reduce((a, b) => ((b.wanted - b.off) * b.stepG > (a.wanted - a.off) * a.stepG ? b : a)).off++
  }
  const off = new Map(parts.map((p) => [p.cut.id, p]))
  const left = cuts.flatMap((cut): Cut[] => {
    const part = off.get(cut.id)
    if (!part || part.off === 0) return [cut]
    if (part.off >= part.steps) return []
    return [{ ...cut, amount: inSteps(cut.amount / part.material.step - part.off, part.material) }]
  })
  // With a strip goes what seals it.
  const weightOf = (cut: Cut, material: Material) => massOf(cut, material, work) + finishG(cut, material, work)
  const given = parts.map(({ cut, material }) => {
    const now = left.find((l) => l.id === cut.id)
    const leftG = now ? weightOf(now, material) : 0
    return { id: cut.id, offG: weightOf(cut, material) - leftG, leftG }
  })
  return { cuts: left, given }
}

/**
 * The share, in whole hundredths, with which a cut list scaled back comes nearest to what is wanted.
 * @param offOf how far a cut list is from it
 * @returns null where nothing that gives brings it nearer
 */
export function shareNearest(
  cuts: readonly Cut[],
  materials: readonly Material[],
  work: Workpiece,
  offOf: (cuts: readonly Cut[]) => number,
  stays: ReadonlySet<string> = new Set(),
): number | null {
  let best = { share: 0, off: offOf(cuts) }
  for (let hundredth = 1; hundredth <= 100; hundredth++) {
    const share = hundredth / 100
    const off = offOf(scaleBack(cuts, materials, work, share, stays).cuts)
    if (off < best.off - 1e-9) best = { share, off }
  }
  return best.share > 0 ? best.share : null
}
