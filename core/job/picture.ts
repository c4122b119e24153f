import { referenceState, type ReferenceSetup } from '../compare/setup.ts'
import { conditionText, defaultCondition, type Condition, type OwnLayer } from '../frame/condition.ts'
import type { FrameGeometry } from '../frame/outline.ts'
import { estimateOf, type FrameState } from '../frame/state.ts'
import { withPieces } from '../frame/pieces.ts'
import { knownQuantities, summarise, type MeasuredSummary } from '../measure/summary.ts'
import type { Reading } from '../measure/readings.ts'
import { piecesOfAll, type Workpiece } from '../plan/cut.ts'
import { removable, type Material } from '../plan/material.ts'
import { QUANTITIES, type Quantity } from '../quantities/units.ts'
import type { SportProfile } from '../sports/profile.ts'
import type { LineWay } from '../target/target.ts'
import type { StageBodies } from './bodies.ts'
import { FRAME_SIZES, standings, STAGES, type ChangedFact, type Facts, type Stage, type StageStatus } from './stages.ts'

/** A reading as stored: with what stage of the job it was taken for. */
export type StoredReading = Reading & { takenAt: string }

/** Everything about a job that its numbers follow from. */
export interface JobInput {
  profile: SportProfile
  geometry: FrameGeometry
  /** What earlier jobs found this frame's strings to weigh, and where. */
  ownStrings: OwnLayer | null
  bodies: Partial<StageBodies>
  /** The facts each saved stage was worked out from. */
  used: Partial<Record<Stage, Facts>>
  readings: readonly StoredReading[]
  references: readonly ReferenceSetup[]
  materials: readonly Material[]
}

/** What follows: computed afresh from the input, never stored. */
export interface JobPicture {
  measured: MeasuredSummary
  condition: Condition
  axisCm: number
  work: Workpiece
  /** The drawer, and what is on the frame and may come off. */
  materials: Material[]
  /** The frame with the plan's cuts; null while nothing is planned or the frame is not measured. */
  planned: FrameState | null
  /** The final readings. */
  checked: MeasuredSummary
  facts: Record<Stage, Facts>
  standing: Record<Stage, { status: StageStatus; changed: ChangedFact[] }>
}

/** A job's numbers and the standing of its stages. */
export function pictureOf(input: JobInput): JobPicture {
  const { bodies, geometry, profile } = input
  const condition = bodies.measure?.condition ?? defaultCondition(profile)
  const axisCm = bodies.measure?.axisCm ?? profile.axisCm
  const read = (ids: readonly string[] | undefined, confirmed: readonly string[] | undefined) =>
    summarise(
      input.readings.filter((r) => ids?.includes(r.id)),
      { confirmed: new Set(confirmed ?? []), axisCm, condition, geometry, profile, ownStrings: input.ownStrings },
    )
  const measured = read(bodies.measure?.readingIds, bodies.measure?.confirmedIds)
  const checked = read(bodies.check?.readingIds, bodies.check?.confirmedIds)
  const ownZones = bodies.plan?.limits.ownZones ?? []
  const zones = ownZones.length > 0 ? [...profile.zones, ...ownZones] : profile.zones
  const work: Workpiece = { geometry, condition, profile: zones === profile.zones ? profile : { ...profile, zones } }
  const materials = [...input.materials, ...removable(condition, profile)]
  const known = new Set(materials.map((m) => m.id))
  const cuts = bodies.plan?.cuts.filter((cut) => known.has(cut.materialId)) ?? []
  const planned =
    cuts.length > 0 && measured.state.massG !== null
      ? withPieces(measured.state, piecesOfAll(cuts, materials, work), geometry)
      : null
  const partial = { measured, condition, axisCm, work, materials, planned, checked }
  const facts = factsNow(input, partial)
  const saved = Object.fromEntries(
    STAGES.map((stage) => [stage, bodies[stage] ? (input.used[stage] ?? {}) : null]),
  ) as Record<Stage, Facts | null>
  return { ...partial, facts, standing: standings(saved, facts) }
}

/** The setups that a job names, by id: to compare with, to aim by, and what the frame claims to be. */
export function referencesOf(bodies: Partial<StageBodies>): string[] {
  const lines = Object.values(bodies.target?.lines ?? {})
  const ids = [
    ...(bodies.compare?.referenceIds ?? []),
    bodies.target?.referenceId,
    ...lines.map((line) => line.referenceId),
    bodies.measure?.claimId,
  ]
  return [...new Set(ids.filter((id) => id != null))]
}

