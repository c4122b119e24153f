import { computed, onBeforeUnmount, ref } from 'vue'
import type { TrayReading } from '#contract/devices.ts'
import { cautionsFor } from '#contract/messages/names.ts'
import { sameContent } from '#contract/sameContent.ts'
import { estimateOf } from '#core/frame/state.ts'
import { methodFor, repeats, usualMethod } from '#core/measure/readings.ts'
import { differenceOf } from '#core/quantities/difference.ts'
import { type Estimate } from '#core/quantities/estimate.ts'
import type { Quantity } from '#core/quantities/units.ts'
import { isMinor } from '#core/targets/minors.ts'
import { buildSteps, GRIP_OFF, type BuildStep } from '#core/workorder/workOrder.ts'
import { fromDevice } from '../instruments/fromDevice.ts'
import { useDevices, type Receiver } from '../stores/devices.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'

/** What is read after a step. */
export const READ: Quantity[] = ['mass', 'balance', 'swingWeight']

/** The open job's work order: its steps, their marks, and what was read after each. */
export function useWorkOrder() {
  const job = useOpenJob()
  const devices = useDevices()
  const shop = useShop()
  const body = computed(() => job.documents.build)
  const plan = computed(() => job.documents.plan?.cuts ?? [])
  const lengthCm = computed(() => job.view.frame.geometry.lengthCm)
  const steps = computed<BuildStep[]>(() => {
    const cuts = body.value?.cuts ?? []
    const known = cuts.filter((cut) => job.picture.materials.some((m) => m.id === cut.materialId))
    return job.picture.measured.state.massG === null
      ? []
      : buildSteps(job.picture.measured.state, known, job.picture.materials, job.picture.work, readAt(GRIP_OFF))
  })
  const material = (id: string | undefined) => job.picture.materials.find((m) => m.id === id) ?? null
  const minor = computed(() => isMinor(job.documents.player?.facts ?? null))
  const cautions = computed(() => cautionsFor(body.value?.cuts ?? [], job.picture.materials, minor.value))

  /** Draws the work order up from the plan; steps that stay the same keep their marks. */
  function drawUp(): void {
    const same = sameContent(body.value?.cuts, plan.value)
    const kept = Object.fromEntries(
      Object.entries(body.value?.marks ?? {}).filter(
        ([id]) =>
          same ||
          sameContent(
            body.value?.cuts.find((c) => c.id === id),
            plan.value.find((c) => c.id === id),
          ),
      ),
    )
    job.save('build', { cuts: plan.value, marks: kept })
  }
  function mark(step: BuildStep, done: boolean): void {
    const { [step.id]: held, ...others } = body.value!.marks
    const marks = done
      ? { ...others, [step.id]: held ?? { doneAt: new Date().toISOString(), by: shop.initials, readingIds: [] } }
      : others
    job.save('build', { ...body.value!, marks }, { keepUsed: true })
  }
  function read(step: BuildStep, quantity: Quantity, value: number, typed: string, sent?: TrayReading): void {
    const kept = sent && fromDevice(quantity, value, sent.deviceId, job.profile, sent)
    const row = job.newReading(
      {
        quantity,
        value,
        typed,
        methodId: usualMethod(quantity, job.profile).id,
        axisCm: quantity === 'swingWeight' ? (sent?.axisCm ?? job.picture.axisCm) : null,
        purpose: 'checkpoint',
        supersedes: null,
        ...kept,
      },
      sent?.id,
    )
    const held = body.value!.marks[step.id] ?? { doneAt: new Date().toISOString(), by: shop.initials, readingIds: [] }
    const others = held.readingIds.filter((old) => job.view.readings.find((r) => r.id === old)?.quantity !== quantity)
    job.save(
      'build',
      { ...body.value!, marks: { ...body.value!.marks, [step.id]: { ...held, readingIds: [...others, row.id] } } },
      { keepUsed: true, readings: [row] },
    )
  }
  /** An instrument's reading goes to the step in hand: the one with the focus, else the first that is not done. */
  const inHand = ref('')
  const receivers = READ.map((quantity): Receiver => ({
    quantity,
    take: (sent) => {
      const step = steps.value.find((s) => s.id === inHand.value) ?? steps.value.find((s) => !body.value?.marks[s.id])
      if (!step) return false
      read(step, quantity, sent.raw, String(Number(sent.raw.toFixed(3))), sent)
    },
  }))
  const leave = receivers.map((r) => devices.receive(r))
  onBeforeUnmount(() => leave.forEach((off) => off()))
  function rowAt(stepId: string, quantity: Quantity) {
    const ids = body.value?.marks[stepId]?.readingIds ?? []
    const row = job.view.readings.find((r) => ids.includes(r.id) && r.quantity === quantity)
    if (!row) return null
    return { row, estimate: repeats([row.value], methodFor(row.methodId, quantity, job.profile), row.basis ?? {}) }
  }
  /** What was read at a checkpoint. */
  function readAt(stepId: string): Partial<Record<Quantity, Estimate>> {
    return Object.fromEntries(READ.flatMap((q) => (rowAt(stepId, q) ? [[q, rowAt(stepId, q)!.estimate]] : [])))
  }
  function readOf(step: BuildStep, quantity: Quantity) {
    const at = rowAt(step.id, quantity)
    return at && { row: at.row, ...differenceOf(estimateOf(step.predicted, quantity), at.estimate) }
  }
  const upToDate = computed(() => sameContent(body.value?.cuts, plan.value))
  /** The first step that is not done; null when all are. */
  const next = computed(() => steps.value.find((s) => !body.value?.marks[s.id]) ?? null)
  return {
    job,
    shop,
    devices,
    body,
    plan,
    lengthCm,
    steps,
    next,
    material,
    cautions,
    upToDate,
    inHand,
    receivers,
    drawUp,
    mark,
    read,
    readOf,
  }
}
