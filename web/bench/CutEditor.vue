<script setup lang="ts">
import { mdiDeleteOutline, mdiPlus } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import { massOf } from '#core/plan/cut.ts'
import { fixed } from '#core/quantities/write.ts'
import { placeText, stripsText } from '#contract/words.ts'
import { useShop } from '../stores/shop.ts'
import type { useBench } from './useBench.ts'

/** The piece in hand, typed: where it lies and how much of it there is. And a way to put on another. */
const props = defineProps<{ bench: ReturnType<typeof useBench> }>()
const shop = useShop()
const cut = computed(() => props.bench.selected.value)
const material = computed(() => (cut.value ? props.bench.materialOf(cut.value) : null))
const place = ref('')
const amount = ref('')
const problem = ref<{ place?: string; amount?: string }>({})
watch(
  cut,
  (now) => {
    place.value = now ? fixed(now.atCm, 1) : ''
    amount.value = now ? fixed(now.amount, 1) : ''
    problem.value = {}
  },
  { immediate: true },
)
function commit(field: 'place' | 'amount', text: string): void {
  const value = Number(
    text
      .trim()
      .replace(',', '.')
      .replace(/\s*(cm|g)$/, ''),
  )
  if (text.trim() === '' || !Number.isFinite(value) || value < 0) {
    problem.value = { [field]: 'Type a number.' }
    return
  }
  problem.value = {}
  if (!cut.value) return
  if (field === 'place') props.bench.setPlace(cut.value, value)
  else props.bench.setAmount(cut.value, value)
}
const choices = computed(() =>
  props.bench.work.value.profile.zones.map((zone) => ({
    zone,
    materials: shop.materials.filter((m) => (zone.place === 'handle' ? m.kind === 'fill' : m.kind === 'tape')),
  })),
)
</script>

<template>
  <div class="editor" :class="{ editing: cut }">
    <template v-if="cut && material">
      <b class="what">{{ material.name }}</b>
      <v-text-field
        v-if="cut.place !== 'grip'"
        :model-value="place"
        :label="cut.place === 'hoop' ? 'Middle, from tip' : 'From butt end'"
        suffix="cm"
        class="num"
        :error-messages="problem.place"
        data-testid="cut-place"
        @update:model-value="(v: string) => (place = v)"
        @change="commit('place', place)"
      />
      <v-text-field
        v-if="cut.place !== 'grip'"
        :model-value="amount"
        :label="material.kind === 'fill' ? 'Amount' : 'Each strip'"
        :suffix="material.kind === 'fill' ? 'g' : 'cm'"
        class="num"
        :error-messages="problem.amount"
        data-testid="cut-amount"
        @update:model-value="(v: string) => (amount = v)"
        @change="commit('amount', amount)"
      />
      <span class="figure"
        >{{ stripsText(cut, material, bench.work.value) }} =
        {{ fixed(massOf(cut, material, bench.work.value), 2) }} g</span
      >
      <span class="quiet where">{{ placeText(cut, bench.work.value) }}</span>
      <v-btn
        :icon="mdiDeleteOutline"
        size="small"
        variant="text"
        aria-label="Take this piece off"
        @click="bench.remove(cut)"
      />
    </template>
    <span v-else class="quiet">Pick a piece, or put one on:</span>
    <v-menu>
      <template #activator="{ props: menu }"
        ><v-btn v-bind="menu" :prepend-icon="mdiPlus" size="small" data-testid="add-piece">Piece</v-btn></template
      >
      <div class="panel add">
        <div v-for="{ zone, materials } in choices" :key="zone.id" class="zone">
          <span>{{ zone.name }}</span>
          <v-btn
            v-for="m in materials"
            :key="m.id"
            size="small"
            variant="text"
            :data-testid="`add-${zone.id}-${m.id}`"
            @click="bench.add(zone.id, m.id)"
            >{{ m.name }}</v-btn
          >
        </div>
        <div class="zone">
          <span>Grip</span
          ><v-btn
            v-for="m in shop.materials.filter((x) => x.kind === 'grip' || x.kind === 'overgrip')"
            :key="m.id"
            size="small"
            variant="text"
            @click="bench.add('grip', m.id)"
            >{{ m.name }}</v-btn
          >
        </div>
      </div>
    </v-menu>
  </div>
</template>

<style scoped>
.editor {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 10px;
  flex: 1;
  min-height: 42px;
}
.editing {
  flex-basis: 100%;
}
.num {
  width: 132px;
  flex: none;
}
.num :deep(input) {
  font-family: var(--kv-figure);
}
.where {
  font-size: 13px;
  flex: 1 1 180px;
  line-height: 1.2;
}
.add {
  box-shadow: 0 6px 24px rgb(0 0 0 / 0.25);
}
.zone {
  display: grid;
  grid-template-columns: 110px repeat(4, auto);
  align-items: center;
}
.zone span {
  font-weight: 600;
}
</style>
