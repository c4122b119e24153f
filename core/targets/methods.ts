import { Problem } from '../problem.ts'
import { derivedNumbers, estimateOf, type FrameState } from '../frame/state.ts'
import type { PlayerFacts } from '../player/facts.ts'
import { meansOf } from '../geometry/shape.ts'
import { GCM2_PER_KGCM2, GRAVITY_CM_S2, QUANTITIES, type Quantity } from '../quantities/units.ts'
import type { SportProfile } from '../sports/profile.ts'
import { pointMassesWithin, isMinor, withinClass } from './minors.ts'
import { withPieces, type Piece } from '../frame/pieces.ts'
import { withPointMasses, shapeAt, type PointMass, type TargetPlace } from '../frame/places.ts'
import { bareState, ceilingHere, rulesFacts, type FrameNow } from './frameNow.ts'
import { PLAYER_RULES } from './rules/playerRules.ts'
import { firing, ruleMessage, type Rule, type RuleFacts } from './rules/rule.ts'
import { oneClassAtATime } from './steps.ts'
import type { LineMethod, Reason, TargetLine, TargetLines } from './target.ts'

/** A setup already brought to the frame's own state and axis. */
export interface BroughtSetup {
  id: string
  name: string
  grade: string
  state: FrameState
}

const line = (
  value: number,
  from: LineMethod,
  chain: Reason[],
  quantity: Quantity,
  profile: SportProfile,
  referenceId: string | null = null,
): TargetLine => ({ value, tolerance: profile.tolerance[quantity], from, referenceId, reason: '', chain })

const nowOf = (state: FrameState, quantity: Quantity): Reason[] => {
  const now = estimateOf(state, quantity)
  return now ? [{ code: 'now', value: now.value, u: now.u }] : []
}

/**
 * Target numbers from a setup. Copy takes what the setup knows; half-way goes half the distance from the frame (common practice
 * for growing players, no source). What the setup does not know is left out, never guessed.
 * @throws Problem `state.needs` when half-way is asked for a number that the frame was not measured for
 */
export function fromSetup(
  way: Extract<LineMethod, 'reference' | 'cluster' | 'match' | 'halfway'>,
  mine: FrameState,
  setup: BroughtSetup,
  quantities: readonly Quantity[],
  profile: SportProfile,
): TargetLines {
  const lines: TargetLines = {}
  for (const quantity of quantities) {
    const theirs = estimateOf(setup.state, quantity)
    if (!theirs) continue
    const { name, grade, id } = setup
    const chain: Reason[] = [...nowOf(mine, quantity), { code: 'setup', name, grade, value: theirs.value, u: theirs.u }]
    if (way !== 'halfway') {
      lines[quantity] = line(theirs.value, way, chain, quantity, profile, id)
      continue
    }
    const now = estimateOf(mine, quantity)
    if (!now) throw new Problem('state.needs', quantity)
    const value = (now.value + theirs.value) / 2
    chain.push({ code: 'halfway', from: now.value, to: theirs.value })
    lines[quantity] = line(value, way, chain, quantity, profile, id)
  }
  return lines
}

const ruleReason = (rule: Rule, words: string): Reason => ({ code: 'rule', id: rule.id, words, source: rule.source })

type Band = Extract<Rule['effect'], { kind: 'band' }>
/** The band that is usual for a player, by the rule that says so; null where none fires. */
export function bandFor(facts: RuleFacts): { rule: Rule; band: Band } | null {
  const rule = firing(PLAYER_RULES, facts).find((r) => r.effect.kind === 'band')
  return rule?.effect.kind === 'band' ? { rule, band: rule.effect } : null
}

/**
 * The nearest place inside the player's band of weight and swing weight; a number already inside stays. Empty when no band
 * fires. The band is bare; what is on the frame comes on top, alike before and after.
 */
