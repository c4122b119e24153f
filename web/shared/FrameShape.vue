<script setup lang="ts">
import { computed } from 'vue'
import { frameDrawing } from '#core/geometry/drawing.ts'
import type { FrameGeometry } from '#core/geometry/outline.ts'

/** The frame itself, drawn once: paths in cm under one scaling. */
const props = defineProps<{ geometry: FrameGeometry }>()
const d = computed(() => frameDrawing(props.geometry))
</script>

<template>
  <g class="frame">
    <path :d="d.bed" class="bed" />
    <line v-for="([x1, y1, x2, y2], i) in d.strings" :key="i" :x1="x1" :y1="y1" :x2="x2" :y2="y2" class="string" />
    <circle v-for="([x, y, r], i) in d.holes" :key="`h${i}`" :cx="x" :cy="y" :r="r" class="hole" />
    <path v-for="arm in d.arms" :key="arm" :d="arm" class="tube" />
    <path :d="d.shaft" class="tube" />
    <path :d="d.hoop" fill-rule="evenodd" class="tube" />
    <path :d="d.handle" class="grip" />
    <line
      v-for="([x1, y1, x2, y2], i) in d.bevelLines"
      :key="`b${i}`"
      :x1="x1"
      :y1="y1"
      :x2="x2"
      :y2="y2"
      class="bevel"
    />
    <path :d="d.cap" class="cap" />
  </g>
</template>

<style scoped>
.bed {
  fill: rgb(var(--v-theme-surface));
}
.string {
  stroke: rgb(var(--v-theme-string));
  stroke-width: 0.07;
}
.hole {
  fill: none;
  stroke: rgb(var(--v-theme-string));
  stroke-width: 0.12;
}
.tube {
  fill: rgb(var(--v-theme-frame));
  stroke: rgb(var(--v-theme-frame-edge));
  stroke-width: 0.1;
}
.grip {
  fill: rgb(var(--v-theme-surface-variant));
  stroke: rgb(var(--v-theme-frame-edge));
  stroke-width: 0.1;
}
.bevel {
  stroke: rgb(var(--v-theme-frame-edge));
  stroke-width: 0.07;
  opacity: 0.55;
}
.cap {
  fill: rgb(var(--v-theme-frame-edge));
}
</style>
