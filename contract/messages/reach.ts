import { regionAt, type FrameRegion } from '#core/cuts/zones.ts'
import type { FrameGeometry } from '#core/geometry/outline.ts'
import type { Added, AddedFault, AddedPlace } from '#core/planning/explain/added.ts'
import type { NumberRange } from '#core/planning/explain/ranges.ts'
import { differenceFromCore, type UnitChoice } from '#core/quantities/units.ts'
import { fixed, unitMark, writeValue } from '#core/quantities/write.ts'
import { lengthy, quantityInText } from './names.ts'

const REGIONS: Record<FrameRegion, string> = { handle: 'handle', throat: 'throat', head: 'head' }

const FAULTS: Record<AddedFault, { adding: string; taking: string }> = {
  behindButt: {
    adding: 'its middle would lie behind the butt end. Something has to come off further up as well.',
    taking: 'its middle would lie behind the butt end. Something has to go on further up as well.',
  },
  beyondTip: {
    adding: 'its middle would lie beyond the tip. Something has to come off further down as well.',
    taking: 'its middle would lie beyond the tip. Something has to go on further down as well.',
  },
  tooNear: {
    adding:
      'even all at one place it brings more swing weight than is asked. Ask for more swing weight, or for less mass.',
    taking:
      'even all from one place it takes more swing weight than is asked. Ask for less swing weight, or for more mass.',
  },
  tooFar: {
    adding:
      'even at butt and tip it brings less swing weight than is asked. Ask for less swing weight, or for more mass.',
    taking:
      'even from butt and tip it takes less swing weight than is asked. Ask for more swing weight, or for less mass.',
  },
  tooWide: {
    adding: 'even at the widest of the head it brings less twist weight than is asked.',
    taking: 'even from the widest of the head it takes less twist weight than is asked.',
  },
  tooNarrow: {
    adding: 'twist weight cannot fall by it. Something has to come off the sides as well.',
    taking: 'twist weight cannot rise by it. Something has to go on at the sides as well.',
  },
}

/** What has to go on or come off on the whole, before any plan; and why that cannot be, where it cannot. */
export function whatIsAddedText(added: Added, geometry: FrameGeometry, units: UnitChoice): string {
  const { centreCm, places, offAxisCm, impossible } = added
  const adding = added.massG > 0
  // What is laid is weighed in grams, whatever frames are weighed in.
  const grams = `${fixed(Math.abs(added.massG), 1)} g`
  const verb = adding ? 'to add' : 'to come off'
  if (impossible)
    return `${grams} ${verb}, and nothing that ${adding ? 'only goes on' : 'only comes off'} does this: ${FAULTS[impossible][adding ? 'adding' : 'taking']}`
  /** To a tenth: where it lies on the whole is no place for a tape. */
  const tenths = (cm: number) => fixed(differenceFromCore(cm, units.length), 1)
  const length = (cm: number) => `${tenths(cm)} ${units.length}`
  const where = (cm: number) => REGIONS[regionAt(cm, geometry)]
  const parts = [`${grams} ${verb}`]
  if (centreCm) parts.push(`its middle ${length(centreCm.value)} ± ${tenths(2 * centreCm.u)} from the butt end`)
  if (offAxisCm !== null && offAxisCm >= 0.05) parts.push(`${length(offAxisCm)} off the long axis`)
  const whole = parts.join(', ')
  if (!places) return `${whole}.`
  const [low, high] = places
  if (where(low.cm) === where(high.cm)) return `${whole}: all ${where(low.cm)}.`
  const placed = (cm: number) =>
    cm < 0.05 ? 'the butt end' : cm > geometry.lengthCm - 0.05 ? 'the tip' : `${length(cm)} (${where(cm)})`
  const put = ({ cm, massG }: AddedPlace) =>
    `${fixed(Math.abs(massG), 1)} g ${adding ? 'lay' : 'came off'} at ${placed(cm)}`
  return `${whole}: as if ${put(low)} and ${put(high)}.`
}

/** `swing weight 301.0 to 323.0 kg·cm²`: what a number can be while the others are inside their tolerances. */
export function rangeText({ quantity, ends }: NumberRange, units: UnitChoice, lengthCm: number): string {
  const name = quantityInText(quantity)
  if (!ends) return `${name}: none would do`
  const u = lengthy(units)
  const mark = unitMark(quantity, u)
  const [from, to] = [ends.least, ends.most].map((v) => writeValue(v, quantity, u, lengthCm))
  return `${name} ${from === to ? from : `${from} to ${to}`}${mark ? ` ${mark}` : ''}`
}
