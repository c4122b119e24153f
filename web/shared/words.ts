import type { Doubt } from '#core/frame/plausible.ts'
import type { AlternativeId, LeftOut } from '#core/plan/alternatives.ts'
import type { Workpiece } from '#core/plan/cut.ts'
import { COUNTED_IN, type Material } from '#core/plan/material.ts'
import type { Opening } from '#core/plan/opening.ts'
import type { Binding } from '#core/plan/reach.ts'
import type { Stage } from '#core/job/stages.ts'
import { Problem } from '#core/problem.ts'
import type { UnitChoice } from '#core/quantities/units.ts'
import {
  fixed,
  unitMark,
  writeBalanceBoth,
  writeDifference,
  writeQuantity,
  writeSpread,
} from '#core/quantities/write.ts'
import type { Zone } from '#core/sports/profile.ts'
import { QUANTITY_NAMES, quantityInText } from '#contract/words.ts'

/** All words for codes of the core, in one place. */
export const STAGE_NAMES: Record<Stage, string> = {
  player: 'Player',
  measure: 'Measure',
  compare: 'Compare',
  target: 'Target',
  plan: 'Plan',
  build: 'Build',
  check: 'Final check',
  play: 'Play',
}

export function problemWords(problem: Problem): string {
  const d = problem.data as Record<string, string>
  switch (problem.code) {
    case 'number.empty':
      return 'Type a number.'
    case 'number.unreadable':
      return `“${d.text}” cannot be read as a number. Try 322.1, 11 1/4 oz, 32,4 or 6 HL.`
    case 'number.notWhole':
      return 'A whole number of pieces.'
    case 'number.negative':
      return 'This cannot be less than nothing.'
    case 'unit.unknown':
      return d.hint ? `Points of balance need ${d.hint}: 6 HL or 2 HH.` : `The unit “${d.unit}” is not known here.`
    case 'unit.wrongKind':
      return `“${d.unit}” does not measure this.`
    case 'points.needLength':
      return 'Points need the frame’s length first.'
    case 'state.needs':
      return `${QUANTITY_NAMES[problem.path as keyof typeof QUANTITY_NAMES] ?? problem.path} has not been measured, so this cannot be worked out.`
    case 'piece.outsideFrame':
      return 'This would not lie on the frame.'
    case 'piece.unknownMaterial':
      return 'This material is no longer in the drawer.'
    case 'geometry.impossible':
      return 'These frame dimensions do not fit together.'
    case 'readings.none':
      return 'There is no reading yet.'
    case 'line.tooFew':
      return 'Two different values at least are needed for this.'
    case 'swing.tooShort':
      return `Only ${d.samples} samples: too few to find a swing in.`
    case 'swing.timesOutOfOrder':
      return d.row ? `The times do not run forward at row ${d.row}.` : 'The times do not run forward.'
    case 'swing.flat':
      return 'Nothing moves on this axis.'
    case 'swing.noConvergence':
      return 'No swing could be fitted to this. Record again, with a small free swing.'
    case 'swing.amplitude':
      return 'The angle must lie between 0 and 180°.'
    case 'swing.tooFew':
      return 'Too few swings. Ten or more make a good reading.'
    case 'swing.uneven':
      return 'These taps keep no even time. Start again and tap each time it passes the same way.'
    case 'swing.noClearPeriod':
      return 'No clear period on this axis: it drowns in noise or does not swing. Choose the axis along the pin, or record again.'
    case 'swing.twoPeriods':
      return `Two swings at once (${fixed(Number(d.hz), 2)} and ${fixed(Number(d.other), 2)} a second): it wobbles. Let it hang still, then start it in one plane.`
    case 'swing.doubled':
      return `This axis swings twice for each swing of the frame (“${d.channel}” shows half its rate). Choose the axis along the pin.`
    case 'swing.unlikely':
      return `A swing of ${fixed(Number(d.periodS), 1)} s is none of a frame: are the times in another unit?`
    case 'number.outside':
      return `${problem.path}: ${String(d.value)} cannot be.`
    case 'state.impossible':
      return 'These numbers do not fit together: no frame has them. Read them again.'
    case 'piece.mass':
      return 'So much cannot come off: nothing would be left of the frame.'
    case 'calibration.impossible':
      return 'By these readings the display would stand still or run backwards. Look at the bodies and at what was read.'
    case 'gravity.latitude':
      return 'A latitude lies between −90 and 90°.'
    case 'byHand.noReading':
      return 'There is no reading yet.'
    case 'byHand.geometry':
      return 'These lengths or weights do not fit together.'
    case 'byHand.pin':
      return 'The pin must lie on the butt side of the balance point, or the frame will not hang.'
    case 'calibration.none':
      return 'A check needs a reading on a known body.'
    case 'table.empty':
      return 'There is nothing in this table.'
    case 'table.noHeader':
      return `The first row must name the columns: quantity and value, or weight, balance, swing weight. It says “${String(d.header).slice(0, 80)}”.`
    case 'table.quantity':
      return d.name ? `“${d.name}” is no quantity that is read here.` : 'The quantity is missing.'
    case 'table.axis':
      return `The axis “${d.text}” is not between 0 and 30 cm.`
    case 'table.time':
      return `“${d.text}” is not a time. Try 2026-11-23 14:05.`
    case 'table.method':
      return `“${d.text}” is no method for this.`
    case 'table.already':
      return 'This reading is there already.'
    case 'library.noName':
      return `The first row must name the columns, “name” among them. It says “${String(d.header).slice(0, 80)}”.`
    case 'library.nameless':
      return 'The name is missing.'
    case 'library.shape':
      return `“${d.text}” is no shape of this sport. Known: ${(d.known as unknown as string[]).join('; ')}.`
    case 'library.noNumbers':
      return 'No number in this row.'
    case 'library.overgrips':
      return `“${d.text}” is no number of overgrips (0 to 6).`
    case 'library.unusual':
      return `${QUANTITY_NAMES[problem.path as keyof typeof QUANTITY_NAMES]}: ${fixed(Number(d.value), 1)}${problem.path === 'mass' ? ' g' : problem.path === 'balance' ? ' cm' : ''} is far outside what frames of this sport come to (${d.low} to ${d.high}). Another unit or column?`
    case 'library.word':
      return `${problem.path}: “${d.text}” is not one of ${(d.known as unknown as string[]).join(', ')}.`
    case 'impact.impossible':
      return 'These numbers do not fit together: no mass would be left at the middle. Read them again.'
    case 'target.mgriMinor':
      return 'M·g·R/I is not tuned on a minor’s frame: the evidence is thin.'
    case 'target.mgri':
      return `M·g·R/I is ${fixed(Number(d.k), 2)}; no mass within reason brings it to 20 to 21.`
    case 'weighing.none':
      return 'Weigh one strip at least.'
    case 'weighing.strip':
      return `Strip ${Number(problem.path) + 1}: a length and a weight are needed.`
    case 'numbers.notACovariance':
      return 'The uncertainties of these readings do not fit together. Read them again.'
    case 'solver.badModel':
    case 'solver.failed':
      return 'The plan could not be worked out. Change a limit and try again.'
  }
}

