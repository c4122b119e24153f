import { Problem } from '../problem.ts'
import type { CeilingBand } from './ceiling.ts'
import { ceilingOf } from './ceiling.ts'
import { sameCut, type Cut } from '../cuts/cut.ts'
import { BUILT, type PlaySession, type TunedSetup } from './document.ts'
import { daysLater } from '../quantities/days.ts'
import type { FrameState } from '../frame/state.ts'
import { AGAIN, BACK, END, type Dose, type Lead, type School, type SchoolStep, type When } from './school.ts'

/** A setup as it was played: in the order in which they were made, the built frame first. */
export interface Tried {
  id: string
  setup: TunedSetup | null
  state: FrameState
  /** In the order in which they were played. */
  sessions: PlaySession[]
}

/** What a school cannot know by itself. */
export interface TuningFacts {
  /** Share by which the ball leaves slower than with the frame as built, at equal effort; null: not known. */
  slowerBy(state: FrameState): number | null
  /** The frame after a dose, or what stands against it here. */
  after(dose: Dose): FrameState | Problem
  /** Why nobody of this age should be given that frame; null where nothing is said against it. */
  overClass(state: FrameState): string | null
}

export const STOPS = ['pain', 'tiredTwice', 'late', 'class', 'player', 'school'] as const
export type Stop = (typeof STOPS)[number]

/** A step that a school would do and that cannot be done on this frame with this drawer. */
export interface Cannot {
  dose: Dose
  problem: Problem
}

/** What comes next in a tuning. */
export type Next =
  /** Nothing was said of this setup yet. */
  | { kind: 'play'; step: SchoolStep; because: string }
  | { kind: 'step'; step: SchoolStep; because: string; notBefore: string | null }
  | { kind: 'back'; toId: string; stop: Stop; because: string }
  /** Nothing more until somebody else has looked; the way down is offered where there is one. */
  | { kind: 'stop'; stop: Stop; because: string; toId: string | null }
  /** With a step that cannot be done: what the school would do without it, empty where that is nothing. */
  | { kind: 'end'; because: string; ceiling: CeilingBand; cannot?: Cannot }

export const isLate = (s: PlaySession): boolean => s.lateInTen !== null && s.lateInTen >= 1
export const isTired = (s: PlaySession): boolean => s.energy === 'tired'
export const isHeavy = (s: PlaySession): boolean => isLate(s) || isTired(s)
/** Whether a session says anything on which a ceiling can stand. */
const isSaid = (s: PlaySession) => s.lateInTen !== null || s.energy !== null

/** Sessions over all setups in the order in which they were played. */
export const inOrder = (tried: readonly Tried[]): PlaySession[] =>
  tried.flatMap((t) => t.sessions).sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0))

/** What all sessions say of the ceiling. */
export function ceilingBand(tried: readonly Tried[]): CeilingBand {
  return ceilingOf(
    tried.flatMap(({ state, sessions }) =>
      state.swingWeightKgCm2 === null
        ? []
        : sessions.filter(isSaid).map((s) => ({ swingKgCm2: state.swingWeightKgCm2!, heavy: isHeavy(s) })),
    ),
  )
}

/** What answers are held against beside the session itself. */
interface Beside {
  slowerBy: number | null
  /** The likely ceiling less what is played. */
  ceilingOver: number | null
}

function holds(when: When, said: PlaySession, beside: Beside): boolean {
  if (when === 'otherwise') return true
  if ('any' in when) return when.any.some((w) => holds(w, said, beside))
  if ('all' in when) return when.all.every((w) => holds(w, said, beside))
  if ('energy' in when) return said.energy === when.energy
  if ('lateAtLeast' in when) return said.lateInTen !== null && said.lateInTen >= when.lateAtLeast
  if ('ask' in when) return said.asked[when.ask] === when.is
  if ('decision' in when) return said.decision === when.decision
  if ('condition' in when) return said.conditions.includes(when.condition)
  if ('slowerBy' in when) return beside.slowerBy !== null && beside.slowerBy >= when.slowerBy
  if ('ceilingOver' in when) return beside.ceilingOver !== null && beside.ceilingOver >= when.ceilingOver
  const rating = said.ratings[when.rating]
  return rating !== undefined && rating >= (when.atLeast ?? -Infinity) && rating <= (when.atMost ?? Infinity)
}

