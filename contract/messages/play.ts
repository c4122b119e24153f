import { costOf, massOf, type Workpiece } from '#core/cuts/cut.ts'
import type { Material } from '#core/cuts/material.ts'
import { fixed, sentence, signed } from '#core/quantities/write.ts'
import type { BlindResult } from '#core/tuning/blind.ts'
import type { CeilingBand } from '#core/tuning/ceiling.ts'
import { type HandWork } from '#core/tuning/doses.ts'
import {
  type BodyPlace,
  type Energy,
  type PlayAspect,
  type PlayCondition,
  type PlayDecision,
  type PlaySession,
  type SessionKind,
  type TuningAsk,
} from '#core/tuning/document.ts'
import type { Dose } from '#core/tuning/school.ts'
import type { Said } from '#core/tuning/ladder.ts'
import type { SessionFault } from '#core/tuning/sessions.ts'
import { PLACE_NAMES } from './targets.ts'
import { stripsText, whereText } from './names.ts'

/** Words of play and tuning, shared by screen and paper. */
export const KIND_NAMES: Record<SessionKind, string> = { practice: 'Practice', match: 'Match', lesson: 'Lesson' }
export const CONDITION_NAMES: Record<PlayCondition, string> = {
  hot: 'Hot',
  cold: 'Cold',
  wet: 'Wet',
  windy: 'Windy',
  high: 'High up',
  indoors: 'Indoors',
}
export const ENERGY_NAMES: Record<Energy, string> = { fresh: 'Fresh', usual: 'As usual', tired: 'Tired' }
export const BODY_NAMES: Record<BodyPlace, string> = {
  wrist: 'Wrist',
  forearm: 'Forearm',
  elbow: 'Elbow',
  shoulder: 'Shoulder',
  back: 'Back',
  elsewhere: 'Elsewhere',
}
export const DECISION_NAMES: Record<PlayDecision, string> = {
  keep: 'Keep it',
  'step back': 'One step back',
  reject: 'Reject it',
  'go on': 'Go on',
}
export const ASK_WORDS: Record<TuningAsk, string> = {
  twisting: 'Does it twist when you miss the middle?',
  unsteady: 'Is it unsteady on clean hits?',
  heavy: 'Is it too heavy all over?',
}
export const RATING_NAMES: Record<number, string> = {
  [-2]: 'much worse',
  [-1]: 'worse',
  0: 'the same',
  1: 'better',
  2: 'much better',
}
export const aspectName = (aspect: PlayAspect): string => sentence(aspect)

export const SAID_NAMES: Record<Said, string> = {
  pain: 'pain',
  tiredLate: 'tired, late',
  tired: 'tired',
  late: 'late',
  fresh: 'fresh',
  usual: 'as usual',
  nothing: 'nothing said',
  unplayed: 'not played yet',
}

export const PAIN_CAUTION =
  'Stop with this setup. Kevro gives no medical advice: a doctor or physiotherapist looks at it before anybody plays on.'

export const SESSION_FAULT_WORDS: Record<SessionFault, string> = {
  future: 'This day is still to come.',
  beforeSetup: 'The frame was not like that yet on this day: the setup was made later.',
  takenApart: 'The frame was changed before this day: choose what was played then.',
  overlap: 'Another session was played at that time.',
  unknownSetup: 'This setup is no longer there.',
}

/** What a dose does, short enough for a name. */
export function doseText(dose: Dose): string {
  const grams = (g: number) => `${fixed(Math.abs(g), g % 1 === 0 ? 0 : 1)} g`
  switch (dose.kind) {
    case 'none':
      return 'As it is'
    case 'add':
      return `${grams(dose.massG)} ${dose.massG < 0 ? 'less' : 'more'} ${PLACE_NAMES[dose.place]}`
    case 'move':
      return `${grams(dose.massG)} from ${PLACE_NAMES[dose.from].replace(/^(at|in) /, '')} to ${PLACE_NAMES[dose.to].replace(/^(at|in) /, '')}`
    case 'pair':
      return `${grams(dose.massG)} ${PLACE_NAMES[dose.front]}, the balance kept`
    case 'scale':
      return `${fixed(100 * dose.share, 0)} % less everywhere`
    case 'takeOff':
      return `${grams(dose.massG)} less, in proportion`
    case 'towards':
      return dose.share === 0.5 ? 'Half-way to the target' : `${fixed(100 * dose.share, 0)} % of the way to the target`
    case 'preset':
      return dose.points.map((p) => `${grams(p.massG)} ${PLACE_NAMES[p.place]}`).join(', ')
  }
}

