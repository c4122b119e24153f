<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { deriveJob } from '#core/job/derive.ts'
import { dayHere } from '#core/tuning/sessions.ts'
import { documentsOf, jobViewSchema } from '#contract/entities.ts'
import { jobInputOf } from '#contract/jobInput.ts'
import type { LoggedJob } from '#contract/logbook.ts'
import { call, problemText } from '../api/client.ts'
import LadderChart from '../tuning/LadderChart.vue'
import { climbedOf, type Climbed } from '../tuning/climbed.ts'
import { useShop } from '../stores/shop.ts'

/** A player's tunings as ladders: the newest job that was played in first, the others to choose. */
const props = defineProps<{ jobs: readonly LoggedJob[] }>()
const shop = useShop()
const played = computed(() => props.jobs.filter((job) => job.events.some((e) => e.kind === 'played')))
const chosen = ref<string | null>(null)
const job = computed(() => played.value.find((j) => j.id === chosen.value) ?? played.value[0] ?? null)
const of = shallowRef<Climbed | null>(null)
const problem = ref('')
watch(
  () => job.value?.id,
  async (id) => {
    of.value = null
    problem.value = ''
    if (!id) return
    try {
      const [view] = await Promise.all([
        call(jobViewSchema, 'GET', `/jobs/${encodeURIComponent(id)}`),
        shop.loaded ? undefined : shop.loadDrawer(),
      ])
      const documents = documentsOf(view.stages)
      const setups = [documents.target?.referenceId, ...(documents.compare?.referenceIds ?? [])]
      await shop.know(setups.filter((s): s is string => typeof s === 'string'))
      const picture = deriveJob(jobInputOf(view, shop.materials, []))
      if (id === job.value?.id) of.value = climbedOf(picture, documents, dayHere(new Date().toISOString()))
    } catch (error) {
      problem.value = problemText(error)
    }
  },
  { immediate: true },
)
</script>

<template>
  <section v-if="job" data-testid="player-ladder">
    <div v-if="played.length > 1" class="d-flex flex-wrap ga-2 mb-2" role="group" aria-label="Which tuning">
      <v-btn
        v-for="j in played"
        :key="j.id"
        size="small"
        :variant="j.id === job.id ? 'tonal' : 'text'"
        :aria-pressed="j.id === job.id"
        @click="chosen = j.id"
        >Job {{ j.number }}, {{ j.frame.label }}</v-btn
      >
    </div>
    <LadderChart v-if="of" :of="of" />
    <p v-if="of" class="mb-0 mt-1">
      <RouterLink :to="{ name: 'play', params: { id: job.id } }">To its sessions and what comes next</RouterLink>
    </p>
    <p v-if="problem" class="quiet mb-0">{{ problem }}</p>
  </section>
</template>
