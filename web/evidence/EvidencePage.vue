<script setup lang="ts">
import type { Data, Layout } from 'plotly.js'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { COMPLAINTS, LEVELS } from '#core/player/facts.ts'
import { fixed } from '#core/quantities/write.ts'
import { PROFILES, SPORTS } from '#core/sports/sports.ts'
import { evidenceSchema, type ShownEvidence } from '#contract/evidence.ts'
import { ENOUGH_CASES, shareText, stepText, upText } from '#contract/messages/evidence.ts'
import { COMPLAINT_NAMES } from '#contract/messages/player.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { unitMark, writeDifference } from '#core/quantities/write.ts'
import { call, problemText } from '../api/client.ts'
import PlotlyChart from '../charts/PlotlyChart.vue'
import { useMarks } from '../charts/useMarks.ts'
import { useShop } from '../stores/shop.ts'

/** What the shop's own records say: what was kept, what a step did, how frames drifted, whether stated chances came true. */
const shop = useShop()
const route = useRoute()
const router = useRouter()
const { colors, marks } = useMarks()
const found = ref<ShownEvidence | null>(null)
const problem = ref('')
const FIELDS = ['sport', 'level', 'complaint', 'minor'] as const
const asked = computed(() =>
  Object.fromEntries(FIELDS.flatMap((f) => (route.query[f] ? [[f, String(route.query[f])]] : []))),
)
const choose = (field: (typeof FIELDS)[number], value: string | null) =>
  router.replace({ query: { ...asked.value, [field]: value ?? undefined } })
const choices = {
  sport: { label: 'Sport', items: SPORTS.map((s) => ({ value: s, title: PROFILES[s].name })) },
  level: { label: 'Level', items: LEVELS.map((l) => ({ value: l, title: l })) },
  complaint: { label: 'Complaint', items: COMPLAINTS.map((c) => ({ value: c, title: COMPLAINT_NAMES[c] })) },
  minor: {
    label: 'Age',
    items: [
      { value: 'yes', title: 'under 18' },
      { value: 'no', title: 'adults' },
    ],
  },
}
let last = 0
onBeforeUnmount(() => last++)
watch(
  asked,
  async (query) => {
    const mine = ++last
    try {
      // A book of many jobs is looked through a piece at a time, and what is known so far is shown.
      do {
        const answer = await call(evidenceSchema, 'GET', `/evidence?${new URLSearchParams(query)}`)
        if (mine !== last) return
        ;[found.value, problem.value] = [answer, '']
      } while (found.value.left > 0)
    } catch (error) {
      if (mine === last) problem.value = problemText(error)
    }
  },
  { immediate: true },
)
const landed = computed(() => found.value?.landed ?? [])
const data = computed((): Data[] => [
  {
    type: 'scatter',
    mode: 'lines',
    x: [0, 100],
    y: [0, 100],
    line: { color: colors.value['frame-edge'], dash: 'dot', width: 1.2 },
    hoverinfo: 'skip',
  },
  {
    type: 'scatter',
    mode: 'markers',
    x: landed.value.map((l) => 100 * l.stated),
    y: landed.value.map((l) => (100 * l.share.of) / l.share.cases),
    error_y: {
      type: 'data',
      symmetric: false,
      array: landed.value.map((l) => 100 * (l.share.high - l.share.of / l.share.cases)),
      arrayminus: landed.value.map((l) => 100 * (l.share.of / l.share.cases - l.share.low)),
      color: colors.value.measured,
    },
    marker: marks.value.measured,
    hovertext: landed.value.map((l) => `stated ${fixed(100 * l.stated, 0)} %<br>${shareText(l.share)}`),
    hoverinfo: 'text',
  },
])
const layout: Partial<Layout> = {
  xaxis: { title: { text: 'stated, %' }, range: [0, 103] },
  yaxis: { title: { text: 'came true, %' }, range: [-3, 106] },
}
const table = computed(() => ({
  head: ['stated %', 'inside', 'of', 'from %', 'to %'],
  rows: landed.value.map((l) => [100 * l.stated, l.share.of, l.share.cases, 100 * l.share.low, 100 * l.share.high]),
}))
</script>

