<script setup lang="ts">
import { onMounted, ref, shallowRef } from 'vue'
import { z } from 'zod'
import { RouterLink, useRouter } from 'vue-router'
import { defaultCondition, NOTHING_ON } from '#core/frame/condition.ts'
import { SPORTS, type SportId, PROFILES, profileOf } from '#core/sports/sports.ts'
import { type BatchSummary, batchSummarySchema } from '#contract/batch.ts'
import { type Counts, type JobSummary, countsSchema, jobViewSchema } from '#contract/entities.ts'
import { call, problemText, tell } from '../api/client.ts'
import { tooLarge } from '../browser/fileSize.ts'
import { useShop } from '../stores/shop.ts'
import DayPanel from './DayPanel.vue'
import JobTicket from './JobTicket.vue'
import { useQueue } from './useQueue.ts'

const shop = useShop()
const router = useRouter()
const problem = ref('')
const file = ref<HTMLInputElement | null>(null)
const sport = ref<SportId>('tennis')
const batches = ref<BatchSummary[]>([])
const batchName = ref('')
const naming = ref(false)
const counts = shallowRef<Counts | null>(null)
const count = async () => void (counts.value = await call(countsSchema, 'GET', '/counts').catch(() => counts.value))

onMounted(async () => {
  try {
    await shop.load()
    queue.show(shop.overview!)
    batches.value = await call(z.array(batchSummarySchema), 'GET', '/batches')
    await count()
  } catch (error) {
    problem.value = problemText(error)
  }
})

const queue = useQueue()
const day = ref<InstanceType<typeof DayPanel> | null>(null)

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

async function turn(job: JobSummary, retired: boolean): Promise<void> {
  try {
    await queue.retire(job, retired)
    await Promise.all([count(), day.value?.look()])
  } catch (error) {
    problem.value = problemText(error)
  }
}

/** The batch that was just put away, for undoing it. */
const gone = shallowRef<BatchSummary | null>(null)
async function turnBatch(batch: BatchSummary, retired: boolean): Promise<void> {
  try {
    await tell('POST', `/batches/${batch.id}/retire`, { retired })
    gone.value = retired ? batch : null
    batches.value = await call(z.array(batchSummarySchema), 'GET', '/batches')
  } catch (error) {
    problem.value = problemText(error)
  }
}

async function takeIn(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const chosen = input.files?.[0]
  input.value = ''
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
    <DayPanel v-if="!queue.search.find && !queue.search.retired" ref="day" />
    <h2 v-if="queue.jobs.length > 0">{{ queue.search.retired ? 'Put away' : 'All jobs, the last changed first' }}</h2>
    <div v-if="queue.search.retired || (counts && counts.jobs + counts.retired > 0)" class="finder">
      <v-text-field
        v-model="queue.search.find"
        label="Find a job: player, frame or number"
        clearable
        data-testid="find-job"
        @click:clear="queue.search.find = ''"
      />
      <v-btn
        v-if="queue.search.retired || (counts?.retired ?? 0) > 0"
        variant="text"
        data-testid="show-retired"
        @click="queue.search.retired = !queue.search.retired"
        >{{ queue.search.retired ? 'On the bench' : `Put away: ${counts?.retired}` }}</v-btn
      >
    </div>
    <v-alert
      v-if="queue.last"
      type="info"
      variant="tonal"
      density="compact"
      class="mb-3"
      data-testid="retire-note"
      closable
      @click:close="queue.last = null"
      >Job {{ queue.last.job.number }} was {{ queue.last.retired ? 'put away' : 'brought back' }}.
      <template #append><v-btn size="small" @click="turn(queue.last!.job, !queue.last!.retired)">Undo</v-btn></template>
    </v-alert>
    <ul v-if="queue.jobs.length > 0" class="queue">
      <li v-for="job in queue.jobs" :key="job.id">
        <JobTicket :job="job" />
        <v-btn
          size="small"
          variant="text"
          class="away"
          :aria-label="`${queue.search.retired ? 'Bring back' : 'Put away'} job ${job.number}`"
          data-testid="retire-job"
          @click="turn(job, !queue.search.retired)"
          >{{ queue.search.retired ? 'Bring back' : 'Put away' }}</v-btn
        >
      </li>
    </ul>
    <p v-else-if="queue.search.find || queue.search.retired" class="panel">
      No job {{ queue.search.find ? `fits “${queue.search.find}”` : 'is put away' }}.
    </p>
    <p v-else-if="shop.overview" class="panel">
      No jobs yet. Put a frame on the bench with <b>New job</b>, or try <b>Quick bench</b> for a walk-in.
    </p>
    <v-btn v-if="queue.next" class="mt-3" data-testid="more-jobs" @click="queue.more()">More jobs</v-btn>
    <p v-if="gone" class="mt-3 mb-0" role="status">
      “{{ gone.label }}” was put away.
      <v-btn size="small" data-testid="batch-back" @click="turnBatch(gone!, false)">Undo</v-btn>
    </p>
    <ul v-if="batches.length > 0" class="batches">
      <li v-for="b in batches" :key="b.id">
        <RouterLink :to="{ name: 'batch', params: { id: b.id } }">{{ b.label }}</RouterLink>
        <span class="quiet">{{ b.units }} units</span>
        <v-btn
          size="x-small"
          variant="text"
          :aria-label="`Put away ${b.label}`"
          data-testid="retire-batch"
          @click="turnBatch(b, true)"
          >Put away</v-btn
        >
      </li>
    </ul>
    <footer class="mt-6 d-flex ga-2 align-center">
      <span v-if="counts" class="quiet"
        >{{ counts.jobs }} jobs, <RouterLink to="/people">{{ counts.players }} players</RouterLink>,
        <RouterLink to="/frames">{{ counts.frames }} frames</RouterLink></span
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
.queue {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 10px;
}
.queue li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: center;
  gap: 6px;
}
.finder {
  display: flex;
  gap: 12px;
  align-items: center;
  margin-bottom: 12px;
}
.finder > :first-child {
  max-width: 420px;
}
.sport {
  max-width: 170px;
}
.batches {
  list-style: none;
  padding: 0;
  margin: 18px 0 0;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 22px;
}
.batches a {
  color: rgb(var(--v-theme-primary));
  font-weight: 650;
  margin-right: 6px;
}
@media (max-width: 760px) {
  .queue li {
    grid-template-columns: minmax(0, 1fr);
  }
  .away {
    justify-self: end;
  }
}
</style>
