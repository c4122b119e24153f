<script setup lang="ts">
import { computed } from 'vue'
import { gripText, type GripRoutine } from '#core/player/grip.ts'

/** A handle with its overgrip: how high, which way it winds, where it begins, how many layers. */
const props = defineProps<{ grip: GripRoutine; handleCm: number }>()
const PX_PER_CM = 10
const BUTT_CM = 2
const HALF = 14
/** From one turn to the next, and how far a turn slants over the handle, cm. */
const PITCH_CM = 1.9
const SLANT_CM = 1.1
const length = computed(() => props.handleCm * PX_PER_CM)
const upTo = computed(() => Math.min(props.handleCm, props.grip.upToCm ?? props.handleCm) * PX_PER_CM)
const turns = computed(() => {
  const lines: { from: number; to: number }[] = []
  const slant = SLANT_CM * PX_PER_CM * (props.grip.turns === 'left' ? -1 : 1)
  for (let x = BUTT_CM * PX_PER_CM; x < upTo.value; x += PITCH_CM * PX_PER_CM)
    lines.push({ from: x - slant / 2, to: x + slant / 2 })
  return lines
})
const layers = computed(() => Math.min(3, props.grip.overgrips ?? 1))
</script>

<template>
  <svg :viewBox="`-6 -24 ${length + 44} 58`" class="drawing" role="img" :aria-label="gripText(grip)">
    <rect x="0" :y="-HALF" :width="length + 32" :height="2 * HALF" class="shaft" />
    <rect x="0" :y="-HALF - 3" width="10" :height="2 * HALF + 6" rx="2" class="cap" />
    <g v-if="layers > 0">
      <rect
        v-for="n in layers"
        :key="n"
        x="6"
        :y="-HALF - 1.6 * n"
        :width="upTo - 6"
        :height="2 * HALF + 3.2 * n"
        rx="2"
        class="wrap"
      />
      <line
        v-for="turn in turns"
        :key="turn.from"
        :x1="turn.from"
        :y1="HALF + layers"
        :x2="turn.to"
        :y2="-HALF - layers"
        class="turn"
      />
    </g>
    <text v-if="grip.first" x="0" y="32" class="say">{{ grip.first }} end first</text>
    <text v-if="grip.upToCm !== null" :x="upTo" y="32" text-anchor="end" class="say">{{ grip.upToCm }} cm</text>
  </svg>
</template>

<style scoped>
.drawing {
  width: 260px;
  max-width: 100%;
}
.shaft {
  fill: none;
  stroke: rgb(var(--v-theme-line));
  stroke-width: 1.5;
}
.cap {
  fill: rgb(var(--v-theme-quiet));
}
.wrap {
  fill: rgba(var(--v-theme-on-surface), 0.07);
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 1;
}
.turn {
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 1.2;
}
.say {
  font-size: 11px;
  fill: rgb(var(--v-theme-quiet));
}
</style>
