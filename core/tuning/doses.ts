import { inSteps } from '../cuts/ruler.ts'
import { massOf, sameCut, stockTaken, type Cut, type Workpiece } from '../cuts/cut.ts'
import { piecesOfAll } from '../cuts/pieces.ts'
import type { Material } from '../cuts/material.ts'
import { leverageOf, withPieces } from '../frame/pieces.ts'
import { shapeAt, type PointMass, type TargetPlace } from '../frame/places.ts'
import { estimateOf, type FrameState } from '../frame/state.ts'
import { meansOf } from '../geometry/shape.ts'
import { scaleBack, shareNearest } from '../planning/offers/scaleBack.ts'
import { Problem } from '../problem.ts'
import type { Quantity } from '../quantities/units.ts'
import { added, isAt, relaid, type TuningBench } from './laying.ts'
import type { Dose } from './school.ts'

/** Cuts of one list that the other does not hold as they are. */
const onlyIn = (cuts: readonly Cut[], others: readonly Cut[]) =>
  cuts.filter((cut) => !others.some((other) => other.id === cut.id && sameCut(cut, other)))

/**
 * The frame with these cuts on it instead of those of the build. The build's own list gives the built frame exactly.
 * @throws Problem `piece.unknownMaterial`
 */
export function stateOf(bench: TuningBench, cuts: readonly Cut[]): FrameState {
  const { work, base, baseCuts } = bench
  const materials = [...bench.materials]
  const on = piecesOfAll(onlyIn(cuts, baseCuts), materials, work)
  const off = piecesOfAll(onlyIn(baseCuts, cuts), materials, work).map((p) => ({ ...p, massG: -p.massG }))
  return on.length + off.length === 0 ? base : withPieces(base, [...on, ...off], work.geometry)
}

/** What a hand does to bring one cut list into the other. */
export interface HandWork {
  kind: 'on' | 'off' | 'changed'
  cut: Cut
  /** As it lay before, where it was changed. */
  was: Cut | null
}
export function handWork(before: readonly Cut[], after: readonly Cut[]): HandWork[] {
  const off = onlyIn(before, after).filter((cut) => !after.some((a) => a.id === cut.id))
  const on = onlyIn(after, before).map((cut): HandWork => {
    const was = before.find((b) => b.id === cut.id) ?? null
    return { kind: was ? 'changed' : 'on', cut, was }
  })
  return [...off.map((cut): HandWork => ({ kind: 'off', cut, was: cut })), ...on]
}

const materialOf = (bench: TuningBench, cut: Cut) => {
  const material = bench.materials.find((m) => m.id === cut.materialId)
  if (!material) throw new Problem('piece.unknownMaterial', 'materialId', { materialId: cut.materialId })
  return material
}
/** Grams that a cut list holds at a place. */
export const gramsAt = (place: TargetPlace, cuts: readonly Cut[], bench: TuningBench): number =>
  cuts.filter((cut) => isAt(place, cut)).reduce((sum, cut) => sum + massOf(cut, materialOf(bench, cut), bench.work), 0)

/** So many grams less at a place, in whole steps, off what was put on last. @throws Problem `tuning.notThere` */
function taken(
  place: TargetPlace,
  massG: number,
  cuts: readonly Cut[],
  bench: TuningBench,
): { cuts: Cut[]; tookG: number } {
  let left = massG
  let now = [...cuts]
  for (const cut of [...cuts].reverse()) {
    if (!isAt(place, cut)) continue
    const material = materialOf(bench, cut)
    const mass = massOf(cut, material, bench.work)
    if (mass <= 0) continue
    const stepG = (mass / cut.amount) * material.step
    const steps = Math.min(Math.round(cut.amount / material.step), Math.round(left / stepG))
    if (steps <= 0) continue
    const amount = inSteps(cut.amount / material.step - steps, material)
    const less = relaid(cut, amount, material, bench.work)
    now = now.flatMap((c) => (c !== cut ? [c] : amount > 1e-9 ? [less] : []))
    left -= steps * stepG
  }
  if (left > massG - 1e-9) throw new Problem('tuning.notThere', place)
  return { cuts: now, tookG: massG - left }
}

/** Grams at places put on, and what is negative taken off there. */
export function withGrams(points: readonly PointMass[], cuts: readonly Cut[], bench: TuningBench): Cut[] {
  return points.reduce<Cut[]>(
    (now, { place, massG }) =>
      Math.abs(massG) < 1e-6
        ? now
        : massG > 0
          ? added(place, massG, now, bench)
          : taken(place, -massG, now, bench).cuts,
    [...cuts],
  )
}

/**
 * The cut list after a dose, said whole.
 * @throws Problem `tuning.noRoom`, `tuning.noMaterial`, `tuning.tooLittle`, `tuning.notThere`, `tuning.nothingOn`, `tuning.noTarget`, `state.needs`
 */
export function cutsAfter(dose: Dose, cuts: readonly Cut[], bench: TuningBench): Cut[] {
  switch (dose.kind) {
    case 'none':
      return [...cuts]
    case 'add':
      return added(dose.place, dose.massG, cuts, bench)
    case 'move': {
      const { cuts: rest, tookG } = taken(dose.from, dose.massG, cuts, bench)
      return added(dose.to, tookG, rest, bench)
    }
    case 'pair':
      return withGrams(pairOf(dose.front, dose.back, dose.massG, cuts, bench), cuts, bench)
    case 'scale':
      return scaled(dose.share, cuts, bench)
    case 'takeOff': {
      const on = givingG(cuts, bench)
      return scaled(on > 0 ? Math.min(1, dose.massG / on) : 0, cuts, bench)
    }
    case 'towards':
      return withGrams(towards(dose.share, cuts, bench), cuts, bench)
    case 'preset':
      return withGrams(dose.points, bench.baseCuts, bench)
  }
}

