<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import type { Shop, StoredMaterial } from '#contract/entities.ts'
import { fixed } from '#core/quantities/write.ts'
import { problemText } from '../api/client.ts'
import { useShop } from '../stores/shop.ts'

const shop = useShop()
const problem = ref('')
const settings = computed(() => shop.overview?.shop)
onMounted(() => Promise.all([shop.load(), shop.loadDrawer()]).catch(say))

function say(error: unknown): void {
  problem.value = problemText(error)
}
const save = (change: Partial<Shop>) =>
  shop
    .saveShop(change)
    .then(() => (problem.value = ''))
    .catch(say)
const setUnit = (unit: Partial<Shop['units']>) =>
  settings.value && save({ units: { ...settings.value.units, ...unit } })

const latitudeProblem = ref('')
function saveLatitude(text: string): void {
  const value = text.trim() === '' ? null : Number(text.replace(',', '.').replace('−', '-'))
  latitudeProblem.value = value === null || Math.abs(value) <= 90 ? '' : 'From −90 to 90.'
  if (!latitudeProblem.value) void save({ latitudeDeg: value })
}
const stockText = ref<Record<string, string>>({})
const stockProblem = ref<Record<string, string>>({})
function saveNumber(material: StoredMaterial, field: 'stock' | 'unitMassG', text: string): void {
  const key = `${material.id} ${field}`
  stockText.value[key] = text
  const value = Number(text.replace(',', '.'))
  if (text.trim() === '' || !Number.isFinite(value) || value < 0 || (field === 'unitMassG' && value === 0)) {
    stockProblem.value[key] = 'Type a number, 0 or more.'
    return
  }
  delete stockProblem.value[key]
  shop
    .saveMaterial({ ...material, [field]: value })
    .then(() => delete stockText.value[key])
    .catch((error: unknown) => (stockProblem.value[key] = problemText(error)))
}
const unitOf = (m: StoredMaterial) => (m.kind === 'tape' ? 'cm' : m.kind === 'fill' ? 'g' : 'pieces')
const shown = (m: StoredMaterial, field: 'stock' | 'unitMassG') =>
  stockText.value[`${m.id} ${field}`] ?? String(Number(fixed(m[field], 3)))
</script>

<template>
  <div class="pa-6 shop">
    <h1 class="pb-4">Shop</h1>
    <v-alert v-if="problem" type="error" variant="tonal" class="mb-4">{{ problem }}</v-alert>
    <div v-if="settings" class="cols">
      <section class="panel">
        <h2>Settings</h2>
        <v-text-field
          :model-value="settings.name"
          label="Name of the shop"
          class="mb-3"
          @change="(e: Event) => save({ name: (e.target as HTMLInputElement).value })"
        />
        <v-text-field
          :model-value="settings.initials"
          label="Your initials"
          class="mb-3"
          @change="(e: Event) => save({ initials: (e.target as HTMLInputElement).value })"
        />
        <v-select
          :model-value="settings.units.mass"
          :items="['g', 'oz']"
          label="Weight in"
          class="mb-3"
          @update:model-value="(mass) => setUnit({ mass })"
        />
        <v-select
          :model-value="settings.units.balance"
          :items="['cm', 'mm', 'in', 'points']"
          label="Balance in"
          class="mb-3"
          @update:model-value="(balance) => setUnit({ balance })"
        />
        <v-select
          :model-value="settings.units.length"
          :items="['cm', 'mm', 'in']"
          label="Lengths in"
          class="mb-3"
          @update:model-value="(length) => setUnit({ length })"
        />
        <v-select
          :model-value="settings.paper"
          :items="[
            { title: 'A4', value: 'A4' },
            { title: 'Letter', value: 'LETTER' },
          ]"
          label="Paper"
          class="mb-3"
          @update:model-value="(paper) => save({ paper })"
        />
        <v-text-field
          :model-value="settings.latitudeDeg ?? ''"
          label="Latitude, for gravity"
          suffix="°"
          placeholder="standard gravity"
          :error-messages="latitudeProblem"
          @change="(e: Event) => saveLatitude((e.target as HTMLInputElement).value)"
        />
      </section>
      <section class="panel">
        <h2>In the drawer</h2>
        <table class="plain" aria-label="Stock">
          <thead>
            <tr>
              <th>Material</th>
              <th>Mass</th>
              <th>Left</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="m in shop.materials" :key="m.id">
              <td>
                <b>{{ m.name }}</b> <span v-if="m.lead" class="lead">lead</span>
              </td>
              <td class="num">
                <v-text-field
                  :model-value="shown(m, 'unitMassG')"
                  :aria-label="`Mass of ${m.name}`"
                  :suffix="m.kind === 'tape' ? 'g/cm' : m.kind === 'fill' ? '' : 'g'"
                  :disabled="m.kind === 'fill'"
                  :error-messages="stockProblem[`${m.id} unitMassG`]"
                  @change="(e: Event) => saveNumber(m, 'unitMassG', (e.target as HTMLInputElement).value)"
                />
              </td>
              <td class="num">
                <v-text-field
                  :model-value="shown(m, 'stock')"
                  :aria-label="`${m.name} left`"
                  :suffix="unitOf(m)"
                  :error-messages="stockProblem[`${m.id} stock`]"
                  @change="(e: Event) => saveNumber(m, 'stock', (e.target as HTMLInputElement).value)"
                />
              </td>
            </tr>
          </tbody>
        </table>
        <p v-if="shop.loaded && shop.materials.length === 0" class="mb-0">
          The drawer is empty. Nothing can be planned until there is something to add.
        </p>
        <p class="quiet mt-3 mb-0">Makes of tape differ by half: weigh 20 cm and type its mass per cm.</p>
      </section>
    </div>
  </div>
</template>

<style scoped>
.shop {
  max-width: 1100px;
  margin: 0 auto;
}
.cols {
  display: grid;
  grid-template-columns: 320px 1fr;
  gap: 16px;
  align-items: start;
}
.num {
  width: 170px;
}
.lead {
  font-size: 12px;
  font-weight: 700;
  border: 1px solid rgb(var(--v-theme-error));
  color: rgb(var(--v-theme-error));
  border-radius: 3px;
  padding: 0 5px;
}
@media (max-width: 760px) {
  .cols {
    grid-template-columns: 1fr;
  }
}
</style>