export const wordsOf = (error: unknown): string =>
  error instanceof Problem ? problemWords(error) : error instanceof Error ? error.message : String(error)

/** What is wrong with a reading, and the likely slip. */
export function doubtWords(doubt: Doubt, units: UnitChoice, lengthCm: number): string {
  const { value, meant, axisCm, low, high } = doubt.data
  const write = (v: number) =>
    doubt.quantity === 'balance' ? writeBalanceBoth(v, lengthCm) : writeQuantity(v, doubt.quantity, units, lengthCm)
  switch (doubt.code) {
    case 'doubt.ounces':
      return `${fixed(value, 2)} g is no racket. Ounces? That would be ${write(meant!)}.`
    case 'doubt.points':
      return `${fixed(value, 2)} cm is far from any balance. Points head-light? That would be ${write(meant!)}.`
    case 'doubt.millimetres':
      return `${fixed(value, 1)} cm is longer than the frame. Millimetres? That would be ${write(meant!)}.`
    case 'doubt.inches':
      return `${fixed(value, 2)} cm is far from any balance. Inches? That would be ${write(meant!)}.`
    case 'doubt.axis':
      return `Swing weight ${fixed(value, 0)} does not fit this weight and balance. It fits if read about ${axisCm === 0 ? 'the butt end' : `${fixed(axisCm!, 2)} cm`}: then it is ${fixed(meant!, 1)} about this job’s axis.`
    case 'doubt.unusual':
      return `Unusual: most frames lie between ${write(low!)} and ${write(high!)}.`
    case 'doubt.balanceOffFrame':
      return `The balance cannot lie off the frame (${fixed(high!, 1)} cm long).`
    case 'doubt.inertiaTooSmall':
      return `Swing weight ${fixed(value, 0)} is less than this weight at this balance must have. One of the three is wrong.`
    case 'doubt.inertiaTooLarge':
      return `Swing weight ${fixed(value, 0)} is more than this weight and balance could ever have. One of the three is wrong.`
    case 'doubt.warming':
      return `${write(value)} was read while the instrument was still warming up.`
    case 'doubt.gyration':
      return `Weight, balance and swing weight do not fit each other (k/L ${fixed(meant!, 3)}; frames lie between ${fixed(low!, 2)} and ${fixed(high!, 2)}). Read them again.`
  }
}

