<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { peopleImportedSchema, STANDINGS, type PeopleImported } from '#contract/people.ts'
import { PEOPLE_COLUMNS } from '#contract/peopleCsv.ts'
import { chosenIn } from '../browser/typedIn.ts'
import { call, problemText } from '../api/client.ts'
import { tooLarge } from '../browser/fileSize.ts'

/** A list of people from a file: what each row would do is shown before anything is taken in. */
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ taken: [] }>()
const text = ref('')
const found = shallowRef<PeopleImported | null>(null)
const problem = ref('')
const busy = ref(false)
const SHOWN = 100
const NAMES = { new: 'new', changed: 'changed', same: 'as in the book', doubtful: 'doubtful, left alone' } as const
const counts = computed(() =>
  STANDINGS.flatMap((s) => {
    const n = found.value?.rows.filter((r) => r.standing === s).length ?? 0
    return n > 0 ? [`${n} ${NAMES[s]}`] : []
  }).join(', '),
)
const does = computed(
  () => found.value?.rows.filter((r) => r.standing === 'new' || r.standing === 'changed').length ?? 0,
)
watch(open, (now) => {
  if (!now) return
  text.value = ''
  found.value = null
  problem.value = ''
})
async function send(apply: boolean): Promise<void> {
  busy.value = true
  problem.value = ''
  try {
    found.value = await call(peopleImportedSchema, 'POST', '/people/import', { text: text.value, apply })
    if (found.value.applied) {
      open.value = false
      emit('taken')
    }
  } catch (error) {
    problem.value = problemText(error)
  } finally {
    busy.value = false
  }
}
async function openFile(event: Event): Promise<void> {
  const [file] = chosenIn(event)
  if (!file) return
  const large = tooLarge(file)
  if (large) {
    problem.value = large
    return
  }
  text.value = await file.text()
  await send(false)
}
</script>

<template>
  <v-dialog v-model="open" max-width="760" scrollable aria-label="People from a file">
    <section class="panel pa-4 import">
      <h2>People from a file</h2>
      <p class="quiet">
        A CSV file with a column “name”, and any of: {{ PEOPLE_COLUMNS.slice(1).join(', ') }}. Nothing is taken in
        before you say so; an empty cell changes nothing.
      </p>
      <input
        type="file"
        accept=".csv,text/csv,text/plain"
        aria-label="File"
        data-testid="people-file"
        @change="openFile"
      />
      <v-alert v-if="problem" type="error" variant="tonal" density="compact" class="mt-2">{{ problem }}</v-alert>
      <template v-if="found">
        <v-alert
          v-if="found.problems.length > 0"
          type="warning"
          variant="tonal"
          class="mt-2"
          data-testid="people-problems"
        >
          <p v-for="p in found.problems.slice(0, 12)" :key="p.line" class="mb-0">Row {{ p.line }}: {{ p.message }}</p>
          <p v-if="found.problems.length > 12" class="mb-0">… and {{ found.problems.length - 12 }} more.</p>
          <p class="mb-0"><b>Nothing is taken in until every row can be read.</b></p>
        </v-alert>
        <p v-if="counts" class="mt-2 mb-1" data-testid="people-counts">{{ counts }}.</p>
        <div class="scroll">
          <table class="plain">
            <tbody>
              <tr v-for="row in found.rows.slice(0, SHOWN)" :key="row.line" :data-standing="row.standing">
                <td class="figure">{{ row.line }}</td>
                <td>{{ row.name }}</td>
                <td>{{ NAMES[row.standing] }}</td>
                <td class="quiet">{{ row.summary }}</td>
              </tr>
            </tbody>
          </table>
        </div>
        <p v-if="found.rows.length > SHOWN" class="quiet mb-0">{{ found.rows.length - SHOWN }} more rows.</p>
      </template>
      <div class="d-flex justify-end ga-2 mt-3">
        <v-btn variant="text" @click="open = false">Close</v-btn>
        <v-btn
          color="primary"
          variant="flat"
          :loading="busy"
          :disabled="!found || found.problems.length > 0 || does === 0"
          data-testid="people-take-in"
          @click="send(true)"
          >Take {{ does }} in</v-btn
        >
      </div>
    </section>
  </v-dialog>
</template>

<style scoped>
.import {
  display: flex;
  flex-direction: column;
  max-height: 86vh;
}
.scroll {
  overflow: auto;
  max-height: 40vh;
}
</style>