const STEP: Record<Quantity, number> = { mass: 0.1, balance: 0.01, swingWeight: 0.1, twistWeight: 0.01 }
const rounded = (quantity: Quantity, value: number) =>
  Number((Math.round(value / STEP[quantity]) * STEP[quantity]).toFixed(4))

function factsNow(
  input: JobInput,
  picture: Pick<JobPicture, 'measured' | 'condition' | 'axisCm' | 'planned' | 'materials'>,
): Record<Stage, Facts> {
  const { bodies } = input
  const measured: Facts = { 'as measured': conditionText(picture.condition, input.profile) }
  for (const quantity of knownQuantities(picture.measured)) {
    const estimate = estimateOf(picture.measured.state, quantity)
    if (estimate) measured[`measured ${quantity}`] = rounded(quantity, estimate.value)
  }
  const sizes: Facts = {}
  for (const [field, name] of Object.entries(FRAME_SIZES) as [keyof typeof FRAME_SIZES, string][])
    sizes[name] = Number(input.geometry[field].toFixed(2))
  const target: Facts = {}
  for (const quantity of QUANTITIES) {
    const line = bodies.target?.lines[quantity]
    if (line) {
      target[`target ${quantity}`] = rounded(quantity, line.value)
      target[`tolerance ${quantity}`] = rounded(quantity, line.tolerance)
    }
  }
  for (const [quantity, { value, tolerance }] of Object.entries(bodies.target?.also ?? {})) {
    target[`target ${quantity}`] = Number(value.toFixed(2))
    target[`tolerance ${quantity}`] = Number(tolerance.toFixed(2))
  }
  const predicted: Facts = {}
  for (const quantity of QUANTITIES) {
    const estimate = picture.planned && estimateOf(picture.planned, quantity)
    if (estimate) predicted[`predicted ${quantity}`] = rounded(quantity, estimate.value)
  }
  return {
    player: {},
    measure: {},
    compare: measured,
    target: targetFacts(input, picture, measured),
    plan: { ...measured, ...sizes, ...target },
    build: { ...cutFacts(bodies.plan?.cuts ?? [], picture.materials), ...sizes },
    check: { ...target, ...predicted },
    play: bodies.check?.signed ? { 'signed off': bodies.check.signed.at } : {},
  }
}

const FROM_SETUP: readonly LineWay[] = ['reference', 'cluster', 'match', 'halfway']
const FROM_FRAME: readonly LineWay[] = ['halfway', 'band', 'complaints', 'mgri', 'school']
const FROM_PLAYER: readonly LineWay[] = ['band', 'complaints', 'ceiling', 'school']

/** What a target stands on, number by number: a copied one on its setup in the frame's condition, one by hand on nothing. */
function targetFacts(input: JobInput, picture: Pick<JobPicture, 'condition' | 'axisCm'>, measured: Facts): Facts {
  const body = input.bodies.target
  if (!body) return {}
  const facts: Facts = {}
  const player = input.bodies.player?.facts
  for (const quantity of QUANTITIES) {
    const line = body.lines[quantity]
    if (!line || line.from === 'hand') continue
    facts['as measured'] = conditionText(picture.condition, input.profile)
    if (FROM_FRAME.includes(line.from)) facts[`measured ${quantity}`] = measured[`measured ${quantity}`] ?? null
    if (FROM_PLAYER.includes(line.from)) {
      facts.age = player?.age ?? null
      facts.level = player?.level ?? null
      facts.complaints = player?.complaints?.join(', ') ?? null
    }
    if (FROM_PLAYER.includes(line.from) || line.chain.some((r) => r.code === 'held'))
      facts.ceiling = player?.ceiling?.swingWeightKgCm2 ?? null
    if (!FROM_SETUP.includes(line.from)) continue
    const id = line.referenceId ?? body.referenceId
    const reference = input.references.find((r) => r.id === id)
    facts.reference = reference?.name ?? null
    if (!reference) continue
    const estimate = estimateOf(referenceState(reference, picture, input.profile), quantity)
    if (estimate) facts[`${quantity} of the reference`] = rounded(quantity, estimate.value)
  }
  return facts
}

function cutFacts(cuts: StageBodies['plan']['cuts'], materials: readonly Material[]): Facts {
  const name = (id: string) => materials.find((m) => m.id === id)?.name ?? id
  return Object.fromEntries(
    cuts.map((cut) => [
      `${name(cut.materialId)} at ${cut.zoneId ?? cut.place} ${cut.atCm.toFixed(1)} cm`,
      Number(cut.amount.toFixed(2)),
    ]),
  )
}
