<script setup lang="ts">
import { computed } from 'vue'
import type { FrameGeometry } from '#core/geometry/outline.ts'
import FrameShape from '../../shared/FrameShape.vue'
import type { HandMethod } from './useHandMethod.ts'

/** How a method is set up: the frame to scale with its supports, pin or threads. */
const props = defineProps<{
  method: HandMethod
  geometry: FrameGeometry
  pinCm: number
  supportCm: number
  knifeCm: number
  apartCm: number
  recorderCm: number | null
}>()
const L = computed(() => props.geometry.lengthCm)
const hanging = computed(() => ['pendulum', 'twist-swings', 'twist-threads'].includes(props.method))
const half = computed(() => props.geometry.headWidthCm / 2)
</script>

<template>
  <svg
    v-if="!hanging"
    class="drawing flat"
    :viewBox="`-3 ${-half - 2} ${L + 6} ${2 * half + 14}`"
    role="img"
    :aria-label="
      method === 'balance-edge'
        ? 'The frame lies across an edge'
        : 'The frame lies level on a support and on a knife on a scale'
    "
  >
    <FrameShape :geometry="geometry" />
    <template v-if="method === 'balance-edge'">
      <path :d="`M${L * 0.47} ${half + 8}l-3 3h6z`" class="knife" />
      <line :x1="L * 0.47" :x2="L * 0.47" :y1="-half - 1" :y2="half + 8" class="plumb" />
      <path :d="`M${L * 0.47 + 3} ${half + 5}h7m-2-1.2l2 1.2-2 1.2`" class="arrow" />
      <path :d="`M${L * 0.47 - 3} ${half + 5}h-7m2-1.2l-2 1.2 2 1.2`" class="arrow" />
      <text :x="L * 0.47 + 12" :y="half + 6">towards the head</text>
      <text :x="L * 0.47 + 12" :y="half + 9">until it drops</text>
      <text :x="L * 0.47 - 12" :y="half + 6" text-anchor="end">then back</text>
    </template>
    <template v-else>
      <path :d="`M${supportCm} ${half + 4}l-2 5h4z`" class="knife" />
      <path :d="`M${knifeCm} ${half + 4}l-1.4 3h2.8z`" class="knife" />
      <rect :x="knifeCm - 4.5" :y="half + 7" width="9" height="3" class="scale" />
      <line :x1="supportCm" :x2="supportCm" :y1="-half - 1" :y2="half + 4" class="plumb" />
      <line :x1="knifeCm" :x2="knifeCm" :y1="-half - 1" :y2="half + 4" class="plumb" />
      <text :x="supportCm + 3" :y="half + 9">support x₁</text>
      <text :x="knifeCm - 6" :y="half + 9" text-anchor="end">scale under x₂</text>
    </template>
  </svg>
  <svg
    v-else
    class="drawing hung"
    :viewBox="`${-half - 16} -16 ${2 * half + 44} ${L + 22}`"
    role="img"
    :aria-label="
      method === 'twist-threads' ? 'The frame hangs upright on two threads' : 'The frame hangs from a pin near the butt'
    "
  >
    <template v-if="method === 'twist-threads'">
      <line :x1="-apartCm / 2" :x2="-apartCm / 2" y1="-15" y2="4" class="thread" />
      <line :x1="apartCm / 2" :x2="apartCm / 2" y1="-15" y2="4" class="thread" />
      <line :x1="-apartCm / 2 - 2" :x2="apartCm / 2 + 2" y1="4" y2="4" class="bar" />
      <line :x1="-half - 12" :x2="half + 12" y1="-15" y2="-15" class="bar" />
      <path :d="`M-9 ${L + 1}a9 2.4 0 0 0 18 0m-2.4 -.9l2.4.9-1 2.2`" class="arrow" />
      <text :x="apartCm / 2 + 3" y="-5">ℓ</text>
      <text x="0" y="1.5" text-anchor="middle">d</text>
    </template>
    <g transform="rotate(90)">
      <g :transform="method === 'twist-threads' ? 'translate(4 0)' : `translate(${-pinCm} 0)`">
        <FrameShape :geometry="geometry" />
        <rect v-if="recorderCm !== null" :x="recorderCm - 7" y="-3.6" width="14" height="7.2" rx="1" class="phone" />
      </g>
    </g>
    <template v-if="method !== 'twist-threads'">
      <circle r="1.1" class="pin" />
      <line x1="-12" x2="12" y1="-3.5" y2="-3.5" class="bar" />
      <path
        v-if="method === 'pendulum'"
        :d="`M${half + 3} ${L * 0.62}a14 5 0 0 1 9 4m-.6-2.4l.6 2.4-2.4-.2`"
        class="arrow"
      />
      <text v-if="method === 'pendulum'" :x="half + 4" :y="L * 0.55">through</text>
      <text v-if="method === 'pendulum'" :x="half + 4" :y="L * 0.59">the face</text>
      <text v-if="method === 'twist-swings'" :x="half + 3" :y="L * 0.5">first in the</text>
      <text v-if="method === 'twist-swings'" :x="half + 3" :y="L * 0.54">plane of the face,</text>
      <text v-if="method === 'twist-swings'" :x="half + 3" :y="L * 0.58">then through it</text>
    </template>
  </svg>
</template>

<style scoped>
.drawing {
  display: block;
  width: 100%;
}
.flat {
  max-height: 210px;
}
.hung {
  max-height: 430px;
}
.knife {
  fill: rgb(var(--v-theme-predicted));
}
.scale {
  fill: rgb(var(--v-theme-surface-variant));
  stroke: rgb(var(--v-theme-frame-edge));
  stroke-width: 0.15;
}
.plumb {
  stroke: rgb(var(--v-theme-predicted));
  stroke-width: 0.15;
  stroke-dasharray: 0.8 0.6;
}
.arrow {
  fill: none;
  stroke: rgb(var(--v-theme-target));
  stroke-width: 0.45;
}
.pin {
  fill: rgb(var(--v-theme-predicted));
}
.bar {
  stroke: rgb(var(--v-theme-frame-edge));
  stroke-width: 0.6;
}
.thread {
  stroke: rgb(var(--v-theme-predicted));
  stroke-width: 0.2;
}
.phone {
  fill: rgba(var(--v-theme-info), 0.25);
  stroke: rgb(var(--v-theme-info));
  stroke-width: 0.2;
}
text {
  font: 2.1px var(--kv-text);
  fill: rgb(var(--v-theme-on-surface));
}
.hung text {
  font-size: 3px;
}
/* Read on a phone as well. */
@media (max-width: 640px) {
  .flat text {
    font-size: 2.6px;
  }
}
</style>
