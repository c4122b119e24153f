<script setup lang="ts">
import { computed } from 'vue'
import type { AlternativeId } from '#core/planning/offers/alternatives.ts'
import type { Plan } from '#core/planning/solve/plan.ts'
import { fixed } from '#core/quantities/write.ts'
import { ALTERNATIVES } from '#contract/messages/job.ts'
import { percentText } from '#contract/messages/proof.ts'
import type { usePlanner } from './usePlanner.ts'

/** The ways to reach the target in one line over the bench: a touch takes one. Their details stand below. */
const props = defineProps<{ planner: ReturnType<typeof usePlanner>; taken: AlternativeId | null }>()
defineEmits<{ take: [id: AlternativeId, plan: Plan] }>()
const ways = computed(() => props.planner.ways.value)
/** A way that lands less often than not is offered, and looks like it. */
const FAIR = 0.5
</script>

<template>
  <div class="strip" role="group" aria-label="Ways to reach the target">
    <button
      v-for="{ id, plan, chance } in ways"
      :key="id"
      type="button"
      :aria-pressed="id === taken"
      :title="ALTERNATIVES[id].description"
      :class="{ taken: id === taken, outside: !plan.reached, unlikely: plan.reached && chance.all < FAIR }"
      @click="$emit('take', id, plan)"
    >
      <b>{{ ALTERNATIVES[id].name }}</b><span class="figure"
        >{{ fixed(Math.ceil(plan.score.minutes), 0) }} min,
        {{ plan.reached ? `lands ${percentText(chance.all)}` : 'off target' }}</span
      >
    </button>
  </div>
</template>

<style scoped>
/* A line of ways has its room before the first is found. */
.strip {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  min-height: 48px;
  margin-bottom: 8px;
}
button {
  display: grid;
  align-content: center;
  gap: 1px;
  padding: 3px 10px;
  min-height: 48px;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 4px;
  background: rgb(var(--v-theme-surface));
  line-height: 1.25;
}
button .figure {
  font-size: 13px;
}
button.unlikely {
  border-style: dashed;
  color: rgb(var(--v-theme-quiet));
}
button.taken {
  background: rgb(var(--v-theme-primary));
  border-color: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
}
button.outside {
  border-style: dashed;
}
/* On a phone they go on at the side. */
@media (max-width: 640px) {
  .strip {
    flex-wrap: nowrap;
    overflow-x: auto;
  }
  button {
    flex: none;
  }
}
</style>
