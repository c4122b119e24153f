<script setup lang="ts">
import { computed } from 'vue'
import { QUANTITIES, type Quantity } from '#core/quantities/units.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import PlainNumber from './PlainNumber.vue'
import QuantityField from './QuantityField.vue'
import { lessAs, type Less } from './less.ts'

/** How much less everywhere: by a share, by grams, or down to a number. */
const less = defineModel<Less>({ required: true })
const props = defineProps<{
  /** The numbers as they are now; what is not known cannot be come down to. */
  known: Partial<Record<Quantity, number>>
  lengthCm: number
  label: string
}>()
const numbers = computed(() =>
  QUANTITIES.filter((q) => props.known[q] !== undefined).map((q) => ({ value: q, title: QUANTITY_NAMES[q] })),
)
const change = (part: Partial<Less>) => (less.value = { ...less.value, ...part })
</script>

<template>
  <v-btn-toggle
    :model-value="less.by"
    mandatory
    density="compact"
    role="group"
    aria-label="By"
    class="mb-2 by"
    @update:model-value="(by: Less['by']) => (less = lessAs(by, less, known))"
  >
    <v-btn value="percent" size="x-small">Percent</v-btn>
    <v-btn value="grams" size="x-small">Grams</v-btn>
    <v-btn value="number" size="x-small">To a number</v-btn>
  </v-btn-toggle>
  <template v-if="less.by === 'number'">
    <v-select
      :model-value="less.quantity"
      :items="numbers"
      label="Which"
      class="mb-2"
      data-testid="less-to"
      @update:model-value="(quantity: Quantity) => change({ quantity, amount: known[quantity] ?? null })"
    />
    <QuantityField
      :key="less.quantity"
      :quantity="less.quantity"
      :length-cm="lengthCm"
      :model-value="less.amount"
      :base="known[less.quantity] ?? null"
      label="Down to"
      keep="less-to"
      data-testid="down-to"
      @commit="(amount) => change({ amount })"
    />
  </template>
  <PlainNumber
    v-else
    :model-value="less.amount"
    :label="label"
    :suffix="less.by === 'percent' ? '%' : 'g'"
    :min="0"
    :max="less.by === 'percent' ? 100 : 600"
    data-testid="less-by"
    @update:model-value="(amount) => change({ amount })"
  />
</template>

<style scoped>
.by {
  flex-wrap: wrap;
  height: auto !important;
}
</style>
