import { besideLine, headOutline, type FrameGeometry } from '../geometry/outline.ts'
import { hollowCm } from '../sports/landmarks.ts'
import type { RunLandmark, Zone } from '../sports/profile.ts'
import { acrossAt, besideCm, middleFrom, type Across, type Cut, type Workpiece } from './cut.ts'
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
  if (kind === 'moved') return zone.holes === true && (material.zoneIds?.includes(zone.id) ?? false)
  if (kind === 'off' || !(zone.takes ?? USUALLY_TAKES[zone.place]).includes(kind)) return false
  return kind !== 'weight' || material.zoneIds === null || material.zoneIds.includes(zone.id)
}

/** The longest that one run may be, cm (a spot: pieces or g): what the zone says, or what this frame has room for. */
export function roomFor(zone: Zone, { geometry, profile }: Pick<Workpiece, 'geometry' | 'profile'>): number {
  if (zone.place === 'handle') return hollowCm(zone, { geometry, profile })
  const there: Partial<Record<Zone['place'], number>> = {
    shaft: geometry.shaftToCm - geometry.gripLengthCm,
    bevels: geometry.gripLengthCm - profile.handleFillFromCm,
    sleeve: geometry.gripLengthCm,
  }
  const room = Math.min(zone.capacityCm, Math.max(0, there[zone.place] ?? Infinity))
  return zone.place === 'hoop' ? Math.min(room, Math.max(SHORTEST_CM, hoopRoom(zone, { geometry, profile }))) : room
}

/** No place on the hoop is too narrow for this, cm: a strip there lies up to the end. */
const SHORTEST_CM = 3

