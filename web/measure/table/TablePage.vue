<script setup lang="ts">
import { mdiArrowLeft, mdiDownload } from '@mdi/js'
import { computed, ref } from 'vue'
import { doubtOfReading } from '#core/frame/plausible.ts'
import type { ReadTable, TableReading } from '#core/measure/table.ts'
import { writeQuantity } from '#core/quantities/write.ts'
import { methodFor } from '#core/measure/readings.ts'
import { QUANTITY_NAMES, axisText } from '#contract/messages/names.ts'
import { problemText } from '../../api/client.ts'
import { doubtMessage, messageOf } from '#contract/messages/job.ts'
import { problemMessage } from '#contract/messages/problems.ts'
import { chosenIn } from '../../browser/typedIn.ts'
import { writeTime } from '../../browser/writeTime.ts'
import { useDevices } from '../../stores/devices.ts'
import { saveFile } from '../../browser/saveFile.ts'
import { useTyped } from '../../browser/settings.ts'
import { useOpenJob } from '../../stores/openJob.ts'
import { useShop } from '../../stores/shop.ts'
import { useReadings } from '../useReadings.ts'
import { readReadings, writeReadings } from './readingsCsv.ts'

/** Readings out to CSV and in from CSV or a spreadsheet, seen row by row before any is taken. */
const job = useOpenJob()
const shop = useShop()
const devices = useDevices()
const readings = useReadings('measure')
const text = useTyped(`kevro-table-${job.view.job.id}`, '')
const problem = ref('')
const done = ref('')
const busy = ref(false)
const SHOWN = 200

const table = computed((): ReadTable => {
  if (text.value.trim() === '') return { entries: [], unused: [] }
  try {
    return readReadings(text.value, {
      units: shop.units,
      lengthCm: job.view.frame.geometry.lengthCm,
      axisCm: job.picture.axisCm,
      profile: job.profile,
      held: readings.held.value,
    })
  } catch (error) {
    return { entries: [{ row: 1, cell: '', reading: null, refusal: error as never }], unused: [] }
  }
})
const entries = computed(() => table.value.entries)
/** A figure that can be read but is none of a usual frame: it is kept, and not used until confirmed. */
const doubtOf = (r: TableReading) => {
  if (r.quantity === 'swingWeight' && r.axisCm !== job.profile.axisCm) return null
  return doubtOfReading(r.quantity, r.value, job.view.frame.geometry.lengthCm, job.profile)
}
const good = computed(() => entries.value.flatMap((e) => (e.reading ? [e.reading] : [])))
const refused = computed(() => entries.value.filter((e) => e.refusal))
/** The refused first, then the rest: the ones to look at are on top. */
const preview = computed(() => [...refused.value, ...entries.value.filter((e) => e.reading)].slice(0, SHOWN))

async function open(files: readonly File[]): Promise<void> {
  const [file] = files
  if (!file) return
  done.value = ''
  if (file.size > 8_000_000) {
    problem.value = `${file.name} is over 8 MB: no table of readings is so large. Nothing was taken.`
    return
  }
  problem.value = ''
  text.value = await file.text()
}
async function take(): Promise<void> {
  busy.value = true
  problem.value = ''
  try {
    const count = good.value.length
    readings.takeTable(good.value)
    text.value = ''
    done.value = `${count} readings taken.`
  } catch (error) {
    problem.value = `${problemText(error)} Nothing was taken.`
  } finally {
    busy.value = false
  }
}
function download(): void {
  const csv = writeReadings(readings.held.value, job.profile, (id) => devices.deviceOf(id)?.name ?? '')
  saveFile(new Blob([csv], { type: 'text/csv' }), `kevro-readings-${job.view.job.number}.csv`)
}
const EXAMPLE = 'weight (g)\tbalance (mm)\tswing weight\n326.4\t319\t321\n326.5\t320\t322'
</script>

