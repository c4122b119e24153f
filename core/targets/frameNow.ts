import { convertState, defaultCondition, keepingAdded, NOTHING_ON, type Condition } from '../frame/condition.ts'
import type { FrameGeometry } from '../geometry/outline.ts'
import { estimateOf, type FrameState } from '../frame/state.ts'
import type { PlayerFacts } from '../player/facts.ts'
import type { SportProfile } from '../sports/profile.ts'
import type { RuleFacts } from './rules/rule.ts'

/** The frame at hand, as measured. */
export interface FrameNow {
  state: FrameState
  condition: Condition
  geometry: FrameGeometry
  profile: SportProfile
}

/** The same frame bare, with its base grip; what was added to it earlier is on. */
export function bareState(frame: FrameNow): FrameState {
  const bare: Condition = { ...NOTHING_ON, grip: 'base' }
  return convertState(
    frame.state,
    frame.condition,
    { condition: keepingAdded(bare, frame.condition), axisCm: axisFor(frame) },
    frame.geometry,
    frame.profile,
  )
}

/** The same frame as it is usually played: strung, base grip, one overgrip, about the sport's axis. */
export function playedState(frame: FrameNow, axisCm = axisFor(frame)): FrameState {
  return convertState(
    frame.state,
    frame.condition,
    { condition: keepingAdded(defaultCondition(frame.profile), frame.condition), axisCm },
    frame.geometry,
    frame.profile,
  )
}

/** The sport's axis; the frame's own where its swing weight cannot be moved. */
function axisFor({ state, profile }: FrameNow): number {
  return state.massG === null || state.balanceCm === null ? state.axisCm : profile.axisCm
}

/** A swing weight as played, brought to the condition and axis of the job: on this frame the two differ by as much as its own do. */
export function playedToHere(frame: FrameNow, playedKgCm2: number, axisCm: number): number | null {
  const here = frame.state.swingWeightKgCm2
  if (here === null) return null
  if (axisCm !== frame.state.axisCm && (frame.state.massG === null || frame.state.balanceCm === null)) return null
  return playedKgCm2 + here - playedState(frame, axisCm).swingWeightKgCm2!
}

/** This player's ceiling in the job's own terms; null when none is known. */
export function ceilingHere(frame: FrameNow, player: PlayerFacts | null): number | null {
  return player?.ceiling ? playedToHere(frame, player.ceiling.swingWeightKgCm2, player.ceiling.axisCm) : null
}

/** What rules ask, as far as player and frame answer it. The target's part is empty. */
export function rulesFacts(frame: FrameNow, player: PlayerFacts | null): RuleFacts {
  const { state, geometry, profile } = frame
  const complete = state.massG !== null && state.balanceCm !== null && state.swingWeightKgCm2 !== null
  const { maxLengthCm, maxWidthCm, maxThicknessCm, maxSumCm } = profile.rules
  const over = (value: number, most: number | undefined) =>
    most === undefined ? null : Number((value - most).toFixed(6))
  return {
    sport: profile.id,
    age: player?.age ?? null,
    build: player?.build ?? null,
    level: player?.level ?? null,
    style: player?.style ?? null,
    hoursPerWeek: player?.hoursPerWeek ?? null,
    complaints: player?.complaints ?? null,
    mishits: player?.mishits ?? null,
    lateInTen: player?.lateInTen ?? null,
    tired: player?.tired ?? null,
    pain: player?.pain ?? null,
    cameFrom: player?.cameFrom ?? null,
    ceilingKnown: player?.ceiling ? 'yes' : 'no',
    frameLengthCm: geometry.lengthCm,
    bareMassG: state.massG === null ? null : bareState(frame).massG,
    bareSwingKgCm2: state.swingWeightKgCm2 === null ? null : bareState(frame).swingWeightKgCm2,
    mgri: complete ? (estimateOf(playedState(frame), 'mgri')?.value ?? null) : null,
    targetBareMassG: null,
    targetBareSwingKgCm2: null,
    massUpG: null,
    massDownTolerances: null,
    swingUpKgCm2: null,
    swingUpTolerances: null,
    swingUpShare: null,
    overCeilingKgCm2: null,
    referenceKind: null,
    hasTarget: 'no',
    lengthOverCm: over(geometry.lengthCm, maxLengthCm),
    widthOverCm: over(geometry.headWidthCm, maxWidthCm),
    thicknessOverCm: over(geometry.beamCm, maxThicknessCm),
    sumOverCm: over(geometry.lengthCm + geometry.headWidthCm, maxSumCm),
    changeTolerances: null,
    changeInU: null,
    toleranceInU: null,
  }
}
