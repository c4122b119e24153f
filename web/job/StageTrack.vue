<script setup lang="ts">
import type { DerivedJob } from '#core/job/derive.ts'
import { STAGES, type Stage } from '#core/job/stages.ts'
import { STAGE_NAMES } from '#contract/messages/job.ts'

/** The stages of a job in a row: where it stands, what is done, what has changed, what is next. */
defineProps<{ jobId: string; freshness: DerivedJob['freshness']; current: Stage; next: Stage }>()
const STATUS = { empty: 'not yet', done: 'done', stale: 'changed', waits: 'waits' } as const
</script>

<template>
  <nav class="track" aria-label="Stages of this job">
    <RouterLink
      v-for="stage in STAGES"
      :key="stage"
      :to="{ name: stage, params: { id: jobId } }"
      class="stop"
      :class="[freshness[stage].status, { here: stage === current, next: stage === next }]"
      :data-stage="stage"
      :data-status="freshness[stage].status"
    >
      <svg viewBox="-12 -12 24 24" width="20" height="20" aria-hidden="true">
        <line x1="0" x2="0" y1="-9" y2="9" class="mark" />
      </svg>
      <span>{{ STAGE_NAMES[stage] }}</span>
      <small v-if="freshness[stage].status !== 'done' && freshness[stage].status !== 'empty'">{{
        STATUS[freshness[stage].status]
      }}</small>
    </RouterLink>
  </nav>
</template>

<style scoped>
.track {
  display: grid;
  /* Each as wide as what it says; the rest is shared out. */
  grid-template-columns: repeat(8, minmax(0, auto));
  margin: 10px 18px 0;
  border-bottom: 2px solid rgb(var(--v-theme-line));
}
.stop {
  display: flex;
  flex-wrap: wrap;
  min-width: 0;
  align-items: center;
  gap: 4px;
  padding: 4px 6px 6px 2px;
  text-decoration: none;
  color: rgb(var(--v-theme-quiet));
  font-weight: 600;
  position: relative;
  border-radius: 4px 4px 0 0;
}
.stop.done,
.stop.here {
  color: rgb(var(--v-theme-on-surface));
}
.stop.here {
  background: rgb(var(--v-theme-surface));
}
.stop.here::after {
  content: '';
  position: absolute;
  inset: auto 0 -2px 0;
  height: 4px;
  background: rgb(var(--v-theme-primary));
}
.stop small {
  margin-left: auto;
  font-size: 12px;
  padding: 0 5px;
  border-radius: 3px;
  background: rgb(var(--v-theme-warning));
  color: rgb(var(--v-theme-surface));
}
.mark {
  stroke: rgb(var(--v-theme-line));
  stroke-width: 3;
  stroke-linecap: round;
}
.done .mark {
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 5;
}
.stale .mark,
.waits .mark {
  stroke: rgb(var(--v-theme-warning));
  stroke-width: 5;
}
.next.empty .mark {
  stroke: rgb(var(--v-theme-predicted));
  stroke-width: 5;
}
@media (max-width: 1000px) {
  .stop span {
    font-size: 13px;
  }
}
@media (max-width: 640px) {
  .track {
    grid-template-columns: repeat(4, minmax(0, 1fr));
    margin: 10px 8px 0;
  }
  .stop {
    gap: 2px;
    padding: 8px 2px 10px 0;
  }
  .stop svg {
    width: 12px;
  }
}
</style>
