import { conditionText } from '#core/frame/condition.ts'
import { sameCut, type Cut } from '#core/cuts/cut.ts'
import { nothingMeasured, type StageDocuments } from '#core/job/documents.ts'
import type { Stage } from '#core/job/stages.ts'
import type { PlayerFacts } from '#core/player/facts.ts'
import { OPEN_LIMITS, type PlanLimits, type TargetNumber } from '#core/planning/problem/request.ts'
import { AIM_QUANTITIES, type AimQuantity, type UnitChoice } from '#core/quantities/units.ts'
import { counted, fixed, writeQuantity, writeSpread } from '#core/quantities/write.ts'
import { entriesOf, keysOf } from '#core/records.ts'
import type { SportProfile } from '#core/sports/profile.ts'
import { documentSchemas } from '../documents.ts'
import { ORDER_NAMES } from './build.ts'
import { toldText } from './facts.ts'
import { INSPECTED } from './inspection.ts'
import { ALTERNATIVES } from './job.ts'
import { axisText, quantityInText } from './names.ts'
import { WAY_NAMES } from './targets.ts'

/** What the numbers of a history are written with. */
export interface HistoryContext {
  units: UnitChoice
  lengthCm: number
  profile: SportProfile
}

/** What changed from one revision of a stage to the next, in words; `before` is null for the first. */
type Changes<D> = (before: D | null, after: D, around: HistoryContext) => string[]

const differs = (a: unknown, b: unknown) => JSON.stringify(a ?? null) !== JSON.stringify(b ?? null)
const said = (isSaid: boolean, words: string): string[] => (isSaid ? [words] : [])

/** What came into a list and what went out of it. */
function cameAndWent(
  before: readonly string[] | undefined,
  after: readonly string[],
  [one, came, went]: readonly [one: string, came: string, went: string],
): string[] {
  const [more, less] = [after.filter((id) => !before?.includes(id)), (before ?? []).filter((id) => !after.includes(id))]
  return [
    ...said(more.length > 0, `${counted(more.length, one)} ${came}`),
    ...said(less.length > 0, `${counted(less.length, one)} ${went}`),
  ]
}

/** The same of what has an id, with what was there before and is another now. */
function withId<T extends { id: string }>(
  before: readonly T[] | undefined,
  after: readonly T[],
  words: readonly [one: string, came: string, went: string],
  same: (a: T, b: T) => boolean = (a, b) => !differs(a, b),
): string[] {
  const ids = (all: readonly T[]) => all.map(({ id }) => id)
  const other = after.filter((b) => before?.some((a) => a.id === b.id && !same(a, b))).length
  return [
    ...cameAndWent(before && ids(before), ids(after), words),
    ...said(other > 0, `${counted(other, words[0])} changed`),
  ]
}

const PIECES = ['piece', 'put on', 'taken off'] as const
const READINGS = ['reading', 'taken', 'taken back'] as const
const CONFIRMED = ['reading', 'confirmed', 'no longer confirmed'] as const
const cutsChanged = (before: readonly Cut[] | undefined, after: readonly Cut[]) =>
  withId(before, after, PIECES, sameCut)

const ofPlayer: Changes<StageDocuments['player']> = (before, { facts }) =>
  (Object.keys(facts) as (keyof PlayerFacts)[]).flatMap((field) =>
    before || (facts[field] !== null && facts[field] !== '')
      ? said(differs(before?.facts[field], facts[field]), toldText(field, facts[field]) || `${field}: no longer said`)
      : [],
  )

const ofMeasure: Changes<StageDocuments['measure']> = (before, after, { units, profile }) => {
  const was = before ?? nothingMeasured(after.condition, after.axisCm)
  return [
    ...said(differs(was.condition, after.condition), `on the frame: ${conditionText(after.condition, profile)}`),
    ...said(
      was.axisCm !== after.axisCm,
      `swing axis ${axisText(was.axisCm, units)} → ${axisText(after.axisCm, units)}`,
    ),
    ...cameAndWent(was.readingIds, after.readingIds, READINGS),
    ...cameAndWent(was.confirmedIds, after.confirmedIds, CONFIRMED),
    ...after.findings.flatMap((f) =>
      said(
        differs(
          f,
          was.findings.find(({ item }) => item === f.item),
        ),
        `${INSPECTED[f.item].name.toLowerCase()}: ${f.verdict}`,
      ),
    ),
    ...was.findings.flatMap(({ item }) =>
      said(!after.findings.some((f) => f.item === item), `${INSPECTED[item].name.toLowerCase()}: not looked at yet`),
    ),
    ...said(
      was.inspection !== after.inspection && !differs(was.findings, after.findings),
      `looked over: ${after.inspection}`,
    ),
    ...cameAndWent(was.photoIds, after.photoIds, ['picture', 'taken', 'taken out']),
    ...said(was.claimId !== after.claimId, 'what it claims to be'),
    ...said(was.note !== after.note, after.note === '' ? 'note taken out' : 'note written'),
  ]
}

