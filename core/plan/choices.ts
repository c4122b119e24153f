import { headOutline } from '../frame/outline.ts'
import { leverageOf, withPieces } from '../frame/pieces.ts'
import { meansOf } from '../frame/shape.ts'
import type { FrameState } from '../frame/state.ts'
import type { Zone } from '../sports/profile.ts'
import { massOf, piecesOf, runsOf, type Cut, type Workpiece } from './cut.ts'
import type { Material } from './material.ts'
import type { PlanRequest } from './request.ts'

/** What an amount does to the frame: grams, Σm·x, Σm(x−a)²/1000, Σm·y²/1000. All add. */
export interface Effect {
  massG: number
  moment: number
  swing: number
  twist: number
}

export const NO_EFFECT: Effect = { massG: 0, moment: 0, swing: 0, twist: 0 }

export function plusEffect(a: Effect, b: Effect, times = 1): Effect {
  return {
    massG: a.massG + times * b.massG,
    moment: a.moment + times * b.moment,
    swing: a.swing + times * b.swing,
    twist: a.twist + times * b.twist,
  }
}

/** One whole-number decision of the plan: how many steps of a material in a zone. */
export interface Choice {
  id: string
  zoneId: string
  material: Material
  /** Most steps that the zone could ever take; stock and capacity bound it further as rows. */
  upper: number
  /** Fewest steps when any: shorter than 2 cm, or under 2 g of fill, is not worth cutting (common practice, no source). */
  least: number
  /** Stock used and layer length taken by one step. */
  stockPerStep: number
  zoneStepsPerStep: number
  /** Part of the frame: for constraints like "handle first". */
  region: 'head' | 'throat' | 'handle'
  visible: boolean
  /** The cut for so many steps. */
  cutFor(count: number): Cut
  /** Its exact effect. */
  effectOf(count: number): Effect
  /** Grams that count as added (a lighter grip or an overgrip taken off adds none). */
  addedG(count: number): number
  /** At most one of the choices that share this may be taken. */
  oneOf: string | null
}

/** A zone with what it can take, in steps of tape of one run. */
export interface ZoneRoom {
  zone: Zone
  capacitySteps: number
}

const TAPE_STEP_CM = 0.5
const LEAST_CUT_CM = 2
const LEAST_FILL_G = 2

/** Everything that may be put anywhere for a request, after the fitter's limits; and the room in each zone. */
export function choicesFor(request: PlanRequest): { choices: Choice[]; rooms: ZoneRoom[] } {
  const { limits, work } = request
  const zones = work.profile.zones.filter(
    (zone) => (!limits.zoneIds || limits.zoneIds.includes(zone.id)) && !(limits.hiddenOnly && zone.visible),
  )
  const materials = request.materials.filter(
    (material) =>
      (!limits.materialIds || limits.materialIds.includes(material.id)) && !(limits.noLead && material.lead),
  )
  const choices: Choice[] = []
  for (const zone of zones) {
    for (const material of withoutTwins(materials)) {
      if (material.kind === 'tape' && zone.place !== 'handle') choices.push(tapeChoice(zone, material, request))
      if (material.kind === 'fill' && zone.place === 'handle') choices.push(fillChoice(zone, material, request))
    }
  }
  if (limits.mayChangeGrip) choices.push(...gripChoices(materials, request))
  const rooms = zones.map((zone) => ({
    zone,
    capacitySteps:
      zone.place === 'handle'
        ? Math.floor(zone.capacityCm * work.profile.handleFillGPerCm)
        : Math.round((zone.capacityCm * zone.maxLayers) / TAPE_STEP_CM),
  }))
  return { choices, rooms }
}

/** Two fills of the same step and mass are the same choice twice: the one with more in stock stands for both. */
function withoutTwins(materials: readonly Material[]): Material[] {
  const twin = (a: Material, b: Material) =>
    a.kind === 'fill' && b.kind === 'fill' && a.step === b.step && a.unitMassG === b.unitMassG
  return materials.filter(
    (m, i) =>
      !materials.some((other, k) => twin(m, other) && (other.stock > m.stock || (other.stock === m.stock && k < i))),
  )
}

function tapeChoice(zone: Zone, material: Material, request: PlanRequest): Choice {
  const { geometry, profile } = request.work
  const outline = headOutline(geometry)
  // On handle and shaft strips lie about a fixed middle, so that a longer strip pulls no other way than a shorter one.
  const middle =
    zone.place === 'shaft'
      ? (geometry.gripLengthCm + geometry.shaftToCm) / 2
      : (profile.handleFillFromCm + geometry.gripLengthCm) / 2
  const atFor = (length: number) =>
    zone.place === 'hoop' ? outline.atClock(zone.clock ?? 12) : middle - Math.min(length, zone.capacityCm) / 2
  const cutFor = (count: number): Cut => ({
    id: `${zone.id}-${material.id}`,
    materialId: material.id,
    place: zone.place,
    zoneId: zone.id,
    atCm: atFor(count * material.step),
    amount: count * material.step,
    layerCm: zone.capacityCm,
  })
  const runs = runsOf(cutFor(1), geometry)
  return made({
    id: `${zone.id}-${material.id}`,
    zone,
    material,
    request,
    cutFor,
    upper: Math.round((zone.capacityCm * zone.maxLayers) / material.step),
    least: Math.ceil(LEAST_CUT_CM / material.step - 1e-9),
    stockPerStep: material.step * runs,
    zoneStepsPerStep: material.step / TAPE_STEP_CM,
    oneOf: null,
  })
}

