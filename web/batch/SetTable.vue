<script setup lang="ts">
import { computed, ref } from 'vue'
import { estimateOf, knownNumbers } from '#core/frame/state.ts'
import { QUANTITIES, type Quantity } from '#core/quantities/units.ts'
import { fixed, writeSpread, writeValue } from '#core/quantities/write.ts'
import type { BatchUnit } from '#contract/batch.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import CutLines from '../plan-editor/CutLines.vue'
import PlanPicture from '../plan-editor/PlanPicture.vue'
import { useShop } from '../stores/shop.ts'
import SortHead from './SortHead.vue'
import type { OpenSet } from './useSet.ts'
import { useUnitOrder } from './useUnitOrder.ts'

/** The units of a set with what each was and becomes, its pieces a touch away; below, the common target and how far apart they lie. */
const props = defineProps<{ set: OpenSet; lengthCm: number }>()
const emit = defineEmits<{ bench: [unit: BatchUnit] }>()
const shop = useShop()
const { set } = props
const write = (v: number, q: Quantity) => writeValue(v, q, shop.units, props.lengthCm)
const planOf = (id: string) => set.found.value?.plans.find((p) => p.id === id)?.plan ?? null
const numbers = computed(() =>
  QUANTITIES.filter((q) => set.chosen.value.every(({ summary }) => estimateOf(summary.state, q))),
)
const order = useUnitOrder(
  () => set.able.value.map((one) => ({ ...one, id: one.unit.id })),
  ({ id, unit, summary }) => ({ id, name: unit.name, numbers: knownNumbers(summary.state), rank: null }),
)
const opened = ref<string | null>(null)
const including = (id: string, on: boolean | null) =>
  (set.out.value = on ? set.out.value.filter((x) => x !== id) : [...set.out.value, id])
</script>

<template>
  <div class="scroll set">
    <table class="plain" aria-label="The set">
      <thead>
        <tr>
          <SortHead by="name" name="Unit" :order="order" />
          <SortHead v-for="q in numbers" :key="q" :by="q" :name="QUANTITY_NAMES[q]" :order="order" class="num" />
          <th class="num">Work</th>
          <th class="num">Added</th>
          <th />
        </tr>
      </thead>
      <tbody v-for="{ unit, summary } in order.rows.value" :key="unit.id">
        <tr :data-set-unit="unit.name">
          <td>
            <v-checkbox
              :model-value="!set.out.value.includes(unit.id)"
              :label="unit.name"
              @update:model-value="(v) => including(unit.id, v)"
            />
          </td>
          <td v-for="q in numbers" :key="q" class="num figure">
            <span class="measured">{{
              estimateOf(summary.state, q) ? write(estimateOf(summary.state, q)!.value, q) : '–'
            }}</span>
            <template v-if="planOf(unit.id) && estimateOf(planOf(unit.id)!.result, q)">
              <br /><span class="predicted">{{ write(estimateOf(planOf(unit.id)!.result, q)!.value, q) }}</span>
            </template>
          </td>
          <td class="num figure">
            <template v-if="planOf(unit.id)">{{ Math.ceil(planOf(unit.id)!.score.minutes) }} min</template>
          </td>
          <td class="num figure">
            <template v-if="planOf(unit.id)">+{{ fixed(planOf(unit.id)!.score.addedG, 1) }} g</template>
          </td>
          <td class="num">
            <template v-if="planOf(unit.id)">
              <v-btn
                size="small"
                variant="text"
                :aria-expanded="opened === unit.id"
                :data-testid="`pieces-${unit.name}`"
                @click="opened = opened === unit.id ? null : unit.id"
                >{{ planOf(unit.id)!.cuts.length }} {{ planOf(unit.id)!.cuts.length === 1 ? 'piece' : 'pieces' }}</v-btn
              >
              <v-btn size="small" :data-testid="`bench-${unit.name}`" @click="emit('bench', unit)">To the bench</v-btn>
            </template>
          </td>
        </tr>
        <tr v-if="opened === unit.id && planOf(unit.id)">
          <td :colspan="numbers.length + 4">
            <div class="pieces">
              <PlanPicture
                :cuts="planOf(unit.id)!.cuts"
                :materials="set.drawer.value"
                :work="set.work.value!"
                :label="`${unit.name} with its pieces`"
              />
              <CutLines :cuts="planOf(unit.id)!.cuts" :materials="set.drawer.value" :work="set.work.value!" />
            </div>
          </td>
        </tr>
      </tbody>
      <tfoot v-if="set.found.value">
        <tr>
          <td class="target"><b>Common target</b></td>
          <td v-for="q in numbers" :key="q" class="num figure target">
            {{ write(set.found.value.target[q]!.value, q) }}
            <small>±{{ writeSpread(set.found.value.target[q]!.tolerance, q, shop.units) }}</small>
          </td>
          <td colspan="3" />
        </tr>
        <tr>
          <td>Apart by, before and after</td>
          <td v-for="s in set.found.value.spread" :key="s.quantity" class="num figure">
            {{ writeSpread(s.before, s.quantity, shop.units) }} →
            <b :class="s.after <= s.tolerance + 1e-9 ? 'target' : 'predicted'">{{
              writeSpread(s.after, s.quantity, shop.units)
            }}</b>
            <small class="quiet"> of {{ writeSpread(s.tolerance, s.quantity, shop.units) }}</small>
          </td>
          <td colspan="3" />
        </tr>
      </tfoot>
    </table>
  </div>
</template>

<style scoped>
.set th:first-child,
.set td:first-child:not([colspan]) {
  position: sticky;
  left: 0;
  z-index: 1;
  background: rgb(var(--v-theme-surface));
}
.num {
  white-space: nowrap;
}
.pieces {
  display: grid;
  grid-template-columns: 320px 1fr;
  gap: 18px;
  align-items: center;
}
td :deep(.v-selection-control) {
  min-height: 32px;
}
</style>
