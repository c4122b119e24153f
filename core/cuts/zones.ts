import { headOutline, type FrameGeometry } from '../geometry/outline.ts'
import type { Zone } from '../sports/profile.ts'
import { acrossAt, type Across, type Cut, type Workpiece } from './cut.ts'
import type { Material } from './material.ts'
import type { StockedKind } from '../sports/kinds.ts'

export type FrameRegion = 'head' | 'throat' | 'handle'

/** What goes to a place unless its zone says otherwise. */
const USUALLY_TAKES: Record<Zone['place'], readonly StockedKind[]> = {
  hoop: ['tape'],
  shaft: ['tape'],
  bevels: ['tape'],
  handle: ['fill'],
  sleeve: ['sleeve'],
  spot: ['weight'],
}

/** May this material go to this zone? */
export function fits(zone: Zone, material: Material): boolean {
  const kind = material.kind
  if (kind === 'off' || !(zone.takes ?? USUALLY_TAKES[zone.place]).includes(kind)) return false
  return kind !== 'weight' || material.zoneIds === null || material.zoneIds.includes(zone.id)
}

/** The longest that one run may be, cm (a spot: pieces or g): what the zone says, or what this frame has room for. */
export function roomFor(zone: Zone, { geometry, profile }: Pick<Workpiece, 'geometry' | 'profile'>): number {
  const there: Partial<Record<Zone['place'], number>> = {
    shaft: geometry.shaftToCm - geometry.gripLengthCm,
    bevels: geometry.gripLengthCm - profile.handleFillFromCm,
    sleeve: geometry.gripLengthCm,
  }
  return Math.min(zone.capacityCm, Math.max(0, there[zone.place] ?? Infinity))
}

/** Where a zone's spot is on this frame, cm from the butt. */
export function spotCm(zone: Zone, geometry: FrameGeometry): number {
  const { from, cm } = zone.spot ?? { from: 'butt', cm: 0 }
  const landmark = {
    butt: 0,
    gripTop: geometry.gripLengthCm,
    bridge: geometry.lengthCm - geometry.headLengthCm,
    tip: geometry.lengthCm,
  }[from]
  return Math.min(geometry.lengthCm, Math.max(0, landmark + cm))
}

/** The middle of a hoop zone along the outline from 12 o'clock, cm. */
export function alongOf(zone: Zone, geometry: FrameGeometry): number {
  const outline = headOutline(geometry)
  return zone.alongCm !== undefined
    ? Math.min(outline.halfLengthCm, Math.max(0, zone.alongCm))
    : outline.atClock(zone.clock ?? 12)
}

/** Where strips of a hoop zone cross the long axis; null where they lie beside it. */
export function acrossOfZone(zone: Zone, geometry: FrameGeometry): Across | null {
  if (zone.alongCm !== undefined) return acrossAt(alongOf(zone, geometry), geometry)
  return zone.clock === 6 ? 'bridge' : (zone.clock ?? 12) === 12 ? 'tip' : null
}

/** A cut of so much of a material in a zone, lying as it usually does there. */
export function cutIn(zone: Zone, material: Material, amount: number, work: Workpiece, id: string): Cut {
  const { geometry, profile } = work
  const longest = roomFor(zone, work)
  const base = { id, materialId: material.id, place: zone.place, zoneId: zone.id, amount, layerCm: longest }
  // On handle and shaft strips lie about a fixed middle, so that a longer strip pulls no other way than a shorter one.
  switch (zone.place) {
    case 'hoop':
      return { ...base, atCm: alongOf(zone, geometry), across: acrossOfZone(zone, geometry) }
    case 'shaft':
      return {
        ...base,
        atCm: (geometry.gripLengthCm + geometry.shaftToCm) / 2 - Math.min(amount, longest) / 2,
      }
    case 'bevels':
      return {
        ...base,
        atCm: (profile.handleFillFromCm + geometry.gripLengthCm) / 2 - Math.min(amount, longest) / 2,
      }
    case 'sleeve':
      return { ...base, atCm: geometry.gripLengthCm / 2 - Math.min(amount, longest) / 2 }
    case 'handle':
      return {
        ...base,
        atCm:
          profile.handleFillFromCm + zone.capacityCm / 2 - (amount * material.unitMassG) / profile.handleFillGPerCm / 2,
      }
    case 'spot': {
      const offCm = zone.spot?.offCm ?? 0
      return { ...base, atCm: spotCm(zone, geometry), ...(offCm > 0 ? { offCm } : {}) }
    }
  }
}

/** Part of the frame that a zone belongs to. */
export function regionOf(zone: Zone, work: Workpiece): FrameRegion {
  switch (zone.place) {
    case 'hoop':
      return acrossOfZone(zone, work.geometry) === 'bridge' ? 'throat' : 'head'
    case 'shaft':
      return 'throat'
    case 'spot': {
      const at = spotCm(zone, work.geometry)
      if (at <= work.geometry.gripLengthCm) return 'handle'
      return at < work.geometry.lengthCm - work.geometry.headLengthCm + 1 ? 'throat' : 'head'
    }
    default:
      return 'handle'
  }
}
