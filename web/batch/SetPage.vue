<script setup lang="ts">
import { mdiArrowLeft } from '@mdi/js'
import { computed, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { estimateOf, knownNumbers } from '#core/frame/state.ts'
import { RIVAL_G, type SetAim } from '#core/planning/set/set.ts'
import { QUANTITIES, type Quantity } from '#core/quantities/units.ts'
import { fixed, writeSpread, writeValue } from '#core/quantities/write.ts'
import type { BatchUnit } from '#contract/batch.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { problemText } from '../api/client.ts'
import PlanPicture from '../plan-editor/PlanPicture.vue'
import AllowedWork from '../shared/AllowedWork.vue'
import CutLines from '../plan-editor/CutLines.vue'
import { useShop } from '../stores/shop.ts'
import SortHead from './SortHead.vue'
import { useBatch } from './useBatch.ts'
import { useUnitOrder } from './useUnitOrder.ts'
import { useSet } from './useSet.ts'

/** The units of a batch made alike: one target, a plan for each, and which two would be the easiest pair. */
const props = defineProps<{ id: string }>()
const shop = useShop()
const router = useRouter()
const batch = useBatch(props.id)
const set = useSet(batch)
const { body } = batch
const failed = ref('')
onMounted(async () => {
  try {
    await Promise.all([shop.load(), shop.loadDrawer()])
    await batch.open()
  } catch (error) {
    failed.value = problemText(error)
  }
})
const AIMS = computed((): { value: SetAim['kind']; title: string }[] => [
  { value: 'common', title: 'Least mass' },
  { value: 'heaviest', title: 'To the heaviest' },
  ...(body.value?.aim.kind === 'middle'
    ? []
    : [{ value: 'given' as const, title: batch.aimed.value?.name ?? 'To the aim' }]),
])
const write = (v: number, q: Quantity) => writeValue(v, q, shop.units, body.value!.geometry.lengthCm)
const planOf = (id: string) => set.found.value?.plans.find((p) => p.id === id)?.plan ?? null
const nameOf = (id: string) => body.value!.units.find((u) => u.id === id)?.name ?? ''
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
async function bench(unit: BatchUnit): Promise<void> {
  try {
    await router.push({ name: 'plan', params: { id: await set.toBench(unit) } })
  } catch (error) {
    failed.value = problemText(error)
  }
}
const verdict = computed(() => {
  const s = set.found.value
  if (!s) return ''
  const looking = set.looking.value
  if (looking && !(s.reached && s.inStock)) return 'Not alike yet: looking further…'
  if (!s.reached) return 'No common target found: this is the nearest.'
  if (!s.inStock) return 'There is not enough in the drawer for all of them.'
  const bound = `No common target takes less than ${fixed(s.leastG, 1)} g in all`
  if (s.proven) return `${bound}: half a gram a frame less is not to be had.`
  return looking ? `${bound}; looking for better…` : `${bound}; a better one may exist.`
})
</script>

<template>
  <div class="pa-6 page">
    <v-alert v-if="failed || set.problem.value" type="error" variant="tonal" class="mb-3">{{
      failed || set.problem.value
    }}</v-alert>
    <template v-if="body">
      <header class="d-flex align-center ga-3 mb-3 flex-wrap">
        <v-btn :to="{ name: 'batch', params: { id } }" :prepend-icon="mdiArrowLeft" variant="text">{{
          body.label
        }}</v-btn>
        <h1>Make them alike</h1>
        <v-spacer />
        <v-btn-toggle
          v-model="set.kind.value"
          mandatory
          density="compact"
          role="group"
          aria-label="What they should become"
        >
          <v-btn v-for="a in AIMS" :key="a.value" :value="a.value" size="small" :data-testid="`aim-${a.value}`">{{
            a.title
          }}</v-btn>
        </v-btn-toggle>
        <v-btn
          v-if="set.able.value.length > 2"
          size="small"
          :loading="set.pairing.value"
          data-testid="which-two"
          @click="set.choosePair()"
          >Which two?</v-btn
        >
      </header>
      <div class="wishes mb-2" role="group" aria-label="What may be done">
        <AllowedWork
          :limits="body.limits"
          :strung="batch.profile.value.layers.strings !== null"
          :minor="set.minor.value"
          @change="(part) => batch.save({ limits: { ...body!.limits, ...part } })"
        />
      </div>
      <section v-if="set.pairs.value" class="panel mb-3" data-testid="pairs">
        <h2>The easiest pairs</h2>
        <ol class="pairs">
          <li v-for="pair in set.pairs.value.slice(0, 5)" :key="pair.ids.join()">
            <button type="button" @click="set.only(pair.ids)">
              <b>{{ pair.ids.map(nameOf).join(' and ') }}</b>
              <span class="figure">{{
                pair.plan
                  ? pair.plan.reached
                    ? `+${fixed(pair.plan.totalG, 1)} g`
                    : 'cannot be made alike'
                  : pair.leastG === Infinity
                    ? 'cannot be made alike'
                    : `at least +${fixed(pair.leastG, 1)} g`
              }}</span>
            </button>
          </li>
        </ol>
        <p class="quiet mb-0">
          Of all {{ set.pairs.value.length }} pairs none takes {{ fixed(RIVAL_G, 1) }} g a frame less than the first.
        </p>
      </section>
      <section class="panel">
        <p v-if="set.able.value.length < 2" class="mb-0">
          Two units at least need weight and balance.
          <RouterLink :to="{ name: 'batch', params: { id } }">Read them</RouterLink>
        </p>
        <template v-else>
          <div class="d-flex align-baseline ga-3 mb-2 flex-wrap" role="status">
            <b v-if="!set.found.value && set.looking.value">Working it out…</b>
            <template v-else-if="set.found.value">
              <b data-testid="set-total">+{{ fixed(set.found.value.totalG, 1) }} g in all</b>
              <span :class="{ quiet: set.found.value.reached }" data-testid="set-verdict">{{ verdict }}</span>
              <v-btn v-if="set.looking.value" size="small" variant="text" data-testid="stop-set" @click="set.stop()"
                >Stop looking</v-btn
              >
            </template>
          </div>
          <table class="plain" aria-label="The set">
            <thead>
              <tr>
                <SortHead by="name" name="Unit" :order="order" />
                <SortHead v-for="q in numbers" :key="q" :by="q" :name="QUANTITY_NAMES[q]" :order="order" class="num" />
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
                      >{{ planOf(unit.id)!.cuts.length }}
                      {{ planOf(unit.id)!.cuts.length === 1 ? 'piece' : 'pieces' }}</v-btn
                    >
                    <v-btn size="small" :data-testid="`bench-${unit.name}`" @click="bench(unit)">To the bench</v-btn>
                  </template>
                </td>
              </tr>
              <tr v-if="opened === unit.id && planOf(unit.id)">
                <td :colspan="numbers.length + 3">
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
                <td colspan="2" />
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
                <td colspan="2" />
              </tr>
            </tfoot>
          </table>
          <p class="quiet mt-2 mb-0">
            Upper figure as measured, lower as planned. Alike: no two apart by more than one tolerance, so each is held
            to half of it about the common target.
          </p>
        </template>
      </section>
    </template>
    <p v-else-if="!failed" class="quiet">Fetching the batch…</p>
  </div>
</template>

<style scoped>
.page {
  max-width: 1300px;
  margin: 0 auto;
}
.wishes {
  display: flex;
  flex-wrap: wrap;
  column-gap: 22px;
}
.wishes :deep(.v-selection-control) {
  min-height: 30px;
}
.num {
  text-align: right !important;
}
.pairs {
  margin: 0 0 6px;
  padding-left: 22px;
}
.pairs button {
  display: flex;
  gap: 14px;
  padding: 3px 6px;
}
.pairs button:hover {
  text-decoration: underline;
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
