import type { Condition } from '../frame/condition.ts'
import type { Cut } from '../cuts/cut.ts'
import type { AlternativeId } from '../planning/offers/alternatives.ts'
import type { PlayerFacts } from '../player/facts.ts'
import { OPEN_LIMITS, type PlanLimits, type TargetNumber } from '../planning/problem/request.ts'
import type { AimQuantity } from '../quantities/units.ts'
import type { StrategyId } from '../targets/rules/rule.ts'
import type { PlayDocument } from '../tuning/document.ts'
import type { WorkOrder } from '../workorder/marks.ts'
import type { Confirmation, TargetLines, TargetMethod } from '../targets/target.ts'

export interface PlayerDocument {
  playerId: string | null
  facts: PlayerFacts
}

/** Looked over before work: cracks stop the job. */
export const INSPECTIONS = ['not yet', 'sound', 'cracked'] as const
export const FINDING_VERDICTS = ['fine', 'noted', 'stop'] as const

export interface MeasureDocument {
  condition: Condition
  /** Axis in which this job shows swing weight, cm from the butt. */
  axisCm: number
  readingIds: string[]
  /** Doubtful readings that somebody confirmed. */
  confirmedIds: string[]
  inspection: (typeof INSPECTIONS)[number]
  findings: Finding[]
  photoIds: string[]
  /** The published setup that this frame claims to be. */
  claimId: string | null
  /** A deviation that was left as it is, in somebody's words. */
  note: string
}

/** A measure stage before anything was measured. */
export function nothingMeasured(condition: Condition, axisCm: number): MeasureDocument {
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
  verdict: (typeof FINDING_VERDICTS)[number]
  note: string
}

/** What the findings come to: stop where one says stop, sound when all are looked at. */
export function inspectionOf(findings: readonly Finding[]): MeasureDocument['inspection'] {
  if (findings.some((f) => f.verdict === 'stop')) return 'cracked'
  return INSPECTION_ITEMS.every((item) => findings.some((f) => f.item === item)) ? 'sound' : 'not yet'
}

export interface CompareDocument {
  referenceIds: string[]
  /** All numbers are brought to this; null means as the frame was measured. */
  condition: Condition | null
  /** And swing weight about this axis, cm from the butt; null means the job's. */
  axisCm: number | null
}

export interface TargetDocument {
  way: TargetMethod
  /** The setup that the way goes by, where it goes by one. */
  referenceId: string | null
  school: StrategyId | null
  lines: TargetLines
  /** What follows from the numbers and is aimed at as well. */
  also: Partial<Record<'recoilWeight' | 'mgri', TargetNumber>>
  confirmed: Confirmation[]
}

export interface PlanDocument {
  limits: PlanLimits
  /** Which alternative was taken; null when cuts were set by hand. */
  taken: AlternativeId | null
  /** The cuts differ from what was taken, or there was nothing taken. */
  byHand: boolean
  cuts: Cut[]
  /** Pieces that a new plan leaves where they are, by id. */
  locked: string[]
}

export const EMPTY_PLAN: PlanDocument = { limits: OPEN_LIMITS, taken: null, byHand: false, cuts: [], locked: [] }

export type BuildDocument = WorkOrder

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

export interface CheckDocument {
  readingIds: string[]
  confirmedIds: string[]
  signed: SignedCheck | null
}

export interface StageDocuments {
  player: PlayerDocument
  measure: MeasureDocument
  compare: CompareDocument
  target: TargetDocument
  plan: PlanDocument
  build: BuildDocument
  check: CheckDocument
  play: PlayDocument
}
