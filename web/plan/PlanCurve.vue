<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import { computed } from 'vue'
import type { Plan } from '#core/planning/solve/plan.ts'
import { fixed } from '#core/quantities/write.ts'
import ChartOut from '../charts/ChartOut.vue'
import { pictureOf } from '../charts/pictureOf.ts'
import TableBehind from '../charts/TableBehind.vue'
import { useDrawnWidth } from '../shared/useDrawnWidth.ts'
import { markReach } from './markReach.ts'

/** Plans on a line, each a mark to be taken. */
const props = defineProps<{
  points: { x: number; y: number; says: string; plan: Plan }[]
  /** Name of its files. */
  name: string
  title: string
  /** What is beside the marks and below them. */
  across: string
  up: string
  label: string
  xFrom: number
  xTo: number
  yTo: number
  /** Up to here it is as wanted. */
  wanted?: { to: number; says: string }
}>()
defineEmits<{ take: [plan: Plan] }>()

const { drawing, width } = useDrawnWidth(620)
const table = computed(() => ({
  head: [props.across, props.up],
  rows: props.points.map((p) => [Number(p.x.toFixed(2)), Number(p.y.toFixed(2))]),
}))
const HEIGHT = 150
const LEFT = 46
const BOTTOM = 118
const x = computed(() => scaleLinear([props.xFrom, props.xTo], [LEFT, width.value - 24]).nice())
const y = computed(() => scaleLinear([0, props.yTo], [BOTTOM, 14]).nice())
const reach = computed(() => markReach(props.points.map((p) => ({ x: x.value(p.x), y: y.value(p.y) }))))
const path = computed(() => props.points.map((p, i) => `${i ? 'L' : 'M'}${x.value(p.x)} ${y.value(p.y)}`).join(''))
</script>

<template>
  <section class="panel mt-3" :aria-label="label">
    <h2>{{ title }}</h2>
    <svg ref="drawing" :viewBox="`0 0 ${width} ${HEIGHT}`" class="curve" role="group" :aria-label="label">
      <template v-if="wanted">
        <rect :x="LEFT" :y="y(wanted.to)" :width="width - 24 - LEFT" :height="BOTTOM - y(wanted.to)" class="inside" />
        <text :x="width - 28" :y="y(wanted.to) - 4" class="end">{{ wanted.says }}</text>
      </template>
      <g v-for="tick in x.ticks(Math.min(6, width / 70))" :key="`x${tick}`">
        <line :x1="x(tick)" :x2="x(tick)" :y1="BOTTOM" :y2="BOTTOM + 4" />
        <text :x="x(tick)" :y="BOTTOM + 17" class="mid">{{ tick }}</text>
      </g>
      <g v-for="tick in y.ticks(4)" :key="`y${tick}`">
        <line :x1="LEFT - 4" :x2="LEFT" :y1="y(tick)" :y2="y(tick)" />
        <text :x="LEFT - 7" :y="y(tick) + 4" class="end">{{ tick }}</text>
      </g>
      <line :x1="LEFT" :x2="width - 24" :y1="BOTTOM" :y2="BOTTOM" />
      <line :x1="LEFT" :x2="LEFT" y1="14" :y2="BOTTOM" />
      <text :x="(LEFT + width) / 2" :y="HEIGHT - 2" class="mid">{{ across }}</text>
      <text :transform="`translate(11 ${(14 + BOTTOM) / 2}) rotate(-90)`" class="mid">{{ up }}</text>
      <path :d="path" class="line" />
      <g
        v-for="(p, i) in points"
        :key="i"
        class="point"
        role="button"
        tabindex="0"
        :aria-label="`Take: ${p.says}`"
        :transform="`translate(${x(p.x)} ${y(p.y)})`"
        @click="$emit('take', p.plan)"
        @keydown.enter.prevent="$emit('take', p.plan)"
        @keydown.space.prevent="$emit('take', p.plan)"
      >
        <title>{{ p.says }}</title>
        <circle :r="reach[i]" class="touch" />
        <path d="M0 -7L7 0L0 7L-7 0Z" class="mark" />
      </g>
    </svg>
    <ChartOut :name="name" :table="table" :picture="async (format) => (drawing ? pictureOf(drawing, format) : null)"
      ><span class="quiet"><slot /></span
    ></ChartOut>
    <TableBehind :table="table" :write="(cell) => (typeof cell === 'number' ? fixed(cell, 1) : '')" />
  </section>
</template>

<style scoped>
.curve {
  display: block;
  width: 100%;
  max-width: 760px;
  height: auto;
}
text {
  font-family: var(--kv-figure);
  font-size: 11.5px;
  fill: rgb(var(--v-theme-quiet));
}
.mid {
  text-anchor: middle;
}
.end {
  text-anchor: end;
}
line {
  stroke: rgb(var(--v-theme-frame-edge));
}
.inside {
  fill: rgba(var(--v-theme-target), 0.2);
}
.line {
  fill: none;
  stroke: rgb(var(--v-theme-predicted));
  stroke-width: 1.5;
}
.mark {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-predicted));
  stroke-width: 2.2;
}
.touch {
  fill: transparent;
}
.point {
  cursor: pointer;
  outline: none;
}
.point:focus-visible .touch {
  stroke: rgb(var(--v-theme-predicted));
  stroke-width: 2;
}
</style>
