<script setup lang="ts">
import { computed } from 'vue'
import { toleranceSchema } from '#contract/documents.ts'
import { differenceToCore, unitFor, type Quantity } from '#core/quantities/units.ts'
import PlainNumber from '../shared/PlainNumber.vue'
import { useShop } from '../stores/shop.ts'

/** How far off its target a number may be, in the shop's units. */
const props = defineProps<{ quantity: Quantity; tolerance: number }>()
const emit = defineEmits<{ change: [tolerance: number] }>()
const shop = useShop()
const unit = computed(() => unitFor(props.quantity, shop.units))
/** So much of what is stored is one of what is shown. */
const per = computed(() => Math.abs(differenceToCore(1, unit.value)))
</script>

<template>
  <PlainNumber
    :key="unit"
    label="±"
    :suffix="unit"
    :of="toleranceSchema"
    :per="per"
    :model-value="Number((tolerance / per).toFixed(3))"
    @update:model-value="(shown) => shown !== null && emit('change', shown * per)"
  />
</template>
