<script setup lang="ts">
import { computed } from 'vue'
import { besideCm, type Cut, type Workpiece } from '#core/cuts/cut.ts'
import { besideLine, headOutline } from '#core/geometry/outline.ts'
import { cutDrawing, runLength } from '#core/cuts/drawing.ts'
import type { Material } from '#core/cuts/material.ts'
import { knobsOf, type CutKnob } from './cutKnobs.ts'
import { toneOf } from './cutTone.ts'
import { endsOf } from './editCut.ts'
import type { HandSizes } from './pictureScale.ts'

/** One cut where it lies, at its true length; its layers make it thicker. In cm, under the bench's scaling. */
const props = defineProps<{
  cut: Cut
  material: Material
  work: Workpiece
  selected: boolean
  locked: boolean
  label: string
  hand: HandSizes
}>()
const emit = defineEmits<{
  grab: [event: PointerEvent, end: 0 | 1 | null]
  key: [event: KeyboardEvent]
  pick: []
  turn: [what: CutKnob['turns']]
}>()

const tone = computed(() => toneOf(props.material))
const drawing = computed(() => cutDrawing(props.cut, props.material, props.work))
const paths = computed(() => drawing.value.paths)
const width = computed(() => drawing.value.widthCm)
/** Where the ends of the piece in hand can be taken hold of, cm in the picture. */
const grips = computed(() => {
  const ends = props.selected && !props.locked ? endsOf(props.cut, props.material, props.work) : null
  if (!ends) return []
  const { geometry } = props.work
  const { outline, across: onLine } = besideLine(geometry, besideCm(props.cut, geometry))
  const half = headOutline(geometry).halfLengthCm
  const sign = props.cut.side === 'left' ? -1 : 1
  return ([0, 1] as const).map((end) => {
    if (props.cut.place !== 'hoop') return { end, x: ends[end], y: 0 }
    const p = outline.pointAt(onLine(Math.min(half, Math.max(0, ends[end]))))
    // Of a strip across the axis the two ends are the same, one on each side.
    const across = ends[0] === ends[1]
    return { end, x: p.xCm, y: (across && end === 0 ? -1 : sign) * p.yCm }
  })
})
/** What can be turned at a touch beside the piece in hand. */
const knobs = computed(() =>
  props.selected && !props.locked ? knobsOf(props.cut, props.material, props.work, props.hand.knobCm) : [],
)
/** Drawn for a knob of this, cm. */
const DRAWN_CM = 1.15
/** About an end no more than a third of the strip is the end. */
const endCm = computed(() =>
  Math.max(1.3, Math.min(props.hand.endCm, runLength(props.cut, props.material, props.work) / 3)),
)
const whole = computed(() => ['grip', 'bed', 'off'].includes(props.cut.place))
</script>

<template>
  <g
    v-if="paths.length > 0"
    class="cut"
    :class="[tone, { selected, locked, free: !whole && !locked }]"
    tabindex="0"
    role="slider"
    :aria-label="label"
    :aria-valuenow="Number(cut.atCm.toFixed(1))"
    :aria-valuetext="label"
    :data-cut="cut.id"
    @pointerdown="emit('grab', $event, null)"
    @keydown="emit('key', $event)"
    @focus="emit('pick')"
  >
    <path v-for="(path, i) in paths" :key="`h${i}`" :d="path" class="halo" :stroke-width="width + 0.36" />
    <path v-for="(path, i) in drawing.ways" :key="`w${i}`" :d="path" class="way" />
    <path v-for="(path, i) in paths" :key="i" :d="path" class="mass" :stroke-width="width" />
    <path
      v-for="(path, i) in paths"
      :key="`t${i}`"
      :d="path"
      class="touch"
      :stroke-width="Math.max(hand.stripCm, width)"
    />
    <g
      v-for="g in grips"
      :key="`g${g.end}`"
      class="end"
      :data-end="g.end"
      @pointerdown.stop="emit('grab', $event, g.end)"
    >
      <circle :cx="g.x" :cy="g.y" :r="endCm" class="reach" />
      <circle :cx="g.x" :cy="g.y" :r="hand.dotCm" class="dot" />
    </g>
    <g
      v-for="knob in knobs"
      :key="knob.turns"
      class="knob"
      :data-turns="knob.turns"
      :transform="`translate(${knob.xCm} ${knob.yCm}) scale(${hand.drawnKnobCm / DRAWN_CM})`"
      @pointerdown.stop
      @click.stop="emit('turn', knob.turns)"
    >
      <title>{{ knob.title }}</title>
      <circle :r="(hand.knobCm * DRAWN_CM) / hand.drawnKnobCm" class="reach" />
      <circle :r="DRAWN_CM" class="dot" />
      <text v-if="knob.text" y="0.42">{{ knob.text }}</text>
      <template v-else-if="knob.bed?.wall">
        <path :d="knob.bed.wall === 'outside' ? 'M0.4 -0.6V0.6' : 'M-0.4 -0.6V0.6'" class="laid" />
        <path :d="knob.bed.wall === 'outside' ? 'M-0.4 -0.6V0.6' : 'M0.4 -0.6V0.6'" class="bare" />
        <path v-if="knob.bed.edges === 2" d="M0 -0.6V0.6" class="laid" />
      </template>
      <template v-else>
        <path d="M-0.6 -0.3H0.6" :class="knob.bed?.edge === 'lower' ? 'bare' : 'laid'" />
        <path d="M-0.6 0.3H0.6" :class="knob.bed?.edges === 2 || knob.bed?.edge === 'lower' ? 'laid' : 'bare'" />
      </template>
    </g>
  </g>
</template>

<style scoped>
.cut {
  outline: none;
}
.cut {
  touch-action: none;
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
.way {
  fill: none;
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 0.16;
}
.selected .halo,
.cut:focus-visible .halo {
  stroke: rgb(var(--v-theme-predicted));
}
.touch {
  stroke: transparent;
  pointer-events: stroke;
}
.end {
  cursor: ew-resize;
}
.end .reach {
  fill: transparent;
}
.end .dot {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-predicted));
  stroke-width: 0.22;
}
.knob {
  cursor: pointer;
}
.knob .reach {
  fill: transparent;
}
.knob .dot {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-predicted));
  stroke-width: 0.16;
}
.knob text {
  font-size: 1.15px;
  font-weight: 700;
  text-anchor: middle;
  fill: rgb(var(--v-theme-on-surface));
}
.knob .laid,
.knob .bare {
  fill: none;
  stroke: rgb(var(--v-theme-on-surface));
  stroke-width: 0.3;
}
.knob .bare {
  stroke-width: 0.08;
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
.weight .mass {
  stroke: rgb(var(--v-theme-tungsten));
  stroke-linecap: round;
}
.locked .halo {
  stroke: rgb(var(--v-theme-measured));
}
.sleeve .mass {
  stroke: rgb(var(--v-theme-sleeve));
}
</style>
