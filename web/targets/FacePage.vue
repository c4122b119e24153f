<script setup lang="ts">
import { mdiArrowLeft } from '@mdi/js'
import { computed, reactive, ref } from 'vue'
import type { MapField } from '#core/impact/faceMap.ts'
import type { ImpactAssumptions } from '#core/sports/kinds.ts'
import { derivedNumbers } from '#core/frame/state.ts'
import { fixed } from '#core/quantities/write.ts'
import PlotlyChart from '../charts/PlotlyChart.vue'
import { useMarks } from '../charts/useMarks.ts'
import MarkGlyph from '../shared/MarkGlyph.vue'
import PlainNumber from '../shared/PlainNumber.vue'
import { useOpenJob } from '../stores/openJob.ts'
import { effectTexts } from '#contract/messages/effects.ts'
import { extent, faceChart, FACE_FIELDS, type FaceChart } from './faceChart.ts'
import { useFace, type Side } from './useFace.ts'

/** What it will do, before any tape is cut: maps of the face with their assumptions, and plain words. */
const job = useOpenJob()
const face = reactive(useFace())
const { colors } = useMarks()
const field = ref<MapField>('outgoing')
const difference = ref(false)
const KIND = { now: 'measured', target: 'target', planned: 'predicted', reference: 'published' } as const
const sides = computed(() =>
  (['now', 'target', 'planned', 'reference'] as const).filter(
    (s) => s === 'now' || face.others.some((o) => o.key === s),
  ),
)
const nameOf = (side: Side) =>
  ({ now: 'Now', target: 'Target', planned: 'Plan', reference: face.setup?.name ?? '' })[side]
const shown = ref<Side | null>(null)
/** What lies beside the frame as it is now. */
const other = computed<Side>(() =>
  shown.value && sides.value.includes(shown.value) ? shown.value : (sides.value[1] ?? 'now'),
)
const span = computed(() =>
  extent((['now', other.value] as Side[]).flatMap((s) => [...(face.sheetOf(s)?.map.fields[field.value] ?? [])])),
)
function mapOf(side: Side): FaceChart | null {
  const sheet = face.sheetOf(side)
  if (!sheet) return null
  return faceChart(sheet, {
    field: field.value,
    less: difference.value && side !== 'now' ? face.sheetOf('now') : null,
    span: span.value,
    geometry: (side === 'reference' ? face.setup?.geometry : null) ?? face.geometry,
    colors: colors.value,
  })
}
const nowMap = computed(() => mapOf('now'))
const otherMap = computed(() => (other.value === 'now' ? null : mapOf(other.value)))
const effect = computed(() => face.sheetOf(other.value)?.effect ?? null)
const percussion = computed(() => {
  try {
    return derivedNumbers(job.picture.measured.state).centreOfPercussionCm
  } catch {
    return null
  }
})
const ASKED: { key: keyof ImpactAssumptions; name: string; unit: string }[] = [
  { key: 'ballG', name: 'Ball', unit: 'g' },
  { key: 'restitution', name: 'Restitution, head held', unit: '' },
  { key: 'incomingMS', name: 'Ball comes at', unit: 'm/s' },
  { key: 'headMS', name: 'Head moves at, now', unit: 'm/s' },
  { key: 'pivotCm', name: 'Turns about', unit: 'cm' },
  { key: 'effort', name: 'n of equal effort', unit: '' },
]
const isUsual = computed(() => Object.keys(face.changed).length === 0)
</script>

