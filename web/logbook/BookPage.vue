<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { writeTime } from '../browser/writeTime.ts'
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
</script>

<template>
  <div class="pa-6 book">
    <div class="d-flex align-center flex-wrap ga-3 pb-3">
      <h1 class="mb-0">{{ words.title }}</h1>
      <v-spacer />
      <v-btn variant="text" :to="{ name: 'evidence' }">What our records say</v-btn>
      <v-text-field v-model="book.search.find" :label="words.find" clearable class="find" data-testid="book-find" />
      <v-checkbox v-model="book.search.retired" label="Put away" hide-details />
    </div>
    <v-alert v-if="book.problem" type="error" variant="tonal" class="mb-3">{{ book.problem }}</v-alert>
    <p v-if="book.last" role="status" class="mb-3">
      {{ book.last.row.name }} is {{ book.last.retired ? 'put away' : 'back' }}.
      <v-btn size="small" variant="text" @click="book.retire(book.last.row, !book.last.retired)">Undo</v-btn>
    </p>
    <p v-if="book.loaded && book.rows.length === 0" class="quiet">
      {{ book.search.find || book.search.retired ? 'None found.' : words.none }}
    </p>
    <div v-else class="panel">
      <table class="plain" :aria-label="words.title">
        <thead>
          <tr>
            <th scope="col">Name</th>
            <th scope="col" class="wide">{{ words.more }}</th>
            <th scope="col" class="wide">Jobs</th>
            <th scope="col">Last here</th>
            <th scope="col"><span class="d-sr-only">Put away</span></th>
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
            <td class="text-right">
              <v-btn size="small" variant="text" @click="book.retire(row, !book.search.retired)">{{
                book.search.retired ? 'Bring back' : 'Put away'
              }}</v-btn>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <v-btn v-if="book.next" variant="text" class="mt-3" @click="book.more()">More</v-btn>
  </div>
</template>

<style scoped>
.book {
  max-width: 1000px;
  margin: 0 auto;
}
.find {
  min-width: min(320px, 100%);
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
