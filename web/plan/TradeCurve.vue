<script setup lang="ts">
import { computed } from 'vue'
import type { Plan } from '#core/planning/solve/plan.ts'
import type { TradePoint } from '#core/planning/offers/tradeOff.ts'
import { fixed } from '#core/quantities/write.ts'
import PlanCurve from './PlanCurve.vue'

/** Off target against added mass: what each gram buys. A touch on a point takes its plan. */
const props = defineProps<{ points: TradePoint[] }>()
defineEmits<{ take: [plan: Plan] }>()
const marks = computed(() =>
  props.points.map(({ addedG, worst, plan }) => ({
    x: addedG,
    y: worst,
    plan,
    says: `${fixed(addedG, 1)} g added, farthest number ${fixed(worst, 1)} tolerances off`,
  })),
)
</script>

<template>
  <PlanCurve
    :points="marks"
    title="What each gram buys"
    name="what each gram buys"
    label="Off target against added mass"
    across="grams added"
    up="tolerances off"
    :x-from="0"
    :x-to="Math.max(...points.map((p) => p.addedG), 1)"
    :y-to="Math.max(...points.map((p) => p.worst), 2)"
    :wanted="{ to: 1, says: 'tolerance' }"
    @take="(plan) => $emit('take', plan)"
    >Each mark is a good plan within that mass, its farthest number counted. Touch one to take it.</PlanCurve
  >
</template>
