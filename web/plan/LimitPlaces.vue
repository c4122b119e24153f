<script setup lang="ts">
import { mdiClose, mdiLock, mdiLockOpenOutline } from '@mdi/js'
import { computed } from 'vue'
import type { PlanLimits } from '#core/planning/problem/request.ts'
import { usePlanRequest } from '../stores/planRequest.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { toggled, withZone } from './limitParts.ts'

/** Where a plan may put something: places of the sport, more of them, and of one's own. */
const job = useOpenJob()
const props = defineProps<{ limits: PlanLimits }>()
const emit = defineEmits<{ change: [part: Partial<PlanLimits>, locked?: string[]] }>()
/** A place of one's own is being described. */
const adding = defineModel<boolean>('adding', { required: true })
const { body } = usePlanRequest()
const change = (part: Partial<PlanLimits>) => emit('change', part)
const zones = computed(() => job.picture.work.profile.zones)
const all = computed(() => zones.value.map((z) => z.id))
const used = computed(() => props.limits.zoneIds ?? all.value)
const using = (id: string, on: boolean) => ({ zoneIds: toggled(all.value, used.value, id, on) })
const offered = computed(() => job.profile.moreZones.filter((z) => !all.value.includes(z.id)))
const isOwn = (id: string) => props.limits.ownZones.some((z) => z.id === id)
/** A locked place keeps its pieces as they lie and takes no more. */
const piecesAt = (id: string) => body.value.cuts.filter((cut) => cut.zoneId === id).map((cut) => cut.id)
const isLocked = (id: string) =>
  !used.value.includes(id) && piecesAt(id).length > 0 && piecesAt(id).every((c) => body.value.locked.includes(c))
function lockZone(id: string, on: boolean): void {
  const others = body.value.locked.filter((c) => !piecesAt(id).includes(c))
  emit('change', using(id, !on), on ? [...others, ...piecesAt(id)] : others)
}
</script>

<template>
  <section>
    <h2>Where</h2>
    <div v-for="z in zones" :key="z.id" class="zone">
      <v-checkbox
        :model-value="used.includes(z.id)"
        :label="z.name"
        :data-testid="`zone-${z.id}`"
        @update:model-value="(v) => change(using(z.id, v === true))"
      />
      <v-btn
        v-if="piecesAt(z.id).length > 0"
        :icon="isLocked(z.id) ? mdiLock : mdiLockOpenOutline"
        size="x-small"
        variant="text"
        :aria-label="isLocked(z.id) ? `Open ${z.name} again` : `Leave ${z.name} as it lies`"
        :title="isLocked(z.id) ? 'Open it again' : 'Leave it as it lies'"
        :data-testid="`lock-zone-${z.id}`"
        @click="lockZone(z.id, !isLocked(z.id))"
      />
      <v-btn
        v-if="isOwn(z.id)"
        :icon="mdiClose"
        size="x-small"
        variant="text"
        :aria-label="`Take the place ${z.name} away`"
        @click="change({ ownZones: limits.ownZones.filter((own) => own.id !== z.id) })"
      />
    </div>
    <p class="quiet mb-1">Add a place:</p>
    <div class="chips">
      <v-btn
        v-for="z in offered"
        :key="z.id"
        size="small"
        :data-testid="`add-zone-${z.id}`"
        @click="change(withZone(limits, z))"
        >{{ z.name }}</v-btn
      >
      <v-btn size="small" data-testid="own-zone" :aria-expanded="adding" @click="adding = !adding">One of my own</v-btn>
    </div>
  </section>
</template>

<style scoped>
.zone {
  display: flex;
  align-items: center;
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
</style>
