<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import { COUNTED_IN, isByLength, PLAIN_MATERIAL, UNWEIGHED_SHARE } from '#core/cuts/material.ts'
import { CUT_STEPS_CM, lengthText, perCounted, rulerOf } from '#core/cuts/ruler.ts'
import { STOCKED_KINDS, type StockedKind } from '#core/sports/kinds.ts'
import { SPORTS, PROFILES } from '#core/sports/sports.ts'
import type { StoredMaterial } from '#contract/entities.ts'
import { MATERIAL_KINDS } from '#contract/messages/names.ts'
import PlainNumber from '../shared/PlainNumber.vue'
import { useShop } from '../stores/shop.ts'
import OnFrames from './OnFrames.vue'
import WeighStrips from './WeighStrips.vue'

/** Everything about one material; every change of one that is in the drawer already is saved as it is made. */
const props = defineProps<{ material: StoredMaterial | null }>()
const emit = defineEmits<{ close: []; made: [id: string] }>()
const shop = useShop()
/** As the shop's ruler is marked. */
const usualStep = () => (shop.units.length === 'in' ? CUT_STEPS_CM[2] : CUT_STEPS_CM[0])
const blank = (): StoredMaterial => ({
  ...PLAIN_MATERIAL,
  id: crypto.randomUUID(),
  name: '',
  kind: 'tape',
  unitMassG: 0.1,
  uRel: UNWEIGHED_SHARE,
  step: usualStep(),
  widthCm: 0.64,
  retired: false,
  revision: 0,
})
const held = ref<StoredMaterial>(props.material ?? blank())
watch(
  () => props.material,
  (now) => {
    if (now) held.value = now
    else held.value = blank()
  },
)
const problem = ref('')
const weighing = ref(false)
const isNew = computed(() => props.material === null)
const byLength = computed(() => isByLength(held.value.kind))
const unit = computed(() => (byLength.value ? rulerOf(held.value) : COUNTED_IN[held.value.kind]))
const ONE = { cm: 'cm', in: 'inch', g: 'g', pieces: 'piece' } as const
const perUnit = computed(() => perCounted(held.value))
/** Steps of a ruler, and what this material is cut in where that is another. */
const steps = computed(() =>
  [...new Set([...CUT_STEPS_CM, held.value.step])].map((step) => ({
    value: step,
    title: rulerOf({ kind: 'tape', step }) === 'in' ? lengthText(step, 'in') : `${step} cm`,
  })),
)

function change(part: Partial<StoredMaterial>): void {
  held.value = { ...held.value, ...part }
  problem.value = ''
  if (!isNew.value) save()
}
function save(): void {
  if (!held.value.name.trim()) {
    problem.value = 'A name is needed.'
    return
  }
  shop.saveMaterial(held.value)
  if (props.material === null) emit('made', held.value.id)
}
/** What a kind usually is, where the fitter has not said otherwise. */
const USUAL: Record<StockedKind, Partial<StoredMaterial>> = {
  tape: {
    unitMassG: 0.1,
    step: usualStep(),
    widthCm: 0.64,
    uRel: UNWEIGHED_SHARE,
    cureHours: null,
    grip: null,
    zoneIds: null,
  },
  fill: { unitMassG: 1, step: 1, widthCm: 0, uRel: 0, cureHours: null, grip: null, zoneIds: null },
  sleeve: { unitMassG: 0.3, step: usualStep(), widthCm: 0, uRel: UNWEIGHED_SHARE, grip: null, zoneIds: null },
  weight: { unitMassG: 2, step: 1, widthCm: 0, uRel: 0, grip: null, reusable: true },
  strings: { unitMassG: 16, step: 1, widthCm: 0, uRel: 0, grip: null, zoneIds: null },
  grip: { unitMassG: 15, step: 1, widthCm: 0, uRel: 0, grip: 'synthetic', zoneIds: null },
  overgrip: { unitMassG: 5, step: 1, widthCm: 0, uRel: 0, grip: null, zoneIds: null },
}
/** What a curing fill usually is (from memory): a night, and about three of a hundred grams lost. */
const CURES: Partial<StoredMaterial> = { cureHours: 12, unitMassG: 0.97, uRel: 0.01 }
/** Every spot of every sport, by name once. */
const SPOTS = SPORTS.flatMap((sport) =>
  [...PROFILES[sport].zones, ...PROFILES[sport].moreZones]
    .filter((z) => z.place === 'spot')
    .map((z) => ({ value: z.id, title: `${z.name} (${PROFILES[sport].name.toLowerCase()})` })),
)
const number = (value: number | null, part: (v: number) => Partial<StoredMaterial>) =>
  value !== null && change(part(value))
</script>

