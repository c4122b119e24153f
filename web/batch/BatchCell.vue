<script setup lang="ts">
import { ref } from 'vue'
import type { QuantitySummary } from '#core/measure/summary.ts'
import type { Quantity } from '#core/quantities/units.ts'
import { writeDifference, writeSpread, writeValue } from '#core/quantities/write.ts'
import type { BatchUnit } from '#contract/batch.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import QuantityField from '../shared/QuantityField.vue'
import { useShop } from '../stores/shop.ts'

/** One quantity of one unit: its field, what its readings say, how far from what is wanted, and the readings. */
const props = defineProps<{
  unit: BatchUnit
  quantity: Quantity
  summary: QuantitySummary
  off: number | null
  lengthCm: number
}>()
const emit = defineEmits<{
  commit: [value: number, typed: string]
  next: []
  focused: []
  remove: [readingId: string]
}>()
const shop = useShop()
const write = (v: number) => writeValue(v, props.quantity, shop.units, props.lengthCm)
const field = ref<InstanceType<typeof QuantityField> | null>(null)
defineExpose({ focus: () => field.value?.focus() })
</script>

<template>
  <QuantityField
    ref="field"
    :quantity="quantity"
    :length-cm="lengthCm"
    label=""
    :aria-label="`${unit.name}, ${QUANTITY_NAMES[quantity]}`"
    :keep="`batch-${unit.id}-${quantity}`"
    one-after-another
    class="entry"
    @commit="(value, typed) => emit('commit', value, typed)"
    @next="emit('next')"
    @focused="emit('focused')"
  />
  <div class="figure said">
    <template v-if="summary.combined">
      <b>{{ write(summary.combined.value) }}</b>
      <span class="quiet">±{{ writeSpread(2 * summary.combined.u, quantity, shop.units) }}</span>
      <small v-if="off !== null" class="target" :data-off="quantity">{{
        writeDifference(off, quantity, shop.units)
      }}</small>
    </template>
  </div>
  <div class="chips">
    <button
      v-for="reading in unit.readings.filter((x) => x.quantity === quantity)"
      :key="reading.id"
      type="button"
      class="chip figure"
      :aria-label="`Take away ${write(reading.value)}`"
      @click="emit('remove', reading.id)"
    >
      {{ write(reading.value) }}
    </button>
  </div>
</template>

<style scoped>
.entry {
  max-width: 170px;
}
.said {
  display: flex;
  gap: 6px;
  align-items: baseline;
  min-height: 24px;
  font-size: 16px;
}
.said .quiet,
.said small {
  font-size: 13px;
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 3px;
}
.chip {
  font-size: 12.5px;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 3px;
  padding: 0 5px;
  min-height: 22px;
}
</style>
