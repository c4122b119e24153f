<script setup lang="ts">
import { computed } from 'vue'
import type { Plan } from '#core/planning/solve/plan.ts'
import type { WorkPoint } from '#core/planning/offers/workCurve.ts'
import { percentText } from '#contract/messages/proof.ts'
import { fixed } from '#core/quantities/write.ts'
import PlanCurve from './PlanCurve.vue'

/** Minutes against the chance to land: what more work buys. A touch on a point takes its plan. */
const props = defineProps<{ points: WorkPoint[] }>()
defineEmits<{ take: [plan: Plan] }>()
const minutes = computed(() => props.points.map((p) => p.minutes))
const marks = computed(() =>
  props.points.map(({ minutes: needed, chance, plan }) => ({
    x: needed,
    y: 100 * chance,
    plan,
    says: `about ${fixed(needed, 0)} min, lands ${percentText(chance)}`,
  })),
)
</script>

<template>
  <PlanCurve
    data-testid="work-curve"
    :points="marks"
    title="What more work buys"
    name="what more work buys"
    label="Chance to land against minutes"
    across="minutes"
    up="lands, %"
    :x-from="Math.floor(Math.min(...minutes)) - 1"
    :x-to="Math.ceil(Math.max(...minutes)) + 1"
    :y-to="100"
    @take="(plan) => $emit('take', plan)"
    >Each mark lands more surely than all of less work. Touch one to take it.</PlanCurve
  >
</template>
