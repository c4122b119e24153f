<script setup lang="ts">
import { materialFields, type StoredMaterial } from '#contract/entities.ts'
import PlainNumber from '../shared/PlainNumber.vue'
import { useShop } from '../stores/shop.ts'
import { CURES, usualMaterial } from './usualMaterial.ts'

/** Whether a fill cures, for how long, and what it loses by it. */
defineProps<{ material: StoredMaterial }>()
const emit = defineEmits<{ change: [part: Partial<StoredMaterial>] }>()
const shop = useShop()
</script>

<template>
  <div class="cure">
    <v-checkbox
      :model-value="material.cureHours !== null"
      label="Cures (silicone, glue, resin)"
      data-testid="material-cures"
      @update:model-value="(v) => emit('change', v === true ? CURES : usualMaterial('fill', shop.units.length))"
    />
    <div v-if="material.cureHours !== null" class="two">
      <PlainNumber
        :of="materialFields.shape.cureHours"
        :model-value="material.cureHours"
        label="Cures for"
        suffix="h"
        data-testid="cure-hours"
        @update:model-value="(cureHours) => cureHours !== null && emit('change', { cureHours })"
      />
      <PlainNumber
        :model-value="Number((100 * (1 - material.unitMassG)).toFixed(2))"
        label="Loses as it cures"
        suffix="%"
        :min="0"
        :max="50"
        @update:model-value="(lost) => lost !== null && emit('change', { unitMassG: 1 - lost / 100 })"
      />
    </div>
  </div>
</template>

<style scoped>
.cure {
  display: grid;
  gap: 10px;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
</style>
