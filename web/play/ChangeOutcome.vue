<script setup lang="ts">
import { computed } from 'vue'
import type { Cut } from '#core/cuts/cut.ts'
import { MET_AT, type MetAt } from '#core/job/tuning.ts'
import { fixed, signed } from '#core/quantities/write.ts'
import type { TuningPage } from './useTuning.ts'

/** What a change comes to: what a hand does, the numbers after it with their 95 %, and how it should feel. */
const props = defineProps<{ page: TuningPage; cuts: Cut[] }>()
const found = computed(() => props.page.outcome(props.cuts))
const MET: Record<MetAt, string> = { centre: 'centred', beside: 'beside the middle', tip: 'towards the tip' }
/** Smaller than this nobody would see in a ball's speed. */
const LEAST = 0.0005
const ball = computed(() => {
  const { ball: by } = found.value
  if (!by || MET_AT.every((at) => Math.abs(by[at]) < LEAST)) return ''
  return MET_AT.map((at) => `${MET[at]} ${signed(100 * by[at], 1)} %`).join(', ')
})
</script>

<template>
  <div>
    <ul class="hand">
      <li v-for="line in found.lines" :key="line">{{ line }}</li>
      <li v-if="found.lines.length === 0" class="quiet">Nothing is changed on the frame.</li>
    </ul>
    <p v-if="found.work" class="quiet">
      {{ found.work }}<template v-if="found.cost">, {{ fixed(found.cost, 2) }} of material</template>
    </p>
    <table class="numbers">
      <tbody>
        <tr v-for="n in found.numbers" :key="n.quantity">
          <th scope="row">{{ n.name }}</th>
          <td class="figure predicted">
            {{ n.value }} <span class="quiet">± {{ n.spread }}</span>
          </td>
          <td class="figure">{{ n.by || '–' }}</td>
        </tr>
      </tbody>
    </table>
    <p class="felt">
      <template v-if="found.felt.length > 0">Should feel: {{ found.felt.join('; ') }}.</template>
      <template v-else>Smaller than most players notice by itself.</template>
      <template v-if="ball">
        The ball’s speed against the frame as built, for the same effort: {{ ball }} (a model: days and balls differ by
        more).</template
      >
    </p>
  </div>
</template>

<style scoped>
.hand {
  margin: 6px 0;
  padding-left: 18px;
  font-weight: 600;
}
.numbers {
  width: 100%;
  border-top: 1px solid rgb(var(--v-theme-line));
  font-size: 13.5px;
}
.numbers th {
  text-align: left;
  font-weight: 400;
}
.numbers td {
  text-align: right;
  padding-left: 10px;
  white-space: nowrap;
}
p {
  margin: 4px 0;
  font-size: 13.5px;
}
</style>
