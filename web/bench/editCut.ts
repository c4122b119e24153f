import { headOutline } from '#core/frame/outline.ts'
import type { Cut, Workpiece } from '#core/plan/cut.ts'
import type { StoredMaterial } from '#contract/entities.ts'

/** Pure edits of a cut on the bench: old to new, kept on the frame. */

const SNAP_CM = 0.6

/** Length of the longest layer of each run, cm. */
export function runLength(cut: Cut, material: StoredMaterial, work: Workpiece): number {
  if (material.kind === 'fill') return (cut.amount * material.unitMassG) / work.profile.handleFillGPerCm
  return Math.min(cut.amount, cut.layerCm)
}

/** Where a cut may lie: lowest and highest `atCm`. */
export function rangeOf(cut: Cut, material: StoredMaterial, work: Workpiece): [number, number] {
  const { geometry } = work
  const length = runLength(cut, material, work)
  switch (cut.place) {
    case 'hoop':
      return [0, headOutline(geometry).halfLengthCm]
    case 'shaft':
      return [geometry.gripLengthCm, Math.max(geometry.gripLengthCm, geometry.shaftToCm - length)]
    case 'bevels':
    case 'handle':
      return [0.5, Math.max(0.5, geometry.gripLengthCm - length)]
    case 'grip':
      return [0, 0]
  }
}

/** Moves a cut to a place, to the nearest millimetre; on the hoop it catches on the clock landmarks unless `free`. */
export function movedTo(cut: Cut, atCm: number, material: StoredMaterial, work: Workpiece, free = false): Cut {
  const [low, high] = rangeOf(cut, material, work)
  let at = Math.min(high, Math.max(low, Math.round(atCm * 10) / 10))
  if (cut.place === 'hoop') {
    const outline = headOutline(work.geometry)
    const length = runLength(cut, material, work)
    if (!free) {
      const near = ([12, 1, 2, 3, 4, 5, 6] as const)
        .map((hour) => outline.atClock(hour))
        .find((mark) => Math.abs(mark - at) < SNAP_CM)
      if (near !== undefined) at = near
    }
    // Nearer to an end than half its length the two runs would meet: they become one strip across the axis.
    if (at < length / 2) at = at < length / 4 ? 0 : length / 2
    if (at > high - length / 2) at = at > high - length / 4 ? high : high - length / 2
  }
  return at === cut.atCm ? cut : { ...cut, atCm: at }
}

/** Gives a cut another amount: whole steps of the material, at least one, within what the place can hold. */
export function amounted(cut: Cut, amount: number, material: StoredMaterial, work: Workpiece): Cut {
  const most =
    cut.place === 'handle'
      ? (work.geometry.gripLengthCm - 1) * work.profile.handleFillGPerCm
      : material.kind === 'tape'
        ? cut.layerCm * 6
        : 2
  const steps = Math.max(1, Math.round(Math.min(amount, most) / material.step))
  const next = { ...cut, amount: Number((steps * material.step).toFixed(3)) }
  return movedTo(next, next.atCm, material, work, true)
}

/** A new piece at a zone of the profile; null when the material does not belong there. */
export function newCut(zoneId: string, material: StoredMaterial, work: Workpiece, id: string): Cut | null {
  const zone = work.profile.zones.find((z) => z.id === zoneId)
  const base = { id, materialId: material.id, zoneId: null, layerCm: zone?.capacityCm ?? 1 }
  if (material.kind === 'grip' || material.kind === 'overgrip')
    return { ...base, place: 'grip', atCm: 0, amount: 1, layerCm: 1 }
  if (!zone || (material.kind === 'fill') !== (zone.place === 'handle')) return null
  const outline = headOutline(work.geometry)
  const atCm =
    zone.place === 'hoop'
      ? outline.atClock(zone.clock ?? 12)
      : zone.place === 'shaft'
        ? work.geometry.gripLengthCm + 0.5
        : work.profile.handleFillFromCm
  return { ...base, place: zone.place, atCm, amount: material.kind === 'fill' ? 5 : zone.place === 'bevels' ? 8 : 5 }
}
