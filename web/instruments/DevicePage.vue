<script setup lang="ts">
import { mdiArrowLeft } from '@mdi/js'
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import { useRoute } from 'vue-router'
import type { ReadQuantity } from '#core/quantities/units.ts'
import { METHODS } from '#core/sports/methods.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { problemText } from '../api/client.ts'
import { useDevices } from '../stores/devices.ts'
import { useShop } from '../stores/shop.ts'
import DeviceCheck from './DeviceCheck.vue'
import DeviceRecord from './DeviceRecord.vue'

/** One instrument: the guided check on known bodies, what is in force, and how it drifted. */
const props = defineProps<{ device: string }>()
const devices = useDevices()
const shop = useShop()
const route = useRoute()
const problem = ref('')
const device = computed(() => devices.deviceOf(props.device))
const methods = computed(() => METHODS.filter((m) => m.deviceKind === device.value?.kind))
const quantity = ref<ReadQuantity>('mass')
const method = computed(() => methods.value.find((m) => m.quantity === quantity.value) ?? methods.value[0])
const unit = computed(() =>
  quantity.value === 'balance' ? 'cm' : ['swingWeight', 'twistWeight'].includes(quantity.value) ? 'kg·cm²' : 'g',
)

onMounted(async () => {
  await Promise.all([devices.load(), shop.overview ? null : shop.load()]).catch(
    (e: unknown) => (problem.value = problemText(e)),
  )
  devices.listen()
  const wanted = route.query.reads as ReadQuantity | undefined
  quantity.value = methods.value.find((m) => m.quantity === wanted)?.quantity ?? methods.value[0]?.quantity ?? 'mass'
})
onBeforeUnmount(() => devices.stopListening())
</script>

<template>
  <div v-if="device" class="pa-6 page">
    <header class="d-flex align-center mb-3 ga-3 flex-wrap">
      <v-btn :to="{ name: 'devices' }" :prepend-icon="mdiArrowLeft" variant="text">Instruments</v-btn>
      <h1>{{ device.name }}</h1>
      <span class="quiet">{{ device.serial }}</span>
      <v-spacer />
      <v-btn-toggle v-if="methods.length > 1" v-model="quantity" role="group" mandatory aria-label="Reads">
        <v-btn v-for="m in methods" :key="m.quantity" :value="m.quantity" size="small">{{
          QUANTITY_NAMES[m.quantity]
        }}</v-btn>
      </v-btn-toggle>
    </header>
    <v-alert v-if="problem" type="error" variant="tonal" class="mb-3">{{ problem }}</v-alert>
    <div class="cols">
      <DeviceCheck
        v-if="method"
        v-model:problem="problem"
        :device="device"
        :quantity="quantity"
        :method="method"
        :unit="unit"
      />
      <DeviceRecord :device="device" :quantity="quantity" :unit="unit" :tolerance="method?.tolerance ?? 1" />
    </div>
  </div>
  <p v-else class="pa-6 quiet">{{ devices.overview ? 'There is no such instrument in this shop.' : 'Fetching…' }}</p>
</template>

<style scoped>
.page {
  max-width: 1240px;
  margin: 0 auto;
}
.cols {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px;
  align-items: start;
}
@media (max-width: 900px) {
  .cols {
    grid-template-columns: 1fr;
  }
}
</style>
