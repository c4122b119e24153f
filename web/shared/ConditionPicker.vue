<script setup lang="ts">
import { computed } from 'vue'
import type { Condition } from '#core/frame/condition.ts'
import type { GripKind } from '#core/sports/kinds.ts'
import type { FrameGeometry } from '#core/geometry/outline.ts'
import type { SportProfile } from '#core/sports/profile.ts'
import { fixed } from '#core/quantities/write.ts'
import AddedMenu from './AddedMenu.vue'
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
      <AddedMenu
        :geometry="geometry"
        :profile="profile"
        :model-value="condition.added"
        @update:model-value="(added) => change({ added })"
      />
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
.kinds .layer {
  border-style: solid;
}
.menu {
  max-width: 340px;
  box-shadow: 0 6px 24px rgb(0 0 0 / 0.25);
}
</style>