export const ALTERNATIVES: Record<AlternativeId, { name: string; says: string }> = {
  best: {
    name: 'Closest',
    says: 'All places open: deepest inside every tolerance, then the least mass, then the fewest places.',
  },
  handleFirst: { name: 'Handle first', says: 'At least 60 % of the mass in the handle.' },
  ends: { name: 'Two ends', says: 'Only the tip, the butt and the grip.' },
  sides: { name: 'Sides', says: 'On the hoop only 3 and 9, 10 and 2; nothing at the tip or throat.' },
  noLead: { name: 'No lead', says: 'Without lead.' },
  hidden: { name: 'Out of sight', says: 'Nothing that shows.' },
  fewest: { name: 'Fewest places', says: 'As few places as will do, then the least mass.' },
  spread: { name: 'Spread', says: 'No place carries more than 30 % of the mass.' },
  elsewhere: { name: 'Other places', says: 'At most half of what the first plan puts at each of its places.' },
}

export function leftOutWords(left: LeftOut): string {
  switch (left.reason) {
    case 'same':
      return `lies like “${ALTERNATIVES[left.like!].name}” (only ${fixed(100 * (left.elsewhere ?? 0), 0)} % elsewhere)`
    case 'notReached':
      return 'does not reach the target'
    case 'notProven':
      return 'could not be proven in time'
    case 'nothingToUse':
      return 'nothing in the drawer fits'
  }
}

/** Balance is loosened in a length even where it is written in points. */
const lengthy = (units: UnitChoice): UnitChoice => ({
  ...units,
  balance: units.balance === 'points' ? 'cm' : units.balance,
})
const zoneName = (id: string, zones: readonly Zone[]) => zones.find((z) => z.id === id)?.name.toLowerCase() ?? id
const materialName = (id: string, materials: readonly Material[]) => materials.find((m) => m.id === id)?.name ?? id

export function openingWords(
  { obstacle, by }: Opening,
  { materials, work }: { materials: readonly Material[]; work: Workpiece },
  units: UnitChoice,
): string {
  switch (obstacle.kind) {
    case 'tolerance': {
      const { quantity } = obstacle
      const u = lengthy(units)
      const mark = unitMark(quantity, u)
      return `${QUANTITY_NAMES[quantity]}: a tolerance wider by ${writeSpread(by, quantity, u)}${mark ? ` ${mark}` : ''}`
    }
    case 'stock': {
      const m = materials.find((x) => x.id === obstacle.materialId)
      return `${fixed(by, 0)} ${COUNTED_IN[m?.kind ?? 'tape']} more of ${materialName(obstacle.materialId, materials)} in the drawer`
    }
    case 'zone': {
      const zone = work.profile.zones.find((z) => z.id === obstacle.zoneId)
      const where = zoneName(obstacle.zoneId, work.profile.zones)
      return zone?.place === 'spot'
        ? `room for ${fixed(by, 1)} more at ${where}`
        : `${fixed(by, 1)} cm more room at ${where}`
    }
    case 'cap':
      return `${fixed(by, 1)} g more allowed`
    case 'capTotal':
      return `a whole frame ${fixed(by, 1)} g heavier`
    case 'places':
      return by === 1 ? 'one place more' : `${by} places more`
    case 'lead':
      return 'lead allowed'
    case 'hidden':
      return 'mass where it shows'
    case 'grip':
      return 'another grip or overgrip allowed'
    case 'strings':
      return 'other strings of the drawer allowed'
    case 'takeOff':
      return 'taking off what is stuck on'
    case 'zones':
      return 'all places open'
    case 'materials':
      return 'all materials in the drawer'
    case 'otherGrip':
      return `a base grip ${fixed(Math.abs(by), 0)} g ${by < 0 ? 'lighter' : 'heavier'} (not in the drawer)`
    case 'otherStrings':
      return `a string bed ${fixed(Math.abs(by), 0)} g ${by < 0 ? 'lighter' : 'heavier'} (not in the drawer)`
    case 'base':
      return `another frame to start from: ${obstacle.name}`
  }
}

/** What holds the nearest plan back. */
export function bindingWords(
  binding: Binding,
  { materials, work }: { materials: readonly Material[]; work: Workpiece },
  units: UnitChoice,
): string {
  switch (binding.kind) {
    case 'stock':
      return `${materialName(binding.materialId, materials)} is used up`
    case 'zone':
      return `${zoneName(binding.zoneId, work.profile.zones)} is full`
    case 'cap':
      return 'no more may be added'
    case 'capTotal':
      return 'the whole frame may not be heavier'
    case 'places':
      return 'no more places are allowed'
    case 'above':
      return `${quantityInText(binding.quantity)} is ${writeDifference(binding.by, binding.quantity, units)} above its target before anything is added`
    case 'oneOf':
    case 'rule':
      return ''
  }
}
