<script setup lang="ts">
import { rulerOf } from '#core/cuts/ruler.ts'
import { computed, ref } from 'vue'
import { besideText } from '#contract/messages/build.ts'
import { inspectedText } from '#contract/messages/inspection.ts'
import { placeText, stripsText } from '#contract/messages/names.ts'
import { fixed } from '#core/quantities/write.ts'
import type { Checkpoint } from '#core/workorder/follow.ts'
import { isPlacing, isWeighed } from '#core/workorder/order.ts'
import { writeSoon } from '../browser/writeTime.ts'
import StepReading from './StepReading.vue'
import StripList from './StripList.vue'
import WeighedField from './WeighedField.vue'
import type { OpenOrder } from './useWorkOrder.ts'

/** One step of the work order in the list of all. */
const props = defineProps<{ order: OpenOrder; checkpoint: Checkpoint; number: number; now: number }>()
const { job } = props.order
const step = computed(() => props.checkpoint.step)
const mark = computed(() => props.checkpoint.mark)
const material = computed(() => props.order.material(step.value.cut?.materialId))
const title = computed(() => props.order.titleOf(step.value))
const waits = computed(() => mark.value?.readyAt && Date.parse(mark.value.readyAt) > props.now)
const weighed = computed(() => isWeighed(step.value) && !!material.value)
const minutes = computed(() => props.order.minutesOf(step.value))
const why = ref('')
const skipping = ref(false)
const singly = ref(false)
function skip(): void {
  if (!why.value.trim()) return
  props.order.skip(step.value, why.value)
  skipping.value = false
}
</script>

<template>
  <li
    class="panel step"
    :class="{ done: mark && !mark.skipped, skipped: mark?.skipped, plain: !step.reads && !weighed }"
    :data-step="step.id"
  >
    <v-checkbox
      :model-value="!!mark && !mark.skipped"
      :aria-label="`Done: ${title}`"
      :disabled="step.kind === 'final' && (mark?.readingIds.length ?? 0) > 0"
      @update:model-value="(v) => order.mark(step, v === true)"
    />
    <div class="what">
      <b>{{ number }}. {{ title }}</b>
      <template v-if="step.cut && isPlacing(step) && material">
        <span class="figure"
          >{{ stripsText(step.cut, material, job.picture.work)
          }}{{ material.kind === 'fill' || step.massG === 0 ? '' : ` · ${fixed(step.massG, 1)} g` }}</span
        >
        <span class="quiet">{{ placeText(step.cut, job.picture.work, rulerOf(material)) }}</span>
      </template>
      <span v-else-if="step.kind === 'trial' || step.kind === 'reserve'" class="figure"
        >{{ fixed(step.massG, 1) }} g</span
      >
      <span v-else-if="step.over.length > 0 && step.massG > 0" class="quiet">{{ besideText(step) }}</span>
      <span v-else-if="step.kind === 'inspect'" class="quiet" data-testid="inspected">{{
        inspectedText(job.documents.measure ?? null)
      }}</span>
      <!-- As high when it is ticked as before: no row below moves under the hand. -->
      <div class="foot">
        <span v-if="minutes >= 0.5" class="quiet" data-testid="step-minutes">about {{ fixed(minutes, 0) }} min</span>
        <button v-if="!mark && !skipping" type="button" class="link" @click="skipping = true">leave out…</button>
      </div>
      <span v-if="mark?.readyAt" :class="waits ? 'waits' : 'quiet'" data-testid="ready-at"
        >{{ waits ? 'Ready' : 'Was ready' }} {{ writeSoon(mark.readyAt, new Date(now)) }}</span
      >
      <span v-else-if="step.waitHours > 0" class="quiet">Then {{ fixed(step.waitHours, 0) }} h until it is ready</span>
      <span v-if="order.shortAt(step)" class="waits" role="note" data-testid="short">{{ order.shortAt(step) }}</span>
      <span v-if="order.oddAt(step)" class="waits" role="note" data-testid="odd">{{ order.oddAt(step) }}</span>
      <span v-if="mark?.skipped" class="waits">Left out: {{ mark.skipped }}</span>
      <span v-if="mark?.laid" class="waits" data-testid="laid"
        >Lies otherwise:
        {{
          mark.laid.amount === 0
            ? 'nothing there'
            : stripsText(mark.laid, order.material(mark.laid.materialId) ?? material!, job.picture.work)
        }}</span
      >
      <small v-if="mark?.found" class="quiet">{{ mark.found.words }} ({{ mark.found.by }})</small>
      <div v-if="skipping" class="why">
        <v-text-field v-model="why" label="Why is it left out?" autofocus @keydown.enter="skip" />
        <v-btn size="small" :disabled="!why.trim()" @click="skip">Leave out</v-btn>
      </div>
    </div>
    <div v-if="step.reads || weighed" class="reads">
      <template v-if="step.reads">
        <StepReading
          v-for="quantity in order.readAt(step)"
          :key="quantity"
          :order="order"
          :checkpoint="checkpoint"
          :quantity="quantity"
        />
      </template>
      <WeighedField v-if="weighed" class="weighed" :order="order" :step="step" />
      <small v-if="step.reads" class="quiet state">{{
        step.kind === 'final'
          ? 'read as measured, for the final check'
          : checkpoint.bare
            ? 'read with the grip off'
            : 'read as measured'
      }}</small>
      <button
        v-if="step.strips.length > 0"
        type="button"
        class="link singly"
        :aria-expanded="singly"
        data-testid="strip-by-strip"
        @click="singly = !singly"
      >
        strip by strip
      </button>
      <StripList v-if="singly" class="list" :order="order" :step="step" />
    </div>
  </li>
</template>

<style scoped>
.step {
  display: grid;
  grid-template-columns: 40px minmax(200px, 1fr) minmax(0, 590px);
  gap: 10px;
  align-items: start;
  padding: 8px 12px;
}
.plain {
  grid-template-columns: 40px minmax(0, 1fr);
  align-items: center;
}
.foot {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  align-items: center;
  min-height: max(28px, var(--kv-finger, 0px));
}
.plain .what {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  align-items: baseline;
}
.step.done {
  border-left: 5px solid rgb(var(--v-theme-primary));
}
.step.skipped {
  opacity: 0.75;
}
.what {
  display: grid;
  line-height: 1.3;
  justify-items: start;
}
.what .figure {
  font-size: 15.5px;
}
.reads {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr)) 104px;
  gap: 8px;
  align-items: start;
}
.state {
  grid-column: 1 / 4;
}
.weighed {
  grid-column: 4;
}
.singly {
  grid-column: 4;
  justify-self: start;
}
.list {
  grid-column: 1 / -1;
  max-width: 460px;
}
.waits {
  color: rgb(var(--v-theme-predicted));
  font-weight: 650;
}
.link {
  color: rgb(var(--v-theme-primary));
  text-decoration: underline;
  font-size: 13px;
  padding: 4px 0;
}
.why {
  display: flex;
  gap: 8px;
  align-items: center;
  width: 100%;
}
/* Beside the numbers a row has no room for words and fields abreast. */
@media (max-width: 1240px) {
  .step {
    grid-template-columns: 40px minmax(0, 1fr);
  }
  .reads {
    grid-column: 2;
  }
}
@media (max-width: 900px) {
  .reads {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  .weighed,
  .singly {
    grid-column: auto;
  }
  .state {
    grid-column: 1 / -1;
  }
}
</style>
