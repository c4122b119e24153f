<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import { area, line } from 'd3-shape'
import { computed } from 'vue'
import { headOutline } from '#core/geometry/outline.ts'
import type { FrameState } from '#core/frame/state.ts'
import type { Cut, Workpiece } from '#core/cuts/cut.ts'
import { gramAt, leverageOfCut, type LeverageQuantity } from '#core/cuts/leverage.ts'
import { fixed, signed } from '#core/quantities/write.ts'
import type { Material } from '#core/cuts/material.ts'
import type { BenchScale } from './pictureScale.ts'

/** What one gram does at each place along the frame, for the quantity in focus; the cuts stand on it with what they do in all. */
const props = defineProps<{
  scale: BenchScale
  quantity: LeverageQuantity
  state: FrameState
  cuts: Cut[]
  materials: Material[]
  work: Workpiece
}>()

const UNIT = {
  balance: 'mm per g',
  swingWeight: 'kg·cm² per g',
  twistWeight: 'kg·cm² per g',
  recoilWeight: 'kg·cm² per g',
}
/** Balance is shown in mm. */
const shown = computed(() => (props.quantity === 'balance' ? 10 : 1))
const perGram = (xCm: number, yCm: number) => shown.value * gramAt(props.quantity, { xCm, yCm }, props.state)
/** Mass lies on the hoop where there is one, else on the handle or shaft. */
const curve = computed(() => {
  const { geometry } = props.work
  const outline = headOutline(geometry)
  const hoop = outline.points
    .filter((_, i) => i % 16 === 0)
    .map((p) => ({ x: p.xCm, v: perGram(p.xCm, p.yCm) }))
    .reverse()
  const from = hoop[0]?.x ?? 0
  const rest = Array.from({ length: 60 }, (_, i) => (i / 60) * from).map((x) => ({
    x,
    v: perGram(x, x < geometry.gripLengthCm ? geometry.handleHalfWidthCm : geometry.shaftHalfWidthCm),
  }))
  return [...rest, ...hoop]
})
const y = computed(() => {
  const values = curve.value.map((p) => p.v)
  return scaleLinear([Math.min(0, ...values), Math.max(0.01, ...values)], [props.scale.curveFoot, props.scale.curveTop])
})
const path = computed(
  () =>
    line<{ x: number; v: number }>(
      (p) => props.scale.x(p.x),
      (p) => y.value(p.v),
    )(curve.value) ?? '',
)
const fill = computed(
  () =>
    area<{ x: number; v: number }>(
      (p) => props.scale.x(p.x),
      y.value(0),
      (p) => y.value(p.v),
    )(curve.value) ?? '',
)
const dots = computed(() =>
  props.cuts.flatMap((cut) => {
    const material = props.materials.find((m) => m.id === cut.materialId)
    const leverage = material && leverageOfCut(cut, material, props.work, props.state)
    const change = leverage?.changeOf(props.quantity)
    if (!leverage || change === null || change === undefined) return []
    return [
      {
        id: cut.id,
        x: props.scale.x(leverage.xCm),
        y: y.value((shown.value * change) / leverage.grams),
        text: signed(shown.value * change, props.quantity === 'twistWeight' ? 2 : 1),
      },
    ]
  }),
)
/** Labels of neighbours step up so that both can be read. */
const labels = computed(() => {
  const placed: { id: string; x: number; y: number; text: string }[] = []
  for (const dot of [...dots.value].sort((a, b) => a.x - b.x)) {
    let at = Math.max(props.scale.curveTop + 16, dot.y - 8)
    while (placed.some((p) => Math.abs(p.x - dot.x) < 46 && Math.abs(p.y - at) < 13)) at -= 13
    // Clear of the figures at the right edge.
    placed.push({ ...dot, x: Math.min(dot.x, props.scale.x(props.work.geometry.lengthCm) - 22), y: at })
  }
  return placed
})
const ticks = computed(() =>
  y.value.ticks(3).map((t) => ({ y: y.value(t), text: fixed(t, Math.abs(t) < 1 && t !== 0 ? 2 : t % 1 ? 1 : 0) })),
)
</script>

<template>
  <g class="curve">
    <g v-for="tick in ticks" :key="tick.y">
      <line :x1="scale.x(0)" :x2="scale.x(work.geometry.lengthCm)" :y1="tick.y" :y2="tick.y" class="grid" />
      <text :x="scale.x(work.geometry.lengthCm) + 5" :y="tick.y + 4">{{ tick.text }}</text>
    </g>
    <path :d="fill" class="fill" />
    <path :d="path" class="line" />
    <text :x="scale.x(0) + 2" :y="scale.curveTop + 2" class="title">One gram here: {{ UNIT[quantity] }}</text>
    <g v-for="dot in dots" :key="dot.id">
      <line :x1="dot.x" :x2="dot.x" :y1="y(0)" :y2="dot.y" class="stem" />
      <circle :cx="dot.x" :cy="dot.y" r="4" class="dot" />
    </g>
    <text v-for="label in labels" :key="`l${label.id}`" :x="label.x" :y="label.y" class="effect">{{ label.text }}</text>
  </g>
</template>

<style scoped>
.grid {
  stroke: rgb(var(--v-theme-line));
  stroke-width: 0.8;
}
.fill {
  fill: rgb(var(--v-theme-predicted));
  opacity: 0.13;
}
.line {
  fill: none;
  stroke: rgb(var(--v-theme-predicted));
  stroke-width: 1.8;
}
.stem {
  stroke: rgb(var(--v-theme-predicted));
  stroke-width: 1.2;
}
.dot {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-predicted));
  stroke-width: 2;
}
text {
  font-family: var(--kv-figure);
  font-size: 11.5px;
  fill: rgb(var(--v-theme-quiet));
}
.title {
  font-family: var(--kv-text);
  font-size: 12.5px;
}
.effect {
  text-anchor: middle;
  font-weight: 650;
  fill: rgb(var(--v-theme-predicted));
  paint-order: stroke;
  stroke: rgb(var(--v-theme-surface));
  stroke-width: 3px;
}
</style>
