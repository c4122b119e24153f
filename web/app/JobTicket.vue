<script setup lang="ts">
import { useNow } from '@vueuse/core'
import { RouterLink } from 'vue-router'
import { STAGES, type Stage } from '#core/job/stages.ts'
import { PROFILES } from '#core/sports/sports.ts'
import type { JobSummary } from '#contract/entities.ts'
import { WAITS_NAMES } from '#contract/messages/build.ts'
import { STAGE_NAMES, WAITS_ON_NAMES } from '#contract/messages/job.ts'
import { writeSoon } from '../browser/writeTime.ts'

/** A job in the queue: whose, which frame, how far, and when it is due. Leads to what is next. */
defineProps<{ job: JobSummary }>()
const next = (job: JobSummary): Stage =>
  job.signedBy && !job.saved.includes('play') ? 'play' : (STAGES.find((s) => !job.saved.includes(s)) ?? 'play')
/** What lies curing or drying on it, and until when. */
const clock = useNow({ interval: 30000 })
const waits = ({ waitsFor, readyAt, signedBy, waitsOn }: JobSummary) => {
  if (signedBy) return ''
  const cures =
    waitsFor && readyAt && new Date(readyAt) > clock.value
      ? `${WAITS_NAMES[waitsFor]} until ${writeSoon(readyAt, clock.value)}`
      : ''
  return [cures, waitsOn ? `waits for ${WAITS_ON_NAMES[waitsOn]}` : ''].filter(Boolean).join(', ')
}
/** The moment that was promised; words that named none stand as they were said. */
const due = ({ due: words, dueAt }: JobSummary) => (dueAt ? `due ${writeSoon(dueAt, clock.value)}` : words)
const pageOf = (job: JobSummary) => (job.kind === 'quick' ? 'bench' : next(job))
</script>

<template>
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
          <line y1="-7" y2="7" :class="job.saved.includes(stage) ? 'done' : stage === next(job) ? 'next' : 'open'" />
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
      }}{{ job.signedBy ? `signed off ${job.signedBy}` : due(job)
      }}<span v-if="waits(job)" class="waits" data-testid="waits">{{ waits(job) }}</span
      ><small v-if="job.who && !job.signedBy" class="quiet hands">{{ job.who }}</small></span
    >
  </RouterLink>
</template>

<style scoped>
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
.waits {
  display: block;
  color: rgb(var(--v-theme-predicted));
}
.hands {
  display: block;
  font-weight: 400;
}
.due {
  text-align: right;
  font-weight: 600;
}
@media (max-width: 760px) {
  .ticket {
    grid-template-columns: 44px 1fr;
    row-gap: 4px;
  }
  .track {
    grid-column: 1 / -1;
  }
  .due {
    grid-column: 2;
    grid-row: 2;
    text-align: left;
  }
}
</style>
