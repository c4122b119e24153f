import { inSteps } from '../cuts/ruler.ts'
import { massOf, sameCut, stockTaken, type Cut, type Workpiece } from '../cuts/cut.ts'
import { isInDrawer, type Material } from '../cuts/material.ts'
import { sharedCm, stretchOf } from '../cuts/overlap.ts'
import { cutIn, fits, roomFor } from '../cuts/zones.ts'
import type { FrameState } from '../frame/state.ts'
import type { TargetPlace } from '../frame/places.ts'
import { GRIP_ZONE, type Choice } from '../planning/problem/choice.ts'
import { choicesFor } from '../planning/problem/choices.ts'
import { limitsFor, OPEN_LIMITS } from '../planning/problem/request.ts'
import { workOfCut } from '../planning/problem/work.ts'
import { Problem } from '../problem.ts'
import type { Quantity } from '../quantities/units.ts'
import type { Zone } from '../sports/profile.ts'
import { freeId } from '../workorder/marks.ts'

/** A frame on which a tuning works. */
export interface TuningBench {
  /** As built, with `baseCuts` on it. */
  base: FrameState
  baseCuts: readonly Cut[]
  work: Workpiece
  /** With what the drawer still holds of each. */
  materials: readonly Material[]
  /** Nothing of lead is chosen. */
  minor: boolean
  /** What a growing player goes towards, core units. */
  target: Partial<Record<Quantity, number>>
  /** The material that is wanted for what goes on; left out, what comes off again soonest. */
  wanted?: string
}

/** The zones that a place of the rules means, the usual one first. */
const ZONES_AT: Record<TargetPlace, readonly string[]> = {
  tip: ['tip', 'holesTip'],
  tenTwo: ['tenTwo'],
  threeNine: ['threeNine', 'holesSides'],
  handle: ['bevels', 'butt', 'sleeve', 'cap', GRIP_ZONE],
  butt: ['butt', 'cap', 'bevels'],
}
export const isAt = (place: TargetPlace, cut: Cut): boolean =>
  cut.zoneId !== null && ZONES_AT[place].includes(cut.zoneId)

/** A strip of another length: one that lies as its zone says is laid anew from its landmark, any other changes where it lies. */
export function relaid(cut: Cut, amount: number, material: Material, work: Workpiece): Cut {
  const zone = work.profile.zones.find((z) => z.id === cut.zoneId)
  const lies = zone !== undefined && sameCut(cutIn(zone, material, cut.amount, work, cut.id), cut)
  return lies ? cutIn(zone, material, amount, work, cut.id) : { ...cut, amount }
}

/** What comes off again soonest is put on first: what can be used again, no lead, nothing that cures, then what needs the grip off whole. */
const rank = (m: Material) =>
  (m.kind === 'grip' ? 8 : 0) + (m.cureHours !== null ? 4 : 0) + (m.lead ? 2 : 0) + (m.reusable ? 0 : 1)
/** Further from the grams than this, or than a third of them, is another step, g. */
const FAR_G = 0.5

/** One way of putting grams on, and what speaks for it: the lower the better, the first first. */
interface Way {
  cuts: Cut[]
  material: Material
  order: number[]
}

/**
 * So many grams more at a place, in whole steps of a material: a strip that lies there grows, else one is laid as the planner lays them,
 * as far as the drawer goes. What comes off again soonest is chosen; with a wanted material, that one.
 * @throws Problem `tuning.noMaterial`, `tuning.noRoom`, `tuning.tooLittle`
 */
export function added(place: TargetPlace, massG: number, cuts: readonly Cut[], bench: TuningBench): Cut[] {
  const open = bench.materials.filter(
    (m) => !(bench.minor && m.lead) && (bench.wanted === undefined || m.id === bench.wanted),
  )
  const held = waysOfAdding(place, massG, cuts, open, bench)
  if (held.length > 0) return nearest(held).cuts
  // What only more of it could do is said as that.
  const more = waysOfAdding(
    place,
    massG,
    cuts,
    open.map((m) => ({ ...m, stock: PLENTY })),
    bench,
  )
  if (more.length > 0) {
    const { material } = nearest(more)
    throw new Problem('tuning.tooLittle', place, { materialId: material.id, name: material.name })
  }
  const any = bench.work.profile.zones.some((z) => ZONES_AT[place].includes(z.id) && open.some((m) => fits(z, m)))
  throw new Problem(any ? 'tuning.noRoom' : 'tuning.noMaterial', place)
}
/** More than any drawer holds, in any material's own amount. */
const PLENTY = 1e5
const nearest = (ways: readonly Way[]): Way => ways.reduce((a, b) => (before(b.order, a.order) ? b : a))

