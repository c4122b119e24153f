import type { WaitsOn } from '../entities.ts'
import type { Doubt } from '#core/frame/plausible.ts'
import type { AlternativeId, LeftOut } from '#core/planning/offers/alternatives.ts'
import type { Workpiece } from '#core/cuts/cut.ts'
import { type Material } from '#core/cuts/material.ts'
import { amountText } from '#core/cuts/ruler.ts'
import type { Relaxation } from '#core/planning/problem/relaxation.ts'
import type { Binding } from '#core/planning/explain/reach.ts'
import type { Stage } from '#core/job/stages.ts'
import { Problem } from '#core/problem.ts'
import { entriesOf } from '#core/records.ts'
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
import { problemMessage } from '#contract/messages/problems.ts'
import { lengthy, QUANTITY_NAMES, quantityInText } from '#contract/messages/names.ts'
import { axisText } from './names.ts'

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

export const messageOf = (error: unknown): string =>
  error instanceof Problem ? problemMessage(error) : error instanceof Error ? error.message : String(error)

/** What is wrong with a reading, and the likely slip. */
export function doubtMessage(doubt: Doubt, units: UnitChoice, lengthCm: number): string {
  const { value, meant, axisCm, low, high, other } = doubt.data
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
      return `Swing weight ${fixed(value, 0)} does not fit this weight and balance. It fits if read about ${axisText(axisCm!, units)}: then it is ${fixed(meant!, 1)} about this job’s axis.`
    case 'doubt.unusual':
      return `Unusual: most frames lie between ${write(low!)} and ${write(high!)}.`
    case 'doubt.balanceOffFrame':
      return `The balance cannot lie off the frame (${fixed(high!, 1)} cm long).`
    case 'doubt.inertiaTooSmall':
      return `Swing weight ${fixed(value, 0)} is less than this weight at this balance must have. One of the three is wrong.`
    case 'doubt.inertiaTooLarge':
      return `Swing weight ${fixed(value, 0)} is more than this weight and balance could ever have. One of the three is wrong.`
    case 'doubt.apart':
      return `${write(value)} and ${write(other!)} cannot both be this frame. Which is right?`
    case 'doubt.warming':
      return `${write(value)} was read while the instrument was still warming up.`
    case 'doubt.gyration':
      return `Weight, balance and swing weight do not fit each other (k/L ${fixed(meant!, 3)}; frames lie between ${fixed(low!, 2)} and ${fixed(high!, 2)}). Read them again.`
  }
}

export const ALTERNATIVES: Record<AlternativeId, { name: string; description: string }> = {
  best: {
    name: 'First choice',
    description: 'All places open: inside every tolerance, minutes of work weighed against the chance to land.',
  },
  handleFirst: { name: 'Handle first', description: 'At least 60 % of the mass in the handle.' },
  handleThenHead: {
    name: 'Handle, then 10 and 2',
    description: 'The second step of handle first: as many grams at 10 and 2 as in the handle.',
  },
  ends: { name: 'Butt and tip', description: 'Fill in the butt behind a plug, countered across the tip.' },
  sides: {
    name: 'Sides and butt',
    description: 'On the hoop only the sides, countered in the butt where need be; nothing at the tip or throat.',
  },
  noLead: { name: 'No lead', description: 'Without lead.' },
  hidden: { name: 'Out of sight', description: 'Nothing that shows.' },
  fewest: { name: 'Fewest places', description: 'As few places as will do, then the fewest minutes.' },
  spread: { name: 'Spread', description: 'No place carries more than 30 % of the mass.' },
  bevels: { name: 'Main bevels', description: 'All of it on the bevels of the handle.' },
  bevelsTenTwo: {
    name: 'Bevels, 10 and 2',
    description: 'Strips on the bevels with their counterweight at 10 and 2: the balance stays.',
  },
  head: { name: 'Top, sides and bridge', description: 'All of it on the hoop: a lighter sister made the heavier one.' },
  leather: { name: 'Heavier grip', description: 'A heavier grip goes on; strips do the rest.' },
  modules: {
    name: 'Modules moved',
    description: 'What sits in the holes goes into others, and modules of the drawer beside it: no glue.',
  },
  elsewhere: { name: 'Other places', description: 'At most half of what the first plan puts at each of its places.' },
}

/** A way that comes to the same as one that is offered: gram for gram at the same places. */
const isTheSame = ({ reason, elsewhere = 1 }: LeftOut) => reason === 'same' && elsewhere < 0.005

/** The other names of a way that is offered: those of ways that come to the same. */
export function alsoText(id: AlternativeId, leftOut: readonly LeftOut[]): string {
  const names = leftOut.filter((l) => isTheSame(l) && l.like === id).map((l) => `“${ALTERNATIVES[l.id].name}”`)
  return names.length > 0 ? `Also ${names.join(' and ')}.` : ''
}

/** Ways that are not offered, by why, in the order in which somebody would ask; without those that only are another name of one that is. */
export function leftOutLines(leftOut: readonly LeftOut[]): { why: string; ways: string }[] {
  const reasons: Record<LeftOut['reason'], { why: string; of: (left: LeftOut) => string }> = {
    unlikely: { why: 'Seldom land', of: (l) => ` (${fixed(100 * (l.chance ?? 0), 0)} of 100)` },
    same: {
      why: 'Lie like another',
      of: (l) => ` (“${ALTERNATIVES[l.like!].name}”, ${fixed(100 * (l.elsewhere ?? 0), 0)} % elsewhere)`,
    },
    notReached: { why: 'Do not reach the target', of: () => '' },
    nothingToUse: { why: 'Nothing in the drawer fits', of: () => '' },
  }
  return entriesOf(reasons).flatMap(([reason, { why, of }]) => {
    const those = leftOut.filter((l) => l.reason === reason && !isTheSame(l))
    return those.length > 0 ? [{ why, ways: those.map((l) => ALTERNATIVES[l.id].name + of(l)).join(', ') }] : []
  })
}

const zoneName = (id: string, zones: readonly Zone[]) => zones.find((z) => z.id === id)?.name.toLowerCase() ?? id
const materialName = (id: string, materials: readonly Material[]) => materials.find((m) => m.id === id)?.name ?? id

export function openingText(
  { obstacle, by }: Relaxation,
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
      return `${amountText(by, m ?? { kind: 'tape', step: 0.5 })} more of ${materialName(obstacle.materialId, materials)} in the drawer`
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
    case 'move':
      return 'modules moved to other holes'
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
export function bindingText(
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

/** What a job waits for that somebody must bring. */
export const WAITS_ON_NAMES: Record<WaitsOn, string> = {
  strings: 'strings',
  player: 'the player',
  parts: 'parts',
}
