<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import type { Device } from '#contract/devices.ts'
import { METHODS } from '#core/sports/methods.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { problemText } from '../api/client.ts'
import { useDevices } from '../stores/devices.ts'
import { useJob } from '../stores/job.ts'

/** The instruments with a line: how each stands, and a button to read it. */
const devices = useDevices()
const job = useJob()
const problem = ref('')
const run = (work: Promise<unknown>) =>
  work.then(() => (problem.value = '')).catch((error: unknown) => (problem.value = problemText(error)))

onMounted(() => {
  void run(devices.load())
  devices.listen()
})
onBeforeUnmount(() => devices.stopListening())

/** What the server still holds for somebody; what has landed in the open job is only on its way there. */
const waiting = computed(() => devices.tray.filter((r) => !job.view?.readings.some((held) => held.id === r.id)))
const linked = computed(() => devices.devices.filter((d) => d.link))
function stands(device: Device): string {
  const quantities = METHODS.filter((m) => m.deviceKind === device.kind).map((m) => m.quantity)
  const all = quantities.map((q) => devices.inForce(device, q)?.standing)
  if (all.includes('out of tolerance')) return 'out of tolerance'
  if (all.includes('out of date')) return 'check is due'
  return all.every((s) => s === 'never checked') ? 'never checked' : ''
}
function state(device: Device): string {
  const line = devices.lines[device.id]
  if (!line || line.line !== 'connected') return line?.line ?? 'connecting'
  if (line.state === 'settling') return 'settling…'
  if (line.state === 'warming') return `warming up, ${Math.ceil(line.warmLeftS ?? 0)} s`
  return 'ready'
}
const live = (device: Device) => devices.lines[device.id]?.line === 'connected'
const items = computed(() => [{ id: '', name: 'nothing' }, ...(devices.bench?.items ?? [])])
</script>

<template>
  <section v-if="linked.length > 0" class="strip panel" aria-label="Instruments">
    <div v-for="device in linked" :key="device.id" class="device" :data-device="device.id">
      <button
        type="button"
        class="go"
        :disabled="!live(device)"
        :title="devices.lines[device.id]?.said"
        @click="run(devices.measure(device.id))"
      >
        <svg viewBox="-6 -6 12 12" width="12" height="12" aria-hidden="true">
          <circle v-if="live(device)" r="5" class="lamp" :class="devices.lines[device.id]?.state" />
          <path v-else d="M-4-4L4 4M4-4L-4 4" class="off" />
        </svg>
        <b>{{ device.name }}</b>
      </button>
      <small class="quiet">
        <span :data-state="device.id">{{ state(device) }}</span>
        <router-link v-if="stands(device)" :to="{ name: 'device', params: { device: device.id } }" class="due">{{
          stands(device)
        }}</router-link>
      </small>
    </div>
    <v-select
      v-if="devices.bench"
      :model-value="devices.bench.on ?? ''"
      :items="items"
      item-title="name"
      item-value="id"
      label="On the bench"
      class="on"
      data-testid="on-bench"
      @update:model-value="(item: string) => run(devices.place(item))"
    />
    <p v-if="problem || devices.notice" class="problem" role="alert" data-testid="strip-problem">
      {{ problem || devices.notice }}
    </p>
    <div v-if="waiting.length > 0" class="tray" role="status" data-testid="tray">
      <span>Sent, not yet taken:</span>
      <button v-for="r in waiting" :key="r.id" type="button" class="waits figure" @click="devices.land(r)">
        {{ QUANTITY_NAMES[r.quantity] }} {{ Number(r.raw.toFixed(2)) }}
      </button>
      <button
        type="button"
        class="waits"
        @click="
          run(
            devices.take(
              waiting.map((r) => r.id),
              'set aside',
            ),
          )
        "
      >
        Set aside
      </button>
    </div>
  </section>
</template>

<style scoped>
.strip {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 5px;
  align-items: center;
  padding: 8px 10px;
}
.device {
  display: grid;
  line-height: 1.25;
}
.go {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 34px;
  padding: 2px 8px;
  border: 1px solid rgb(var(--v-theme-frame-edge));
  border-radius: 5px;
  background: rgb(var(--v-theme-surface-variant));
  font-size: 12.5px;
}
.go:disabled {
  opacity: 0.55;
}
.lamp {
  fill: rgb(var(--v-theme-success));
}
.lamp.warming,
.lamp.settling {
  fill: rgb(var(--v-theme-warning));
}
.off {
  stroke: rgb(var(--v-theme-error));
  stroke-width: 2.4;
}
.device small {
  padding-left: 2px;
  font-size: 12px;
}
.due {
  margin-left: 6px;
  color: rgb(var(--v-theme-warning));
  font-weight: 650;
}
.on {
  min-width: 112px;
  max-width: 230px;
  flex: 1;
  margin-left: auto;
}
.problem,
.tray {
  flex-basis: 100%;
  margin: 0;
}
.problem {
  color: rgb(var(--v-theme-error));
}
.tray {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.waits {
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 4px;
  padding: 2px 8px;
  min-height: 28px;
}
</style>
