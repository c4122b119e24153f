<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { LEVELS } from '#core/player/facts.ts'
import { PROFILES, SPORTS } from '#core/sports/sports.ts'
import type { BookOf, BookSort } from '#contract/logbook.ts'
import { writeTime } from '../browser/writeTime.ts'
import NewSquad from './NewSquad.vue'
import PeopleImport from './PeopleImport.vue'
import { useBook } from './useBook.ts'

/** The shop's people, its frames, its batches or its squads, by name. */
const props = defineProps<{ what: BookOf }>()
const book = useBook(() => props.what)
interface Words {
  title: string
  find: string
  none: string
  more: string
  page: string
  /** What is counted of each. */
  count: string
  seen: string
}
const WORDS: Record<BookOf, Words> = {
  player: {
    title: 'People',
    find: 'Find a player',
    none: 'Nobody is in the book yet. A player comes into it with the first job.',
    more: 'Age and level',
    page: 'person',
    count: 'Jobs',
    seen: 'Last here',
  },
  frame: {
    title: 'Frames',
    find: 'Find a frame, a player or a serial number',
    none: 'No frame is in the book yet. A frame comes into it with the first job.',
    more: 'Sport, what tells it apart, player',
    page: 'frame',
    count: 'Jobs',
    seen: 'Last here',
  },
  batch: {
    title: 'Batches',
    find: 'Find a batch by its model',
    none: 'No batch yet. Several frames of one model are read in a row, and the best pair is found: Batch, on the start page.',
    more: 'Sport',
    page: 'batch',
    count: 'Units',
    seen: 'Last changed',
  },
  squad: {
    title: 'Squads',
    find: 'Find a squad',
    none: 'No squad yet. A squad shows everybody’s frames beside each other: who plays one that is too heavy, who comes into the next class when, whose strings are due.',
    more: '',
    page: 'squad',
    count: 'Players',
    seen: 'Since',
  },
}
const words = computed(() => WORDS[props.what])
const sorts = computed<{ key: BookSort; name: string; wide: boolean }[]>(() => [
  { key: 'jobs', name: words.value.count, wide: true },
  { key: 'seen', name: words.value.seen, wide: false },
])
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
/** People and frames are told apart by more than their names. */
const isBook = computed(() => props.what === 'player' || props.what === 'frame')
const filtered = computed(() => book.query !== '')
const print = () => globalThis.print()
</script>

<template>
  <div class="pa-6 book">
    <div class="d-flex align-center flex-wrap ga-3 pb-3">
      <h1 class="mb-0">{{ words.title }}</h1>
      <v-spacer />
      <v-btn v-if="isBook" variant="text" :to="{ name: 'evidence' }" class="no-print">What our records say</v-btn>
      <template v-if="what === 'player'">
        <v-btn variant="text" class="no-print" :to="{ name: 'squads' }">Squads</v-btn>
        <v-btn variant="text" class="no-print" data-testid="people-import" @click="importing = true">From a file</v-btn>
        <v-btn variant="text" class="no-print" :href="`/api/people.csv?${book.query}`" data-testid="people-csv"
          >CSV</v-btn
        >
      </template>
      <v-btn variant="text" class="no-print" @click="print">Print</v-btn>
    </div>
    <NewSquad v-if="what === 'squad'" @failed="(why) => (book.problem = why)" />
    <div class="filters no-print">
      <v-text-field v-model="book.search.find" :label="words.find" clearable class="find" data-testid="book-find" />
      <v-select v-if="what !== 'squad'" v-model="book.search.sport" :items="sports" label="Sport" class="pick" />
      <template v-if="what === 'player'">
        <v-select v-model="book.search.level" :items="levels" label="Level" class="pick" />
        <v-checkbox v-model="book.search.minors" label="Minors" hide-details data-testid="minors" />
      </template>
      <v-checkbox
        v-if="isBook"
        v-model="book.search.overClass"
        label="Too heavy for age"
        hide-details
        data-testid="over-class"
      />
      <v-select v-if="isBook" v-model="book.search.awayMonths" :items="AWAY" label="Not here for" class="pick" />
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
            <th v-if="words.more" scope="col" class="wide">{{ words.more }}</th>
            <th
              v-for="s in sorts"
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
            <td v-if="words.more" class="wide">{{ row.more }}</td>
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
