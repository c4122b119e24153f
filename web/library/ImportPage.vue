<script setup lang="ts">
import { mdiArrowLeft } from '@mdi/js'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { LIBRARY_COLUMNS } from '#core/compare/libraryTable.ts'
import type { ImportAnswer } from '#contract/library.ts'
import { chosenIn } from '../browser/typedIn.ts'
import { importSetups } from '../api/library.ts'
import { problemText } from '../api/client.ts'
import { tooLarge } from '../browser/fileSize.ts'
import { useShop } from '../stores/shop.ts'
import { readLibraryFile, type LibraryFileRead } from './libraryFile.ts'

/** A file of setups, row by row, before anything is taken in. */
const shop = useShop()
const router = useRouter()
const AT_ONCE = 2000
const SHOWN = 200
const text = ref('')
const read = shallowRef<LibraryFileRead | null>(null)
const standing = shallowRef<ImportAnswer['standing']>([])
const problem = ref('')
const busy = ref('')
const only = ref<'all' | 'refused' | 'new' | 'adds' | 'there'>('all')
onMounted(() => void (shop.overview ? null : shop.load().catch(() => undefined)))

async function take(content: string): Promise<void> {
  problem.value = ''
  read.value = null
  standing.value = []
  if (content.trim() === '') return
  try {
    const found = readLibraryFile(content)
    read.value = found
    standing.value = await inParts(found.setups, false)
  } catch (error) {
    problem.value = problemText(error)
  }
}
async function inParts(setups: readonly unknown[], commit: boolean): Promise<ImportAnswer['standing']> {
  const out: ImportAnswer['standing'] = []
  for (let i = 0; i < setups.length; i += AT_ONCE) {
    busy.value = `${commit ? 'Taking in' : 'Looking up'} ${Math.min(i + AT_ONCE, setups.length)} of ${setups.length}`
    const answer = await importSetups(setups.slice(i, i + AT_ONCE), commit, shop.initials)
    out.push(...answer.standing)
  }
  busy.value = ''
  return out
}
async function commit(): Promise<void> {
  const { setups } = read.value!
  try {
    await inParts(setups, true)
    await router.push({ name: 'library', query: { sport: setups[0]?.sport } })
  } catch (error) {
    busy.value = ''
    problem.value = `${problemText(error)} What was taken in so far is there; taking in the same file again adds only the rest.`
  }
}
async function openFile(event: Event): Promise<void> {
  const [file] = chosenIn(event)
  if (!file) return
  text.value = ''
  problem.value = tooLarge(file)
  if (!problem.value) await take(await file.text())
}
const SAYS = { new: 'new', adds: 'another report of one that is there', there: 'there already' }
const rows = computed(() =>
  (read.value?.rows ?? []).map((r) => ({
    ...r,
    standing: r.setup === null ? ('refused' as const) : (standing.value[r.setup] ?? null),
  })),
)
const counts = computed(() => ({
  new: standing.value.filter((s) => s === 'new').length,
  adds: standing.value.filter((s) => s === 'adds').length,
  there: standing.value.filter((s) => s === 'there').length,
  refused: rows.value.filter((r) => r.standing === 'refused').length,
}))
const shown = computed(() => rows.value.filter((r) => only.value === 'all' || r.standing === only.value))
const useful = computed(() => counts.value.new + counts.value.adds)
</script>

<template>
  <div class="import">
    <header class="d-flex align-center ga-3 mb-3">
      <v-btn :to="{ name: 'library' }" :prepend-icon="mdiArrowLeft" variant="text">Library</v-btn>
      <h1>Take in a file</h1>
    </header>
    <section class="panel mb-3">
      <p class="mb-2">
        A CSV with a heading row, one report a row, or Kevro’s own JSON. Columns: <b>name</b> and at least one number;
        the rest as there is.
      </p>
      <p class="quiet columns">{{ LIBRARY_COLUMNS.join(' · ') }}</p>
      <div class="d-flex flex-wrap ga-3 align-start">
        <label class="file"
          ><span>Choose a file</span
          ><input
            type="file"
            accept=".csv,.json,.txt,text/csv,application/json"
            data-testid="library-file"
            @change="openFile"
        /></label>
        <v-textarea
          v-model="text"
          label="or paste rows here"
          rows="3"
          class="rows"
          @update:model-value="(v: string) => take(v)"
        />
      </div>
    </section>
    <v-alert v-if="problem" type="error" variant="tonal" density="compact" class="mb-3">{{ problem }}</v-alert>
    <section v-if="read" class="panel">
      <div class="d-flex align-center ga-3 mb-2 flex-wrap">
        <v-btn-toggle v-model="only" role="group" mandatory aria-label="Rows">
          <v-btn value="all" size="small">{{ rows.length }} rows</v-btn>
          <v-btn value="new" size="small">{{ counts.new }} new</v-btn>
          <v-btn value="adds" size="small">{{ counts.adds }} more reports</v-btn>
          <v-btn value="there" size="small">{{ counts.there }} there already</v-btn>
          <v-btn value="refused" size="small">{{ counts.refused }} refused</v-btn>
        </v-btn-toggle>
        <span v-if="busy" class="quiet" role="status">{{ busy }}</span>
        <v-spacer />
        <v-btn
          color="primary"
          variant="flat"
          data-testid="take-in"
          :disabled="useful === 0 || busy !== ''"
          @click="commit"
          >Take in {{ useful }}</v-btn
        >
      </div>
      <p v-if="read.unused.length > 0" class="quiet">Nothing was taken from: {{ read.unused.join(', ') }}.</p>
      <table class="plain" aria-label="Rows of the file">
        <thead>
          <tr>
            <th scope="col">Row</th>
            <th scope="col">Name</th>
            <th scope="col">What becomes of it</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in shown.slice(0, SHOWN)" :key="r.row" :class="{ refused: r.standing === 'refused' }">
            <td class="figure">{{ r.row }}</td>
            <td>{{ r.name || '–' }}</td>
            <td>{{ r.refusal || (r.standing && r.standing !== 'refused' ? SAYS[r.standing] : '…') }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="shown.length > SHOWN" class="quiet mt-2 mb-0">and {{ shown.length - SHOWN }} more rows</p>
    </section>
  </div>
</template>

<style scoped>
.import {
  padding: 14px 18px 24px;
}
.columns {
  font-size: 13px;
}
.file {
  display: grid;
  gap: 6px;
  font-weight: 600;
}
.rows {
  flex: 1 1 260px;
}
.refused td {
  color: rgb(var(--v-theme-error));
}
</style>
