import { layersOf, massOf, runsOf, type Cut, type Workpiece } from '#core/cuts/cut.ts'
import { overlapsOf } from '#core/cuts/overlap.ts'
import { finishG, isCoated } from '#core/cuts/pieces.ts'
import { isByLength, type Material } from '#core/cuts/material.ts'
import { estimateOf, type FrameState } from '#core/frame/state.ts'
import type { ChanceDoubt } from '#core/planning/explain/doubt.ts'
import { workOfCuts, type WorkMinutes } from '#core/planning/problem/work.ts'
import { QUANTITIES, type Quantity, type UnitChoice } from '#core/quantities/units.ts'
import { counted, fixed, writeDifference } from '#core/quantities/write.ts'
import { lengthText, onRuler, rulerOf, type Ruler } from '#core/cuts/ruler.ts'
import { quantityInText, whereText } from './names.ts'

/** Recipes by their ids. */
export const RECIPE_NAMES: Record<string, { name: string; description: string }> = {
  bevels: {
    name: 'Main bevels',
    description: 'Strips on the bevels under the grip: steadier, swing almost as it was.',
  },
  bevelsTenTwo: {
    name: 'Bevels, 10 and 2',
    description: 'Half of the moment at either end: heavier, the balance stays.',
  },
  handleThenHead: {
    name: 'Handle, then 10 and 2',
    description: 'The second step of handle first: as many grams at 10 and 2 as in the handle.',
  },
  buttTip: { name: 'Butt and tip', description: 'Fill in the butt, countered across the tip: the balance stays.' },
  sidesButt: {
    name: 'Sides and butt',
    description: 'Less twist on late hits, countered in the butt: the balance stays.',
  },
  tip: { name: 'Tip', description: 'The most swing weight for each gram.' },
  sides: { name: '3 and 9', description: 'The most twist weight for each gram.' },
  belowBumper: { name: 'Below the bumper', description: 'One long strip on each side from the bumper’s end down.' },
  bridge: { name: 'Throat bridge', description: 'Near the balance: heavier, little else moves.' },
  shaft: { name: 'Shaft', description: 'On the shaft, just above the grip: heavier, the head hardly notices.' },
  modules: { name: 'Modules', description: 'Weights into the holes of the frame: on and off without glue.' },
  modulesMoved: {
    name: 'Modules moved',
    description: 'What sits in the holes goes into others: no gram more or less.',
  },
  leather: { name: 'Heavier grip', description: 'A heavier grip goes on.' },
}

/** The parts of a build that take minutes of their own. */
export const WORK_NAMES: Record<Exclude<keyof WorkMinutes, 'gram'>, string> = {
  strip: 'A strip cut and laid',
  length: 'A length measured off',
  place: 'A place marked and cleaned',
  material: 'A material taken out',
  stacked: 'A strip on another',
  short: 'A strip under 4 cm',
  fill: 'A fill pressed in',
  gripOff: 'Grip off and on again',
  overgrip: 'An overgrip wound',
  strings: 'A frame strung',
  cure: 'A cure waited for',
}

/** `12.0 g added, 4.0 g off, coats and plug 0.5 g`: what a cut list weighs, and what goes on with it. */
export function addedText(cuts: readonly Cut[], materials: readonly Material[], work: Workpiece): string {
  let [on, off, moved, coats, plug] = [0, 0, 0, 0, 0]
  for (const cut of cuts) {
    const material = materials.find((m) => m.id === cut.materialId)
    if (!material) continue
    const massG = massOf(cut, material, work)
    if (material.kind === 'moved') moved += material.unitMassG
    else if (massG > 0) on += massG
    else off -= massG
    const withIt = finishG(cut, material, work)
    if (isCoated(cut, material)) coats += withIt
    else plug += withIt
  }
  const names = [...(coats > 0 ? ['coats'] : []), ...(plug > 0 ? ['plug'] : [])]
  return [
    ...(on > 0 || moved === 0 ? [`${fixed(on, 1)} g added`] : []),
    ...(off > 0.05 ? [`${fixed(off, 1)} g off`] : []),
    ...(moved > 0 ? [`${fixed(moved, 1)} g moved`] : []),
    ...(coats + plug >= 0.05 ? [`${names.join(' and ')} ${fixed(coats + plug, 1)} g`] : []),
  ].join(', ')
}

/** `about 13 min: 6 strips of 2 lengths, grip off`: what a cut list asks of a hand. */
export function workText(
  cuts: readonly Cut[],
  materials: readonly Material[],
  work: Workpiece,
  minutes: WorkMinutes,
): string {
  const asked = workOfCuts(cuts, materials, work, minutes)
  const strips =
    asked.strips > 0
      ? [`${counted(asked.strips, 'strip')} of ${asked.lengths === 1 ? 'one length' : `${asked.lengths} lengths`}`]
      : []
  const parts = [...strips, ...(asked.gripOff ? ['grip off and on'] : []), ...(asked.cure ? ['then it cures'] : [])]
  return [`about ${fixed(Math.ceil(asked.minutes), 0)} min`, ...(parts.length > 0 ? [parts.join(', ')] : [])].join(': ')
}

