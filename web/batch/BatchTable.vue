<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, onMounted, ref } from 'vue'
import { batchSpread } from '#core/compare/pick.ts'
import { knownNumbers } from '#core/frame/state.ts'
import { QUANTITIES, type Quantity } from '#core/quantities/units.ts'
import { writeSpread, writeValue } from '#core/quantities/write.ts'
import type { BatchUnit } from '#contract/batch.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { typedIn } from '../browser/typedIn.ts'
import MarkGlyph from '../shared/MarkGlyph.vue'
import { useDevices, type Receiver } from '../stores/devices.ts'
import { useShop } from '../stores/shop.ts'
import BatchCell from './BatchCell.vue'
import SortHead from './SortHead.vue'
import type { OpenBatch } from './useBatch.ts'
import { useUnitOrder } from './useUnitOrder.ts'

/** The units of a batch in rows: Enter goes along a row, then to the next unit; what an instrument sends goes to the unit in hand. */
const props = defineProps<{
  batch: OpenBatch
  /** The unit that is nearest to what is wanted. */
  best: string | null
}>()
const emit = defineEmits<{ bench: [unit: BatchUnit] }>()
const shop = useShop()
const devices = useDevices()
const { batch } = props
const { summaries, ranking, wanted } = batch
const body = computed(() => batch.body.value!)
const units = computed(() => shop.units)
const lengthCm = computed(() => body.value.geometry.lengthCm)
const write = (v: number, q: Quantity) => writeValue(v, q, units.value, lengthCm.value)
const summaryOf = (id: string) => summaries.value.find((s) => s.unit.id === id)!.summary
const rankOf = (id: string) => ranking.value.findIndex((r) => r.id === id)
const offOf = (id: string, q: Quantity) => ranking.value.find((r) => r.id === id)?.off[q] ?? null
const anyAim = computed(() => Object.keys(wanted.value).length > 0)
const spreadOf = (q: Quantity) =>
  batchSpread(
    summaries.value.map(({ summary }) => summary),
    q,
  )
const order = useUnitOrder(
  () => body.value.units,
  ({ id, name }) => {
    const rank = rankOf(id)
    const numbers = knownNumbers(summaryOf(id).state)
    return { id, name, numbers, rank: anyAim.value && rank >= 0 ? rank : null }
  },
)
const { rows } = order
const row = ref(0)
const column = ref(0)
const fields = ref<Record<string, InstanceType<typeof BatchCell> | null>>({})
const cell = (unit: BatchUnit, q: Quantity) => `${unit.id}-${q}`
function go(r: number, c: number): void {
  row.value = r
  column.value = c
  const unit = rows.value[r]
  const quantity = QUANTITIES[c]
  if (unit && quantity) void nextTick(() => fields.value[cell(unit, quantity)]?.focus())
}
/** Enter goes along the row, then to the next unit. */
function next(): void {
  if (column.value < QUANTITIES.length - 1) go(row.value, column.value + 1)
  else if (row.value < body.value.units.length - 1) go(row.value + 1, 0)
  else go(0, 0)
}
function focusOn(r: number, c: number): void {
  row.value = r
  column.value = c
  devices.focused = receivers[c] ?? null
}
/** An instrument's reading goes to the unit in hand. */
const receivers = QUANTITIES.map((quantity): Receiver => ({
  quantity,
  take: (sent) => {
    const unit = rows.value[row.value]
    if (!unit) return false
    batch.addReading(unit.id, quantity, sent.raw, String(Number(sent.raw.toFixed(3))), sent)
  },
}))
const leave = receivers.map((r) => devices.receive(r))
onBeforeUnmount(() => leave.forEach((off) => off()))

const rename = (unit: BatchUnit, name: string) =>
  name.trim() &&
  batch.save({ units: body.value.units.map((u) => (u.id === unit.id ? { ...u, name: name.trim() } : u)) })
/** A unit that was added is the one in hand. */
defineExpose({ go })
onMounted(() => body.value.units.length > 0 && go(0, 0))
</script>

