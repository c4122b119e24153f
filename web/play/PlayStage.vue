<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { estimateOf } from '#core/frame/state.ts'
import { changeBetween } from '#core/compare/change.ts'
import { QUANTITIES } from '#core/quantities/units.ts'
import { unitMark, writeDifference, writeSpread, writeValue } from '#core/quantities/write.ts'
import { ceilingBand } from '#core/tuning/engine.ts'
import { BUILT, type SchoolId } from '#core/tuning/document.ts'
import { fixed } from '#core/quantities/write.ts'
import { ceilingText } from '#contract/messages/play.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { takeHomeOf, takeHomeSvg } from '#contract/takeHome.ts'
import { dayHere } from '#core/tuning/sessions.ts'
import { pngOf } from '../browser/pngOf.ts'
import { saveFile } from '../browser/saveFile.ts'
import { writeTime } from '../browser/writeTime.ts'
import StageFrame from '../shared/StageFrame.vue'
import { useSheets } from '../shared/useSheets.ts'
import AnotherChange from './AnotherChange.vue'
import BlindPanel from './BlindPanel.vue'
import LadderChart from '../tuning/LadderChart.vue'
import NextCard from './NextCard.vue'
import SessionList from './SessionList.vue'
import StringsPanel from './StringsPanel.vue'
import { useTuning } from './useTuning.ts'
import { wornText } from './wornText.ts'

/** Play and tuning: what is on the frame, what comes next, what was said, and how far up it goes. */
const page = useTuning()
const { job, shop, play, tuning, schools, school, now, next, others } = page
const router = useRouter()
const { print } = useSheets()
const SHOWN = [...QUANTITIES, 'recoilWeight'] as const
const numbers = computed(() => {
  const here = now.value
  const built = tuning.value?.bench.base
  if (!here || !built) return []
  return SHOWN.flatMap((quantity) => {
    const estimate = estimateOf(here.state, quantity)
    const change = changeBetween(built, here.state, quantity)
    return estimate
      ? [
          {
            quantity,
            value: writeValue(estimate.value, quantity, shop.units, page.lengthCm.value),
            unit: unitMark(quantity, shop.units),
            spread: writeSpread(2 * estimate.u, quantity, shop.units),
            by: change && Math.abs(change.by) > 1e-9 ? writeDifference(change.by, quantity, shop.units) : '',
          },
        ]
      : []
  })
})
const ceiling = computed(() => {
  const band = tuning.value && ceilingBand(tuning.value.tried)
  return band && (band.low !== null || band.high !== null) ? ceilingText(band, (v) => fixed(v, 0)) : ''
})
const byNow = computed(() => (page.worn.value ? wornText(page.worn.value, shop.units, page.lengthCm.value) : ''))
const FROM = { checked: 'as proven', planned: 'as it follows from the plan', measured: 'as measured' } as const
const besideId = ref<SchoolId | null>(null)
const beside = computed(() => others.value.find((o) => o.school.id === besideId.value) ?? others.value[0] ?? null)
async function picture(): Promise<void> {
  const home = takeHomeOf({
    label: job.view.frame.label,
    documents: job.documents,
    picture: job.picture,
    units: shop.units,
    intervals: shop.intervals,
  })
  if (!home) {
    job.problem = 'Weight, balance and swing weight are not known yet: there is nothing to take home.'
    return
  }
  const heading = `${shop.overview?.shop.name ?? ''} · job ${job.view.job.number} · ${dayHere(new Date().toISOString())}`
  saveFile(await pngOf(takeHomeSvg(home, heading, job.picture), 1080), `job-${job.view.job.number}-to-take-home.png`)
}
function session(): void {
  void router.push({ name: 'session', params: { id: job.view.job.id, session: page.addSession() } })
}
</script>

