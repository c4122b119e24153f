<script setup lang="ts">
import { mdiUnfoldMoreHorizontal } from '@mdi/js'
import type { UnitSort } from './unitOrder.ts'
import type { useUnitOrder } from './useUnitOrder.ts'

/** A column's head by which the units are sorted. */
defineProps<{
  by: UnitSort
  name: string
  order: Pick<ReturnType<typeof useUnitOrder>, 'choose' | 'ariaOf' | 'arrowOf'>
}>()
</script>

<template>
  <th scope="col" :aria-sort="order.ariaOf(by)">
    <button type="button" class="sort" :data-sort="by" @click="order.choose(by)">
      {{ name }}{{ order.arrowOf(by)
      }}<v-icon v-if="!order.arrowOf(by)" :icon="mdiUnfoldMoreHorizontal" size="14" class="quiet" />
    </button>
  </th>
</template>
