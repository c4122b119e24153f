<script setup lang="ts">
import { keysOf } from '#core/records.ts'
import { computed, ref } from 'vue'
import { fits } from '#core/cuts/zones.ts'
import { OPEN_LIMITS, type PlanLimits } from '#core/planning/problem/request.ts'
import { USUAL_MINUTES } from '#core/planning/problem/work.ts'
import { minutesSchema } from '#contract/documents.ts'
import { WORK_NAMES } from '#contract/messages/plan.ts'
import type { Zone } from '#core/sports/profile.ts'
import { usePlanRequest } from '../stores/planRequest.ts'
import AllowedWork from '../shared/AllowedWork.vue'
import PlainNumber from '../shared/PlainNumber.vue'
import { useOpenJob } from '../stores/openJob.ts'
import LimitAims from './LimitAims.vue'
import { setLimits, toggled, withZone } from './limitParts.ts'
import LimitPlaces from './LimitPlaces.vue'
import ZoneForm from './ZoneForm.vue'

/** What the fitter wants of a plan, and what it must keep to. */
const job = useOpenJob()
const props = defineProps<{ limits: PlanLimits }>()
const emit = defineEmits<{ change: [limits: PlanLimits, locked?: string[]] }>()
const { minor } = usePlanRequest()
const change = (part: Partial<PlanLimits>, locked?: string[]) => emit('change', { ...props.limits, ...part }, locked)
const zones = computed(() => job.picture.work.profile.zones)
const materials = computed(() => props.limits.materialIds ?? job.drawer.map((m) => m.id))
/** Materials of the drawer that some place here, or a change of grip or strings, could use. */
const usable = computed(() =>
  job.drawer.filter(
    (m) =>
      m.stock > 0 && (['grip', 'overgrip', 'strings'].includes(m.kind) || zones.value.some((zone) => fits(zone, m))),
  ),
)
const set = computed(() => setLimits(props.limits).length)
const WORK_PARTS = keysOf(WORK_NAMES)
const adding = ref(false)
const addZone = (zone: Zone) => {
  adding.value = false
  change(withZone(props.limits, zone))
}
</script>

<template>
  <v-menu :close-on-content-click="false" location="bottom end" max-height="640">
    <template #activator="{ props: menu }"
      ><v-btn v-bind="menu" :color="set ? 'warning' : undefined" data-testid="limits"
        >Limits{{ set ? `: ${set} set` : '' }}</v-btn
      ></template
    >
    <div class="panel box">
      <div class="cols">
        <LimitAims :limits="limits" @change="change" />
        <section>
          <h2>What may be done</h2>
          <AllowedWork
            :limits="limits"
            :strung="job.profile.layers.strings !== null"
            :holes="job.profile.zones.some((zone) => zone.holes)"
            :minor="minor"
            @change="change"
          />
          <h2 class="mt-2">With</h2>
          <v-checkbox
            v-for="m in usable"
            :key="m.id"
            :model-value="materials.includes(m.id)"
            :label="m.name"
            @update:model-value="
              (v) =>
                change({
                  materialIds: toggled(
                    job.drawer.map((x) => x.id),
                    materials,
                    m.id,
                    v === true,
                  ),
                })
            "
          />
        </section>
        <LimitPlaces v-model:adding="adding" :limits="limits" @change="change" />
        <ZoneForm v-if="adding" class="wide" :work="job.picture.work" @made="addZone" />
        <section class="minutes">
          <h2>Minutes that it takes</h2>
          <div class="numbers">
            <PlainNumber
              v-for="part in WORK_PARTS"
              :key="part"
              :of="minutesSchema.shape[part]"
              :model-value="limits.minutes[part]"
              :label="WORK_NAMES[part]"
              suffix="min"
              :data-testid="`minutes-${part}`"
              @update:model-value="(v) => change({ minutes: { ...limits.minutes, [part]: v ?? USUAL_MINUTES[part] } })"
            />
          </div>
        </section>
      </div>
      <v-btn v-if="set" size="small" data-testid="open-all" @click="emit('change', OPEN_LIMITS)">Open all</v-btn>
    </div>
  </v-menu>
</template>

<style scoped>
.box {
  width: min(960px, 96vw);
  max-height: 640px;
  overflow-y: auto;
  box-shadow: 0 6px 24px rgb(0 0 0 / 0.25);
}
.cols {
  display: grid;
  grid-template-columns: 1.15fr 1fr 1fr;
  gap: 22px;
}
.box :deep(.v-selection-control) {
  min-height: 30px;
}
.box section h2:not(:first-child) {
  margin-top: 12px !important;
}
.minutes,
.wide {
  grid-column: 1 / -1;
}
.numbers {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(205px, 1fr));
  gap: 10px;
}
@media (max-width: 860px) {
  .cols {
    grid-template-columns: 1fr;
  }
}
</style>