/** The step of a school at which a tuning stands: its last own one, else its beginning. */
export function stepAt(school: School, tried: readonly Tried[]): SchoolStep {
  const own = tried.filter((t) => t.setup?.step?.school === school.id).at(-1)?.setup?.step?.id
  return school.steps.find((s) => s.id === own) ?? school.steps.find((s) => s.id === school.start)!
}

/** The setup before the one that is played now, which going back leads to; null at the beginning. */
function before(tried: readonly Tried[]): Tried | null {
  const now = tried.at(-1)!
  // A setup that went back to another stands where that one stood.
  const stood = now.setup?.backToId ?? now.id
  const setup = tried.find((t) => t.id === stood)?.setup
  if (!setup) return null
  const from = tried.find((t) => t.id === standing(tried, setup.fromId)) ?? null
  // What was only played on as it was is no step: the way back goes past it.
  const same = from && sameCuts(setup.cuts, from.setup?.cuts)
  return same ? before([...tried.slice(0, tried.indexOf(from) + 1)]) : from
}
/** The setup that made the frame what it is under another: itself, but where that was only played on. */
function changedBy(tried: readonly Tried[], id: string): string {
  const setup = tried.find((t) => t.id === id)?.setup
  const from = setup && !setup.backToId ? tried.find((t) => t.id === setup.fromId)?.setup : null
  return setup && from && sameCuts(setup.cuts, from.cuts) ? changedBy(tried, from.id) : id
}
const sameCuts = (a: readonly Cut[], b: readonly Cut[] | undefined): boolean =>
  b !== undefined && a.length === b.length && a.every((cut, i) => cut.id === b[i].id && sameCut(cut, b[i]))
/** The setup of which another is a return, or itself. */
function standing(tried: readonly Tried[], id: string): string {
  const backTo = tried.find((t) => t.id === id)?.setup?.backToId
  return backTo ?? id
}
const isUp = (to: FrameState, from: FrameState) => (to.swingWeightKgCm2 ?? 0) > (from.swingWeightKgCm2 ?? 0) + 0.05

/** Stops that no school may go over, by the last sessions: pain, late, tired twice, and the player's own word. */
function stopFor(tried: readonly Tried[]): Extract<Next, { kind: 'stop' | 'back' | 'end' }> | null {
  const now = tried.at(-1)!
  const last = now.sessions.at(-1)
  if (!last) return null
  const down = before(tried)
  const back = (stop: Stop, because: string): Extract<Next, { kind: 'stop' | 'back' }> =>
    down ? { kind: 'back', toId: down.id, stop, because } : { kind: 'stop', stop, because, toId: null }
  if (last.pain === 'yes')
    return {
      kind: 'stop',
      stop: 'pain',
      because: 'Pain: no more with this setup. A doctor or physiotherapist looks at it before anybody plays on.',
      toId: down?.id ?? null,
    }
  const heavier = down !== null && isUp(now.state, down.state)
  if (isLate(last) && heavier) return back('late', 'Late on one ball in ten is late enough: one step back.')
  const [a, b] = inOrder(tried).slice(-2)
  if (a && b && isTired(a) && isTired(b) && heavier)
    return back('tiredTwice', 'Tired two sessions in a row: one step back.')
  if (last.decision === 'step back' || last.decision === 'reject')
    return back('player', last.reason || 'The player would rather have the one before.')
  if (last.decision === 'keep')
    return { kind: 'end', because: last.reason || 'The player keeps it.', ceiling: ceilingBand(tried) }
  return null
}

