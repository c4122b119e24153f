<script setup lang="ts">
import { ref } from 'vue'
import type { ReadQuantity } from '#core/quantities/units.ts'
import { problemText } from '../api/client.ts'
import PlainNumber from '../shared/PlainNumber.vue'
import { useDevices } from '../stores/devices.ts'

/** A body of known value that the shop has: a check mass, a bar, a gauge. */
const props = defineProps<{ quantity: ReadQuantity; unit: string }>()
const devices = useDevices()
const name = ref('')
const value = ref<number | null>(null)
const half = ref<number | null>(null)
const problem = ref('')
async function add(): Promise<void> {
  if (value.value === null || half.value === null) {
    problem.value = 'Type its value and how well it is known.'
    return
  }
  try {
    await devices.saveBody({
      id: crypto.randomUUID(),
      name: name.value.trim(),
      quantity: props.quantity,
      value: value.value,
      u: half.value / 2,
    })
    name.value = ''
    value.value = half.value = null
    problem.value = ''
  } catch (error) {
    problem.value = problemText(error)
  }
}
</script>

<template>
  <details class="mt-3">
    <summary>Add a known body</summary>
    <form class="form" @submit.prevent="add">
      <v-text-field v-model="name" label="Name" :error-messages="problem" />
      <PlainNumber v-model="value" label="Value" :suffix="unit" :min="0" />
      <PlainNumber v-model="half" label="± on its certificate" :suffix="unit" :min="0" />
      <v-btn type="submit">Add</v-btn>
    </form>
  </details>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: 1.4fr 1fr 1fr auto;
  gap: 8px;
  padding-top: 10px;
  align-items: start;
}
@media (max-width: 600px) {
  .form {
    grid-template-columns: 1fr;
  }
}
</style>
