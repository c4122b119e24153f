<script setup lang="ts">
import { useEventListener, useWakeLock } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import { estimateOf } from '#core/frame/state.ts'
import { fixed, writeDifference, writeQuantity } from '#core/quantities/write.ts'
import { placeText, QUANTITY_NAMES, stepTitle, whereText } from '#contract/messages/names.ts'
import InstrumentStrip from '../instruments/InstrumentStrip.vue'
import PlanPicture from '../plan-editor/PlanPicture.vue'
import QuantityField from '../shared/QuantityField.vue'
import { READ, useWorkOrder } from './useWorkOrder.ts'
import { moveFor } from './stepKeys.ts'

/** One step of the work order fills the screen, to be read from a metre away and gone on from with a knuckle. */
const order = useWorkOrder()
const { job, shop, devices, body, lengthCm, steps, receivers } = order
const router = useRouter()
const at = ref(Math.max(0, order.next.value ? steps.value.indexOf(order.next.value) : steps.value.length - 1))
const step = computed(() => steps.value[Math.min(at.value, steps.value.length - 1)])
const material = computed(() => order.material(step.value?.cut?.materialId))
const done = (id: string) => !!body.value?.marks[id]
const doneCount = computed(() => steps.value.filter((s) => done(s.id)).length)
function go(by: number): void {
  at.value = Math.min(steps.value.length - 1, Math.max(0, at.value + by))
}
/** Ticks the step and goes on; after the last one, to the final check. */
function finish(): void {
  order.mark(step.value, true)
  if (at.value < steps.value.length - 1) go(1)
  else void router.push({ name: 'check', params: { id: job.view.job.id } })
}
function leave(): void {
  void router.push({ name: 'build', params: { id: job.view.job.id } })
}
useEventListener('keydown', (event: KeyboardEvent) => {
  const move = moveFor(event)
  if (!move) return
  event.preventDefault()
  if (move === 'done') finish()
  else if (move === 'leave') leave()
  else go(move === 'back' ? -1 : 1)
})
/** The screen stays on while hands are busy, where the browser can. */
const lock = useWakeLock()
onMounted(() => void lock.request('screen').catch(() => undefined))
onBeforeUnmount(() => void lock.release().catch(() => undefined))
</script>