function fillChoice(zone: Zone, material: Material, request: PlanRequest): Choice {
  const { profile } = request.work
  const middle = profile.handleFillFromCm + zone.capacityCm / 2
  const cutFor = (count: number): Cut => ({
    id: `${zone.id}-${material.id}`,
    materialId: material.id,
    place: 'handle',
    zoneId: zone.id,
    atCm: middle - (count * material.step * material.unitMassG) / profile.handleFillGPerCm / 2,
    amount: count * material.step,
    layerCm: zone.capacityCm,
  })
  return made({
    id: `${zone.id}-${material.id}`,
    zone,
    material,
    request,
    cutFor,
    upper: Math.floor((zone.capacityCm * request.work.profile.handleFillGPerCm) / material.step),
    least: Math.ceil(LEAST_FILL_G / (material.step * material.unitMassG) - 1e-9),
    stockPerStep: material.step * material.unitMassG,
    zoneStepsPerStep: material.step,
    oneOf: null,
  })
}

/** The zone id of grips and overgrips in plans; not a place that a profile lists. */
export const GRIP_ZONE = 'grip'

function gripChoices(materials: Material[], request: PlanRequest): Choice[] {
  const { condition } = request.work
  const zone: Zone = {
    id: GRIP_ZONE,
    name: 'Grip',
    place: 'handle',
    capacityCm: 0,
    maxLayers: 1,
    visible: false,
  }
  const cut = (material: Material, amount: number): Cut => ({
    id: `${GRIP_ZONE}-${material.id}`,
    materialId: material.id,
    place: 'grip',
    zoneId: GRIP_ZONE,
    atCm: 0,
    amount,
    layerCm: 1,
  })
  const out: Choice[] = []
  for (const material of materials) {
    const base = { zone, material, request, stockPerStep: 1, zoneStepsPerStep: 0 }
    if (material.kind === 'grip' && material.grip !== condition.grip && condition.grip !== 'none') {
      out.push(
        made({
          ...base,
          id: `${GRIP_ZONE}-${material.id}`,
          cutFor: (n) => cut(material, n),
          upper: 1,
          least: 1,
          oneOf: 'base grip',
        }),
      )
    }
    if (material.kind === 'overgrip' && condition.overgrips < 2) {
      out.push(
        made({
          ...base,
          id: `${GRIP_ZONE}-${material.id}`,
          cutFor: (n) => cut(material, n),
          upper: 2 - condition.overgrips,
          least: 1,
          oneOf: null,
        }),
      )
    }
  }
  return out
}

function made(parts: {
  id: string
  zone: Zone
  material: Material
  request: PlanRequest
  cutFor(count: number): Cut
  upper: number
  least: number
  stockPerStep: number
  zoneStepsPerStep: number
  oneOf: string | null
}): Choice {
  const { zone, material, request, cutFor, ...rest } = parts
  const table = new Map<number, Effect>()
  return {
    ...rest,
    cutFor,
    material,
    zoneId: zone.id,
    visible: zone.visible,
    region:
      zone.place === 'hoop' ? (zone.clock === 6 ? 'throat' : 'head') : zone.place === 'shaft' ? 'throat' : 'handle',
    effectOf(count) {
      let effect = table.get(count)
      if (!effect)
        table.set(
          count,
          (effect = count === 0 ? NO_EFFECT : effectOfCut(cutFor(count), material, request.work, request.state)),
        )
      return effect
    },
    addedG: (count) => (count === 0 ? 0 : Math.max(0, massOf(cutFor(count), material, request.work))),
  }
}

/** The exact sums of a cut about the state's axis. */
export function effectOfCut(cut: Cut, material: Material, work: Workpiece, state: FrameState): Effect {
  return piecesOf(cut, material, work).reduce((sum, piece) => {
    const per = leverageOf(meansOf(piece.shape, work.geometry), state.axisCm)
    return plusEffect(sum, {
      massG: piece.massG,
      moment: piece.massG * per.xCm,
      swing: piece.massG * per.swing,
      twist: piece.massG * per.twist,
    })
  }, NO_EFFECT)
}

/** The frame with so many steps of each choice, by the exact sums and with uncertainty. */
export function predicted(request: PlanRequest, choices: readonly Choice[], counts: readonly number[]): FrameState {
  const pieces = choices.flatMap((choice, i) =>
    counts[i] ? piecesOf(choice.cutFor(counts[i]), choice.material, request.work) : [],
  )
  return withPieces(request.state, pieces, request.work.geometry)
}
