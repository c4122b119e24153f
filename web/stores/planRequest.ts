import { computed } from 'vue'
import { EMPTY_PLAN, type PlanDocument } from '#core/job/documents.ts'
import { aimsOf } from '#core/job/check.ts'
import type { Cut } from '#core/cuts/cut.ts'
import { isInDrawer } from '#core/cuts/material.ts'
import { shapeAt } from '#core/frame/places.ts'
import { isMinor } from '#core/targets/minors.ts'
import {
  aimsUnder,
  around,
  limitsFor,
  type PlanLimits,
  type PlanRequest,
  type TargetNumbers,
} from '#core/planning/problem/request.ts'
import { useOpenJob } from './openJob.ts'

/** What the open job asks of a plan: its frame, its target under the fitter's wishes, its drawer, and the pieces that stay. */
export function usePlanRequest() {
  const job = useOpenJob()
  const body = computed<PlanDocument>(() => {
    const saved = job.documents.plan
    // A plan of an earlier version does not say what has come since.
    return saved ? { ...saved, limits: { ...EMPTY_PLAN.limits, ...saved.limits } } : EMPTY_PLAN
  })
  const minor = computed(() => isMinor(job.documents.player?.facts ?? null))
  /** As they hold for this player. */
  const limits = computed(() => limitsFor(body.value.limits, minor.value))
  const targetUnder = (wishes: PlanLimits): TargetNumbers => {
    const { state } = job.picture.measured
    const { work } = job.picture
    return aimsUnder(aimsOf(job.documents.target), wishes, state, work, shapeAt(wishes.reserveAt, work.geometry))
  }
  const target = computed(() => targetUnder(body.value.limits))
  const open = computed<PlanRequest>(() => ({
    state: job.picture.measured.state,
    work: job.picture.work,
    target: target.value,
    materials: job.picture.materials.filter(isInDrawer),
    limits: limits.value,
    fixedCuts: [],
  }))
  /** The same with what was kept back for the last correction: it is used now. */
  const released = computed<PlanRequest>(() => ({
    ...open.value,
    target: targetUnder({ ...body.value.limits, reserveG: 0 }),
  }))
  const locked = computed(() => body.value.cuts.filter((cut) => body.value.locked.includes(cut.id)))
  /** The request with some pieces where they are. */
  const withHeld = (held: readonly Cut[]): PlanRequest => (held.length === 0 ? open.value : around(open.value, held))
  const request = computed(() => withHeld(locked.value))
  return { body, limits, minor, target, open, released, locked, request, withHeld }
}
