<script setup lang="ts">
import { computed } from 'vue'
import type { PlayerFacts } from '#core/player/facts.ts'
import type { DatedFact } from '#contract/people.ts'
import { toldText } from '#contract/messages/facts.ts'

/** What was told of a player, and when: the newest first, a line a day. */
const props = defineProps<{ told: DatedFact[] }>()
const days = computed(() => {
  const byDay = new Map<string, string[]>()
  for (const { field, day, value } of props.told) {
    const text = toldText(field as keyof PlayerFacts, value)
    if (text) byDay.set(day, [...(byDay.get(day) ?? []), text])
  }
  return [...byDay].map(([day, lines]) => ({ day, text: lines.join('; ') }))
})
</script>

<template>
  <details v-if="days.length > 0" class="mt-3">
    <summary data-testid="told">What was told, and when</summary>
    <dl>
      <template v-for="{ day, text } in days" :key="day">
        <dt class="figure">{{ day }}</dt>
        <dd>{{ text }}</dd>
      </template>
    </dl>
  </details>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 3px 14px;
  margin: 8px 0 0;
  font-size: 14px;
}
dt {
  color: rgb(var(--v-theme-quiet));
}
</style>
