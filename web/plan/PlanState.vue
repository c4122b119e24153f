<script setup lang="ts">
import { computed } from 'vue'
import type { usePlanner } from './usePlanner.ts'

/** What the planner is at, how far it is, and its end. Its room is always there: nothing moves when it is done. */
const props = defineProps<{ planner: ReturnType<typeof usePlanner> }>()
/** All ways are there; that nothing is better takes longer. */
const isProving = computed(() => props.planner.progress.value >= 1)
</script>

<template>
  <div class="state">
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
.state {
  display: flex;
  align-items: center;
  justify-content: flex-end;
  gap: 8px;
  min-width: 210px;
  min-height: var(--kv-finger, 28px);
}
.progress {
  width: 90px;
  flex: none;
}
</style>
