<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { LOG_QUANTITIES } from '#core/logbook/logbook.ts'
import { unitMark, writeDifference, writeQuantity } from '#core/quantities/write.ts'
import { profileOf } from '#core/sports/sports.ts'
import type { LoggedJob } from '#contract/logbook.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { useShop } from '../stores/shop.ts'
import { changeOf, EVENT_NAMES, playText, unitsIn } from './story.ts'

/** One job as the book tells it: what was read, done, proved and said, in its order. */
const props = defineProps<{ job: LoggedJob; showFrame?: boolean }>()
const shop = useShop()
const units = computed(() => unitsIn(props.job.frame.sport, shop.overview?.shop.units))
const change = computed(() => changeOf(props.job))
const tolerance = computed(() => profileOf(props.job.frame.sport).tolerance)
const write = (value: number, quantity: (typeof LOG_QUANTITIES)[number]) =>
  writeQuantity(value, quantity, units.value, props.job.frame.lengthCm)
</script>

<template>
  <article class="panel mb-3" :data-job="job.id">
    <header class="d-flex align-baseline flex-wrap ga-2">
      <h3 class="title">
        <RouterLink :to="{ name: 'measure', params: { id: job.id } }">Job {{ job.number }}</RouterLink>
      </h3>
      <RouterLink v-if="showFrame" :to="{ name: 'frame', params: { id: job.frame.id } }">{{
        job.frame.label
      }}</RouterLink>
      <span v-else class="quiet">{{ job.playerName ?? 'nobody named' }}</span>
      <v-spacer />
      <span class="quiet">{{ (job.events[0]?.at ?? job.startedAt).slice(0, 10) }}</span>
    </header>
    <p v-for="caution in job.cautions" :key="caution" class="caution mt-2 mb-0">{{ caution }}</p>
    <ol class="events">
      <li v-for="(event, i) in job.events" :key="i">
        <b>{{ EVENT_NAMES[event.kind] }}</b>
        <span class="quiet when"
          >{{ event.at.slice(0, 10) }}{{ 'by' in event && event.by ? `, ${event.by}` : '' }}</span
        >
        <span v-if="event.kind === 'played'">: {{ playText(event.session) }}</span>
        <span v-if="event.kind === 'tuned'">: {{ event.name }}</span>
        <span v-if="event.kind !== 'played'" class="numbers figure">
          <template v-for="quantity in LOG_QUANTITIES" :key="quantity"
            ><span v-if="event.numbers[quantity]" :title="QUANTITY_NAMES[quantity]">{{
              write(event.numbers[quantity].value, quantity)
            }}</span></template
          >
        </span>
        <ul v-if="event.kind === 'built'" class="added">
          <li v-for="line in event.added" :key="line">{{ line }}</li>
        </ul>
      </li>
    </ol>
    <p v-if="job.events.length === 0" class="quiet mb-0">Nothing was measured yet.</p>
    <p v-if="change.length > 0" class="mb-0 mt-1">
      In all:
      <span
        v-for="c in change"
        :key="c.quantity"
        class="figure change"
        :class="{ small: Math.abs(c.by) < tolerance[c.quantity] }"
        >{{ QUANTITY_NAMES[c.quantity].toLowerCase() }} {{ writeDifference(c.by, c.quantity, units) }}
        {{ unitMark(c.quantity, units) }}</span
      >
    </p>
    <p v-if="job.bed || job.strings" class="quiet mb-0 mt-1">Strings: {{ job.bed || job.strings }}</p>
    <p v-if="job.inspection === 'cracked'" class="caution mb-0 mt-1">Found cracked.</p>
    <p v-if="job.findings.length > 0" class="mb-0 mt-1">Looked over: {{ job.findings.join('; ') }}.</p>
    <div v-if="job.photos.length > 0" class="photos">
      <a v-for="photo in job.photos" :key="photo.id" :href="`/api/photos/${photo.id}`" target="_blank"
        ><img :src="`/api/photos/${photo.id}`" :alt="photo.name || `Photograph of job ${job.number}`" loading="lazy"
      /></a>
    </div>
  </article>
</template>

<style scoped>
.title {
  margin: 0;
  padding: 0;
  font-size: 1rem;
}
.when {
  margin-left: 8px;
}
.events {
  list-style: none;
  padding: 0;
  margin: 8px 0 0;
  display: grid;
  gap: 6px;
}
.numbers {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  margin-left: 10px;
}
.added {
  margin: 2px 0 0 18px;
  font-size: 13.5px;
}
.photos {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 8px;
}
.photos img {
  height: 84px;
  border-radius: 4px;
  display: block;
}
.change + .change::before {
  content: ', ';
}
.change.small {
  color: rgb(var(--v-theme-quiet));
}
</style>
