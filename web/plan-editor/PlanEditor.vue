<script setup lang="ts">
import { rulerOf } from '#core/cuts/ruler.ts'
import { computed, ref } from 'vue'
import { estimateOf } from '#core/frame/state.ts'
import { headOutline } from '#core/geometry/outline.ts'
import { massOf } from '#core/cuts/cut.ts'
import { cutDrawing } from '#core/cuts/drawing.ts'
import { type ShownQuantity, pointsHeadLight } from '#core/quantities/units.ts'
import { fixed, writePoints } from '#core/quantities/write.ts'
import { placeText, QUANTITY_NAMES, stripsText } from '#contract/messages/names.ts'
import LeadAsk from '../shared/LeadAsk.vue'
import { useOpenJob } from '../stores/openJob.ts'
import { pictureScale } from './pictureScale.ts'
import CutEditor from './CutEditor.vue'
import CutMark from './CutMark.vue'
import ScaleBack from './ScaleBack.vue'
import PerGramTable from './PerGramTable.vue'
import FrameShape from '../shared/FrameShape.vue'
import LeverageCurve from './LeverageCurve.vue'
import { usePlanEditor } from './usePlanEditor.ts'

/** The bench: the frame on its side to scale over a ruler, the swing axis as a pin, the balance as the wedge it rests on. */
const job = useOpenJob()
const svg = ref<SVGSVGElement | null>(null)
const focus = ref<Exclude<ShownQuantity, 'mass'>>('swingWeight')
const geometry = computed(() => job.view.frame.geometry)
const scale = computed(() => pictureScale(geometry.value))
const bench = usePlanEditor(scale, svg)
const transform = computed(() => `translate(${scale.value.x(0)} ${scale.value.axisY}) scale(${scale.value.pxPerCm})`)
const measured = computed(() => job.picture.measured.state)
const balance = computed(() => estimateOf(measured.value, 'balance')?.value ?? null)
const predictedBalance = computed(() =>
  job.planned && job.cuts.length > 0 ? (estimateOf(job.planned, 'balance')?.value ?? null) : null,
)
const targetBalance = computed(() => job.documents.target?.lines.balance ?? null)
const axis = computed(() => job.picture.axisCm)
const ticks = computed(() => Array.from({ length: Math.floor(geometry.value.lengthCm) + 1 }, (_, cm) => cm))
const clocks = computed(() => {
  const outline = headOutline(geometry.value, -1.25)
  return (
    [
      [12, '12'],
      [1, '1'],
      [2, '2'],
      [3, '3'],
      [4, '4'],
      [5, '5'],
    ] as const
  ).flatMap(([hour, name]) => {
    const p = outline.pointAt(outline.atClock(hour))
    const mirror = hour === 12 ? [] : [{ x: p.xCm, y: -p.yCm, name: String(12 - hour) }]
    return [{ x: p.xCm, y: p.yCm, name }, ...mirror]
  })
})
/** Points are counted from the middle, on the upper edge of the ruler. */
const pointMarks = computed(() => {
  const middle = geometry.value.lengthCm / 2
  return Array.from({ length: 29 }, (_, i) => i - 14).map((points) => ({
    points,
    x: scale.value.x(middle - points * 0.3175),
  }))
})
/** While a piece is in hand: where everything lay before. */
const ghosts = computed(() =>
  job.liveCuts === null
    ? []
    : (job.documents.plan?.cuts ?? []).flatMap((cut) => {
        const material = bench.materialOf(cut)
        if (!material) return []
        const { paths, widthCm } = cutDrawing(cut, material, bench.work.value)
        return paths.map((d) => ({ d, widthCm: widthCm + 0.5 }))
      }),
)
const table = ref(false)
const FOCI = ['swingWeight', 'balance', 'twistWeight', 'recoilWeight'] as const
const labelOf = (cut: (typeof bench.cuts.value)[number]) => {
  const material = bench.materialOf(cut)!
  return `${bench.isLocked(cut) ? 'Locked: ' : ''}${material.name}, ${stripsText(cut, material, bench.work.value)}, ${fixed(massOf(cut, material, bench.work.value), 1)} g, ${placeText(cut, bench.work.value, rulerOf(material))}`
}
</script>

