<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import type { Shop } from '#contract/shop.ts'
import { ORDER_NAMES } from '#contract/messages/build.ts'
import { WORK_ORDERS } from '#core/workorder/marks.ts'
import { countNotTaken } from '../browser/notTaken.ts'
import { typedIn } from '../browser/typedIn.ts'
import { problemText } from '../api/client.ts'
import BackupPanel from './BackupPanel.vue'
import IntervalsPanel from './IntervalsPanel.vue'
import { useShop } from '../stores/shop.ts'

const shop = useShop()
const problem = ref('')
const settings = computed(() => shop.overview?.shop)
onMounted(() => shop.load().catch(say))

function say(error: unknown): void {
  problem.value = problemText(error)
}
const save = (change: Partial<Shop>) => shop.saveShop(change)
const setUnit = (unit: Partial<Shop['units']>) =>
  settings.value && save({ units: { ...settings.value.units, ...unit } })

/** The time zone that this browser stands in: most likely the shop's. */
const here = Intl.DateTimeFormat().resolvedOptions().timeZone
const zones = [here, ...Intl.supportedValuesOf('timeZone').filter((zone) => zone !== here)]

const latitudeProblem = ref('')
countNotTaken(latitudeProblem)
function saveLatitude(text: string): void {
  const value = text.trim() === '' ? null : Number(text.replace(',', '.').replace('−', '-'))
  latitudeProblem.value = value === null || Math.abs(value) <= 90 ? '' : 'From −90 to 90.'
  if (!latitudeProblem.value) save({ latitudeDeg: value })
}
</script>

<template>
  <div class="pa-6 shop">
    <h1 class="pb-4">Shop</h1>
    <v-alert v-if="problem" type="error" variant="tonal" class="mb-4">{{ problem }}</v-alert>
    <div v-if="settings" class="settings">
      <section class="panel">
        <v-text-field
          :model-value="settings.name"
          label="Name of the shop"
          class="mb-3"
          @change="(e: Event) => save({ name: typedIn(e) })"
        />
        <v-text-field
          :model-value="settings.initials"
          label="Your initials"
          class="mb-3"
          @change="(e: Event) => save({ initials: typedIn(e) })"
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
        <v-select
          :model-value="settings.acceptance"
          :items="[
            { title: 'Guarded: the whole ± lies inside', value: 'guarded' },
            { title: 'Simple: the figure lies inside', value: 'simple' },
          ]"
          label="A number passes (JCGM 106)"
          class="mb-3"
          data-testid="acceptance"
          @update:model-value="(acceptance) => save({ acceptance })"
        />
        <v-select
          :model-value="settings.workOrder"
          :items="WORK_ORDERS.map((value) => ({ title: ORDER_NAMES[value], value }))"
          label="Order of work"
          class="mb-3"
          @update:model-value="(workOrder) => save({ workOrder })"
        />
        <v-autocomplete
          :model-value="settings.timeZone || null"
          :items="zones"
          label="Days begin and end in"
          :placeholder="here"
          persistent-placeholder
          clearable
          :hint="settings.timeZone ? '' : `As the computer that Kevro runs on has it. This one is in ${here}.`"
          persistent-hint
          class="mb-3"
          data-testid="time-zone"
          @update:model-value="(zone: string | null) => save({ timeZone: zone ?? '' })"
        />
        <v-text-field
          :model-value="settings.latitudeDeg ?? ''"
          label="Latitude, for gravity"
          suffix="°"
          placeholder="standard gravity"
          :error-messages="latitudeProblem"
          @change="(e: Event) => saveLatitude(typedIn(e))"
        />
        <p class="mt-4 mb-0">
          <RouterLink :to="{ name: 'own-school' }">{{
            settings.ownSchool?.name ?? 'A school of tuning of your own'
          }}</RouterLink>
        </p>
      </section>
      <div class="beside">
        <IntervalsPanel />
        <BackupPanel :second="settings.backupFolder" @second="(backupFolder) => save({ backupFolder })" />
      </div>
    </div>
  </div>
</template>

<style scoped>
.shop {
  max-width: 1100px;
  margin: 0 auto;
}
.settings {
  display: grid;
  grid-template-columns: minmax(260px, 380px) minmax(0, 1fr);
  gap: 16px;
  align-items: start;
}
.beside {
  display: grid;
  gap: 16px;
}
@media (max-width: 860px) {
  .settings {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
