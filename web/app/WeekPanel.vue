<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import type { JobSummary } from '#contract/entities.ts'
import { problemText } from '../api/client.ts'
import { comesTooLate, moveJob, dueOn, weekOf } from './day.ts'

/** The week ahead in columns: what is promised each day, dragged to another day or moved there by its menu. */
const props = defineProps<{ jobs: JobSummary[]; now: Date }>()
const emit = defineEmits<{ moved: [] }>()
const days = computed(() => weekOf(props.jobs, props.now))
const held = ref<string | null>(null)
const over = ref('')
const problem = ref('')
const undo = ref<{ id: string; number: number; dueAt: string } | null>(null)
async function put(id: string, dueAt: string): Promise<void> {
  try {
    await moveJob(id, dueAt)
    problem.value = ''
    emit('moved')
  } catch (error) {
    problem.value = problemText(error)
  }
}
async function drop(day: Date): Promise<void> {
  const job = props.jobs.find((j) => j.id === held.value)
  held.value = null
  over.value = ''
  if (job) await move(job, day)
}
async function move(job: JobSummary, day: Date): Promise<void> {
  const to = dueOn(job.dueAt!, day)
  if (to === job.dueAt) return
  undo.value = { id: job.id, number: job.number, dueAt: job.dueAt! }
  await put(job.id, to)
}
async function back(): Promise<void> {
  const was = undo.value
  undo.value = null
  if (was) await put(was.id, was.dueAt)
}
const time = (iso: string) => {
  const at = new Date(iso)
  return `${String(at.getHours()).padStart(2, '0')}:${String(at.getMinutes()).padStart(2, '0')}`
}
</script>

<template>
  <div>
    <v-alert v-if="problem" type="error" variant="tonal" density="compact" class="mb-2">{{ problem }}</v-alert>
    <p v-if="undo" role="status" class="mb-2">
      Job {{ undo.number }} is promised for another day. <v-btn size="small" variant="text" @click="back">Undo</v-btn>
    </p>
    <div class="week" data-testid="week">
      <section
        v-for="day in days"
        :key="day.name"
        class="col"
        :class="{ over: over === day.name, late: day.from === null }"
        :aria-label="day.name"
        :data-day="day.name"
        @dragover.prevent="over = day.from ? day.name : ''"
        @dragleave="over = ''"
        @drop.prevent="day.from && drop(day.from)"
      >
        <h3>{{ day.name }}</h3>
        <article
          v-for="job in day.jobs"
          :key="job.id"
          class="job"
          draggable="true"
          :data-job="job.number"
          @dragstart="held = job.id"
          @dragend="held = null"
        >
          <RouterLink :to="{ name: 'measure', params: { id: job.id } }" draggable="false"
            ><b class="figure">{{ job.number }}</b> {{ job.playerName ?? job.frameLabel }}</RouterLink
          >
          <span class="quiet">{{ time(job.dueAt!) }}{{ job.who ? `, ${job.who}` : '' }}</span>
          <span v-if="comesTooLate(job)" class="wrong">not ready by then</span>
          <v-menu>
            <template #activator="{ props: menu }"
              ><v-btn v-bind="menu" size="x-small" variant="text" class="move" :aria-label="`Move job ${job.number}`"
                >Move</v-btn
              ></template
            >
            <v-list density="compact">
              <v-list-item
                v-for="to in days.filter((d) => d.from && d.name !== day.name)"
                :key="to.name"
                :title="to.name"
                @click="move(job, to.from!)"
              />
            </v-list>
          </v-menu>
        </article>
        <p v-if="day.jobs.length === 0" class="quiet none">–</p>
      </section>
    </div>
  </div>
</template>

<style scoped>
.week {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(128px, 1fr));
  gap: 8px;
}
.col {
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 6px;
  background: rgb(var(--v-theme-surface));
  padding: 8px;
  min-height: 120px;
}
.col.over {
  border-color: rgb(var(--v-theme-primary));
  background: rgba(var(--v-theme-primary), 0.08);
}
.col.late h3 {
  color: rgb(var(--v-theme-error));
}
h3 {
  font-size: 13.5px;
  margin: 0 0 6px;
}
.job {
  display: grid;
  gap: 1px;
  padding: 6px 8px;
  margin-bottom: 6px;
  border-left: 4px solid rgb(var(--v-theme-primary));
  background: rgba(var(--v-theme-on-surface), 0.04);
  font-size: 13.5px;
  cursor: grab;
}
.job a {
  color: inherit;
}
.wrong {
  color: rgb(var(--v-theme-error));
  font-weight: 700;
}
.move {
  justify-self: start;
}
.none {
  margin: 0;
}
@media (max-width: 600px) {
  .week {
    grid-template-columns: minmax(0, 1fr);
  }
  .col {
    min-height: 0;
  }
}
</style>