export function fromBand(frame: FrameNow, player: PlayerFacts | null): TargetLines {
  const facts = rulesFacts(frame, player)
  const found = bandFor(facts)
  if (!found) return {}
  const { rule, band } = found
  const bare = bareState(frame)
  const lines: TargetLines = {}
  for (const quantity of ['mass', 'swingWeight'] as const) {
    const here = estimateOf(frame.state, quantity)
    const now = estimateOf(bare, quantity)
    if (!here || !now) continue
    const [low, high] = band[quantity]
    const nearest = Math.min(high ?? Infinity, Math.max(low, now.value))
    const on = here.value - now.value
    lines[quantity] = line(
      here.value + nearest - now.value,
      'band',
      [
        ...nowOf(frame.state, quantity),
        ruleReason(rule, ruleMessage(rule, facts)),
        { code: 'band', low: low + on, high: high === null ? null : high + on, inside: nearest === now.value },
      ],
      quantity,
      frame.profile,
    )
  }
  return withinClass(oneClassAtATime(lines, frame.state), frame, player)
}

/** Swing weight at the player's ceiling, or one class towards it. Empty when none is known. */
export function fromCeiling(frame: FrameNow, player: PlayerFacts | null): TargetLines {
  const ceiling = ceilingHere(frame, player)
  if (ceiling === null) return {}
  const lines: TargetLines = {
    swingWeight: line(
      ceiling,
      'ceiling',
      [...nowOf(frame.state, 'swingWeight'), { code: 'ceiling', value: ceiling }],
      'swingWeight',
      frame.profile,
    ),
  }
  return withinClass(oneClassAtATime(lines, frame.state), frame, player)
}

/** Lines for all numbers that are known, as a change of mass in places makes them. */
export function fromPointMasses(
  frame: FrameNow,
  pointMasses: readonly PointMass[],
  from: LineMethod,
  before: readonly Reason[] = [],
  scale = 1,
): TargetLines {
  const scaled = pointMasses.map((d) => ({ ...d, massG: d.massG * scale }))
  const after = withPointMasses(frame.state, scaled, frame.geometry)
  const lines: TargetLines = {}
  for (const quantity of QUANTITIES) {
    const value = estimateOf(after, quantity)?.value
    if (value === undefined) continue
    const grams = scaled.map((d): Reason => ({ code: 'grams', massG: d.massG, place: d.place }))
    lines[quantity] = line(value, from, [...nowOf(frame.state, quantity), ...before, ...grams], quantity, frame.profile)
  }
  return lines
}

/** What the player's complaints ask for together: grams at places, and what was put on earlier down in proportion. Empty when none does. */
export function fromComplaints(frame: FrameNow, player: PlayerFacts | null): TargetLines {
  const facts = rulesFacts(frame, player)
  const rules = firing(PLAYER_RULES, facts)
  const shifts = rules.flatMap((r) => (r.effect.kind === 'shift' ? [{ rule: r, effect: r.effect }] : []))
  // Two reasons to go down in proportion are one: the larger counts.
  const scales = rules
    .flatMap((r) => (r.effect.kind === 'scale' ? [{ rule: r, share: r.effect.share }] : []))
    .sort((a, b) => a.share - b.share)
  const back = scaledBack(frame, scales[0]?.share ?? 0)
  if (shifts.length === 0 && back === null) return {}
  const reasons: Reason[] = [
    ...shifts.map((s) => ruleReason(s.rule, ruleMessage(s.rule, facts))),
    ...(back ? scales.slice(0, 1).map((s) => ruleReason(s.rule, ruleMessage(s.rule, facts))) : []),
    ...(back ? [{ code: 'scaled' as const, share: back.share }] : []),
  ]
  const pointMasses = shifts.map(({ effect }) => ({ place: effect.place, massG: effect.massG }))
  const scaled = back ? { ...frame, state: back.state } : frame
  const found = fromPointMasses(scaled, pointMassesWithin(scaled, player, pointMasses), 'complaints', reasons)
  return withinClass(oneClassAtATime(found, frame.state), frame, player)
}

