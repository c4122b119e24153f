<script setup lang="ts">
import { mdiClose, mdiLock, mdiLockOpenOutline } from '@mdi/js'
import { computed, ref } from 'vue'
import { AIM_QUANTITIES, QUANTITIES, type AimQuantity, type Quantity } from '#core/quantities/units.ts'
import { TARGET_PLACES } from '#core/frame/places.ts'
import { aimedAt, OPEN_LIMITS, type PlanLimits, type Weight } from '#core/planning/problem/request.ts'
import { fits } from '#core/cuts/zones.ts'
import type { Zone } from '#core/sports/profile.ts'
import { USUAL_MINUTES, type WorkMinutes } from '#core/planning/problem/work.ts'
import { WORK_NAMES } from '#contract/messages/plan.ts'
import { PLACE_NAMES } from '#contract/messages/targets.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { usePlanRequest } from '../plan-editor/usePlanRequest.ts'
import AllowedWork from '../shared/AllowedWork.vue'
import PlainNumber from '../shared/PlainNumber.vue'
import { useOpenJob } from '../stores/openJob.ts'
import ZoneForm from './ZoneForm.vue'

/** What the fitter wants of a plan, and what it must keep to. */
const job = useOpenJob()
const props = defineProps<{ limits: PlanLimits }>()
const emit = defineEmits<{ change: [limits: PlanLimits, locked?: string[]] }>()
const { target, body, minor } = usePlanRequest()
const change = (part: Partial<PlanLimits>) => emit('change', { ...props.limits, ...part })
const zones = computed(() => job.picture.work.profile.zones)
const used = computed(() => props.limits.zoneIds ?? zones.value.map((z) => z.id))
const drawer = computed(() => job.drawer.filter((m) => m.stock > 0))
const materials = computed(() => props.limits.materialIds ?? job.drawer.map((m) => m.id))
/** Materials that some place here, or a change of grip or strings, could use. */
const usable = computed(() =>
  drawer.value.filter(
    (m) => ['grip', 'overgrip', 'strings'].includes(m.kind) || zones.value.some((zone) => fits(zone, m)),
  ),
)
const isOpen = (key: keyof PlanLimits) => JSON.stringify(props.limits[key]) === JSON.stringify(OPEN_LIMITS[key])
const set = computed(() => (Object.keys(OPEN_LIMITS) as (keyof PlanLimits)[]).filter((key) => !isOpen(key)).length)
function toggled(all: string[], held: string[], id: string, on: boolean | null): string[] | null {
  const next = all.filter((x) => (x === id ? on : held.includes(x)))
  return next.length === all.length ? null : next
}
/** Numbers that can count for more or less: those aimed at. */
const aims = computed(() => AIM_QUANTITIES.filter((q) => aimedAt(target.value).includes(q) && q !== 'lateral'))
const WORK_PARTS = Object.keys(WORK_NAMES) as (keyof WorkMinutes)[]
const keepable = QUANTITIES.filter((q) => q !== 'mass')
function weigh(q: AimQuantity, weight: Weight | 'usual'): void {
  const { [q]: _was, ...others } = props.limits.matters
  change({ matters: weight === 'usual' ? others : { ...others, [q]: weight } })
}
function keep(q: Quantity, on: boolean): void {
  change({ keep: on ? [...props.limits.keep, q] : props.limits.keep.filter((x) => x !== q) })
}
const offered = computed(() => job.profile.moreZones.filter((z) => !zones.value.some((there) => there.id === z.id)))
const adding = ref(false)
const addZone = (zone: Zone) => {
  adding.value = false
  change({
    ownZones: [...props.limits.ownZones, zone],
    zoneIds: props.limits.zoneIds && [...props.limits.zoneIds, zone.id],
  })
}
const dropZone = (id: string) => change({ ownZones: props.limits.ownZones.filter((z) => z.id !== id) })
/** A locked place keeps its pieces as they lie and takes no more. */
const piecesAt = (id: string) => body.value.cuts.filter((cut) => cut.zoneId === id).map((cut) => cut.id)
const isLocked = (id: string) =>
  !used.value.includes(id) && piecesAt(id).length > 0 && piecesAt(id).every((c) => body.value.locked.includes(c))
