import { piecesOf, type Cut, type Workpiece } from '../cuts/cut.ts'
import type { Material } from '../cuts/material.ts'
import { HAND, type Piece } from '../frame/pieces.ts'
import type { FrameState } from '../frame/state.ts'
import { lowerTriangle } from '../numerics/gaussian.ts'
import { chiSquareTail } from '../numerics/student.ts'
import { COVERAGE } from '../quantities/difference.ts'
import type { Estimate } from '../quantities/estimate.ts'
import { QUANTITIES, type Quantity } from '../quantities/units.ts'
import {
  beliefOf,
  expectedOf,
  learnt,
  loosened,
  put,
  residualOf,
  stateOf,
  type Belief,
  type ReadHere,
  type Residual,
  type SharedError,
} from './belief.ts'
import { isDone, type StepMark } from './marks.ts'
import { isPlacing, type WorkStep } from './order.ts'

/** A frame that is being worked on: what it was, what is done to it, what was read. */
export interface Build {
  measured: FrameState
  /** Instruments behind the measured numbers. */
  shared: readonly SharedError[]
  steps: readonly WorkStep[]
  marks: Readonly<Record<string, StepMark>>
  /** What a step's strips weigh on the scale, by its id, g. */
  weighed: Readonly<Record<string, number>>
  /** What was read after a step, by its id. */
  reads: Readonly<Record<string, readonly ReadHere[]>>
  materials: readonly Material[]
  work: Workpiece
}

/** Readings that are off, and what happened since the frame was last right. */
export interface Suspicion {
  /** The frame as it should be, before these readings. */
  belief: Belief
  reads: readonly ReadHere[]
  /** Steps since the last readings that were right, this one included. */
  since: readonly { step: WorkStep; mark: StepMark; weighedG: number | null }[]
  /** The grip is off as far as anybody knows. */
  bare: boolean
  materials: readonly Material[]
  work: Workpiece
}

/** One step with what the frame should read after it, by all that was read before. */
export interface Checkpoint {
  step: WorkStep
  mark: StepMark | null
  /** The grip is off as it is read. */
  bare: boolean
  /** `u` is of the frame as it then is and of what the instruments share: twice it is the band. */
  expected: Partial<Record<Quantity, Estimate>>
  /** Each number read: less what was expected, with the uncertainty of that difference. */
  off: Partial<Record<Quantity, Estimate>>
  verdict: 'unread' | 'inside' | 'outside'
  /** Its readings count in what follows. */
  counted: boolean
  /** The frame after it, as it is then (the grip off where it is off). */
  state: FrameState
}

export interface Followed {
  checkpoints: Checkpoint[]
  /** The frame as it is now, put together as it was measured. */
  now: FrameState
  /** What is on it of the cut list, as it really lies. */
  laid: Cut[]
  /** What is still to come. */
  left: Cut[]
  /** How much heavier than it was weighed each roll seems to be, by material: a share. */
  rolls: Record<string, number>
  /** The first checkpoint whose readings nobody has explained, with what may be behind them. */
  open: { checkpoint: Checkpoint; suspicion: Suspicion } | null
}

/** Further than this from what was expected, all numbers together (χ²) or one alone, something is wrong. */
const UNLIKELY = 0.01
const ALONE = 3
/** A scale reads a handful of strips to this, g (common practice, no source). */
const WEIGHED_U_G = 0.05
const GRIP_LAYER = 'grip of this frame'

/** What a step really put on the frame. A weighed piece weighs what it weighs. */
export function piecesOfStep(
  { id, cut, kind }: WorkStep,
  mark: StepMark | null | undefined,
  { materials, work, marks, weighed: scale }: Pick<Build, 'materials' | 'work' | 'marks' | 'weighed'>,
): Piece[] {
  // What comes off again is what went on.
  const on = kind === 'peel' && cut ? marks[cut.id] : mark
  if (kind === 'peel' && !isDone(on ?? undefined)) return []
  const laid = on?.laid ?? cut
  if (!laid || laid.amount === 0) return []
  const material = materials.find((m) => m.id === laid.materialId)
  const pieces = piecesOf(laid, material, work)
  if (material?.kind === 'grip') return gripChange(material, pieces[0], work)
  const weighed = weighedAs(pieces, scale[id] ?? (cut ? scale[cut.id] : undefined) ?? null)
  return kind === 'peel' ? weighed.map((p) => ({ ...p, massG: -p.massG })) : weighed
}

