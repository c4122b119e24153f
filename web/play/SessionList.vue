<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { mishitsOf, wrongWithSession } from '#core/tuning/sessions.ts'
import { dayHere } from '#core/tuning/sessions.ts'
import { fixed } from '#core/quantities/write.ts'
import { SESSION_FAULT_WORDS, sessionLine } from '#contract/messages/play.ts'
import type { TuningPage } from './useTuning.ts'

/** What was said of each setup, the newest first. */
const props = defineProps<{ page: TuningPage }>()
const rows = computed(() => {
  const { play, builtOn } = props.page
  const today = dayHere(new Date().toISOString())
  // Of one day, what was noted last comes first.
  return [...play.value.sessions]
    .reverse()
    .sort((a, b) => (a.on < b.on ? 1 : a.on > b.on ? -1 : 0))
    .map((session) => ({ session, fault: wrongWithSession(session, play.value, today, builtOn.value) }))
})
const mishits = computed(() => mishitsOf(props.page.play.value.sessions))
</script>

<template>
  <section class="panel" aria-label="Sessions">
    <h2>Sessions</h2>
    <p v-if="rows.length === 0" class="mb-0">
      No session yet. Note the first one while it is fresh: late or not, tired or not, pain or not, and whether to keep
      it.
    </p>
    <ol v-else>
      <li v-for="{ session, fault } in rows" :key="session.id" data-testid="session-row">
        <RouterLink
          :to="{ name: 'session', params: { id: page.job.view.job.id, session: session.id } }"
          class="figure"
          >{{ session.on.slice(0, 10) }}</RouterLink
        >
        <div>
          <b>{{ page.nameOf(session.setupId) }}</b>
          <span v-if="session.againstId" class="quiet"> against {{ page.nameOf(session.againstId) }}</span>
          <div>{{ sessionLine(session) || 'nothing said yet' }}</div>
          <div v-if="session.reason" class="quiet">{{ session.reason }}</div>
          <div v-if="session.note" class="quiet">“{{ session.note }}”</div>
          <div v-if="fault" class="fault" role="note">
            {{ SESSION_FAULT_WORDS[fault] }}{{ fault === 'overlap' ? '' : ' It does not count.' }}
          </div>
        </div>
      </li>
    </ol>
    <p v-if="mishits" class="quiet mb-0 mt-2">
      {{ mishits.hits }} marked mishits: on the whole {{ fixed(Math.abs(mishits.alongCm), 1) }} cm
      {{ mishits.alongCm >= 0 ? 'towards the tip' : 'towards the throat' }} and
      {{ fixed(Math.abs(mishits.offCm), 1) }} cm to the {{ mishits.offCm >= 0 ? 'right' : 'left' }} of the middle, ±
      {{ fixed(mishits.scatterCm, 1) }} cm.
    </p>
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
li {
  display: grid;
  grid-template-columns: 92px 1fr;
  gap: 10px;
  border-top: 1px solid rgb(var(--v-theme-line));
  padding-top: 8px;
}
li:first-child {
  border-top: 0;
  padding-top: 0;
}
@media (max-width: 600px) {
  li {
    grid-template-columns: minmax(0, 1fr);
    gap: 2px;
  }
}
li a {
  padding: 4px 0;
  min-height: max(32px, var(--kv-finger, 0px));
}
.fault {
  color: rgb(var(--v-theme-warning));
  font-weight: 600;
}
</style>
