<script setup lang="ts">
import { useEventListener, useTimeoutFn, useWakeLock } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import InstrumentStrip from '../instruments/InstrumentStrip.vue'
import DiagnosisPanel from './DiagnosisPanel.vue'
import LeaveOut from './LeaveOut.vue'
import RestPanel from './RestPanel.vue'
import StepNow from './StepNow.vue'
import { useWorkOrder } from './useWorkOrder.ts'
import { moveFor } from './stepKeys.ts'

/** One step of the work order fills the screen, to be read from a metre away and gone on from with a knuckle. */
const order = useWorkOrder()
const { job, body, steps, checkpoints } = order
const router = useRouter()
const at = ref(Math.max(0, order.next.value ? steps.value.indexOf(order.next.value) : steps.value.length - 1))
/** The page is not there where there are no steps. */
const step = computed(() => steps.value[Math.min(at.value, steps.value.length - 1)]!)
const checkpoint = computed(() => checkpoints.value[Math.min(at.value, steps.value.length - 1)])
const done = (id: string) => !!order.markOf(id)
/** Something is off at this step: its causes come before anything else. */
const isOff = computed(() => order.followed.value?.open?.checkpoint.step.id === step.value?.id)
const isLast = computed(() => at.value === steps.value.length - 1)
const doneCount = computed(() => steps.value.filter((s) => done(s.id)).length)
/** What the scale sends is of the step that is looked at. */
watch(() => step.value?.id, (id) => (order.inHand.value = id ?? ''), { immediate: true }) // prettier-ignore
const leaving = ref(false)
function go(by: number): void {
  leaving.value = false
  at.value = Math.min(steps.value.length - 1, Math.max(0, at.value + by))
}
/** Ticks the step and goes on; after the last one, to the final check. */
function finish(): void {
  order.mark(step.value, true)
  onward()
}
/** The instruments have read all of it, as it should be: the next step comes by itself, unless a hand does anything first. */
const GOES_ON_MS = 2500
const goesOn = useTimeoutFn(onward, GOES_ON_MS, { immediate: false })
watch(order.arrived, ({ stepId, settles }) => {
  if (settles && stepId === step.value?.id) goesOn.start()
})
useEventListener(['pointerdown', 'keydown'], () => goesOn.stop(), { capture: true })
function leaveOut(why: string): void {
  order.skip(step.value, why)
  onward()
}
function onward(): void {
  if (!isLast.value) go(1)
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
  else if (move === 'leaveOut') leaving.value = true
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
          :aria-label="`Step ${i + 1}: ${order.titleOf(s)}${done(s.id) ? ', done' : ''}`"
          :aria-current="i === at ? 'step' : undefined"
          @click="at = i"
        ></button>
      </li>
    </ol>
    <DiagnosisPanel v-if="isOff" :order="order" large class="mb-3" />
    <StepNow v-if="checkpoint" class="mb-3" :order="order" :checkpoint="checkpoint" />
    <RestPanel :order="order" class="mb-3" />
    <template v-if="!body?.careRead">
      <p v-for="line in order.cautions.value" :key="line" class="caution mb-2">{{ line }}</p>
    </template>
    <InstrumentStrip class="mb-2" />
    <footer class="go">
      <LeaveOut v-if="leaving" class="why" @leave="leaveOut" @away="leaving = false" />
      <v-btn class="knuckle" variant="outlined" :disabled="at === 0" @click="go(-1)">Back</v-btn>
      <v-btn class="knuckle" variant="outlined" :disabled="isLast" @click="go(1)">Leave open</v-btn>
      <v-btn class="knuckle" variant="outlined" data-testid="leave-this-out" @click="leaving = true">Leave out…</v-btn>
      <v-btn class="knuckle wide" color="primary" variant="flat" data-testid="step-done" @click="finish">{{
        goesOn.isPending.value ? 'As it should read: going on…' : isLast ? 'Done, to the final check' : 'Done, next'
      }}</v-btn>
    </footer>
    <p class="quiet keys">
      Space or Enter: done, next. Left and right: another step. L: leave it out. Esc: all steps. What the instruments
      read as it should be goes on by itself.
    </p>
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
.go {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  position: sticky;
  bottom: 0;
  /* Labels of fields that scroll away under it stand above their fields. */
  z-index: 3;
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
.why {
  flex-basis: 100%;
}
.keys {
  margin: 0;
}
@media (max-width: 700px) {
  .knuckle {
    min-width: 0;
    font-size: 16px;
    padding: 0 10px;
    flex: 1;
  }
  .wide {
    flex-basis: 100%;
  }
  .keys {
    display: none;
  }
}
</style>
