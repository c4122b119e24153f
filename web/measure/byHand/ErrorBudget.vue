<script setup lang="ts">
import { computed } from 'vue'
import { splitBudget, TIMING_PARTS, type HandResult } from '#core/measure/byHand.ts'
import { fixed } from '#core/quantities/write.ts'

/** What each part does to the uncertainty, and which to attack next. */
const props = defineProps<{ result: HandResult; unit: string; decimals: number }>()
const shown = computed(() => props.result.parts.filter((p) => p.u > 0.004 * props.result.u))
const most = computed(() => Math.max(...props.result.parts.map((p) => p.u), 1e-12))
const timing = (name: string) => TIMING_PARTS.some((part) => part === name)
const advice = computed(() => {
  const { timing: swings, rest } = splitBudget(props.result)
  const first = props.result.parts[0]?.name ?? ''
  if (timing(first))
    return rest > 0 && swings < 1.2 * rest
      ? 'More timing helps a little; then the rest decides.'
      : 'More swings will help most.'
  const WHAT: Record<string, string> = {
    balance: 'The balance decides. More swings will not help: read the balance better.',
    mass: 'The weight decides: use a finer scale.',
    pin: 'The place of the pin decides: measure it better.',
    amplitude: 'The angle decides: swing less.',
    gravity: 'Gravity decides: give the shop’s latitude.',
    ruler: 'The ruler decides.',
    thickness: 'The frame’s thickness decides; this method gets no better.',
  }
  return WHAT[first] ?? `“${first}” decides: measure it better.`
})
</script>

<template>
  <section data-testid="budget">
    <table class="budget">
      <tbody>
        <tr v-for="part in shown" :key="part.name" :data-part="part.name">
          <th scope="row">{{ part.name }}</th>
          <td class="bar">
            <span :style="{ width: `${(100 * part.u) / most}%` }" :class="{ timing: timing(part.name) }" />
          </td>
          <td class="figure">{{ fixed(part.u, decimals) }}</td>
        </tr>
      </tbody>
      <tfoot>
        <tr>
          <th scope="row">together</th>
          <td />
          <td class="figure">{{ fixed(result.u, decimals) }} {{ unit }}</td>
        </tr>
      </tfoot>
    </table>
    <p class="advice mb-0">{{ advice }}</p>
    <p class="quiet mb-0">One standard uncertainty each. <span class="key timing" /> gets smaller with more swings.</p>
  </section>
</template>

<style scoped>
.budget {
  width: 100%;
  border-collapse: collapse;
}
th {
  text-align: left;
  font-weight: 500;
  padding: 2px 8px 2px 0;
  white-space: nowrap;
}
td.figure {
  text-align: right;
  white-space: nowrap;
  padding-left: 8px;
}
.bar {
  width: 55%;
}
.bar span {
  display: block;
  height: 13px;
  min-width: 2px;
  background: rgb(var(--v-theme-frame-edge));
}
.bar span.timing,
.key.timing {
  background: repeating-linear-gradient(
    45deg,
    rgb(var(--v-theme-predicted)) 0 4px,
    rgba(var(--v-theme-predicted), 0.45) 4px 8px
  );
}
.key {
  display: inline-block;
  width: 22px;
  height: 10px;
}
tfoot th,
tfoot td {
  border-top: 1px solid rgb(var(--v-theme-line));
  font-weight: 700;
}
.advice {
  font-weight: 650;
  padding: 8px 0 4px;
}
</style>
