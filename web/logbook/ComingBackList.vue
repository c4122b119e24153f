<script setup lang="ts">
import { ref } from 'vue'
import { RouterLink } from 'vue-router'
import { daysLater } from '#core/quantities/days.ts'
import { dayHere } from '#core/tuning/sessions.ts'
import type { ComingBackRow } from '#contract/comingBack.ts'
import { COMING_BACK_NAMES, comingBackWhy } from '#contract/messages/comingBack.ts'
import { problemText, tell } from '../api/client.ts'
import { useShop } from '../stores/shop.ts'

/** Who should come back, for what and why; put off to another day, dropped, taken up again. */
defineProps<{ rows: ComingBackRow[]; who?: boolean; ofFrame?: boolean }>()
const emit = defineEmits<{ changed: [] }>()
const shop = useShop()
const problem = ref('')
const last = ref<ComingBackRow | null>(null)
const today = dayHere(new Date().toISOString())
const dayOf = (row: ComingBackRow) => row.putOffTo ?? row.due
const LATER = [
  [7, 'In a week'],
  [14, 'In two weeks'],
  [31, 'In a month'],
] as const
async function change(row: ComingBackRow, to: Pick<ComingBackRow, 'putOffTo' | 'dropped'>, undone = false) {
  try {
    await tell('POST', `/coming-back/${encodeURIComponent(row.frameId)}/${row.rule}`, to)
    problem.value = ''
    last.value = undone ? null : row
    emit('changed')
  } catch (error) {
    problem.value = problemText(error)
  }
}
const keyOf = (row: ComingBackRow) => `${row.frameId} ${row.rule}`
</script>

<template>
  <div>
    <v-alert v-if="problem" type="error" variant="tonal" density="compact">{{ problem }}</v-alert>
    <p v-if="last" role="status" class="mb-1">
      {{ COMING_BACK_NAMES[last.rule] }}, {{ last.frameLabel }}: changed.
      <v-btn size="small" variant="text" @click="change(last, { putOffTo: last.putOffTo, dropped: last.dropped }, true)"
        >Undo</v-btn
      >
    </p>
    <ul class="rows">
      <li v-for="row in rows" :key="keyOf(row)" :class="{ dropped: row.dropped }" :data-coming="row.rule">
        <span class="day figure" :class="{ late: !row.dropped && dayOf(row) < today }">{{ dayOf(row) }}</span>
        <span class="what">
          <b>{{ COMING_BACK_NAMES[row.rule] }}</b>
          <template v-if="who && row.playerId"
            >,
            <RouterLink :to="{ name: 'person', params: { id: row.playerId } }">{{
              row.playerName
            }}</RouterLink></template
          ><template v-if="!ofFrame"
            >,
            <RouterLink :to="{ name: 'frame', params: { id: row.frameId } }">{{ row.frameLabel }}</RouterLink></template
          >
          <small class="quiet why"
            >{{ comingBackWhy(row, shop.intervals) }}{{ row.putOffTo ? ` Put off from ${row.due}.` : '' }}</small
          >
        </span>
        <span class="acts">
          <v-btn v-if="row.dropped" size="small" variant="text" @click="change(row, { putOffTo: null, dropped: false })"
            >Take up again</v-btn
          >
          <template v-else>
            <v-menu>
              <template #activator="{ props: menu }"
                ><v-btn v-bind="menu" size="small" variant="text" data-testid="put-off">Put off</v-btn></template
              >
              <v-list density="compact">
                <v-list-item
                  v-for="[days, name] in LATER"
                  :key="days"
                  :title="name"
                  @click="change(row, { putOffTo: daysLater(today, days), dropped: false })"
                />
              </v-list>
            </v-menu>
            <v-btn
              size="small"
              variant="text"
              data-testid="drop"
              @click="change(row, { putOffTo: null, dropped: true })"
              >Drop</v-btn
            >
          </template>
        </span>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.rows {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
li {
  display: grid;
  grid-template-columns: 96px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: baseline;
}
.day.late {
  color: rgb(var(--v-theme-error));
  font-weight: 700;
}
.why {
  display: block;
}
.dropped .day,
.dropped .what {
  text-decoration: line-through;
  color: rgb(var(--v-theme-quiet));
}
@media (max-width: 600px) {
  li {
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 0 10px;
  }
  .acts {
    grid-area: 1 / 2;
  }
  .what {
    grid-column: 1 / -1;
  }
}
</style>
