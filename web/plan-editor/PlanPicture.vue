<script setup lang="ts">
import { computed } from 'vue'
import type { Cut, Workpiece } from '#core/cuts/cut.ts'
import { DIMENSION_ROOM_CM, dimensionsOf } from '#core/cuts/dimensions.ts'
import { onRuler, rulerOf } from '#core/cuts/ruler.ts'
import { cutDrawing } from '#core/cuts/drawing.ts'
import type { Material } from '#core/cuts/material.ts'
import { toneOf } from './cutTone.ts'
import FrameShape from '../shared/FrameShape.vue'

/** A plan as a small picture: the frame with its pieces, to be looked at, not worked on; one piece with its dimensions. */
const props = defineProps<{
  cuts: readonly Cut[]
  materials: readonly Material[]
  work: Workpiece
  label: string
  dimensioned?: boolean
}>()
const box = computed(() => {
  const { lengthCm, headWidthCm } = props.work.geometry
  // Dimensions stand outside.
  const room = props.dimensioned ? DIMENSION_ROOM_CM : { tip: 0.5, side: 0.8 }
  return `-0.5 ${-headWidthCm / 2 - room.side} ${lengthCm + 0.5 + room.tip} ${headWidthCm + 2 * room.side}`
})
const marks = computed(() =>
  props.cuts.flatMap((cut) => {
    const material = props.materials.find((m) => m.id === cut.materialId)
    if (!material) return []
    const { paths, widthCm } = cutDrawing(cut, material, props.work)
    return paths.map((d) => ({ d, widthCm: widthCm + 0.3, tone: toneOf(material) }))
  }),
)
const ways = computed(() =>
  props.cuts.flatMap((cut) => {
    const material = props.materials.find((m) => m.id === cut.materialId)
    return material ? cutDrawing(cut, material, props.work).ways : []
  }),
)
const dimensions = computed(() => {
  const [cut, ...more] = props.cuts
  const material = props.materials.find((m) => m.id === cut?.materialId)
  if (!props.dimensioned || !cut || !material || more.length > 0) return []
  // As the strip is measured off: by the ruler of its material.
  const ruler = rulerOf(material)
  return dimensionsOf(cut, material, props.work).map((d) => ({ ...d, figure: onRuler(d.cm, ruler) }))
})
</script>

<template>
  <svg :viewBox="box" class="picture" role="img" :aria-label="label">
    <FrameShape :geometry="work.geometry" />
    <path v-for="(d, i) in ways" :key="`w${i}`" :d="d" class="way" />
    <path v-for="(m, i) in marks" :key="i" :d="m.d" :stroke-width="m.widthCm" class="mass" :class="m.tone" />
    <g v-for="d in dimensions" :key="d.of" class="dimension" :class="d.of">
      <path :d="d.path" />
      <text :x="d.label.xCm" :y="d.label.yCm" text-anchor="middle" dominant-baseline="middle">
        {{ d.figure }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
.picture {
  display: block;
  width: 100%;
  height: auto;
  max-height: 120px;
}
.dimension path {
  fill: none;
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 0.16;
}
.dimension.place path {
  stroke-dasharray: 0.7 0.5;
}
.dimension text {
  font-size: 3px;
  font-weight: 700;
  fill: rgb(var(--v-theme-on-surface));
  /* Readable over what it crosses. */
  paint-order: stroke;
  stroke: rgb(var(--v-theme-surface));
  stroke-width: 0.8;
}
.mass,
.way {
  fill: none;
}
.way {
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 0.3;
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
