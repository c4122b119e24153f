<script setup lang="ts">
import { traceOf } from '../charts/traceOf.ts'
import type { Data, Layout } from 'plotly.js'
import { computed, ref } from 'vue'
import { estimateOf } from '#core/frame/state.ts'
import { ladderOf, type Said } from '#core/tuning/ladder.ts'
import { QUANTITIES, unitFor, fromCore, differenceFromCore } from '#core/quantities/units.ts'
import { writeBalanceBoth } from '#core/quantities/write.ts'
import { referenceState } from '#core/compare/setup.ts'
import { QUANTITY_NAMES, quantityTitle } from '#contract/messages/names.ts'
import { SAID_NAMES } from '#contract/messages/play.ts'
import PlotlyChart from '../charts/PlotlyChart.vue'
import TableBehind from '../charts/TableBehind.vue'
import { useMarks } from '../charts/useMarks.ts'
import { useShop } from '../stores/shop.ts'
import type { Climbed } from './climbed.ts'

/** A tuning as a ladder: sessions along, one number up, each setup a rung; tired, late and pain marked on it. */
const props = defineProps<{ of: Climbed }>()
const shop = useShop()
const { colors, marks } = useMarks()
const SHOWN = [...QUANTITIES, 'recoilWeight'] as const
const quantity = ref<(typeof SHOWN)[number]>('swingWeight')
const units = computed(() => shop.units)
const unit = computed(() => unitFor(quantity.value, units.value))
const shown = (value: number) => fromCore(value, unit.value, props.of.picture.work.geometry.lengthCm)
const tried = computed(() => props.of.tried)
const rungs = computed(() => ladderOf(tried.value, quantity.value))
const TROUBLE: readonly Said[] = ['tired', 'late', 'tiredLate']
const tone = (said: Said) =>
  said === 'unplayed'
    ? colors.value.predicted
    : said === 'pain'
      ? colors.value.error
      : TROUBLE.includes(said)
        ? colors.value.warning
        : colors.value.measured
const x = computed(() => rungs.value.map((_, i) => i))
const target = computed(() => {
  const line =
    quantity.value === 'recoilWeight'
      ? props.of.documents.target?.also.recoilWeight
      : props.of.documents.target?.lines[quantity.value]
  return line ? shown(line.value) : null
})
/** The published setup that the target goes by, brought to this frame's own state. */
const published = computed(() => {
  const { documents, picture } = props.of
  const id = documents.target?.referenceId ?? documents.compare?.referenceIds[0]
  const reference = shop.references.find((r) => r.id === id)
  if (!reference) return null
  const estimate = estimateOf(referenceState(reference, picture, picture.work.profile), quantity.value)
  return estimate ? { value: shown(estimate.value), name: reference.name } : null
})
/** How the ceiling's band narrows, session by session. */
const bands = computed(() => (quantity.value === 'swingWeight' ? rungs.value.map((r) => r.ceiling) : []))
const line = (name: string, y: number, color: string | undefined, dash: 'dash' | 'dot'): Data =>
  traceOf({
    type: 'scatter',
    mode: 'lines',
    x: [-0.5, rungs.value.length - 0.5],
    y: [y, y],
    line: { color, width: 1.6, dash },
    hovertext: name,
    hoverinfo: 'text',
  })