/** One line of what a hand does on a frame, with the grams that go on or come off. */
export function handWorkText({ kind, cut, was }: HandWork, materials: readonly Material[], work: Workpiece): string {
  const material = materials.find((m) => m.id === cut.materialId)
  if (!material) return ''
  const what = `${material.name}, ${whereText(cut, work).toLowerCase()}`
  const strips = stripsText(cut, material, work)
  const grams = massOf(cut, material, work) - (was && kind === 'changed' ? massOf(was, material, work) : 0)
  if (material.kind === 'moved') return kind === 'off' ? `Move back: ${material.name}` : `Move: ${what}`
  switch (kind) {
    case 'off':
      return `Take off: ${what}, ${strips} (−${fixed(massOf(cut, material, work), 1)} g)`
    case 'on':
      return `Put on: ${what}, ${strips} (${signed(grams, 1)} g)`
    case 'changed':
      return `${grams > 0 ? 'Longer' : 'Shorter'}: ${what}, ${stripsText(was!, material, work)} → ${strips} (${signed(grams, 1)} g)`
  }
}

/** What the pieces of some work cost, as far as the prices are known; null where they are not. */
export function handWorkCost(
  steps: readonly HandWork[],
  materials: readonly Material[],
  work: Workpiece,
): number | null {
  let sum = 0
  for (const { kind, cut, was } of steps) {
    const material = materials.find((m) => m.id === cut.materialId)
    if (!material || kind === 'off') continue
    const cost = costOf(cut, material, work)
    const before = was ? costOf(was, material, work) : 0
    if (cost === null || before === null) return null
    sum += Math.max(0, cost - before)
  }
  return sum
}

/** Where the ceiling lies, as an interval. @param write a swing weight in figures */
export function ceilingText({ low, high, likely }: CeilingBand, write: (kgCm2: number) => string): string {
  if (low === null && high === null) return 'not known yet'
  if (high === null) return `above ${write(low!)}`
  if (low === null) return `below ${write(high)}`
  return `between ${write(low)} and ${write(high)}, likely ${write(likely!)}`
}

/** An exact chance in words that nobody has to learn. */
function inHundred(chance: number): string {
  if (chance < 0.01) return 'in fewer than 1 of 100 tries'
  return chance > 0.995 ? 'nearly always' : `in ${Math.round(100 * chance)} of 100 tries`
}
export function blindText(result: BlindResult, names: { a: string; b: string }): string[] {
  const { bouts, right, chance, aBetter, bBetter, preferenceChance } = result
  if (bouts === 0) return ['Nothing was said yet.']
  const told = `${right} of ${bouts} right. Guessing does at least that well ${inHundred(chance)}.`
  const verdict =
    chance <= 0.05
      ? 'The difference was felt.'
      : 'This does not show that the difference was felt. It does not show that there is none.'
  const liked =
    aBetter + bBetter === 0
      ? []
      : [
          `Called better: ${names.a} ${aBetter} times, ${names.b} ${bBetter} times. Two alike come out that uneven ${inHundred(preferenceChance)}.`,
        ]
  return [told, verdict, ...liked]
}

/** A session in one line: what was said, the three that decide first. */
export function sessionLine(session: PlaySession): string {
  const felt = Object.entries(session.ratings).flatMap(([aspect, rating]) =>
    rating ? [`${aspect} ${signed(rating, 0)}`] : [],
  )
  return [
    ...(session.minutes === null ? [] : [`${session.minutes} min`]),
    ...(session.lateInTen === null ? [] : [`late ${session.lateInTen} in ten`]),
    ...(session.energy ? [ENERGY_NAMES[session.energy].toLowerCase()] : []),
    ...(session.pain === 'yes'
      ? [
          `pain${session.painAt.length > 0 ? `: ${session.painAt.map((p) => BODY_NAMES[p].toLowerCase()).join(', ')}` : ''}`,
        ]
      : []),
    ...felt,
    ...(session.ball ? [`ball: ${session.ball.toLowerCase()}`] : []),
    ...(session.altitudeM === null ? [] : [`${fixed(session.altitudeM, 0)} m up`]),
    ...(session.mishits.length > 0 ? [`${session.mishits.length} mishits marked`] : []),
    ...(session.decision ? [DECISION_NAMES[session.decision].toLowerCase()] : []),
  ].join(', ')
}
