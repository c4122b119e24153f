import { referenceState, type ReferenceSetup } from '../compare/setup.ts'
import { conditionText, defaultCondition, type Condition, type OwnLayer } from '../frame/condition.ts'
import type { FrameGeometry } from '../geometry/outline.ts'
import { estimateOf, type FrameState } from '../frame/state.ts'
import { withPieces } from '../frame/pieces.ts'
import { knownQuantities, summarise, type MeasuredSummary } from '../measure/summary.ts'
import type { Reading } from '../measure/readings.ts'
import { finishFor, type Workpiece } from '../cuts/cut.ts'
import { piecesOfAll } from '../cuts/pieces.ts'
import { materialsOn } from '../cuts/items.ts'
import type { Material } from '../cuts/material.ts'
import { QUANTITIES, stated } from '../quantities/units.ts'
import type { SportProfile } from '../sports/profile.ts'
import { isMinor } from '../targets/minors.ts'
import type { LineMethod } from '../targets/target.ts'
import type { StageDocuments } from './documents.ts'
import { pieceFacts, PIECES_TOLD, rollFacts } from './pieceFacts.ts'
import {
  FRAME_SIZES,
  freshnessOf,
  STAGES,
  type ChangedDependency,
  type Dependencies,
  type Stage,
  type StageStatus,
} from './stages.ts'

/** A reading as stored: with what stage of the job it was taken for. */
export type StoredReading = Reading & { takenAt: string }

/** A material as the shop keeps it. */
export type ShopMaterial = Material & { retired?: boolean }

/** Everything about a job that its numbers follow from. */
export interface JobInput {
  profile: SportProfile
  geometry: FrameGeometry
  /** What earlier jobs found this frame's strings to weigh, and where. */
  ownStrings: OwnLayer | null
  /** How the frame left its last job, until this one says what is on it; null: not known. */
  startsAs?: Condition | null
  documents: Partial<StageDocuments>
  /** The facts that each saved stage was worked out from. */
  used: Partial<Record<Stage, Dependencies>>
  readings: readonly StoredReading[]
  references: readonly ReferenceSetup[]
  /** The shop's drawer as it is now. */
  materials: readonly ShopMaterial[]
  /** What the job's own signed build took out of it: amounts by material. */
  taken: Readonly<Record<string, number>>
}

/** What follows: computed afresh from the input, never stored. */
export interface DerivedJob {
  measured: MeasuredSummary
  condition: Condition
  axisCm: number
  work: Workpiece
  /** The drawer as this job finds it: what its own signed build took counts as there, what was put away does not. */
  drawer: Material[]
  /** The drawer, and what is on the frame and may come off. */
  materials: Material[]
  /** The frame with the plan's cuts; null while nothing is planned or the frame is not measured. */
  planned: FrameState | null
  /** The final readings. */
  checked: MeasuredSummary
  dependencies: Record<Stage, Dependencies>
  freshness: Record<Stage, { status: StageStatus; changed: ChangedDependency[] }>
}

/** A job's numbers and the freshness of its stages. */
export function deriveJob(input: JobInput): DerivedJob {
  const { documents, geometry, profile } = input
  const condition = documents.measure?.condition ?? input.startsAs ?? defaultCondition(profile)
  const axisCm = documents.measure?.axisCm ?? profile.axisCm
  const read = (ids: readonly string[] | undefined, confirmed: readonly string[] | undefined) =>
    summarise(
      input.readings.filter((r) => ids?.includes(r.id)),
      { confirmed: new Set(confirmed ?? []), axisCm, condition, geometry, profile, ownStrings: input.ownStrings },
    )
  const measured = read(documents.measure?.readingIds, documents.measure?.confirmedIds)
  const checked = read(documents.check?.readingIds, documents.check?.confirmedIds)
  const ownZones = documents.plan?.limits.ownZones ?? []
  const zones = ownZones.length > 0 ? [...profile.zones, ...ownZones] : profile.zones
  const work: Workpiece = {
    geometry,
    condition,
    profile: zones === profile.zones ? profile : { ...profile, zones },
    finish: finishFor(isMinor(documents.player?.facts ?? null)),
  }
  const drawer = input.materials.map((m) => ({ ...m, stock: m.retired ? 0 : m.stock + (input.taken[m.id] ?? 0) }))
  const materials = [...drawer, ...materialsOn(condition, profile)]
  const known = new Set(materials.map((m) => m.id))
  const cuts = documents.plan?.cuts.filter((cut) => known.has(cut.materialId)) ?? []
  const planned =
    cuts.length > 0 && measured.state.massG !== null
      ? withPieces(measured.state, piecesOfAll(cuts, materials, work), geometry)
      : null
  const partial = { measured, condition, axisCm, work, drawer, materials, planned, checked }
  const dependencies = dependenciesNow(input, partial)
  const saved = Object.fromEntries(
    STAGES.map((stage) => [stage, documents[stage] ? (input.used[stage] ?? {}) : null]),
  ) as Record<Stage, Dependencies | null>
  // An order of an earlier version told its pieces in words: those are held against the words of now.
  const build = saved.build
  const isTold = !build || PIECES_TOLD in build
  const now = isTold ? dependencies : { ...dependencies, build: buildAsTold(input, partial) }
  return { ...partial, dependencies, freshness: freshnessOf(saved, now) }
}

