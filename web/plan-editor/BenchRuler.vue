<script setup lang="ts">
import { computed } from 'vue'
import { CM_PER_POINT, pointsHeadLight } from '#core/quantities/units.ts'
import { writePoints, writeQuantity, writeValue } from '#core/quantities/write.ts'
import type { TargetNumber } from '#core/planning/problem/request.ts'
import { useShop } from '../stores/shop.ts'
import { rulerMarks, type BenchScale } from './pictureScale.ts'

/** What the frame on the bench lies over: the ruler as the shop measures, with points along its upper edge, the swing axis as a pin, the balance as the wedge it rests on. */
const props = defineProps<{
  scale: BenchScale
  lengthCm: number
  axisCm: number
  /** cm from the butt; null: not known, or nothing is planned. */
  balance: number | null
  predictedBalance: number | null
  targetBalance: TargetNumber | null
}>()
const shop = useShop()
const marks = computed(() => rulerMarks(props.lengthCm, shop.units.length, props.scale.pxPerCm))
const balanceText = (cm: number) =>
  `${writeQuantity(cm, 'length', shop.units, 0)} · ${writePoints(pointsHeadLight(cm, props.lengthCm))}`
/** So far apart marks can be told from each other, and tens of points with their names, px. */
const TOLD_PX = 2.2
const NAMED_PX = 34
const pointPx = computed(() => props.scale.pxPerCm * CM_PER_POINT)
const isNamed = (points: number) => points === 0 || (points % 10 === 0 && 10 * pointPx.value >= NAMED_PX)
/** Where the wedge stands too far right its figures stand on its left. */
const WORDS_PX = 165
const beside = (cm: number) =>
  props.scale.x(cm) + WORDS_PX > props.scale.width ? { x: -14, 'text-anchor': 'end' } : { x: 14 }
/** Points are counted from the middle, on the upper edge of the ruler. */
const pointMarks = computed(() =>
  Array.from({ length: 29 }, (_, i) => i - 14)
    .filter((points) => pointPx.value >= TOLD_PX || points % 2 === 0)
    .map((points) => ({
      points,
      x: props.scale.x(props.lengthCm / 2 - points * CM_PER_POINT),
    })),
)
</script>

<template>
  <g>
    <g class="ruler" aria-hidden="true">
      <rect :x="scale.x(0)" :y="scale.rulerY" :width="scale.x(lengthCm) - scale.x(0)" height="24" class="body" />
      <template v-for="{ cm, rank, figure } in marks" :key="cm">
        <line
          :x1="scale.x(cm)"
          :x2="scale.x(cm)"
          :y1="scale.rulerY + 24"
          :y2="scale.rulerY + 19 - 4 * rank"
          class="tick"
        />
        <text v-if="figure" :x="scale.x(cm) + 3" :y="scale.rulerY + 20">{{ figure }}</text>
      </template>
      <g v-for="mark in pointMarks" :key="mark.points" class="points">
        <line :x1="mark.x" :x2="mark.x" :y1="scale.rulerY" :y2="scale.rulerY + (mark.points % 10 === 0 ? 8 : 4)" />
        <text v-if="isNamed(mark.points)" :x="mark.x" :y="scale.rulerY - 4" class="small">
          {{ mark.points === 0 ? 'even' : `${Math.abs(mark.points)} ${mark.points > 0 ? 'HL' : 'HH'}` }}
        </text>
      </g>
      <text :x="scale.x(lengthCm) + 5" :y="scale.rulerY + 20">{{ shop.units.length }}</text>
    </g>
    <g class="pin" :transform="`translate(${scale.x(axisCm)} 0)`">
      <line :y1="scale.axisY - 58" :y2="scale.curveFoot" />
      <circle :cy="scale.axisY - 62" r="6" />
      <text :y="scale.axisY - 75">swing axis {{ writeValue(axisCm, 'length', shop.units, 0) }}</text>
    </g>
    <g v-if="targetBalance" class="target-balance">
      <rect
        :x="scale.x(targetBalance.value - targetBalance.tolerance)"
        :y="scale.rulerY"
        :width="
          scale.x(targetBalance.value + targetBalance.tolerance) -
          scale.x(targetBalance.value - targetBalance.tolerance)
        "
        height="24"
      />
    </g>
    <g
      v-if="balance !== null"
      class="wedge measured"
      :class="{ before: predictedBalance !== null }"
      :transform="`translate(${scale.x(balance)} ${scale.rulerY})`"
    >
      <path d="M0 1L9 23H-9Z" />
      <text v-if="predictedBalance === null" v-bind="beside(balance)" y="42">
        {{ balanceText(balance) }}
      </text>
    </g>
    <g
      v-if="predictedBalance !== null"
      class="wedge predicted"
      :transform="`translate(${scale.x(predictedBalance)} ${scale.rulerY})`"
    >
      <line y1="0" :y2="-(scale.rulerY - scale.axisY)" />
      <path d="M0 1L9 23H-9Z" />
      <text v-bind="beside(predictedBalance)" y="42" data-testid="bench-balance">
        {{ balanceText(predictedBalance) }}
      </text>
    </g>
  </g>
</template>

<style scoped>
text {
  font-family: var(--kv-figure);
  font-size: 12px;
  fill: rgb(var(--v-theme-quiet));
}
.ruler .body {
  fill: rgb(var(--v-theme-surface-variant));
  stroke: rgb(var(--v-theme-frame-edge));
  stroke-width: 1;
}
.ruler .tick {
  stroke: rgb(var(--v-theme-frame-edge));
  stroke-width: 1;
}
.points .small {
  text-anchor: middle;
  font-size: 11.5px;
}
.points line {
  stroke: rgb(var(--v-theme-frame-edge));
  stroke-width: 0.8;
}
.pin line {
  stroke: rgb(var(--v-theme-measured));
  stroke-width: 1.2;
  stroke-dasharray: 2 4;
}
.pin circle {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-measured));
  stroke-width: 2.5;
}
.pin text {
  text-anchor: middle;
  font-family: var(--kv-text);
}
.wedge path {
  stroke-width: 1.5;
}
.wedge text {
  font-size: 14px;
  font-weight: 700;
}
.wedge.measured path {
  fill: rgb(var(--v-theme-measured));
}
.wedge.measured text {
  fill: rgb(var(--v-theme-measured));
}
.wedge.before path {
  opacity: 0.4;
}
.wedge.predicted path {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-predicted));
  stroke-width: 2.5;
}
.wedge.predicted line {
  stroke: rgb(var(--v-theme-predicted));
  stroke-width: 1.3;
}
.wedge.predicted text {
  fill: rgb(var(--v-theme-predicted));
}
.target-balance rect {
  fill: rgb(var(--v-theme-target));
  opacity: 0.38;
}
</style>
