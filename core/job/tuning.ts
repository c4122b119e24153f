import { strikerBeside, usualImpact } from '../impact/hitChange.ts'
import { headCentreCm } from '../geometry/outline.ts'
import type { FrameState } from '../frame/state.ts'
import { stockOf, type Cut } from '../cuts/cut.ts'
import { piecesOfAll } from '../cuts/pieces.ts'
import type { Piece } from '../frame/pieces.ts'
import type { Material } from '../cuts/material.ts'
import { Problem } from '../problem.ts'
import { isMinor } from '../targets/minors.ts'
import { cautionsOnNext } from '../targets/warnings.ts'
import { cutsAfter, drawerUse, stateOf } from '../tuning/doses.ts'
import { EMPTY_PLAY, type PlayDocument, type PlaySession, type TunedSetup } from '../tuning/document.ts'
import { triedOf, type Tried, type TuningFacts } from '../tuning/engine.ts'
import type { TuningBench } from '../tuning/laying.ts'
import type { Dose } from '../tuning/school.ts'
import { wrongWithSession } from '../tuning/sessions.ts'
import { asBuilt, usedCuts } from '../workorder/marks.ts'
import type { DerivedJob } from './derive.ts'
import type { StageDocuments } from './documents.ts'

/** A job's tuning: what it works on, and every setup that was played. */
export interface Tuning {
  bench: TuningBench
  /** The built frame first. */
  tried: Tried[]
  facts: TuningFacts
  /** Where the built frame's numbers come from. */
  from: 'checked' | 'planned' | 'measured'
}

const isKnown = (state: FrameState | null): state is FrameState =>
  state !== null && state.massG !== null && state.balanceCm !== null && state.swingWeightKgCm2 !== null

/** What the frame is before any tuning: as proven, else as it follows from the plan, else as measured; null while it is not known. */
function builtFrame(picture: DerivedJob): (Pick<Tuning, 'from'> & { base: FrameState }) | null {
  const { checked, planned, measured } = picture
  if (isKnown(checked.state)) {
    const { state } = checked
    if (state.twistWeightKgCm2 !== null || !planned || planned.twistWeightKgCm2 === null)
      return { from: 'checked', base: state }
    // Twist weight was not read again: as it follows from the plan.
    const covariance = state.covariance.map((row, r) =>
      row.map((v, c) => (r === 3 && c === 3 ? planned.covariance[3][3] : v)),
    )
    return { from: 'checked', base: { ...state, twistWeightKgCm2: planned.twistWeightKgCm2, covariance } }
  }
  if (isKnown(planned)) return { from: 'planned', base: planned }
  return isKnown(measured.state) ? { from: 'measured', base: measured.state } : null
}

/** A job's frame as it is now: as proven or last changed between sessions, else as measured. What is only planned is not there yet. */
export function stateNow(picture: DerivedJob, documents: Partial<StageDocuments>): FrameState {
  const tuning = tuningOf(picture, documents)
  const played = tuning && (tuning.from !== 'planned' || tuning.tried.length > 1)
  return played ? tuning.tried.at(-1)!.state : picture.measured.state
}

/**
 * A job's tuning; null while mass, balance and swing weight of its frame are not known.
 * Sessions that cannot be true (before their setup was made, after it was taken apart, still to come) are shown and do not count.
 * @param play the play document, or what it would be
 * @param today the day where the shop is; left out, no day is still to come
 */
export function tuningOf(
  picture: DerivedJob,
  documents: Partial<StageDocuments>,
  play: PlayDocument = documents.play ?? EMPTY_PLAY,
  today = '9999-12-31',
): Tuning | null {
  const built = builtFrame(picture)
  if (!built) return null
  const { work, materials } = picture
  const player = documents.player?.facts ?? null
  const known = new Set(materials.map((m) => m.id))
  const lying = documents.build ? asBuilt(documents.build) : (documents.plan?.cuts ?? [])
  const baseCuts = built.from === 'measured' ? [] : lying.filter((cut) => known.has(cut.materialId))
  const lines = documents.target?.lines ?? {}
  const bench: TuningBench = {
    base: built.base,
    baseCuts,
    work,
    materials: leftOf(materials, [stockOf(baseCuts, materials, work), usedBy(play, baseCuts, picture)]),
    minor: isMinor(player),
    target: {
      ...(lines.mass ? { mass: lines.mass.value } : {}),
      ...(lines.swingWeight ? { swingWeight: lines.swingWeight.value } : {}),
    },
  }
  const state = (setup: TunedSetup | null) =>
    setup
      ? stateOf(
          bench,
          setup.cuts.filter((c) => known.has(c.materialId)),
        )
      : bench.base
  const counts = (session: PlaySession) => {
    const wrong = wrongWithSession(session, play, today, null)
    return wrong === null || wrong === 'overlap'
  }
  const sessions = play.sessions.filter(counts)
  const tried = triedOf(play.setups, sessions, state)
  const frame = (of: FrameState) => ({
    state: of,
    condition: picture.condition,
    geometry: work.geometry,
    profile: work.profile,
  })
  return {
    bench,
    tried,
    from: built.from,
    facts: {
      slowerBy: (of) => slowerBy(bench.base, of, work),
      after: (dose) => {
        const found = doneOn(bench, tried.at(-1)!, dose)
        return found instanceof Problem ? found : found.state
      },
      overClass: (of) =>
        isMinor(player) ? (cautionsOnNext(frame(bench.base), frame(of), player)[0]?.message ?? null) : null,
    },
  }
}

