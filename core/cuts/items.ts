import { ADDED_SHARE, conditionPieces, type AddedMass, type Condition } from '../frame/condition.ts'
import type { Piece } from '../frame/pieces.ts'
import type { FrameGeometry } from '../geometry/outline.ts'
import type { SportProfile, Zone } from '../sports/profile.ts'
import type { Cut } from './cut.ts'
import { PLAIN_MATERIAL, type Material } from './material.ts'
import { spotCm } from './zones.ts'

/** What is on a frame already, as materials of cuts: it comes off, or goes into another hole. */

const OFF = 'off:'

/** What is on the frame in a condition and can come off by itself, with what each weighs. Strings and base grip are changed, not taken off. */
export function removable(condition: Condition, profile: SportProfile): Material[] {
  const { layers } = profile
  const one = (id: string, name: string, massG: number, stock = 1): Material[] =>
    massG > 0 ? [{ ...PLAIN_MATERIAL, id: OFF + id, name, kind: 'off', unitMassG: massG, stock }] : []
  return [
    ...one('overgrip', 'Overgrip', condition.overgrips > 0 ? layers.overgrip.massG : 0, condition.overgrips),
    ...one('dampener', 'Dampener', condition.dampener ? (layers.dampener?.massG ?? 0) : 0),
    ...one('guardTape', 'Guard tape', condition.guardTapeG),
    ...one('film', 'Film on the grip', condition.film ? layers.film.massG : 0),
    ...condition.added.flatMap((item: AddedMass) => (item.stays ? [] : one(item.id, item.name, item.massG))),
  ]
}

const MOVED = 'moved:'
/** Is it where a hole is on both sides of the long axis? */
const isPaired = (zone: Zone) => (zone.spot?.offCm ?? 0) > 0

/** The holes of a frame into which an item goes from its own: pairs into pairs, single ones into single ones. */
function otherHoles(item: AddedMass, zones: readonly Zone[]): Zone[] {
  const from = zones.find((zone) => zone.id === item.zoneId)
  if (!from?.holes) return []
  return zones.filter((zone) => zone.holes && zone.id !== from.id && isPaired(zone) === isPaired(from))
}

/** What sits in holes of the frame and goes into others of its holes: each by itself, into every one that it fits. */
export function movable(condition: Condition, { zones }: Pick<SportProfile, 'zones'>): Material[] {
  return condition.added.flatMap((item): Material[] => {
    const holes = otherHoles(item, zones)
    if (holes.length === 0 || item.stays) return []
    return [
      {
        ...PLAIN_MATERIAL,
        id: MOVED + item.id,
        name: item.name,
        kind: 'moved',
        unitMassG: item.massG,
        uRel: ADDED_SHARE,
        stock: 1,
        reusable: true,
        zoneIds: holes.map((zone) => zone.id),
      },
    ]
  })
}

/** All that is on a frame and comes off or goes elsewhere on it, as materials of cuts. */
export const materialsOn = (condition: Condition, profile: SportProfile): Material[] => [
  ...removable(condition, profile),
  ...movable(condition, profile),
]

/** The item on the frame that a material is, where it is one that comes off or is moved; null for what is in the drawer. */
export function itemOf(materialId: string, condition: Condition): AddedMass | null {
  const prefix = [OFF, MOVED].find((p) => materialId.startsWith(p))
  return (prefix && condition.added.find((item) => item.id === materialId.slice(prefix.length))) || null
}

/** The condition once so many of something are off. */
export function conditionWithout(condition: Condition, materialId: string, count: number): Condition {
  const what = materialId.slice(OFF.length)
  switch (what) {
    case 'overgrip':
      return { ...condition, overgrips: Math.max(0, condition.overgrips - count) }
    case 'dampener':
      return { ...condition, dampener: false }
    case 'guardTape':
      return { ...condition, guardTapeG: 0 }
    case 'film':
      return { ...condition, film: false }
    default:
      return { ...condition, added: condition.added.filter((item) => item.id !== what) }
  }
}

/** Taking something off as pieces of negative mass, where it lies on this frame. */
export function piecesOff(
  materialId: string,
  count: number,
  condition: Condition,
  geometry: FrameGeometry,
  profile: SportProfile,
) {
  return conditionPieces(condition, conditionWithout(condition, materialId, count), geometry, profile)
}

/** An item as it lies in a hole of the frame; null: where it lies is said by hand. */
export function inHole(item: AddedMass, zone: Zone | null, geometry: FrameGeometry): AddedMass {
  const { zoneId: _zone, ...rest } = item
  if (!zone) return rest
  const { lengthCm: _point, ...sits } = rest
  return { ...sits, atCm: spotCm(zone, geometry), offAxisCm: zone.spot?.offCm ?? 0, zoneId: zone.id }
}

/** The other cuts of a list, but for one that says otherwise of the same item: it goes off, or into one hole. */
export function withoutItemOf(cut: Cut, cuts: readonly Cut[], condition: Condition): Cut[] {
  const item = itemOf(cut.materialId, condition)
  return cuts.filter((other) => item === null || itemOf(other.materialId, condition) !== item)
}

/** The cut that brings an item to where it sat once: in that hole. @param item as it sat there */
export const cutMoving = (item: AddedMass, id: string): Cut => ({
  id,
  materialId: MOVED + item.id,
  ...spotOf(item),
  amount: 1,
  layerCm: 1,
})

/** Where an item sits in a hole, as cuts say it. */
export const spotOf = ({ zoneId, atCm, offAxisCm }: AddedMass) => ({
  place: 'spot' as const,
  zoneId: zoneId ?? null,
  atCm,
  ...(offAxisCm > 0 ? { offCm: offAxisCm } : {}),
})

/** The condition once an item sits in another hole; as it was where nothing is moved. */
export function conditionMoved(
  condition: Condition,
  { materialId, zoneId, atCm, offCm, amount }: Pick<Cut, 'materialId' | 'zoneId' | 'atCm' | 'offCm' | 'amount'>,
  { zones }: Pick<SportProfile, 'zones'>,
): Condition {
  const item = amount > 0 ? itemOf(materialId, condition) : null
  if (!item) return condition
  const named = (id: string | null | undefined) => zones.find((zone) => zone.id === id)?.name.toLowerCase()
  const [from, to] = [named(item.zoneId), named(zoneId)]
  const { zoneId: _from, lengthCm: _point, ...rest } = item
  const there: AddedMass = {
    ...rest,
    name: from && to ? item.name.replace(from, to) : item.name,
    atCm,
    offAxisCm: offCm ?? 0,
    ...(zoneId ? { zoneId } : {}),
  }
  return { ...condition, added: condition.added.map((a) => (a === item ? there : a)) }
}

/** How well it is known where the middle of a hole is, cm. */
export const HOLE_U_CM = 0.1

/** Moving an item: out of where it was and into where it comes to sit. It is one thing: how unsure its mass is goes with it. */
export function piecesMoved(cut: Cut, condition: Condition, geometry: FrameGeometry, profile: SportProfile): Piece[] {
  const roll = { id: cut.materialId, uRel: ADDED_SHARE }
  return conditionPieces(condition, conditionMoved(condition, cut, profile), geometry, profile).map((piece) => ({
    ...piece,
    uMassG: 0,
    uPlaceCm: HOLE_U_CM,
    roll,
    ...(cut.offCm ? { strips: 2 } : {}),
  }))
}
