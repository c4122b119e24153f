<script setup lang="ts">
import { scaleLinear, scaleTime } from 'd3-scale'
import { line } from 'd3-shape'
import { computed } from 'vue'
import type { DeviceCheck } from '#contract/devices.ts'
import ChartOut from '../charts/ChartOut.vue'
import { pictureOf } from '../charts/pictureOf.ts'
import { useDrawnWidth } from '../shared/useDrawnWidth.ts'

/** How far an instrument lay off its known bodies, check by check; a bar where it was put right. */
const props = defineProps<{ checks: DeviceCheck[]; tolerance: number; unit: string }>()
const H = 210
const { drawing, width: w } = useDrawnWidth(520)
const L = 44
const R = 86
const SHAPES = ['M-4 0a4 4 0 1 0 8 0a4 4 0 1 0-8 0', 'M-4-4h8v8h-8z', 'M0-5L5 4H-5z', 'M0-5L5 0 0 5-5 0z']
const references = computed(() =>
  [...new Set(props.checks.flatMap((c) => c.points.map((p) => p.reference)))].sort((a, b) => a - b),
)
const series = computed(() =>
  references.value.map((reference) =>
    props.checks.flatMap((c) => {
      const mine = c.points.filter((p) => p.reference === reference)
      if (mine.length === 0) return []
      return [{ at: new Date(c.at), off: mine.reduce((s, p) => s + p.reading - reference, 0) / mine.length }]
    }),
  ),
)
const x = computed(() => {
  const times = props.checks.map((c) => Date.parse(c.at))
  const [first, last] = [Math.min(...times), Math.max(...times)]
  return scaleTime([new Date(first - 86400000), new Date(last + 86400000)], [L, w.value - R])
})
const y = computed(() => {
  const most = Math.max(1.25 * props.tolerance, ...series.value.flat().map((p) => 1.1 * Math.abs(p.off)))
  return scaleLinear([-most, most], [H - 24, 8])
})
const path = (points: { at: Date; off: number }[]) =>
  line<{ at: Date; off: number }>(
    (p) => x.value(p.at),
    (p) => y.value(p.off),
  )(points) ?? ''
/** Names at the right, kept apart. */
const names = computed(() => {
  const out = series.value.flatMap((s, i) => {
    const last = s.at(-1)
    return last ? [{ i, y: y.value(last.off) }] : []
  })
  out.sort((a, b) => a.y - b.y)
  out.forEach((n, k) => {
    const above = out[k - 1]
    if (above) n.y = Math.max(n.y, above.y + 13)
  })
  return out
})
const table = computed(() => ({
  head: ['when', ...references.value.map((r) => `${r} ${props.unit}, reading less reference`), 'put right'],
  rows: props.checks.map((c) => [
    c.at,
    ...series.value.map((points) => {
      const off = points.find((p) => +p.at === Date.parse(c.at))?.off
      return off === undefined ? null : Number(off.toFixed(4))
    }),
    c.applied ? 'yes' : 'no',
  ]),
}))
const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' })
</script>

<template>
  <p v-if="checks.length === 0" class="quiet mb-0">No check yet.</p>
  <svg
    v-else
    ref="drawing"
    :viewBox="`0 0 ${w} ${H}`"
    class="drift"
    role="img"
    aria-label="Reading less reference over time"
  >
    <rect :x="L" :width="w - R - L" :y="y(tolerance)" :height="y(-tolerance) - y(tolerance)" class="band" />
    <g v-for="t in y.ticks(5)" :key="t" :transform="`translate(0 ${y(t)})`">
      <line :x1="L" :x2="w - R" :class="t === 0 ? 'zero' : 'grid'" />
      <text :x="L - 5" y="4" text-anchor="end">{{ t > 0 ? `+${t}` : String(t).replace('-', '−') }}</text>
    </g>
    <g v-for="t in x.ticks(Math.max(2, Math.min(6, w / 90)))" :key="+t" :transform="`translate(${x(t)} ${H - 24})`">
      <line y2="4" class="zero" />
      <text y="16" text-anchor="middle">{{ DAY.format(t) }}</text>
    </g>
    <line
      v-for="c in checks.filter((k) => k.applied)"
      :key="c.id"
      :x1="x(new Date(c.at))"
      :x2="x(new Date(c.at))"
      y1="8"
      :y2="H - 24"
      class="applied"
    />
    <g v-for="(points, i) in series" :key="references[i]" :class="`s${i % 4}`">
      <path :d="path(points)" class="run" />
      <path
        v-for="p in points"
        :key="+p.at"
        :d="SHAPES[i % 4]"
        :transform="`translate(${x(p.at)} ${y(p.off)}) scale(0.8)`"
        class="dot"
      />
    </g>
    <text v-for="n in names" :key="n.i" :x="w - R + 8" :y="n.y + 4" :class="`s${n.i % 4} name`">
      {{ references[n.i] }} {{ unit }}
    </text>
  </svg>
  <ChartOut
    v-if="checks.length > 0"
    name="reading less reference"
    :table="table"
    :picture="async (format) => (drawing ? pictureOf(drawing, format) : null)"
  />
</template>

<style scoped>
.drift {
  width: 100%;
  display: block;
}
text {
  font: 11px var(--kv-figure);
  fill: rgb(var(--v-theme-quiet));
}
.band {
  fill: rgba(var(--v-theme-target), 0.13);
}
.grid {
  stroke: rgba(var(--v-theme-line), 0.6);
}
.zero {
  stroke: rgb(var(--v-theme-frame-edge));
}
.applied {
  stroke: rgb(var(--v-theme-target));
  stroke-width: 2;
  stroke-dasharray: 4 3;
}
.run {
  fill: none;
  stroke: currentColor;
  stroke-width: 1.4;
}
.dot {
  fill: currentColor;
}
.name {
  fill: currentColor;
}
.s0 {
  color: rgb(var(--v-theme-measured));
}
.s1 {
  color: rgb(var(--v-theme-predicted));
}
.s2 {
  color: rgb(var(--v-theme-published));
}
.s3 {
  color: rgb(var(--v-theme-info));
}
</style>