/** A new grip for the one that came off: what the old one weighs may be known by now. */
function gripChange(material: Material, piece: Piece, { condition, profile }: Workpiece): Piece[] {
  const old = profile.layers.grips[condition.grip]
  const grip = { ...piece, massG: material.unitMassG, uMassG: HAND.massShare * material.unitMassG }
  if (old.massG === 0) return [grip]
  return [grip, { ...piece, massG: -old.massG, uMassG: 0, uPlaceCm: 0, roll: gripRoll(old) }]
}
const gripRoll = ({ massG, uMassG }: { massG: number; uMassG: number }) => ({
  id: GRIP_LAYER,
  uShare: massG > 0 ? uMassG / massG : 0,
})

/** Pieces that were weighed together: their mass is known, whatever their roll. */
export function weighedAs(pieces: Piece[], weighedG: number | null): Piece[] {
  const planned = pieces.reduce((sum, p) => sum + p.massG, 0)
  if (weighedG === null || planned === 0) return pieces
  return pieces.map(({ roll: _roll, ...piece }) => {
    const share = piece.massG / planned
    // What came off was weighed as well: it weighs less than nothing here.
    const massG = Math.sign(planned) * Math.abs(weighedG) * share
    return { ...piece, massG, uMassG: WEIGHED_U_G * Math.abs(share) }
  })
}

/** The grip and overgrips that come off and go back on: one thing of one mass, whatever it is. */
function gripPieces({ work }: Pick<Build, 'work'>, sign: 1 | -1): Piece[] {
  const { geometry, condition, profile } = work
  const base = profile.layers.grips[condition.grip]
  const massG = base.massG + profile.layers.overgrip.massG * condition.overgrips
  if (massG === 0) return []
  const uMassG = Math.hypot(base.uMassG, profile.layers.overgrip.uMassG * condition.overgrips)
  return [
    {
      massG: sign * massG,
      uMassG: 0,
      uPlaceCm: 0,
      shape: { kind: 'sleeve', fromCm: 0, toCm: geometry.gripLengthCm, radiusCm: geometry.handleHalfWidthCm },
      roll: gripRoll({ massG, uMassG }),
    },
  ]
}

/**
 * A build followed step by step: what each reading should be by everything known before it, whether it is inside its band, and
 * the frame as it is now. Readings outside of their band count for nothing until somebody has said why; what was said to be
 * unknown is taken as read.
 */
export function followBuild(build: Build): Followed {
  const { work, steps, marks } = build
  const { geometry } = work
  let now = { belief: beliefOf(build.measured, build.shared), bare: false, open: false }
  const dressed = (at: typeof now, bare: boolean) =>
    at.bare === bare ? at : { ...at, belief: put(at.belief, gripPieces(build, bare ? -1 : 1), geometry), bare }
  const after = (at: typeof now, step: WorkStep, mark: StepMark | null) => {
    // Between grip off and grip on the handle is bare whatever is done, in whatever order.
    const isOpen = step.kind === 'gripOff' || (at.open && step.kind !== 'gripOn')
    const fit = { ...dressed(at, step.bare || isOpen), open: isOpen }
    const pieces = isPlacing(step) ? piecesOfStep(step, mark, build) : []
    return { ...fit, belief: put(fit.belief, pieces, geometry) }
  }
  const checkpoints: Checkpoint[] = []
  let since: Suspicion['since'] = []
  let open: Followed['open'] = null
  for (const step of inTime(steps, marks)) {
    const mark = marks[step.id]
    const reads = build.reads[step.id] ?? []
    if (step.kind === 'trial' || !isDone(mark)) {
      const seen = step.kind === 'trial' ? put(dressed(now, false).belief, allPieces(build), geometry) : now.belief
      checkpoints.push(judged(step, mark, { ...now, belief: seen }, isDone(mark) ? reads : []).checkpoint)
      continue
    }
    const then = after(now, step, mark)
    const { checkpoint, belief } = judged(step, mark, then, reads, geometry.lengthCm)
    if (isPlacing(step)) since = [...since, { step, mark, weighedG: build.weighed[step.id] ?? null }]
    if (checkpoint.verdict === 'outside' && !checkpoint.counted)
      open ??= {
        checkpoint,
        suspicion: { belief: then.belief, reads, since, bare: then.bare, materials: build.materials, work },
      }
    if (checkpoint.counted) since = []
    now = { ...then, belief }
    checkpoints.push(checkpoint)
  }
  const off = new Set(steps.flatMap((s) => (s.kind === 'peel' && s.cut && isDone(marks[s.id]) ? [s.cut.id] : [])))
  const done = steps.filter((s) => isDone(marks[s.id]) && isPlacing(s) && s.kind !== 'peel' && !off.has(s.id))
  const whole = dressed(now, false).belief
  let ahead = now
  for (const step of steps) {
    if (marks[step.id]) continue
    if (step.kind !== 'trial') ahead = after(ahead, step, null)
    const seen =
      step.kind === 'trial'
        ? { belief: put(dressed(ahead, false).belief, allPieces(build), geometry), bare: false }
        : ahead
    checkpoints.push(judged(step, null, seen, []).checkpoint)
  }
  checkpoints.sort((a, b) => steps.indexOf(a.step) - steps.indexOf(b.step))
  return {
    checkpoints,
    now: stateOf(whole),
    laid: done.flatMap((s) => {
      const cut = marks[s.id]?.laid ?? s.cut
      return cut && cut.amount !== 0 ? [cut] : []
    }),
    left: steps.flatMap((s) => (s.cut && !marks[s.id] && s.kind !== 'peel' ? [s.cut] : [])),
    rolls: Object.fromEntries(
      whole.names.flatMap((name, i) =>
        name.startsWith('roll ') && name !== `roll ${GRIP_LAYER}` ? [[name.slice(5), whole.mean[5 + i]]] : [],
      ),
    ),
    open,
  }
}

