<script setup lang="ts">
import { useJob } from '../../stores/job.ts'
import { computed, ref } from 'vue'
import { OPEN_LIMITS, type PlanLimits } from '#core/plan/request.ts'
import { useShop } from '../../stores/shop.ts'

/** The fitter's bounds on a plan. */
const job = useJob()
const props = defineProps<{ limits: PlanLimits }>()
const emit = defineEmits<{ change: [limits: PlanLimits] }>()
const shop = useShop()
const change = (part: Partial<PlanLimits>) => emit('change', { ...props.limits, ...part })
const zones = computed(() => props.limits.zoneIds ?? job.profile.zones.map((z) => z.id))
const materials = computed(() => props.limits.materialIds ?? shop.materials.map((m) => m.id))
const set = computed(() =>
  (Object.keys(OPEN_LIMITS) as (keyof PlanLimits)[]).some((key) => props.limits[key] !== OPEN_LIMITS[key]),
)
const problem = ref<Record<string, string>>({})
function toggled(all: string[], held: string[], id: string, on: boolean | null): string[] | null {
  const next = all.filter((x) => (x === id ? on : held.includes(x)))
  return next.length === all.length ? null : next
}
function number(field: 'capG' | 'maxPlaces', text: string): void {
  const value = text.trim() === '' ? null : Number(text.replace(',', '.'))
  const bad =
    value !== null &&
    (!Number.isFinite(value) ||
      value < (field === 'capG' ? 0 : 1) ||
      (field === 'maxPlaces' && !Number.isInteger(value)))
  problem.value = { ...problem.value, [field]: bad ? 'Type a number.' : '' }
  if (!bad) change({ [field]: value })
}
</script>

<template>
  <v-menu :close-on-content-click="false" location="bottom end">
    <template #activator="{ props: menu }"
      ><v-btn v-bind="menu" :color="set ? 'warning' : undefined" data-testid="limits"
        >Limits{{ set ? ' set' : '' }}</v-btn
      ></template
    >
    <div class="panel box">
      <v-checkbox
        :model-value="limits.noLead"
        label="No lead"
        data-testid="no-lead"
        @update:model-value="(v) => change({ noLead: v === true })"
      />
      <v-checkbox
        :model-value="limits.hiddenOnly"
        label="Nothing that shows"
        @update:model-value="(v) => change({ hiddenOnly: v === true })"
      />
      <v-checkbox
        :model-value="limits.mayChangeGrip"
        label="Grip and overgrips may change"
        @update:model-value="(v) => change({ mayChangeGrip: v === true })"
      />
      <div class="d-flex ga-2 my-2">
        <v-text-field
          :model-value="limits.capG ?? ''"
          label="At most, added"
          suffix="g"
          :error-messages="problem.capG"
          data-testid="cap"
          @change="(e: Event) => number('capG', (e.target as HTMLInputElement).value)"
        />
        <v-text-field
          :model-value="limits.maxPlaces ?? ''"
          label="At most, places"
          :error-messages="problem.maxPlaces"
          @change="(e: Event) => number('maxPlaces', (e.target as HTMLInputElement).value)"
        />
      </div>
      <div class="two">
        <div>
          <h2>Where</h2>
          <v-checkbox
            v-for="z in job.profile.zones"
            :key="z.id"
            :model-value="zones.includes(z.id)"
            :label="z.name"
            @update:model-value="
              (v) =>
                change({
                  zoneIds: toggled(
                    job.profile.zones.map((x) => x.id),
                    zones,
                    z.id,
                    v,
                  ),
                })
            "
          />
        </div>
        <div>
          <h2>With</h2>
          <v-checkbox
            v-for="m in shop.materials"
            :key="m.id"
            :model-value="materials.includes(m.id)"
            :label="m.name"
            @update:model-value="
              (v) =>
                change({
                  materialIds: toggled(
                    shop.materials.map((x) => x.id),
                    materials,
                    m.id,
                    v,
                  ),
                })
            "
          />
        </div>
      </div>
      <v-btn v-if="set" size="small" @click="emit('change', OPEN_LIMITS)">Open all</v-btn>
    </div>
  </v-menu>
</template>

<style scoped>
.box {
  width: 430px;
  box-shadow: 0 6px 24px rgb(0 0 0 / 0.25);
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
}
.box :deep(.v-selection-control) {
  min-height: 30px;
}
</style>
