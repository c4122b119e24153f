<script setup lang="ts">
import { computed } from 'vue'
import type { Cut, Workpiece } from '#core/cuts/cut.ts'
import { cutDrawing } from '#core/cuts/drawing.ts'
import type { Material } from '#core/cuts/material.ts'
import { toneOf } from './cutTone.ts'
import FrameShape from '../shared/FrameShape.vue'

/** A plan as a small picture: the frame with its pieces, to be looked at, not worked on. */
const props = defineProps<{ cuts: readonly Cut[]; materials: readonly Material[]; work: Workpiece; label: string }>()
const box = computed(() => {
  const { lengthCm, headWidthCm } = props.work.geometry
  return `-0.5 ${-headWidthCm / 2 - 0.8} ${lengthCm + 1} ${headWidthCm + 1.6}`
})
const marks = computed(() =>
  props.cuts.flatMap((cut) => {
    const material = props.materials.find((m) => m.id === cut.materialId)
    if (!material) return []
    const { paths, widthCm } = cutDrawing(cut, material, props.work)
    return paths.map((d) => ({ d, widthCm: widthCm + 0.3, tone: toneOf(material) }))
  }),
)
</script>

<template>
  <svg :viewBox="box" class="picture" role="img" :aria-label="label">
    <FrameShape :geometry="work.geometry" />
    <path v-for="(m, i) in marks" :key="i" :d="m.d" :stroke-width="m.widthCm" class="mass" :class="m.tone" />
  </svg>
</template>

<style scoped>
.picture {
  display: block;
  width: 100%;
  height: auto;
  max-height: 120px;
}
.mass {
  fill: none;
}
.lead {
  stroke: rgb(var(--v-theme-lead));
}
.tungsten,
.weight {
  stroke: rgb(var(--v-theme-tungsten));
}
.fill {
  stroke: rgb(var(--v-theme-fill));
}
.sleeve {
  stroke: rgb(var(--v-theme-sleeve));
}
</style>
