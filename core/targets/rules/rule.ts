import type { TargetPlace } from '../../frame/places.ts'
import type { ShownQuantity } from '../../quantities/units.ts'
import type { SportId } from '../../sports/sports.ts'

/** What rules ask of player, frame and target. Numbers in core units; null is not known. */
export interface RuleFacts {
  sport: string
  age: number | null
  build: string | null
  level: string | null
  style: string | null
  hoursPerWeek: number | null
  complaints: readonly string[] | null
  mishits: string | null
  lateInTen: number | null
  tired: string | null
  pain: string | null
  cameFrom: string | null
  ceilingKnown: 'yes' | 'no'
  frameLengthCm: number | null
  /** The frame brought to bare with a base grip. */
  bareMassG: number | null
  /** The same about the sport's axis. */
  bareSwingKgCm2: number | null
  mgri: number | null
  /** Of a target; null while there is none. */
  targetBareMassG: number | null
  targetBareSwingKgCm2: number | null
  massUpG: number | null
  massDownTolerances: number | null
  swingUpKgCm2: number | null
  swingUpTolerances: number | null
  swingUpShare: number | null
  overCeilingKgCm2: number | null
  referenceKind: string | null
  hasTarget: 'yes' | 'no'
  /** Of the frame against the rules of play; positive is outside. */
  lengthOverCm: number | null
  widthOverCm: number | null
  thicknessOverCm: number | null
  sumOverCm: number | null
  /** Of one number of a target. */
  changeTolerances: number | null
  changeInU: number | null
  toleranceInU: number | null
}
export type FactName = keyof RuleFacts

/** A condition as data. A number beyond its edge: `over` and `below` leave the edge out, `atLeast` and `atMost` take it in. */
export type RuleTest =
  | { fact: FactName; over?: number; atLeast?: number; below?: number; atMost?: number }
  | { fact: FactName; is: readonly string[] }
  | { all: readonly RuleTest[] }
  | { any: readonly RuleTest[] }
  | { not: RuleTest }

export type Truth = 'yes' | 'no' | 'unknown'

export const STRATEGY_IDS = ['handleFirst', 'ceilingFirst', 'keepBalance', 'ends', 'sides', 'mgri'] as const
export type StrategyId = (typeof STRATEGY_IDS)[number]

/** From, to; open above where there is no upper edge: nothing above pulls down. */
export type Band = readonly [number, number | null]

/** What a rule that fires asks for. */
export type RuleEffect =
  /** Usual bare weight, g, and bare swing weight, kg·cm² about the sport's axis. */
  | { kind: 'band'; mass: Band; swingWeight: Band }
  /** Swing weight near which setups of a game gather, strung as played. */
  | { kind: 'cluster'; swingWeight: number; style: string }
  /** Mass on or off at a place; negative grams are taken off. */
  | { kind: 'shift'; quantity: ShownQuantity; direction: 1 | -1; place: TargetPlace; massG: number }
  /** Less by a share of the frame's mass, from what was put on it, in proportion to where it sits. */
  | { kind: 'scale'; share: number }
  | { kind: 'halfway' }
  | { kind: 'shape'; prefer: readonly string[] }
  | { kind: 'school'; school: StrategyId }
  /** Something to look at beside the frame. */
  | { kind: 'advice' }
  /** A caution on a target; with `confirm` it asks for a reason in writing. */
  | { kind: 'warning'; quantity: ShownQuantity | null; confirm: boolean; perQuantity?: boolean }

export interface Rule {
  id: string
  sports: readonly SportId[] | 'all'
  when: RuleTest
  effect: RuleEffect
  school: 'common' | StrategyId
  grade: 'measured' | 'published standard' | 'common practice' | 'thin'
  source: string
  /** In the fitter's words; `{fact}` stands for a number. */
  message: string
  /** Rules that this one sets aside when it fires. */
  over?: readonly string[]
}

/**
 * Whether a condition holds, with three values: what is not known makes it unknown, unless the rest decides it alone (Kleene).
 */
export function holds(test: RuleTest, facts: RuleFacts): Truth {
  if ('all' in test) return least(test.all.map((t) => holds(t, facts)))
  if ('any' in test) return opposite(least(test.any.map((t) => opposite(holds(t, facts)))))
  if ('not' in test) return opposite(holds(test.not, facts))
  const value = facts[test.fact]
  if (value === null) return 'unknown'
  if ('is' in test) {
    const list = Array.isArray(value) ? (value as readonly string[]) : [String(value)]
    return list.some((v) => test.is.includes(v)) ? 'yes' : 'no'
  }
  const n = Number(value)
  const inside =
    (test.over === undefined || n > test.over) &&
    (test.atLeast === undefined || n >= test.atLeast) &&
    (test.below === undefined || n < test.below) &&
    (test.atMost === undefined || n <= test.atMost)
  return inside ? 'yes' : 'no'
}

function least(verdicts: readonly Truth[]): Truth {
  return verdicts.includes('no') ? 'no' : verdicts.includes('unknown') ? 'unknown' : 'yes'
}
const opposite = (v: Truth): Truth => (v === 'yes' ? 'no' : v === 'no' ? 'yes' : 'unknown')

/** The facts that a condition looks at. */
export function factsOf(test: RuleTest): FactName[] {
  if ('all' in test) return [...new Set(test.all.flatMap(factsOf))]
  if ('any' in test) return [...new Set(test.any.flatMap(factsOf))]
  if ('not' in test) return factsOf(test.not)
  return [test.fact]
}

export interface RuleOutcome {
  rule: Rule
  verdict: Truth
  /** The facts that would have to be known. */
  asks: FactName[]
}

/** Every rule of this sport with its verdict; one that another sets aside does not fire. */
export function judge(rules: readonly Rule[], facts: RuleFacts): RuleOutcome[] {
  const mine = rules.filter((rule) => rule.sports === 'all' || rule.sports.some((sport) => sport === facts.sport))
  const judged = mine.map((rule): RuleOutcome => {
    const verdict = holds(rule.when, facts)
    const asks = verdict === 'unknown' ? factsOf(rule.when).filter((name) => facts[name] === null) : []
    return { rule, verdict, asks }
  })
  const setAside = new Set(judged.flatMap((j) => (j.verdict === 'yes' ? (j.rule.over ?? []) : [])))
  return judged.map((j) => (j.verdict === 'yes' && setAside.has(j.rule.id) ? { ...j, verdict: 'no' } : j))
}

/** The rules that fire. */
export function firing(rules: readonly Rule[], facts: RuleFacts): Rule[] {
  return judge(rules, facts).flatMap((j) => (j.verdict === 'yes' ? [j.rule] : []))
}

/** A rule's words with its numbers in them. */
export function ruleMessage(rule: Pick<Rule, 'message'>, facts: RuleFacts): string {
  return rule.message.replace(/\{(\w+)\}/g, (_, name: string) => {
    const value = facts[name as FactName]
    return typeof value === 'number'
      ? String(Number(Math.abs(value).toFixed(1))).replace('-', '−')
      : String(value ?? '?')
  })
}
