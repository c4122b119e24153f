<script setup lang="ts">
import { PROFILES, SPORTS } from '#core/sports/sports.ts'
import type { JOB_SORTS, JOB_STATES } from '#contract/entities.ts'
import JobTicket from './JobTicket.vue'
import { useJobs } from './useJobs.ts'

/** All jobs, those that are done too: found, filtered, sorted, put away and brought back. */
const jobs = useJobs()
const SORTS: { value: (typeof JOB_SORTS)[number]; title: string }[] = [
  { value: 'changed', title: 'Last changed first' },
  { value: 'due', title: 'Promised soonest first' },
  { value: 'number', title: 'Newest number first' },
  { value: 'player', title: 'By player' },
]
const STATES: { value: (typeof JOB_STATES)[number]; title: string }[] = [
  { value: 'all', title: 'all' },
  { value: 'open', title: 'in work' },
  { value: 'signed', title: 'signed off' },
]
const sports = [{ value: null, title: 'all' }, ...SPORTS.map((id) => ({ value: id, title: PROFILES[id].name }))]
</script>

<template>
  <div class="pa-6 jobs">
    <h1 class="pb-3">Jobs</h1>
    <div class="filters">
      <v-text-field
        v-model="jobs.search.find"
        label="Find a job: player, frame or number"
        clearable
        class="find"
        data-testid="find-job"
        @click:clear="jobs.search.find = ''"
      />
      <v-select v-model="jobs.search.sport" :items="sports" label="Sport" class="pick" />
      <v-select v-model="jobs.search.state" :items="STATES" label="State" class="pick" data-testid="job-state" />
      <v-select v-model="jobs.search.sort" :items="SORTS" label="Order" class="order" data-testid="job-sort" />
      <v-checkbox v-model="jobs.search.retired" label="Put away" hide-details data-testid="show-retired" />
    </div>
    <v-alert v-if="jobs.problem" type="error" variant="tonal" class="mb-3">{{ jobs.problem }}</v-alert>
    <p v-if="jobs.last" role="status" class="mb-3" data-testid="retire-note">
      Job {{ jobs.last.row.number }} was {{ jobs.last.retired ? 'put away' : 'brought back' }}.
      <v-btn size="small" variant="text" @click="jobs.retire(jobs.last.row, !jobs.last.retired)">Undo</v-btn>
    </p>
    <ul v-if="jobs.rows.length > 0" class="queue">
      <li v-for="job in jobs.rows" :key="job.id">
        <JobTicket :job="job" />
        <v-btn
          size="small"
          variant="text"
          class="away"
          :aria-label="`${jobs.search.retired ? 'Bring back' : 'Put away'} job ${job.number}`"
          data-testid="retire-job"
          @click="jobs.retire(job, !jobs.search.retired)"
          >{{ jobs.search.retired ? 'Bring back' : 'Put away' }}</v-btn
        >
      </li>
    </ul>
    <p v-else-if="jobs.loaded && jobs.query !== ''" class="quiet">None found.</p>
    <p v-else-if="jobs.loaded" class="quiet">
      No job yet. One begins with <RouterLink :to="{ name: 'new' }">New job</RouterLink>; what is signed off stays here.
    </p>
    <v-btn v-if="jobs.next" variant="text" class="mt-3" data-testid="more-jobs" @click="jobs.more()">More</v-btn>
  </div>
</template>

<style scoped>
.jobs {
  max-width: 1120px;
  margin: 0 auto;
}
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  margin-bottom: 12px;
}
.find {
  flex: 2 1 260px;
}
.pick {
  flex: 0 1 140px;
}
.order {
  flex: 0 1 230px;
}
.queue li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: center;
  gap: 6px;
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
