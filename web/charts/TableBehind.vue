<script setup lang="ts">
import type { ChartTable } from './chartTable.ts'

/** The numbers behind a chart, for who would rather read them. */
defineProps<{
  table: ChartTable
  /** A cell as it is read. */
  write: (cell: string | number | null, column: number) => string
}>()
</script>

<template>
  <details>
    <summary>Table</summary>
    <div class="scroll">
      <table class="plain">
        <thead>
          <tr>
            <th v-for="h in table.head" :key="h" scope="col">{{ h }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, i) in table.rows" :key="i">
            <td v-for="(cell, k) in row" :key="k" :class="{ figure: typeof cell === 'number' }">
              {{ write(cell, k) }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </details>
</template>

<style scoped>
td,
th {
  padding: 2px 12px 2px 0;
  white-space: nowrap;
}
</style>
