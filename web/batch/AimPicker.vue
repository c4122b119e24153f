<script setup lang="ts">
import { computed } from 'vue'
import type { BatchBody } from '#contract/batch.ts'
import { useShop } from '../stores/shop.ts'

/** Whose numbers the pick goes by: the middle of the batch, a job's target, or a published setup. */
const props = defineProps<{ sport: BatchBody['sport'] }>()
const aim = defineModel<BatchBody['aim']>({ required: true })
const shop = useShop()
const aims = computed(() => [
  { title: 'the middle of the batch', value: 'middle' },
  ...(shop.overview?.jobs ?? [])
    .filter((j) => j.kind === 'job' && j.saved.includes('target') && j.sport === props.sport)
    .map((j) => ({ title: `${j.playerName}, target of job ${j.number}`, value: `job:${j.id}` })),
  ...shop.references.filter((r) => r.sport === props.sport).map((r) => ({ title: r.name, value: `reference:${r.id}` })),
])
const value = computed(() => (aim.value.kind === 'middle' ? 'middle' : `${aim.value.kind}:${aim.value.id}`))
function choose(chosen: string): void {
  const [kind, ...rest] = chosen.split(':')
  aim.value = kind === 'middle' ? { kind } : { kind: kind as 'job' | 'reference', id: rest.join(':') }
}
</script>

<template>
  <v-select :model-value="value" :items="aims" label="Pick for" @update:model-value="choose" />
</template>