/** What is left of each material once these amounts are out. */
const leftOf = (materials: readonly Material[], used: readonly ReadonlyMap<string, number>[]): Material[] =>
  materials.map((m) => ({
    ...m,
    stock: Math.max(
      0,
      used.reduce((left, of) => left - (of.get(m.id) ?? 0), m.stock),
    ),
  }))

const usedBy = (play: PlayDocument, baseCuts: readonly Cut[], { materials, work }: DerivedJob) =>
  drawerUse([baseCuts, ...play.setups.map((s) => s.cuts)], materials, work)

/** What a job has taken out of the drawer: its build once it is signed, and everything that its tuning put on. */
export function drawerTaken(picture: DerivedJob, documents: Partial<StageDocuments>): Map<string, number> {
  const { build, plan, check, play } = documents
  const { work, drawer } = picture
  const built = check?.signed ? (build ? usedCuts(build) : (plan?.cuts ?? [])) : []
  const taken = stockOf(built, drawer, work)
  if (play && play.setups.length > 0) {
    const base = tuningOf(picture, documents)?.bench.baseCuts ?? []
    for (const [id, amount] of usedBy(play, base, picture)) taken.set(id, (taken.get(id) ?? 0) + amount)
  }
  return new Map([...taken].filter(([id, amount]) => amount > 0 && drawer.some((m) => m.id === id)))
}

/** The cuts and numbers after a dose on what is on the frame now, or what stands against it. */
export function doneOn(
  bench: TuningBench,
  now: Tried,
  dose: Dose,
): { cuts: TunedSetup['cuts']; state: FrameState } | Problem {
  try {
    const cuts = cutsAfter(dose, cutsOn(now, bench), bench)
    return { cuts, state: stateOf(bench, cuts) }
  } catch (error) {
    if (error instanceof Problem) return error
    throw error
  }
}

/** Everything that lies on a tried frame. */
export const cutsOn = ({ setup }: Tried, bench: TuningBench): TunedSetup['cuts'] => setup?.cuts ?? [...bench.baseCuts]

/** What is stuck on a frame outside, and may come off in play: strips on the hoop and the shaft. */
export const stuckOn = (cuts: readonly Cut[], { materials, work }: Pick<TuningBench, 'materials' | 'work'>): Piece[] =>
  piecesOfAll(
    cuts.filter((cut) => cut.place === 'hoop' || cut.place === 'shaft'),
    materials,
    work,
  )

/** Where a ball meets the face. */
export const MET_AT = ['centre', 'beside', 'tip'] as const
export type MetAt = (typeof MET_AT)[number]
/** So far off the middle, as a share of half the head's width or length. */
const OFF_SHARE = 0.4

/** Share by which a ball leaves faster than off the built frame, at equal effort, where it is met; null where twist weight is not known. */
export function fasterBy(base: FrameState, state: FrameState, work: DerivedJob['work']): Record<MetAt, number> | null {
  if (base.twistWeightKgCm2 === null || state.twistWeightKgCm2 === null) return null
  const assumed = usualImpact(work.profile.impact)
  const headCentre = headCentreCm(work.geometry)
  const { headLengthCm, headWidthCm } = work.geometry
  const [before, after] = [base, state].map((of) => strikerBeside(base, of, work.geometry, assumed))
  const by = (xCm: number, yCm: number) => {
    const was = before.at(xCm, yCm).outgoingMS
    return was > 0 ? (after.at(xCm, yCm).outgoingMS - was) / was : 0
  }
  return {
    centre: by(headCentre, 0),
    beside: by(headCentre, (OFF_SHARE * headWidthCm) / 2),
    tip: by(headCentre + (OFF_SHARE * headLengthCm) / 2, 0),
  }
}
/** Share by which a centred ball leaves slower than off the built frame, at equal effort; null where twist weight is not known. */
export function slowerBy(base: FrameState, state: FrameState, work: DerivedJob['work']): number | null {
  const faster = fasterBy(base, state, work)
  return faster && 0 - faster.centre
}
