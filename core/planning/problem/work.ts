import { isOnHandle, layersOf, runsOf, type Cut, type Workpiece } from '../../cuts/cut.ts'
import { isByLength, isInDrawer, type Material } from '../../cuts/material.ts'

/** Minutes that a hand takes (common practice, no source; a shop sets its own). */
export interface WorkMinutes {
  /** Each strip cut and laid. */
  strip: number
  /** Each different length measured off. */
  length: number
  /** Each place found, marked and cleaned. */
  place: number
  /** Each material taken out. */
  material: number
  /** Each strip that lies on another. */
  stacked: number
  /** Each strip shorter than a thumb is wide enough to hold. */
  short: number
  /** A fill weighed and pressed in. */
  fill: number
  /** Base grip off and on again. */
  gripOff: number
  /** An overgrip wound or unwound. */
  overgrip: number
  /** A frame strung. */
  strings: number
  /** A cure waited for: hanging it, coming back to it. */
  cure: number
  /** A gram by which a frame of a set becomes heavier is worth so many: no work, and counted with it. */
  gram: number
}

export const USUAL_MINUTES: WorkMinutes = {
  strip: 0.5,
  length: 0.5,
  place: 1,
  material: 1,
  stacked: 0.5,
  short: 1,
  fill: 3,
  gripOff: 6,
  overgrip: 1.5,
  strings: 25,
  cure: 10,
  gram: 1,
}

/** Strips below this are fiddly, cm. */
export const SHORT_CM = 4

/** What one cut asks of a hand: minutes of its own, and what it shares with other cuts. */
export interface WorkOfCut {
  ownMinutes: number
  strips: number
  /** Lengths measured off, thousandths of a cm. */
  lengths: number[]
  materialId: string | null
  gripOff: boolean
  cure: boolean
}

/** The different lengths of some layers, thousandths of a cm. */
function measuredOff(layers: readonly number[]): number[] {
  const each = layers.map((length) => Math.round(1000 * length))
  return each.length > 1 ? [...new Set(each)] : each
}

/**
 * The work in one cut.
 * @example workOfCut(spot, oneGram, workpiece, USUAL_MINUTES).ownMinutes // 1.5
 */
export function workOfCut(cut: Cut, material: Material, work: Workpiece, minutes: WorkMinutes): WorkOfCut {
  const isUnderGrip = work.condition.grip !== 'none' && isOnHandle(cut, material)
  const asked: WorkOfCut = {
    ownMinutes: 0,
    strips: 0,
    lengths: [],
    materialId: isInDrawer(material) ? material.id : null,
    gripOff: isUnderGrip || material.kind === 'grip',
    cure: material.cureHours !== null,
  }
  if (!isByLength(material.kind)) {
    asked.ownMinutes = minutesOfPieces(cut, material, work, minutes)
    return asked
  }
  const layers = layersOf(cut)
  const runs = runsOf(cut, work.geometry)
  asked.strips = runs * layers.length
  asked.ownMinutes = minutes.place + minutes.strip * asked.strips + minutes.stacked * (asked.strips - runs)
  for (const length of layers) if (length < SHORT_CM - 1e-9) asked.ownMinutes += minutes.short * runs
  asked.lengths = measuredOff(layers)
  return asked
}

/** Minutes for what is not cut from a roll. */
function minutesOfPieces(cut: Cut, material: Material, work: Workpiece, minutes: WorkMinutes): number {
  switch (material.kind) {
    case 'fill':
      return minutes.place + minutes.fill
    case 'weight':
      return minutes.place + minutes.strip * runsOf(cut, work.geometry) * cut.amount
    case 'overgrip':
      return minutes.overgrip * Math.abs(cut.amount)
    case 'strings':
      return minutes.strings
    case 'off':
      return minutes.strip * cut.amount
    case 'moved':
      // Each out of its hole, and into the other.
      return minutes.place + 2 * minutes.strip * runsOf(cut, work.geometry)
    default:
      return 0
  }
}

/** What a cut list asks of a hand. */
export interface WorkOfPlan {
  minutes: number
  strips: number
  /** Different lengths measured off. */
  lengths: number
  gripOff: boolean
  cure: boolean
}

/**
 * The minutes that a cut list takes: each cut's own, and once each length, each material, the grip off and on, the cure.
 * @example workOfCuts([spot], [oneGram], workpiece, USUAL_MINUTES).minutes // 2.5
 */
export function workOfCuts(
  cuts: readonly Cut[],
  materials: readonly Material[],
  work: Workpiece,
  minutes: WorkMinutes,
): WorkOfPlan {
  const parts = cuts.flatMap((cut) => {
    const material = materials.find((m) => m.id === cut.materialId)
    return material && cut.amount !== 0 ? [workOfCut(cut, material, work, minutes)] : []
  })
  const lengths = new Set(parts.flatMap((p) => p.lengths)).size
  const kinds = new Set(parts.flatMap((p) => p.materialId ?? [])).size
  const [gripOff, cure] = [parts.some((p) => p.gripOff), parts.some((p) => p.cure)]
  return {
    minutes:
      parts.reduce((sum, p) => sum + p.ownMinutes, 0) +
      minutes.length * lengths +
      minutes.material * kinds +
      (gripOff ? minutes.gripOff : 0) +
      (cure ? minutes.cure : 0),
    strips: parts.reduce((sum, p) => sum + p.strips, 0),
    lengths,
    gripOff,
    cure,
  }
}
