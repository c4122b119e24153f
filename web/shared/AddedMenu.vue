<script setup lang="ts">
import { mdiClose, mdiPlus } from '@mdi/js'
import { computed } from 'vue'
import type { AddedMass } from '#core/frame/condition.ts'
import { inHole } from '#core/cuts/items.ts'
import type { FrameGeometry } from '#core/geometry/outline.ts'
import { fixed } from '#core/quantities/write.ts'
import type { SportProfile } from '#core/sports/profile.ts'
import { typedIn } from '../browser/typedIn.ts'
import QuantityField from './QuantityField.vue'

/** Mass that was on the frame before this work: what, how much and where. */
const added = defineModel<AddedMass[]>({ required: true })
const props = defineProps<{ geometry: FrameGeometry; profile: SportProfile }>()
const sumG = computed(() => added.value.reduce((sum, a) => sum + a.massG, 0))
function addMass(): void {
  const atCm = props.geometry.lengthCm - 1
  added.value = [...added.value, { id: crypto.randomUUID(), name: 'tape', massG: 2, atCm, offAxisCm: 0 }]
}
const edit = (id: string, part: Partial<AddedMass>) =>
  (added.value = added.value.map((a) => (a.id === id ? { ...a, ...part } : a)))
const holes = computed(() => props.profile.zones.filter((zone) => zone.holes))
const BY_HAND = { id: '', name: 'no hole' }
function putIn(id: string, zoneId: string): void {
  const hole = holes.value.find((zone) => zone.id === zoneId) ?? null
  added.value = added.value.map((a) => (a.id === id ? inHole(a, hole, props.geometry) : a))
}
/** What was in a hole and lies elsewhere now is in none. */
const lay = (id: string, part: Pick<AddedMass, 'atCm'> | Pick<AddedMass, 'offAxisCm'>) =>
  (added.value = added.value.map((a) => (a.id === id ? { ...inHole(a, null, props.geometry), ...part } : a)))
const remove = (id: string) => (added.value = added.value.filter((a) => a.id !== id))
const clampAt = (v: number) => Math.min(v, props.geometry.lengthCm)
</script>

<template>
  <v-menu :close-on-content-click="false">
    <template #activator="{ props: menu }">
      <button v-bind="menu" type="button" class="layer" :class="{ on: added.length > 0 }">
        Added earlier
        <span v-if="added.length > 0" class="figure">{{ fixed(sumG, 1) }} g</span>
      </button>
    </template>
    <div class="panel menu" :class="{ holed: holes.length > 0 }">
      <h2>Mass that is on it already</h2>
      <div v-for="item in added" :key="item.id" class="added">
        <v-text-field
          :model-value="item.name"
          label="What"
          @change="(e: Event) => edit(item.id, { name: typedIn(e) })"
        />
        <v-select
          v-if="holes.length > 0"
          :model-value="item.zoneId ?? ''"
          :items="[BY_HAND, ...holes]"
          item-title="name"
          item-value="id"
          label="In"
          @update:model-value="(zoneId: string) => putIn(item.id, zoneId)"
        />
        <QuantityField
          quantity="mass"
          :length-cm="geometry.lengthCm"
          label="Mass"
          :keep="`added-${item.id}-mass`"
          :model-value="item.massG"
          @commit="(v) => v > 0 && edit(item.id, { massG: v })"
        />
        <QuantityField
          quantity="length"
          :length-cm="geometry.lengthCm"
          label="From butt"
          :keep="`added-${item.id}-at`"
          :model-value="item.atCm"
          @commit="(v) => lay(item.id, { atCm: clampAt(v) })"
        />
        <QuantityField
          quantity="length"
          :length-cm="geometry.lengthCm"
          label="Off the middle"
          :keep="`added-${item.id}-off`"
          :model-value="item.offAxisCm"
          @commit="(v) => lay(item.id, { offAxisCm: Math.min(v, 20) })"
        />
        <v-btn :icon="mdiClose" size="x-small" variant="text" aria-label="Take off" @click="remove(item.id)" />
      </div>
      <v-btn size="small" :prepend-icon="mdiPlus" @click="addMass">Add</v-btn>
      <p class="quiet mt-2 mb-0">Alike on both sides; weigh what comes off.</p>
    </div>
  </v-menu>
</template>

<style scoped>
.menu {
  width: min(600px, 94vw);
  box-shadow: 0 6px 24px rgb(0 0 0 / 0.25);
}
.added {
  display: grid;
  grid-template-columns: 1.2fr 1fr 1fr 1fr 32px;
  gap: 6px;
  align-items: center;
  margin-bottom: 8px;
}
.holed {
  width: min(840px, 94vw);
}
.holed .added {
  grid-template-columns: 1.3fr 1.9fr 1fr 1fr 1fr 32px;
}
@media (max-width: 560px) {
  .added,
  .holed .added {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
