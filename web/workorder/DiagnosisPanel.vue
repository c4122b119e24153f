<script setup lang="ts">
import { computed } from 'vue'
import { causeText, isOfPiece, testText } from '#contract/messages/build.ts'
import { writeQuantity } from '#core/quantities/write.ts'
import { tellApart, type Cause, type Meant } from '#core/workorder/causes.ts'
import { diagnose } from '#core/workorder/diagnose.ts'
import { UNKNOWN } from '#core/workorder/follow.ts'
import type { StepMark } from '#core/workorder/marks.ts'
import { diagnoseTwo, withCauses, type TwoCauses } from '#core/workorder/twoCauses.ts'
import type { OpenOrder } from './useWorkOrder.ts'

/** Readings outside of their band: what is likely behind them, what to look at first, and what is done about it. */
const props = defineProps<{ order: OpenOrder; large?: boolean }>()
const size = computed(() => (props.large ? 'x-large' : 'small'))
const { job, shop } = props.order
const SHOWN = 3
const open = computed(() => props.order.followed.value?.open ?? null)
const causes = computed(() => (open.value ? diagnose(open.value.suspicion) : []))
const shown = computed(() => {
  const told = causes.value.filter((c) => c.kind !== 'unknown')
  return told.filter((c, i) => i < SHOWN && (i === 0 || c.likelihood > 0.01))
})
const unsure = computed(() => causes.value[0]?.kind === 'unknown')
/** Where no one thing does it: two that would. */
const twos = computed(() => (open.value && unsure.value ? diagnoseTwo(open.value.suspicion).slice(0, 2) : []))
const pieceOf = (stepId: string | null) => {
  if (!stepId) return null
  const cut = open.value?.suspicion.since.find((s) => s.step.id === stepId)
  return { where: props.order.placeOf(stepId), cut: cut?.mark.laid ?? cut?.step.cut ?? null }
}
const messageOf = (cause: Cause) => causeText(cause, pieceOf(cause.stepId), job.picture.materials, shop.units)
const likely = (share: number) =>
  share > 0.8 ? 'very likely' : share > 0.4 ? 'likely' : share > 0.1 ? 'possible' : 'unlikely'
const foundOf = (cause: Cause): StepMark['found'] => ({
  cause: cause.kind,
  words: messageOf(cause),
  at: new Date().toISOString(),
  by: shop.initials,
})

/** It is done again as it was planned: what was read with it as it was says nothing any more. */
function putRight(causes: readonly Cause[]): void {
  const { checkpoint, suspicion } = open.value!
  const [first] = causes
  if (!first) return
  const found = { ...foundOf(first)!, words: causes.map(messageOf).join('; ') }
  props.order.withdraw(checkpoint.step.id, suspicion.reads.map((r) => r.quantity), found) // prettier-ignore
}
/** It stays as it is: what lies otherwise is on the frame so, and what an instrument showed wrongly is no longer used. */
function leaveSo(causes: readonly Cause[]): void {
  const quantityOf = (id: string) => job.view.readings.find((r) => r.id === id)?.quantity
  props.order.saveBoth(withCauses(props.order.body.value!, open.value!.checkpoint.step.id, causes, foundOf, quantityOf)) // prettier-ignore
}
const bothWords = ({ causes: [a, b] }: TwoCauses) => {
  const second = messageOf(b)
  return `${messageOf(a)}, and ${second.charAt(0).toLowerCase()}${second.slice(1)}`
}
function readAgain(cause: Cause): void {
  if (cause.mend.kind !== 'withdraw') return
  props.order.withdraw(open.value!.checkpoint.step.id, cause.mend.quantities, foundOf(cause))
}
/** The figure was right, and its unit another one. */
function readAs({ quantity, value }: Meant): void {
  const { step } = open.value!.checkpoint
  const typed = props.order.readingOf(step, quantity)?.typed ?? ''
  props.order.read(step, quantity, value, `${typed} (read as meant)`)
}
function takeAsRead(): void {
  const id = open.value!.checkpoint.step.id
  const mark = props.order.markOf(id)!
  const words = 'Nobody knows why; taken as read'
  props.order.put(id, { ...mark, found: { cause: UNKNOWN, words, at: new Date().toISOString(), by: shop.initials } })
}
</script>

<template>
  <section v-if="open" class="panel off" :class="{ large }" role="status" data-testid="diagnosis">
    <h2>After “{{ order.titleOf(open.checkpoint.step) }}” the frame does not read as it should</h2>
    <p v-if="unsure" class="mb-2">
      Nothing usual explains it well. Is it this frame, {{ job.view.frame.code ?? job.view.frame.label }}? Read again
      first.{{ twos.length > 0 ? ' Two things at once would do it:' : '' }}
    </p>
    <p v-else-if="shown.length > 0" class="mb-2">{{ testText(tellApart(shown[0]!, shown[1]), order.placeOf) }}</p>
    <ol>
      <li v-for="(two, i) in twos" :key="`two-${i}`" data-cause="two">
        <span class="what"
          >{{ bothWords(two) }} <small class="quiet">{{ likely(two.likelihood) }}</small></span
        >
        <v-btn :size="size" variant="tonal" color="primary" @click="putRight(two.causes)">Put right, read again</v-btn>
        <v-btn :size="size" variant="outlined" data-testid="both-so" @click="leaveSo(two.causes)">Both are so</v-btn>
      </li>
      <li v-for="(cause, i) in shown" :key="i" :data-cause="cause.kind">
        <span class="what"
          >{{ messageOf(cause) }} <small class="quiet">{{ likely(cause.likelihood) }}</small></span
        >
        <template v-if="isOfPiece(cause.kind)">
          <v-btn :size="size" variant="tonal" color="primary" @click="putRight([cause])">Put right, read again</v-btn>
          <v-btn :size="size" variant="outlined" @click="leaveSo([cause])">It lies so: leave it</v-btn>
        </template>
        <template v-else>
          <v-btn
            v-if="cause.meant"
            :size="size"
            variant="tonal"
            color="primary"
            data-testid="read-as"
            @click="readAs(cause.meant)"
            >Read it as
            {{ writeQuantity(cause.meant.value, cause.meant.quantity, shop.units, order.lengthCm.value) }}</v-btn
          >
          <v-btn :size="size" :variant="cause.meant ? 'outlined' : 'tonal'" color="primary" @click="readAgain(cause)"
            >Take the reading back</v-btn
          >
        </template>
      </li>
      <li data-cause="unknown">
        <span class="what">Something else, and the readings are right</span>
        <v-btn :size="size" variant="outlined" data-testid="as-read" @click="takeAsRead">Take them as read</v-btn>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.off {
  border-left: 5px solid rgb(var(--v-theme-predicted));
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.large {
  font-size: 20px;
}
.what {
  flex: 1 1 300px;
}
small {
  margin-left: 6px;
}
</style>