/** Steps that are marked, as they were done: the hand may have gone another way than the list. */
const inTime = (steps: readonly WorkStep[], marks: Build['marks']): WorkStep[] =>
  steps.filter((s) => marks[s.id]).sort((a, b) => marks[a.id].doneAt.localeCompare(marks[b.id].doneAt))

/** The whole plan in pieces, as a trial lays it. */
const allPieces = (build: Build): Piece[] =>
  build.steps.flatMap((step) =>
    isPlacing(step) && step.kind !== 'takeOff' && step.kind !== 'strings' && step.kind !== 'peel'
      ? piecesOfStep(step, null, build)
      : [],
  )

/** Readings held against what they should be; the belief after them. */
function judged(
  step: WorkStep,
  mark: StepMark | null,
  { belief, bare }: { belief: Belief; bare: boolean },
  reads: readonly ReadHere[],
  lengthCm = 70,
): { checkpoint: Checkpoint; belief: Belief } {
  const expected: Checkpoint['expected'] = {}
  for (const quantity of QUANTITIES) {
    const estimate = expectedOf(belief, quantity)
    if (estimate) expected[quantity] = estimate
  }
  const residual = residualOf(belief, reads)
  const off: Checkpoint['off'] = {}
  residual?.quantities.forEach((quantity, i) => {
    off[quantity] = { value: residual.off[i], u: Math.sqrt(residual.covariance[i][i]) }
  })
  const verdict = reads.length === 0 ? 'unread' : residual && isOutside(residual) ? 'outside' : 'inside'
  const isUnknown = mark?.found?.cause === UNKNOWN
  const counted = step.kind !== 'trial' && (verdict === 'inside' || (verdict === 'outside' && isUnknown))
  const looser =
    verdict === 'outside' && isUnknown
      ? loosened(
          belief,
          Object.fromEntries(residual!.quantities.map((quantity, i) => [quantity, residual!.off[i]])),
          lengthCm,
        )
      : belief
  const then = counted ? learnt(looser, reads) : belief
  return { checkpoint: { step, mark, bare, expected, off, verdict, counted, state: stateOf(then) }, belief: then }
}

/** Nobody knows why: what was read is taken for the frame. */
export const UNKNOWN = 'unknown'

/** Too far off to be chance, all numbers together or one of them. */
export function isOutside({ off, covariance }: Residual): boolean {
  if (off.some((v, i) => Math.abs(v) > ALONE * Math.sqrt(covariance[i][i]))) return true
  return chiSquareTail(squaredLength(whitened(off, covariance)), off.length) < UNLIKELY
}

/** A vector in units of its own scatter: L⁻¹v. */
export function whitened(v: readonly number[], covariance: Residual['covariance']): number[] {
  const lower = lowerTriangle(covariance)
  const out: number[] = []
  for (let i = 0; i < v.length; i++) {
    let rest = v[i]
    for (let k = 0; k < i; k++) rest -= lower[i][k] * out[k]
    out.push(lower[i][i] > 0 ? rest / lower[i][i] : 0)
  }
  return out
}
export const squaredLength = (v: readonly number[]): number => v.reduce((sum, x) => sum + x * x, 0)

/** Half a number's band, as the page shows it. */
export const bandOf = (estimate: Estimate): number => COVERAGE * estimate.u
