import type { Condition } from '../frame/condition.ts'
import type { Cut } from '../plan/cut.ts'
import type { AlternativeId } from '../plan/alternatives.ts'
import { OPEN_LIMITS, type PlanLimits, type TargetNumber } from '../plan/request.ts'
import type { AimQuantity } from '../quantities/units.ts'
import type { SchoolId } from '../target/rules/rule.ts'
import type { Confirmation, TargetLines, TargetWay } from '../target/target.ts'

/** What a player says is wrong with the frame now. */
export const COMPLAINTS = ['twists', 'unsteady', 'late', 'tired', 'heavy', 'weak', 'power'] as const
export type Complaint = (typeof COMPLAINTS)[number]

/** What a fitter asks a player, because it changes a decision. Null: not asked or not known. */
export interface PlayerFacts {
  name: string
  age: number | null
  build: 'slight' | 'average' | 'strong' | null
  level: 'beginner' | 'club' | 'strong' | 'competition' | null
  hand: 'right' | 'left' | null
  hoursPerWeek: number | null
  style: 'flat' | 'spin' | 'all-court' | 'touch' | null
  mishits: 'tip' | 'sides' | 'centre' | 'throat' | null
  /** Balls of ten on which this player is late. */
  lateInTen: number | null
  tired: 'no' | 'a little' | 'yes' | null
  pain: 'none' | 'past' | 'now' | null
  painWhere: string
  /** Null: not asked; empty: none. */
  complaints: Complaint[] | null
  /** What was played before this sport. */
  cameFrom: 'nothing' | 'racket sport' | null
  /** The heaviest swing that lasts a session, strung as played. */
  ceiling: { swingWeightKgCm2: number; axisCm: number } | null
  wants: string
}

/** Facts of which nothing is known yet but the name. */
export function unknownPlayer(name: string): PlayerFacts {
  return {
    name,
    age: null,
    build: null,
    level: null,
    hand: null,
    hoursPerWeek: null,
    style: null,
    mishits: null,
    lateInTen: null,
    tired: null,
    pain: null,
    painWhere: '',
    complaints: null,
    cameFrom: null,
    ceiling: null,
    wants: '',
  }
}

export interface PlayerBody {
  playerId: string | null
  facts: PlayerFacts
}

export interface MeasureBody {
  condition: Condition
  /** Axis in which this job shows swing weight, cm from the butt. */
  axisCm: number
  readingIds: string[]
  /** Doubtful readings that somebody confirmed. */
  confirmedIds: string[]
  /** Looked over before work: cracks stop the job. */
  inspection: 'not yet' | 'sound' | 'cracked'
  findings: Finding[]
  photoIds: string[]
  /** The published setup that this frame claims to be. */
  claimId: string | null
  /** A deviation that was left as it is, in somebody's words. */
  note: string
}

/** A measure stage before anything was measured. */
export function nothingMeasured(condition: Condition, axisCm: number): MeasureBody {
  return {
    condition,
    axisCm,
    readingIds: [],
    confirmedIds: [],
    inspection: 'not yet',
    findings: [],
    photoIds: [],
    claimId: null,
    note: '',
  }
}

/** What is looked at before any work. */
export const INSPECTION_ITEMS = [
  'cracks',
  'bumper',
  'grommets',
  'buttCap',
  'handle',
  'stuckOn',
  'sides',
  'model',
] as const
export type InspectionItem = (typeof INSPECTION_ITEMS)[number]

export interface Finding {
  item: InspectionItem
  verdict: 'fine' | 'noted' | 'stop'
  note: string
}

/** What the findings come to: stop where one says stop, sound when all are looked at. */
export function inspectionOf(findings: readonly Finding[]): MeasureBody['inspection'] {
  if (findings.some((f) => f.verdict === 'stop')) return 'cracked'
  return INSPECTION_ITEMS.every((item) => findings.some((f) => f.item === item)) ? 'sound' : 'not yet'
}

export interface CompareBody {
  referenceIds: string[]
  /** All numbers are brought to this; null means as the frame was measured. */
  condition: Condition | null
  /** And swing weight about this axis, cm from the butt; null means the job's. */
  axisCm: number | null
}

export interface TargetBody {
  way: TargetWay
  /** The setup that the way goes by, where it goes by one. */
  referenceId: string | null
  school: SchoolId | null
  lines: TargetLines
  /** What follows from the numbers and is aimed at as well. */
  also: Partial<Record<'recoilWeight' | 'mgri', TargetNumber>>
  confirmed: Confirmation[]
}

export interface PlanBody {
  limits: PlanLimits
  /** Which alternative was taken; null when cuts were set by hand. */
  taken: AlternativeId | null
  /** The cuts differ from what was taken, or there was nothing taken. */
  byHand: boolean
  cuts: Cut[]
  /** Pieces that a new plan leaves where they are, by id. */
  locked: string[]
}

export const EMPTY_PLAN: PlanBody = { limits: OPEN_LIMITS, taken: null, byHand: false, cuts: [], locked: [] }

export interface StepMark {
  doneAt: string
  by: string
  readingIds: string[]
}

export interface BuildBody {
  /** The cut list that the work order was drawn up from. */
  cuts: Cut[]
  marks: Record<string, StepMark>
}

export interface SignedCheck {
  by: string
  at: string
  /** What was read, targeted and predicted at sign-off, core units; a record, not recomputed. */
  lines: {
    quantity: AimQuantity
    read: number
    u: number
    target: number | null
    tolerance: number | null
    predicted: number | null
  }[]
}

export interface CheckBody {
  readingIds: string[]
  confirmedIds: string[]
  signed: SignedCheck | null
}

export const PLAY_ASPECTS = [
  'stability',
  'plough-through',
  'power',
  'spin',
  'direction',
  'depth',
  'comfort',
  'feel',
  'serve',
  'return',
  'volley',
  'manoeuvrability',
] as const
export type PlayAspect = (typeof PLAY_ASPECTS)[number]

export interface PlaySession {
  id: string
  on: string
  minutes: number | null
  /** Against the earlier setup: −2 much worse … +2 much better. */
  ratings: Partial<Record<PlayAspect, number>>
  late: 'less' | 'same' | 'more' | null
  tired: 'less' | 'same' | 'more' | null
  pain: 'none' | 'yes' | null
  painWhere: string
  strings: string
  note: string
  decision: 'keep' | 'step back' | 'go on' | null
}

export interface PlayBody {
  sessions: PlaySession[]
}

export interface StageBodies {
  player: PlayerBody
  measure: MeasureBody
  compare: CompareBody
  target: TargetBody
  plan: PlanBody
  build: BuildBody
  check: CheckBody
  play: PlayBody
}