/** Grams on the frame of which a share can come off. */
const givingG = (cuts: readonly Cut[], bench: TuningBench): number =>
  scaleBack(cuts, bench.materials, bench.work, 1).given.reduce((sum, g) => sum + g.offG, 0)

function scaled(share: number, cuts: readonly Cut[], bench: TuningBench): Cut[] {
  const { cuts: left, given } = scaleBack(cuts, bench.materials, bench.work, share)
  if (!given.some((g) => g.offG > 0)) throw new Problem('tuning.nothingOn')
  return left
}

/** So much in front, and behind what leaves the balance where it is. @throws Problem `state.needs` */
function pairOf(
  front: TargetPlace,
  back: TargetPlace,
  massG: number,
  cuts: readonly Cut[],
  bench: TuningBench,
): PointMass[] {
  const { balanceCm } = stateOf(bench, cuts)
  if (balanceCm === null) throw new Problem('state.needs', 'balance')
  const x = (place: TargetPlace) => meansOf(shapeAt(place, bench.work.geometry), bench.work.geometry).x
  return [
    { place: front, massG },
    { place: back, massG: (massG * (x(front) - balanceCm)) / (balanceCm - x(back)) },
  ]
}

/** Grams at tip and handle that go a share of the way to the target's mass and swing weight. @throws Problem `tuning.noTarget` */
function towards(share: number, cuts: readonly Cut[], bench: TuningBench): PointMass[] {
  const state = stateOf(bench, cuts)
  const still = (quantity: 'mass' | 'swingWeight') => {
    const now = estimateOf(state, quantity)
    const to = bench.target[quantity]
    return now && to !== undefined ? share * (to - now.value) : null
  }
  const [mass, swing] = [still('mass'), still('swingWeight')]
  if (mass === null && swing === null) throw new Problem('tuning.noTarget')
  const per = (place: TargetPlace) =>
    leverageOf(meansOf(shapeAt(place, bench.work.geometry), bench.work.geometry), state.axisCm).swing
  const [tip, handle] = [per('tip'), per('handle')]
  if (swing === null) return [{ place: 'handle', massG: mass! }]
  if (mass === null) return [{ place: 'tip', massG: swing / tip }]
  const atTip = (swing - handle * mass) / (tip - handle)
  const points: PointMass[] = [
    { place: 'tip', massG: atTip },
    { place: 'handle', massG: mass - atTip },
  ]
  const worth = points.filter((p) => Math.abs(p.massG) >= 0.5)
  if (worth.length === 0) throw new Problem('tuning.noTarget')
  return worth
}

/**
 * The share that everything gives, in whole hundredths, so that a number comes as near as real cuts let it to where it should be.
 * @returns null where nothing that gives brings it nearer
 */
export function shareFor(quantity: Quantity, value: number, cuts: readonly Cut[], bench: TuningBench): number | null {
  const offOf = (list: readonly Cut[]) =>
    Math.abs((estimateOf(stateOf(bench, list), quantity)?.value ?? Infinity) - value)
  return shareNearest(cuts, bench.materials, bench.work, offOf)
}

/** One way of doing a dose: with what, and the cut list after it. */
export interface DoseWay {
  materialId: string
  cuts: Cut[]
}

/** Every material with which a dose can be done on what is on the frame now, the one that is chosen by itself first. */
export function waysOf(dose: Dose, cuts: readonly Cut[], bench: TuningBench): DoseWay[] {
  const tried = (wanted?: string): Cut[] | null => {
    try {
      return cutsAfter(dose, cuts, wanted === undefined ? bench : { ...bench, wanted })
    } catch (error) {
      if (error instanceof Problem) return null
      throw error
    }
  }
  const usual = tried()
  if (!usual) return []
  const laidOf = (list: readonly Cut[]) =>
    handWork(cuts, list)
      .filter((w) => w.kind !== 'off')
      .map((w) => w.cut)
  const [first] = laidOf(usual)
  // What only takes off is done in one way.
  if (!first || !['add', 'move', 'preset'].includes(dose.kind)) return []
  const others = bench.materials.flatMap((m): DoseWay[] => {
    const list = m.id === first.materialId ? null : tried(m.id)
    return list && laidOf(list).length > 0 ? [{ materialId: m.id, cuts: list }] : []
  })
  return [{ materialId: first.materialId, cuts: usual }, ...others]
}

/**
 * What a row of cut lists, each made out of the one before, has taken out of the drawer: what went on, and what grew. What comes off goes
 * back only where it can be used again.
 * @returns amounts by material; less than nothing where something of the first list came back
 */
export function drawerUse(
  lists: readonly (readonly Cut[])[],
  materials: readonly Material[],
  work: Workpiece,
): Map<string, number> {
  const used = new Map<string, number>()
  const take = (cut: Cut, amount: (material: Material) => number) => {
    const material = materials.find((m) => m.id === cut.materialId)
    if (material) used.set(material.id, (used.get(material.id) ?? 0) + amount(material))
  }
  lists.slice(1).forEach((after, i) => {
    for (const { kind, cut, was } of handWork(lists[i], after)) {
      if (kind === 'off') take(cut, (m) => (m.reusable ? -stockTaken(cut, m, work) : 0))
      else if (was && was.materialId !== cut.materialId) {
        take(was, (m) => (m.reusable ? -stockTaken(was, m, work) : 0))
        take(cut, (m) => stockTaken(cut, m, work))
      } else
        take(cut, (m) => {
          const more = stockTaken(cut, m, work) - (was ? stockTaken(was, m, work) : 0)
          return more > 0 || m.reusable ? more : 0
        })
    }
  })
  return used
}