const data = computed((): Data[] => {
  const closed = bands.value.flatMap((b, i) =>
    b.low !== null && b.high !== null ? [{ i, low: b.low, high: b.high }] : [],
  )
  return [
    ...closed.map((b) =>
      traceOf({
        type: 'scatter',
        mode: 'lines',
        x: [b.i - 0.5, b.i + 0.5, b.i + 0.5, b.i - 0.5],
        y: [b.low, b.low, b.high, b.high],
        fill: 'toself',
        fillcolor: `${colors.value.warning}30`,
        line: { width: 0 },
        hoverinfo: 'skip',
      }),
    ),
    ...(target.value === null ? [] : [line('target', target.value, colors.value.target, 'dash')]),
    ...(published.value === null
      ? []
      : [line(published.value.name, published.value.value, colors.value.published, 'dot')]),
    traceOf({
      type: 'scatter',
      mode: 'lines+markers+text',
      x: x.value,
      y: rungs.value.map((r) => shown(r.value.value)),
      line: { shape: 'hv', color: colors.value.measured, width: 1.6 },
      marker: {
        symbol: rungs.value.map((r) => (r.session ? marks.value.measured.symbol : marks.value.predicted.symbol)),
        size: 13,
        color: rungs.value.map((r) => tone(r.said)),
      },
      text: rungs.value.map((r) => SAID_NAMES[r.said]),
      // A line that comes down on a mark comes from above: its word stands below.
      textposition: rungs.value.map((r, i) =>
        (rungs.value[i - 1]?.value.value ?? -Infinity) > r.value.value ? 'bottom center' : 'top center',
      ),
      hovertext: rungs.value.map((r) => `${props.of.nameOf(r.id)}<br>${SAID_NAMES[r.said]}`),
      hoverinfo: 'text',
    }),
  ]
})
const title = computed(() => quantityTitle(quantity.value, units.value))
const layout = computed((): Partial<Layout> => {
  const band = bands.value.at(-1)
  const values = [
    ...rungs.value.map((r) => shown(r.value.value)),
    ...(target.value === null ? [] : [target.value]),
    ...(band && band.low !== null && band.high !== null ? [band.low, band.high] : []),
  ]
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const room = Math.max(
    0.35 * (high - low),
    Math.abs(differenceFromCore(3, unit.value)) * (quantity.value === 'swingWeight' ? 1 : 0.1),
  )
  return {
    xaxis: {
      tickvals: x.value,
      ticktext: rungs.value.map((r) => (r.session ? r.session.on.slice(5, 10) : 'now')),
      range: [-0.5, Math.max(0.5, rungs.value.length - 0.5)],
      showgrid: false,
    },
    yaxis: { title: { text: title.value }, range: [low - room, high + room] },
  }
})
const write = (v: number) =>
  quantity.value === 'balance' ? writeBalanceBoth(v, props.of.picture.work.geometry.lengthCm) : v.toFixed(1)
const table = computed(() => ({
  head: ['session', 'setup', title.value, '± 95 %', 'said', 'ceiling from', 'ceiling to'],
  rows: rungs.value.map((r, i) => [
    r.session?.on ?? '',
    props.of.nameOf(r.id),
    shown(r.value.value),
    Math.abs(differenceFromCore(2 * r.value.u, unit.value)),
    SAID_NAMES[r.said],
    bands.value[i]?.low ?? null,
    bands.value[i]?.high ?? null,
  ]),
}))
</script>

<template>
  <section class="panel" aria-label="Ladder">
    <div class="d-flex flex-wrap align-center ga-3 mb-1">
      <h2 class="mb-0 pb-0">Ladder</h2>
      <v-btn-toggle
        v-model="quantity"
        mandatory
        density="compact"
        role="group"
        aria-label="Which number"
        class="flex-wrap"
      >
        <v-btn v-for="q in SHOWN" :key="q" :value="q" size="x-small">{{ QUANTITY_NAMES[q] }}</v-btn>
      </v-btn-toggle>
    </div>
    <PlotlyChart
      :data="data"
      :layout="layout"
      :height="260"
      :name="`ladder ${QUANTITY_NAMES[quantity].toLowerCase()}`"
      :label="`${QUANTITY_NAMES[quantity]} over the sessions of this tuning`"
      :table="table"
    >
      <span class="quiet legend"
        ><i class="dash" /> target <template v-if="published"><i class="dot" /> {{ published.name }}</template>
        <template v-if="bands.some((b) => b.likely !== null)"><i class="band" /> ceiling, nine in ten</template></span
      >
    </PlotlyChart>
    <TableBehind
      :table="table"
      :write="(cell, k) => (typeof cell === 'number' ? (k === 2 ? write(cell) : cell.toFixed(1)) : (cell ?? 'open'))"
    />
  </section>
</template>

<style scoped>
.legend i {
  display: inline-block;
  width: 22px;
  margin: 0 2px 3px 8px;
  border-top: 2px dashed rgb(var(--v-theme-target));
}
.legend i.dot {
  border-top: 2px dotted rgb(var(--v-theme-published));
}
.legend i.band {
  height: 10px;
  margin-bottom: 0;
  border: 0;
  background: rgba(var(--v-theme-warning), 0.2);
}
</style>
