import { massOf, piecesOfAll, sameCut, type Cut, type Workpiece } from '../cuts/cut.ts'
import { isByLength, type Material } from '../cuts/material.ts'
import { cutIn, fits, roomFor } from '../cuts/zones.ts'
import { withPieces, leverageOf } from '../frame/pieces.ts'
import { shapeAt, type PointMass, type TargetPlace } from '../frame/places.ts'
import { estimateOf, type FrameState } from '../frame/state.ts'
import { meansOf } from '../geometry/shape.ts'
import { scaleBack } from '../planning/offers/scaleBack.ts'
import { Problem } from '../problem.ts'
import type { Quantity } from '../quantities/units.ts'
import type { Zone } from '../sports/profile.ts'
import { freeId } from '../workorder/marks.ts'
import type { Dose } from './school.ts'

/** A frame on which a tuning works. */
export interface TuningBench {
  /** As built, with `baseCuts` on it. */
  base: FrameState
  baseCuts: readonly Cut[]
  work: Workpiece
  materials: readonly Material[]
  /** Nothing of lead is chosen. */
  minor: boolean
  /** What a growing player goes towards, core units. */
  target: Partial<Record<Quantity, number>>
}

/** The zones that a place of the rules means, the usual one first. */
const ZONES_AT: Record<TargetPlace, readonly string[]> = {
  tip: ['tip'],
  tenTwo: ['tenTwo'],
  threeNine: ['threeNine'],
  handle: ['bevels', 'butt', 'sleeve'],
  butt: ['butt', 'bevels'],
}
const isAt = (place: TargetPlace, cut: Cut) => cut.zoneId !== null && ZONES_AT[place].includes(cut.zoneId)

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

/** What comes off again soonest is put on first: what can be used again, no lead, nothing that cures, then the nearest to the grams. */
const rank = (m: Material) => (m.cureHours !== null ? 4 : 0) + (m.lead ? 2 : 0) + (m.reusable ? 0 : 1)

interface Laid {
  cuts: Cut[]
  rank: number
  off: number
}

/**
 * So many grams more at a place, in whole steps of a material: a strip that lies there grows, else a new one is laid.
 * @throws Problem `tuning.noMaterial`, `tuning.noRoom`
 */
function added(place: TargetPlace, massG: number, cuts: readonly Cut[], bench: TuningBench): Cut[] {
  const { work } = bench
  let full = false
  const ways = ZONES_AT[place].flatMap((zoneId, order): Laid[] => {
    const zone = work.profile.zones.find((z) => z.id === zoneId)
    if (!zone) return []
    const lying = cuts.filter((cut) => cut.zoneId === zone.id)
    const grows = lying.at(-1)
    return bench.materials.flatMap((material): Laid[] => {
      if (!fits(zone, material) || !(isByLength(material.kind) || material.kind === 'fill')) return []
      if (grows ? grows.materialId !== material.id : !(material.stock > 0)) return []
      if (bench.minor && material.lead) return []
      const laid = grown(zone, material, massG, grows ?? null, cuts, work)
      if (!laid || !roomy(zone, laid, lying, grows ?? null, work)) {
        full = true
        return []
      }
      const before = grows ? massOf(grows, material, work) : 0
      const off = Math.abs(massOf(laid, material, work) - before - massG)
      return [{ cuts: [...cuts.filter((c) => c !== grows), laid], rank: rank(material) + 10 * order, off }]
    })
  })
  if (ways.length === 0) throw new Problem(full ? 'tuning.noRoom' : 'tuning.noMaterial', place)
  return ways.reduce((a, b) => (b.rank < a.rank || (b.rank === a.rank && b.off < a.off) ? b : a)).cuts
}

/** A strip of a zone with so many grams more of its material, at least a step; null where nothing would be left or added. */
function grown(
  zone: Zone,
  material: Material,
  massG: number,
  was: Cut | null,
  cuts: readonly Cut[],
  work: Workpiece,
): Cut | null {
  const unit = was ?? cutIn(zone, material, material.step, work, 'unit')
  const stepG = (massOf(unit, material, work) / unit.amount) * material.step
  const steps = Math.max(1, Math.round(massG / stepG))
  const amount = Number(((was?.amount ?? 0) + steps * material.step).toFixed(3))
  const id =
    was?.id ??
    freeId(
      `tune-${zone.id}`,
      cuts.map((c) => c.id),
    )
  if (!was) return cutIn(zone, material, amount, work, id)
  // A strip that lies as its zone says is laid anew from its landmark; any other grows where it lies.
  const fresh = cutIn(zone, material, was.amount, work, was.id)
  return sameCut(fresh, was) ? cutIn(zone, material, amount, work, id) : { ...was, amount }
}
function roomy(zone: Zone, laid: Cut, lying: readonly Cut[], grows: Cut | null, work: Workpiece): boolean {
  const room = roomFor(zone, work) * zone.maxLayers
  const others = lying.filter((cut) => cut !== grows).reduce((sum, cut) => sum + cut.amount, 0)
  return laid.amount + others <= room + 1e-9
}

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
    const stepG = (mass / cut.amount) * material.step
    const steps = Math.min(Math.round(cut.amount / material.step), Math.round(left / stepG))
    if (steps <= 0) continue
    const amount = Number((cut.amount - steps * material.step).toFixed(3))
    const zone = bench.work.profile.zones.find((z) => z.id === cut.zoneId)
    const lies = zone && sameCut(cutIn(zone, material, cut.amount, bench.work, cut.id), cut)
    const less = lies ? cutIn(zone, material, amount, bench.work, cut.id) : { ...cut, amount }
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
 * @throws Problem `tuning.noRoom`, `tuning.noMaterial`, `tuning.notThere`, `tuning.nothingOn`, `tuning.noTarget`, `state.needs`
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
  const off = (list: readonly Cut[]) =>
    Math.abs((estimateOf(stateOf(bench, list), quantity)?.value ?? Infinity) - value)
  let best = { share: 0, off: off(cuts) }
  for (let hundredth = 1; hundredth <= 100; hundredth++) {
    const share = hundredth / 100
    const here = off(scaleBack(cuts, bench.materials, bench.work, share).cuts)
    if (here < best.off - 1e-9) best = { share, off: here }
  }
  return best.share > 0 ? best.share : null
}
