import { computed, onBeforeUnmount, ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import type { TrayReading } from '#contract/devices.ts'
import { oddityText, shortText, stepTitle } from '#contract/messages/build.ts'
import { cautionsFor, whereText } from '#contract/messages/names.ts'
import { sameContent } from '#contract/sameContent.ts'
import type { Cut } from '#core/cuts/cut.ts'
import { buildOf, partsOfOrder, readBeforeWork, standingOrder } from '#core/job/building.ts'
import { usualMethod } from '#core/measure/readings.ts'
import { QUANTITIES, type Quantity } from '#core/quantities/units.ts'
import type { PlanLimits } from '#core/planning/problem/request.ts'
import { isMinor } from '#core/targets/minors.ts'
import { isAllRead, stepForReading } from '#core/workorder/arriving.ts'
import { followBuild, type Checkpoint } from '#core/workorder/follow.ts'
import {
  asBuilt,
  EMPTY_ORDER,
  isDone,
  markNow,
  redrawn,
  type StepMark,
  type StripMark,
  type WorkOrder,
} from '#core/workorder/marks.ts'
import { stepMinutes } from '#core/workorder/minutes.ts'
import { isWeighed, oddityOf, type WorkStep } from '#core/workorder/order.ts'
import { shortOf, type Short } from '#core/workorder/stock.ts'
import { isPiece, stripMarks, withPieceWeighed, withStrip, withTotal } from '#core/workorder/strips.ts'
import { EMPTY_PLAN } from '#core/job/documents.ts'
import { writeSoon } from '../browser/writeTime.ts'
import { fromDevice } from '../instruments/fromDevice.ts'
import { useDevices, type Receiver } from '../stores/devices.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'

/** What is read after a step; of the finished frame twist weight as well, where it is aimed at. */
const READ: readonly Quantity[] = ['mass', 'balance', 'swingWeight']

/** So soon a tick that was taken off is set again where it was a slip, ms. */
const SLIP_MS = 60_000

/** The open job's work order: its steps, their marks, what was read after each and what it should have been. */
export function useWorkOrder() {
  const job = useOpenJob()
  const devices = useDevices()
  const shop = useShop()
  const router = useRouter()
  /** The work order, with what is on record of looking the frame over and of reading it at the end. */
  const body = computed(() => standingOrder(job.documents, job.view.readings, job.picture.condition))
  const plan = computed(() => job.documents.plan?.cuts ?? [])
  const lengthCm = computed(() => job.view.frame.geometry.lengthCm)
  const build = computed(() => body.value && buildOf(job.picture, job.documents, job.view.readings, body.value))
  const followed = computed(() => build.value && followBuild(build.value))
  const checkpoints = computed<Checkpoint[]>(() => followed.value?.checkpoints ?? [])
  const steps = computed<WorkStep[]>(() => checkpoints.value.map((c) => c.step))
  const minutes = computed(() =>
    stepMinutes(
      steps.value,
      job.picture.materials,
      job.picture.work,
      (job.documents.plan?.limits ?? EMPTY_PLAN.limits).minutes,
    ),
  )
  const minutesOf = (step: WorkStep): number => {
    const found = minutes.value.get(step.id)
    return found ? found.planned + found.beside : 0
  }
  /** Of the steps that are still to do. */
  const minutesLeft = computed(() =>
    steps.value.filter((step) => !body.value?.marks[step.id]).reduce((sum, step) => sum + minutesOf(step), 0),
  )
  const material = (id: string | undefined) => job.picture.materials.find((m) => m.id === id) ?? null
  const minor = computed(() => isMinor(job.documents.player?.facts ?? null))
  const short = computed(() =>
    body.value ? shortOf(body.value, job.picture.materials, job.picture.work) : new Map<string, Short>(),
  )
  /** What the drawer no longer has for a step that is still to do; empty: enough. */
  function shortAt(step: WorkStep): string {
    const found = step.cut && !markOf(step.id) ? short.value.get(step.cut.materialId) : undefined
    return found ? shortText(material(step.cut?.materialId)!, found) : ''
  }
  /** What is odd about a step that was ticked; empty: nothing. */
  function oddAt(step: WorkStep): string {
    const found = oddityOf(step, steps.value, body.value?.marks ?? {})
    return found ? oddityText(found, placeOf, (moment) => writeSoon(moment, new Date())) : ''
  }
  const cautions = computed(() => cautionsFor(body.value?.cuts ?? [], job.picture.materials, minor.value))
  /** Lead is to go on a minor's frame, and nobody has said a second time that it shall. */
  const stopped = computed(
    () =>
      minor.value &&
      !body.value?.leadConfirmed &&
      (body.value?.cuts ?? []).some((cut) => material(cut.materialId)?.lead),
  )
  /** The same frame planned otherwise, taken at once: what is done stays, what would have to come off becomes a step. */
  function goOnWith(cuts: Cut[], limits: PlanLimits): void {
    const held = job.documents.plan ?? EMPTY_PLAN
    job.save('plan', { ...held, limits, taken: 'best', byHand: false, cuts, locked: [] })
    saveParts(redrawn(body.value!, cuts, sameContent))
  }
  /** Back to the plan, with lead left out of it. */
  function withoutLead(): void {
    const held = job.documents.plan ?? EMPTY_PLAN
    job.save('plan', { ...held, limits: { ...held.limits, noLead: true, leadAgreed: null } })
    void router.push({ name: 'plan', params: { id: job.view.job.id } })
  }
  const readAt = (step: WorkStep): readonly Quantity[] =>
    step.kind === 'final' && job.documents.target?.lines.twistWeight ? [...READ, 'twistWeight'] : READ
  const titleOf = (step: WorkStep) => stepTitle(step, material(step.cut?.materialId))
  /** Where a step's piece lies, or what the step is called. */
  const placeOf = (stepId: string) => {
    const step = steps.value.find((s) => s.id === stepId)
    return step?.cut ? whereText(step.cut, job.picture.work) : step ? titleOf(step) : ''
  }

  /** Draws the work order up from the plan; what is done and stays the same keeps its marks, what lies there otherwise comes off. */
  function drawUp(): void {
    const was = body.value ?? { ...EMPTY_ORDER, school: shop.overview?.shop.workOrder ?? 'headFirst' }
    saveBoth(redrawn(was, plan.value, sameContent))
  }
  /** The plan follows the work order: what lies on the frame, and what is still to come. */
  function saveBoth(order: WorkOrder): void {
    const cuts = asBuilt(order)
    if (!sameContent(cuts, plan.value))
      job.save('plan', { ...(job.documents.plan ?? EMPTY_PLAN), taken: null, byHand: true, cuts })
    saveParts(order)
  }
  /** Each part where it belongs: what the finished frame read is the final check's. */
  function saveParts(order: WorkOrder, more: Parameters<typeof job.save>[2] = {}): void {
    const check = job.documents.check ?? { readingIds: [], confirmedIds: [], signed: null }
    const early = readBeforeWork(job.documents, job.view.readings)
    const { own, checked } = partsOfOrder(order, body.value, check.readingIds, early)
    job.save('build', own, more)
    if (!sameContent(checked, check.readingIds)) job.save('check', { ...check, readingIds: checked, signed: null })
  }
  function setSchool(school: WorkOrder['school']): void {
    shop.saveShop({ workOrder: school })
    keep({ ...body.value!, school })
  }
  const keep = (order: WorkOrder, more: Parameters<typeof job.save>[2] = {}) =>
    saveParts(order, { keepUsed: true, ...more })

  const markOf = (stepId: string): StepMark | null => body.value?.marks[stepId] ?? null
  /** The mark that a step has, or would get now: what is begun with it is ready after its wait. */
  function markFor(step: WorkStep): StepMark {
    const held = markOf(step.id)
    if (held && held.skipped === null) return held
    const now = new Date()
    const readyAt = step.waitHours > 0 ? new Date(now.getTime() + 3600000 * step.waitHours).toISOString() : null
    return { ...markNow(now.toISOString(), shop.initials), readyAt }
  }
  const put = (stepId: string, mark: StepMark, more: Parameters<typeof job.save>[2] = {}) =>
    keep({ ...body.value!, marks: { ...body.value!.marks, [stepId]: mark } }, more)
  /** The tick that was taken off last. */
  let tickedOff: { step: WorkStep; mark: StepMark; at: number } | null = null
  /** A tick set again at once is as it was, with what was read: it was taken off by a slip. A coat is drawn anew. */
  function slipAt(step: WorkStep): StepMark | null {
    if (!tickedOff || step.kind === 'coat' || markOf(step.id) || Date.now() - tickedOff.at > SLIP_MS) return null
    return sameContent(tickedOff.step, step) ? tickedOff.mark : null
  }
  function mark(step: WorkStep, done: boolean): void {
    if (done) return void put(step.id, slipAt(step) ?? markFor(step))
    const { [step.id]: gone, ...others } = body.value!.marks
    if (isDone(gone)) tickedOff = { step, mark: gone, at: Date.now() }
    keep({ ...body.value!, marks: others })
  }
  const skip = (step: WorkStep, why: string) => put(step.id, { ...markFor(step), skipped: why.trim() })
  /** What a step's strips weigh, also before they are laid; null: not weighed after all. */
  function weigh(step: WorkStep, grams: number | null): void {
    keep(withTotal(body.value!, step.id, grams))
  }
  /** What became of one strip. The last one that is laid ticks its step. */
  function strip(step: WorkStep, at: number, change: Partial<StripMark>): void {
    const then = withStrip(body.value!, step, at, change)
    const isLast = change.laid === true && !markOf(step.id) && stripMarks(then, step).every((s) => s.laid)
    keep(isLast ? { ...then, marks: { ...then.marks, [step.id]: markFor(step) } } : then)
  }
  /** Something too light for a frame has been weighed: a piece of the step in hand, or of the first that is not done. */
  function pieceArrived(sent: TrayReading): boolean {
    const grams = fromDevice('mass', sent.raw, sent.deviceId, job.profile, sent)?.value ?? sent.raw
    const open = (s: WorkStep) => isWeighed(s) && !markOf(s.id)
    const step = steps.value.find((s) => s.id === inHand.value && open(s)) ?? steps.value.find(open)
    const then = step && body.value && withPieceWeighed(body.value, step, Number(grams.toFixed(3)))
    if (!then) return false
    keep(then)
    // It is no reading of the job: the server is told that somebody has it.
    void devices.take([sent.id], `piece of job ${job.view.job.number}`).catch(() => undefined)
    return true
  }

  function read(step: WorkStep, quantity: Quantity, value: number, typed: string, sent?: TrayReading): void {
    const kept = sent && fromDevice(quantity, value, sent.deviceId, job.profile, sent)
    const row = job.newReading(
      {
        quantity,
        value,
        typed,
        methodId: usualMethod(quantity, job.profile).id,
        axisCm: quantity === 'swingWeight' ? (sent?.axisCm ?? job.picture.axisCm) : null,
        purpose: step.kind === 'final' ? 'check' : 'checkpoint',
        condition: step.kind === 'final' ? job.picture.condition : null,
        supersedes: null,
        ...kept,
      },
      sent?.id,
    )
    const held = markFor(step)
    const others = held.readingIds.filter((old) => rowOf(old)?.quantity !== quantity)
    put(step.id, { ...held, readingIds: [...others, row.id] }, { readings: [row] })
  }
  const rowOf = (readingId: string) => job.view.readings.find((r) => r.id === readingId)
  const readingOf = (step: WorkStep, quantity: Quantity) =>
    (markOf(step.id)?.readingIds ?? []).map(rowOf).find((row) => row?.quantity === quantity) ?? null
  /** Readings of a step that are no longer used; they stay on record. */
  function withdraw(stepId: string, quantities: readonly Quantity[], found: StepMark['found']): void {
    const held = markOf(stepId)
    if (!held) return
    const readingIds = held.readingIds.filter((id) => !quantities.some((q) => q === rowOf(id)?.quantity))
    put(stepId, { ...held, readingIds, found })
  }

  const isRead = (step: WorkStep, quantity: Quantity) => readingOf(step, quantity) !== null
  /** What an instrument sent last: at which step, and whether that settles it. */
  const arrived = shallowRef({ stepId: '', settles: false })
  /** The step that somebody looks at or has the focus in: what an instrument sends is its own. */
  const inHand = ref('')
  const receivers = QUANTITIES.map((quantity): Receiver => ({
    quantity,
    take: (sent) => {
      if (quantity === 'mass' && isPiece(sent.raw, job.picture.measured.state.massG ?? 0)) return pieceArrived(sent)
      const marks = body.value?.marks ?? {}
      const step = stepForReading({ steps: steps.value, marks, readAt, isRead }, quantity, inHand.value)
      if (!step) return false
      read(step, quantity, sent.raw, String(Number(sent.raw.toFixed(3))), sent)
      // As it should be and nothing left to read: whoever looks on may go on.
      const isOff = followed.value?.open?.checkpoint.step.id === step.id
      arrived.value = { stepId: step.id, settles: !isOff && isAllRead({ readAt, isRead }, step) }
    },
  }))
  const leave = receivers.map((r) => devices.receive(r))
  onBeforeUnmount(() => leave.forEach((off) => off()))
  const upToDate = computed(() => !body.value || sameContent(asBuilt(body.value), plan.value))
  /** The first step that is not done; null when all are. */
  const next = computed(() => steps.value.find((s) => !markOf(s.id)) ?? null)
  return {
    job,
    shop,
    devices,
    body,
    plan,
    lengthCm,
    build,
    followed,
    checkpoints,
    steps,
    next,
    minor,
    material,
    cautions,
    stopped,
    goOnWith,
    withoutLead,
    upToDate,
    inHand,
    arrived,
    receivers,
    readAt,
    shortAt,
    oddAt,
    titleOf,
    minutesOf,
    minutesLeft,
    placeOf,
    markOf,
    drawUp,
    saveBoth,
    keep,
    setSchool,
    mark,
    skip,
    weigh,
    strip,
    read,
    readingOf,
    put,
    withdraw,
  }
}
/** The open job's work order, as parts of its pages are given it. */
export type OpenOrder = ReturnType<typeof useWorkOrder>
