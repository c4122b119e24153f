<script setup lang="ts">
import { computed, ref } from 'vue'
import type { ReadQuantity } from '#core/quantities/units.ts'
import { fixed } from '#core/quantities/write.ts'
import { deviceSchema, type Device } from '#contract/devices.ts'
import { typedIn } from '../browser/typedIn.ts'
import { problemText } from '../api/client.ts'
import PlainNumber from '../shared/PlainNumber.vue'
import { writeTime } from '../browser/writeTime.ts'
import { useDevices } from '../stores/devices.ts'
import DriftChart from './DriftChart.vue'

/** What is in force for one quantity of an instrument, and every check that was made. */
const props = defineProps<{ device: Device; quantity: ReadQuantity; unit: string; tolerance: number }>()
const devices = useDevices()
const problem = ref('')
const force = computed(() => devices.inForce(props.device, props.quantity))
const history = computed(() => devices.checksOf(props.device.id, props.quantity))
const port = ref<number | null>(props.device.link?.port ?? null)
const instrument = ref(props.device.link?.instrument ?? props.device.kind)
/** Where its lines come from; without a port it is read by eye. */
const saveLine = () =>
  devices
    .saveDevice({
      ...props.device,
      link: port.value === null ? null : { port: port.value, instrument: instrument.value.trim() },
    })
    .then(() => (problem.value = ''))
    .catch((e: unknown) => (problem.value = problemText(e)))
const days = (checkDays: number | null) =>
  checkDays !== null &&
  devices
    .saveDevice({ ...props.device, checkDays })
    .then(() => (problem.value = ''))
    .catch((e: unknown) => (problem.value = problemText(e)))
</script>

<template>
  <section class="panel">
    <h2>In force</h2>
    <p v-if="force" class="mb-2">
      <b
        :class="{ off: force.standing === 'out of tolerance' || force.standing === 'out of date' }"
        data-testid="standing"
        >{{ force.standing }}</b><span v-if="force.lastCheckAt" class="quiet"
        >, last checked {{ writeTime(force.lastCheckAt) }}</span
      ><br />
      <span class="quiet">{{
        force.fit
          ? `Readings are put right: (shown − ${fixed(force.fit.offset, 2)}) / ${force.fit.gain.toFixed(5)}`
          : 'Readings are taken as shown.'
      }}</span>
    </p>
    <PlainNumber
      :of="deviceSchema.shape.checkDays"
      :model-value="device.checkDays"
      label="A check holds for"
      suffix="days"
      class="days mb-3"
      @change="(e: Event) => days(Number(typedIn(e)) || null)"
    />
    <p v-if="problem" class="off" role="alert">{{ problem }}</p>
    <h2>Reading less reference</h2>
    <DriftChart :checks="history" :tolerance="tolerance" :unit="unit" />
    <details class="mt-2">
      <summary>
        Line:
        {{
          device.link ? `port ${device.link.port}, ${devices.lines[device.id]?.line ?? 'connecting'}` : 'read by eye'
        }}
      </summary>
      <form class="line" @submit.prevent="saveLine">
        <PlainNumber v-model="port" :of="deviceSchema.shape.link.unwrap().shape.port" label="Port on this machine" />
        <v-text-field v-model="instrument" label="Its name there" />
        <v-btn type="submit">Save</v-btn>
      </form>
      <p v-if="devices.lines[device.id]?.said" class="quiet mb-0">{{ devices.lines[device.id]?.said }}</p>
    </details>
    <details class="mt-2">
      <summary>{{ history.length }} checks</summary>
      <table class="plain">
        <tbody>
          <tr v-for="c in [...history].reverse()" :key="c.id">
            <td class="figure">{{ writeTime(c.at) }} {{ c.by }}</td>
            <td class="figure">{{ c.points.map((p) => `${p.reference}: ${fixed(p.reading, 1)}`).join('; ') }}</td>
            <td>{{ c.applied ? 'put right' : '' }} {{ c.note }}</td>
          </tr>
        </tbody>
      </table>
    </details>
  </section>
</template>

<style scoped>
.off {
  color: rgb(var(--v-theme-error));
  font-weight: 650;
}
.days {
  max-width: 200px;
}
.line {
  display: grid;
  grid-template-columns: 1fr 1fr auto;
  gap: 8px;
  padding: 10px 0;
  align-items: start;
}
</style>
