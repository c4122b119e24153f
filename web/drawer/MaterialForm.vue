<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import { COUNTED_IN, isByLength } from '#core/cuts/material.ts'
import { CUT_STEPS_CM, lengthText, perCounted, rulerOf } from '#core/cuts/ruler.ts'
import { STOCKED_KINDS, type StockedKind } from '#core/sports/kinds.ts'
import { SPORTS, PROFILES } from '#core/sports/sports.ts'
import { materialFields, type StoredMaterial } from '#contract/entities.ts'
import { fieldMessage } from '#contract/messages/field.ts'
import { MATERIAL_KIND_NAMES } from '#contract/messages/names.ts'
import { typedIn } from '../browser/typedIn.ts'
import PlainNumber from '../shared/PlainNumber.vue'
import { useShop } from '../stores/shop.ts'
import { newMaterial, usualMaterial } from './usualMaterial.ts'
import CureFields from './CureFields.vue'
import OnFrames from './OnFrames.vue'
import WeighStrips from './WeighStrips.vue'

/** Everything about one material; every change of one that is in the drawer already is saved as it is made. */
const props = defineProps<{ material: StoredMaterial | null }>()
const emit = defineEmits<{ close: []; made: [id: string] }>()
const shop = useShop()
const fields = materialFields.shape
const blank = () => newMaterial(shop.units.length)
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
  problem.value = fieldMessage(fields.name, held.value.name)
  if (problem.value) return
  shop.saveMaterial(held.value)
  if (props.material === null) emit('made', held.value.id)
}
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
      @change="(e: Event) => change({ name: typedIn(e).trim() })"
    />
    <v-select
      :model-value="held.kind"
      :items="STOCKED_KINDS.map((value) => ({ value, title: MATERIAL_KIND_NAMES[value] }))"
      label="What it is"
      data-testid="material-kind"
      :disabled="!isNew"
      @update:model-value="(kind: StockedKind) => change({ kind, ...usualMaterial(kind, shop.units.length) })"
    />
    <div v-if="held.kind !== 'fill'" class="two">
      <PlainNumber
        :of="fields.unitMassG"
        :model-value="held.unitMassG"
        label="Mass"
        :suffix="byLength ? 'g per cm' : 'g each'"
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
        :of="fields.stock"
        :per="perUnit"
        :model-value="Number((held.stock / perUnit).toFixed(3))"
        label="Left"
        :suffix="unit"
        data-testid="material-stock"
        @update:model-value="(v) => number(v, (stock) => ({ stock: stock * perUnit }))"
      />
      <PlainNumber
        :of="fields.cost"
        :per="1 / perUnit"
        :model-value="held.cost === null ? null : Number((held.cost * perUnit).toPrecision(6))"
        :label="`Cost of one ${ONE[unit]}`"
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
        :of="fields.widthCm"
        :model-value="held.widthCm"
        label="Width"
        suffix="cm"
        @update:model-value="(v) => number(v, (widthCm) => ({ widthCm }))"
      />
      <PlainNumber
        :of="fields.thicknessMm"
        :model-value="held.thicknessMm"
        label="Thickness, one layer"
        suffix="mm"
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
    <CureFields v-if="held.kind === 'fill'" :material="held" @change="change" />
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
