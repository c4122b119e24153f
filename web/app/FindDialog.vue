<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { mdiMagnify, mdiQrcodeScan } from '@mdi/js'
import { computed, defineAsyncComponent, nextTick, ref, shallowRef, watch } from 'vue'
import { useRouter, type RouteLocationRaw } from 'vue-router'
import { foundSchema, type Found, type FoundKind } from '#contract/find.ts'
import { call, problemText } from '../api/client.ts'

/** Anything by a few letters: players, frames, jobs, setups, batches; with the keyboard alone. */
const open = defineModel<boolean>({ required: true })
const router = useRouter()
const text = ref('')
const found = shallowRef<Found>([])
const at = ref(0)
const problem = ref('')
const field = ref<{ focus(): void } | null>(null)
const TYPING_MS = 60
const GROUPS: Record<FoundKind, string> = {
  player: 'People',
  frame: 'Frames',
  job: 'Jobs',
  setup: 'Library',
  batch: 'Batches',
}
/** The camera is asked for only when somebody wants to scan. */
const CodeScanner = defineAsyncComponent(() => import('./CodeScanner.vue'))
const scanning = ref(false)
/** What was scanned, while it stands in the field. */
const scannedCode = ref('')
async function scanned(code: string): Promise<void> {
  scanning.value = false
  text.value = code
  scannedCode.value = code
  await look()
  const frames = rows.value.filter((row) => row.kind === 'frame')
  if (frames.length === 1) go(frames[0])
}
function unable(why: string): void {
  scanning.value = false
  problem.value = why
}
/** Somebody has gone down the list since it was typed in. */
let moved = false
let asked = 0
async function look(): Promise<void> {
  const mine = ++asked
  try {
    const hits = await call(foundSchema, 'GET', `/find?find=${encodeURIComponent(text.value)}`)
    if (mine !== asked) return
    const chosen = moved ? rows.value[at.value] : undefined
    found.value = hits
    // Where somebody has gone down to a row it stays the one, also when a late answer brings others.
    at.value = Math.max(
      0,
      rows.value.findIndex((row) => row.kind === chosen?.kind && row.id === chosen.id),
    )
    problem.value = ''
  } catch (error) {
    if (mine === asked) problem.value = problemText(error)
  }
}
watch(text, () => (moved = false))
watchDebounced(text, look, { debounce: TYPING_MS })
watch(open, (now) => {
  scanning.value = false
  if (!now) return
  text.value = ''
  void look()
  void nextTick(() => field.value?.focus())
})
/** In the order of the groups, each with its place in the whole list. */
const groups = computed(() => {
  const kinds = [...new Set(found.value.map((f) => f.kind))]
  let place = 0
  return kinds.map((kind) => ({
    name: text.value.trim() ? GROUPS[kind] : 'Worked on last',
    rows: found.value.filter((f) => f.kind === kind).map((row) => ({ ...row, place: place++ })),
  }))
})
const rows = computed(() => groups.value.flatMap((g) => g.rows))
function pageOf({ kind, id }: Found[number]): RouteLocationRaw {
  switch (kind) {
    case 'player':
      return { name: 'person', params: { id } }
    case 'frame':
      return { name: 'frame', params: { id } }
    case 'job':
      return { name: 'measure', params: { id } }
    case 'setup':
      return { name: 'setup', params: { id } }
    case 'batch':
      return { name: 'batch', params: { id } }
  }
}
function go(row: Found[number] | undefined): void {
  if (!row) return
  open.value = false
  void router.push(pageOf(row))
}
function onKey(event: KeyboardEvent): void {
  const step = { ArrowDown: 1, ArrowUp: -1 }[event.key]
  if (step) {
    event.preventDefault()
    moved = true
    at.value = Math.min(rows.value.length - 1, Math.max(0, at.value + step))
  } else if (event.key === 'Enter') {
    event.preventDefault()
    go(rows.value[at.value])
  }
}
</script>

<template>
  <v-dialog v-model="open" max-width="640" location="top" aria-label="Find" scrollable>
    <section class="panel find" @keydown="onKey">
      <v-text-field
        ref="field"
        v-model="text"
        label="Player, frame, code, job, setup …"
        :prepend-inner-icon="mdiMagnify"
        autofocus
        autocomplete="off"
        maxlength="200"
        data-testid="find-text"
      >
        <template #append-inner>
          <v-btn
            :icon="mdiQrcodeScan"
            size="small"
            variant="text"
            aria-label="Scan a frame’s code"
            @click="scanning = !scanning"
          />
        </template>
      </v-text-field>
      <CodeScanner v-if="scanning" class="mt-2" @code="scanned" @unable="unable" />
      <v-alert v-if="problem" type="error" variant="tonal" class="mt-2">{{ problem }}</v-alert>
      <div class="list" role="listbox" aria-label="Found">
        <template v-for="group in groups" :key="group.name">
          <h2>{{ group.name }}</h2>
          <a
            v-for="row in group.rows"
            :key="`${row.kind}${row.id}`"
            role="option"
            :aria-selected="row.place === at"
            class="row"
            :class="{ at: row.place === at }"
            :href="router.resolve(pageOf(row)).href"
            :data-found="row.kind"
            @click.prevent="go(row)"
            @mousemove="at = row.place"
          >
            <b>{{ row.label }}</b> <span class="quiet">{{ row.more }}</span>
            <span v-if="!row.spelt" class="quiet nearly">spelt nearly so</span>
          </a>
        </template>
        <p v-if="rows.length === 0 && text.trim()" class="quiet">
          {{ text === scannedCode ? `The code ${text} is not of a frame in this book.` : 'Nothing found.' }}
        </p>
      </div>
      <p class="quiet keys">↑ ↓ to choose, Enter to open, Esc to close</p>
    </section>
  </v-dialog>
</template>

<style scoped>
.find {
  display: flex;
  flex-direction: column;
  padding: 14px;
  max-height: 80vh;
}
.list {
  overflow-y: auto;
  margin-top: 6px;
}
h2 {
  font-size: 13px;
  margin: 8px 0 2px;
  padding: 0;
}
.row {
  display: block;
  padding: 6px 10px;
  border-radius: 4px;
  color: inherit;
  text-decoration: none;
}
.row.at {
  background: rgba(var(--v-theme-primary), 0.12);
}
.nearly {
  float: right;
  font-size: 12.5px;
}
.keys {
  margin: 8px 0 0;
  font-size: 12.5px;
}
</style>
