import { estimateOf } from '../frame/state.ts'
import type { PlayerFacts } from '../player/facts.ts'
import { withPointMasses, type PointMass } from '../frame/places.ts'
import { bareState, type FrameNow } from './frameNow.ts'
import { ageClassOf } from './rules/ageClasses.ts'
import { ONE_CLASS } from './steps.ts'
import type { TargetLines } from './target.ts'

export const isMinor = (player: PlayerFacts | null): boolean => player?.age != null && player.age < 18

/** Half of the step in swing weight from one class to the next: no more than that in one go for a minor. */
export const MINOR_SWING_STEP_KGCM2 = ONE_CLASS.swingWeight / 2

/** What advice may come to for a minor, in the job's own terms: never under what the frame has now. */
function mostFor(frame: FrameNow, player: PlayerFacts | null): { massG: number; swingKgCm2: number } | null {
  if (!isMinor(player)) return null
  const { state, profile } = frame
  const group = ageClassOf(profile.id, player!.age)
  const bare = bareState(frame)
  const here = (now: number, bareNow: number | null, most: number | null | undefined) =>
    most == null || bareNow === null ? Infinity : Math.max(now, most + now - bareNow)
  const mass = state.massG ?? 0
  const swing = state.swingWeightKgCm2 ?? 0
  return {
    massG: here(mass, bare.massG, group?.mostMassG),
    swingKgCm2: Math.min(swing + MINOR_SWING_STEP_KGCM2, here(swing, bare.swingWeightKgCm2, group?.mostSwingKgCm2)),
  }
}

/**
 * Advice for a minor, held inside the class of the age and to half a class of swing weight in one go. Numbers typed by hand, copied
 * from a setup that somebody chose, or half-way to a frame that somebody named are left: the warnings ask about those.
 */
export function withinClass(lines: TargetLines, frame: FrameNow, player: PlayerFacts | null): TargetLines {
  const most = mostFor(frame, player)
  if (!most) return lines
  const held: TargetLines = { ...lines }
  for (const [quantity, limit] of [
    ['mass', most.massG],
    ['swingWeight', most.swingKgCm2],
  ] as const) {
    const line = held[quantity]
    if (!line || CHOSEN.has(line.from) || line.value <= limit) continue
    held[quantity] = {
      ...line,
      value: limit,
      chain: [...line.chain, { code: 'held', at: 'class', from: line.value, to: limit }],
    }
  }
  return held
}
const CHOSEN: ReadonlySet<string> = new Set(['hand', 'reference', 'halfway'])

/** Grams at places, less of all alike, so that a minor's frame stays inside the class; as they are for anybody else. */
export function pointMassesWithin(
  frame: FrameNow,
  player: PlayerFacts | null,
  pointMasses: readonly PointMass[],
): PointMass[] {
  const most = mostFor(frame, player)
  if (!most || pointMasses.length === 0) return [...pointMasses]
  const after = withPointMasses(frame.state, pointMasses, frame.geometry)
  // Both go up in proportion to the grams.
  const share = (now: number | undefined, then: number | undefined, limit: number) =>
    now === undefined || then === undefined || then <= limit || then <= now
      ? 1
      : Math.max(0, (limit - now) / (then - now))
  const scale = Math.min(
    share(estimateOf(frame.state, 'mass')?.value, estimateOf(after, 'mass')?.value, most.massG),
    share(estimateOf(frame.state, 'swingWeight')?.value, estimateOf(after, 'swingWeight')?.value, most.swingKgCm2),
  )
  return pointMasses.map((dose) => ({ ...dose, massG: dose.massG * scale }))
}
