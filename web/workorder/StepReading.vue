<script setup lang="ts">
import { computed } from 'vue'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import type { Quantity } from '#core/quantities/units.ts'
import { writeDifference, writeSpread, writeValue } from '#core/quantities/write.ts'
import { bandOf, type Checkpoint } from '#core/workorder/follow.ts'
import MarkGlyph from '../shared/MarkGlyph.vue'
import QuantityField from '../shared/QuantityField.vue'
import type { OpenOrder } from './useWorkOrder.ts'

/** One number after one step: what it should be with its band, a field for what it is, and whether the two agree. */
const props = defineProps<{ order: OpenOrder; checkpoint: Checkpoint; quantity: Quantity; large?: boolean }>()
const { shop, lengthCm, devices, receivers, inHand } = props.order
const expected = computed(() => props.checkpoint.expected[props.quantity] ?? null)
const off = computed(() => props.checkpoint.off[props.quantity] ?? null)
const isInside = computed(() => off.value !== null && Math.abs(off.value.value) <= bandOf(off.value))
const step = computed(() => props.checkpoint.step)
</script>

<template>
  <div class="reading" :class="{ large }">
    <span v-if="expected" class="expected figure"
      ><MarkGlyph kind="predicted" :size="12" />{{ writeValue(expected.value, quantity, shop.units, lengthCm) }}
      <small class="quiet">±{{ writeSpread(bandOf(expected), quantity, shop.units) }}</small></span
    >
    <QuantityField
      :quantity="quantity"
      :length-cm="lengthCm"
      :label="QUANTITY_NAMES[quantity]"
      :keep="`${order.job.view.job.id}-step-${step.id}-${quantity}`"
      :model-value="order.readingOf(step, quantity)?.value ?? null"
      @focused="((inHand = step.id), (devices.focused = receivers.find((r) => r.quantity === quantity)!))"
      @commit="(value, typed) => order.read(step, quantity, value, typed)"
    />
    <small :class="off && !isInside ? 'off' : 'quiet'" class="figure said">{{
      off ? (isInside ? 'as predicted' : `${writeDifference(off.value, quantity, shop.units)} from predicted`) : ''
    }}</small>
  </div>
</template>

<style scoped>
.reading {
  display: grid;
  gap: 2px;
}
/* The field's name stands on its upper edge. */
.expected {
  white-space: nowrap;
  margin-bottom: 6px;
}
.large .expected {
  font-size: clamp(22px, 3vw, 32px);
}
.large .expected small {
  font-size: 16px;
}
/* Its line is kept free, so that nothing moves under the hand when it comes. */
.said {
  min-height: 18px;
}
.off {
  color: rgb(var(--v-theme-predicted));
  font-weight: 700;
}
</style>