/** Strips that the scissors make, alike together: `4 of 19.0 · 2 of 10.0`, longest first. */
export function cutListText(strips: readonly { count: number; lengthCm: number }[], ruler: Ruler = 'cm'): string {
  const byLength = new Map<string, number>()
  for (const { count, lengthCm } of [...strips].sort((a, b) => b.lengthCm - a.lengthCm)) {
    const length = onRuler(lengthCm, ruler)
    byLength.set(length, (byLength.get(length) ?? 0) + count)
  }
  return [...byLength].map(([length, count]) => `${count} of ${length}`).join(' · ')
}

/** What the scissors make of each roll, and what they leave: `Lead tape: 4 of 19.0 · 2 of 10.0 cm, 96.0 cm of 260.0 cm`. */
export function scissorsText(cuts: readonly Cut[], materials: readonly Material[], work: Workpiece): string[] {
  return materials.flatMap((material): string[] => {
    if (!isByLength(material.kind)) return []
    const strips = cuts
      .filter((cut) => cut.materialId === material.id)
      .flatMap((cut) => layersOf(cut).map((lengthCm) => ({ count: runsOf(cut, work.geometry), lengthCm })))
    const whole = strips.reduce((sum, s) => sum + s.count * s.lengthCm, 0)
    const ruler = rulerOf(material)
    const all = `${lengthText(whole, ruler)} of ${lengthText(material.stock, ruler)}`
    return strips.length > 0 ? [`${material.name}: ${cutListText(strips, ruler)} ${ruler}, ${all}`] : []
  })
}

/** Less than half of a tolerance is no change that anybody could tell. */
const STAYS = 0.5

/** What moves and what does not: `Balance stays · Recoil weight +9.0`. */
export function changeText(before: FrameState, after: FrameState, work: Workpiece, units: UnitChoice): string {
  const said = [...QUANTITIES, 'recoilWeight' as const].flatMap((q): { stays: boolean; text: string }[] => {
    const [was, is] = [estimateOf(before, q), estimateOf(after, q)]
    if (!was || !is) return []
    const by = is.value - was.value
    const tolerance = work.profile.tolerance[q === 'recoilWeight' ? 'swingWeight' : (q satisfies Quantity)]
    const stays = Math.abs(by) < STAYS * tolerance
    return [{ stays, text: stays ? quantityInText(q) : `${quantityInText(q)} ${writeDifference(by, q, units)}` }]
  })
  const moves = said.filter((s) => !s.stays).map((s) => s.text)
  const stay = said.filter((s) => s.stays).map((s) => s.text)
  return [...moves, ...(stay.length > 0 ? [`${stay.join(' and ')} ${stay.length === 1 ? 'stays' : 'stay'}`] : [])].join(
    ' · ',
  )
}

/** Does it show, and does it come off again? */
export function afterwardsText(cuts: readonly Cut[], materials: readonly Material[], work: Workpiece): string {
  const byId = new Map(materials.map((m) => [m.id, m]))
  const shows = cuts.filter((cut) => work.profile.zones.find((z) => z.id === cut.zoneId)?.visible)
  const stays = cuts.flatMap((cut) => {
    const m = byId.get(cut.materialId)
    return m && m.cureHours !== null && massOf(cut, m, work) > 0 ? [m.name] : []
  })
  return [
    cuts.length === 0
      ? ''
      : shows.length === 0
        ? 'nothing shows'
        : `shows: ${[...new Set(shows.map((c) => whereText(c, work).toLowerCase()))].join(', ')}`,
    stays.length > 0
      ? `does not come off again: ${[...new Set(stays)].join(', ')}`
      : cuts.length > 0
        ? 'comes off again'
        : '',
  ]
    .filter(Boolean)
    .join(' · ')
}

/** What would raise a low chance most. */
export function doubtText({ quantity, cause }: ChanceDoubt): string {
  const name = quantityInText(quantity)
  switch (cause) {
    case 'reading':
      return `One more reading of ${name} would help more than any other plan.`
    case 'roll':
      return 'Weighing the tape would help most: its mass per cm is not known well.'
    case 'hand':
      return `The tolerance of ${name} is narrow for what hands can cut and place; a wider one would help most.`
  }
}

/** Strips that would lie on each other, in words; nothing where none do. */
export function overlapText(cuts: readonly Cut[], materials: readonly Material[], work: Workpiece): string[] {
  return overlapsOf(cuts, work).map(({ a, b, cm }) => {
    const material = materials.find((m) => m.id === b.materialId)
    const along = lengthText(cm, material ? rulerOf(material) : 'cm')
    return `${whereText(a, work)} and ${whereText(b, work).toLowerCase()} lie on each other for ${along}: move or shorten one.`
  })
}
