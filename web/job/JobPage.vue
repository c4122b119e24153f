<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { mdiFileDownloadOutline, mdiRedo, mdiUndo } from '@mdi/js'
import { computed, onMounted, ref, watch } from 'vue'
import { RouterLink, RouterView, useRoute, useRouter } from 'vue-router'
import { referencesOf } from '#core/job/derive.ts'
import { nextStage, STAGES, type Stage } from '#core/job/stages.ts'
import { problemText } from '../api/client.ts'
import FourRows from '../shared/FourRows.vue'
import { useJob } from '../stores/job.ts'
import { useShop } from '../stores/shop.ts'
import { planner } from '../workers/planner.ts'
import StageTrack from './StageTrack.vue'

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
    await Promise.all([shop.overview ? null : shop.load(), shop.loadDrawer(), job.open(props.id)])
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
onMounted(load)
useEventListener('keydown', onKey)

/** The job as a file, with all that was typed. */
async function handOn(): Promise<void> {
  if (await job.flush()) window.location.href = `/api/jobs/${encodeURIComponent(props.id)}/export`
  else job.problem = 'No file yet: what you changed is not saved. It is kept; try again when it is saved.'
}
const ready = computed(
  () => job.view?.job.id === props.id && job.picture !== null && shop.loaded && known.value === props.id,
)
// The page first, then what plans on it.
watch(ready, (isReady) => isReady && planner.warm(), { flush: 'post' })
const quick = computed(() => job.view?.job.kind === 'quick')
const current = computed<Stage>(() => {
  const name = (route.meta.stage ?? route.name) as Stage
  return STAGES.includes(name) ? name : 'plan'
})
const standing = computed(() => job.picture?.freshness)
const next = computed(() => (standing.value ? nextStage(standing.value) : 'measure'))
const cracked = computed(() => job.documents.measure?.inspection === 'cracked')

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
      <v-btn
        :icon="mdiFileDownloadOutline"
        size="x-small"
        variant="text"
        aria-label="Job file"
        title="The job as a file"
        data-testid="job-file"
        @click="handOn"
      />
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
    <StageTrack v-if="!quick" :job-id="id" :freshness="standing!" :current="current" :next="next" />
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
      <div><RouterView /></div>
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
}
/* Where room is short names are cut, the frame's first; what is pressed keeps its place. */
.about > * {
  flex: none;
}
.about > span {
  flex: 0 1 auto;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
}
.about > .quiet {
  flex-shrink: 12;
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
}
@media (max-width: 600px) {
  .about > .quiet {
    display: none;
  }
}
</style>
