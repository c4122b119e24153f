<script setup lang="ts">
import { mdiClose, mdiPlus } from '@mdi/js'
import { computed } from 'vue'
import type { AddedMass, Condition } from '#core/frame/condition.ts'
import type { GripKind } from '#core/sports/kinds.ts'
import type { FrameGeometry } from '#core/geometry/outline.ts'
import type { SportProfile } from '#core/sports/profile.ts'
import { fixed } from '#core/quantities/write.ts'
import QuantityField from './QuantityField.vue'
import LayersPicture from './LayersPicture.vue'

/** What is on the frame: layers that are put on and taken off. */
const condition = defineModel<Condition>({ required: true })
const props = defineProps<{ profile: SportProfile; geometry: FrameGeometry; plain?: boolean }>()
const layers = computed(() => props.profile.layers)
const change = (part: Partial<Condition>) => (condition.value = { ...condition.value, ...part })

const GRIPS: { title: string; value: GripKind }[] = [
  { title: 'base grip', value: 'base' },
  { title: 'leather', value: 'leather' },
  { title: 'synthetic', value: 'synthetic' },
  { title: 'no grip', value: 'none' },
]
const strings = computed(() => [
  ...layers.value.stringKinds.map((k) => ({ title: `${k.name}, ${fixed(k.massG, 1)} g`, massG: k.massG })),
])
function addMass(): void {
  const item: AddedMass = {
    id: crypto.randomUUID(),
    name: 'tape',
    massG: 2,
    atCm: props.geometry.lengthCm - 1,
    offAxisCm: 0,
  }
  change({ added: [...condition.value.added, item] })
}
const edit = (id: string, part: Partial<AddedMass>) =>
  change({ added: condition.value.added.map((a) => (a.id === id ? { ...a, ...part } : a)) })
const remove = (id: string) => change({ added: condition.value.added.filter((a) => a.id !== id) })
const clampAt = (v: number) => Math.min(v, props.geometry.lengthCm)
</script>

