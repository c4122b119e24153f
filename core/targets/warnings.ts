import { estimateOf } from '../frame/state.ts'
import type { PlayerFacts } from '../player/facts.ts'
import { QUANTITIES, type Quantity, type ShownQuantity } from '../quantities/units.ts'
import { ceilingHere, rulesFacts, type FrameNow } from './frameNow.ts'
import { CLASS_STEP_RULES, FRAME_RULES, WARNING_RULES } from './rules/warningRules.ts'
import { firing, judge, ruleMessage, type RuleOutcome, type Rule, type RuleFacts } from './rules/rule.ts'
import type { Confirmation, TargetLines } from './target.ts'

/** A caution on a target. It warns; the fitter decides. */
export interface TargetWarning {
  rule: Rule
  quantity: ShownQuantity | null
  message: string
  /** Needs a reason in writing, kept with the job. */
  confirm: boolean
  /** The rule with the number that it is about. */
  key: string
}

/** The kind of setup that a target goes by: a professional’s counts first; null where every number was typed. */
export function setupKindOf(lines: TargetLines, setups: readonly { id: string; kind: string }[]): string | null {
  const kinds = Object.values(lines).flatMap((line) =>
    line.from === 'hand' ? [] : (setups.find((s) => s.id === line.referenceId)?.kind ?? []),
  )
  return kinds.find((kind) => kind === 'professional') ?? kinds[0] ?? null
}

/** Facts of a target laid over those of player and frame. */
export function targetRuleFacts(
  frame: FrameNow,
  player: PlayerFacts | null,
  lines: TargetLines,
  referenceKind: string | null,
): RuleFacts {
  const base = rulesFacts(frame, player)
  const { state, profile } = frame
  const change = (quantity: Quantity) => {
    const now = estimateOf(state, quantity)
    const line = lines[quantity]
    return now && line ? { by: line.value - now.value, now: now.value, tolerance: line.tolerance } : null
  }
  const mass = change('mass')
  const swing = change('swingWeight')
  const ceiling = ceilingHere(frame, player)
  const aimed = Object.keys(lines).length > 0
  return {
    ...base,
    hasTarget: aimed ? 'yes' : 'no',
    massUpG: mass && mass.by,
    massDownTolerances: mass && -mass.by / mass.tolerance,
    // What a target leaves open stays as it is: a frame that is too heavy is so whatever else is aimed at.
    targetBareMassG: aimed && base.bareMassG !== null ? base.bareMassG + (mass?.by ?? 0) : null,
    targetBareSwingKgCm2: aimed && base.bareSwingKgCm2 !== null ? base.bareSwingKgCm2 + (swing?.by ?? 0) : null,
    swingUpKgCm2: swing && swing.by,
    swingUpTolerances: swing && swing.by / profile.tolerance.swingWeight,
    swingUpShare: swing && swing.by / swing.now,
    overCeilingKgCm2: ceiling === null || !lines.swingWeight ? null : lines.swingWeight.value - ceiling,
    referenceKind,
  }
}

/** Every warning with its verdict, one per number where it is about a number. */
export function judgeTarget(
  frame: FrameNow,
  player: PlayerFacts | null,
  lines: TargetLines,
  referenceKind: string | null,
  rules: readonly Rule[] = WARNING_RULES,
): { judged: RuleOutcome; quantity: Quantity | null; facts: RuleFacts }[] {
  const facts = targetRuleFacts(frame, player, lines, referenceKind)
  const each = (rule: Rule) => rule.effect.kind === 'warning' && rule.effect.perQuantity
  const whole = judge(
    rules.filter((r) => !each(r)),
    facts,
  ).map((judged) => ({ judged, quantity: null, facts }))
  const perQuantity = QUANTITIES.flatMap((quantity) => {
    const line = lines[quantity]
    const now = estimateOf(frame.state, quantity)
    if (!line || !now) return []
    const by = Math.abs(line.value - now.value)
    const own: RuleFacts = {
      ...facts,
      changeTolerances: by / line.tolerance,
      changeInU: now.u > 0 ? by / now.u : Infinity,
      toleranceInU: now.u > 0 ? line.tolerance / now.u : Infinity,
    }
    return judge(rules.filter(each), own).map((judged) => ({ judged, quantity, facts: own }))
  })
  return [...whole, ...perQuantity]
}

/** What a fitter should see before accepting target numbers. */
export function warningsOnTarget(
  frame: FrameNow,
  player: PlayerFacts | null,
  lines: TargetLines,
  referenceKind: string | null,
  rules: readonly Rule[] = WARNING_RULES,
): TargetWarning[] {
  return judgeTarget(frame, player, lines, referenceKind, rules).flatMap(({ judged, quantity, facts }) => {
    const { rule, verdict } = judged
    if (verdict !== 'yes' || rule.effect.kind !== 'warning') return []
    const about = quantity ?? rule.effect.quantity
    const number = about && about !== 'recoilWeight' ? lines[about]?.value.toFixed(1) : undefined
    return [
      {
        rule,
        quantity: about,
        message: ruleMessage(rule, facts),
        confirm: rule.effect.confirm,
        key: [rule.id, ...(number ? [number] : [])].join(' '),
      },
    ]
  })
}

/** What there is to say of a frame as it stands, before there is any target: too heavy for the age of who plays it. */
export function cautionsOnFrame(frame: FrameNow, player: PlayerFacts | null): { id: string; message: string }[] {
  const facts = rulesFacts(frame, player)
  return firing(FRAME_RULES, facts).map((rule) => ({ id: rule.id, message: ruleMessage(rule, facts) }))
}

/**
 * What there is to say of a frame that somebody might go over to: too heavy for the age, or more than one class from the frame
 * that is played now, both brought to bare.
 */
export function cautionsOnNext(
  now: FrameNow | null,
  next: FrameNow,
  player: PlayerFacts | null,
): { id: string; message: string }[] {
  const facts = rulesFacts(next, player)
  const from = now && rulesFacts(now, player)
  const up = (a: number | null | undefined, b: number | null) => (a == null || b === null ? null : b - a)
  const step: RuleFacts = {
    ...facts,
    massUpG: up(from?.bareMassG, facts.bareMassG),
    swingUpKgCm2: up(from?.bareSwingKgCm2, facts.bareSwingKgCm2),
  }
  return [
    ...cautionsOnFrame(next, player),
    ...firing(CLASS_STEP_RULES, step).map((rule) => ({ id: rule.id, message: ruleMessage(rule, step) })),
  ]
}

/** The warnings that still ask for a reason in writing. */
export function unconfirmed(warnings: readonly TargetWarning[], confirmed: readonly Confirmation[]): TargetWarning[] {
  return warnings.filter((g) => g.confirm && !confirmed.some((c) => c.key === g.key))
}
