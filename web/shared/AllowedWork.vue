<script setup lang="ts">
import { computed, ref } from 'vue'
import type { PlanLimits } from '#core/planning/problem/request.ts'
import LeadAsk from './LeadAsk.vue'

/** What may be done to a frame: lead or none, what shows, what may be changed or come off. */
type Allowed = Pick<
  PlanLimits,
  'noLead' | 'hiddenOnly' | 'mayChangeGrip' | 'mayChangeStrings' | 'mayTakeOff' | 'mayMove'
>
const props = defineProps<{
  limits: Allowed & Partial<Pick<PlanLimits, 'leadAgreed'>>
  strung: boolean
  /** The frame has holes for modules. */
  holes: boolean
  /** The frame is a minor’s: no lead, unless an adult says so in writing. */
  minor?: boolean
}>()
const emit = defineEmits<{ change: [part: Partial<PlanLimits>] }>()
const asking = ref(false)
const noLead = computed(() => props.limits.noLead || (props.minor === true && !props.limits.leadAgreed))
const shown = (key: keyof Allowed) => (key === 'noLead' ? noLead.value : props.limits[key])
function turn(key: keyof Allowed, on: boolean): void {
  asking.value = key === 'noLead' && !on && props.minor === true && !props.limits.leadAgreed
  if (asking.value) return
  emit('change', key === 'noLead' && on ? { noLead: true, leadAgreed: null } : { [key]: on })
}
function agree(leadAgreed: NonNullable<PlanLimits['leadAgreed']>): void {
  emit('change', { noLead: false, leadAgreed })
  asking.value = false
}
const ROWS: { key: keyof Allowed; label: string; testid: string; only?: 'strung' | 'holes' }[] = [
  { key: 'noLead', label: 'No lead', testid: 'no-lead' },
  { key: 'hiddenOnly', label: 'Nothing that shows', testid: 'hidden-only' },
  { key: 'mayChangeGrip', label: 'Grip and overgrips may change', testid: 'may-grip' },
  { key: 'mayChangeStrings', label: 'Strings may change', testid: 'may-strings', only: 'strung' },
  { key: 'mayTakeOff', label: 'What is stuck on may come off', testid: 'may-take-off' },
  { key: 'mayMove', label: 'Modules may go into other holes', testid: 'may-move', only: 'holes' },
]
</script>

<template>
  <v-checkbox
    v-for="row in ROWS.filter((r) => !r.only || props[r.only])"
    :key="`${row.key} ${shown(row.key)} ${asking}`"
    :model-value="shown(row.key)"
    :label="row.label"
    :data-testid="row.testid"
    @update:model-value="(v) => turn(row.key, v === true)"
  />
  <p v-if="minor && !limits.leadAgreed" class="quiet note" data-testid="minor-lead">
    A minor’s frame: no lead. Tungsten tape and putty do the same work.
  </p>
  <p v-else-if="minor && limits.leadAgreed" class="quiet note" data-testid="minor-lead">
    Lead was agreed to by {{ limits.leadAgreed.by }}: {{ limits.leadAgreed.words }}
  </p>
  <LeadAsk v-if="asking" @agree="agree" @leave="asking = false" />
</template>

<style scoped>
.note {
  font-size: 13px;
  margin: 0 0 6px 4px;
}
</style>