/** Every way in which so many grams go on at a place; what comes off sooner goes before all else. */
function waysOfAdding(
  place: TargetPlace,
  massG: number,
  cuts: readonly Cut[],
  open: readonly Material[],
  bench: TuningBench,
): Way[] {
  const allowed = open.filter((m) => m.stock > 0)
  const ways: Way[] = []
  // The rest is only looked at where what comes off sooner cannot give the grams.
  for (const own of [...new Set(allowed.map(rank))].sort((a, b) => a - b)) {
    const alike = allowed.filter((m) => rank(m) === own)
    ways.push(...growing(place, massG, cuts, alike, bench), ...fresh(place, massG, cuts, alike, bench))
    if (ways.some(({ order: [far] }) => far === 0)) break
  }
  return ways
}
function before(a: readonly number[], b: readonly number[]): boolean {
  const at = a.findIndex((value, i) => Math.abs(value - b[i]) > 1e-9)
  return at >= 0 && a[at] < b[at]
}

function wayOf(
  of: { place: TargetPlace; massG: number; material: Material; cuts: Cut[]; laid: Cut; isNew: boolean; addsG: number },
  { work }: TuningBench,
): Way {
  const { place, massG, material, cuts, laid, isNew, addsG } = of
  const off = Math.abs(addsG - massG)
  const minutes = workOfCut(laid, material, work, OPEN_LIMITS.minutes).ownMinutes
  const far = off > Math.max(FAR_G, massG / 3) ? 1 : 0
  const at = ZONES_AT[place].indexOf(laid.zoneId ?? '')
  return { cuts, material, order: [far, rank(material), at, isNew ? 1 : 0, off, minutes] }
}

/** Strips that lie at the place and grow. */
function growing(
  place: TargetPlace,
  massG: number,
  cuts: readonly Cut[],
  allowed: readonly Material[],
  bench: TuningBench,
): Way[] {
  const { work } = bench
  return ZONES_AT[place].flatMap((zoneId): Way[] => {
    const zone = work.profile.zones.find((z) => z.id === zoneId)
    const lying = cuts.filter((cut) => cut.zoneId === zoneId)
    const was = lying.at(-1)
    const material = was && allowed.find((m) => m.id === was.materialId)
    if (!zone || !was || !material || !fits(zone, material)) return []
    const held = massOf(was, material, work)
    const steps = Math.max(1, Math.round(massG / ((held / was.amount) * material.step)))
    const laid = relaid(was, inSteps(was.amount / material.step + steps, material), material, work)
    const more = stockTaken(laid, material, work) - stockTaken(was, material, work)
    const rest = cuts.filter((cut) => cut !== was)
    if (more > material.stock + 1e-9 || !roomy(zone, laid, lying, was, work) || lies(laid, rest, work)) return []
    const addsG = massOf(laid, material, work) - held
    return [wayOf({ place, massG, material, cuts: [...rest, laid], laid, isNew: false, addsG }, bench)]
  })
}
function roomy(zone: Zone, laid: Cut, lying: readonly Cut[], was: Cut, work: Workpiece): boolean {
  const others = lying.filter((cut) => cut !== was).reduce((sum, cut) => sum + cut.amount, 0)
  return laid.amount + others <= roomFor(zone, work) * zone.maxLayers + 1e-9
}
/** Does a strip lie on another? */
function lies(laid: Cut, others: readonly Cut[], work: Workpiece): boolean {
  const mine = stretchOf(laid, work)
  return (
    mine !== null &&
    others.some((cut) => {
      const theirs = stretchOf(cut, work)
      return theirs !== null && sharedCm(mine, { ...theirs, edges: 2 }) > 0
    })
  )
}

/** New pieces, in every way in which the planner would lay them at the place: so many of each as comes nearest to the grams. */
function fresh(
  place: TargetPlace,
  massG: number,
  cuts: readonly Cut[],
  allowed: readonly Material[],
  bench: TuningBench,
): Way[] {
  const { work } = bench
  const here = ZONES_AT[place]
  const { choices } = choicesFor({
    state: bench.base,
    work,
    target: {},
    materials: [...allowed],
    limits: limitsFor({ ...OPEN_LIMITS, zoneIds: [...here], mayChangeGrip: here.includes(GRIP_ZONE) }, bench.minor),
    fixedCuts: [...cuts],
  })
  return choices.flatMap((choice): Way[] => {
    const { material } = choice
    const one = massOf(choice.cutFor(1), material, work)
    if (!isInDrawer(material) || !(one > 0) || choice.upper < choice.least) return []
    const asked = Math.round(massG / one)
    const count = Math.min(choice.upper, Math.max(choice.least, asked))
    if (count * one < massG - Math.max(one, FAR_G)) return []
    const laid = named(choice, count, cuts)
    if (stockTaken(laid, material, work) > material.stock + 1e-9 || lies(laid, cuts, work)) return []
    return [wayOf({ place, massG, material, cuts: [...cuts, laid], laid, isNew: true, addsG: count * one }, bench)]
  })
}
function named(choice: Choice, count: number, cuts: readonly Cut[]): Cut {
  const taken = cuts.map((cut) => cut.id)
  return { ...choice.cutFor(count), id: freeId(`tune-${choice.zoneId}`, taken) }
}
