<script setup lang="ts">
import { useNow } from '@vueuse/core'
import { computed, onMounted, shallowRef } from 'vue'
import { type Day, daySchema } from '#contract/day.ts'
import { call } from '../api/client.ts'
import { writeSoon } from '../browser/writeTime.ts'
import { comesTooLate, dayOf } from './day.ts'
import JobTicket from './JobTicket.vue'

/** The shop's day: what is promised, overdue first, and what makes a promise impossible. */
const day = shallowRef<Day | null>(null)
const clock = useNow({ interval: 30000 })
const look = async () => void (day.value = await call(daySchema, 'GET', '/day').catch(() => day.value))
onMounted(look)
defineExpose({ look })
const groups = computed(() => dayOf(day.value?.jobs ?? [], clock.value))
</script>

<template>
  <section v-if="groups.length > 0" class="day" aria-label="Promised" data-testid="day">
    <div v-for="{ group, jobs } in groups" :key="group" :data-group="group">
      <h2 :class="{ late: group === 'Overdue' }">
        {{ group }} <span class="quiet figure">{{ jobs.length }}</span>
      </h2>
      <ul>
        <li v-for="job in jobs" :key="job.id">
          <JobTicket :job="job" />
          <p v-if="comesTooLate(job)" class="late" role="note">
            Cannot be kept: not ready before {{ writeSoon(job.readyAt!, clock) }}.
          </p>
        </li>
      </ul>
    </div>
    <p class="quiet mb-0">
      <template v-if="day?.more">More is promised than is shown. </template>
      <a href="/api/calendar.ics" download="kevro.ics">Calendar</a> of all promises; other programs on this machine can
      read it at this address.
    </p>
  </section>
</template>

<style scoped>
.day {
  display: grid;
  gap: 10px;
  margin-bottom: 18px;
}
h2 {
  padding-bottom: 4px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
.late {
  color: rgb(var(--v-theme-error));
  font-weight: 700;
  margin: 2px 0 0;
}
</style>