const ofCompare: Changes<StageDocuments['compare']> = (before, after, { units, profile }) => [
  ...cameAndWent(before?.referenceIds, after.referenceIds, ['setup', 'chosen', 'left out']),
  ...said(
    differs(before?.condition, after.condition),
    `brought to: ${after.condition ? conditionText(after.condition, profile) : 'as this frame was measured'}`,
  ),
  ...said(
    (before?.axisCm ?? null) !== after.axisCm,
    `swing weight about ${after.axisCm === null ? 'this job’s axis' : axisText(after.axisCm, units)}`,
  ),
]

/** A number that is aimed at, from one revision to the next. */
function aimChanged(
  quantity: AimQuantity,
  before: TargetNumber | undefined,
  after: TargetNumber | undefined,
  { units, lengthCm }: HistoryContext,
): string[] {
  const name = quantityInText(quantity)
  if (!after) return said(before !== undefined, `${name} open`)
  const write = (value: number) => writeQuantity(value, quantity, units, lengthCm)
  const spread = (tolerance: number) => `± ${writeSpread(tolerance, quantity, units)}`
  if (!before) return [`${name} ${write(after.value)} ${spread(after.tolerance)}`]
  const [values, tolerances] = [
    [write(before.value), write(after.value)],
    [spread(before.tolerance), spread(after.tolerance)],
  ]
  return [
    ...said(values[0] !== values[1], `${name} ${values.join(' → ')}`),
    ...said(tolerances[0] !== tolerances[1], `${name} ${tolerances.join(' → ')}`),
  ]
}

const ofTarget: Changes<StageDocuments['target']> = (before, after, around) => {
  const aims = (document: StageDocuments['target'] | null): Partial<Record<AimQuantity, TargetNumber>> => ({
    ...document?.lines,
    ...document?.also,
  })
  const [was, is] = [aims(before), aims(after)]
  return [
    ...said(before?.way !== after.way, `by: ${WAY_NAMES[after.way]}`),
    ...said(before !== null && before.school !== after.school, 'another school'),
    ...said(before !== null && before.referenceId !== after.referenceId, 'another setup to go by'),
    ...AIM_QUANTITIES.flatMap((quantity) => aimChanged(quantity, was[quantity], is[quantity], around)),
    ...entriesOf(after.lines).flatMap(([quantity, line]) =>
      said(
        before?.lines[quantity] !== undefined && before.lines[quantity].reason !== line?.reason,
        `${quantityInText(quantity)}: why`,
      ),
    ),
    ...cameAndWent(
      before?.confirmed.map((c) => c.key),
      after.confirmed.map((c) => c.key),
      ['warning', 'gone over', 'standing again'],
    ),
  ]
}

/** Limits as they are told when they changed. */
const LIMITS: { [L in keyof PlanLimits]: (value: PlanLimits[L]) => string } = {
  materialIds: (ids) => (ids ? `materials: ${ids.length} may be used` : 'materials: all may be used'),
  zoneIds: (ids) => (ids ? `places: ${ids.length} may be used` : 'places: all may be used'),
  noLead: (no) => (no ? 'no lead' : 'lead may be used'),
  leadAgreed: (by) => (by ? `lead agreed to by ${by.by}` : 'lead no longer agreed to'),
  hiddenOnly: (only) => (only ? 'nothing that shows' : 'may show'),
  mayChangeGrip: (may) => (may ? 'the grip may change' : 'the grip stays'),
  mayChangeStrings: (may) => (may ? 'the strings may change' : 'the strings stay'),
  mayTakeOff: (may) => (may ? 'what is on it may come off' : 'what is on it stays'),
  mayMove: (may) => (may ? 'what sits in a hole may move' : 'what sits in a hole stays'),
  evenSides: (may) => (may ? 'one side alone may be used' : 'both sides alike'),
  capG: (g) => (g === null ? 'no cap on what is added' : `at most ${fixed(g, 1)} g added`),
  capTotalG: (g) => (g === null ? 'no cap on the whole' : `the whole at most ${fixed(g, 1)} g`),
  maxPlaces: (n) => (n === null ? 'any number of places' : `at most ${counted(n, 'place')}`),
  fewPlaces: (few) => (few ? 'fewest places first' : 'least work first'),
  minutes: () => 'minutes of work',
  keep: (kept) =>
    kept.length > 0 ? `stays as measured: ${kept.map(quantityInText).join(', ')}` : 'nothing has to stay',
  matters: () => 'what matters most',
  reserveG: (g) => (g === 0 ? 'nothing kept back' : `${fixed(g, 1)} g kept back`),
  reserveAt: () => 'where what is kept back goes',
  ownZones: () => 'places of this frame’s own',
}
const limitChanged = <L extends keyof PlanLimits>(limit: L, before: PlanLimits, after: PlanLimits) =>
  said(differs(before[limit], after[limit]), LIMITS[limit](after[limit]))

