<script setup lang="ts">
import type { WorkStep } from '#core/workorder/order.ts'
import { stripMassSchema } from '#contract/workOrder.ts'
import PlainNumber from '../shared/PlainNumber.vue'
import type { OpenOrder } from './useWorkOrder.ts'

/** What a step's strips weigh together: it takes the place of what they were planned to weigh. */
defineProps<{ order: OpenOrder; step: WorkStep }>()
</script>

<template>
  <PlainNumber
    label="Weighed"
    suffix="g"
    :of="stripMassSchema"
    :model-value="order.body.value?.weighed[step.id] ?? null"
    @update:model-value="(v) => order.weigh(step, v)"
  />
</template>