/**
 * What a school says comes next. Its answers are tried in their order; one that leads to a step that was done as often as it may,
 * was gone back from as often as it is tried, cannot be done on this frame or goes over a stop is passed over.
 * @param tried the built frame first, then every setup in order
 */
export function nextOf(school: School, tried: readonly Tried[], facts: TuningFacts): Next {
  const now = tried.at(-1)!
  const step = stepAt(school, tried)
  const last = now.sessions.at(-1)
  if (!last) return { kind: 'play', step, because: step.why }
  const stop = stopFor(tried)
  if (stop) return stop
  const { likely } = ceilingBand(tried)
  const swing = now.state.swingWeightKgCm2
  const beside = {
    slowerBy: facts.slowerBy(now.state),
    ceilingOver: likely === null || swing === null ? null : likely - swing,
  }
  let held: string | null = null
  let cannot: Cannot | undefined
  for (const lead of step.leads) {
    if (!holds(lead.when, last, beside)) continue
    const found = follow(lead, school, step, tried, facts)
    if (typeof found === 'string') held ??= found
    else if (found && 'problem' in found) cannot ??= found
    else if (found) return found.kind === 'end' && cannot ? { ...found, cannot } : found
  }
  const because = held ?? (cannot ? '' : 'Nothing more of this school is left to try.')
  return { kind: 'end', because, ceiling: ceilingBand(tried), ...(cannot ? { cannot } : {}) }
}

/** Where a lead leads; a sentence where a stop stands against it, null where it is used up. */
function follow(
  lead: Lead,
  school: School,
  step: SchoolStep,
  tried: readonly Tried[],
  facts: TuningFacts,
): Next | Cannot | string | null {
  const now = tried.at(-1)!
  const last = now.sessions.at(-1)!
  if (lead.to === END) return { kind: 'end', because: lead.because, ceiling: ceilingBand(tried) }
  if (lead.to === BACK) {
    const down = before(tried)
    return down ? { kind: 'back', toId: down.id, stop: 'school', because: lead.because } : null
  }
  const next = lead.to === AGAIN ? step : school.steps.find((s) => s.id === lead.to)!
  const mine = tried.filter((t) => t.setup?.step?.school === school.id)
  const done = mine.filter((t) => t.setup!.step!.id === next.id && t.setup!.backToId === null)
  // Gone back from: the next setup returned from one of these.
  const gone = tried.filter((t) => t.setup?.backToId && done.some((d) => d.id === changedBy(tried, t.setup!.fromId)))
  if (done.length >= next.most || gone.length >= next.tries) return null
  const after = facts.after(next.dose)
  if (after instanceof Problem) return { dose: next.dose, problem: after }
  if (isHeavy(last) && isUp(after, now.state)) return 'Tired or late: nothing heavier to bring round.'
  const over =
    isUp(after, now.state) || (after.massG ?? 0) > (now.state.massG ?? 0) + 0.05 ? facts.overClass(after) : null
  if (over) return over
  const notBefore = next.weeks > 0 ? daysLater(now.setup?.at ?? now.sessions[0].on, 7 * next.weeks) : null
  return { kind: 'step', step: next, because: lead.because, notBefore }
}

/** The frames of a tuning in order, each with what was played of it. @param states by setup */
export function triedOf(
  setups: readonly TunedSetup[],
  sessions: readonly PlaySession[],
  state: (setup: TunedSetup | null) => FrameState,
): Tried[] {
  const of = (id: string) =>
    sessions.filter((s) => s.setupId === id).sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0))
  return [
    { id: BUILT, setup: null, state: state(null), sessions: of(BUILT) },
    ...setups.map((setup) => ({ id: setup.id, setup, state: state(setup), sessions: of(setup.id) })),
  ]
}

/** The setup that a step, or going back, makes. */
export function setupFrom(
  of: Pick<TunedSetup, 'id' | 'name' | 'at' | 'by' | 'cuts' | 'fromId'> & Partial<TunedSetup>,
): TunedSetup {
  return { backToId: null, step: null, strings: null, ...of }
}
