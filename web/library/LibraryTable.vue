<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import { bestGrade, combined, standardState } from '#core/compare/setup.ts'
import { estimateOf } from '#core/frame/state.ts'
import { QUANTITIES, type Quantity, type UnitChoice } from '#core/quantities/units.ts'
import { unitMark, writeSpread, writeValue } from '#core/quantities/write.ts'
import type { SportProfile } from '#core/sports/profile.ts'
import type { Reference } from '#contract/library.ts'
import { QUANTITY_NAMES, quantityTitle } from '#contract/messages/names.ts'
import type { LibraryFilter } from './libraryAddress.ts'

/** Setups in rows, in the usual state of their sport, sorted by a touch of a head. */
const props = defineProps<{
  setups: Reference[]
  filter: Pick<LibraryFilter, 'sort' | 'down'>
  profile: SportProfile
  units: UnitChoice
}>()
const emit = defineEmits<{ sort: [by: LibraryFilter['sort']] }>()
const sorted = (by: LibraryFilter['sort']) =>
  props.filter.sort !== by ? 'none' : props.filter.down ? 'descending' : 'ascending'
const ARROWS = { none: '', ascending: ' ↑', descending: ' ↓' }
const rows = computed(() =>
  props.setups.map((reference) => {
    const { state, agreement } = combined(reference, standardState(props.profile), props.profile)
    return {
      reference,
      grade: bestGrade(reference.reports),
      cells: QUANTITIES.map((q) => ({ quantity: q, estimate: estimateOf(state, q), agreement: agreement[q] })),
    }
  }),
)
const write = (v: number, q: Quantity) => writeValue(v, q, props.units, props.profile.geometry.lengthCm)
</script>

<template>
  <table class="plain stacks headed" aria-label="Setups">
    <thead>
      <tr>
        <th scope="col" :aria-sort="sorted('name')">
          <button type="button" class="sort" @click="emit('sort', 'name')">Setup{{ ARROWS[sorted('name')] }}</button>
        </th>
        <th scope="col">Best known by</th>
        <th v-for="q in QUANTITIES" :key="q" scope="col" class="num" :aria-sort="sorted(q)">
          <button type="button" class="sort" :data-sort="q" @click="emit('sort', q)">
            {{ QUANTITY_NAMES[q] }} <span class="font-weight-regular">{{ unitMark(q, units) }}</span>{{
              ARROWS[sorted(q)]
            }}
          </button>
        </th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.reference.id">
        <td>
          <RouterLink :to="{ name: 'setup', params: { id: row.reference.id } }"
            ><b>{{ row.reference.name }}</b></RouterLink
          >
          <small class="quiet"
            >{{ [row.reference.kind, row.reference.style, row.reference.shape].filter(Boolean).join(' · ') }}
          </small>
        </td>
        <td data-head="Best known by">
          <small
            >{{ row.grade
            }}{{ row.reference.reports.length > 1 ? `, ${row.reference.reports.length} reports` : '' }}</small
          >
        </td>
        <td
          v-for="cell in row.cells"
          :key="cell.quantity"
          class="num figure"
          :data-head="quantityTitle(cell.quantity, units)"
        >
          <template v-if="cell.estimate"
            ><span class="published">{{ write(cell.estimate.value, cell.quantity) }}</span>
            <small class="quiet"> ±{{ writeSpread(2 * cell.estimate.u, cell.quantity, units) }}</small>
            <small v-if="cell.agreement?.conflict" class="problem">reports differ</small></template
          >
          <small v-else class="quiet">not known</small>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.num {
  white-space: nowrap;
}
td small {
  display: block;
  font-size: 12.5px;
}
td.num small {
  display: inline;
}
.problem {
  color: rgb(var(--v-theme-error));
  margin: 0;
}
a {
  color: inherit;
}
</style>