<template>
  <div>
    <LayersPicture v-if="!plain" :condition="condition" :geometry="geometry" :profile="profile" />
    <div class="layers">
      <v-menu v-if="layers.strings" :close-on-content-click="false">
        <template #activator="{ props: menu }">
          <button v-bind="menu" type="button" class="layer" :class="{ on: condition.stringsG !== null }">
            {{ condition.stringsG === null ? 'Bare' : 'Strung' }}
            <span v-if="condition.stringsG !== null" class="figure">{{ fixed(condition.stringsG, 1) }} g</span>
          </button>
        </template>
        <div class="panel menu">
          <h2>Strings</h2>
          <v-btn-toggle
            role="group"
            :model-value="condition.stringsG === null ? 'bare' : 'strung'"
            mandatory
            aria-label="Strings"
            class="mb-3"
            @update:model-value="
              (v: string) => change({ stringsG: v === 'bare' ? null : (condition.stringsG ?? layers.strings!.massG) })
            "
          >
            <v-btn value="strung">Strung</v-btn><v-btn value="bare">Bare</v-btn>
          </v-btn-toggle>
          <template v-if="condition.stringsG !== null">
            <QuantityField
              quantity="mass"
              :length-cm="geometry.lengthCm"
              label="Mass of the bed"
              keep="strings-mass"
              :model-value="condition.stringsG"
              class="mb-2"
              @commit="(v) => change({ stringsG: v })"
            />
            <div class="kinds">
              <button
                v-for="kind in strings"
                :key="kind.title"
                type="button"
                class="layer"
                @click="change({ stringsG: kind.massG })"
              >
                {{ kind.title }}
              </button>
            </div>
          </template>
        </div>
      </v-menu>
      <v-menu>
        <template #activator="{ props: menu }">
          <button v-bind="menu" type="button" class="layer" :class="{ on: condition.grip !== 'none' }">
            {{ GRIPS.find((g) => g.value === condition.grip)!.title }}
            <span v-if="condition.grip !== 'none'" class="figure"
              >{{ fixed(layers.grips[condition.grip].massG, 0) }} g</span
            >
          </button>
        </template>
        <div class="panel menu kinds">
          <button v-for="g in GRIPS" :key="g.value" type="button" class="layer" @click="change({ grip: g.value })">
            {{ g.title }}
          </button>
        </div>
      </v-menu>
      <span class="layer" :class="{ on: condition.overgrips > 0 }">
        <button
          type="button"
          aria-label="One overgrip off"
          :disabled="condition.overgrips === 0"
          @click="change({ overgrips: condition.overgrips - 1 })"
        >
          −
        </button>
        {{ condition.overgrips === 1 ? '1 overgrip' : `${condition.overgrips} overgrips` }}
        <button
          type="button"
          aria-label="One overgrip on"
          :disabled="condition.overgrips >= 4"
          @click="change({ overgrips: condition.overgrips + 1 })"
        >
          +
        </button>
      </span>
      <button
        v-if="layers.dampener"
        type="button"
        class="layer"
        :class="{ on: condition.dampener }"
        :aria-pressed="condition.dampener"
        @click="change({ dampener: !condition.dampener })"
      >
        Dampener
      </button>
      <button
        type="button"
        class="layer"
        :class="{ on: condition.guardTapeG > 0 }"
        :aria-pressed="condition.guardTapeG > 0"
        @click="change({ guardTapeG: condition.guardTapeG > 0 ? 0 : layers.guardTape.massG })"
      >
        Guard tape <span v-if="condition.guardTapeG > 0" class="figure">{{ fixed(condition.guardTapeG, 1) }} g</span>
      </button>
      <button
        type="button"
        class="layer"
        :class="{ on: condition.film }"
        :aria-pressed="condition.film"
        @click="change({ film: !condition.film })"
      >
        Film
      </button>
      <v-menu :close-on-content-click="false">
        <template #activator="{ props: menu }">
          <button v-bind="menu" type="button" class="layer" :class="{ on: condition.added.length > 0 }">
            Added earlier
            <span v-if="condition.added.length > 0" class="figure"
              >{{
                fixed(
                  condition.added.reduce((sum, a) => sum + a.massG, 0),
                  1,
                )
              }}
              g</span
            >
          </button>
        </template>
        <div class="panel menu wide">
          <h2>Mass that is on it already</h2>
          <div v-for="item in condition.added" :key="item.id" class="added">
            <v-text-field
              :model-value="item.name"
              label="What"
              @change="(e: Event) => edit(item.id, { name: (e.target as HTMLInputElement).value })"
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
              @commit="(v) => edit(item.id, { atCm: clampAt(v) })"
            />
            <QuantityField
              quantity="length"
              :length-cm="geometry.lengthCm"
              label="Off the middle"
              :keep="`added-${item.id}-off`"
              :model-value="item.offAxisCm"
              @commit="(v) => edit(item.id, { offAxisCm: Math.min(v, 20) })"
            />
            <v-btn :icon="mdiClose" size="x-small" variant="text" aria-label="Take off" @click="remove(item.id)" />
          </div>
          <v-btn size="small" :prepend-icon="mdiPlus" @click="addMass">Add</v-btn>
          <p class="quiet mt-2 mb-0">Alike on both sides; weigh what comes off.</p>
        </div>
      </v-menu>
    </div>
  </div>
</template>

<style scoped>
.layers,
.kinds {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
}
.layer {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  min-height: 32px;
  padding: 2px 8px;
  border: 1.5px dashed rgb(var(--v-theme-line));
  border-radius: 5px;
  color: rgb(var(--v-theme-quiet));
  font-size: 13.5px;
  background: none;
}
.layer.on {
  border-style: solid;
  border-color: rgb(var(--v-theme-frame-edge));
  background: rgb(var(--v-theme-surface-variant));
  color: rgb(var(--v-theme-on-surface));
  font-weight: 600;
}
.layer .figure {
  font-weight: 400;
  font-size: 13px;
}
.layer button {
  min-width: 26px;
  min-height: 28px;
  font-size: 18px;
  line-height: 1;
}
.layer button:disabled {
  opacity: 0.35;
}
.kinds .layer {
  border-style: solid;
}
.menu {
  max-width: 340px;
  box-shadow: 0 6px 24px rgb(0 0 0 / 0.25);
}
.menu.wide {
  max-width: 600px;
}
.added {
  display: grid;
  grid-template-columns: 1.2fr 1fr 1fr 1fr 32px;
  gap: 6px;
  align-items: center;
  margin-bottom: 8px;
}
</style>
