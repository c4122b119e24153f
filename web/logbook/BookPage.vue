<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { LEVELS } from '#core/player/facts.ts'
import { PROFILES, SPORTS } from '#core/sports/sports.ts'
import type { BookSort } from '#contract/logbook.ts'
import { writeTime } from '../browser/writeTime.ts'
import PeopleImport from './PeopleImport.vue'
import { useBook, type BookOf } from './useBook.ts'

/** The shop's people, or its frames, by name. */
const props = defineProps<{ what: BookOf }>()
const book = useBook(() => props.what)
const words = computed(() =>
  props.what === 'player'
    ? {
        title: 'People',
        find: 'Find a player',
        none: 'Nobody is in the book yet. A player comes into it with the first job.',
        more: 'Age and level',
        page: 'person',
      }
    : {
        title: 'Frames',
        find: 'Find a frame, a player or a serial number',
        none: 'No frame is in the book yet. A frame comes into it with the first job.',
        more: 'Sport, what tells it apart, player',
        page: 'frame',
      },
)
const SORTS: { key: BookSort; name: string; wide: boolean }[] = [
  { key: 'jobs', name: 'Jobs', wide: true },
  { key: 'seen', name: 'Last here', wide: false },
]
const AWAY = [
  { value: 0, title: 'any time' },
  { value: 3, title: '3 months' },
  { value: 6, title: '6 months' },
  { value: 12, title: 'a year' },
]
const ALL = { value: null, title: 'all' }
const sports = [ALL, ...SPORTS.map((id) => ({ value: id, title: PROFILES[id].name }))]
const levels = [ALL, ...LEVELS.map((level) => ({ value: level, title: level }))]
const importing = ref(false)
const filtered = computed(() => book.query !== '')
const print = () => globalThis.print()
</script>

<template>
  <div class="pa-6 book">
    <div class="d-flex align-center flex-wrap ga-3 pb-3">
      <h1 class="mb-0">{{ words.title }}</h1>
      <v-spacer />
      <v-btn variant="text" :to="{ name: 'evidence' }" class="no-print">What our records say</v-btn>
      <template v-if="what === 'player'">
        <v-btn variant="text" class="no-print" :to="{ name: 'squads' }">Squads</v-btn>
        <v-btn variant="text" class="no-print" data-testid="people-import" @click="importing = true">From a file</v-btn>
        <v-btn variant="text" class="no-print" :href="`/api/people.csv?${book.query}`" data-testid="people-csv"
          >CSV</v-btn
        >
      </template>
      <v-btn variant="text" class="no-print" @click="print">Print</v-btn>
    </div>
    <div class="filters no-print">
      <v-text-field v-model="book.search.find" :label="words.find" clearable class="find" data-testid="book-find" />
      <v-select v-model="book.search.sport" :items="sports" label="Sport" class="pick" />
      <template v-if="what === 'player'">
        <v-select v-model="book.search.level" :items="levels" label="Level" class="pick" />
        <v-checkbox v-model="book.search.minors" label="Minors" hide-details data-testid="minors" />
      </template>
      <v-select v-model="book.search.awayMonths" :items="AWAY" label="Not here for" class="pick" />
      <v-checkbox v-model="book.search.retired" label="Put away" hide-details />
    </div>
    <v-alert v-if="book.problem" type="error" variant="tonal" class="mb-3">{{ book.problem }}</v-alert>
    <p v-if="book.last" role="status" class="mb-3">
      {{ book.last.row.name }} is {{ book.last.retired ? 'put away' : 'back' }}.
      <v-btn size="small" variant="text" @click="book.retire(book.last.row, !book.last.retired)">Undo</v-btn>
    </p>
    <p v-if="book.loaded && book.rows.length === 0" class="quiet">{{ filtered ? 'None found.' : words.none }}</p>
    <div v-else class="panel">
      <table class="plain" :aria-label="words.title">
        <thead>
          <tr>
            <th scope="col" :aria-sort="book.search.sort === 'name' ? 'ascending' : 'none'">
              <button type="button" class="sort" @click="book.search.sort = 'name'">
                Name{{ book.search.sort === 'name' ? ' ↑' : '' }}
              </button>
            </th>
            <th scope="col" class="wide">{{ words.more }}</th>
            <th
              v-for="s in SORTS"
              :key="s.key"
              scope="col"
              :class="{ wide: s.wide }"
              :aria-sort="book.search.sort === s.key ? 'descending' : 'none'"
            >
              <button type="button" class="sort" :data-sort="s.key" @click="book.search.sort = s.key">
                {{ s.name }}{{ book.search.sort === s.key ? ' ↓' : '' }}
              </button>
            </th>
            <th scope="col" class="no-print"><span class="d-sr-only">Put away</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in book.rows" :key="row.id" :data-row="row.id">
            <td>
              <RouterLink :to="{ name: words.page, params: { id: row.id } }">{{ row.name }}</RouterLink>
              <small class="quiet narrow">{{ row.more }}</small>
            </td>
            <td class="wide">{{ row.more }}</td>
            <td class="figure wide">{{ row.jobs }}</td>
            <td class="text-no-wrap">{{ row.seenAt ? writeTime(row.seenAt).slice(0, 10) : '–' }}</td>
            <td class="text-right no-print">
              <v-btn size="small" variant="text" @click="book.retire(row, !book.search.retired)">{{
                book.search.retired ? 'Bring back' : 'Put away'
              }}</v-btn>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <v-btn v-if="book.next" variant="text" class="mt-3 no-print" @click="book.more()">More</v-btn>
    <PeopleImport v-if="what === 'player'" v-model="importing" @taken="book.look()" />
  </div>
</template>

<style scoped>
.book {
  max-width: 1000px;
  margin: 0 auto;
}
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  margin-bottom: 12px;
}
.find {
  flex: 2 1 240px;
}
.pick {
  flex: 0 1 140px;
}
@media print {
  .no-print {
    display: none !important;
  }
}
.narrow {
  display: none;
}
@media (max-width: 700px) {
  .wide {
    display: none;
  }
  .narrow {
    display: block;
  }
}
</style>
