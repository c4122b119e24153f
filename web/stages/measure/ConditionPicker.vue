<script setup lang="ts">
import type { Condition, GripKind } from '#core/frame/condition.ts'
import { tennis } from '#core/sports/tennis.ts'
import QuantityField from '../../shared/QuantityField.vue'

/** What is on the frame: the layers of "as measured". */
const condition = defineModel<Condition>({ required: true })
const change = (part: Partial<Condition>) => (condition.value = { ...condition.value, ...part })
const GRIPS: { title: string; value: GripKind }[] = [
  { title: 'base grip', value: 'base' },
  { title: 'leather', value: 'leather' },
  { title: 'synthetic', value: 'synthetic' },
  { title: 'none', value: 'none' },
]
</script>

<template>
  <div class="layers">
    <div class="layer">
      <v-btn-toggle
        role="group"
        :model-value="condition.stringsG === null ? 'bare' : 'strung'"
        mandatory
        aria-label="Strings"
        @update:model-value="
          (v: string) => change({ stringsG: v === 'bare' ? null : (condition.stringsG ?? tennis.layers.strings.massG) })
        "
      >
        <v-btn value="strung">Strung</v-btn><v-btn value="bare">Bare</v-btn>
      </v-btn-toggle>
      <QuantityField
        v-if="condition.stringsG !== null"
        quantity="mass"
        :length-cm="68.58"
        label="String bed"
        keep="strings-mass"
        :model-value="condition.stringsG"
        class="small"
        @commit="(v) => change({ stringsG: v })"
      />
    </div>
    <v-select
      :model-value="condition.grip"
      :items="GRIPS"
      label="Grip"
      class="small"
      @update:model-value="(grip) => change({ grip })"
    />
    <v-select
      :model-value="condition.overgrips"
      :items="[0, 1, 2, 3]"
      label="Overgrips"
      class="small"
      @update:model-value="(overgrips) => change({ overgrips })"
    />
    <v-checkbox
      :model-value="condition.dampener"
      label="Dampener"
      @update:model-value="(v) => change({ dampener: v === true })"
    />
  </div>
</template>

<style scoped>
.layers {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 14px;
  align-items: start;
}
.layer {
  display: flex;
  gap: 8px;
}
.small {
  width: 130px;
  flex: none;
}
</style>
