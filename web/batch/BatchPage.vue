<script setup lang="ts">
import { mdiPlus, mdiRedo, mdiUndo } from '@mdi/js'
import { computed, nextTick, onBeforeUnmount, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { ownSpread } from '#core/compare/pick.ts'
import { knownNumbers } from '#core/frame/state.ts'
import { QUANTITIES, type Quantity } from '#core/quantities/units.ts'
import { writeSpread, writeValue } from '#core/quantities/write.ts'
import type { BatchUnit } from '#contract/batch.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { problemText } from '../api/client.ts'
import MarkGlyph from '../shared/MarkGlyph.vue'
import { useDevices, type Receiver } from '../stores/devices.ts'
import { useShop } from '../stores/shop.ts'
import ConditionPicker from '../shared/ConditionPicker.vue'
import InstrumentStrip from '../instruments/InstrumentStrip.vue'
import AimPicker from './AimPicker.vue'
import BatchCell from './BatchCell.vue'
import PickVerdict from './PickVerdict.vue'
import { jobOfUnit } from './jobOfUnit.ts'
import SortHead from './SortHead.vue'
import { useBatch } from './useBatch.ts'
import { useUnitOrder } from './useUnitOrder.ts'

/** Several units of one model, read in a row and set side by side. */
const props = defineProps<{ id: string }>()
const shop = useShop()
const devices = useDevices()
const router = useRouter()
const batch = useBatch(props.id)
const { body, summaries, ranking, wanted } = batch
const problem = ref('')
onMounted(async () => {
  try {
    await Promise.all([shop.load(), shop.loadDrawer()])
    await batch.open()
    if (batch.body.value!.units.length > 0) go(0, 0)
  } catch (error) {
    problem.value = problemText(error)
  }
})
const units = computed(() => shop.units)
const lengthCm = computed(() => body.value?.geometry.lengthCm ?? 0)
const write = (v: number, q: Quantity) => writeValue(v, q, units.value, lengthCm.value)
const summaryOf = (id: string) => summaries.value.find((s) => s.unit.id === id)!.summary
const rankOf = (id: string) => ranking.value.findIndex((r) => r.id === id)
const offOf = (id: string, q: Quantity) => ranking.value.find((r) => r.id === id)?.off[q] ?? null
const nameOf = (id: string) => body.value!.units.find((u) => u.id === id)!.name
const anyAim = computed(() => Object.keys(wanted.value).length > 0)
const pick = computed(() =>
  anyAim.value && ranking.value.length > 1 && Number.isFinite(ranking.value[0].distance) ? ranking.value[0] : null,
)
/** How far the batch lies apart, and whether the readings can tell: one instrument's calibration moves all units alike and is left out. */
const spreadOf = (q: Quantity) => {
  const known = summaries.value.filter(({ summary }) => summary.quantities[q].combined)
  if (known.length < 2) return null
  const all = known.map(({ summary }) => summary.quantities[q].combined!.value)
  const by = Math.max(...all) - Math.min(...all)
  const own = known.map(({ summary }) => ownSpread(summary, q)).sort((a, b) => b - a)
  return { by, told: by > 2 * Math.hypot(own[0], own[1]) }
}
const order = useUnitOrder(
  () => body.value?.units ?? [],
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
  if (unit) void nextTick(() => fields.value[cell(unit, QUANTITIES[c])]?.focus())
}
/** Enter goes along the row, then to the next unit. */
function next(): void {
  if (column.value < QUANTITIES.length - 1) go(row.value, column.value + 1)
  else if (row.value < body.value!.units.length - 1) go(row.value + 1, 0)
  else go(0, 0)
}
function focusOn(r: number, c: number): void {
  row.value = r
  column.value = c
  devices.focused = receivers[c]
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

function addUnit(): void {
  const units = body.value!.units
  batch.save({
    units: [
      ...units,
      { id: crypto.randomUUID(), name: `${units.length + 1}`, readings: [], jobId: null, reservedFor: '' },
    ],
  })
  go(units.length, 0)
}
const rename = (unit: BatchUnit, name: string) =>
  name.trim() &&
  batch.save({ units: body.value!.units.map((u) => (u.id === unit.id ? { ...u, name: name.trim() } : u)) })

async function toJob(unit: BatchUnit): Promise<void> {
  const b = body.value!
  try {
    const id = await jobOfUnit(b, unit, shop.initials)
    batch.save({ units: b.units.map((u) => (u.id === unit.id ? { ...u, jobId: id } : u)) })
    await batch.send()
    await router.push({ name: 'bench', params: { id } })
  } catch (error) {
    problem.value = problemText(error)
  }
}
</script>

<template>
  <div class="pa-6 page">
    <v-alert v-if="problem || batch.problem.value" type="error" variant="tonal" class="mb-3">{{
      problem || batch.problem.value
    }}</v-alert>
    <template v-if="body">
      <header class="d-flex align-center ga-3 mb-3 flex-wrap">
        <h1>{{ body.label }}</h1>
        <span class="quiet">{{ batch.profile.value.name }}</span>
        <v-spacer />
        <AimPicker
          :model-value="body.aim"
          :sport="body.sport"
          class="aim"
          @update:model-value="(aim) => batch.save({ aim })"
        />
        <v-btn
          :icon="mdiUndo"
          size="small"
          variant="text"
          aria-label="Undo"
          :disabled="!batch.canUndo.value"
          data-testid="undo-batch"
          @click="batch.stepBack('undo')"
        />
        <v-btn
          :icon="mdiRedo"
          size="small"
          variant="text"
          aria-label="Redo"
          :disabled="!batch.canRedo.value"
          @click="batch.stepBack('redo')"
        />
        <v-btn
          v-if="body.units.length > 1"
          :to="{ name: 'set', params: { id } }"
          data-testid="make-alike"
          @click="batch.send()"
          >Make them alike</v-btn
        >
        <v-btn v-if="body.units.length > 0" :to="{ name: 'choice', params: { id } }" data-testid="choice-card"
          >Choice card</v-btn
        >
        <v-btn :prepend-icon="mdiPlus" data-testid="add-unit" @click="addUnit">Unit</v-btn>
      </header>
      <ConditionPicker
        plain
        class="mb-3"
        :profile="batch.profile.value"
        :geometry="body.geometry"
        :model-value="body.condition"
        @update:model-value="(condition) => batch.save({ condition })"
      />
      <InstrumentStrip class="mb-3" />
      <section class="panel">
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
              :class="{ inHand: r === row, best: pick?.id === unit.id }"
              :data-unit="unit.name"
            >
              <td>
                <input
                  :value="unit.name"
                  class="name"
                  aria-label="Unit"
                  @focus="row = r"
                  @change="(e: Event) => rename(unit, (e.target as HTMLInputElement).value)"
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
                <v-btn v-else size="small" :disabled="unit.readings.length === 0" @click="toJob(unit)"
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
                  }}<small class="told">{{
                    spreadOf(q)!.told ? 'told apart' : 'cannot be told apart'
                  }}</small></template
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
        <PickVerdict
          v-if="pick"
          :ranking="ranking"
          :apart="batch.apart.value"
          :name="nameOf"
          :cautions="batch.cautions"
          :aim="batch.aimed.value?.name ?? 'the middle of the batch'"
        />
        <p v-if="body.units.length === 0" class="quiet mb-0">
          Add the first unit, then type its four numbers; Enter goes on to the next.
        </p>
      </section>
    </template>
    <p v-else-if="!problem" class="quiet">Fetching the batch…</p>
  </div>
</template>

<style scoped>
.page {
  max-width: 1400px;
  margin: 0 auto;
}
.aim {
  max-width: 330px;
}
.name:hover,
.name:focus {
  border-color: rgb(var(--v-theme-line));
}
.units {
  table-layout: fixed;
}
.units th:first-child,
.units th:last-child {
  width: 130px;
}
.units td {
  vertical-align: top;
}
tr.inHand td:first-child {
  box-shadow: inset 4px 0 rgb(var(--v-theme-primary));
}
tr.best {
  background: rgba(var(--v-theme-target), 0.1);
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
</style>
