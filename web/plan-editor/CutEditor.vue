<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { onRuler, rulerOf } from '#core/cuts/ruler.ts'
import { massOf } from '#core/cuts/cut.ts'
import { Problem } from '#core/problem.ts'
import { readNumber } from '#core/quantities/read.ts'
import { fixed } from '#core/quantities/write.ts'
import { placeText, stripsText } from '#contract/messages/names.ts'
import { overlapText, scissorsText } from '#contract/messages/plan.ts'
import { countNotTaken } from '../browser/notTaken.ts'
import { problemMessage } from '#contract/messages/problems.ts'
import AddPiece from './AddPiece.vue'
import CutActions from './CutActions.vue'
import { useOpenJob } from '../stores/openJob.ts'
import { amountRead, countedIn, placeRead, readAmount } from './readAmount.ts'
import type { PlanBench } from './usePlanEditor.ts'

/** The piece in hand, typed: where it lies and how much of it there is. And a way to put on another. */
const props = defineProps<{ bench: PlanBench }>()
const job = useOpenJob()
const all = computed(() => job.picture.materials)
const cut = computed(() => props.bench.selected.value)
const material = computed(() => (cut.value ? props.bench.materialOf(cut.value) : null))
const ruler = computed(() => (material.value ? rulerOf(material.value) : 'cm'))
const place = ref('')
const amount = ref('')
const problem = ref<{ place?: string; amount?: string }>({})
/** Why the piece lies or measures otherwise than was typed. */
const said = ref<{ place?: string; amount?: string }>({})
const wrong = computed(() => problem.value.place ?? problem.value.amount ?? '')
countNotTaken(wrong)
// By what the piece says, not by the piece: an answer of the server in between must not take away what is being typed.
watch(
  () => (cut.value ? `${cut.value.id} ${cut.value.atCm} ${cut.value.amount}` : ''),
  () => {
    const now = cut.value
    place.value = now ? onRuler(now.atCm, ruler.value) : ''
    amount.value = now ? onRuler(now.amount, ruler.value) : ''
    problem.value = {}
    said.value = {}
  },
  { immediate: true },
)
function commit(field: 'place' | 'amount', text: string): void {
  problem.value = {}
  said.value = {}
  if (!cut.value || !material.value) return
  try {
    if (field === 'place') {
      const { value } = readNumber(text, {
        kind: 'length',
        unit: ruler.value,
        lengthCm: job.view.frame.geometry.lengthCm,
      })
      const got = props.bench.setPlace(cut.value, value)
      void nextTick(() => (said.value = { place: placeRead(value, got.atCm, ruler.value) }))
    } else {
      const asked = readAmount(text, material.value)
      const [got, of] = [props.bench.setAmount(cut.value, asked), material.value]
      void nextTick(() => (said.value = { amount: amountRead(asked, got.amount, of) }))
    }
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    problem.value = { [field]: problemMessage(error) }
  }
}
const scissors = computed(() => scissorsText(props.bench.cuts.value, all.value, props.bench.work.value))
const overlaps = computed(() => overlapText(props.bench.cuts.value, all.value, props.bench.work.value))
const isWhole = computed(() => !!cut.value && ['grip', 'bed', 'off'].includes(cut.value.place))
/** Pieces that the picture does not show. */
const unseen = computed(() => props.bench.cuts.value.filter((c) => c.place === 'bed' || c.place === 'off'))
</script>

<template>
  <div class="editor">
    <template v-if="cut && material">
      <b class="what">{{ material.name }}</b>
      <v-text-field
        v-if="!isWhole"
        :model-value="place"
        :label="cut.place === 'hoop' ? 'Middle, from tip' : 'From butt end'"
        :suffix="ruler"
        class="num"
        :error-messages="problem.place"
        :messages="said.place"
        data-testid="cut-place"
        @update:model-value="(v: string) => (place = v)"
        @change="commit('place', place)"
      />
      <v-text-field
        v-if="!isWhole"
        :model-value="amount"
        :label="material.kind === 'tape' || material.kind === 'sleeve' ? 'Each strip' : 'Amount'"
        :suffix="countedIn(material)"
        class="num"
        :error-messages="problem.amount"
        :messages="said.amount"
        data-testid="cut-amount"
        @update:model-value="(v: string) => (amount = v)"
        @change="commit('amount', amount)"
      />
      <span class="figure"
        >{{ stripsText(cut, material, bench.work.value) }} =
        {{ fixed(massOf(cut, material, bench.work.value), 2) }} g</span
      >
      <span class="quiet where">{{ placeText(cut, bench.work.value, ruler) }}</span>
      <CutActions :bench="bench" :cut="cut" :material="material" />
    </template>
    <span v-else class="quiet">Pick a piece, or put one on:</span>
    <v-chip
      v-for="c in unseen"
      :key="c.id"
      size="small"
      closable
      :close-label="`Undo: ${bench.materialOf(c)!.name}`"
      @click:close="bench.remove(c)"
      >{{ c.place === 'off' ? `${bench.materialOf(c)!.name} off` : bench.materialOf(c)!.name }}</v-chip
    >
    <AddPiece :bench="bench" />
    <p v-if="scissors.length > 0" class="quiet scissors" data-testid="scissors">{{ scissors.join(' · ') }}</p>
    <p v-for="line in overlaps" :key="line" class="overlap" role="alert" data-testid="overlap">{{ line }}</p>
  </div>
</template>

<style scoped>
.scissors {
  flex-basis: 100%;
  margin: 0;
  font-size: 13px;
}
.overlap {
  flex-basis: 100%;
  margin: 0;
  color: rgb(var(--v-theme-error));
  font-weight: 600;
}
.editor {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 10px;
  /* A row of its own, whether a piece is picked or not. */
  flex: 1 0 100%;
  min-height: 42px;
}
.num {
  width: 132px;
  flex: none;
}
.num :deep(input) {
  font-family: var(--kv-figure);
}
.where {
  font-size: 13px;
  flex: 1 1 180px;
  line-height: 1.2;
}
</style>
