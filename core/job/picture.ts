import { broughtTo, conditionText, defaultCondition, type Condition, type OwnLayer } from '../frame/condition.ts'
import type { FrameGeometry } from '../frame/outline.ts'
import { estimateOf, frameState, type Estimate, type FrameState } from '../frame/state.ts'
import { withPieces } from '../frame/pieces.ts'
import { knownQuantities, summarise, type MeasuredSummary } from '../measure/summary.ts'
import type { Reading } from '../measure/readings.ts'
import { piecesOfAll, type Workpiece } from '../plan/cut.ts'
import type { Material } from '../plan/material.ts'
import { QUANTITIES, type Quantity } from '../quantities/units.ts'
import type { SportProfile } from '../sports/profile.ts'
import type { StageBodies } from './bodies.ts'
import { standings, STAGES, type ChangedFact, type Facts, type Stage, type StageStatus } from './stages.ts'

/** A published or earlier setup: each number with its uncertainty or unknown, in the condition it was given. */
export interface ReferenceSetup {
  id: string
  name: string
  condition: Condition
  axisCm: number
  numbers: Partial<Record<Quantity, Estimate | null>>
  geometry: FrameGeometry
}

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
  const work: Workpiece = { geometry, condition, profile }
  const known = new Set(input.materials.map((m) => m.id))
  const cuts = bodies.plan?.cuts.filter((cut) => known.has(cut.materialId)) ?? []
  const planned =
    cuts.length > 0 && measured.state.massG !== null
      ? withPieces(measured.state, piecesOfAll(cuts, input.materials, work), geometry)
      : null
  const partial = { measured, condition, axisCm, work, planned, checked }
  const facts = factsNow(input, partial)
  const saved = Object.fromEntries(
    STAGES.map((stage) => [stage, bodies[stage] ? (input.used[stage] ?? {}) : null]),
  ) as Record<Stage, Facts | null>
  return { ...partial, facts, standing: standings(saved, facts) }
}

/** A reference brought to the job's condition and axis; unknown numbers stay unknown. */
export function referenceState(
  reference: ReferenceSetup,
  to: { condition: Condition; axisCm: number },
  profile: SportProfile,
): FrameState {
  const given = frameState(reference.numbers, reference.axisCm)
  if (given.massG === null || given.balanceCm === null) {
    // Without mass and balance a swing weight cannot be moved to another axis: it is then not known there.
    const movable = reference.axisCm === to.axisCm
    const state = movable ? given : frameState({ ...reference.numbers, swingWeight: null }, to.axisCm)
    return broughtTo(state, reference.condition, to, reference.geometry, profile)
  }
  return broughtTo(given, reference.condition, to, reference.geometry, profile)
}

const STEP: Record<Quantity, number> = { mass: 0.1, balance: 0.01, swingWeight: 0.1, twistWeight: 0.01 }
const rounded = (quantity: Quantity, value: number) =>
  Number((Math.round(value / STEP[quantity]) * STEP[quantity]).toFixed(4))

function factsNow(
  input: JobInput,
  picture: Pick<JobPicture, 'measured' | 'condition' | 'axisCm' | 'planned'>,
): Record<Stage, Facts> {
  const { bodies } = input
  const measured: Facts = { 'as measured': conditionText(picture.condition, input.profile) }
  for (const quantity of knownQuantities(picture.measured)) {
    const estimate = estimateOf(picture.measured.state, quantity)
    if (estimate) measured[`measured ${quantity}`] = rounded(quantity, estimate.value)
  }
  const target: Facts = {}
  for (const quantity of QUANTITIES) {
    const line = bodies.target?.lines[quantity]
    if (line) {
      target[`target ${quantity}`] = rounded(quantity, line.value)
      target[`tolerance ${quantity}`] = rounded(quantity, line.tolerance)
    }
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
    plan: { ...measured, ...target },
    build: cutFacts(bodies.plan?.cuts ?? [], input.materials),
    check: { ...target, ...predicted },
    play: bodies.check?.signed ? { 'signed off': bodies.check.signed.at } : {},
  }
}

/** A copied target stands on the reference in the frame's condition, a half-way one on the readings too, one by hand on nothing. */
function targetFacts(input: JobInput, picture: Pick<JobPicture, 'condition' | 'axisCm'>, measured: Facts): Facts {
  const body = input.bodies.target
  if (!body || body.way === 'hand') return {}
  const reference = input.references.find((r) => r.id === body.referenceId)
  const facts: Facts = {
    reference: reference?.name ?? null,
    'as measured': conditionText(picture.condition, input.profile),
  }
  if (reference) {
    const state = referenceState(reference, picture, input.profile)
    for (const quantity of QUANTITIES) {
      const estimate = estimateOf(state, quantity)
      if (estimate && body.lines[quantity] && body.lines[quantity].from !== 'hand')
        facts[`${quantity} of the reference`] = rounded(quantity, estimate.value)
    }
  }
  if (body.way === 'halfway') {
    for (const quantity of QUANTITIES) {
      if (body.lines[quantity]?.from === 'halfway')
        facts[`measured ${quantity}`] = measured[`measured ${quantity}`] ?? null
    }
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
