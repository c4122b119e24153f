import { itemOf, movable, removable } from '../../cuts/items.ts'
import { cutIn, fits } from '../../cuts/zones.ts'
import type { AddedMass } from '../../frame/condition.ts'
import type { Zone } from '../../sports/profile.ts'
import { made, OFF_ZONE, WHOLE, type Choice } from './choice.ts'
import type { PlanRequest } from './request.ts'

/** How many of the frame's items sit in a hole, but for those of which it is said where they go. */
export const sittingIn = (zone: Zone, request: PlanRequest): number =>
  request.work.condition.added.filter((item) => item.zoneId === zone.id && !isSpokenFor(item, request)).length

/** Is it said already where an item goes: off, or into another hole? */
const isSpokenFor = (item: AddedMass, { fixedCuts, work }: PlanRequest): boolean =>
  fixedCuts.some((cut) => itemOf(cut.materialId, work.condition) === item)

/** What is on the frame and may come off. */
export function offChoices(request: PlanRequest): Choice[] {
  const { limits, fixedCuts, work } = request
  if (!limits.mayTakeOff) return []
  return removable(work.condition, work.profile).flatMap((material): Choice[] => {
    const gone = fixedCuts.filter((cut) => cut.materialId === material.id).reduce((sum, cut) => sum + cut.amount, 0)
    const item = itemOf(material.id, work.condition)
    if (material.stock - gone < 1 || (item && isSpokenFor(item, request))) return []
    return [
      made({
        id: material.id,
        zone: { ...WHOLE, id: OFF_ZONE, name: OFF_ZONE },
        material,
        request,
        cutFor: (n) => ({
          id: material.id,
          materialId: material.id,
          place: 'off',
          zoneId: OFF_ZONE,
          atCm: 0,
          amount: n,
          layerCm: 1,
        }),
        upper: material.stock - gone,
        least: 1,
        stockPerStep: 0,
        roomPerStep: 0,
        oneOf: item?.zoneId ? oneWay(item) : null,
        group: item?.zoneId ? oneWay(item) : material.id,
        side: null,
        frees: item?.zoneId ?? null,
      }),
    ]
  })
}

/** An item goes one way: off, or into one hole. */
const oneWay = (item: AddedMass) => `item ${item.id}`

/** What sits in holes of the frame, into every other hole that it fits. */
export function moveChoices(zones: readonly Zone[], request: PlanRequest): Choice[] {
  const { limits, work } = request
  if (!limits.mayMove) return []
  return movable(work.condition, work.profile).flatMap((material): Choice[] => {
    const item = itemOf(material.id, work.condition)!
    if (isSpokenFor(item, request)) return []
    return zones
      .filter((zone) => fits(zone, material))
      .map((zone) => {
        const id = `${material.id}-${zone.id}`
        return made({
          id,
          zone,
          material,
          request,
          cutFor: () => cutIn(zone, material, 1, work, id),
          upper: 1,
          least: 1,
          stockPerStep: 0,
          roomPerStep: 1,
          oneOf: oneWay(item),
          group: oneWay(item),
          side: null,
          frees: item.zoneId!,
        })
      })
  })
}
