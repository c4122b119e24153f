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
/** All ways are there; that nothing is better takes longer. */
const isProving = computed(() => props.planner.progress.value >= 1)
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
      <b>{{ ALTERNATIVES[id].name }}</b><span class="figure">{{ fixed(Math.ceil(plan.score.minutes), 0) }} min</span
      ><span class="figure">{{ plan.reached ? `lands ${percentText(chance.all)}` : 'off target' }}</span>
    </button>
    <span class="quiet" role="status" data-testid="plan-state">{{
      planner.state.value === 'working'
        ? isProving
          ? 'working on the proof…'
          : 'working…'
        : planner.state.value === 'stopped'
          ? 'stopped'
          : ''
    }}</span>
    <template v-if="planner.state.value === 'working'">
      <v-progress-linear
        :model-value="100 * planner.progress.value"
        :indeterminate="isProving"
        class="progress"
        height="6"
        rounded
        aria-label="Part of the work that is done"
      />
      <v-btn size="small" data-testid="stop" @click="planner.stop()">Stop</v-btn>
    </template>
  </div>
</template>

<style scoped>
.strip {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
  min-height: 34px;
  margin: -4px 0 8px;
}
button {
  display: flex;
  gap: 7px;
  align-items: baseline;
  padding: 3px 10px;
  min-height: 32px;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 4px;
  background: rgb(var(--v-theme-surface));
}
button .figure {
  font-size: 13.5px;
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
.progress {
  width: 120px;
  flex: none;
}
button.outside {
  border-style: dashed;
}
</style>
