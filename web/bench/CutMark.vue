<script setup lang="ts">
import { computed } from 'vue'
import { arcPath } from '#core/frame/drawing.ts'
import { headOutline } from '#core/frame/outline.ts'
import { hoopSpan, layerFrom, layersOf, type Cut, type Workpiece } from '#core/plan/cut.ts'
import type { Material } from '#core/plan/material.ts'
import { runLength } from './editCut.ts'

/** One cut where it lies, at its true length; its layers make it thicker. In cm, under the bench's scaling. */
const props = defineProps<{ cut: Cut; material: Material; work: Workpiece; selected: boolean; label: string }>()
const emit = defineEmits<{ grab: [event: PointerEvent]; key: [event: KeyboardEvent]; pick: [] }>()

const tone = computed(() =>
  props.material.kind === 'fill'
    ? 'fill'
    : props.material.lead
      ? 'lead'
      : props.material.kind === 'tape'
        ? 'tungsten'
        : 'sleeve',
)
const layers = computed(() =>
  props.material.kind === 'tape' ? layersOf(props.cut) : [runLength(props.cut, props.material, props.work)],
)
const thickness = computed(() => (props.material.kind === 'tape' ? Math.max(0.62, props.material.widthCm * 0.8) : 1.1))
const paths = computed(() => {
  const { cut, work } = props
  const { geometry } = work
  return layers.value.flatMap((length, i) => {
    if (cut.place === 'hoop') {
      const [from, to] = hoopSpan(cut.atCm, length, headOutline(geometry).halfLengthCm)
      const inset = geometry.tubeCm / 2 - i * 0.34
      const ratio = headOutline(geometry, inset).halfLengthCm / headOutline(geometry).halfLengthCm
      return ([1, -1] as const).map((side) =>
        arcPath(geometry, from * ratio, Math.min(to * ratio, headOutline(geometry, inset).halfLengthCm), side, inset),
      )
    }
    if (cut.place === 'grip')
      return [
        `M0.6 ${-geometry.handleHalfWidthCm - 0.42}H${geometry.gripLengthCm}`,
        `M0.6 ${geometry.handleHalfWidthCm + 0.42}H${geometry.gripLengthCm}`,
      ]
    const offsets =
      cut.place === 'handle'
        ? [0]
        : cut.place === 'bevels'
          ? [1.02, 0.36, -0.36, -1.02]
          : [geometry.shaftHalfWidthCm * 0.85, -geometry.shaftHalfWidthCm * 0.85]
    const from = props.material.kind === 'tape' ? layerFrom(cut, length) : cut.atCm
    return offsets.map((y) => `M${from} ${y + i * 0.2 * Math.sign(y)}H${from + length}`)
  })
})
const width = computed(() =>
  props.cut.place === 'bevels'
    ? 0.42
    : props.cut.place === 'grip'
      ? 0.5
      : props.cut.place === 'handle'
        ? 1.7
        : thickness.value,
)
</script>

<template>
  <g
    class="cut"
    :class="[tone, { selected, free: cut.place !== 'grip' }]"
    tabindex="0"
    role="slider"
    :aria-label="label"
    :aria-valuenow="Number(cut.atCm.toFixed(1))"
    :aria-valuetext="label"
    :data-cut="cut.id"
    @pointerdown="emit('grab', $event)"
    @keydown="emit('key', $event)"
    @focus="emit('pick')"
  >
    <path v-for="(path, i) in paths" :key="`h${i}`" :d="path" class="halo" :stroke-width="width + 0.36" />
    <path v-for="(path, i) in paths" :key="i" :d="path" class="mass" :stroke-width="width" />
    <path v-for="(path, i) in paths" :key="`t${i}`" :d="path" class="touch" :stroke-width="Math.max(2.4, width)" />
  </g>
</template>

<style scoped>
.cut {
  outline: none;
}
.cut.free {
  cursor: grab;
}
.mass,
.halo,
.touch {
  fill: none;
  stroke-linecap: butt;
}
.halo {
  stroke: transparent;
}
.selected .halo,
.cut:focus-visible .halo {
  stroke: rgb(var(--v-theme-predicted));
}
.touch {
  stroke: transparent;
  pointer-events: stroke;
}
.lead .mass {
  stroke: rgb(var(--v-theme-lead));
}
.tungsten .mass {
  stroke: rgb(var(--v-theme-tungsten));
}
.fill .mass {
  stroke: rgb(var(--v-theme-fill));
  opacity: 0.85;
}
.sleeve .mass {
  stroke: rgb(var(--v-theme-sleeve));
}
</style>
