import { gripText, type GripRoutine } from '#core/player/grip.ts'
import type { Cut } from '#core/cuts/cut.ts'
import { amountText, lengthText, rulerOf } from '#core/cuts/ruler.ts'
import { type Material } from '#core/cuts/material.ts'
import { QUANTITIES, type Quantity, type UnitChoice } from '#core/quantities/units.ts'
import { fixed, writeDifference } from '#core/quantities/write.ts'
import type { Cause, CauseKind, Meant, TellingTest } from '#core/workorder/causes.ts'
import type { WorkOrderId } from '#core/workorder/marks.ts'
import type { Oddity, StepKind, WorkStep } from '#core/workorder/order.ts'
import type { Short } from '#core/workorder/stock.ts'
import { quantityInText } from './names.ts'

/** Words of a work order: its steps, what may be behind readings that are off, and what to look at. */

export const ORDER_NAMES: Record<WorkOrderId, string> = { headFirst: 'Head first', handleFirst: 'Handle first' }
export const ORDER_REASONS: Record<WorkOrderId, string> = {
  headFirst:
    'Swing weight is made at the head: it is set and read with the grip still on, before the handle is opened.',
  handleFirst: 'A fill cures while the head is worked on, and the last strips lie where swing weight is corrected.',
}

/** What a step is called. */
export function stepTitle(step: Pick<WorkStep, 'kind' | 'cut' | 'turn'>, material: Material | null): string {
  const name = material?.name ?? ''
  switch (step.kind) {
    case 'inspect':
      return 'Look the frame over'
    case 'final':
      return 'Read the finished frame'
    case 'trial':
      return 'Trial: the whole plan in removable tape or putty'
    case 'takeOff':
      return `Take off: ${name}`
    case 'move':
      return `Move: ${name}`
    case 'peel':
      return `Take off again: ${name}`
    case 'strings':
      return `String with: ${name}`
    case 'gripOff':
      return 'Take off overgrip and base grip'
    case 'plug':
      return 'Plug the shaft with cotton'
    case 'barrier':
      return 'Film over the fill'
    case 'cap':
      return 'Put the cap back'
    case 'mask':
      return 'Mask round the lead'
    case 'coat':
      return `Thin coat over the lead, ${step.turn?.at ?? 1} of ${step.turn?.of ?? 1}`
    case 'cure':
      return 'Hang it until it is cured'
    case 'gripOn':
      return name ? `Put on: ${name}` : 'Put the grip back on'
    case 'reserve':
      return 'Last correction, out of what was kept back'
    default:
      return name || 'Place'
  }
}

/** How it is done, where the title does not say it. */
const STEP_NOTES: Partial<Record<StepKind, string>> = {
  inspect: 'Is it this frame? Cracks, bumper, grommets, butt cap, what is stuck on.',
  final: 'All of it, as it was measured. What you read here is in the final check.',
  move: 'Out of where it sits, into where it goes; to both sides alike.',
  trial: 'At the planned places, before the grip comes off. Hit a few.',
  plug: 'As far up as the fill is to go: it must not run up the shaft.',
  fill: 'Weigh while it is squeezed in, half in each chamber, handle down.',
  barrier: 'So that the cap comes off again.',
  mask: 'Nothing but the lead is coated. Gloves, fresh air.',
  coat: 'Let it dry before the next. Wash hands.',
  cure: 'Handle down. Weigh again: it loses a little.',
  gripOn: 'Start at the butt; a left-hander’s wraps the other way round.',
  overgrip: 'Start at the butt; a left-hander’s wraps the other way round.',
  peel: 'Clean where it lay, and weigh what came off.',
  reserve: 'Read first; plan the rest again and it says what is still needed.',
}
const WINDS: readonly StepKind[] = ['gripOn', 'overgrip']
/** How a step is done: a grip as this player likes it, where that was asked. */
export function stepNote(kind: StepKind, grip: GripRoutine | null): string {
  const own = grip && WINDS.includes(kind) ? gripText(grip) : ''
  return own ? `As this player likes it. ${own}` : (STEP_NOTES[kind] ?? '')
}
/** What a coat or a plug weighs by itself. */
export const besideText = ({ massG }: Pick<WorkStep, 'massG'>): string => `Weighs about ${fixed(massG, 2)} g: counted.`

/** What is odd about a step that was ticked. @param what a step is called  @param at a moment as it is written */
export function oddityText(odd: Oddity, what: (stepId: string) => string, at: (moment: string) => string): string {
  switch (odd.kind) {
    case 'without':
      return `Ticked, but “${what(odd.stepId)}” is not done.`
    case 'early':
      return `Ticked before it was ready, ${at(odd.readyAt)}.`
    case 'bareLead':
      return 'Laid after the coats: its lead is bare. Seal it, take the tick off the last coat and set it again.'
  }
}

/** That the drawer no longer has what an order takes. */
export const shortText = (material: Material, { needs, has }: Short): string =>
  `The drawer has ${amountText(has, material)} of it, this order takes ${amountText(needs, material)}.`

/** Why a step is left out, as it is mostly said. */
export const LEAVE_REASONS = [
  'It reads right without it',
  'No room there',
  'Nothing left in the drawer',
  'The player does not want it',
] as const

