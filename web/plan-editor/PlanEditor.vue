<script setup lang="ts">
import { rulerOf } from '#core/cuts/ruler.ts'
import { useMediaQuery } from '@vueuse/core'
import { computed, ref } from 'vue'
import { estimateOf } from '#core/frame/state.ts'
import { headOutline } from '#core/geometry/outline.ts'
import { massOf } from '#core/cuts/cut.ts'
import { cutDrawing } from '#core/cuts/drawing.ts'
import type { ShownQuantity } from '#core/quantities/units.ts'
import { fixed } from '#core/quantities/write.ts'
import { placeText, QUANTITY_NAMES, stripsText } from '#contract/messages/names.ts'
import LeadAsk from '../shared/LeadAsk.vue'
import { useDrawnWidth } from '../shared/useDrawnWidth.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { handSizes, pictureScale, USUAL_WIDTH } from './pictureScale.ts'
import BenchRuler from './BenchRuler.vue'
import CutEditor from './CutEditor.vue'
import CutMark from './CutMark.vue'
import ScaleBack from './ScaleBack.vue'
import PerGramTable from './PerGramTable.vue'
import FrameShape from '../shared/FrameShape.vue'
import LeverageCurve from './LeverageCurve.vue'
import { usePlanEditor } from './usePlanEditor.ts'

/** The bench: the frame on its side to scale over a ruler, the swing axis as a pin, the balance as the wedge it rests on. */
const job = useOpenJob()
const focus = ref<Exclude<ShownQuantity, 'mass'>>('swingWeight')
const geometry = computed(() => job.view.frame.geometry)
const { drawing: svg, width } = useDrawnWidth(USUAL_WIDTH)
const scale = computed(() => pictureScale(geometry.value, width.value))
const isCoarse = useMediaQuery('(pointer: coarse)')
const hand = computed(() => handSizes(scale.value.pxPerCm, isCoarse.value))
const bench = usePlanEditor(scale, svg)
const transform = computed(() => `translate(${scale.value.x(0)} ${scale.value.axisY}) scale(${scale.value.pxPerCm})`)
const measured = computed(() => job.picture.measured.state)
const balance = computed(() => estimateOf(measured.value, 'balance')?.value ?? null)
const predictedBalance = computed(() =>
  job.planned && job.cuts.length > 0 ? (estimateOf(job.planned, 'balance')?.value ?? null) : null,
)
/** Outside of the hoop, to the middle of its hour. */
const CLOCK_PX = 15
const clocks = computed(() => {
  const outline = headOutline(geometry.value, -CLOCK_PX / scale.value.pxPerCm)
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
      ref="drawing"
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
          :hand="hand"
          @grab="(event, end) => bench.grab(cut, event, end)"
          @key="bench.key(cut, $event)"
          @pick="bench.selectedId.value = cut.id"
          @turn="(what) => (what === 'bed' ? bench.turnBed(cut) : bench.turnLayers(cut))"
        />
      </g>
      <BenchRuler
        :scale="scale"
        :length-cm="geometry.lengthCm"
        :axis-cm="job.picture.axisCm"
        :balance="balance"
        :predicted-balance="predictedBalance"
        :target-balance="job.documents.target?.lines.balance ?? null"
      />
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
      <v-btn-toggle v-model="focus" class="foci" role="group" mandatory density="compact" aria-label="Curve for">
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
  /* A finger that goes up or down moves the page; on a piece it moves the piece. */
  touch-action: pan-y;
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
@media (max-width: 600px) {
  .foci {
    flex: 1 0 100%;
  }
  .foci :deep(.v-btn) {
    flex: 1 1 auto;
    min-width: 0;
    padding: 0 4px;
    font-size: 12px;
  }
}
</style>
