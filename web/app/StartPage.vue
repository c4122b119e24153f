<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import { STAGES, type Stage } from '#core/job/stages.ts'
import { defaultCondition, NOTHING_ON } from '#core/frame/condition.ts'
import { SPORTS, type SportId } from '#core/sports/profile.ts'
import { PROFILES, profileOf } from '#core/sports/sports.ts'
import type { BatchSummary } from '#contract/batch.ts'
import type { JobSummary, JobView } from '#contract/entities.ts'
import { call, problemText } from '../api/client.ts'
import { tooLarge } from '../shared/fileSize.ts'
import { STAGE_NAMES } from '../shared/words.ts'
import { useShop } from '../stores/shop.ts'
import { useQueue } from './useQueue.ts'

const shop = useShop()
const router = useRouter()
const problem = ref('')
const file = ref<HTMLInputElement | null>(null)
const sport = ref<SportId>('tennis')
const batches = ref<BatchSummary[]>([])
const batchName = ref('')
const naming = ref(false)

onMounted(async () => {
  try {
    await shop.load()
    queue.show(shop.overview!)
    batches.value = await call<BatchSummary[]>('GET', '/batches')
  } catch (error) {
    problem.value = problemText(error)
  }
})

const queue = useQueue()
const next = (job: JobSummary): Stage =>
  job.signedBy && !job.saved.includes('play') ? 'play' : (STAGES.find((s) => !job.saved.includes(s)) ?? 'play')
const pageOf = (job: JobSummary) => (job.kind === 'quick' ? 'bench' : next(job))

async function quickBench(): Promise<void> {
  const id = crypto.randomUUID()
  try {
    await call<JobView>('POST', '/jobs', {
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
    await call('PUT', `/batches/${id}`, {
      expected: 0,
      by: shop.initials,
      body: {
        label: batchName.value.trim() || `${profile.name} batch`,
        sport: sport.value,
        geometry: profile.geometry,
        condition: { ...NOTHING_ON, grip: defaultCondition(profile).grip },
        axisCm: profile.axisCm,
        units: ['1', '2'].map((name) => ({ id: crypto.randomUUID(), name, readings: [], jobId: null })),
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
    await shop.load()
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
    const view = await call<JobView>('POST', '/import', await chosen.text())
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
    <v-alert v-if="shop.overview && shop.overview.alarms.length > 0" type="error" variant="tonal" class="mb-4" data-testid="alarm"
      >Something is missing from the stored data: {{ shop.overview.alarms.join('; ') }}. Stop Kevro and run “npm run check”:
      it says what is whole and which backup has the rest.</v-alert
    >
    <div v-if="queue.search.retired || (shop.overview && shop.overview.counts.jobs + shop.overview.counts.retired > 0)" class="finder">
      <v-text-field
        v-model="queue.search.find"
        label="Find a job: player, frame or number"
        clearable
        data-testid="find-job"
        @click:clear="queue.search.find = ''"
      />
      <v-btn
        v-if="queue.search.retired || (shop.overview?.counts.retired ?? 0) > 0"
        variant="text"
        data-testid="show-retired"
        @click="queue.search.retired = !queue.search.retired"
        >{{ queue.search.retired ? 'On the bench' : `Put away: ${shop.overview?.counts.retired}` }}</v-btn
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
        <RouterLink :to="{ name: pageOf(job), params: { id: job.id } }" class="ticket panel">
          <span class="number figure">{{ job.number }}</span>
          <span class="who">
            <b>{{ job.playerName ?? 'Quick bench' }}</b>
            <span class="quiet">{{ job.frameLabel }}</span>
          </span>
          <svg
            viewBox="0 0 232 40"
            class="track"
            :aria-label="job.kind === 'quick' ? '' : `next: ${STAGE_NAMES[next(job)]}`"
            role="img"
          >
            <template v-if="job.kind === 'job'">
              <line x1="8" x2="224" y1="13" y2="13" class="rail" />
              <g v-for="(stage, i) in STAGES" :key="stage" :transform="`translate(${12 + i * 29.6} 13)`">
                <line
                  y1="-7"
                  y2="7"
                  :class="job.saved.includes(stage) ? 'done' : stage === next(job) ? 'next' : 'open'"
                />
                <text
                  v-if="stage === next(job) && !job.saved.includes(stage)"
                  y="22"
                  :text-anchor="i === 0 ? 'start' : i === 7 ? 'end' : 'middle'"
                >
                  {{ STAGE_NAMES[stage] }}
                </text>
              </g>
            </template>
          </svg>
          <span class="due"
            >{{ job.sport === 'tennis' ? '' : `${PROFILES[job.sport].name} `
            }}{{ job.signedBy ? `signed off ${job.signedBy}` : job.due }}</span
          >
        </RouterLink>
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
    <ul v-if="batches.length > 0" class="batches">
      <li v-for="b in batches" :key="b.id">
        <RouterLink :to="{ name: 'batch', params: { id: b.id } }">{{ b.label }}</RouterLink>
        <span class="quiet">{{ b.units }} units</span>
      </li>
    </ul>
    <footer class="mt-6 d-flex ga-2 align-center">
      <span class="quiet">{{
        shop.overview ? `${shop.overview.counts.jobs} jobs, ${shop.overview.counts.players} players, ${shop.overview.counts.frames} frames` : ''
      }}</span>
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
.ticket {
  display: grid;
  grid-template-columns: 56px minmax(180px, 1fr) 240px 150px;
  align-items: center;
  gap: 16px;
  text-decoration: none;
  color: inherit;
}
.ticket:hover {
  border-color: rgb(var(--v-theme-primary));
}
.number {
  font-size: 26px;
  font-weight: 700;
  color: rgb(var(--v-theme-primary));
}
.who {
  display: grid;
  font-size: 17px;
}
.who .quiet {
  font-size: 14px;
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
.rail {
  stroke: rgb(var(--v-theme-line));
  stroke-width: 2;
}
.track line.done {
  stroke: rgb(var(--v-theme-primary));
  stroke-width: 5;
}
.track line.next {
  stroke: rgb(var(--v-theme-predicted));
  stroke-width: 5;
}
.track line.open {
  stroke: rgb(var(--v-theme-line));
  stroke-width: 2.4;
}
.track text {
  font-size: 12.5px;
  fill: rgb(var(--v-theme-predicted));
  font-weight: 650;
}
.due {
  text-align: right;
  font-weight: 600;
}
@media (max-width: 760px) {
  .ticket {
    grid-template-columns: 44px 1fr;
  }
  .track {
    grid-column: 1 / -1;
  }
  .due {
    text-align: left;
  }
}
</style>
