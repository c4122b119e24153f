<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { landmarksSchema } from '#contract/documents.ts'
import { modelLandmarksSchema, type ModelLandmarks } from '#contract/entities.ts'
import { wrongGeometry } from '#contract/messages/geometry.ts'
import { saysLandmarks } from '#core/sports/landmarks.ts'
import type { FrameGeometry, FrameLandmarks } from '#core/geometry/outline.ts'
import { call } from '../api/client.ts'
import { countNotTaken } from '../browser/notTaken.ts'
import FrameShape from '../shared/FrameShape.vue'
import PlainNumber from '../shared/PlainNumber.vue'
import { useOpenJob } from '../stores/openJob.ts'
import { fieldsOf, landmarksText, markLines, touched, withLandmark } from './landmarks.ts'

/** What runs begin at on this model: read with a tape, or set on the drawing; the next frame of the model has them too. */
const job = useOpenJob()
const geometry = computed(() => job.view.frame.geometry)
const problem = ref('')
countNotTaken(problem)
function keep(next: FrameGeometry): void {
  problem.value = wrongGeometry(next)
  if (!problem.value) job.saveFrame({ geometry: next })
}
const set = (key: keyof FrameLandmarks, cm: number | null) => keep(withLandmark(geometry.value, key, cm))

const fields = fieldsOf(job.profile)
const placed = fields.filter((field) => field.on !== null)
const setting = ref<keyof FrameLandmarks>(placed[0]?.key ?? 'bumperCm')
const half = computed(() => geometry.value.headWidthCm / 2 + 2)
const box = computed(() => `-1 ${-half.value} ${geometry.value.lengthCm + 3} ${2 * half.value}`)
function touch(event: MouseEvent): void {
  const svg = event.currentTarget as SVGSVGElement
  const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM()!.inverse())
  const field = placed.find(({ key }) => key === setting.value)!
  const cm = touched(field.on!, at.x, at.y, geometry.value)
  if (cm !== null) set(field.key, cm)
}

const known = shallowRef<ModelLandmarks>(null)
onMounted(async () => {
  known.value = await call(
    modelLandmarksSchema,
    'GET',
    `/frames/${encodeURIComponent(job.view.frame.id)}/landmarks`,
  ).catch(() => null)
})
const offered = computed(() => (saysLandmarks(geometry.value.landmarks) ? null : known.value))
</script>

<template>
  <section class="panel" data-testid="landmarks">
    <h2>Landmarks</h2>
    <p class="quiet">
      <template v-if="placed.some((field) => field.on === 'hoop')"
        >Along the hoop from the tip, grommets counted from there: strips begin at them. Up the handle from the butt
        end: so far a fill can go.</template
      ><template v-else>Up the handle from the butt end: so far a fill can go.</template> What is left empty is as
      usual; the next frame of this model has them too.
    </p>
    <p v-if="offered" class="mb-2" data-testid="model-landmarks">
      As on {{ offered.label }}: {{ landmarksText(offered.landmarks) }}.
      <v-btn size="small" @click="keep({ ...geometry, landmarks: offered.landmarks })">Take them</v-btn>
    </p>
    <div class="fields">
      <PlainNumber
        v-for="{ key, label, suffix } in fields"
        :key="key"
        :of="landmarksSchema.shape[key]"
        :model-value="geometry.landmarks?.[key] ?? null"
        :label="label"
        :suffix="suffix"
        @update:model-value="(cm) => set(key, cm)"
      />
    </div>
    <p v-if="problem" class="stop" role="alert">{{ problem }}</p>
    <p class="mt-3 mb-1">Touch the drawing to set</p>
    <v-btn-toggle v-model="setting" mandatory role="group" aria-label="Set on the drawing" class="which mb-2">
      <v-btn v-for="{ key, label } in placed" :key="key" :value="key" size="small">{{ label }}</v-btn>
    </v-btn-toggle>
    <svg :viewBox="box" class="drawing" role="img" aria-label="The frame: touch it to set the landmark" @click="touch">
      <FrameShape :geometry="geometry" />
      <line
        v-for="{ key, x1, y1, x2, y2 } in markLines(geometry)"
        :key="key"
        :x1="x1"
        :y1="y1"
        :x2="x2"
        :y2="y2"
        class="mark"
      />
    </svg>
  </section>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(170px, 1fr));
  gap: 8px;
}
.which {
  flex-wrap: wrap;
  height: auto !important;
}
.which :deep(.v-btn) {
  height: 40px !important;
}
.drawing {
  width: 100%;
  display: block;
  cursor: crosshair;
}
.mark {
  stroke: rgb(var(--v-theme-target));
  stroke-width: 0.35;
}
.stop {
  color: rgb(var(--v-theme-error));
}
</style>
