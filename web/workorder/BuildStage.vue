<script setup lang="ts">
import { mdiArrowRight, mdiPrinterOutline } from '@mdi/js'
import { useNow } from '@vueuse/core'
import { fixed } from '#core/quantities/write.ts'
import { computed } from 'vue'
import { ORDER_NAMES, ORDER_REASONS } from '#contract/messages/build.ts'
import { WORK_ORDERS } from '#core/workorder/marks.ts'
import InstrumentStrip from '../instruments/InstrumentStrip.vue'
import StageFrame from '../shared/StageFrame.vue'
import { useSheets } from '../shared/useSheets.ts'
import CarePanel from './CarePanel.vue'
import DiagnosisPanel from './DiagnosisPanel.vue'
import RestPanel from './RestPanel.vue'
import StepRow from './StepRow.vue'
import { useWorkOrder } from './useWorkOrder.ts'

/** The work order: what is done in which order, what the frame should read after each, and what to do when it does not. */
const order = useWorkOrder()
const { body, plan, checkpoints, upToDate, drawUp } = order
const { print } = useSheets()
const MINUTE = 60000
const clock = useNow({ interval: MINUTE / 2 })
const now = computed(() => clock.value.getTime())
/** The step after which the frame does not read as it should: what may be behind it stands right below. */
const offAt = computed(() => order.followed.value?.open?.checkpoint.step.id)
const isDrawnUp = computed(() => !!body.value && (body.value.cuts.length > 0 || plan.value.length === 0))
const hasSteps = computed(() => checkpoints.value.length > 0)
</script>

<template>
  <StageFrame stage="build" title="Build" :rederive="drawUp">
    <template #beside>
      <span v-if="hasSteps && order.minutesLeft.value >= 0.5" class="quiet figure" data-testid="minutes-left"
        >about {{ fixed(order.minutesLeft.value, 0) }} min of work left</span
      >
    </template>
    <template #actions>
      <v-btn
        v-if="hasSteps && !order.stopped.value"
        variant="outlined"
        :to="{ name: 'at-the-bench' }"
        data-testid="one-by-one"
        >Step by step</v-btn
      >
      <v-btn
        v-if="hasSteps"
        :prepend-icon="mdiPrinterOutline"
        data-testid="print-work-order"
        @click="print('work-order')"
        >Print work order</v-btn
      >
      <v-btn v-if="hasSteps" variant="outlined" data-testid="print-cut-list" @click="print('cut-list')"
        >Cut list 1:1</v-btn
      >
      <v-btn v-if="hasSteps" variant="outlined" data-testid="print-trial-list" @click="print('trial-list')"
        >Trial list</v-btn
      >
      <v-btn v-if="hasSteps" :append-icon="mdiArrowRight" color="primary" variant="flat" :to="{ name: 'check' }"
        >Final check</v-btn
      >
    </template>
    <section v-if="!isDrawnUp" class="panel">
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
    <p v-else-if="body!.cuts.length === 0" class="panel">
      The plan adds nothing: there is nothing to build. Go on to the final check.
    </p>
    <p v-else-if="!hasSteps" class="panel">
      The frame has not been weighed. <RouterLink :to="{ name: 'measure' }">Measure</RouterLink>
    </p>
    <template v-else>
      <CarePanel v-if="order.stopped.value || !body!.careRead" :order="order" class="mb-3" />
      <template v-if="!order.stopped.value">
        <div class="order mb-3">
          <v-btn-toggle
            :model-value="body!.school"
            mandatory
            density="compact"
            role="group"
            aria-label="Order of work"
            @update:model-value="order.setSchool"
          >
            <v-btn v-for="id in WORK_ORDERS" :key="id" size="small" :value="id">{{ ORDER_NAMES[id] }}</v-btn>
          </v-btn-toggle>
          <span class="quiet">{{ ORDER_REASONS[body!.school] }}</span>
        </div>
        <InstrumentStrip class="mb-3" />
        <v-alert v-if="!upToDate" type="warning" variant="tonal" density="compact" class="mb-3"
          >The plan has changed since this work order was drawn up. Bring it up to date: what is done stays, and what
          lies there otherwise than planned becomes a step.</v-alert
        >
        <ol class="steps">
          <template v-for="(checkpoint, i) in checkpoints" :key="checkpoint.step.id">
            <StepRow :order="order" :checkpoint="checkpoint" :number="i + 1" :now="now" />
            <li v-if="checkpoint.step.id === offAt" class="between"><DiagnosisPanel :order="order" /></li>
          </template>
        </ol>
        <!-- Below all steps: nothing moves under the hand when it comes. -->
        <RestPanel :order="order" class="mt-3" />
        <CarePanel v-if="body!.careRead" :order="order" class="mt-3" />
      </template>
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
.between {
  display: contents;
}
.order {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
}
</style>
