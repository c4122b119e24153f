<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { mdiRedo, mdiUndo } from '@mdi/js'
import { computed, onMounted, ref, watch } from 'vue'
import { RouterLink, RouterView, useRoute, useRouter } from 'vue-router'
import { referencesOf } from '#core/job/derive.ts'
import { nextStage, STAGES, type Stage } from '#core/job/stages.ts'
import { problemText } from '../api/client.ts'
import FourRows from '../shared/FourRows.vue'
import { STAGE_NAMES } from '#contract/messages/job.ts'
import { useJob } from '../stores/job.ts'
import { useShop } from '../stores/shop.ts'
import { planner } from '../workers/planner.ts'

const props = defineProps<{ id: string }>()
const job = useJob()
const shop = useShop()
const route = useRoute()
const router = useRouter()
const problem = ref('')
/** The job whose setups are here: before that its stages cannot be judged. */
const known = ref('')

async function load(): Promise<void> {
  problem.value = ''
  try {
    await Promise.all([shop.overview ? null : shop.load(), shop.loadDrawer()])
    await job.open(props.id)
    await shop.know(referencesOf(job.documents))
    known.value = props.id
  } catch (error) {
    problem.value = problemText(error)
  }
}
watch(() => props.id, load)
// An undone choice may name a setup that has not been met yet.
watch(
  () => (known.value === props.id ? referencesOf(job.documents) : []),
  (ids) => void shop.know(ids).catch(() => undefined),
)
onMounted(() => {
  void load()
  planner.warm()
})
useEventListener('keydown', onKey)

/** The job as a file, with all that was typed. */
async function handOn(): Promise<void> {
  if (await job.flush()) window.location.href = `/api/jobs/${encodeURIComponent(props.id)}/export`
  else job.problem = 'No file yet: what you changed is not saved. It is kept; try again when it is saved.'
}
const ready = computed(
  () => job.view?.job.id === props.id && job.picture !== null && shop.loaded && known.value === props.id,
)
const quick = computed(() => job.view?.job.kind === 'quick')
const current = computed<Stage>(() => {
  const name = (route.meta.stage ?? route.name) as Stage
  return STAGES.includes(name) ? name : 'plan'
})
const standing = computed(() => job.picture?.freshness)
const next = computed(() => (standing.value ? nextStage(standing.value) : 'measure'))
const cracked = computed(() => job.documents.measure?.inspection === 'cracked')
const SAYS = { empty: 'not yet', done: 'done', stale: 'changed', waits: 'waits' } as const

function onKey(event: KeyboardEvent): void {
  if (!ready.value) return
  const field = event.target instanceof HTMLElement && event.target.closest('input, textarea, [contenteditable]')
  // In an empty field there is nothing of its own to take back: what was just entered from it is meant.
  if (field && !('value' in field && field.value === '')) return
  if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
    event.preventDefault()
    void job.stepBack(current.value, event.shiftKey ? 'redo' : 'undo')
  }
  if (!field && !quick.value && (event.key === '[' || event.key === ']')) {
    const to = STAGES[STAGES.indexOf(current.value) + (event.key === ']' ? 1 : -1)]
    if (to) void router.push({ name: to, params: { id: props.id } })
  }
}
</script>

<template>
  <Teleport to="#bar-job">
    <div v-if="ready" class="about">
      <b>{{ quick ? 'Quick bench' : `Job ${job.view!.job.number}` }}</b>
      <span>{{ job.documents.player?.facts.name }}</span>
      <span class="quiet">{{ job.view!.frame.label }}</span>
      <v-spacer />
      <v-btn size="small" variant="text" data-testid="job-file" @click="handOn">Job file</v-btn>
      <v-btn
        :icon="mdiUndo"
        size="x-small"
        variant="text"
        aria-label="Undo on this stage"
        :disabled="!job.stageOf(current)?.canUndo"
        @click="job.stepBack(current, 'undo')"
      />
      <v-btn
        :icon="mdiRedo"
        size="x-small"
        variant="text"
        aria-label="Redo on this stage"
        :disabled="!job.stageOf(current)?.canRedo"
        @click="job.stepBack(current, 'redo')"
      />
    </div>
  </Teleport>
  <v-alert v-if="problem" type="error" variant="tonal" class="ma-6"
    >{{ problem }} <RouterLink to="/">Back to the start page</RouterLink></v-alert
  >
  <template v-else-if="ready">
    <nav v-if="!quick" class="track" aria-label="Stages of this job">
      <RouterLink
        v-for="stage in STAGES"
        :key="stage"
        :to="{ name: stage, params: { id } }"
        class="stop"
        :class="[standing![stage].status, { here: stage === current, next: stage === next }]"
        :data-stage="stage"
        :data-status="standing![stage].status"
      >
        <svg viewBox="-12 -12 24 24" width="20" height="20" aria-hidden="true">
          <line x1="0" x2="0" y1="-9" y2="9" class="mark" />
        </svg>
        <span>{{ STAGE_NAMES[stage] }}</span>
        <small v-if="standing![stage].status !== 'done' && standing![stage].status !== 'empty'">{{
          SAYS[standing![stage].status]
        }}</small>
      </RouterLink>
    </nav>
    <div class="banners">
      <v-alert v-if="cracked && current !== 'measure'" type="error" variant="flat" density="compact"
        >This frame was found cracked. Do not add mass to it.</v-alert
      >
      <v-alert
        v-if="job.problem"
        type="error"
        variant="tonal"
        density="compact"
        closable
        data-testid="job-problem"
        @click:close="job.problem = ''"
        >{{ job.problem }}</v-alert
      >
    </div>
    <div class="grid">
      <main><RouterView /></main>
      <FourRows :final="route.name === 'check' || route.name === 'play'" />
    </div>
  </template>
  <p v-else class="pa-6 quiet">Fetching the job…</p>
</template>

<style scoped>
.about {
  display: flex;
  align-items: center;
  gap: 12px;
  white-space: nowrap;
  overflow: hidden;
}
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
.banners {
  margin: 8px 18px 0;
  display: grid;
  gap: 6px;
}
.grid {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 348px;
  gap: 16px;
  padding: 10px 18px 24px;
  align-items: start;
}
@media (max-width: 1180px) {
  .grid {
    grid-template-columns: minmax(0, 1fr) 276px;
    gap: 12px;
    padding: 10px 12px 24px;
  }
}
@media (max-width: 1000px) {
  .grid {
    grid-template-columns: minmax(0, 1fr);
  }
  .stop span {
    font-size: 13px;
  }
}
@media (max-width: 640px) {
  .track {
    grid-template-columns: repeat(4, minmax(0, 1fr));
  }
}
</style>
