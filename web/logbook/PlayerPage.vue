<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { fixed } from '#core/quantities/write.ts'
import { profileOf } from '#core/sports/sports.ts'
import { playerLogSchema } from '#contract/logbook.ts'
import JobStory from './JobStory.vue'
import { factLines } from './facts.ts'
import { useLog } from './useLog.ts'

/** A player and everything that the shop knows: facts as they were asked last, frames, and every job. */
const props = defineProps<{ id: string }>()
const { log, problem, retire } = useLog(playerLogSchema, () => `/book/players/${encodeURIComponent(props.id)}`)
const facts = computed(() => log.value?.player.facts)
const lines = computed(() => (facts.value ? factLines(facts.value) : []))
const ceiling = computed(() => facts.value?.ceiling)
</script>

<template>
  <div class="pa-6 log">
    <v-alert v-if="problem" type="error" variant="tonal">{{ problem }}</v-alert>
    <template v-if="log && facts">
      <div class="d-flex align-center flex-wrap ga-3 pb-3">
        <h1 class="mb-0">{{ facts.name }}</h1>
        <span v-if="log.retired" class="quiet">put away</span>
        <v-spacer />
        <v-btn variant="text" @click="retire(`/players/${encodeURIComponent(id)}/retire`, !log.retired)">{{
          log.retired ? 'Bring back' : 'Put away'
        }}</v-btn>
        <v-btn
          color="primary"
          variant="flat"
          :to="{ name: 'new', query: { player: id } }"
          data-testid="new-job-for-player"
          >New job</v-btn
        >
      </div>
      <div class="cols">
        <section class="panel" aria-label="About">
          <h2>About</h2>
          <dl class="facts">
            <template v-for="line in lines" :key="line.name">
              <dt>{{ line.name }}</dt>
              <dd>{{ line.value }}</dd>
            </template>
          </dl>
          <p v-if="ceiling" class="mb-0">
            Ceiling <b class="figure">{{ fixed(ceiling.swingWeightKgCm2, 1) }} kg·cm²</b> about
            {{ fixed(ceiling.axisCm, 2) }} cm, as played.
          </p>
          <p v-if="lines.length === 0 && !ceiling" class="quiet mb-0">Nothing was asked yet.</p>
        </section>
        <section class="panel" aria-label="Frames">
          <h2>Frames</h2>
          <ul class="frames">
            <li v-for="frame in log.frames" :key="frame.id">
              <RouterLink :to="{ name: 'frame', params: { id: frame.id } }">{{ frame.label }}</RouterLink>
              <span class="quiet ml-2">{{ [profileOf(frame.sport).name, frame.unit].filter(Boolean).join(', ') }}</span>
              <v-btn
                size="small"
                variant="text"
                :to="{ name: 'new', query: { player: id, frame: frame.id } }"
                :aria-label="`New job on ${frame.label}`"
                >New job</v-btn
              >
            </li>
          </ul>
          <p v-if="log.frames.length === 0" class="quiet mb-0">No frame is written down as this player’s own.</p>
        </section>
      </div>
      <h2 class="mt-4 pt-4">What was done</h2>
      <p v-if="log.jobs.length === 0" class="quiet">No job yet.</p>
      <JobStory v-for="job in log.jobs" :key="job.id" :job="job" show-frame />
    </template>
  </div>
</template>

<style scoped>
.log {
  max-width: 1000px;
  margin: 0 auto;
}
.cols {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 16px;
  align-items: start;
}
.facts {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 14px;
  margin: 0;
}
.facts dt {
  color: rgb(var(--v-theme-quiet));
}
.facts dd {
  margin: 0;
}
.frames {
  list-style: none;
  padding: 0;
  margin: 0;
}
@media (max-width: 760px) {
  .cols {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