<template>
  <StageFrame stage="play" title="Play and tune" :rederive="() => job.save('play', play)">
    <template #actions>
      <v-btn variant="text" data-testid="court-card" @click="print('court-card')">Court card</v-btn>
      <v-menu>
        <template #activator="{ props: menu }"
          ><v-btn v-bind="menu" variant="text" data-testid="take-home">To take home</v-btn></template
        >
        <v-list density="compact">
          <v-list-item data-testid="take-home-pdf" @click="print('take-home')">Page (PDF)</v-list-item>
          <v-list-item data-testid="take-home-png" @click="picture">Picture to send (PNG)</v-list-item>
        </v-list>
      </v-menu>
      <v-btn
        :prepend-icon="mdiPlus"
        color="primary"
        :variant="next?.kind === 'play' || !next ? 'flat' : 'tonal'"
        data-testid="add-session"
        @click="session"
        >Session</v-btn
      >
    </template>
    <section v-if="now" class="panel now mb-3" aria-label="On the frame now" data-testid="now-on">
      <div>
        <h2 class="pb-0">{{ page.nameOf(now.id) }}</h2>
        <p class="quiet mb-0">
          {{
            now.setup
              ? `since ${writeTime(now.setup.at)}${now.setup.by ? `, ${now.setup.by}` : ''}`
              : FROM[tuning!.from]
          }}
          <template v-if="ceiling"><br />Ceiling {{ ceiling }}</template>
        </p>
        <p v-if="byNow" class="quiet mb-0" data-testid="by-now">{{ byNow }}</p>
      </div>
      <dl>
        <div v-for="n in numbers" :key="n.quantity">
          <dt>{{ QUANTITY_NAMES[n.quantity] }}</dt>
          <dd class="figure" :class="now.id === BUILT && tuning!.from !== 'planned' ? 'measured' : 'predicted'">
            {{ n.value }}<small class="quiet"> ± {{ n.spread }}</small>
          </dd>
          <dd class="figure by">{{ n.by }}</dd>
        </div>
      </dl>
    </section>
    <p v-else class="panel mb-3">
      Weight, balance and swing weight of this frame are not known, so no step can be worked out. Sessions can be noted
      all the same. <RouterLink :to="{ name: 'measure' }">Measure</RouterLink>
    </p>
    <div v-if="tuning && next" class="schools mb-2">
      <v-select
        :model-value="school.id"
        :items="schools.map((s) => ({ value: s.id, title: s.name, props: { subtitle: s.holds } }))"
        label="School"
        class="school"
        data-testid="school"
        @update:model-value="(id: SchoolId) => page.choose(id)"
      />
      <p class="quiet mb-0 holds">
        {{ school.holds }} <RouterLink :to="{ name: 'own-school' }">Our own school</RouterLink>
      </p>
      <v-select
        v-if="others.length > 1 && beside"
        :model-value="beside.school.id"
        :items="others.map((o) => ({ value: o.school.id, title: o.school.name }))"
        label="Beside it"
        class="school"
        data-testid="beside"
        @update:model-value="(id: SchoolId) => (besideId = id)"
      />
    </div>
    <div v-if="tuning && next" class="cards mb-3">
      <NextCard :page="page" :school="school" :next="next" main />
      <NextCard v-if="beside && next.kind !== 'play'" :page="page" :school="beside.school" :next="beside.next" />
    </div>
    <div class="cols">
      <div class="main">
        <LadderChart v-if="page.climbed.value" :of="page.climbed.value" class="mb-3" />
        <SessionList :page="page" />
      </div>
      <div class="side">
        <AnotherChange v-if="tuning" :page="page" class="mb-3" />
        <StringsPanel :page="page" class="mb-3" />
        <BlindPanel v-if="tuning && play.setups.length > 0" :page="page" />
      </div>
    </div>
  </StageFrame>
</template>

<style scoped>
.now {
  display: grid;
  grid-template-columns: minmax(150px, 1fr) minmax(0, 3.4fr);
  gap: 8px 20px;
  align-items: start;
}
.now h2 {
  font-size: 18px;
}
.now p {
  margin: 2px 0 0;
}
dl {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(92px, 1fr));
  gap: 6px 10px;
  margin: 0;
}
dt {
  font-size: 12.5px;
  color: rgb(var(--v-theme-quiet));
}
dd {
  margin: 0;
  font-size: 17px;
  white-space: nowrap;
}
dd small {
  font-size: 11.5px;
}
.by {
  font-size: 13px;
  min-height: 18px;
}
.schools {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 16px;
  align-items: center;
}
.school {
  flex: 0 1 240px;
}
.holds {
  flex: 1 1 240px;
  font-size: 13.5px;
}
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 380px), 1fr));
  gap: 12px;
}
.cols {
  display: grid;
  grid-template-columns: minmax(0, 1.7fr) minmax(0, 1fr);
  gap: 14px;
  align-items: start;
}
.main,
.side {
  min-width: 0;
}
@media (max-width: 900px) {
  .cols,
  .now {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
