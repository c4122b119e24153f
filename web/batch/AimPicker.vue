<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { BatchBody } from '#contract/batch.ts'
import SetupPicker from '../library/SetupPicker.vue'
import { useShop } from '../stores/shop.ts'

/** Whose numbers the pick goes by: the middle of the batch, a job's target, or a published setup. */
const props = defineProps<{ sport: BatchBody['sport'] }>()
const aim = defineModel<BatchBody['aim']>({ required: true })
const shop = useShop()
const aims = computed(() => [
  { title: 'the middle of the batch', value: 'middle' },
  { title: 'a setup of the library', value: 'reference' },
  ...(shop.overview?.jobs ?? [])
    .filter((j) => j.kind === 'job' && j.saved.includes('target') && j.sport === props.sport)
    .map((j) => ({ title: `${j.playerName}, target of job ${j.number}`, value: `job:${j.id}` })),
])
/** A setup is wanted but none is named yet. */
const choosing = ref(false)
watch(aim, () => (choosing.value = false))
const value = computed(() =>
  choosing.value ? 'reference' : aim.value.kind === 'job' ? `job:${aim.value.id}` : aim.value.kind,
)
function choose(chosen: string): void {
  choosing.value = chosen === 'reference'
  if (chosen === 'middle') aim.value = { kind: 'middle' }
  else if (chosen.startsWith('job:')) aim.value = { kind: 'job', id: chosen.slice(4) }
}
</script>

<template>
  <div class="aim">
    <v-select :model-value="value" :items="aims" label="Pick for" @update:model-value="choose" />
    <SetupPicker
      v-if="value === 'reference'"
      :model-value="aim.kind === 'reference' ? aim.id : null"
      :sport="sport"
      label="Setup"
      @update:model-value="(id) => id && (aim = { kind: 'reference', id })"
    />
  </div>
</template>

<style scoped>
.aim {
  display: grid;
  gap: 8px;
}
</style>