<template>
  <div class="bench panel">
    <LeadAsk v-if="bench.leadToAsk.value" role="alert" @agree="bench.agreeToLead" @leave="bench.leaveLeadOut" />
    <svg
      ref="svg"
      :viewBox="`0 0 ${scale.width} ${scale.height}`"
      class="picture"
      role="group"
      aria-label="The frame on the bench"
      data-testid="bench"
    >
      <g :transform="transform"><FrameShape :geometry="geometry" /></g>
      <g class="clocks" aria-hidden="true">
        <text
          v-for="clock in clocks"
          :key="clock.name"
          :x="scale.x(clock.x)"
          :y="scale.axisY + clock.y * scale.pxPerCm + 4"
        >
          {{ clock.name }}
        </text>
      </g>
      <g v-if="ghosts.length > 0" :transform="transform" class="ghosts" aria-hidden="true">
        <path v-for="(g, i) in ghosts" :key="i" :d="g.d" :stroke-width="g.widthCm" />
      </g>
      <g :transform="transform">
        <CutMark
          v-for="cut in bench.cuts.value"
          :key="cut.id"
          :cut="cut"
          :material="bench.materialOf(cut)!"
          :work="bench.work.value"
          :selected="cut.id === bench.selectedId.value"
          :locked="bench.isLocked(cut)"
          :label="labelOf(cut)"
          @grab="(event, end) => bench.grab(cut, event, end)"
          @key="bench.key(cut, $event)"
          @pick="bench.selectedId.value = cut.id"
        />
      </g>
      <g class="ruler" aria-hidden="true">
        <rect
          :x="scale.x(0)"
          :y="scale.rulerY"
          :width="scale.x(geometry.lengthCm) - scale.x(0)"
          height="24"
          class="body"
        />
        <template v-for="cm in ticks" :key="cm">
          <line
            :x1="scale.x(cm)"
            :x2="scale.x(cm)"
            :y1="scale.rulerY + 24"
            :y2="scale.rulerY + (cm % 10 === 0 ? 11 : cm % 5 === 0 ? 15 : 19)"
            class="tick"
          />
          <text v-if="cm % 10 === 0" :x="scale.x(cm) + 3" :y="scale.rulerY + 20">{{ cm }}</text>
        </template>
        <g v-for="mark in pointMarks" :key="mark.points" class="points">
          <line :x1="mark.x" :x2="mark.x" :y1="scale.rulerY" :y2="scale.rulerY + (mark.points % 10 === 0 ? 8 : 4)" />
          <text v-if="mark.points % 10 === 0" :x="mark.x" :y="scale.rulerY - 4" class="small">
            {{ mark.points === 0 ? 'even' : `${Math.abs(mark.points)} ${mark.points > 0 ? 'HL' : 'HH'}` }}
          </text>
        </g>
        <text :x="scale.x(geometry.lengthCm) + 5" :y="scale.rulerY + 20">cm</text>
      </g>
      <g class="pin" :transform="`translate(${scale.x(axis)} 0)`">
        <line :y1="scale.axisY - 58" :y2="scale.curveFoot" />
        <circle :cy="scale.axisY - 62" r="6" />
        <text :y="scale.axisY - 75">swing axis {{ fixed(axis, 2) }}</text>
      </g>
      <g v-if="targetBalance" class="target-balance">
        <rect
          :x="scale.x(targetBalance.value - targetBalance.tolerance)"
          :y="scale.rulerY"
          :width="
            scale.x(targetBalance.value + targetBalance.tolerance) -
            scale.x(targetBalance.value - targetBalance.tolerance)
          "
          height="24"
        />
      </g>
      <g
        v-if="balance !== null"
        class="wedge measured"
        :class="{ before: predictedBalance !== null }"
        :transform="`translate(${scale.x(balance)} ${scale.rulerY})`"
      >
        <path d="M0 1L9 23H-9Z" />
        <text v-if="predictedBalance === null" x="14" y="42">
          {{ fixed(balance, 2) }} cm · {{ writePoints(pointsHeadLight(balance, geometry.lengthCm)) }}
        </text>
      </g>
      <g
        v-if="predictedBalance !== null"
        class="wedge predicted"
        :transform="`translate(${scale.x(predictedBalance)} ${scale.rulerY})`"
      >
        <line y1="0" :y2="-(scale.rulerY - scale.axisY)" />
        <path d="M0 1L9 23H-9Z" />
        <text x="14" y="42" data-testid="bench-balance">
          {{ fixed(predictedBalance, 2) }} cm · {{ writePoints(pointsHeadLight(predictedBalance, geometry.lengthCm)) }}
        </text>
      </g>
      <LeverageCurve
        :scale="scale"
        :quantity="focus"
        :state="measured"
        :cuts="bench.cuts.value"
        :materials="job.picture.materials"
        :work="bench.work.value"
      />
    </svg>
    <div class="under">
      <v-btn-toggle v-model="focus" role="group" mandatory density="compact" aria-label="Curve for">
        <v-btn v-for="quantity in FOCI" :key="quantity" :value="quantity" size="small">{{
          QUANTITY_NAMES[quantity]
        }}</v-btn>
      </v-btn-toggle>
      <v-switch
        v-if="bench.hasTarget.value"
        v-model="bench.follows.value"
        label="Rest follows"
        title="While a piece is in hand the others are worked out anew around it"
        data-testid="rest-follows"
        class="follows"
      />
      <v-btn size="small" :aria-expanded="table" @click="table = !table">Per gram</v-btn>
      <ScaleBack :bench="bench" />
      <CutEditor :bench="bench" />
    </div>
    <PerGramTable v-if="table" :state="measured" :work="bench.work.value" :materials="job.picture.materials" />
  </div>
