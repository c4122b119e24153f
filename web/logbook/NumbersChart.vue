<script setup lang="ts">
import type { Data, Layout } from 'plotly.js'
import { computed, ref } from 'vue'
import { LOG_QUANTITIES, type LogQuantity } from '#core/logbook/logbook.ts'
import { fromCore, unitFor, differenceFromCore } from '#core/quantities/units.ts'
import type { LoggedJob } from '#contract/logbook.ts'
import { QUANTITY_NAMES, quantityTitle } from '#contract/messages/names.ts'
import PlotlyChart from '../charts/PlotlyChart.vue'
import { useMarks } from '../charts/useMarks.ts'
import { useShop } from '../stores/shop.ts'
import { EVENT_NAMES, pointsOf, unitsIn } from './story.ts'

/** One number of a frame over its jobs, with its 95 %. */
const props = defineProps<{ jobs: LoggedJob[]; label: string }>()
const shop = useShop()
const { colors, marks } = useMarks()
const quantity = ref<LogQuantity>('swingWeight')
const first = computed(() => props.jobs[0])
const units = computed(() => unitsIn(first.value?.frame.sport ?? 'tennis', shop.overview?.shop.units))
const unit = computed(() => unitFor(quantity.value, units.value))
/** What was read and what follows, with the marks that they have everywhere. */
const markOf = (kind: 'measured' | 'built' | 'proved' | 'tuned') =>
  kind === 'built' || kind === 'tuned' ? marks.value.predicted : marks.value.measured
const points = computed(() =>
  pointsOf(props.jobs, quantity.value).map((p) => ({
    ...p,
    shown: fromCore(p.value, unit.value, first.value?.frame.lengthCm ?? 0),
    half: Math.abs(differenceFromCore(2 * p.u, unit.value)),
  })),
)
const data = computed((): Data[] => [
  {
    type: 'scatter',
    mode: 'lines+markers',
    x: points.value.map((_, i) => i),
    y: points.value.map((p) => p.shown),
    error_y: { type: 'data', array: points.value.map((p) => p.half), color: colors.value.measured, thickness: 1.2 },
    hovertext: points.value.map((p) => `Job ${p.job}, ${EVENT_NAMES[p.kind].toLowerCase()}<br>${p.shown.toFixed(2)}`),
    hoverinfo: 'text',
    line: { color: colors.value.measured, width: 1.4 },
    marker: {
      symbol: points.value.map((p) => markOf(p.kind).symbol),
      size: 11,
      color: points.value.map((p) => markOf(p.kind).color),
    },
  },
])
/** Side by side in their order: what happens in an hour of work would lie on one spot beside the years. */
const layout = computed((): Partial<Layout> => ({
  xaxis: {
    tickvals: points.value.map((_, i) => i),
    ticktext: points.value.map((p) => `${EVENT_NAMES[p.kind]}<br>${p.at.slice(0, 10)}`),
    range: [-0.5, points.value.length - 0.5],
  },
  yaxis: { title: { text: title.value } },
}))
const title = computed(() => quantityTitle(quantity.value, units.value))
const table = computed(() => ({
  head: ['when', 'what', 'job', title.value, '± 95 %'],
  rows: points.value.map((p) => [p.at, EVENT_NAMES[p.kind], p.job, p.shown, p.half]),
}))
</script>

<template>
  <div>
    <v-btn-toggle v-model="quantity" mandatory density="compact" aria-label="Which number" class="mb-2 flex-wrap">
      <v-btn v-for="q in LOG_QUANTITIES" :key="q" :value="q" size="small">{{ QUANTITY_NAMES[q] }}</v-btn>
    </v-btn-toggle>
    <PlotlyChart
      v-if="points.length > 0"
      :data="data"
      :layout="layout"
      :height="240"
      :name="`${label} ${QUANTITY_NAMES[quantity]}`"
      :label="`${QUANTITY_NAMES[quantity]} of ${label} over its jobs`"
      :table="table"
    />
    <p v-else class="quiet">This number was never read.</p>
    <p class="quiet mb-0">
      Filled: read. Open: as it follows from what was put on. All in one state: strung, base grip, no overgrip.
    </p>
  </div>
</template>