/** Tools to have at hand. */
export const STEP_TOOLS: Partial<Record<StepKind, string>> = {
  tape: 'scissors, mat, soft tape along the hoop, alcohol',
  sleeve: 'scissors, hot air',
  plug: 'cotton, a rod',
  fill: 'scale, nozzle',
  barrier: 'film',
  mask: 'masking tape',
  coat: 'gloves, varnish',
  module: 'screwdriver',
  move: 'screwdriver',
  peel: 'fingernail, alcohol',
}

const cm = (v: number) => `${fixed(Math.abs(v), 1)} cm`
const percent = (share: number) => `${Math.round(100 * Math.abs(share))} %`

/** `at 10 and 2`, `inside the butt`: a place by its name inside a sentence. */
function atPlace(name: string): string {
  const where = name.toLowerCase()
  return /^(inside|under|below|above) /.test(where) ? where : `at ${where}`
}

/** A cause in words, with its size. @param where the piece's place @param name of a material */
export function causeText(
  { kind, size, materialId, mend, meant }: Cause,
  piece: { where: string; cut: Cut | null } | null,
  materials: readonly Material[],
  units: UnitChoice,
): string {
  const at = atPlace(piece ? piece.where : 'the piece')
  const s = size ?? 0
  const material = materials.find((m) => m.id === piece?.cut?.materialId)
  const along = lengthText(Math.abs(s), material ? rulerOf(material) : 'cm')
  switch (kind) {
    case 'misplaced': {
      const towardsTip = piece?.cut?.place === 'hoop' ? s < 0 : s > 0
      return `Strips ${at} lie ${along} too far towards the ${towardsTip ? 'tip' : 'butt'}`
    }
    case 'length':
      return `Strips ${at} are ${percent(s)} too ${s > 0 ? 'long or heavy' : 'short or light'}`
    case 'amount':
      return `${percent(s)} too ${s > 0 ? 'much' : 'little'} lies ${at}`
    case 'layerForgotten':
      return `One layer is missing ${at}`
    case 'layerDoubled':
      return `One layer too many ${at}`
    case 'forgotten':
      return `Nothing was put on ${at}`
    case 'halfOnly':
      return `Only half of the strips are on ${at}: one side, one edge or two bevels`
    case 'wrongMaterial':
      return `Another tape lies ${at}: ${materials.find((m) => m.id === materialId)?.name ?? ''}`
    case 'runUp':
      return `The fill ${at} has run up or lies uneven: its middle about ${cm(s)} too high`
    case 'gripState':
      return 'It was read with the grip the other way: on for off, or off for on'
    case 'overgripState':
      return 'It was read with one overgrip more or less'
    case 'dampenerState':
      return 'It was read with the dampener on or off, the other way'
    case 'stringsState':
      return 'It was read strung for bare, or bare for strung'
    case 'wrongUnit': {
      const name = quantityInText(meant!.quantity)
      return `The ${name} looks like ${SLIP_NAMES[meant!.unit]}`
    }
    case 'scaleNotTared':
      return `The scale was not at nought: ${writeDifference(s, 'mass', units)}`
    case 'boardNotZeroed':
      return `The balance board was not at nought: ${writeDifference(s, 'balance', units)}`
    case 'notAtAxis':
      return `The frame was not seated at the axis: about ${cm(s)} off`
    case 'wrongAxis':
      return 'Swing weight was read about another axis'
    case 'meterOff':
      return `The ${mend.kind === 'withdraw' && mend.quantities[0] === 'twistWeight' ? 'twist' : 'swing weight'} meter is out of check`
    case 'unknown':
      return 'Something else'
  }
}

/** Units that a figure is typed in by mistake. */
const SLIP_NAMES: Record<Meant['unit'], string> = {
  oz: 'ounces',
  g: 'grams',
  mm: 'millimetres',
  in: 'inches',
  cm: 'centimetres',
  points: 'points of balance',
}

/** Causes in which a piece lies otherwise than planned: it can be put right, or stay. */
export const isOfPiece = (kind: CauseKind): boolean =>
  ['misplaced', 'length', 'amount', 'layerForgotten', 'layerDoubled', 'forgotten', 'halfOnly', 'wrongMaterial', 'runUp'].includes(kind) // prettier-ignore

/** What to look at first. */
export function testText(test: TellingTest, where: (stepId: string) => string): string {
  switch (test.kind) {
    case 'weigh':
      return `Look first, ${atPlace(where(test.stepId))}: weigh or measure what was left over.`
    case 'measure':
      return `Look first, ${atPlace(where(test.stepId))}: measure from the landmark.`
    case 'count':
      return `Look first, ${atPlace(where(test.stepId))}: count the strips.`
    case 'readAgain':
      return `Look first: set the instrument to nought and read the ${quantityInText(test.quantity)} again.`
    case 'unit':
      return `Look first: in which unit the ${quantityInText(test.quantity)} was read.`
    case 'look':
      return 'Look first: what is on the frame, and what should not be.'
  }
}

/** `mass, swing weight`: numbers inside a sentence. */
export const quantitiesInText = (quantities: readonly Quantity[]): string =>
  QUANTITIES.filter((q) => quantities.includes(q)).map(quantityInText).join(', ') // prettier-ignore

/** What a frame waits for, in the list of jobs. */
export const WAITS_NAMES = { cure: 'curing', coat: 'drying' } as const
/** The same when it is over. */
export const WAITS_DONE = { cure: 'has cured', coat: 'is dry' } as const
