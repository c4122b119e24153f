import { lengthText, onRuler, rulerOf, type Ruler } from '#core/cuts/ruler.ts'
import { itemOf } from '#core/cuts/items.ts'
import { type Cut, acrossOf, hoopSpan, isOnHandle, layersOf, runsOf, type Workpiece } from '#core/cuts/cut.ts'
import type { AnyQuantity, Quantity, UnitChoice } from '#core/quantities/units.ts'
import { hoopMarksOf, type HoopMark } from '#core/cuts/zones.ts'
import { fixed, unitMark, writeQuantity } from '#core/quantities/write.ts'
import { headOutline, type Wall } from '#core/geometry/outline.ts'
import type { Material } from '#core/cuts/material.ts'
import type { StockedKind } from '#core/sports/kinds.ts'

/** The trade's names, once for screen and paper. */
export const QUANTITY_NAMES: Record<AnyQuantity, string> = {
  mass: 'Static weight',
  balance: 'Balance',
  swingWeight: 'Swing weight',
  twistWeight: 'Twist weight',
  recoilWeight: 'Recoil weight',
  mgri: 'M·g·R/I',
  lateral: 'Off the long axis',
  length: 'Length',
  leftMass: 'Left side',
  rightMass: 'Right side',
}
/** The same inside a sentence: small letters, but for M·g·R/I, which is a formula. */
export const quantityInText = (quantity: AnyQuantity) =>
  quantity === 'mgri' ? QUANTITY_NAMES.mgri : QUANTITY_NAMES[quantity].toLowerCase()

/**
 * A number's name with its unit, as it stands over figures and along an axis.
 * @example quantityTitle('balance', { mass: 'g', balance: 'points', length: 'cm' }) // 'Balance, points head-light'
 */
export const quantityTitle = (quantity: AnyQuantity, units: UnitChoice): string =>
  `${QUANTITY_NAMES[quantity]}, ${unitMark(quantity, units) || 'points head-light'}`

/**
 * The axis of a swing weight, as it stands after "about".
 * @example axisText(10.16, { mass: 'oz', balance: 'points', length: 'in' }) // '4.00 in'
 */
export const axisText = (axisCm: number, units: UnitChoice): string =>
  axisCm === 0 ? 'the butt end' : writeQuantity(axisCm, 'length', units, 0)

/** The same where nothing says yet from where: `4.00 in from the butt`. */
export const axisPlace = (axisCm: number, units: UnitChoice): string =>
  axisCm === 0 ? 'the butt end' : `${axisText(axisCm, units)} from the butt`

/** Balance as a length even where it is written in points. */
export const lengthy = (units: UnitChoice): UnitChoice => ({
  ...units,
  balance: units.balance === 'points' ? 'cm' : units.balance,
})

export const MATERIAL_KIND_NAMES: Record<StockedKind, string> = {
  tape: 'Tape',
  fill: 'Putty and silicone',
  sleeve: 'Shrinking sleeve',
  weight: 'Modules, inserts, dampeners',
  strings: 'Strings, a whole bed',
  grip: 'Grip',
  overgrip: 'Overgrip',
}

export const AIMED: readonly Quantity[] = ['mass', 'balance', 'swingWeight', 'twistWeight']

/** `2 × 9.5 cm + 2 × 3.0 cm`: what the scissors make. */
export function stripsText(cut: Cut, material: Material, work: Workpiece): string {
  const runs = runsOf(cut, work.geometry)
  switch (material.kind) {
    case 'fill':
      // What is weighed in; what cures loses some of it.
      return material.unitMassG === 1
        ? `${fixed(cut.amount, 1)} g`
        : `${fixed(cut.amount, 1)} g (${fixed(cut.amount * material.unitMassG, 1)} g once cured)`
    case 'weight':
      return `${runs * cut.amount} × ${fixed(material.unitMassG, 1)} g`
    case 'off':
      return cut.amount > 1 ? `${cut.amount} off` : 'off'
    case 'moved':
      return `${fixed(material.unitMassG, 1)} g from ${fromText(material, work)}`
    case 'tape':
    case 'sleeve':
      return layersOf(cut)
        .map((length) => `${runs} × ${lengthText(length, rulerOf(material))}`)
        .join(' + ')
    default:
      return cut.amount < 0 ? `${-cut.amount} off` : `${cut.amount} on`
  }
}
/** The hole in which something sits that is moved. */
function fromText({ id }: Material, { condition, profile }: Workpiece): string {
  const from = itemOf(id, condition)?.zoneId
  return profile.zones.find((zone) => zone.id === from)?.name.toLowerCase() ?? 'where it sits'
}
const WHOLE: Partial<Record<Cut['place'], string>> = { grip: 'Grip', bed: 'Strings', off: 'Take off' }

/** The name of the place: the zone's, or what is changed as a whole. */
export const whereText = (cut: Cut, work: Workpiece): string =>
  work.profile.zones.find((z) => z.id === cut.zoneId)?.name ?? WHOLE[cut.place] ?? 'By hand'