<template>
  <div>
    <header class="d-flex align-center ga-3 mb-2">
      <v-btn :to="{ name: 'target' }" :prepend-icon="mdiArrowLeft" variant="text">Target</v-btn>
      <h1>What it will do</h1>
      <v-spacer />
      <v-btn-toggle
        v-if="sides.length > 1"
        role="group"
        :model-value="other"
        mandatory
        aria-label="Beside now"
        @update:model-value="(s: Side) => (shown = s)"
      >
        <v-btn v-for="side in sides.filter((s) => s !== 'now')" :key="side" :value="side" size="small">
          <MarkGlyph :kind="KIND[side]" :size="13" class="mr-1" />{{ nameOf(side) }}
        </v-btn>
      </v-btn-toggle>
    </header>
    <div class="d-flex ga-3 align-center mb-2 flex-wrap">
      <v-btn-toggle v-model="field" role="group" mandatory aria-label="Map of">
        <v-btn v-for="(f, key) in FACE_FIELDS" :key="key" :value="key" size="small">{{ f.name }}</v-btn>
      </v-btn-toggle>
      <v-checkbox v-if="otherMap" v-model="difference" label="Difference from now" data-testid="difference" />
      <v-select
        v-if="face.setups.length > 1 && other === 'reference'"
        :model-value="face.setup?.id"
        :items="face.setups.map((s) => ({ title: s.name, value: s.id }))"
        label="Setup"
        class="setup"
        @update:model-value="(id: string) => (face.chosenSetup = id)"
      />
    </div>
    <p v-if="face.failed" class="panel" role="alert">{{ face.failed }}</p>
    <p v-else-if="face.whyNot('now')" class="panel" data-testid="face-needs">
      {{ face.whyNot('now') }} A map needs all four numbers.
      <RouterLink :to="{ name: 'measure' }">To the readings</RouterLink>
    </p>
    <template v-else>
      <div class="maps" :data-ms="face.answer?.ms.toFixed(2)" data-testid="maps">
        <section class="panel">
          <h2><MarkGlyph kind="measured" /> Now</h2>
          <PlotlyChart
            v-if="nowMap"
            v-bind="nowMap"
            :height="256"
            name="kevro-face-now"
            :label="`${FACE_FIELDS[field].name} over the face, now`"
          />
        </section>
        <section v-if="other !== 'now'" class="panel">
          <h2><MarkGlyph :kind="KIND[other]" /> {{ nameOf(other) }}{{ difference ? ' less now' : '' }}</h2>
          <PlotlyChart
            v-if="otherMap"
            v-bind="otherMap"
            :height="256"
            :name="`kevro-face-${other}`"
            :label="`${FACE_FIELDS[field].name} over the face, ${nameOf(other)}`"
          />
          <p v-else class="quiet">{{ face.whyNot(other) }}</p>
        </section>
        <p v-else class="panel quiet">Set a target or choose a setup to see it beside this.</p>
      </div>
      <section v-if="effect" class="panel mt-3" data-testid="effect">
        <h2>{{ nameOf(other) }} against now</h2>
        <p class="words">
          {{ effectTexts(effect).join(' ') }}
        </p>
        <p v-if="percussion !== null" class="quiet mb-0">
          Now: centre of percussion {{ fixed(percussion, 1) }} cm from the butt for a pivot at the swing axis; lively
          part (90 % of the best speed) {{ fixed(face.sheetOf('now')!.map.livelyCm2, 0) }} cm².
        </p>
      </section>
      <section class="panel mt-3">
        <div class="d-flex align-center mb-2">
          <h2 class="mb-0">Assumed</h2>
          <span class="quiet ml-3">One stroke of equal effort: turning ∝ swing weight^−n, n measured 0.2 to 0.3.</span>
          <v-spacer />
          <v-btn v-if="!isUsual" size="small" variant="text" @click="face.changed = {}">As usual</v-btn>
        </div>
        <div class="assumed">
          <PlainNumber
            v-for="a in ASKED"
            :key="a.key"
            :model-value="face.assumed[a.key]"
            :label="a.name"
            :suffix="a.unit"
            :min="face.ranges[a.key].low"
            :max="face.ranges[a.key].high"
            :hint="`${face.ranges[a.key].low} to ${face.ranges[a.key].high}`.replaceAll('-', '−')"
            persistent-hint
            @update:model-value="(v: number | null) => v !== null && (face.changed = { ...face.changed, [a.key]: v })"
          />
        </div>
        <p class="quiet mt-2 mb-0">
          A stiff frame, free in the hand at impact; the face alike all over. n: Cross and Bower, J. Sports Sci. 24
          (2006) 23, from memory. Ball and restitution: from memory.
        </p>
      </section>
    </template>
  </div>
</template>

<style scoped>
.maps {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 12px;
}
.assumed {
  display: grid;
  grid-template-columns: repeat(6, minmax(0, 1fr));
  gap: 8px;
}
.words {
  font-size: 16px;
  margin: 0 0 6px;
}
.setup {
  max-width: 260px;
}
@media (max-width: 1000px) {
  .maps {
    grid-template-columns: 1fr;
  }
  .assumed {
    grid-template-columns: repeat(2, 1fr);
  }
}
</style>
