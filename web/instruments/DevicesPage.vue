<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { DEVICE_KINDS, type DeviceKind } from '#core/sports/profile.ts'
import { METHODS } from '#core/sports/methods.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { problemText } from '../api/client.ts'
import { writeTime } from '../browser/writeTime.ts'
import { useDevices } from '../stores/devices.ts'

/** The shop's instruments: how each stands, when it was last checked, and the morning's check. */
const devices = useDevices()
const problem = ref('')
const adding = ref(false)
const name = ref('')
const kind = ref<DeviceKind>('scale')
onMounted(() => {
  devices.load().catch((e: unknown) => (problem.value = problemText(e)))
  devices.listen()
})
onBeforeUnmount(() => devices.stopListening())

const KIND_NAMES: Record<DeviceKind, string> = {
  scale: 'Scale',
  'balance-board': 'Balance board',
  'swing-machine': 'Swing-weight machine',
  'twist-station': 'Twist station',
  diagnostic: 'Diagnostic station',
}
const kinds = DEVICE_KINDS.map((value) => ({ value, title: KIND_NAMES[value] }))
const rows = computed(() =>
  devices.devices.flatMap((device) =>
    METHODS.filter((m) => m.deviceKind === device.kind).map((m, i) => ({
      device,
      first: i === 0,
      quantity: m.quantity,
      force: devices.inForce(device, m.quantity)!,
      tolerance: m.tolerance,
    })),
  ),
)
async function add(): Promise<void> {
  problem.value = ''
  try {
    await devices.saveDevice({
      id: crypto.randomUUID(),
      name: name.value.trim(),
      kind: kind.value,
      serial: '',
      link: null,
      checkDays: 30,
      revision: 0,
    })
    adding.value = false
    name.value = ''
  } catch (e) {
    problem.value = problemText(e)
  }
}
const tone = (standing: string) => (standing === 'in order' ? 'fine' : standing === 'never checked' ? 'quiet' : 'off')
</script>

<template>
  <div class="pa-6 page">
    <header class="d-flex align-center mb-4 ga-3">
      <h1>Instruments</h1>
      <v-spacer />
      <v-btn @click="adding = !adding">Add an instrument</v-btn>
    </header>
    <v-alert v-if="problem" type="error" variant="tonal" class="mb-3">{{ problem }}</v-alert>
    <form v-if="adding" class="panel add mb-3" @submit.prevent="add">
      <v-text-field v-model="name" label="Name" autofocus />
      <v-select v-model="kind" :items="kinds" label="Kind" />
      <v-btn type="submit" color="primary" variant="flat">Add</v-btn>
    </form>
    <section class="panel">
      <table class="plain">
        <thead>
          <tr>
            <th>instrument</th>
            <th>line</th>
            <th>reads</th>
            <th>stands</th>
            <th>last check</th>
            <th>put right by</th>
            <th />
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.device.id + row.quantity" :class="{ first: row.first }">
            <td>
              <template v-if="row.first"
                ><RouterLink :to="{ name: 'device', params: { device: row.device.id } }"
                  ><b>{{ row.device.name }}</b></RouterLink
                ><br /><small class="quiet">{{ KIND_NAMES[row.device.kind] }} {{ row.device.serial }}</small></template
              >
            </td>
            <td>
              <template v-if="row.first">{{
                row.device.link ? (devices.lines[row.device.id]?.line ?? 'connecting') : 'read by eye'
              }}</template>
            </td>
            <td>{{ QUANTITY_NAMES[row.quantity] }}</td>
            <td :class="tone(row.force.standing)">{{ row.force.standing }}</td>
            <td class="figure">{{ row.force.lastCheckAt ? writeTime(row.force.lastCheckAt) : '–' }}</td>
            <td class="figure">
              {{
                row.force.fit ? `gain ${row.force.fit.gain.toFixed(4)}, zero ${row.force.fit.offset.toFixed(2)}` : '–'
              }}
            </td>
            <td>
              <v-btn
                size="small"
                :to="{ name: 'device', params: { device: row.device.id }, query: { reads: row.quantity } }"
                :data-check="`${row.device.id}-${row.quantity}`"
                >Check</v-btn
              >
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="devices.devices.length === 0" class="quiet mb-0">
        No instruments yet. Add the ones on your bench; their checks are kept here.
      </p>
    </section>
  </div>
</template>

<style scoped>
.page {
  max-width: 1180px;
  margin: 0 auto;
}
.add {
  display: grid;
  grid-template-columns: 1fr 240px auto;
  gap: 12px;
  align-items: start;
}
a {
  color: rgb(var(--v-theme-primary));
}
.fine {
  color: rgb(var(--v-theme-success));
}
.off {
  color: rgb(var(--v-theme-error));
  font-weight: 650;
}
</style>