function lockZone(id: string, on: boolean): void {
  const others = body.value.locked.filter((c) => !piecesAt(id).includes(c))
  const all = zones.value.map((z) => z.id)
  emit(
    'change',
    { ...props.limits, zoneIds: toggled(all, used.value, id, !on) },
    on ? [...others, ...piecesAt(id)] : others,
  )
}
const isOwn = (id: string) => props.limits.ownZones.some((z) => z.id === id)
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
        <section>
          <h2>What matters</h2>
          <div v-for="q in aims" :key="q" class="matters">
            <span>{{ QUANTITY_NAMES[q] }}</span>
            <v-btn-toggle
              :model-value="limits.matters[q] ?? 'usual'"
              mandatory
              density="compact"
              role="group"
              :aria-label="`How much ${QUANTITY_NAMES[q]} matters`"
              @update:model-value="(v: string) => weigh(q, v as Weight | 'usual')"
            >
              <v-btn size="small" value="least">less</v-btn>
              <v-btn size="small" value="usual">usual</v-btn>
              <v-btn size="small" value="most" :data-testid="`most-${q}`">most</v-btn>
            </v-btn-toggle>
          </div>
          <v-checkbox
            v-for="q in keepable"
            :key="q"
            :model-value="limits.keep.includes(q)"
            :label="`Keep ${QUANTITY_NAMES[q].toLowerCase()} as measured`"
            :data-testid="`keep-${q}`"
            @update:model-value="(v) => keep(q, v === true)"
          />
          <v-checkbox
            :model-value="limits.evenSides"
            label="Bring left and right even"
            @update:model-value="(v) => change({ evenSides: v === true })"
          />
          <v-checkbox
            :model-value="limits.fewPlaces"
            label="Few places before little work"
            data-testid="few-places"
            @update:model-value="(v) => change({ fewPlaces: v === true })"
          />
          <h2 class="mt-2">At most</h2>
          <div class="numbers">
            <PlainNumber
              :model-value="limits.capG"
              label="Added"
              suffix="g"
              :min="0"
              :max="200"
              data-testid="cap"
              @update:model-value="(capG) => change({ capG })"
            />
            <PlainNumber
              :model-value="limits.maxPlaces"
              label="Places"
              whole
              :min="1"
              :max="20"
              data-testid="max-places"
              @update:model-value="(maxPlaces) => change({ maxPlaces })"
            />
            <PlainNumber
              :model-value="limits.capTotalG"
              label="The whole frame"
              suffix="g"
              :min="0"
              :max="1000"
              data-testid="cap-total"
              @update:model-value="(capTotalG) => change({ capTotalG })"
            />
            <PlainNumber
              :model-value="limits.reserveG"
              label="Held back for the end"
              suffix="g"
              :min="0"
              :max="30"
              data-testid="reserve"
              @update:model-value="(reserveG) => change({ reserveG: reserveG ?? 0 })"
            />
            <v-select
              :model-value="limits.reserveAt"
              :items="TARGET_PLACES.map((value) => ({ value, title: PLACE_NAMES[value] }))"
              label="Will go"
              :disabled="limits.reserveG === 0"
              data-testid="reserve-at"
              @update:model-value="(reserveAt) => change({ reserveAt })"
            />
          </div>
        </section>
        <section>
          <h2>What may be done</h2>
          <AllowedWork :limits="limits" :strung="job.profile.layers.strings !== null" :minor="minor" @change="change" />
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
                    v,
                  ),
                })
            "
          />
        </section>
        <section>
          <h2>Where</h2>
          <div v-for="z in zones" :key="z.id" class="zone">
            <v-checkbox
              :model-value="used.includes(z.id)"
              :label="z.name"
              :data-testid="`zone-${z.id}`"
              @update:model-value="
                (v) =>
                  change({
                    zoneIds: toggled(
                      zones.map((x) => x.id),
                      used,
                      z.id,
                      v,
                    ),
                  })
              "
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
              @click="dropZone(z.id)"
            />
          </div>
          <p class="quiet mb-1">Add a place:</p>
          <div class="chips">
            <v-btn
              v-for="z in offered"
              :key="z.id"
              size="small"
              :data-testid="`add-zone-${z.id}`"
              @click="addZone(z)"
              >{{ z.name }}</v-btn
            >
            <v-btn size="small" data-testid="own-zone" :aria-expanded="adding" @click="adding = !adding"
              >One of my own</v-btn
            >
          </div>
          <ZoneForm v-if="adding" :work="job.picture.work" @made="addZone" />
        </section>
        <section class="minutes">
          <h2>Minutes that it takes</h2>
          <div class="numbers">
            <PlainNumber
              v-for="part in WORK_PARTS"
              :key="part"
              :model-value="limits.minutes[part]"
              :label="WORK_NAMES[part]"
              suffix="min"
              :min="0"
              :max="600"
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
.minutes {
  grid-column: 1 / -1;
}
.minutes .numbers {
  grid-template-columns: repeat(auto-fill, minmax(205px, 1fr));
}
.matters {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
  padding: 2px 0;
}
.numbers {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.zone {
  display: flex;
  align-items: center;
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
@media (max-width: 860px) {
  .cols {
    grid-template-columns: 1fr;
  }
}
</style>
