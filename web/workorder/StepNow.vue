<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { lengthText, rulerOf } from '#core/cuts/ruler.ts'
import { fixed } from '#core/quantities/write.ts'
import type { Checkpoint } from '#core/workorder/follow.ts'
import { isPlacing, isWeighed } from '#core/workorder/order.ts'
import { besideText, stepNote, STEP_TOOLS } from '#contract/messages/build.ts'
import { inspectedText } from '#contract/messages/inspection.ts'
import { placeText, stripsText, whereText } from '#contract/messages/names.ts'
import { writeSoon } from '../browser/writeTime.ts'
import PlanPicture from '../plan-editor/PlanPicture.vue'
import { litCuts } from './litCuts.ts'
import StepReading from './StepReading.vue'
import StripList from './StripList.vue'
import type { OpenOrder } from './useWorkOrder.ts'
import WeighedField from './WeighedField.vue'

/** One step, large: what is laid where, what with, and what is read after it. */
const props = defineProps<{ order: OpenOrder; checkpoint: Checkpoint }>()
const { job, body, steps } = props.order
const step = computed(() => props.checkpoint.step)
const ruler = computed(() => {
  const material = step.value.cut && props.order.material(step.value.cut.materialId)
  return material ? rulerOf(material) : 'cm'
})
/** How much is moved, and from where. */
const moved = computed(() => {
  const { kind, cut } = step.value
  const material = kind === 'move' && cut ? props.order.material(cut.materialId) : null
  return cut && material ? stripsText(cut, material, job.picture.work) : ''
})
const note = computed(() => stepNote(step.value.kind, job.documents.player?.facts.grip ?? null))
const lit = computed(() => litCuts(step.value, steps.value, body.value?.cuts ?? [], job.picture.materials))
</script>

<template>
  <section class="panel now" :data-step="step.id" aria-live="polite">
    <p class="title">
      {{ order.titleOf(step) }}
      <span v-if="order.markOf(step.id)" class="quiet">done</span>
    </p>
    <div class="cols">
      <div>
        <p v-if="step.cut && isPlacing(step)" class="where">{{ whereText(step.cut, job.picture.work) }}</p>
        <ul v-if="step.strips.length > 0" class="big figure">
          <li v-for="s in step.strips" :key="s.layer">{{ s.count }} × {{ lengthText(s.lengthCm, ruler) }}</li>
        </ul>
        <p v-if="step.over.length > 0 && step.massG > 0" class="place">{{ besideText(step) }}</p>
        <p v-else-if="step.massG !== 0" class="big figure">{{ fixed(step.massG, 1) }} g</p>
        <p v-else-if="moved" class="place figure">{{ moved }}</p>
        <p v-if="step.cut && isPlacing(step)" class="place">{{ placeText(step.cut, job.picture.work, ruler) }}</p>
        <p v-if="order.shortAt(step)" class="place short" role="note" data-testid="short">
          {{ order.shortAt(step) }}
        </p>
        <p v-if="order.oddAt(step)" class="place short" role="note" data-testid="odd">{{ order.oddAt(step) }}</p>
        <p v-if="note" class="place">{{ note }}</p>
        <p v-if="step.kind === 'inspect'" class="place" data-testid="inspected">
          {{ inspectedText(job.documents.measure ?? null) }}
          <RouterLink :to="{ name: 'inspect', params: { id: job.view.job.id } }">Inspection</RouterLink>
        </p>
        <p v-if="STEP_TOOLS[step.kind]" class="quiet mb-0">At hand: {{ STEP_TOOLS[step.kind] }}</p>
        <p v-if="checkpoint?.mark?.readyAt" class="place" data-testid="ready-at">
          Ready {{ writeSoon(checkpoint.mark.readyAt, new Date()) }}
        </p>
        <p v-else-if="step.waitHours > 0" class="place">Then {{ fixed(step.waitHours, 0) }} h until it is ready.</p>
        <p v-if="checkpoint?.mark?.skipped" class="place">Left out: {{ checkpoint.mark.skipped }}</p>
        <WeighedField v-if="isWeighed(step)" class="weighed" :order="order" :step="step" />
      </div>
      <PlanPicture
        :cuts="lit"
        dimensioned
        :materials="job.picture.materials"
        :work="job.picture.work"
        :label="`Where it goes: ${order.titleOf(step)}`"
        class="picture"
      />
    </div>
    <StripList v-if="step.strips.length > 0" :key="step.id" class="mt-2" :order="order" :step="step" large />
    <template v-if="step.reads && checkpoint">
      <h2 class="mt-3">{{ step.kind === 'final' ? 'Read' : 'Then read' }}{{ checkpoint.bare ? ', grip off' : '' }}</h2>
      <div class="reads">
        <StepReading
          v-for="quantity in order.readAt(step)"
          :key="`${step.id}-${quantity}`"
          :order="order"
          :checkpoint="checkpoint"
          :quantity="quantity"
          large
        />
      </div>
    </template>
  </section>
</template>

<style scoped>
.title {
  font-size: clamp(24px, 4vw, 34px);
  font-weight: 700;
  line-height: 1.15;
  margin: 0 0 6px;
}
.where {
  font-size: 26px;
  margin: 0;
}
.big {
  font-size: clamp(42px, 6vw, 64px);
  font-weight: 700;
  line-height: 1.1;
  list-style: none;
  padding: 0;
  margin: 4px 0;
}
.place {
  font-size: 20px;
  line-height: 1.25;
  margin: 6px 0 0;
}
.short {
  color: rgb(var(--v-theme-predicted));
  font-weight: 650;
}
.cols {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.1fr);
  gap: 20px;
  align-items: center;
}
.picture {
  max-height: 240px;
}
.reads {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  gap: 16px;
}
.weighed {
  max-width: 180px;
  margin-top: 8px;
}
@media (max-width: 700px) {
  .cols,
  .reads {
    grid-template-columns: minmax(0, 1fr);
    gap: 8px;
  }
}
</style>
