import type { ProblemCode, ProblemParts } from '#core/problem.ts'
import { fixed } from '#core/quantities/write.ts'
import { QUANTITY_NAMES } from './names.ts'
import { PLACE_NAMES } from './targets.ts'

const namedPlace = (place: string) => PLACE_NAMES[place as keyof typeof PLACE_NAMES] ?? place

type Message = (data: Record<string, string>, path: string) => string

/** What each refusal of the core says: complete by type. */
const MESSAGES: Record<ProblemCode, Message> = {
  'number.empty': () => 'Type a number.',
  'number.unreadable': (d) => `“${d.text}” cannot be read as a number. Try 322.1, 11 1/4 oz, 32,4 or 6 HL.`,
  'number.notWhole': () => 'A whole number.',
  'number.negative': () => 'This cannot be less than nothing.',
  'unit.unknown': (d) =>
    d.hint ? `Points of balance need ${d.hint}: 6 HL or 2 HH.` : `The unit “${d.unit}” is not known here.`,
  'unit.wrongKind': (d) => `“${d.unit}” does not measure this.`,
  'points.needLength': () => 'Points need the frame’s length first.',
  'state.needs': (_, path) =>
    `${QUANTITY_NAMES[path as keyof typeof QUANTITY_NAMES] ?? path} has not been measured, so this cannot be worked out.`,
  'piece.outsideFrame': () => 'This would not lie on the frame.',
  'piece.unknownMaterial': () => 'This material is no longer in the drawer.',
  'geometry.impossible': () => 'These frame dimensions do not fit together.',
  'readings.none': () => 'There is no reading yet.',
  'line.tooFew': () => 'Two different values at least are needed for this.',
  'swing.tooShort': (d) => `Only ${d.samples} samples: too few to find a swing in.`,
  'swing.timesOutOfOrder': (d) =>
    d.row ? `The times do not run forward at row ${d.row}.` : 'The times do not run forward.',
  'swing.flat': () => 'Nothing moves on this axis.',
  'swing.noConvergence': () => 'No swing could be fitted to this. Record again, with a small free swing.',
  'swing.amplitude': () => 'The angle must lie between 0 and 180°.',
  'swing.tooFew': () => 'Too few swings. Ten or more make a good reading.',
  'swing.uneven': () => 'These taps keep no even time. Start again and tap each time it passes the same way.',
  'swing.noClearPeriod': () =>
    'No clear period on this axis: it drowns in noise or does not swing. Choose the axis along the pin, or record again.',
  'swing.twoPeriods': (d) =>
    `Two swings at once (${fixed(Number(d.hz), 2)} and ${fixed(Number(d.other), 2)} a second): it wobbles. Let it hang still, then start it in one plane.`,
  'swing.doubled': (d) =>
    `This axis swings twice for each swing of the frame (“${d.channel}” shows half its rate). Choose the axis along the pin.`,
  'swing.unlikely': (d) =>
    `A swing of ${fixed(Number(d.periodS), 1)} s is none of a frame: are the times in another unit?`,
  'number.outside': (d, path) => `${path}: ${String(d.value)} cannot be.`,
  'state.impossible': () => 'These numbers do not fit together: no frame has them. Read them again.',
  'piece.mass': () => 'So much cannot come off: nothing would be left of the frame.',
  'calibration.impossible': () =>
    'By these readings the display would stand still or run backwards. Look at the bodies and at what was read.',
  'gravity.latitude': () => 'A latitude lies between −90 and 90°.',
  'byHand.noReading': () => 'There is no reading yet.',
  'byHand.geometry': () => 'These lengths or weights do not fit together.',
  'byHand.pin': () => 'The pin must lie on the butt side of the balance point, or the frame will not hang.',
  'calibration.none': () => 'A check needs a reading on a known body.',
  'table.empty': () => 'There is nothing in this table.',
  'table.noHeader': (d) =>
    `The first row must name the columns: quantity and value, or weight, balance, swing weight. It says “${String(d.header).slice(0, 80)}”.`,
  'table.quantity': (d) => (d.name ? `“${d.name}” is no quantity that is read here.` : 'The quantity is missing.'),
  'table.axis': (d) => `The axis “${d.text}” is not between 0 and 30 cm.`,
  'table.time': (d) => `“${d.text}” is not a time. Try 2026-11-23 14:05.`,
  'table.method': (d) => `“${d.text}” is no method for this.`,
  'table.already': () => 'This reading is there already.',
  'library.noName': (d) =>
    `The first row must name the columns, “name” among them. It says “${String(d.header).slice(0, 80)}”.`,
  'library.nameless': () => 'The name is missing.',
  'library.shape': (d) =>
    `“${d.text}” is no shape of this sport. Known: ${(d.known as unknown as string[]).join('; ')}.`,
  'library.noNumbers': () => 'No number in this row.',
  'library.overgrips': (d) => `“${d.text}” is no number of overgrips (0 to 6).`,
  'library.unusual': (d, path) =>
    `${QUANTITY_NAMES[path as keyof typeof QUANTITY_NAMES]}: ${fixed(Number(d.value), 1)}${path === 'mass' ? ' g' : path === 'balance' ? ' cm' : ''} is far outside what frames of this sport come to (${d.low} to ${d.high}). Another unit or column?`,
  'library.word': (d, path) => `${path}: “${d.text}” is not one of ${(d.known as unknown as string[]).join(', ')}.`,
  'impact.impossible': () => 'These numbers do not fit together: no mass would be left at the middle. Read them again.',
  'target.mgriMinor': () => 'M·g·R/I is not tuned on a minor’s frame: the evidence is thin.',
  'target.mgri': (d) => `M·g·R/I is ${fixed(Number(d.k), 2)}; no mass within reason brings it to 20 to 21.`,
  'tuning.noRoom': (_, path) => `There is no room for more ${namedPlace(path)}.`,
  'tuning.noMaterial': (_, path) => `Nothing in the drawer can go ${namedPlace(path)}.`,
  'tuning.tooLittle': (d, path) => `Too little ${d.name} is left in the drawer for more ${namedPlace(path)}.`,
  'tuning.notThere': (_, path) => `Nothing was put on ${namedPlace(path)} that could come off.`,
  'tuning.nothingOn': () => 'Nothing was put on this frame that could come off: a lighter one is another frame.',
  'tuning.noTarget': () => 'There is no target to go towards, or it is reached.',
  'weighing.none': () => 'Weigh one strip at least.',
  'weighing.strip': (_, path) => `Strip ${Number(path) + 1}: a length and a weight are needed.`,
  'numbers.notACovariance': () => 'The uncertainties of these readings do not fit together. Read them again.',
  'solver.badModel': () => 'The plan could not be worked out. Change a limit and try again.',
  'solver.failed': () => 'The plan could not be worked out. Change a limit and try again.',
}

/** What the core refused, in words, for the page and for the server alike. */
export const problemMessage = ({ code, data, path }: ProblemParts): string =>
  MESSAGES[code](data as Record<string, string>, path)