/**
 * A frame with less of what was put on it: every piece gives in proportion to what it holds, up to all of it. The frame itself gives
 * nothing: a lighter one is another frame.
 * @param share of the frame's mass that is to go, negative
 * @returns null where nothing is to go or nothing was put on; `share` is that of what was put on
 */
export function scaledBack(frame: FrameNow, share: number): { state: FrameState; share: number } | null {
  const { added } = frame.condition
  const there = added.reduce((sum, item) => sum + item.massG, 0)
  const { massG } = frame.state
  if (!(share < 0) || there <= 0 || massG === null) return null
  const part = Math.min(1, (-share * massG) / there)
  const pieces = added.map((item): Piece => ({
    massG: -part * item.massG,
    shape: { kind: 'strip', fromCm: item.atCm, toCm: item.atCm, offsetCm: item.offAxisCm },
    uMassG: 0,
    uPlaceCm: 0,
  }))
  return { state: withPieces(frame.state, pieces, frame.geometry), share: -part }
}

/**
 * Grams at a place that bring M·g·R/I to k: linear, m = (k·I − g·M·b/1000)/(g·x̄/1000 − k·x²̄/1000), I about the butt.
 * @returns g, negative to take off; null where that place cannot change it
 * @throws Problem `state.needs` when mass, balance or swing weight is not known
 */
export function gramsForMgri(frame: FrameNow, k: number, place: TargetPlace): number | null {
  const { buttInertiaKgCm2 } = derivedNumbers(frame.state)
  const means = meansOf(shapeAt(place, frame.geometry), frame.geometry)
  const moment = (GRAVITY_CM_S2 * frame.state.massG! * frame.state.balanceCm!) / GCM2_PER_KGCM2
  const per = (GRAVITY_CM_S2 * means.x) / GCM2_PER_KGCM2 - (k * means.xx) / GCM2_PER_KGCM2
  return Math.abs(per) < 1e-9 ? null : (k * buttInertiaKgCm2 - moment) / per
}

/** One school's usual band of M·g·R/I for tennis (common practice, thin evidence). */
export const MGRI_BAND = [20, 21] as const
const MOST_MGRI_G = 25

/** The dose that brings M·g·R/I to the nearest edge of its band; empty inside it, null when no dose within reason does. */
export function mgriPointMasses(frame: FrameNow): { k: number; to: number; pointMasses: PointMass[] } | null {
  const k = derivedNumbers(frame.state).mgri
  const to = Math.min(MGRI_BAND[1], Math.max(MGRI_BAND[0], k))
  if (to === k) return { k, to, pointMasses: [] }
  for (const place of k < to ? (['handle', 'butt'] as const) : (['tip', 'tenTwo'] as const)) {
    const grams = gramsForMgri(frame, to, place)
    if (grams !== null && grams > 0 && grams <= MOST_MGRI_G) return { k, to, pointMasses: [{ place, massG: grams }] }
  }
  return null
}

/** @throws Problem `state.needs`, `target.mgriMinor` for a child, `target.mgri` when no dose within reason reaches the band */
export function fromMgri(frame: FrameNow, player: PlayerFacts | null): TargetLines {
  if (isMinor(player)) throw new Problem('target.mgriMinor')
  const found = mgriPointMasses(frame)
  if (!found) throw new Problem('target.mgri', '', { k: derivedNumbers(frame.state).mgri })
  return fromPointMasses(frame, found.pointMasses, 'mgri', [{ code: 'mgri', from: found.k, to: found.to }])
}

/** Lines with the swing weight held at a ceiling; what was higher says so. */
export function heldAt(lines: TargetLines, ceiling: number | null): TargetLines {
  const swing = lines.swingWeight
  if (ceiling === null || !swing || swing.value <= ceiling || swing.from === 'hand') return lines
  return {
    ...lines,
    swingWeight: {
      ...swing,
      value: ceiling,
      chain: [...swing.chain, { code: 'held', at: 'ceiling', from: swing.value, to: ceiling }],
    },
  }
}
