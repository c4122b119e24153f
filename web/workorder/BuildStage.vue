<script setup lang="ts">
import { mdiArrowRight, mdiPrinterOutline } from '@mdi/js'
import { estimateOf } from '#core/frame/state.ts'
import { fixed, writeDifference, writeValue } from '#core/quantities/write.ts'
import { placeText, QUANTITY_NAMES, stepTitle, stripsText } from '#contract/messages/names.ts'
import InstrumentStrip from '../instruments/InstrumentStrip.vue'
import MarkGlyph from '../shared/MarkGlyph.vue'
import QuantityField from '../shared/QuantityField.vue'
import StageFrame from '../shared/StageFrame.vue'
import { useSheets } from '../shared/useSheets.ts'
import { READ, useWorkOrder } from './useWorkOrder.ts'

const {
  job,
  shop,
  devices,
  body,
  plan,
  lengthCm,
  steps,
  material,
  cautions,
  upToDate,
  inHand,
  receivers,
  drawUp,
  mark,
  read,
  readOf,
} = useWorkOrder()
const { print } = useSheets()
</script>

<template>
  <StageFrame stage="build" title="Build" :rederive="drawUp">
    <template #actions>
      <v-btn v-if="steps.length > 0" variant="outlined" :to="{ name: 'at-the-bench' }" data-testid="one-by-one"
        >Step by step</v-btn
      >
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
