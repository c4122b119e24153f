import type { ShownQuantity, UnitChoice } from '#core/quantities/units.ts'
import { fixed, writeQuantity, writeSpread } from '#core/quantities/write.ts'
import type { TargetPlace } from '#core/frame/places.ts'
import { WEEKS_ON_A_CLASS } from '#core/targets/steps.ts'
import type { LineMethod, Reason, TargetMethod } from '#core/targets/target.ts'

/** Words of the target, shared by screen and paper. */
export const WAY_NAMES: Record<TargetMethod, string> = {
  copy: 'Copy a setup',
  cluster: 'Nearest of a game',
  match: 'Another frame',
  halfway: 'Half-way',
  band: 'Band',
  ceiling: 'Ceiling',
  complaints: 'Complaints',
  mgri: 'M·g·R/I',
  school: 'A school',
  hand: 'By hand',
}
export const LINE_WAY_NAMES: Record<LineMethod, string> = {
  reference: 'copied',
  cluster: 'nearest of the game',
  match: 'as another frame',
  halfway: 'half-way',
  band: 'from the band',
  ceiling: 'at the ceiling',
  complaints: 'from complaints',
  mgri: 'M·g·R/I',
  school: 'a school’s dose',
  hand: 'by hand',
}
export const PLACE_NAMES: Record<TargetPlace, string> = {
  tip: 'at the tip',
  tenTwo: 'at 10 and 2',
  threeNine: 'at 3 and 9',
  handle: 'in the handle',
  butt: 'in the butt',
}

export function gramsText(massG: number, place: TargetPlace, units: UnitChoice): string {
  return `${writeQuantity(Math.abs(massG), 'mass', units, 0)} ${massG < 0 ? 'less ' : ''}${PLACE_NAMES[place]}`
}

/** One step of the reasoning behind a number, in the shop's units. */
export function reasonText(reason: Reason, quantity: ShownQuantity, units: UnitChoice, lengthCm: number): string {
  const write = (v: number) => writeQuantity(v, quantity, units, lengthCm)
  switch (reason.code) {
    case 'now':
      return `now ${write(reason.value)} ± ${writeSpread(2 * reason.u, quantity, units)}`
    case 'setup':
      return `${reason.name} has ${write(reason.value)} on a frame as yours (${reason.grade})`
    case 'halfway':
      return `half-way from ${write(reason.from)} to ${write(reason.to)}`
    case 'rule':
      return `${reason.words.replace(/\.$/, '')} (${reason.source})`
    case 'band': {
      const band =
        reason.high === null ? `${write(reason.low)} and more` : `${write(reason.low)} to ${write(reason.high)}`
      return reason.inside ? `already inside ${band}` : `the near edge of ${band}, with what is on the frame`
    }
    case 'oneClass':
      return `one class now; the other ${writeSpread(reason.still, quantity, units)} after ${WEEKS_ON_A_CLASS} weeks of play`
    case 'grams':
      return gramsText(reason.massG, reason.place, units)
    case 'scaled':
      return `${fixed(100 * reason.share, 0)} % of what was put on, where it sits`
    case 'ceiling':
      return `the player’s ceiling, ${write(reason.value)} here`
    case 'held':
      return `held at ${reason.at === 'class' ? 'what the age allows in one go' : 'the ceiling'}: ${write(reason.to)} instead of ${write(reason.from)}`
    case 'mgri':
      return `M·g·R/I from ${fixed(reason.from, 2)} to ${fixed(reason.to, 2)} rad²/s²`
    case 'hand':
      return 'typed'
  }
}

/** Words for the facts that a rule would have to know. */
export const FACT_NAMES: Record<string, string> = {
  age: 'age',
  build: 'build',
  level: 'level',
  style: 'game',
  hoursPerWeek: 'hours a week',
  complaints: 'complaints',
  mishits: 'where mishits land',
  lateInTen: 'late balls of ten',
  tired: 'tired at the end',
  pain: 'arm or shoulder',
  cameFrom: 'what was played before',
  bareMassG: 'static weight',
  mgri: 'weight, balance and swing weight',
}
