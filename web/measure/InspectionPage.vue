<script setup lang="ts">
import { mdiArrowLeft } from '@mdi/js'
import { z } from 'zod'
import { computed, onMounted, ref } from 'vue'
import {
  inspectionOf,
  INSPECTION_ITEMS,
  type Finding,
  type InspectionItem,
  type MeasureDocument,
} from '#core/job/documents.ts'
import { checkClaim } from '#core/compare/claim.ts'
import { referenceState } from '#core/compare/setup.ts'
import { fixed, writeQuantity } from '#core/quantities/write.ts'
import type { AnyQuantity } from '#core/quantities/units.ts'
import { type Photo, photoSchema } from '#contract/devices.ts'
import { callWithPicture, problemText, call } from '../api/client.ts'
import LandmarksPanel from './LandmarksPanel.vue'
import PlainNumber from '../shared/PlainNumber.vue'
import SetupPicker from '../library/SetupPicker.vue'
import type { FrameGeometry } from '#core/geometry/outline.ts'
import { INSPECTED } from '#contract/messages/inspection.ts'
import { wrongGeometry } from '#contract/messages/geometry.ts'
import { countNotTaken } from '../browser/notTaken.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'
import { useReadings } from './useReadings.ts'

/** What is looked at before any work, with pictures, and whether the frame is what it claims to be. */
const job = useOpenJob()
const shop = useShop()
const readings = useReadings('measure')
const body = computed(() => readings.body.value as MeasureDocument)
const save = (change: Partial<MeasureDocument>) => job.save('measure', { ...body.value, ...change })

const VERDICTS: { value: Finding['verdict']; title: string }[] = [
  { value: 'fine', title: 'Fine' },
  { value: 'noted', title: 'Note' },
  { value: 'stop', title: 'Stop' },
]
const found = (item: InspectionItem) => body.value.findings.find((f) => f.item === item) ?? null
function find(item: InspectionItem, change: Partial<Finding>): void {
  const findings = [
    ...body.value.findings.filter((f) => f.item !== item),
    { item, verdict: 'noted' as const, note: '', ...found(item), ...change },
  ]
  save({ findings, inspection: inspectionOf(findings) })
}
const side = computed(() => {
  const { lateralCm, covariance, massG } = job.picture.measured.state
  if (massG === null || covariance[4][4] === 0) return ''
  const u = 2 * Math.sqrt(covariance[4][4])
  const where =
    Math.abs(lateralCm) <= u ? 'even, as far as can be told' : `${lateralCm > 0 ? 'right' : 'left'} side heavier`
  return `Read: middle of mass ${fixed(10 * Math.abs(lateralCm), 1)} ± ${fixed(10 * u, 1)} mm off the long axis; ${where}.`
})

const photos = ref<Photo[]>([])
const problem = ref('')
const busy = ref(false)
onMounted(async () => {
  photos.value = await call(z.array(photoSchema), 'GET', `/jobs/${job.view.job.id}/photos`)
})
const shown = computed(() => photos.value.filter((p) => body.value.photoIds.includes(p.id)))
async function keep(files: FileList | null | undefined): Promise<void> {
  problem.value = ''
  busy.value = true
  for (const file of files ?? []) {
    try {
      const photo = await callWithPicture(job.view.job.id, file, shop.initials)
      photos.value = [...photos.value, photo]
      save({ photoIds: [...body.value.photoIds, photo.id] })
    } catch (error) {
      problem.value = `${file.name}: ${problemText(error)}`
    }
  }
  busy.value = false
}

const lines = computed(() => {
  const reference = shop.reference(body.value.claimId)
  if (!reference) return []
  return checkClaim(
    { geometry: job.view.frame.geometry, state: job.picture.measured.state },
    { geometry: reference.geometry, state: referenceState(reference, job.picture, job.profile) },
  )
})
const WHAT = {
  length: 'Length',
  headLength: 'Head length',
  headWidth: 'Head width',
  pattern: 'String pattern',
  mass: 'Static weight',
  balance: 'Balance',
  swingWeight: 'Swing weight',
}
const geometry = computed(() => job.view.frame.geometry)
const write = (v: number | string, q: AnyQuantity | null) =>
  typeof v === 'string' || !q ? String(v) : writeQuantity(v, q, shop.units, geometry.value.lengthCm)
const sizeProblem = ref('')
function setGeometry(change: Partial<FrameGeometry>): void {
  const next = { ...geometry.value, ...change }
  sizeProblem.value = wrongGeometry(next)
  if (!sizeProblem.value) job.saveFrame({ geometry: next })
}
countNotTaken(sizeProblem)
</script>