/** The setups that a job names, by id: to compare with, to aim by, and what the frame claims to be. */
export function referencesOf(documents: Partial<StageDocuments>): string[] {
  const lines = Object.values(documents.target?.lines ?? {})
  const ids = [
    ...(documents.compare?.referenceIds ?? []),
    documents.target?.referenceId,
    ...lines.map((line) => line.referenceId),
    documents.measure?.claimId,
  ]
  return [...new Set(ids.filter((id) => id != null))]
}

function dependenciesNow(
  input: JobInput,
  picture: Pick<DerivedJob, 'measured' | 'condition' | 'axisCm' | 'planned' | 'materials' | 'work'>,
): Record<Stage, Dependencies> {
  const { documents } = input
  const measured: Dependencies = { 'as measured': conditionText(picture.condition, input.profile) }
  for (const quantity of knownQuantities(picture.measured)) {
    const estimate = estimateOf(picture.measured.state, quantity)
    if (estimate) measured[`measured ${quantity}`] = stated(estimate.value, quantity)
  }
  const sizes = sizesOf(input.geometry)
  const target: Dependencies = {}
  for (const quantity of QUANTITIES) {
    const line = documents.target?.lines[quantity]
    if (line) {
      target[`target ${quantity}`] = stated(line.value, quantity)
      target[`tolerance ${quantity}`] = stated(line.tolerance, quantity)
    }
  }
  for (const [quantity, { value, tolerance }] of Object.entries(documents.target?.also ?? {})) {
    target[`target ${quantity}`] = Number(value.toFixed(2))
    target[`tolerance ${quantity}`] = Number(tolerance.toFixed(2))
  }
  const predicted: Dependencies = {}
  for (const quantity of QUANTITIES) {
    const estimate = picture.planned && estimateOf(picture.planned, quantity)
    if (estimate) predicted[`predicted ${quantity}`] = stated(estimate.value, quantity)
  }
  return {
    player: {},
    measure: {},
    compare: measured,
    target: targetDependencies(input, picture, measured),
    plan: { ...measured, ...sizes, ...target, ...rollFacts(documents.plan?.cuts ?? [], picture.materials) },
    build: { ...pieceFacts(documents.plan?.cuts ?? [], picture.materials, picture.work), ...sizes },
    check: { ...target, ...predicted },
    play: documents.check?.signed ? { 'signed off': documents.check.signed.at } : {},
  }
}

const FROM_SETUP: readonly LineMethod[] = ['reference', 'cluster', 'match', 'halfway']
const FROM_FRAME: readonly LineMethod[] = ['halfway', 'band', 'complaints', 'mgri', 'school']
const FROM_PLAYER: readonly LineMethod[] = ['band', 'complaints', 'ceiling', 'school']

/** What a target stands on, number by number: a copied one on its setup in the frame's condition, one by hand on nothing. */
function targetDependencies(
  input: JobInput,
  picture: Pick<DerivedJob, 'condition' | 'axisCm'>,
  measured: Dependencies,
): Dependencies {
  const body = input.documents.target
  if (!body) return {}
  const dependencies: Dependencies = {}
  const player = input.documents.player?.facts
  for (const quantity of QUANTITIES) {
    const line = body.lines[quantity]
    if (!line || line.from === 'hand') continue
    dependencies['as measured'] = conditionText(picture.condition, input.profile)
    if (FROM_FRAME.includes(line.from)) dependencies[`measured ${quantity}`] = measured[`measured ${quantity}`] ?? null
    if (FROM_PLAYER.includes(line.from)) {
      dependencies.age = player?.age ?? null
      dependencies.level = player?.level ?? null
      dependencies.complaints = player?.complaints?.join(', ') ?? null
    }
    if (FROM_PLAYER.includes(line.from) || line.chain.some((r) => r.code === 'held'))
      dependencies.ceiling = player?.ceiling?.swingWeightKgCm2 ?? null
    if (!FROM_SETUP.includes(line.from)) continue
    const id = line.referenceId ?? body.referenceId
    const reference = input.references.find((r) => r.id === id)
    dependencies.reference = reference?.name ?? null
    if (!reference) continue
    const estimate = estimateOf(referenceState(reference, picture, input.profile), quantity)
    if (estimate) dependencies[`${quantity} of the reference`] = stated(estimate.value, quantity)
  }
  return dependencies
}

function sizesOf(geometry: FrameGeometry): Dependencies {
  const sizes: Dependencies = {}
  for (const [field, name] of Object.entries(FRAME_SIZES) as [keyof typeof FRAME_SIZES, string][])
    sizes[name] = Number(geometry[field].toFixed(2))
  return sizes
}

/** The pieces of an order as earlier versions told them. */
function buildAsTold({ documents, geometry }: JobInput, { materials }: Pick<DerivedJob, 'materials'>): Dependencies {
  const cuts = documents.plan?.cuts ?? []
  const name = (id: string) => materials.find((m) => m.id === id)?.name ?? id
  const told = Object.fromEntries(
    cuts.map((cut) => [
      `${name(cut.materialId)} at ${cut.zoneId ?? cut.place} ${cut.atCm.toFixed(1)} cm`,
      Number(cut.amount.toFixed(2)),
    ]),
  )
  return { ...told, ...sizesOf(geometry) }
}