<template>
  <div v-if="step" class="one" data-testid="step-by-step">
    <header class="d-flex align-center flex-wrap ga-3">
      <h1 class="mb-0">Step {{ steps.indexOf(step) + 1 }} of {{ steps.length }}</h1>
      <span class="quiet">{{ doneCount }} done</span>
      <v-spacer />
      <v-btn variant="text" @click="leave">All steps</v-btn>
    </header>
    <ol class="dots" aria-label="All steps">
      <li v-for="(s, i) in steps" :key="s.id">
        <button
          type="button"
          :class="{ here: i === at, done: done(s.id) }"
          :aria-label="`Step ${i + 1}: ${stepTitle(s, order.material(s.cut?.materialId))}${done(s.id) ? ', done' : ''}`"
          :aria-current="i === at ? 'step' : undefined"
          @click="at = i"
        ></button>
      </li>
    </ol>
    <section class="panel now mb-3" :data-step="step.id" aria-live="polite">
      <p class="title">
        {{ stepTitle(step, material) }}
        <span v-if="done(step.id)" class="quiet">done</span>
      </p>
      <div class="cols">
        <div>
          <p v-if="step.cut && step.action === 'place'" class="where">{{ whereText(step.cut, job.picture.work) }}</p>
          <ul v-if="step.strips.length > 0" class="big figure">
            <li v-for="s in step.strips" :key="s.layer">{{ s.count }} × {{ fixed(s.lengthCm, 1) }} cm</li>
          </ul>
          <p v-if="step.massG !== 0" class="big figure">{{ fixed(step.massG, 1) }} g</p>
          <p v-if="step.cut && step.action === 'place'" class="place">{{ placeText(step.cut, job.picture.work) }}</p>
          <p v-if="step.action === 'trial'" class="place">
            Removable tape or putty at the planned places, before the grip comes off. Hit a few.
          </p>
        </div>
        <PlanPicture
          :cuts="step.cut ? [step.cut] : step.action === 'trial' ? (body?.cuts ?? []) : []"
          :materials="job.picture.materials"
          :work="job.picture.work"
          :label="`Where it goes: ${stepTitle(step, material)}`"
          class="picture"
        />
      </div>
      <h2 class="mt-3">Then read{{ step.gripOff ? ', grip off' : '' }}</h2>
      <div class="reads">
        <div v-for="quantity in READ" :key="quantity">
          <p v-if="estimateOf(step.predicted, quantity)" class="expect figure">
            {{ writeQuantity(estimateOf(step.predicted, quantity)!.value, quantity, shop.units, lengthCm) }}
          </p>
          <QuantityField
            :quantity="quantity"
            :length-cm="lengthCm"
            :label="QUANTITY_NAMES[quantity]"
            :keep="`${job.view.job.id}-step-${step.id}-${quantity}`"
            :model-value="order.readOf(step, quantity)?.row.value ?? null"
            @focused="
              ((order.inHand.value = step.id), (devices.focused = receivers.find((r) => r.quantity === quantity)!))
            "
            @commit="(value, typed) => order.read(step, quantity, value, typed)"
          />
          <p
            v-if="order.readOf(step, quantity)?.difference"
            class="figure mb-0"
            :class="order.readOf(step, quantity)!.verdict === 'same' ? 'quiet' : 'off'"
          >
            {{
              order.readOf(step, quantity)!.verdict === 'same'
                ? 'as predicted'
                : `${writeDifference(order.readOf(step, quantity)!.difference!.value, quantity, shop.units)} from predicted`
            }}
          </p>
        </div>
      </div>
    </section>
    <p v-for="line in order.cautions.value" :key="line" class="caution mb-2">{{ line }}</p>
    <InstrumentStrip class="mb-2" />
    <footer class="go">
      <v-btn class="knuckle" variant="outlined" :disabled="at === 0" @click="go(-1)">Back</v-btn>
      <v-btn class="knuckle" variant="outlined" :disabled="at === steps.length - 1" @click="go(1)">Leave open</v-btn>
      <v-btn class="knuckle wide" color="primary" variant="flat" data-testid="step-done" @click="finish">{{
        at === steps.length - 1 ? 'Done, to the final check' : 'Done, next'
      }}</v-btn>
    </footer>
    <p class="quiet keys">Space or Enter: done, next. Left and right: another step. Esc: all steps.</p>
  </div>
  <div v-else class="pa-6">
    <h1>Step by step</h1>
    <p>
      There is no work order yet.
      <RouterLink :to="{ name: 'build', params: { id: job.view.job.id } }">Draw it up first</RouterLink>
    </p>
  </div>
</template>

<style scoped>
/* Over everything of the job but the bar, which says whether all is saved. */
.one {
  position: fixed;
  inset: 52px 0 0;
  z-index: 5;
  overflow: auto;
  padding: 14px max(18px, calc(50vw - 560px)) 0;
  background: rgb(var(--v-theme-background));
}
.dots {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  list-style: none;
  padding: 0;
  margin: 8px 0;
}
.dots button {
  width: 34px;
  height: 24px;
  border-radius: 4px;
  border: 2px solid rgb(var(--v-theme-frame-edge));
  background: rgb(var(--v-theme-surface));
}
.dots .done {
  background: rgb(var(--v-theme-primary));
  border-color: rgb(var(--v-theme-primary));
}
.dots .here {
  outline: 3px solid rgb(var(--v-theme-predicted));
  outline-offset: 1px;
}
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
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 16px;
}
.expect {
  font-size: clamp(22px, 3vw, 32px);
  margin: 0 0 4px;
}
.off {
  color: rgb(var(--v-theme-predicted));
  font-weight: 700;
}
.go {
  display: flex;
  gap: 12px;
  position: sticky;
  bottom: 0;
  padding: 10px 0;
  background: rgb(var(--v-theme-background));
}
.knuckle {
  height: 76px !important;
  min-width: 110px;
  font-size: 20px;
}
.wide {
  flex: 1;
}
.keys {
  margin: 0;
}
@media (max-width: 700px) {
  .cols,
  .reads {
    grid-template-columns: minmax(0, 1fr);
    gap: 8px;
  }
  .knuckle {
    min-width: 0;
    font-size: 16px;
    padding: 0 10px;
  }
  .keys {
    display: none;
  }
}
</style>
