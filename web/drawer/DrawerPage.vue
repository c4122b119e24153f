<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { amountText, perCounted } from '#core/cuts/ruler.ts'
import { STOCKED_KINDS } from '#core/sports/kinds.ts'
import { fixed } from '#core/quantities/write.ts'
import type { StoredMaterial } from '#contract/entities.ts'
import { plannedSchema, type Planned } from '#contract/planned.ts'
import { MATERIAL_KIND_NAMES } from '#contract/messages/names.ts'
import { call, problemText } from '../api/client.ts'
import { useShop } from '../stores/shop.ts'
import MaterialForm from './MaterialForm.vue'

/** What the shop has to add: by kind, with what it weighs, what it costs and what is left. */
const shop = useShop()
const problem = ref('')
const openId = ref<string | null>(null)
const adding = ref(false)
const showRetired = ref(false)
onMounted(() => shop.loadDrawer().catch((error: unknown) => (problem.value = problemText(error))))
/** What open jobs have planned to take out. */
const planned = shallowRef<Planned>([])
onMounted(async () => (planned.value = await call(plannedSchema, 'GET', '/drawer/planned').catch(() => [])))
const plannedOf = (m: StoredMaterial) => planned.value.find((p) => p.materialId === m.id)
function plannedText(m: StoredMaterial): string {
  const all = plannedOf(m)
  if (!all) return ''
  const numbers = all.jobs.map((job) => job.number).join(', ')
  return `${amountText(all.amount, m)} planned by ${all.jobs.length === 1 ? 'job' : 'jobs'} ${numbers}`
}
function costText(m: StoredMaterial): string {
  if (m.cost === null) return '–'
  const cost = m.cost * perCounted(m)
  return fixed(cost, cost < 0.1 ? 3 : 2)
}
const groups = computed(() =>
  STOCKED_KINDS.map((kind) => ({
    kind,
    materials: shop.materials.filter((m) => m.kind === kind && m.retired === showRetired.value),
  })).filter((group) => group.materials.length > 0),
)
const retired = computed(() => shop.materials.filter((m) => m.retired).length)
const open = computed(() => shop.materials.find((m) => m.id === openId.value) ?? null)
const massText = (m: StoredMaterial) =>
  m.kind === 'fill'
    ? 'by the gram'
    : m.kind === 'tape' || m.kind === 'sleeve'
      ? fixed(m.unitMassG, 4)
      : fixed(m.unitMassG, 2)
const massUnit = (m: StoredMaterial) =>
  m.kind === 'fill' ? '' : m.kind === 'tape' || m.kind === 'sleeve' ? 'g/cm' : 'g each'
function look(m: StoredMaterial): void {
  adding.value = false
  openId.value = openId.value === m.id ? null : m.id
}
function add(): void {
  openId.value = null
  adding.value = true
}
</script>

<template>
  <div class="pa-6 page">
    <header class="d-flex align-center ga-3 pb-4">
      <h1>Drawer</h1>
      <v-spacer />
      <v-btn v-if="retired > 0 || showRetired" size="small" @click="showRetired = !showRetired">{{
        showRetired ? 'What is kept' : `No longer kept: ${retired}`
      }}</v-btn>
      <v-btn :prepend-icon="mdiPlus" color="primary" variant="flat" data-testid="add-material" @click="add"
        >Material</v-btn
      >
    </header>
    <v-alert v-if="problem" type="error" variant="tonal" class="mb-4">{{ problem }}</v-alert>
    <div class="cols" :class="{ open: open || adding }">
      <section class="panel">
        <table class="plain stacks" aria-label="Stock">
          <thead>
            <tr>
              <th>Material</th>
              <th class="num">Mass</th>
              <th class="num">Left</th>
              <th class="num">Cost</th>
              <th>Of note</th>
            </tr>
          </thead>
          <tbody v-for="group in groups" :key="group.kind">
            <tr class="group">
              <th colspan="5" scope="rowgroup">{{ MATERIAL_KIND_NAMES[group.kind] }}</th>
            </tr>
            <tr
              v-for="m in group.materials"
              :key="m.id"
              :class="{ chosen: m.id === openId, out: m.stock <= 0 }"
              :data-material="m.id"
              @click="look(m)"
            >
              <td>
                <button type="button" :aria-expanded="m.id === openId">{{ m.name }}</button>
              </td>
              <td class="num figure" data-head="Mass">
                {{ massText(m) }} <small class="quiet">{{ massUnit(m) }}</small>
              </td>
              <td class="num figure" data-head="Left">
                {{ amountText(m.stock, m) }}
              </td>
              <td class="num figure" data-head="Cost">{{ costText(m) }}</td>
              <td class="notes">
                <span v-if="m.lead" class="lead">lead</span>
                <small v-if="m.reusable" class="quiet">used again</small>
                <small v-if="m.cureHours !== null" class="quiet">cures {{ fixed(m.cureHours, 0) }} h</small>
                <small v-if="m.stock <= 0" class="quiet">none left</small>
                <small
                  v-if="plannedText(m)"
                  :class="plannedOf(m)!.amount > m.stock ? 'over' : 'quiet'"
                  data-testid="planned"
                  >{{ plannedText(m) }}</small
                >
              </td>
            </tr>
          </tbody>
        </table>
        <p v-if="shop.loaded && groups.length === 0" class="mb-0">
          The drawer is empty. Nothing can be planned until there is something to add.
        </p>
        <p class="quiet mt-3 mb-0">
          What a signed build used is taken out by itself, and put back when the signature is undone.
        </p>
      </section>
      <MaterialForm
        v-if="open || adding"
        :key="open?.id ?? 'new'"
        :material="open"
        @close="((openId = null), (adding = false))"
        @made="(id) => ((openId = id), (adding = false))"
      />
    </div>
  </div>
</template>

<style scoped>
.over {
  color: rgb(var(--v-theme-error));
  font-weight: 650;
}
.page {
  max-width: 1240px;
  margin: 0 auto;
}
.cols {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 16px;
  align-items: start;
}
.cols.open {
  grid-template-columns: minmax(0, 1fr) 400px;
}
tbody tr:not(.group) {
  cursor: pointer;
}
tr.chosen {
  background: rgba(var(--v-theme-primary), 0.1);
}
tr.out td {
  color: rgb(var(--v-theme-quiet));
}
td button {
  font-weight: 650;
}
.group th {
  padding-top: 14px !important;
}
.notes > * {
  margin-right: 8px;
}
.lead {
  font-size: 12px;
  font-weight: 700;
  border: 1px solid rgb(var(--v-theme-error));
  color: rgb(var(--v-theme-error));
  border-radius: 3px;
  padding: 0 5px;
}
@media (max-width: 600px) {
  table {
    --kv-stack: 3;
  }
  .notes {
    grid-column: 1 / -1;
  }
}
@media (max-width: 900px) {
  .cols.open {
    grid-template-columns: 1fr;
  }
}
</style>
