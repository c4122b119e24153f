<script setup lang="ts">
import { onMounted, ref, shallowRef } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import { defaultCondition, NOTHING_ON } from '#core/frame/condition.ts'
import { SPORTS, type SportId, PROFILES, profileOf } from '#core/sports/sports.ts'
import { type Counts, type JobPage, countsSchema, jobPageSchema, jobViewSchema } from '#contract/entities.ts'
import { chosenIn } from '../browser/typedIn.ts'
import { call, problemText, tell } from '../api/client.ts'
import { tooLarge } from '../browser/fileSize.ts'
import { useShop } from '../stores/shop.ts'
import DayPanel from './DayPanel.vue'
import JobTicket from './JobTicket.vue'

const shop = useShop()
const router = useRouter()
const problem = ref('')
const file = ref<HTMLInputElement | null>(null)
const sport = ref<SportId>('tennis')
const batchName = ref('')
const naming = ref(false)
const counts = shallowRef<Counts | null>(null)
/** In work, and promised for no day: the day does not show them. */
const undated = shallowRef<JobPage | null>(null)
/** Shown on the first page; there are all of them on the page of the jobs. */
const MOST = 12

onMounted(async () => {
  try {
    await shop.load()
    undated.value = await call(jobPageSchema, 'GET', `/jobs?state=open&undated=true&limit=${MOST}`)
    counts.value = await call(countsSchema, 'GET', '/counts')
  } catch (error) {
    problem.value = problemText(error)
  }
})

async function quickBench(): Promise<void> {
  const id = crypto.randomUUID()
  try {
    await tell('POST', '/jobs', {
      id,
      kind: 'quick',
      player: null,
      frame: {
        id: crypto.randomUUID(),
        label: 'Walk-in frame',
        maker: '',
        model: '',
        unit: '',
        playerId: null,
        sport: sport.value,
        geometry: profileOf(sport.value).geometry,
      },
    })
    await router.push({ name: 'bench', params: { id } })
  } catch (error) {
    problem.value = problemText(error)
  }
}

async function newBatch(): Promise<void> {
  const profile = profileOf(sport.value)
  const id = crypto.randomUUID()
  try {
    await tell('PUT', `/batches/${id}`, {
      expected: 0,
      by: shop.initials,
      body: {
        label: batchName.value.trim() || `${profile.name} batch`,
        sport: sport.value,
        geometry: profile.geometry,
        condition: { ...NOTHING_ON, grip: defaultCondition(profile).grip },
        axisCm: profile.axisCm,
        units: ['1', '2'].map((name) => ({
          id: crypto.randomUUID(),
          name,
          readings: [],
          jobId: null,
          reservedFor: '',
        })),
        aim: { kind: 'middle' },
      },
    })
    await router.push({ name: 'batch', params: { id } })
  } catch (error) {
    problem.value = problemText(error)
  }
}

async function takeIn(event: Event): Promise<void> {
  const [chosen] = chosenIn(event)
  if (!chosen) return
  problem.value = tooLarge(chosen)
  if (problem.value) return
  try {
    const view = await call(jobViewSchema, 'POST', '/import', await chosen.text())
    await router.push({ name: 'measure', params: { id: view.job.id } })
  } catch (error) {
    problem.value = `${chosen.name}: ${problemText(error)}`
  }
}
</script>

<template>
  <div class="start pa-6">
    <header class="d-flex align-end mb-5 ga-4 flex-wrap">
      <div>
        <p class="quiet mb-0">{{ shop.overview?.shop.name ?? ' ' }}</p>
        <h1>On the bench</h1>
      </div>
      <v-spacer />
      <v-select
        v-model="sport"
        :items="SPORTS.map((s) => ({ value: s, title: PROFILES[s].name }))"
        label="Sport"
        class="sport"
        data-testid="sport"
      />
      <template v-if="naming">
        <v-text-field v-model="batchName" label="Model" class="sport" autofocus @keydown.enter="newBatch" />
        <v-btn size="large" data-testid="batch-go" @click="newBatch">Go</v-btn>
      </template>
      <v-btn v-else size="large" data-testid="batch" @click="naming = true">Batch</v-btn>
      <v-btn size="large" data-testid="quick" @click="quickBench">Quick bench</v-btn>
      <v-btn size="large" color="primary" variant="flat" to="/new" data-testid="new-job">New job</v-btn>
    </header>
    <v-alert v-if="problem" type="error" variant="tonal" class="mb-4" data-testid="start-problem">{{
      problem
    }}</v-alert>
    <v-alert
      v-if="shop.overview && shop.overview.alarms.length > 0"
      type="error"
      variant="tonal"
      class="mb-4"
      data-testid="alarm"
      >Something is missing from the stored data: {{ shop.overview.alarms.join('; ') }}. Stop Kevro and run “npm run
      check”: it says what is whole and which backup has the rest.</v-alert
    >
    <DayPanel />
    <section v-if="undated && undated.jobs.length > 0" aria-label="Promised for no day" data-testid="undated">
      <h2>Promised for no day</h2>
      <ul class="queue">
        <li v-for="job in undated.jobs" :key="job.id"><JobTicket :job="job" /></li>
      </ul>
      <RouterLink v-if="undated.next" :to="{ name: 'jobs', query: { state: 'open' } }" class="more"
        >More in work</RouterLink
      >
    </section>
    <p v-if="counts && counts.jobs + counts.retired === 0" class="panel">
      No jobs yet. Put a frame on the bench with <b>New job</b>, or try <b>Quick bench</b> for a walk-in.
    </p>
    <footer class="mt-6 d-flex ga-2 align-center">
      <span v-if="counts" class="quiet"
        ><RouterLink to="/jobs">{{ counts.jobs }} jobs</RouterLink>,
        <RouterLink to="/people">{{ counts.players }} players</RouterLink>,
        <RouterLink to="/frames">{{ counts.frames }} frames</RouterLink>,
        <RouterLink to="/batches">batches</RouterLink></span
      >
      <v-spacer />
      <input
        ref="file"
        type="file"
        accept=".json,application/json"
        class="d-none"
        data-testid="import-file"
        @change="takeIn"
      />
      <v-btn variant="text" size="small" @click="file?.click()">Take in a job file</v-btn>
    </footer>
  </div>
</template>

<style scoped>
.start {
  max-width: 1120px;
  margin: 0 auto;
}
.more {
  display: inline-block;
  margin-top: 10px;
}
.sport {
  max-width: 170px;
}
</style>
