<script setup lang="ts">
import { computed } from 'vue'
import type { Stage } from '#core/job/stages.ts'
import { changedTexts } from '#contract/messages/stale.ts'
import { useJob } from '../stores/job.ts'
import StageHistory from './StageHistory.vue'

/** What every stage page shares: its title, what changed under it, and the one obvious next thing. */
const props = defineProps<{ stage: Stage; title: string; rederive?: () => void | Promise<void> }>()
const job = useJob()
const standing = computed(() => job.picture?.freshness[props.stage])

const changed = computed(() => {
  const { picture } = job
  return picture && standing.value ? changedTexts(standing.value.changed, picture.materials, picture.work) : []
})
</script>

<template>
  <div class="stage">
    <header class="mb-3">
      <h1>{{ title }}</h1>
      <slot name="beside" />
      <v-spacer />
      <StageHistory :stage="stage" />
      <slot name="actions" />
    </header>
    <div v-if="standing?.status === 'stale'" class="stale" role="status">
      <div class="d-flex align-center ga-3">
        <strong>Changed since this was worked out</strong>
        <v-spacer />
        <v-btn v-if="rederive" size="small" color="primary" variant="flat" data-testid="rederive" @click="rederive"
          >Bring up to date</v-btn
        >
      </div>
      <ul>
        <li v-for="(fact, i) in changed" :key="i">
          {{ fact.name }}: <s>{{ fact.old }}</s> → <b>{{ fact.now }}</b>
        </li>
      </ul>
    </div>
    <p v-else-if="standing?.status === 'waits'" class="stale" role="status">
      An earlier stage has changed and is not yet up to date. Settle that first.
    </p>
    <slot />
  </div>
</template>

<style scoped>
.stage {
  min-width: 0;
}
.stage > header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}
/* Beside the numbers there is less room: the buttons stay in one row. */
@media (min-width: 901px) and (max-width: 1180px) {
  .stage > header {
    gap: 7px;
  }
  .stage > header :deep(.v-btn) {
    padding: 0 9px;
    min-width: 0;
  }
}
.stale {
  border-left: 4px solid rgb(var(--v-theme-warning));
  background: rgba(var(--v-theme-warning), 0.12);
  padding: 8px 12px;
  margin-bottom: 12px;
  border-radius: 0 6px 6px 0;
}
.stale ul {
  margin: 4px 0 0;
  padding: 0;
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
  font-size: 14px;
}
</style>
