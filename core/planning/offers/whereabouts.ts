import { massOf, type Cut } from '../../cuts/cut.ts'
import { meets, stretchOf, type Stretch } from '../../cuts/overlap.ts'
import { materialsById, type PlanRequest } from '../problem/request.ts'
import type { Choice } from '../problem/choice.ts'

/** What a cut's mass and place follow from. */
export type Laid = Pick<PlanRequest, 'materials' | 'work'>

/** How finely it is told where strips lie, cm. */
const CELL_CM = 1

/** Grams that a cut adds; none of a material that nobody knows. What is moved adds nothing, and lies there all the same. */
function gramsOf(cut: Cut, byId: ReturnType<typeof materialsById>, work: Laid['work']): number {
  const material = byId.get(cut.materialId)
  if (!material) return 0
  return material.kind === 'moved' ? material.unitMassG : Math.max(0, massOf(cut, material, work))
}

function added(to: Map<string, number>, key: string, grams: number): void {
  to.set(key, (to.get(key) ?? 0) + grams)
}

/** Grams added at each zone. */
export function massByPlace(cuts: readonly Cut[], { materials, work }: Laid): Map<string, number> {
  const byId = materialsById({ materials, work })
  const out = new Map<string, number>()
  for (const cut of cuts) added(out, cut.zoneId ?? cut.place, gramsOf(cut, byId, work))
  return out
}

/**
 * Grams by where they lie, whatever the place is called: of strips by the centimetre that their longest layer covers, on either side; of
 * the rest by its place. @param byMaterial another material at the same place lies elsewhere
 */
export function massWhere(cuts: readonly Cut[], { materials, work }: Laid, byMaterial = false): Map<string, number> {
  const byId = materialsById({ materials, work })
  const out = new Map<string, number>()
  for (const cut of cuts) {
    const grams = gramsOf(cut, byId, work)
    const of = byMaterial ? `${cut.materialId} ` : ''
    const stretch = stretchOf(cut, work)
    if (!stretch || stretch.toCm <= stretch.fromCm) {
      added(out, `${of}${cut.zoneId ?? cut.place}`, grams)
      continue
    }
    const { surface, fromCm, toCm } = stretch
    const sides = stretch.side === 'both' ? ['left', 'right'] : [stretch.side]
    for (let cell = Math.floor(fromCm / CELL_CM); cell * CELL_CM < toCm; cell++) {
      const covered = Math.min(toCm, (cell + 1) * CELL_CM) - Math.max(fromCm, cell * CELL_CM)
      const share = covered / (toCm - fromCm) / sides.length
      for (const side of sides) added(out, `${of}${surface} ${side} ${cell}`, share * grams)
    }
  }
  return out
}

/** The share of the heavier plan's mass that the two do not have at the same places; 0 alike, 1 nothing in common. */
export function shareElsewhere(a: ReadonlyMap<string, number>, b: ReadonlyMap<string, number>): number {
  const total = (m: ReadonlyMap<string, number>) => [...m.values()].reduce((sum, g) => sum + g, 0)
  const most = Math.max(total(a), total(b))
  if (most === 0) return 0
  let common = 0
  for (const [where, grams] of a) common += Math.min(grams, b.get(where) ?? 0)
  return 1 - common / most
}

const lengthOf = ({ fromCm, toCm }: Stretch) => toCm - fromCm

/** Would a choice, cut about as long as a strip that lies, cover half of it or more? Other places are mostly another name of the same. */
export function liesWhere(choice: Choice, cut: Cut, { work }: Pick<Laid, 'work'>): boolean {
  if (choice.zoneId === cut.zoneId) return true
  const [there, one] = [stretchOf(cut, work), stretchOf(choice.cutFor(1), work)]
  if (!there || !one || choice.upper < choice.least || lengthOf(one) <= 0) return false
  const count = Math.round(lengthOf(there) / lengthOf(one))
  const mine = stretchOf(choice.cutFor(Math.min(choice.upper, Math.max(choice.least, count))), work)!
  if (!meets(mine, there)) return false
  const shared = Math.min(mine.toCm, there.toCm) - Math.max(mine.fromCm, there.fromCm)
  return shared >= Math.min(lengthOf(mine), lengthOf(there)) / 2
}
