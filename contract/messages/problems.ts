import type { ProblemParts } from '#core/problem.ts'
import { fixed } from '#core/quantities/write.ts'
import { QUANTITY_NAMES } from './names.ts'

/** What the core refused, in words: complete by type, for the page and for the server alike. */
export function problemWords(problem: ProblemParts): string {
  const d = problem.data as Record<string, string>
  switch (problem.code) {
    case 'number.empty':
      return 'Type a number.'
    case 'number.unreadable':
      return `“${d.text}” cannot be read as a number. Try 322.1, 11 1/4 oz, 32,4 or 6 HL.`
    case 'number.notWhole':
      return 'A whole number.'
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