<template>
  <div>
    <header class="d-flex align-center ga-3 mb-3">
      <v-btn :to="{ name: 'measure' }" :prepend-icon="mdiArrowLeft" variant="text">Measure</v-btn>
      <h1>Inspection</h1>
      <v-spacer />
      <b v-if="body.inspection === 'cracked'" class="stop" role="alert">Stop. Do not add mass to this frame.</b>
      <span v-else class="quiet">{{ body.findings.length }} of {{ INSPECTION_ITEMS.length }} looked at</span>
    </header>
    <section class="panel mb-3">
      <div v-for="item in INSPECTION_ITEMS" :key="item" class="item" :data-item="item">
        <div>
          <b>{{ INSPECTED[item].name }}</b>
          <div class="quiet">{{ INSPECTED[item].look }}{{ item === 'sides' && side ? ` ${side}` : '' }}</div>
        </div>
        <v-btn-toggle
          role="group"
          :model-value="found(item)?.verdict"
          :aria-label="INSPECTED[item].name"
          @update:model-value="(verdict: Finding['verdict'] | undefined) => verdict && find(item, { verdict })"
        >
          <v-btn v-for="v in VERDICTS" :key="v.value" :value="v.value" size="small" :class="v.value">{{
            v.title
          }}</v-btn>
        </v-btn-toggle>
        <v-text-field
          :model-value="found(item)?.note ?? ''"
          label="Note"
          @change="(e: Event) => find(item, { note: (e.target as HTMLInputElement).value })"
        />
      </div>
    </section>
    <LandmarksPanel class="mb-3" />
    <div class="cols">
      <section class="panel">
        <h2>Pictures</h2>
        <div class="pictures">
          <figure v-for="p in shown" :key="p.id">
            <a :href="`/api/photos/${p.id}`" target="_blank"><img :src="`/api/photos/${p.id}`" :alt="p.name" /></a>
            <v-btn size="x-small" variant="text" @click="save({ photoIds: body.photoIds.filter((id) => id !== p.id) })"
              >Take away</v-btn
            >
          </figure>
          <label class="drop" @dragover.prevent @drop.prevent="keep($event.dataTransfer?.files)">
            <input
              type="file"
              accept="image/jpeg,image/png,image/webp"
              capture="environment"
              multiple
              data-testid="photo"
              @change="keep(($event.target as HTMLInputElement).files)"
            />
            {{ busy ? 'Keeping…' : 'Add a picture' }}
          </label>
        </div>
        <p v-if="problem" class="stop mb-0" role="alert">{{ problem }}</p>
      </section>
      <section class="panel">
        <h2>Is it what it says it is?</h2>
        <SetupPicker
          :model-value="body.claimId"
          :sport="job.profile.id"
          :kinds="['retail']"
          label="Sold as"
          clearable
          class="mb-2"
          @update:model-value="(id) => save({ claimId: id })"
        />
        <div class="sizes mb-2">
          <PlainNumber
            :model-value="geometry.headLengthCm"
            label="Head length"
            suffix="cm"
            :min="15"
            :max="45"
            @update:model-value="(v) => v && setGeometry({ headLengthCm: v })"
          />
          <PlainNumber
            :model-value="geometry.headWidthCm"
            label="Head width"
            suffix="cm"
            :min="12"
            :max="35"
            @update:model-value="(v) => v && setGeometry({ headWidthCm: v })"
          />
          <PlainNumber
            v-if="geometry.face === 'strings'"
            :model-value="geometry.mains"
            label="Mains"
            :min="0"
            :max="40"
            whole
            @update:model-value="(v) => v !== null && setGeometry({ mains: v })"
          />
          <PlainNumber
            v-if="geometry.face === 'strings'"
            :model-value="geometry.crosses"
            label="Crosses"
            :min="0"
            :max="40"
            whole
            @update:model-value="(v) => v !== null && setGeometry({ crosses: v })"
          />
        </div>
        <p v-if="sizeProblem" class="stop" role="alert" data-testid="size-problem">{{ sizeProblem }}</p>
        <table v-if="lines.length > 0" class="plain">
          <thead>
            <tr>
              <th />
              <th>this frame</th>
              <th>published</th>
              <th />
            </tr>
          </thead>
          <tbody>
            <tr v-for="line in lines" :key="line.what" :data-claim="line.what">
              <td>{{ WHAT[line.what] }}</td>
              <td class="figure">{{ write(line.mine, line.quantity) }}</td>
              <td class="figure">{{ write(line.published, line.quantity) }}</td>
              <td :class="line.agrees ? 'quiet' : 'stop'">{{ line.agrees ? 'agrees' : 'does not agree' }}</td>
            </tr>
          </tbody>
        </table>
        <p v-else class="quiet mb-0">
          Choose what it was sold as; published figures are brought to what is on this frame.
        </p>
      </section>
    </div>
  </div>
</template>

<style scoped>
.item {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto 220px;
  gap: 14px;
  align-items: center;
  padding: 5px 0;
  border-bottom: 1px solid rgba(var(--v-theme-line), 0.55);
}
.item:last-child {
  border: 0;
}
.item .quiet {
  font-size: 13.5px;
  line-height: 1.3;
}
.stop {
  color: rgb(var(--v-theme-error));
}
.cols {
  display: grid;
  grid-template-columns: 1fr 1.2fr;
  gap: 12px;
  align-items: start;
}
.pictures {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
figure {
  margin: 0;
}
img {
  display: block;
  height: 96px;
  border-radius: 4px;
}
.drop {
  display: grid;
  place-items: center;
  width: 130px;
  height: 96px;
  border: 1.5px dashed rgb(var(--v-theme-frame-edge));
  border-radius: 6px;
  cursor: pointer;
  text-align: center;
}
.drop input {
  position: absolute;
  opacity: 0;
  width: 1px;
}
.drop:focus-within {
  outline: 2px solid rgb(var(--v-theme-target));
}
.sizes {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(112px, 1fr));
  gap: 8px;
}
@media (max-width: 900px) {
  .item,
  .cols {
    grid-template-columns: 1fr;
  }
}
</style>
