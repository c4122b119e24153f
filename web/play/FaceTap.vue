<script setup lang="ts">
import { computed, ref } from 'vue'
import { headCentreCm, type FrameGeometry } from '#core/geometry/outline.ts'
import type { Mishit } from '#core/tuning/document.ts'
import FrameShape from '../shared/FrameShape.vue'

/** The face to tap on: where the ball was met off centre. A mark is taken away by a tap on it. */
const props = defineProps<{ geometry: FrameGeometry; mishits: readonly Mishit[] }>()
const emit = defineEmits<{ change: [mishits: Mishit[]] }>()
const svg = ref<SVGSVGElement>()
const centre = computed(() => headCentreCm(props.geometry))
/** The head alone, tip upwards: x of the drawing is the width, y falls from the tip. */
const box = computed(() => {
  const { lengthCm, headLengthCm, headWidthCm } = props.geometry
  const from = lengthCm - headLengthCm - 1
  return `${-headWidthCm / 2 - 1} ${-lengthCm - 1} ${headWidthCm + 2} ${lengthCm - from + 2}`
})
function tap(event: PointerEvent): void {
  const matrix = svg.value?.getScreenCTM()
  if (!matrix) return
  const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
  const hit: Mishit = { alongCm: Number((-at.y - centre.value).toFixed(1)), offCm: Number(at.x.toFixed(1)) }
  const near = props.mishits.findIndex((m) => Math.hypot(m.alongCm - hit.alongCm, m.offCm - hit.offCm) < 1.5)
  const inside =
    (Math.abs(hit.alongCm) / (props.geometry.headLengthCm / 2)) ** 2 +
      (Math.abs(hit.offCm) / (props.geometry.headWidthCm / 2)) ** 2 <=
    1.05
  if (near >= 0)
    emit(
      'change',
      props.mishits.filter((_, i) => i !== near),
    )
  else if (inside && props.mishits.length < 200) emit('change', [...props.mishits, hit])
}
</script>

<template>
  <svg
    ref="svg"
    :viewBox="box"
    role="img"
    :aria-label="`Face with ${mishits.length} marks`"
    data-testid="face-tap"
    @pointerdown="tap"
  >
    <g transform="rotate(-90)"><FrameShape :geometry="geometry" /></g>
    <g v-for="(m, i) in mishits" :key="i" class="hit">
      <circle :cx="m.offCm" :cy="-(centre + m.alongCm)" r="0.95" />
    </g>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-height: 300px;
  touch-action: manipulation;
  cursor: crosshair;
}
.hit circle {
  fill: rgb(var(--v-theme-predicted));
  fill-opacity: 0.75;
  stroke: rgb(var(--v-theme-surface));
  stroke-width: 0.2;
}
</style>
