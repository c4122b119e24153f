<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { mdiPlus } from '@mdi/js'
import { computed, onMounted, reactive, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { SETUP_KINDS } from '#core/compare/libraryTable.ts'
import { GRADES, standardState } from '#core/compare/setup.ts'
import { conditionText } from '#core/frame/condition.ts'
import { Problem } from '#core/problem.ts'
import { KIND_OF, QUANTITIES, unitFor, type Quantity } from '#core/quantities/units.ts'
import { readNumber } from '#core/quantities/read.ts'
import { unitMark } from '#core/quantities/write.ts'
import { SPORTS, type SportId, PROFILES, profileOf } from '#core/sports/sports.ts'
import type { LibraryFacets, LibraryPage, LibrarySearch } from '#contract/library.ts'
import { QUANTITY_NAMES, axisText } from '#contract/messages/names.ts'
import { exportAddress, facetsOf, searchLibrary } from '../api/library.ts'
import { problemText } from '../api/client.ts'
import { messageOf } from '#contract/messages/job.ts'
import LibraryTable from './LibraryTable.vue'
import { filterOf, queryOfFilter, type LibraryFilter } from './libraryAddress.ts'
import { useAddress } from '../shared/useAddress.ts'
import { useShop } from '../stores/shop.ts'

/** All setups that the shop knows of: find, filter, add, take in and give out. */
const shop = useShop()
const route = useRoute()
const router = useRouter()
const address = useAddress()
const PAGE = 25
const sport = computed<SportId>(() => SPORTS.find((s) => s === route.query.sport) ?? 'tennis')
const page = computed(() => Math.max(1, Number(route.query.page) || 1))
const { bounds: fromAddress, ...asAsked } = filterOf(route.query)
const filter = reactive(asAsked)
/** As typed; read when they are left. */
const bounds = reactive(fromAddress)
const found = shallowRef<LibraryPage | null>(null)
const facets = shallowRef<LibraryFacets | null>(null)
const problem = ref('')
const profile = computed(() => profileOf(sport.value))
const units = computed(() => ({ ...shop.units, ...profile.value.units }))
function readBound(text: string, q: Quantity): { value: number | null; problem: string } {
  if (text.trim() === '') return { value: null, problem: '' }
  try {
    const options = { kind: KIND_OF[q], unit: unitFor(q, units.value), lengthCm: profile.value.geometry.lengthCm }
    return { value: readNumber(text, options).value, problem: '' }
  } catch (error) {
    if (error instanceof Problem) return { value: null, problem: `${QUANTITY_NAMES[q]}: ${messageOf(error)}` }
    throw error
  }
}
const edges = computed(() =>
  QUANTITIES.map((q) => ({ q, low: readBound(bounds[q].low, q), high: readBound(bounds[q].high, q) })),
)
const boundProblem = computed(() => edges.value.map((e) => e.low.problem || e.high.problem).find(Boolean) ?? '')
const ranges = computed(() => {
  const out: NonNullable<LibrarySearch['ranges']> = {}
  for (const { q, low, high } of edges.value) {
    const [a, b] = [low.value, high.value]
    if (a === null && b === null) continue
    // Points run the other way: the lower number typed may be the higher balance.
    out[q] = a !== null && b !== null && a > b ? { low: b, high: a } : { low: a, high: b }
  }
  return out
})
const search = computed<LibrarySearch>(() => ({
  sport: sport.value,
  ...filter,
  text: filter.text ?? '',
  ranges: ranges.value,
  offset: (page.value - 1) * PAGE,
  limit: PAGE,
}))
/** A pause in typing after which is looked. */
const TYPING_MS = 90
let asked = 0
async function look(): Promise<void> {
  const turn = ++asked
  try {
    const answer = await searchLibrary(search.value)
    if (turn === asked) {
      found.value = answer
      problem.value = ''
    }
  } catch (error) {
    if (turn === asked) problem.value = problemText(error)
  }
}
watchDebounced(() => JSON.stringify(search.value), look, { debounce: TYPING_MS })
/** The address keeps what is looked for; another search begins at its first page. */
watchDebounced(
  [filter, bounds],
  () => address.keep({ sport: route.query.sport, ...queryOfFilter({ ...filter, text: filter.text ?? '', bounds }) }),
  { debounce: TYPING_MS },
)
/** By another column; the same one again the other way round, numbers the highest first. */
function sortBy(by: LibraryFilter['sort']): void {
  const same = filter.sort === by
  Object.assign(filter, { sort: by, down: same ? !filter.down : by !== 'name' })
}
watch(sport, async (s) => (facets.value = await facetsOf(s).catch(() => null)), { immediate: true })
onMounted(async () => {
  if (!shop.overview) await shop.load().catch(() => undefined)
  void look()
})
const go = (query: Record<string, string | undefined>) => address.keep({ ...route.query, ...query })
const pages = computed(() => Math.max(1, Math.ceil((found.value?.total ?? 0) / PAGE)))
const whole = computed<LibrarySearch>(() => ({ ...search.value, offset: 0 }))
function add(): void {
  void router.push({ name: 'setup', params: { id: crypto.randomUUID() }, query: { sport: sport.value, new: '1' } })
}
</script>

<template>
  <div class="library">
    <header class="d-flex align-center flex-wrap ga-3 mb-3">
      <h1>Library</h1>
      <v-btn-toggle
        role="group"
        :model-value="sport"
        mandatory
        aria-label="Sport"
        @update:model-value="(s: SportId) => go({ sport: s, page: undefined })"
      >
        <v-btn v-for="s in SPORTS" :key="s" :value="s" size="small">{{ PROFILES[s].name }}</v-btn>
      </v-btn-toggle>
      <v-spacer />
      <v-btn :href="exportAddress('csv', whole)" variant="text">CSV</v-btn>
      <v-btn :href="exportAddress('json', whole)" variant="text">JSON</v-btn>
      <v-btn :to="{ name: 'library-import' }" variant="tonal">Take in a file</v-btn>
      <v-btn :prepend-icon="mdiPlus" color="primary" variant="flat" @click="add">Add a setup</v-btn>
    </header>
    <div class="grid">
      <section class="panel filters" aria-label="Filter">
        <v-text-field v-model="filter.text" label="Find" clearable data-testid="library-find" />
        <v-select v-model="filter.kinds" :items="[...SETUP_KINDS]" label="Kind" multiple clearable />
        <v-select v-model="filter.grades" :items="[...GRADES]" label="Grade" multiple clearable />
        <v-select v-model="filter.styles" :items="facets?.styles ?? []" label="Game" multiple clearable />
        <v-select v-model="filter.shapes" :items="facets?.shapes ?? []" label="Shape" multiple clearable />
        <div v-for="q in QUANTITIES" :key="q" class="bound">
          <span
            >{{ QUANTITY_NAMES[q] }} <small class="quiet">{{ unitMark(q, units) }}</small></span
          >
          <v-text-field v-model.lazy="bounds[q].low" :aria-label="`${QUANTITY_NAMES[q]} from`" placeholder="from" />
          <v-text-field v-model.lazy="bounds[q].high" :aria-label="`${QUANTITY_NAMES[q]} to`" placeholder="to" />
        </div>
        <p v-if="boundProblem" class="problem" role="alert">{{ boundProblem }}</p>
        <v-checkbox v-model="filter.retired" label="Retired ones" />
      </section>
      <section class="panel list">
        <p v-if="problem" role="alert" class="problem">{{ problem }}</p>
        <p v-else-if="found && found.total === 0" data-testid="library-empty">
          {{
            facets?.total === 0
              ? 'Nothing of this sport yet. Add a setup, or take in a file.'
              : 'Nothing fits. Widen the filter.'
          }}
        </p>
        <template v-else-if="found">
          <div class="d-flex align-center mb-1">
            <b data-testid="library-total">{{ found.total }} {{ found.total === 1 ? 'setup' : 'setups' }}</b>
            <small class="quiet ml-3"
              >shown {{ conditionText(standardState(profile).condition, profile) }}, about
              {{ axisText(profile.axisCm, shop.units) }}</small
            >
            <v-spacer />
            <v-pagination
              v-if="pages > 1"
              :model-value="page"
              :length="pages"
              :total-visible="5"
              density="compact"
              @update:model-value="(p: number) => go({ page: p === 1 ? undefined : String(p) })"
            />
          </div>
          <LibraryTable :setups="found.rows" :filter="filter" :profile="profile" :units="units" @sort="sortBy" />
        </template>
      </section>
    </div>
  </div>
</template>

<style scoped>
.library {
  padding: 14px 18px 24px;
}
.grid {
  display: grid;
  grid-template-columns: 260px minmax(0, 1fr);
  gap: 14px;
  align-items: start;
}
.filters {
  display: grid;
  gap: 8px;
}
.bound {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px 6px;
  font-size: 13.5px;
}
.bound span {
  grid-column: 1 / -1;
}
.list {
  overflow: auto;
}
.problem {
  color: rgb(var(--v-theme-error));
  margin: 0;
}
@media (max-width: 900px) {
  .grid {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 600px) {
  .filters {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  .filters > :is(:first-child, .bound, .problem) {
    grid-column: 1 / -1;
  }
  .bound {
    grid-template-columns: 7em 1fr 1fr;
    align-items: center;
  }
  .bound span {
    grid-column: auto;
  }
}
</style>
