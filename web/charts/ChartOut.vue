<script setup lang="ts">
import { writeCsv } from '#contract/csv.ts'
import { saveFile } from '../browser/saveFile.ts'
import type { ChartTable } from './chartTable.ts'
import type { PictureFormat } from './pictureOf.ts'

/** A chart's way out: its picture as PNG and SVG, the numbers behind it as CSV. */
const props = defineProps<{
  /** Of the files. */
  name: string
  table: ChartTable
  /** Null while there is nothing to see. */
  picture: (format: PictureFormat) => Promise<Blob | null>
}>()
async function save(format: PictureFormat): Promise<void> {
  const blob = await props.picture(format)
  if (blob) saveFile(blob, `${props.name}.${format}`)
}
function csv(): void {
  const text = writeCsv(props.table.head, props.table.rows)
  saveFile(new Blob([`\ufeff${text}`], { type: 'text/csv' }), `${props.name}.csv`)
}
</script>

<template>
  <div class="ways">
    <slot />
    <v-spacer />
    <span class="quiet">Save as</span>
    <v-btn size="x-small" variant="text" @click="save('png')">PNG</v-btn>
    <v-btn size="x-small" variant="text" @click="save('svg')">SVG</v-btn>
    <v-btn size="x-small" variant="text" @click="csv">CSV</v-btn>
  </div>
</template>

<style scoped>
.ways {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px;
  font-size: 13px;
}
</style>