/** How long a run of a zone can be before it meets its twin of the other side, cm. */
function hoopRoom(zone: Zone, frame: Pick<Workpiece, 'geometry' | 'profile'>): number {
  const { outline, across } = besideLine(frame.geometry, besideCm(zone, frame.geometry))
  const half = outline.halfLengthCm
  if (zone.anchor) {
    const from = across(landmarkCm(zone.anchor.at, zone, frame))
    return zone.anchor.towards === 'butt' ? half - from : from
  }
  const middle = across(alongOf(zone, frame.geometry))
  return acrossOfZone(zone, frame.geometry) ? half : 2 * Math.min(middle, half - middle)
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

/** How many edges of the tube strips of a hoop zone lie on, side by side. */
export const edgesOf = (zone: Zone): 1 | 2 => (zone.place === 'hoop' ? (zone.edges ?? 2) : 1)

/** Where a landmark of the hoop lies along it from the tip, cm: as this frame says, else as is usual. */
export function hoopMarkCm(
  at: 'bumper' | 'throat',
  { geometry, profile }: Pick<Workpiece, 'geometry' | 'profile'>,
): number {
  const outline = headOutline(geometry)
  const { bumperCm, throatCm } = geometry.landmarks ?? {}
  const cm =
    at === 'bumper'
      ? (bumperCm ?? profile.layers.guardTape.lengthCm / 2)
      : // The arms meet the hoop about 5 and 7 o'clock (common practice, no source).
        (throatCm ?? outline.atClock(5))
  return Math.min(outline.halfLengthCm, cm)
}

/** A landmark of the hoop by its name, with where it lies along it from the tip, cm. */
export interface HoopMark {
  mark: 'bumper' | 'throat' | 'grommet'
  cm: number
  /** Of a grommet: which, counted from the tip. */
  no?: number
}

/** The landmarks of this frame's hoop at which a run can begin: a grommet where one was counted and measured. */
export function hoopMarksOf(frame: Pick<Workpiece, 'geometry' | 'profile'>): HoopMark[] {
  const { grommetNo, grommetCm } = frame.geometry.landmarks ?? {}
  const { halfLengthCm } = headOutline(frame.geometry)
  return [
    ...(['bumper', 'throat'] as const).map((mark) => ({ mark, cm: hoopMarkCm(mark, frame) })),
    ...(grommetNo !== undefined && grommetCm !== undefined && grommetCm <= halfLengthCm
      ? [{ mark: 'grommet' as const, cm: grommetCm, no: grommetNo }]
      : []),
  ]
}

/** Where a landmark of runs lies on this frame: on the hoop along it from the tip, else from the butt, cm. */
export function landmarkCm(at: RunLandmark, zone: Zone, frame: Pick<Workpiece, 'geometry' | 'profile'>): number {
  switch (at) {
    case 'bumper':
    case 'throat':
      return hoopMarkCm(at, frame)
    case 'along':
      return alongOf(zone, frame.geometry)
    case 'gripTop':
      return frame.geometry.gripLengthCm
    case 'butt':
      return frame.profile.handleFillFromCm
  }
}

/** How strips of a zone are laid: on so many edges or bevels, in layers of one length. Left out, as it is usually done there. */
export interface StripForm {
  edges?: 1 | 2
  bevels?: 2 | 4
  /** All of one length; left out, one layer that begins to stack where the room ends. */
  layers?: number
}

/** A cut of so much of a material in a zone, lying as it usually does there. @param amount cm of each run, all layers together; g; pieces */
export const cutIn = (
  zone: Zone,
  material: Material,
  amount: number,
  work: Workpiece,
  id: string,
  form: StripForm = {},
): Cut => cutsIn(zone, material, work, id, form)(amount)

/** Cuts of a material in a zone, one like the other but for how much it is. */
export function cutsIn(
  zone: Zone,
  material: Material,
  work: Workpiece,
  id: string,
  form: StripForm = {},
): (amount: number) => Cut {
  const longest = roomFor(zone, work)
  const layers = form.layers ?? 1
  const place = placedIn(zone, work, form)
  return (amount) => {
    const layerCm = layers > 1 ? amount / layers : longest
    const cut: Cut = { id, materialId: material.id, place: zone.place, zoneId: zone.id, atCm: 0, amount, layerCm }
    place(cut, Math.min(amount, layerCm))
    return cut
  }
}

/** Says of a cut in a zone where it lies; how long its longest layer is may move it. */
function placedIn(zone: Zone, work: Workpiece, form: StripForm): (cut: Cut, lengthCm: number) => void {
  const { geometry, profile } = work
  const { anchor } = zone
  const from = anchor ? landmarkCm(anchor.at, zone, work) : 0
  switch (zone.place) {
    case 'hoop': {
      const edges = form.edges ?? edgesOf(zone)
      const edge = edges === 1 && (zone.edge || edgesOf(zone) === 2) ? (zone.edge ?? 'upper') : null
      const across = anchor ? null : acrossOfZone(zone, geometry)
      const at = alongOf(zone, geometry)
      return (cut, length) => {
        cut.edges = edges
        if (zone.wall) cut.wall = zone.wall
        else if (edge) cut.edge = edge
        cut.across = across
        cut.atCm = at
        if (!anchor) return
        // Along the hoop lengths grow away from the tip.
        cut.anchor = anchor.towards === 'butt' ? 'tip' : 'butt'
        cut.atCm = middleFrom(cut, from, length, anchor.towards, geometry)
      }
    }
    case 'shaft':
      return (cut, length) => {
        cut.atCm = (geometry.gripLengthCm + geometry.shaftToCm) / 2 - length / 2
      }
    case 'bevels':
      return (cut, length) => {
        cut.bevels = form.bevels ?? 4
        cut.anchor = anchor?.towards === 'tip' ? 'butt' : 'tip'
        cut.atCm = anchor?.towards === 'tip' ? from : (anchor ? from : geometry.gripLengthCm) - length
      }
    case 'sleeve':
      return (cut, length) => {
        cut.atCm = geometry.gripLengthCm / 2 - length / 2
      }
    case 'handle':
      return (cut) => {
        // From the cap up, behind a plug.
        cut.anchor = 'butt'
        cut.atCm = profile.handleFillFromCm
      }
    case 'spot':
      return (cut) => {
        cut.atCm = spotCm(zone, geometry)
        if (zone.spot && zone.spot.offCm > 0) cut.offCm = zone.spot.offCm
      }
  }
}

/** Part of the frame at so many cm from the butt end. */
export function regionAt(xCm: number, geometry: FrameGeometry): FrameRegion {
  if (xCm <= geometry.gripLengthCm) return 'handle'
  return xCm < geometry.lengthCm - geometry.headLengthCm + 1 ? 'throat' : 'head'
}

/** Part of the frame that a zone belongs to. */
export function regionOf(zone: Zone, work: Workpiece): FrameRegion {
  switch (zone.place) {
    case 'hoop':
      return !zone.anchor && acrossOfZone(zone, work.geometry) === 'bridge' ? 'throat' : 'head'
    case 'shaft':
      return 'throat'
    case 'spot':
      return regionAt(spotCm(zone, work.geometry), work.geometry)
    default:
      return 'handle'
  }
}
