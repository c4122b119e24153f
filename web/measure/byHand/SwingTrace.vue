<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { computed } from 'vue'
import { useDrawnWidth } from '../../shared/useDrawnWidth.ts'
import type { Trace } from '../../workers/motion.ts'

/** A recording and the swing fitted to it. */
const props = defineProps<{ trace: Trace }>()
const { width } = useDrawnWidth(560)
const H = 120
const x = computed(() => scaleLinear([0, props.trace.t.at(-1) ?? 1], [34, width.value - 6]))
const y = computed(() => {
  const all = props.trace.y
  return scaleLinear([Math.min(...all), Math.max(...all)], [H - 20, 6])
})
const path = (values: number[]) =>
  line<number>(
    (_, i) => x.value(props.trace.t[i] ?? 0),
    (v) => y.value(v),
  )(values) ?? ''
</script>

<template>
  <svg
    ref="drawing"
    :viewBox="`0 0 ${width} ${H}`"
    class="trace"
    role="img"
    aria-label="Recording and fitted swing over time"
  >
    <line :x1="34" :x2="width - 6" :y1="H - 20" :y2="H - 20" class="axis" />
    <g v-for="t in x.ticks(Math.min(8, width / 50))" :key="t" :transform="`translate(${x(t)} ${H - 20})`">
      <line y2="4" class="axis" />
      <text y="15" text-anchor="middle">{{ t }}{{ t === 0 ? ' s' : '' }}</text>
    </g>
    <g v-for="v in y.ticks(3)" :key="v" :transform="`translate(34 ${y(v)})`">
      <text x="-4" y="4" text-anchor="end">{{ v }}</text>
    </g>
    <path :d="path(trace.y)" class="seen" />
    <path v-if="trace.fitted.length > 0" :d="path(trace.fitted)" class="fitted" />
  </svg>
</template>

<style scoped>
.trace {
  width: 100%;
  display: block;
}
.axis {
  stroke: rgb(var(--v-theme-line));
}
text {
  font: 10.5px var(--kv-figure);
  fill: rgb(var(--v-theme-quiet));
}
.seen {
  fill: none;
  stroke: rgb(var(--v-theme-measured));
  stroke-width: 1;
  opacity: 0.75;
}
.fitted {
  fill: none;
  stroke: rgb(var(--v-theme-predicted));
  stroke-width: 1.2;
}
</style>
