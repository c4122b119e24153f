<script setup lang="ts">
import type { PlanLimits } from '#core/plan/request.ts'

/** What may be done to a frame: lead or none, what shows, what may be changed or come off. */
type Allowed = Pick<PlanLimits, 'noLead' | 'hiddenOnly' | 'mayChangeGrip' | 'mayChangeStrings' | 'mayTakeOff'>
const props = defineProps<{ limits: Allowed; strung: boolean }>()
const emit = defineEmits<{ change: [part: Partial<Allowed>] }>()
const ROWS: { key: keyof Allowed; label: string; testid: string; strungOnly?: boolean }[] = [
  { key: 'noLead', label: 'No lead', testid: 'no-lead' },
  { key: 'hiddenOnly', label: 'Nothing that shows', testid: 'hidden-only' },
  { key: 'mayChangeGrip', label: 'Grip and overgrips may change', testid: 'may-grip' },
  { key: 'mayChangeStrings', label: 'Strings may change', testid: 'may-strings', strungOnly: true },
  { key: 'mayTakeOff', label: 'What is stuck on may come off', testid: 'may-take-off' },
]
</script>

<template>
  <v-checkbox
    v-for="row in ROWS.filter((r) => props.strung || !r.strungOnly)"
    :key="row.key"
    :model-value="limits[row.key]"
    :label="row.label"
    :data-testid="row.testid"
    @update:model-value="(v) => emit('change', { [row.key]: v === true })"
  />
</template>
