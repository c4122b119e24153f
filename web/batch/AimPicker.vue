<script setup lang="ts">
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import type { BatchBody } from '#contract/batch.ts'
import { type JobSummary, jobPageSchema } from '#contract/entities.ts'
import { call } from '../api/client.ts'
import SetupPicker from '../library/SetupPicker.vue'

/** Whose numbers the pick goes by: the middle of the batch, a job's target, or a published setup. */
const props = defineProps<{ sport: BatchBody['sport'] }>()
const aim = defineModel<BatchBody['aim']>({ required: true })
const jobs = shallowRef<JobSummary[]>([])
onMounted(async () => {
  const page = await call(jobPageSchema, 'GET', `/jobs?kind=job&saved=target&sport=${props.sport}`).catch(() => null)
  jobs.value = page?.jobs ?? []
})
const aims = computed(() => [
  { title: 'the middle of the batch', value: 'middle' },
  { title: 'a setup of the library', value: 'reference' },
  ...jobs.value.map((j) => ({ title: `${j.playerName}, target of job ${j.number}`, value: `job:${j.id}` })),
])
/** A setup is wanted but none is named yet. */
const choosing = ref(false)
watch(aim, () => (choosing.value = false))
const value = computed(() =>
  choosing.value ? 'reference' : aim.value.kind === 'job' ? `job:${aim.value.id}` : aim.value.kind,
)
function choose(chosen: string | null): void {
  if (!chosen) return
  choosing.value = chosen === 'reference'
  if (chosen === 'middle') aim.value = { kind: 'middle' }
  else if (chosen.startsWith('job:')) aim.value = { kind: 'job', id: chosen.slice(4) }
}
</script>

<template>
  <div class="aim">
    <v-autocomplete :model-value="value" :items="aims" label="Pick for" @update:model-value="choose" />
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
