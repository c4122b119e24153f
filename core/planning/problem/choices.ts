import { acrossOf, stockTaken, type Cut } from '../../cuts/cut.ts'
import { isByLength, isInDrawer, type Material } from '../../cuts/material.ts'
import { piecesOf } from '../../cuts/pieces.ts'
import { cutsIn, edgesOf, fits, roomFor, type StripForm } from '../../cuts/zones.ts'
import { withPieces } from '../../frame/pieces.ts'
import type { FrameState } from '../../frame/state.ts'
import type { StockedKind } from '../../sports/kinds.ts'
import { fillGPerCm } from '../../sports/landmarks.ts'
import type { Zone } from '../../sports/profile.ts'
import { BED_ZONE, GRIP_ZONE, made, WHOLE, type Choice } from './choice.ts'
import { moveChoices, offChoices, sittingIn } from './itemChoices.ts'
import { materialsById, type PlanRequest } from './request.ts'

/** A zone with what it can take, in the units of its choices' `roomPerStep`: cm of one run, g in the handle, pieces at a spot. */
export interface ZoneRoom {
  zone: Zone
  room: number
}

const LEAST_CUT_CM = 3
const LEAST_FILL_G = 2
/** At a spot a dab is enough. */
const LEAST_DAB_G = 0.5

/**
 * Everything that may be put anywhere for a request, after the fitter's limits; and the room that is left in each zone. Each way in which
 * a hand lays strips is a choice of its own, all its layers of one length: a plan takes one at each place.
 */
export function choicesFor(request: PlanRequest): { choices: Choice[]; rooms: ZoneRoom[] } {
  const { limits, work } = request
  const zones = work.profile.zones.filter(
    (zone) => (!limits.zoneIds || limits.zoneIds.includes(zone.id)) && !(limits.hiddenOnly && zone.visible),
  )
  const materials = request.materials.filter(
    (material) =>
      isInDrawer(material) &&
      (!limits.materialIds || limits.materialIds.includes(material.id)) &&
      !(limits.noLead && material.lead),
  )
  const byId = materialsById(request)
  const rooms = zones.map((zone) => ({ zone, room: roomLeft(zone, request, byId) }))
  const choices: Choice[] = []
  for (const { zone, room: left } of rooms) {
    // What sits there may go elsewhere.
    const room = left + sittingIn(zone, request)
    for (const material of materials) {
      if (!fits(zone, material) || room <= 0) continue
      const forms = isByLength(material.kind) ? formsOf(zone) : [null]
      for (const form of forms) choices.push(...zoneChoices(zone, material, room, form, request))
    }
  }
  choices.push(...changeChoices(materials, request), ...offChoices(request), ...moveChoices(zones, request))
  return { choices, rooms }
}

/** The ways in which a hand lays strips at a place. On top of one another only where both edges or all bevels carry some. */
function formsOf(zone: Zone): StripForm[] {
  const stacked = zone.maxLayers > 1
  switch (zone.place) {
    case 'hoop':
      return edgesOf(zone) === 2
        ? [{ edges: 2 }, { edges: 1 }, ...(stacked ? [{ edges: 2, layers: 2 } as const] : [])]
        : [{ edges: 1 }, ...(stacked ? [{ edges: 1, layers: 2 } as const] : [])]
    case 'bevels':
      return [{ bevels: 4 }, { bevels: 2 }, ...(stacked ? [{ bevels: 4, layers: 2 } as const] : [])]
    default:
      return [{}, ...(stacked ? [{ layers: 2 }] : [])]
  }
}

/** What a zone holds, and what pieces that stay where they are leave of it. */
function roomLeft(zone: Zone, request: PlanRequest, byId: ReadonlyMap<string, Material>): number {
  const { work } = request
  const whole =
    zone.place === 'handle'
      ? Math.floor(roomFor(zone, work) * fillGPerCm(work))
      : zone.place === 'spot'
        ? zone.capacityCm
        : roomFor(zone, work) * zone.maxLayers * edgesOf(zone)
  const fixedCuts = request.fixedCuts.filter((cut) => cut.zoneId === zone.id && byId.has(cut.materialId))
  return fixedCuts.reduce(
    (left, cut) =>
      left - cut.amount * (zone.place === 'handle' ? byId.get(cut.materialId)!.unitMassG : (cut.edges ?? 1)),
    whole - sittingIn(zone, request),
  )
}