const ofPlan: Changes<StageDocuments['plan']> = (before, after) => [
  ...said(
    after.taken !== null && before?.taken !== after.taken,
    `taken: ${after.taken && ALTERNATIVES[after.taken].name}`,
  ),
  ...cutsChanged(before?.cuts, after.cuts),
  ...cameAndWent(before?.locked, after.locked, ['piece', 'kept where it is', 'free again']),
  ...keysOf(LIMITS).flatMap((limit) => limitChanged(limit, before?.limits ?? OPEN_LIMITS, after.limits)),
]

const ofBuild: Changes<StageDocuments['build']> = (before, after) => {
  const marked = keysOf(after.marks).filter((step) => before?.marks[step])
  const other = marked.filter((step) => differs(before!.marks[step], after.marks[step])).length
  return [
    ...cameAndWent(before ? keysOf(before.marks) : [], keysOf(after.marks), ['step', 'ticked', 'open again']),
    ...said(other > 0, `${counted(other, 'step')} changed`),
    ...said(before !== null && before.school !== after.school, ORDER_NAMES[after.school].toLowerCase()),
    ...cutsChanged(before?.cuts, after.cuts),
    ...cameAndWent(before?.peeled, after.peeled, ['piece', 'to come off again', 'to stay']),
    ...said(
      differs(before?.weighed ?? {}, after.weighed) || differs(before?.strips ?? {}, after.strips),
      'strips weighed or laid',
    ),
    ...said(!before?.careRead && after.careRead !== null, `cautions read by ${after.careRead?.by}`),
    ...said(!before?.leadConfirmed && after.leadConfirmed !== null, `lead agreed to by ${after.leadConfirmed?.by}`),
  ]
}

const ofCheck: Changes<StageDocuments['check']> = (before, after) => [
  ...cameAndWent(before?.readingIds, after.readingIds, READINGS),
  ...cameAndWent(before?.confirmedIds, after.confirmedIds, CONFIRMED),
  ...said(
    differs(before?.signed, after.signed),
    after.signed ? `signed off by ${after.signed.by}` : 'no longer signed off',
  ),
]

const ofPlay: Changes<StageDocuments['play']> = (before, after) => [
  ...withId(before?.sessions, after.sessions, ['session', 'written down', 'taken out']),
  ...withId(before?.setups, after.setups, ['setup', 'made', 'taken out']),
  ...withId(before?.blind, after.blind, ['blind test', 'begun', 'taken out']),
  ...said((before?.school ?? null) !== after.school, 'another school'),
  ...said(differs(before?.strings, after.strings) || differs(before?.pastBeds ?? [], after.pastBeds), 'strings'),
  ...said((before?.overgripOn ?? null) !== after.overgripOn, 'overgrip wound'),
]

const CHANGES: { [S in Stage]: Changes<StageDocuments[S]> } = {
  player: ofPlayer,
  measure: ofMeasure,
  compare: ofCompare,
  target: ofTarget,
  plan: ofPlan,
  build: ofBuild,
  check: ofCheck,
  play: ofPlay,
}

/** What changed from one revision of a stage to the next, a few words each; `before` is null for the first. */
export const changesIn = <S extends Stage>(
  stage: S,
  before: StageDocuments[S] | null,
  after: StageDocuments[S],
  around: HistoryContext,
): string[] => CHANGES[stage](before, after, around)

/** So many changes are told of one revision. */
const MOST_TOLD = 3

/**
 * The same of contents as they were kept, as one line; empty where what was kept cannot be read any more.
 * @param before undefined for the first revision
 */
export function revisionText(stage: Stage, before: unknown, after: unknown, around: HistoryContext): string {
  const [was, is] = [documentSchemas[stage].safeParse(before), documentSchemas[stage].safeParse(after)]
  if (!is.success || (before !== undefined && !was.success)) return ''
  const told = changesIn(stage, was.success ? was.data : null, is.data, around)
  const more = told.length - MOST_TOLD
  return [...told.slice(0, MOST_TOLD), ...said(more > 0, `${more} more`)].join('; ')
}