</template>

<style scoped>
.bench {
  padding: 6px 10px 10px;
  /* A drag lays out what is on the editor, and nothing beside it. */
  contain: layout;
}
.picture {
  display: block;
  contain: layout;
  width: 100%;
  height: auto;
  touch-action: none;
  user-select: none;
}
text {
  font-family: var(--kv-figure);
  font-size: 12px;
  fill: rgb(var(--v-theme-quiet));
}
.clocks text {
  text-anchor: middle;
  font-size: 12.5px;
  font-weight: 600;
}
.ghosts path {
  fill: none;
  stroke: rgb(var(--v-theme-quiet));
  opacity: 0.35;
}
.ruler .body {
  fill: rgb(var(--v-theme-surface-variant));
  stroke: rgb(var(--v-theme-frame-edge));
  stroke-width: 1;
}
.ruler .tick {
  stroke: rgb(var(--v-theme-frame-edge));
  stroke-width: 1;
}
.points .small {
  text-anchor: middle;
  font-size: 10.5px;
}
.points line {
  stroke: rgb(var(--v-theme-frame-edge));
  stroke-width: 0.8;
}
.pin line {
  stroke: rgb(var(--v-theme-measured));
  stroke-width: 1.2;
  stroke-dasharray: 2 4;
}
.pin circle {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-measured));
  stroke-width: 2.5;
}
.pin text {
  text-anchor: middle;
  font-family: var(--kv-text);
}
.wedge path {
  stroke-width: 1.5;
}
.wedge text {
  font-size: 14px;
  font-weight: 700;
}
.wedge.measured path {
  fill: rgb(var(--v-theme-measured));
}
.wedge.measured text {
  fill: rgb(var(--v-theme-measured));
}
.wedge.before path {
  opacity: 0.4;
}
.wedge.predicted path {
  fill: rgb(var(--v-theme-surface));
  stroke: rgb(var(--v-theme-predicted));
  stroke-width: 2.5;
}
.wedge.predicted line {
  stroke: rgb(var(--v-theme-predicted));
  stroke-width: 1.3;
}
.wedge.predicted text {
  fill: rgb(var(--v-theme-predicted));
}
.target-balance rect {
  fill: rgb(var(--v-theme-target));
  opacity: 0.38;
}
.follows {
  flex: none;
}
.under {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  margin-top: 4px;
}
</style>
