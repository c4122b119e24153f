<script setup lang="ts">
import { computed, ref } from 'vue'
import { boutsNeeded, neededRight, blindOrder, resultOf, BLIND_AIM } from '#core/tuning/blind.ts'
import { OTHER_FRAME, type BlindAnswer, type BlindTest } from '#core/tuning/document.ts'
import { blindSchema } from '#contract/play.ts'
import { blindText } from '#contract/messages/play.ts'
import PlainNumber from '../shared/PlainNumber.vue'
import type { TuningPage } from './useTuning.ts'

/** Was it real? Two setups under letters; the answers stay sealed until the end. */
const props = defineProps<{ page: TuningPage }>()
const NEEDED = boutsNeeded()
const setups = computed(() =>
  (props.page.tuning.value?.tried ?? []).map((t) => ({ value: t.id, title: props.page.nameOf(t.id) })),
)
const a = ref<string | null>(null)
const b = ref<string | null>(null)
const other = ref('')
const bouts = ref<number | null>(8)
const ready = computed(
  () => a.value && b.value && a.value !== b.value && bouts.value && (b.value !== OTHER_FRAME || other.value.trim()),
)
/** B is another setup of this frame, or another frame. */
const seconds = computed(() => [
  ...setups.value.filter((s) => s.value !== a.value),
  { value: OTHER_FRAME, title: 'Another frame' },
])
const nameIn = (test: BlindTest, id: string) => (id === OTHER_FRAME ? test.otherName : props.page.nameOf(id))
const shown = ref(false)
const said = ref<'A' | 'B' | null>(null)
const tests = computed(() => props.page.play.value.blind)
const running = computed(() => tests.value.find((t) => !t.opened) ?? null)
const fair = computed(() => {
  const right = bouts.value ? neededRight(bouts.value) : null
  return right === null
    ? `With ${bouts.value ?? 'so few'} bouts nothing can be shown: guessing gets all of them right too often.`
    : `${right} of ${bouts.value} must be right for guessing to do as well in at most 5 of 100 tries. Somebody who is right ${100 * BLIND_AIM.right} times of 100 needs ${NEEDED} bouts to show it.`
})
function start(): void {
  if (!ready.value || !a.value || !b.value || !bouts.value) return
  const [seed = 0] = crypto.getRandomValues(new Uint32Array(1))
  const test: BlindTest = {
    id: crypto.randomUUID(),
    at: new Date().toISOString(),
    aId: a.value,
    bId: b.value,
    otherName: b.value === OTHER_FRAME ? other.value.trim() : '',
    bouts: bouts.value,
    seed,
    answers: [],
    opened: false,
  }
  props.page.save({ blind: [...tests.value, test] })
  // What was shown and said of one that was stopped tells nothing of this one.
  shown.value = false
  said.value = null
}
const change = (id: string, part: Partial<BlindTest>) =>
  props.page.save({ blind: tests.value.map((t) => (t.id === id ? { ...t, ...part } : t)) })
function answer(better: BlindAnswer['better']): void {
  const test = running.value
  if (!test || !said.value) return
  const answers = [...test.answers, { said: said.value, better }]
  change(test.id, { answers, opened: answers.length >= test.bouts })
  said.value = null
  shown.value = false
}
const hand = computed(() => {
  const test = running.value
  if (!test) return ''
  const letter = blindOrder(test.seed, test.bouts)[test.answers.length]
  return nameIn(test, letter === 'A' ? test.aId : test.bId)
})
const opened = computed(() =>
  tests.value
    .filter((t) => t.opened)
    .map((t) => {
      const names = { a: nameIn(t, t.aId), b: nameIn(t, t.bId) }
      return { id: t.id, on: t.at.slice(0, 10), names, lines: blindText(resultOf(t), names) }
    }),
)
</script>

<template>
  <details class="panel" :open="running !== null || opened.length > 0">
    <summary data-testid="blind">Blind test</summary>
    <div v-for="t in opened" :key="t.id" class="result" data-testid="blind-result">
      <b>{{ t.on }}: A was {{ t.names.a }}, B was {{ t.names.b }}.</b>
      <p v-for="line in t.lines" :key="line">{{ line }}</p>
    </div>
    <template v-if="running">
      <p class="bout">Bout {{ running.answers.length + 1 }} of {{ running.bouts }}</p>
      <p class="quiet">
        Let the player hit with both first, named A and B. Then hand over what is shown here, unseen, a few balls a
        bout.
      </p>
      <v-btn block variant="tonal" size="large" data-testid="show-hand" @click="shown = !shown">{{
        shown ? `${hand} (hide)` : 'Show whoever dresses the frame'
      }}</v-btn>
      <div class="taps" role="group" aria-label="The player says it was">
        <v-btn
          v-for="l in ['A', 'B'] as const"
          :key="l"
          size="x-large"
          :variant="said === l ? 'flat' : 'outlined'"
          color="primary"
          :aria-pressed="said === l"
          @click="said = l"
          >It was {{ l }}</v-btn
        >
      </div>
      <div v-if="said" class="taps three" role="group" aria-label="Better was">
        <v-btn size="large" variant="tonal" @click="answer('A')">A is better</v-btn>
        <v-btn size="large" variant="tonal" @click="answer('B')">B is better</v-btn>
        <v-btn size="large" variant="tonal" @click="answer(null)">No saying</v-btn>
      </div>
      <v-btn v-if="running.answers.length > 0" variant="text" size="small" @click="change(running.id, { opened: true })"
        >Stop here and open it</v-btn
      >
      <v-btn variant="text" size="small" @click="page.save({ blind: tests.filter((t) => t.id !== running!.id) })"
        >Throw it away</v-btn
      >
    </template>
    <template v-else>
      <div class="two">
        <v-select v-model="a" :items="setups" label="A" data-testid="blind-a" />
        <v-select v-model="b" :items="seconds" label="B" data-testid="blind-b" />
        <v-text-field
          v-if="b === OTHER_FRAME"
          v-model="other"
          label="Which frame"
          maxlength="120"
          data-testid="blind-other"
        />
        <PlainNumber v-model="bouts" :of="blindSchema.shape.bouts" label="Bouts" data-testid="bouts" />
      </div>
      <p class="quiet">{{ fair }}</p>
      <v-btn variant="tonal" color="primary" :disabled="!ready" data-testid="blind-start" @click="start">Begin</v-btn>
    </template>
  </details>
</template>

<style scoped>
summary {
  font-weight: 700;
}
.result {
  border-bottom: 1px solid rgb(var(--v-theme-line));
  padding: 8px 0;
}
p {
  margin: 4px 0;
  font-size: 13.5px;
}
.bout {
  font-size: 22px;
  font-weight: 700;
}
.two {
  display: grid;
  gap: 8px;
  margin: 8px 0;
}
.taps {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  margin: 10px 0;
}
.three {
  grid-template-columns: 1fr;
}
</style>