/** @param form in which all layers are of one length; null for what is not cut by length */
function zoneChoices(
  zone: Zone,
  material: Material,
  room: number,
  form: StripForm | null,
  request: PlanRequest,
): Choice[] {
  const { geometry } = request.work
  const layers = form?.layers ?? 1
  const edges = form ? (form.edges ?? edgesOf(zone)) : 1
  const bevels = form?.bevels === 2 ? '-two' : ''
  const usual = !form || zone.place !== 'hoop' || edges === edgesOf(zone)
  const id = `${zone.id}-${material.id}${usual ? '' : '-edge'}${bevels}${layers > 1 ? '-double' : ''}`
  const perStep = zone.place === 'handle' ? material.step * material.unitMassG : material.step * layers * edges
  const leastAmount =
    material.kind === 'fill'
      ? (zone.place === 'spot' ? LEAST_DAB_G : LEAST_FILL_G) / material.unitMassG
      : material.kind === 'weight'
        ? material.step
        : LEAST_CUT_CM
  const longest = form ? roomFor(zone, request.work) / material.step : Infinity
  const upper = Math.floor(Math.min(room / perStep, longest) + 1e-9)
  const make = (choiceId: string, side?: 'left' | 'right') => {
    const cutOf = cutsIn(zone, material, request.work, choiceId, form ?? { edges: 1 })
    const cutFor = (count: number): Cut => {
      const cut = cutOf(count * layers * material.step)
      if (side) cut.side = side
      return cut
    }
    return made({
      id: choiceId,
      zone,
      material,
      request,
      cutFor,
      upper,
      least: Math.max(1, Math.ceil(leastAmount / material.step - 1e-9)),
      stockPerStep: stockTaken(cutFor(1), material, request.work),
      roomPerStep: perStep,
      oneOf: null,
      group: zone.id,
      side: side ?? null,
      frees: null,
    })
  }
  const both = make(id)
  if (!request.limits.evenSides || zone.place !== 'hoop' || acrossOf(both.cutFor(1), geometry) !== null) return [both]
  return [both, make(`${id}-left`, 'left'), make(`${id}-right`, 'right')]
}

/** Grips, overgrips and strings: changed as a whole, one of a kind at a time. */
function changeChoices(materials: Material[], request: PlanRequest): Choice[] {
  const { condition } = request.work
  const { limits, fixedCuts } = request
  const isHeld = (place: Cut['place'], kind: StockedKind) =>
    fixedCuts.some(
      (cut) => cut.place === place && request.materials.some((m) => m.id === cut.materialId && m.kind === kind),
    )
  const wraps =
    condition.overgrips +
    fixedCuts
      .filter((cut) => request.materials.some((m) => m.id === cut.materialId && m.kind === 'overgrip'))
      .reduce((sum, cut) => sum + cut.amount, 0)
  const change = (material: Material, place: 'grip' | 'bed', upper: number, oneOf: string | null) => {
    const zoneId = place === 'grip' ? GRIP_ZONE : BED_ZONE
    const id = `${zoneId}-${material.id}`
    return made({
      id,
      zone: { ...WHOLE, id: zoneId, name: zoneId },
      material,
      request,
      cutFor: (n) => ({ id, materialId: material.id, place, zoneId, atCm: 0, amount: n, layerCm: 1 }),
      upper,
      least: 1,
      stockPerStep: 1,
      roomPerStep: 0,
      oneOf,
      group: oneOf ?? id,
      side: null,
      frees: null,
    })
  }
  return materials.flatMap((material): Choice[] => {
    switch (material.kind) {
      case 'grip':
        return limits.mayChangeGrip &&
          material.grip !== condition.grip &&
          condition.grip !== 'none' &&
          !isHeld('grip', 'grip')
          ? [change(material, 'grip', 1, 'base grip')]
          : []
      case 'overgrip':
        return limits.mayChangeGrip && wraps < 2 ? [change(material, 'grip', 2 - wraps, null)] : []
      case 'strings':
        return limits.mayChangeStrings && condition.stringsG !== null && !isHeld('bed', 'strings')
          ? [change(material, 'bed', 1, 'strings')]
          : []
      default:
        return []
    }
  })
}

/** The frame with so many steps of each choice, by the exact sums and with uncertainty. */
export function predicted(request: PlanRequest, choices: readonly Choice[], counts: readonly number[]): FrameState {
  const pieces = choices.flatMap((choice, i) =>
    counts[i] ? piecesOf(choice.cutFor(counts[i]), choice.material, request.work) : [],
  )
  return withPieces(request.state, pieces, request.work.geometry)
}
