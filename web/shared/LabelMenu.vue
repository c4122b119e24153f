<script setup lang="ts">
import { entriesOf } from '#core/records.ts'
import { computed, ref } from 'vue'
import { LABEL_SHEETS, type LabelSheet } from '#contract/sheets.ts'
import { useSetting } from '../browser/settings.ts'
import PlainNumber from './PlainNumber.vue'

/** A label on a 62 mm roll, or at a place of a page of labels; this machine remembers which, and goes on to the next place. */
defineProps<{ label?: string }>()
const emit = defineEmits<{ print: [query: string] }>()
const kept = useSetting<{ sheet: LabelSheet | null; at: number }>('kevro-labels', { sheet: null, at: 1 })
const SHEETS = entriesOf(LABEL_SHEETS)
const items = [
  { value: null, title: 'Roll, 62 mm' },
  ...SHEETS.map(([value, { name }]) => ({ value: value, title: name })),
]
const places = computed(() => {
  const sheet = kept.value.sheet && LABEL_SHEETS[kept.value.sheet]
  return sheet ? sheet.columns * sheet.rows : 0
})
const open = ref(false)
function keep(change: Partial<typeof kept.value>): void {
  kept.value = { ...kept.value, ...change }
}
function print(): void {
  const { sheet, at } = kept.value
  emit('print', sheet ? `sheet=${sheet}&at=${Math.min(at, places.value)}` : '')
  if (sheet) keep({ at: (Math.min(at, places.value) % places.value) + 1 })
  open.value = false
}
</script>

<template>
  <v-menu v-model="open" :close-on-content-click="false">
    <template #activator="{ props: menu }"
      ><v-btn v-bind="menu" variant="outlined" data-testid="print-label">{{ label ?? 'Label' }}</v-btn></template
    >
    <section class="panel pa-4 choose">
      <v-select
        :model-value="kept.sheet"
        :items="items"
        label="Labels"
        data-testid="label-sheet"
        @update:model-value="(sheet: LabelSheet | null) => keep({ sheet, at: 1 })"
      />
      <PlainNumber
        v-if="kept.sheet"
        :model-value="kept.at"
        label="Next free place"
        :suffix="`of ${places}`"
        :min="1"
        :max="places"
        whole
        class="mt-3"
        data-testid="label-at"
        @update:model-value="(at: number | null) => at !== null && keep({ at })"
      />
      <v-btn class="mt-3" color="primary" variant="flat" data-testid="label-go" @click="print">Print</v-btn>
    </section>
  </v-menu>
</template>

<style scoped>
.choose {
  width: 250px;
}
</style>
