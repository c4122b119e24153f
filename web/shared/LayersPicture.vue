<script setup lang="ts">
import { computed } from 'vue'
import { type Condition, conditionText } from '#core/frame/condition.ts'
import { arcPath } from '#core/geometry/drawing.ts'
import { headOutline, type FrameGeometry } from '#core/geometry/outline.ts'
import type { SportProfile } from '#core/sports/profile.ts'
import FrameShape from './FrameShape.vue'

/** The frame with what is on it: each layer where it lies. */
const props = defineProps<{ condition: Condition; geometry: FrameGeometry; profile: SportProfile }>()
const half = computed(() => props.geometry.headWidthCm / 2)
const tape = computed(() => {
  const reach = headOutline(props.geometry, 0).halfLengthCm * 0.42
  return ([1, -1] as const).map((side) => arcPath(props.geometry, 0, reach, side, 0))
})
const g = computed(() => props.geometry)
</script>

<template>
  <svg
    class="picture"
    :viewBox="`-1 ${-half - 0.8} ${g.lengthCm + 2} ${2 * half + 1.6}`"
    role="img"
    :aria-label="conditionText(condition, profile)"
  >
    <FrameShape :geometry="{ ...g, face: g.face === 'strings' && condition.stringsG === null ? 'plain' : g.face }" />
    <rect
      v-if="condition.grip !== 'none'"
      x="1.4"
      :y="-g.handleHalfWidthCm - 0.25"
      :width="g.gripLengthCm - 1.4"
      :height="2 * g.handleHalfWidthCm + 0.5"
      rx="0.4"
      class="grip"
      :class="condition.grip"
    />
    <g v-for="n in condition.overgrips" :key="n" class="wrap">
      <line
        v-for="k in Math.floor(g.gripLengthCm / 1.6)"
        :key="k"
        :x1="k * 1.6 - 0.5 + n * 0.4"
        :x2="k * 1.6 + 0.7 + n * 0.4"
        :y1="g.handleHalfWidthCm + 0.3"
        :y2="-g.handleHalfWidthCm - 0.3"
      />
    </g>
    <circle v-if="condition.dampener" :cx="g.lengthCm - g.headLengthCm + 2.4" cy="0" r="0.75" class="dampener" />
    <template v-if="condition.guardTapeG > 0">
      <path v-for="path in tape" :key="path" :d="path" class="guard" />
    </template>
    <rect
      v-if="condition.film"
      x="0.6"
      :y="-g.handleHalfWidthCm - 0.8"
      :width="g.gripLengthCm"
      :height="2 * g.handleHalfWidthCm + 1.6"
      rx="0.8"
      class="film"
    />
    <template v-for="item in condition.added" :key="item.id">
      <rect
        v-for="side in item.offAxisCm > 0 ? [1, -1] : [1]"
        :key="side"
        :x="item.atCm - 0.6"
        :y="side * item.offAxisCm - 0.6"
        width="1.2"
        height="1.2"
        class="mass"
      />
    </template>
  </svg>
</template>

<style scoped>
.picture {
  display: block;
  width: 100%;
  height: 86px;
  margin-bottom: 6px;
}
.grip {
  fill: rgb(var(--v-theme-sleeve));
  opacity: 0.75;
}
.grip.leather {
  fill: rgb(var(--v-theme-fill));
}
.wrap line {
  stroke: rgb(var(--v-theme-surface));
  stroke-width: 0.28;
}
.dampener {
  fill: rgb(var(--v-theme-on-surface));
}
.guard {
  fill: none;
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 0.8;
  stroke-linecap: round;
}
.film {
  fill: rgba(var(--v-theme-info), 0.18);
  stroke: rgb(var(--v-theme-info));
  stroke-width: 0.15;
  stroke-dasharray: 0.6 0.4;
}
.mass {
  fill: rgb(var(--v-theme-lead));
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 0.12;
}
</style>
