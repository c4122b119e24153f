import type { SportId } from '../sports/sports.ts'
import type { PointMass } from '../frame/places.ts'
import type { TargetPlace } from '../frame/places.ts'
import type { Energy, PlayAspect, PlayCondition, PlayDecision, SchoolId, TuningAsk } from './document.ts'

/** What a step does to the frame. */
export type Dose =
  | { kind: 'none' }
  | { kind: 'add'; place: TargetPlace; massG: number }
  | { kind: 'move'; from: TargetPlace; to: TargetPlace; massG: number }
  /** So much in front, and behind what keeps the balance. */
  | { kind: 'pair'; front: TargetPlace; back: TargetPlace; massG: number }
  /** Every place gives this share of what it holds. */
  | { kind: 'scale'; share: number }
  | { kind: 'takeOff'; massG: number }
  /** This share of the way to the job's target. */
  | { kind: 'towards'; share: number }
  /** On the frame as built, whatever is on it now. */
  | { kind: 'preset'; points: PointMass[] }

/** What was said after a session, as a school asks for it. */
export type When =
  | { energy: Energy }
  | { lateAtLeast: number }
  | { ask: TuningAsk; is: boolean }
  | { rating: PlayAspect; atMost?: number; atLeast?: number }
  | { decision: PlayDecision }
  | { condition: PlayCondition }
  /** The ball leaves slower than with the frame as built, by this share, for the same effort. */
  | { slowerBy: number }
  /** All sessions so far put the ceiling this much above what is played, or below it where negative, kg·cm². */
  | { ceilingOver: number }
  | { any: When[] }
  | { all: When[] }
  | 'otherwise'

/** Where an answer leads: another step, this one again, back to the setup before, or to the end. */
export interface Lead {
  when: When
  to: string
  because: string
}

export interface SchoolStep {
  id: string
  /** What is done, and why. */
  does: string
  why: string
  dose: Dose
  /** Nothing is changed: what the step before gave is weighed up, over another session. */
  weighs?: boolean
  asks: TuningAsk[]
  /** So often in one tuning. */
  most: number
  /** How often it may be gone back from before it is left alone. */
  tries: number
  /** Weeks of play before it comes. */
  weeks: number
  leads: Lead[]
}

/** A school of tuning: data, never code. */
export interface School {
  id: SchoolId
  name: string
  /** What it holds to, and so why it differs from the others. */
  holds: string
  sports: readonly SportId[] | 'all'
  start: string
  /** The step that stands after going back. */
  afterBack: string
  steps: SchoolStep[]
}

export const END = 'end'
export const AGAIN = 'again'
export const BACK = 'back'

/** What is wrong with a school's data, a sentence each; empty when it can be walked from every answer to its end. */
export function faultsOf(school: School): string[] {
  const faults: string[] = []
  const ids = school.steps.map((s) => s.id)
  const byId = new Map(school.steps.map((s) => [s.id, s]))
  if (new Set(ids).size < ids.length) faults.push('Two steps have one name.')
  for (const id of [school.start, school.afterBack]) if (!byId.has(id)) faults.push(`There is no step “${id}”.`)
  for (const step of school.steps) {
    if (step.leads.at(-1)?.when !== 'otherwise') faults.push(`“${step.id}” has an answer that leads nowhere.`)
    if (step.leads.slice(0, -1).some((l) => l.when === 'otherwise'))
      faults.push(`“${step.id}” has answers after “otherwise”: nobody comes to them.`)
    if (!(step.most >= 1 && step.most <= 20)) faults.push(`“${step.id}” has no end: how often at most?`)
    if (!(step.tries >= 1 && step.tries <= 5)) faults.push(`“${step.id}”: how often may it be tried?`)
    if (step.dose.kind === 'none' && step.leads.some((l) => l.to === AGAIN))
      faults.push(`“${step.id}” changes nothing and comes again.`)
    if (step.dose.kind === 'none' && !step.weighs && ![school.start, school.afterBack].includes(step.id))
      faults.push(
        `“${step.id}” changes nothing and weighs nothing up: only the beginning and what stands after going back may.`,
      )
    if (step.weighs && step.dose.kind !== 'none')
      faults.push(`“${step.id}” changes something and weighs it up at once.`)
    for (const { to } of step.leads) {
      const onto = byId.get(to)
      if (onto?.dose.kind === 'none' && !onto.weighs)
        faults.push(`“${step.id}” leads to “${to}”, which changes nothing.`)
      if (onto?.weighs && step.weighs) faults.push(`“${step.id}” weighs up, and leads to another that does.`)
    }
    for (const { to } of step.leads)
      if (![END, AGAIN, BACK].includes(to) && !byId.has(to))
        faults.push(`“${step.id}” leads to “${to}”, which is no step.`)
  }
  if (faults.length > 0) return faults
  const onward = (id: string) =>
    byId.get(id)!.leads.map((l) => (l.to === AGAIN ? id : l.to === BACK ? school.afterBack : l.to))
  const reach = (from: string): Set<string> => {
    const seen = new Set<string>()
    const open = [from]
    for (let id = open.pop(); id !== undefined; id = open.pop()) {
      if (seen.has(id)) continue
      seen.add(id)
      if (id !== END) open.push(...onward(id))
    }
    return seen
  }
  const reached = reach(school.start)
  for (const id of ids) {
    if (!reached.has(id)) faults.push(`Nothing leads to “${id}”.`)
    if (!reach(id).has(END)) faults.push(`From “${id}” there is no way to the end.`)
  }
  return faults
}
