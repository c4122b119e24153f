<script setup lang="ts">
import { mdiArrowRight, mdiPrinterOutline } from '@mdi/js'
import { computed, onBeforeUnmount, ref } from 'vue'
import { differenceOf } from '#core/quantities/difference.ts'
import { estimateOf } from '#core/frame/state.ts'
import { type Estimate } from '#core/quantities/estimate.ts'
import { buildSteps, GRIP_OFF, type BuildStep } from '#core/workorder/workOrder.ts'
import { methodFor, repeats, usualMethod } from '#core/measure/readings.ts'
import type { Quantity } from '#core/quantities/units.ts'
import type { TrayReading } from '#contract/devices.ts'
import { fixed, writeDifference, writeValue } from '#core/quantities/write.ts'
import { isMinor } from '#core/targets/minors.ts'
import { cautionsFor, placeText, QUANTITY_NAMES, stepTitle, stripsText } from '#contract/messages/names.ts'
import { sameContent } from '#contract/sameContent.ts'
import MarkGlyph from '../shared/MarkGlyph.vue'
import QuantityField from '../shared/QuantityField.vue'
import StageFrame from '../shared/StageFrame.vue'
import { useSheets } from '../shared/useSheets.ts'
import { useDevices, type Receiver } from '../stores/devices.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'
import { fromDevice } from '../instruments/fromDevice.ts'
import InstrumentStrip from '../instruments/InstrumentStrip.vue'

const job = useOpenJob()
const devices = useDevices()
const shop = useShop()
const READ: Quantity[] = ['mass', 'balance', 'swingWeight']
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
const { print } = useSheets()
const upToDate = computed(() => sameContent(body.value?.cuts, plan.value))
</script>

<template>
  <StageFrame stage="build" title="Build" :rederive="drawUp">
    <template #actions>
      <v-btn
        v-if="steps.length > 0"
        :prepend-icon="mdiPrinterOutline"
        data-testid="print-work-order"
        @click="print('work-order')"
        >Print work order</v-btn
      >
      <v-btn v-if="steps.length > 0" :append-icon="mdiArrowRight" color="primary" variant="flat" :to="{ name: 'check' }"
        >Final check</v-btn
      >
    </template>
    <section v-if="!body || (body.cuts.length === 0 && plan.length > 0)" class="panel">
      <template v-if="plan.length > 0">
        <p>
          The plan has {{ plan.length }} {{ plan.length === 1 ? 'piece' : 'pieces' }}. Draw up the work order to get the
          steps in their order, with what to read after each.
        </p>
        <v-btn color="primary" variant="flat" data-testid="draw-up" @click="drawUp">Draw up the work order</v-btn>
      </template>
      <p v-else class="mb-0">
        No plan has been taken yet. <RouterLink :to="{ name: 'plan' }">Go to the plan</RouterLink>
      </p>
    </section>
    <p v-else-if="body.cuts.length === 0" class="panel">
      The plan adds nothing: there is nothing to build. Go on to the final check.
    </p>
    <template v-else>
      <InstrumentStrip class="mb-3" />
      <ol class="steps">
        <li
          v-for="(step, i) in steps"
          :key="step.id"
          class="panel step"
          :class="{ done: body.marks[step.id] }"
          :data-step="step.id"
        >
          <v-checkbox
            :model-value="!!body.marks[step.id]"
            :aria-label="`Done: ${stepTitle(step, material(step.cut?.materialId))}`"
            @update:model-value="(v) => mark(step, v === true)"
          />
          <div class="what">
            <b>{{ i + 1 }}. {{ stepTitle(step, material(step.cut?.materialId)) }}</b>
            <span v-if="step.cut && step.action === 'place'" class="figure"
              >{{ stripsText(step.cut, material(step.cut.materialId)!, job.picture.work) }} ·
              {{ fixed(step.massG, 1) }} g</span
            >
            <span v-if="step.cut && step.action === 'place'" class="quiet">{{
              placeText(step.cut, job.picture.work)
            }}</span>
            <span v-if="step.action === 'trial'" class="quiet"
              >{{ fixed(step.massG, 1) }} g in all, at the planned places, before the grip comes off. Hit a few.</span
            >
            <small class="quiet">{{ step.gripOff ? 'read with the grip off' : 'read as measured' }}</small>
          </div>
          <div v-for="quantity in READ" :key="quantity" class="check">
            <span v-if="estimateOf(step.predicted, quantity)" class="predicted figure"
              ><MarkGlyph kind="predicted" :size="12" />
              {{ writeValue(estimateOf(step.predicted, quantity)!.value, quantity, shop.units, lengthCm) }}</span
            >
            <QuantityField
              :quantity="quantity"
              :length-cm="lengthCm"
              :label="QUANTITY_NAMES[quantity]"
              :keep="`${job.view.job.id}-step-${step.id}-${quantity}`"
              @focused="((inHand = step.id), (devices.focused = receivers.find((r) => r.quantity === quantity)!))"
              :model-value="readOf(step, quantity)?.row.value ?? null"
              @commit="(value, typed) => read(step, quantity, value, typed)"
            />
            <small
              v-if="readOf(step, quantity)?.difference"
              :class="readOf(step, quantity)!.verdict === 'same' ? 'quiet' : 'off'"
              class="figure"
              >{{
                readOf(step, quantity)!.verdict === 'same'
                  ? 'as predicted'
                  : `${writeDifference(readOf(step, quantity)!.difference!.value, quantity, shop.units)} from predicted`
              }}</small
            >
          </div>
        </li>
      </ol>
      <v-alert v-if="!upToDate" type="warning" variant="tonal" density="compact" class="mt-2"
        >The plan has changed since this work order was drawn up.</v-alert
      >
      <section class="panel mt-3">
        <h2>Take care</h2>
        <ul class="care">
          <li v-for="line in cautions" :key="line">{{ line }}</li>
        </ul>
      </section>
    </template>
  </StageFrame>
</template>

<style scoped>
.steps {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 6px;
}
.step {
  display: grid;
  grid-template-columns: 40px minmax(180px, 1fr) repeat(3, 152px);
  gap: 10px;
  align-items: start;
  padding: 8px 12px;
}
.step.done {
  border-left: 5px solid rgb(var(--v-theme-primary));
}
.what {
  display: grid;
  line-height: 1.3;
}
.what .figure {
  font-size: 15.5px;
}
.check {
  display: grid;
  gap: 2px;
}
.off {
  color: rgb(var(--v-theme-predicted));
  font-weight: 700;
}
.care {
  margin: 0;
  padding-left: 18px;
}
@media (max-width: 900px) {
  .step {
    grid-template-columns: 40px minmax(0, 1fr);
  }
  .check {
    grid-column: 2;
  }
}
</style>