<template>
  <div>
    <header class="d-flex align-center flex-wrap ga-3 mb-3">
      <v-btn :to="{ name: 'measure' }" :prepend-icon="mdiArrowLeft" variant="text">Measure</v-btn>
      <h1>Table of readings</h1>
      <v-spacer />
      <v-btn
        :prepend-icon="mdiDownload"
        :disabled="readings.held.value.length === 0"
        data-testid="csv-out"
        @click="download"
        >{{ readings.held.value.length }} readings as CSV</v-btn
      >
    </header>
    <section class="panel mb-3" @dragover.prevent @drop.prevent="open([...($event.dataTransfer?.files ?? [])])">
      <div class="d-flex align-center ga-3 mb-2">
        <h2 class="mb-0">Take in</h2>
        <span class="quiet">Paste from a spreadsheet, or drop a CSV. The first row names the columns.</span>
        <v-spacer />
        <label class="file takes-files"
          ><input
            type="file"
            accept=".csv,text/csv,text/plain"
            data-testid="csv-in"
            @change="open(chosenIn($event))"
          />Choose a file</label
        >
      </div>
      <textarea
        v-model="text"
        rows="6"
        class="paste figure"
        :placeholder="EXAMPLE"
        aria-label="Table"
        spellcheck="false"
        @input="done = ''"
      />
      <p v-if="problem" class="refusal mb-0" role="alert">{{ problem }}</p>
      <p v-if="done" class="mb-0" role="status">
        {{ done }} <router-link :to="{ name: 'measure' }">See them</router-link>
      </p>
    </section>
    <section v-if="entries.length > 0" class="panel">
      <p v-if="table.unused.length > 0" class="doubtful">Not used: {{ table.unused.join(', ') }}.</p>
      <div class="d-flex align-center flex-wrap ga-3 mb-2">
        <b data-testid="preview-count">{{ good.length }} to take, {{ refused.length }} refused</b>
        <v-spacer />
        <v-btn variant="text" @click="text = ''">Clear</v-btn>
        <v-btn
          color="primary"
          variant="flat"
          :disabled="good.length === 0"
          :loading="busy"
          data-testid="take-table"
          @click="take"
          >Take {{ good.length }}</v-btn
        >
      </div>
      <table class="plain">
        <thead>
          <tr>
            <th>row</th>
            <th>as written</th>
            <th>quantity</th>
            <th>taken as</th>
            <th>with</th>
            <th>when</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(e, i) in preview" :key="i" :class="{ refused: e.refusal }">
            <td class="figure">{{ e.row }}</td>
            <td class="figure">{{ e.cell }}</td>
            <template v-if="e.reading">
              <td>{{ QUANTITY_NAMES[e.reading.quantity] }}</td>
              <td class="figure">
                {{ writeQuantity(e.reading.value, e.reading.quantity, shop.units, job.view.frame.geometry.lengthCm)
                }}{{ e.reading.axisCm === null ? '' : ` about ${axisText(e.reading.axisCm, shop.units)}` }}
              </td>
              <td>{{ methodFor(e.reading.methodId, e.reading.quantity, job.profile).name }}</td>
              <td>
                <span class="figure">{{ e.reading.takenAt ? writeTime(e.reading.takenAt) : 'now' }}</span>
                <small v-if="doubtOf(e.reading)" class="doubtful"
                  >{{ doubtMessage(doubtOf(e.reading)!, shop.units, job.view.frame.geometry.lengthCm) }} Kept, not used
                  until confirmed.</small
                >
              </td>
            </template>
            <td v-else colspan="4" class="refusal">
              {{ e.refusal.code ? problemMessage(e.refusal) : messageOf(e.refusal) }}
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="entries.length > SHOWN" class="quiet mb-0 mt-2">And {{ entries.length - SHOWN }} more.</p>
    </section>
  </div>
</template>

<style scoped>
.paste {
  width: 100%;
  padding: 8px 10px;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 5px;
  background: rgb(var(--v-theme-background));
  color: inherit;
  resize: vertical;
}
.file {
  font-weight: 600;
  color: rgb(var(--v-theme-primary));
}
.refusal {
  color: rgb(var(--v-theme-error));
}
.doubtful {
  display: block;
  color: rgb(var(--v-theme-warning));
}
tr.refused td {
  background: rgba(var(--v-theme-error), 0.07);
}
</style>