<template>
  <div class="scroll">
    <table class="plain units">
      <thead>
        <tr>
          <SortHead by="name" name="Unit" :order="order" />
          <SortHead v-for="q in QUANTITIES" :key="q" :by="q" :name="QUANTITY_NAMES[q]" :order="order" />
          <SortHead by="pick" name="Pick" :order="order" />
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="(unit, r) in rows"
          :key="unit.id"
          :class="{ inHand: r === row, best: best === unit.id }"
          :data-unit="unit.name"
        >
          <td>
            <input
              :value="unit.name"
              class="name"
              aria-label="Unit"
              @focus="row = r"
              @change="(e: Event) => rename(unit, typedIn(e))"
            />
          </td>
          <td v-for="(q, c) in QUANTITIES" :key="q">
            <BatchCell
              :ref="(el) => (fields[cell(unit, q)] = el as never)"
              :unit="unit"
              :quantity="q"
              :summary="summaryOf(unit.id).quantities[q]"
              :off="offOf(unit.id, q)"
              :length-cm="lengthCm"
              @commit="(value, typed) => batch.addReading(unit.id, q, value, typed)"
              @next="next"
              @focused="focusOn(r, c)"
              @remove="(id) => batch.removeReading(unit.id, id)"
            />
          </td>
          <td>
            <b v-if="anyAim && unit.readings.length > 0" class="figure">{{ rankOf(unit.id) + 1 }}.</b>
            <small v-if="unit.reservedFor" class="reserved">kept for {{ unit.reservedFor }}</small>
            <br />
            <router-link v-if="unit.jobId" :to="{ name: 'bench', params: { id: unit.jobId } }"
              >on the bench</router-link
            >
            <v-btn v-else size="small" :disabled="unit.readings.length === 0" @click="emit('bench', unit)"
              >To the bench</v-btn
            >
          </td>
        </tr>
      </tbody>
      <tfoot>
        <tr>
          <td class="quiet">apart by</td>
          <td v-for="q in QUANTITIES" :key="q" class="figure quiet">
            <template v-if="spreadOf(q)"
              >{{ writeSpread(spreadOf(q)!.by, q, units)
              }}<small class="told">{{ spreadOf(q)!.isTold ? 'told apart' : 'cannot be told apart' }}</small></template
            >
          </td>
          <td />
        </tr>
        <tr v-if="anyAim">
          <td><MarkGlyph kind="target" /> wanted</td>
          <td v-for="q in QUANTITIES" :key="q" class="figure target">
            {{ wanted[q] === undefined ? 'not known' : write(wanted[q]!, q) }}
          </td>
          <td />
        </tr>
      </tfoot>
    </table>
  </div>
</template>

<style scoped>
.units {
  table-layout: fixed;
  /* Each of the four has room for its field; on a phone the table moves sideways under the names of the units. */
  min-width: 800px;
}
.units :is(td, th):first-child {
  position: sticky;
  left: 0;
  z-index: 1;
  background: rgb(var(--v-theme-surface));
}
.units td {
  vertical-align: top;
}
tr.inHand td:first-child {
  box-shadow: inset 4px 0 rgb(var(--v-theme-primary));
}
tr.best,
tr.best > td:first-child {
  background: linear-gradient(rgba(var(--v-theme-target), 0.1) 0 0) rgb(var(--v-theme-surface));
}
.name {
  width: 100%;
  font: inherit;
  font-weight: 650;
  color: inherit;
  background: none;
  border: 1px solid transparent;
  padding: 8px;
  border-radius: 4px;
}
.told {
  display: block;
  font-family: var(--kv-text);
}
.reserved {
  display: block;
  font-weight: 600;
}
.name:hover,
.name:focus {
  border-color: rgb(var(--v-theme-line));
}
.units th:first-child,
.units th:last-child {
  width: 130px;
}
@media (max-width: 640px) {
  .units th:first-child {
    width: 92px;
  }
}
</style>
