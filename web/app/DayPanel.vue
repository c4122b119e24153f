<script setup lang="ts">
import { useNow } from '@vueuse/core'
import { computed, onMounted, shallowRef } from 'vue'
import { RouterLink } from 'vue-router'
import { type Day, daySchema } from '#contract/day.ts'
import { call } from '../api/client.ts'
import { writeSoon } from '../browser/writeTime.ts'
import { useSetting } from '../browser/settings.ts'
import ComingBackList from '../logbook/ComingBackList.vue'
import { comesTooLate, dayOf } from './day.ts'
import JobTicket from './JobTicket.vue'
import WeekPanel from './WeekPanel.vue'

/** The shop's day: what is promised, overdue first, what makes a promise impossible, who comes back, and what the shop itself has to see to. */
const day = shallowRef<Day | null>(null)
const clock = useNow({ interval: 30000 })
const look = async () => void (day.value = await call(daySchema, 'GET', '/day').catch(() => day.value))
onMounted(look)
defineExpose({ look })
const groups = computed(() => dayOf(day.value?.jobs ?? [], clock.value))
const view = useSetting<'day' | 'week'>('kevro-day-view', 'day')
function turn(to: 'day' | 'week'): void {
  view.value = to
}
const seeTo = computed(() => (day.value ? day.value.checks.length + day.value.short.length : 0))
const any = computed(() => groups.value.length > 0 || seeTo.value > 0 || (day.value?.comingBack.length ?? 0) > 0)
</script>

<template>
  <section v-if="day && any" class="day" aria-label="The day" data-testid="day">
    <div v-if="groups.length > 0" class="d-flex align-center flex-wrap ga-3">
      <v-btn-toggle
        :model-value="view"
        mandatory
        density="compact"
        role="group"
        aria-label="Day or week"
        @update:model-value="turn"
      >
        <v-btn value="day" size="small">Day</v-btn><v-btn value="week" size="small" data-testid="week-view">Week</v-btn>
      </v-btn-toggle>
      <v-btn href="/api/calendar.ics" download="kevro.ics" variant="text" size="small">Calendar</v-btn>
      <span class="quiet note">other programs on this machine can read it at this address</span>
    </div>
    <WeekPanel v-if="view === 'week' && groups.length > 0" :jobs="day.jobs" :now="clock" @moved="look" />
    <template v-else>
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
    </template>
    <p v-if="day.more" class="quiet mb-0">More is promised than is shown.</p>
    <div v-if="day.comingBack.length > 0 || seeTo > 0" class="beside">
      <div v-if="day.comingBack.length > 0" class="panel" data-testid="day-coming-back">
        <h2>Coming back</h2>
        <ComingBackList :rows="day.comingBack" who @changed="look" />
      </div>
      <div v-if="seeTo > 0" class="panel" data-testid="see-to">
        <h2>To see to</h2>
        <ul>
          <li v-for="c in day.checks" :key="c.id">
            <RouterLink :to="{ name: 'device', params: { device: c.id } }">{{ c.name }}</RouterLink>:
            {{ c.dueOn ? `check due since ${c.dueOn.slice(0, 10)}` : 'never checked' }}
          </li>
          <li v-for="m in day.short" :key="m.id">
            <RouterLink :to="{ name: 'drawer' }">{{ m.name }}</RouterLink>:
            {{ m.left > 0 ? `${Number(m.left.toFixed(1))} ${m.counted} left` : 'none left' }}
          </li>
        </ul>
      </div>
    </div>
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
.note {
  font-size: 13px;
}
.beside {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 420px), 1fr));
  gap: 12px;
  align-items: start;
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
