<script setup lang="ts">
import { entriesOf } from '#core/records.ts'
import type { BodyPlace } from '#core/tuning/document.ts'
import { BODY_NAMES } from '#contract/messages/play.ts'

/** Where it hurts: the playing side, drawn, to tap on; tapped again it is gone. */
const chosen = defineModel<BodyPlace[]>({ required: true })
/** Middle of each place on the drawing. */
const PLACES = {
  shoulder: [88, 62],
  elbow: [158, 108],
  forearm: [196, 84],
  wrist: [236, 58],
  back: [58, 118],
} satisfies Partial<Record<BodyPlace, [x: number, y: number]>>
const places = entriesOf(PLACES)
function tap(place: BodyPlace): void {
  chosen.value = chosen.value.includes(place) ? chosen.value.filter((p) => p !== place) : [...chosen.value, place]
}
</script>

<template>
  <div class="body" role="group" aria-label="Where">
    <svg viewBox="0 0 300 190" aria-hidden="true">
      <circle cx="58" cy="26" r="17" class="skin" />
      <path d="M40 48 Q58 42 78 50 L74 178 L42 178 Z" class="skin" />
      <path d="M80 58 Q120 78 152 108 Q196 88 240 54" class="limb" />
      <path d="M236 58 L262 38" class="handle" />
      <ellipse cx="277" cy="27" rx="19" ry="14" transform="rotate(-38 277 27)" class="racket" />
    </svg>
    <button
      v-for="[place, [x, y]] in places"
      :key="place"
      type="button"
      :class="{ on: chosen.includes(place) }"
      :aria-pressed="chosen.includes(place)"
      :aria-label="`Where: ${BODY_NAMES[place]}`"
      :style="{ left: `${x / 3}%`, top: `${y / 1.9}%` }"
      @click="tap(place)"
    >
      <span>{{ BODY_NAMES[place] }}</span>
    </button>
    <button
      type="button"
      class="else"
      :class="{ on: chosen.includes('elsewhere') }"
      :aria-pressed="chosen.includes('elsewhere')"
      :aria-label="`Where: ${BODY_NAMES.elsewhere}`"
      @click="tap('elsewhere')"
    >
      {{ BODY_NAMES.elsewhere }}
    </button>
  </div>
</template>

<style scoped>
.body {
  position: relative;
  max-width: 360px;
  margin: 6px auto;
}
svg {
  display: block;
  width: 100%;
}
.skin {
  fill: rgb(var(--v-theme-surface-variant));
  stroke: rgb(var(--v-theme-frame-edge));
}
.limb {
  fill: none;
  stroke: rgb(var(--v-theme-surface-variant));
  stroke-width: 16;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.handle {
  stroke: rgb(var(--v-theme-frame-edge));
  stroke-width: 5;
}
.racket {
  fill: none;
  stroke: rgb(var(--v-theme-frame-edge));
  stroke-width: 4;
}
button {
  position: absolute;
  min-width: 44px;
  min-height: 44px;
  transform: translate(-50%, -50%);
  border: 2px solid rgb(var(--v-theme-frame-edge));
  border-radius: 22px;
  background: rgb(var(--v-theme-surface));
  font-size: 12px;
  padding: 0 7px;
}
button.on {
  background: rgb(var(--v-theme-error));
  border-color: rgb(var(--v-theme-error));
  color: rgb(var(--v-theme-surface));
  font-weight: 700;
}
button:focus-visible {
  outline: 3px solid rgb(var(--v-theme-primary));
}
.else {
  left: 84%;
  top: 88%;
}
</style>
