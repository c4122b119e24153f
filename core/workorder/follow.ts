import type { Cut, Workpiece } from '../cuts/cut.ts'
import type { Material } from '../cuts/material.ts'
import type { Piece } from '../frame/pieces.ts'
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
  beliefState,
  type Belief,
  type ReadHere,
  type Residual,
  type SharedError,
} from './belief.ts'
import { isDone, type StepMark } from './marks.ts'
import { isPlacing, type WorkStep } from './order.ts'
import { coatsToCome, GRIP_LAYER, gripPieces, piecesOfStep, trialPieces, type Laying } from './stepPieces.ts'

/** A frame that is being worked on: what it was, what is done to it, what was read. */
export interface Build extends Laying {
  measured: FrameState
  /** Instruments behind the measured numbers. */
  shared: readonly SharedError[]
  /** What was read after a step, by its id. */
  reads: Readonly<Record<string, readonly ReadHere[]>>
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
  /** What still goes over the pieces that lie there: coats that nobody has drawn yet. */
  coming: Piece[]
  /** How much heavier than it was weighed each roll seems to be, by material: a share. */
  rolls: Record<string, number>
  /** The first checkpoint whose readings nobody has explained, with what may be behind them. */
  open: { checkpoint: Checkpoint; suspicion: Suspicion } | null
}

/** Further than this from what was expected, all numbers together (χ²) or one alone, something is wrong. */
const UNLIKELY = 0.01
const ALONE = 3
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
      const seen = step.kind === 'trial' ? put(dressed(now, false).belief, trialPieces(build), geometry) : now.belief
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
        ? { belief: put(dressed(ahead, false).belief, trialPieces(build), geometry), bare: false }
        : ahead
    checkpoints.push(judged(step, null, seen, []).checkpoint)
  }
  checkpoints.sort((a, b) => steps.indexOf(a.step) - steps.indexOf(b.step))
  return {
    checkpoints,
    now: beliefState(whole),
    laid: done.flatMap((s) => {
      const cut = marks[s.id]?.laid ?? s.cut
      return cut && cut.amount !== 0 ? [cut] : []
    }),
    left: steps.flatMap((s) => (s.cut && !marks[s.id] && s.kind !== 'peel' ? [s.cut] : [])),
    coming: coatsToCome(build),
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
  return { checkpoint: { step, mark, bare, expected, off, verdict, counted, state: beliefState(then) }, belief: then }
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