/** Where it goes, in landmarks that a hand can find. */
export function placeText(cut: Cut, work: Workpiece, ruler: Ruler = 'cm'): string {
  const far = (cm: number) => lengthText(cm, ruler)
  switch (cut.place) {
    case 'grip':
      return 'on the handle'
    case 'bed':
      return 'new strings'
    case 'off':
      return 'take off'
    case 'sleeve':
      return `round the handle, from ${far(cut.atCm)} above the butt end up`
    case 'spot': {
      const zone = work.profile.zones.find((z) => z.id === cut.zoneId)
      const where = `${far(cut.atCm)} from the butt end${cut.offCm ? `, ${far(cut.offCm)} to both sides` : ''}`
      return zone ? `${zone.name.toLowerCase()}, ${where}` : where
    }
  }
  if (cut.place === 'handle') return `inside the handle, from ${far(cut.atCm)} up, half in each chamber`
  if (cut.place === 'bevels') {
    const bevels = cut.bevels === 2 ? 'two main bevels' : 'four main bevels'
    const top = cut.atCm + Math.min(cut.amount, cut.layerCm)
    return cut.anchor === 'tip' && Math.abs(top - work.geometry.gripLengthCm) < 0.06
      ? `${bevels}, from the top of the grip down`
      : `${bevels}, from ${far(cut.atCm)} above the butt end up`
  }
  if (cut.place === 'shaft') return `shaft, both sides, from ${far(cut.atCm)} above the butt end up`
  const outline = headOutline(work.geometry)
  const sides = cut.side ? `${cut.side} side only` : 'both sides'
  const lies = liesText(cut)
  const only = lies ? `${sides}, ${lies}` : sides
  const across = acrossOf(cut, work.geometry)
  const abreast = lies ? `, on ${!cut.wall && cut.edges === 2 ? '' : 'the '}${lies}` : ''
  if (across === 'tip') return `across the tip, middle on 12 o’clock${abreast}`
  if (across === 'bridge') return `across the throat bridge, middle on 6 o’clock${abreast}`
  const anchored = anchorText(cut, work, ruler)
  if (anchored) return `${only}, ${anchored}`
  const near = (
    [
      [1, '11 and 1'],
      [2, '10 and 2'],
      [3, '9 and 3'],
      [4, '8 and 4'],
      [5, '7 and 5'],
    ] as const
  )
    .map(([hour, name]) => ({ name, off: cut.atCm - outline.atClock(hour) }))
    .reduce((best, one) => (Math.abs(one.off) < Math.abs(best.off) ? one : best))
  const where =
    Math.abs(near.off) < 0.06
      ? `middle on ${near.name} o’clock`
      : `middle ${far(Math.abs(near.off))} ${near.off < 0 ? 'above' : 'below'} ${near.name} o’clock`
  return `${only}, ${where} (${far(cut.atCm)} along the hoop from the tip)`
}

const WALL_NAMES: Record<Wall, string> = { outside: 'outer wall', inside: 'inner wall' }
/** What of the hoop's tube strips lie on; nothing where that is not said. */
export function liesText({ edges, edge, wall }: Pick<Cut, 'edges' | 'edge' | 'wall'>): string {
  if (wall) return `${WALL_NAMES[wall]}${edges === 2 ? ', two side by side' : ''}`
  return edges === 2 ? 'both edges' : edge ? `${edge} edge` : ''
}

const RUN_MARKS = { bumper: 'the bumper’s end', throat: 'the start of the throat', grommet: 'grommet' }
/** `grommet 9`: counted from the tip. */
export const hoopMarkText = ({ mark, no }: HoopMark): string =>
  no === undefined ? RUN_MARKS[mark] : `${RUN_MARKS[mark]} ${no}`

/** From which landmark an anchored run of the hoop goes which way; nothing where it is not anchored. */
function anchorText(cut: Cut, work: Workpiece, ruler: Ruler): string | null {
  const far = (cm: number) => lengthText(cm, ruler)
  if (!cut.anchor) return null
  const [length = 0] = layersOf(cut)
  const [from, to] = hoopSpan(cut, length, work.geometry)
  const at = cut.anchor === 'tip' ? from : to
  const way = cut.anchor === 'tip' ? 'down' : 'up'
  const landmark = hoopMarksOf(work).find(({ cm }) => Math.abs(at - cm) < 0.06)
  const mark = landmark ? hoopMarkText(landmark) : `${far(at)} from the tip`
  return `from ${mark} ${way} (${onRuler(at, ruler)} to ${far(cut.anchor === 'tip' ? to : from)} along the hoop from the tip)`
}

/** Cautions that a cut list calls for. Local rules come first. */
export function cautionsFor(cuts: readonly Cut[], materials: readonly Material[], minor: boolean): string[] {
  const used = cuts.map((cut) => materials.find((m) => m.id === cut.materialId)).filter((m) => m !== undefined)
  const lines: string[] = []
  if (used.some((m) => m.lead)) {
    lines.push(
      'Lead is toxic. Wear gloves or wash hands after; nothing near the mouth; coat or cover it; dispose of scraps by local rules.',
    )
    if (minor)
      lines.push(
        'This player is a minor: use tungsten tape or putty instead of lead where you can. Lead on this frame is sealed: mask the frame, four thin coats over the lead with drying between, wash hands before anybody plays.',
      )
  }
  for (const m of new Set(used))
    if (m.cureHours !== null)
      lines.push(
        `${m.name} cures for ${fixed(m.cureHours, 0)} h: fresh air, a cotton plug and film before the cap, hang it, then weigh again.`,
      )
  if (used.some((m) => m.kind === 'sleeve'))
    lines.push('Shrinking a sleeve: hot air burns hands and softens resin; keep it moving and short.')
  if (cuts.some((cut) => used.some((m) => m.id === cut.materialId && isOnHandle(cut, m))))
    lines.push('Staples and tacks of grip and cap: guard the eyes, pull away from the hand; none may stand out after.')
  if (used.some((m) => m.kind === 'tape'))
    lines.push('Blades: cut on the mat and away from the hand. Alcohol and varnish: fresh air, no flame near.')
  lines.push('Heavier is a step at a time. If anything hurts in play, stop, and see a doctor or physiotherapist.')
  return lines
}