<template>
  <div class="pa-6 evidence">
    <h1 class="mb-1">What our records say</h1>
    <p class="quiet">
      Counts of this shop alone, each with the range in which the true share lies, 95 of 100 times. Under
      {{ ENOUGH_CASES }} cases nothing is said in per cent. Nothing of it leaves this machine, and nobody’s name is in
      it.
    </p>
    <div class="filters" role="group" aria-label="Only">
      <v-select
        v-for="field in FIELDS"
        :key="field"
        :model-value="asked[field] ?? null"
        :items="choices[field].items"
        :label="choices[field].label"
        clearable
        :data-testid="`only-${field}`"
        @update:model-value="(v: string | null) => choose(field, v)"
      />
    </div>
    <v-alert v-if="problem" type="error" variant="tonal">{{ problem }}</v-alert>
    <template v-if="found">
      <p role="status">
        {{ found.jobs }} {{ found.jobs === 1 ? 'job' : 'jobs'
        }}<template v-if="found.left > 0">, the newest; {{ found.left }} still to be looked at…</template
        ><template v-else>.</template>
      </p>
      <div class="cols">
        <section class="panel" aria-label="What was kept">
          <h2>What was kept</h2>
          <p v-if="found.kept.length === 0" class="quiet mb-0">
            No change was played yet. Note a session on a job’s Play page.
          </p>
          <table v-else class="plain">
            <thead>
              <tr>
                <th scope="col">Change</th>
                <th scope="col">Swing weight</th>
                <th scope="col">Not gone back from</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="k in found.kept" :key="k.what">
                <td>{{ stepText(k.what) }}</td>
                <td class="figure">{{ writeDifference(k.swingKgCm2, 'swingWeight', shop.units) }}</td>
                <td class="figure">{{ shareText(k.share) }}</td>
              </tr>
            </tbody>
          </table>
        </section>
        <section class="panel" aria-label="Tired or late">
          <h2>Tired or late</h2>
          <p v-if="found.heavy.length === 0" class="quiet mb-0">No session tells of lateness or energy yet.</p>
          <table v-else class="plain">
            <thead>
              <tr>
                <th scope="col">Swing weight against the setup before</th>
                <th scope="col">Tired or late</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="h in found.heavy" :key="`${h.from}`">
                <td>{{ upText(h.from, h.to) }}</td>
                <td class="figure">{{ shareText(h.share) }}</td>
              </tr>
            </tbody>
          </table>
        </section>
        <section class="panel" aria-label="Frames that came back">
          <h2>Frames that came back</h2>
          <p v-if="found.moved.length === 0" class="quiet mb-0">No proven frame has come back to be measured yet.</p>
          <table v-else class="plain">
            <thead>
              <tr>
                <th scope="col">Number</th>
                <th scope="col">Moved by, mean</th>
                <th scope="col">Within its tolerance</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="m in found.moved" :key="m.quantity">
                <td>{{ QUANTITY_NAMES[m.quantity] }}</td>
                <td class="figure">
                  {{ writeDifference(m.mean, m.quantity, shop.units) }} {{ unitMark(m.quantity, shop.units) }}
                </td>
                <td class="figure">{{ shareText(m.within) }}</td>
              </tr>
            </tbody>
          </table>
        </section>
        <section class="panel" aria-label="Stated chances">
          <h2>Did stated chances come true?</h2>
          <p v-if="landed.length === 0" class="quiet mb-0">No planned frame was signed off against its target yet.</p>
          <template v-else>
            <PlotlyChart
              :data="data"
              :layout="layout"
              :height="230"
              name="stated chances"
              label="How often plans landed, by the chance that was stated"
              :table="table"
            />
            <p v-for="l in landed" :key="l.from" class="mb-0">
              Stated {{ fixed(100 * l.stated, 0) }} of 100: <span class="figure">{{ shareText(l.share) }}</span>
            </p>
            <p class="quiet mb-0">
              On the dotted line chances are honest. A reading has errors of its own: inside is what was read.
            </p>
          </template>
        </section>
      </div>
    </template>
  </div>
</template>

<style scoped>
.evidence {
  max-width: 1200px;
  margin: 0 auto;
}
.filters {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 10px;
  max-width: 800px;
  margin: 10px 0;
}
.cols {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 460px), 1fr));
  gap: 14px;
  align-items: start;
}
td,
th {
  padding: 3px 12px 3px 0;
  vertical-align: top;
}
</style>