<template>
  <section class="panel form" :aria-label="isNew ? 'New material' : held.name" data-testid="material-form">
    <header>
      <h2 class="mb-0">{{ isNew ? 'New in the drawer' : held.name }}</h2>
      <v-btn :icon="mdiClose" size="small" variant="text" aria-label="Close" @click="emit('close')" />
    </header>
    <v-text-field
      :model-value="held.name"
      label="Name"
      data-testid="material-name"
      :error-messages="problem"
      @change="(e: Event) => change({ name: (e.target as HTMLInputElement).value.trim() })"
    />
    <v-select
      :model-value="held.kind"
      :items="STOCKED_KINDS.map((value) => ({ value, title: MATERIAL_KINDS[value] }))"
      label="What it is"
      data-testid="material-kind"
      :disabled="!isNew"
      @update:model-value="(kind: StockedKind) => change({ kind, ...USUAL[kind] })"
    />
    <div v-if="held.kind !== 'fill'" class="two">
      <PlainNumber
        :model-value="held.unitMassG"
        label="Mass"
        :suffix="byLength ? 'g per cm' : 'g each'"
        :min="0.001"
        :max="100"
        data-testid="unit-mass"
        @update:model-value="(v) => number(v, (unitMassG) => ({ unitMassG }))"
      />
      <PlainNumber
        v-if="byLength"
        :model-value="Number((200 * held.uRel).toFixed(2))"
        label="Known to ±"
        suffix="%"
        :min="0.1"
        :max="100"
        @update:model-value="(v) => number(v, (share) => ({ uRel: share / 200 }))"
      />
    </div>
    <v-btn
      v-if="byLength"
      size="small"
      class="mb-1"
      :aria-expanded="weighing"
      data-testid="weigh"
      @click="weighing = !weighing"
      >Weigh strips</v-btn
    >
    <WeighStrips
      v-if="byLength && weighing"
      @found="
        (unitMassG, uRel) => {
          weighing = false
          void change({ unitMassG, uRel })
        }
      "
    />
    <div class="two">
      <PlainNumber
        :model-value="Number((held.stock / perUnit).toFixed(3))"
        label="Left"
        :suffix="unit"
        :min="0"
        :max="1e6"
        data-testid="material-stock"
        @update:model-value="(v) => number(v, (stock) => ({ stock: stock * perUnit }))"
      />
      <PlainNumber
        :model-value="held.cost === null ? null : Number((held.cost * perUnit).toPrecision(6))"
        :label="`Cost of one ${ONE[unit]}`"
        :min="0"
        @update:model-value="(cost) => change({ cost: cost === null ? null : cost / perUnit })"
      />
      <v-select
        v-if="byLength"
        :model-value="held.step"
        :items="steps"
        label="Cut in steps of"
        data-testid="cut-step"
        @update:model-value="(step: number) => change({ step })"
      />
      <PlainNumber
        v-else-if="unit !== 'pieces'"
        :model-value="held.step"
        label="Cut in steps of"
        :suffix="unit"
        :min="0.1"
        :max="10"
        @update:model-value="(v) => number(v, (step) => ({ step }))"
      />
      <PlainNumber
        v-if="held.kind === 'tape'"
        :model-value="held.widthCm"
        label="Width"
        suffix="cm"
        :min="0"
        :max="10"
        @update:model-value="(v) => number(v, (widthCm) => ({ widthCm }))"
      />
      <PlainNumber
        :model-value="held.thicknessMm"
        label="Thickness, one layer"
        suffix="mm"
        :min="0"
        :max="50"
        @update:model-value="(v) => number(v, (thicknessMm) => ({ thicknessMm }))"
      />
      <v-select
        v-if="held.kind === 'grip'"
        :model-value="held.grip"
        :items="[
          { value: 'base', title: 'As it comes' },
          { value: 'synthetic', title: 'Synthetic' },
          { value: 'leather', title: 'Leather' },
        ]"
        label="Grip"
        @update:model-value="(grip) => change({ grip })"
      />
    </div>
    <v-select
      v-if="held.kind === 'weight'"
      :model-value="held.zoneIds ?? []"
      :items="SPOTS"
      multiple
      chips
      label="Made for"
      hint="Nothing chosen: any spot will do"
      persistent-hint
      @update:model-value="(ids: string[]) => change({ zoneIds: ids.length === 0 ? null : ids })"
    />
    <v-checkbox
      :model-value="held.lead"
      label="Lead"
      data-testid="material-lead"
      @update:model-value="(v) => change({ lead: v === true })"
    />
    <p v-if="held.lead" class="care">
      Lead is toxic: gloves or washed hands, never near the mouth, coat it, and dispose of scraps by local rules.
    </p>
    <template v-if="held.kind === 'fill'">
      <v-checkbox
        :model-value="held.cureHours !== null"
        label="Cures (silicone, glue, resin)"
        data-testid="material-cures"
        @update:model-value="(v) => change(v === true ? CURES : { cureHours: null, unitMassG: 1, uRel: 0 })"
      />
      <div v-if="held.cureHours !== null" class="two">
        <PlainNumber
          :model-value="held.cureHours"
          label="Cures for"
          suffix="h"
          :min="0.1"
          :max="500"
          data-testid="cure-hours"
          @update:model-value="(v) => number(v, (cureHours) => ({ cureHours }))"
        />
        <PlainNumber
          :model-value="Number((100 * (1 - held.unitMassG)).toFixed(2))"
          label="Loses as it cures"
          suffix="%"
          :min="0"
          :max="50"
          @update:model-value="(v) => number(v, (lost) => ({ unitMassG: 1 - lost / 100 }))"
        />
      </div>
    </template>
    <v-checkbox
      :model-value="held.reusable"
      label="Comes off whole and can be used again"
      @update:model-value="(v) => change({ reusable: v === true })"
    />
    <footer>
      <v-btn v-if="isNew" color="primary" variant="flat" data-testid="put-in" @click="save">Put in the drawer</v-btn>
      <v-btn v-else size="small" data-testid="put-away" @click="change({ retired: !held.retired })">{{
        held.retired ? 'Take back into the drawer' : 'No longer kept'
      }}</v-btn>
    </footer>
    <OnFrames v-if="!isNew" :id="held.id" />
  </section>
</template>

<style scoped>
.form {
  display: grid;
  gap: 10px;
  align-content: start;
}
header,
footer {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.care {
  margin: -6px 0 0;
  font-size: 13.5px;
  color: rgb(var(--v-theme-error));
}
</style>
