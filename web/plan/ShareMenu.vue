<script setup lang="ts">
import { mdiShareVariantOutline } from '@mdi/js'
import { writeCsv } from '#contract/csv.ts'
import { computed, ref } from 'vue'
import { benchSvg } from '#contract/planSvg.ts'
import { planFromFile } from '#contract/planFileIn.ts'
import { planFileOf, planLine, planRows, type PlanParts } from '#contract/planFile.ts'
import { chosenIn } from '../browser/typedIn.ts'
import { usePlanRequest } from '../stores/planRequest.ts'
import { saveFile } from '../browser/saveFile.ts'
import { pngOf } from '../browser/pngOf.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'

/** The plan to hand on: as a file, a table, a picture, or a line to send. */
const job = useOpenJob()
const shop = useShop()
const { body, target } = usePlanRequest()
const parts = computed<PlanParts | null>(() => {
  const { picture, view } = job
  if (!picture?.planned || !view) return null
  const { label, sport, geometry } = view.frame
  return {
    frame: { label, sport, geometry },
    work: picture.work,
    materials: picture.materials,
    cuts: job.cuts,
    measured: picture.measured.state,
    predicted: picture.planned,
    target: target.value,
  }
})
const line = computed(() => (parts.value ? planLine(parts.value, shop.units) : ''))
const name = computed(() => `kevro-plan-${job.view.job.number}`)
const copied = ref(false)
const problem = ref('')
const reasons = ref<string[]>([])
/** Puts a plan that another bench wrote on this one. */
async function takeIn(event: Event): Promise<void> {
  const [chosen] = chosenIn(event)
  if (!chosen) return
  const taken = planFromFile(await chosen.text(), job.picture, () => crypto.randomUUID())
  reasons.value = 'reasons' in taken ? taken.reasons : taken.notes
  if ('cuts' in taken) job.save('plan', { ...body.value, taken: null, byHand: true, cuts: taken.cuts, locked: [] })
}
const file = () => planFileOf(parts.value!, new Date().toISOString())
const picture = () => benchSvg(job.cuts, parts.value!.materials, parts.value!.work, 'sans-serif')
function json(): void {
  saveFile(new Blob([JSON.stringify(file(), null, 2)], { type: 'application/json' }), `${name.value}.json`)
}
function csv(): void {
  saveFile(
    new Blob([`\ufeff${writeCsv(Object.keys(planRows(file())[0] ?? {}), planRows(file()).map(Object.values))}`], {
      type: 'text/csv',
    }),
    `${name.value}.csv`,
  )
}
function svg(): void {
  saveFile(new Blob([picture()], { type: 'image/svg+xml' }), `${name.value}.svg`)
}
async function png(): Promise<void> {
  try {
    saveFile(await pngOf(picture(), 1600), `${name.value}.png`)
  } catch {
    problem.value = 'The picture could not be drawn here. Take the SVG instead.'
  }
}
async function copy(): Promise<void> {
  try {
    await navigator.clipboard.writeText(line.value)
    copied.value = true
  } catch {
    problem.value = 'This browser does not let it be copied: mark the line and copy it by hand.'
  }
}
</script>

<template>
  <v-menu :close-on-content-click="false" location="bottom end" @update:model-value="copied = false">
    <template #activator="{ props: menu }"
      ><v-btn v-bind="menu" :prepend-icon="mdiShareVariantOutline" data-testid="share">Hand on</v-btn></template
    >
    <div class="panel box">
      <div v-if="parts && job.cuts.length > 0" class="d-flex flex-wrap ga-2 mb-3">
        <v-btn size="small" data-testid="share-json" @click="json">JSON</v-btn>
        <v-btn size="small" data-testid="share-csv" @click="csv">CSV</v-btn>
        <v-btn size="small" data-testid="share-svg" @click="svg">Picture, SVG</v-btn>
        <v-btn size="small" data-testid="share-png" @click="png">Picture, PNG</v-btn>
      </div>
      <template v-if="parts && job.cuts.length > 0">
        <p class="line" data-testid="share-line">{{ line }}</p>
        <v-btn size="small" color="primary" variant="flat" data-testid="share-copy" @click="copy">{{
          copied ? 'Copied' : 'Copy the line'
        }}</v-btn>
      </template>
      <label class="in">
        Take a plan in from a file
        <input type="file" accept=".json,application/json" data-testid="plan-in" @change="takeIn" />
      </label>
      <p v-for="reason in reasons" :key="reason" class="bad" role="alert" data-testid="plan-in-reason">{{ reason }}</p>
      <p v-if="problem" class="bad">{{ problem }}</p>
    </div>
  </v-menu>
</template>

<style scoped>
.box {
  width: 460px;
  max-width: 94vw;
  box-shadow: 0 6px 24px rgb(0 0 0 / 0.25);
}
.in {
  display: grid;
  gap: 4px;
  margin-top: 14px;
  font-size: 14px;
}
.line {
  font-size: 14px;
  line-height: 1.35;
  user-select: all;
}
.bad {
  color: rgb(var(--v-theme-error));
  margin: 8px 0 0;
}
</style>
