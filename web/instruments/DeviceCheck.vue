<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { checkOutcome, fitCalibration, fitUncertainty, type CheckPoint } from '#core/measure/calibration.ts'
import { fixed, signed } from '#core/quantities/write.ts'
import type { ReadQuantity } from '#core/quantities/units.ts'
import type { MeasuringMethod } from '#core/sports/profile.ts'
import type { Device } from '#contract/devices.ts'
import { problemText } from '../api/client.ts'
import { useBegun } from '../browser/settings.ts'
import PlainNumber from '../shared/PlainNumber.vue'
import { useDevices } from '../stores/devices.ts'
import { useShop } from '../stores/shop.ts'
import BodyForm from './BodyForm.vue'
import { bodiesFor } from './checkBodies.ts'

/** An instrument's guided check on known bodies, of one thing that it reads. */
const props = defineProps<{ device: Device; quantity: ReadQuantity; method: MeasuringMethod; unit: string }>()
/** What went wrong, in words. */
const problem = defineModel<string>('problem', { required: true })
const devices = useDevices()
const shop = useShop()
const bodies = computed(() => bodiesFor(props.quantity, devices.overview?.bodies ?? []))
/** What was read on each body, for as long as it is not kept; one list for each of what the instrument reads. */
const points = useBegun<(CheckPoint & { bodyId: string | null })[]>(
  () => `kevro-check-${props.device.id}-${props.quantity}`,
  [],
)
const at = ref(0)
const typed = ref<number | null>(null)
const note = ref('')
const body = computed(() => bodies.value[at.value] ?? null)
const decimals = computed(() => (props.method.resolution < 0.1 ? 3 : 2))
const outcomeOf = (reference: number) => outcome.value?.bodies.find((o) => o.reference === reference)

const leave = ref(() => {})
function listenFor(quantity: ReadQuantity): void {
  leave.value()
  at.value = 0
  leave.value = devices.receive({
    quantity,
    of: 'body',
    take: (sent) => {
      if (sent.deviceId !== props.device.id) return false
      put(sent.raw)
      void devices.take([sent.id], `check of ${props.device.id}`)
    },
  })
}
watch(() => props.quantity, listenFor, { immediate: true })
onBeforeUnmount(() => {
  leave.value()
  leaveBench()
})

function put(reading: number): void {
  if (!body.value) return
  points.value = [
    ...points.value,
    { bodyId: body.value.id, reference: body.value.value, uReference: body.value.u, reading },
  ]
  typed.value = null
}
function drop(index: number): void {
  points.value = points.value.filter((_, i) => i !== index)
}
const outcome = computed(() => (points.value.length > 0 ? checkOutcome(points.value, props.method.tolerance) : null))
const fit = computed(() => {
  try {
    if (points.value.length === 0) return null
    const found = fitCalibration(points.value, props.method)
    return { ...found, u: fitUncertainty(found) }
  } catch {
    return null
  }
})

async function save(applied: boolean): Promise<void> {
  problem.value = ''
  try {
    await devices.saveCheck({
      id: crypto.randomUUID(),
      deviceId: props.device.id,
      quantity: props.quantity,
      points: points.value,
      applied,
      by: shop.initials,
      note: note.value,
    })
    points.value = []
    note.value = ''
    await takeOff()
  } catch (e) {
    problem.value = problemText(e)
  }
}
/** A check ends with the body off the bench: the next figure is of somebody's frame. */
async function takeOff(): Promise<void> {
  if (devices.bodyOn) await devices.place('')
}
const leaveBench = () => void takeOff().catch(() => undefined)
useEventListener('pagehide', leaveBench)
async function read(): Promise<void> {
  problem.value = ''
  await devices.measure(props.device.id).catch((e: unknown) => (problem.value = problemText(e)))
}
async function place(): Promise<void> {
  if (body.value) await devices.place(body.value.id).catch((e: unknown) => (problem.value = problemText(e)))
}
</script>

<template>
  <section class="panel">
    <h2>Check on known bodies</h2>
    <p v-if="bodies.length === 0" class="quiet mb-0">The shop has no body of known value for this yet.</p>
    <template v-else>
      <ol class="bodies">
        <li v-for="(b, i) in bodies" :key="b.id" :class="{ here: i === at }">
          <button type="button" @click="at = i">
            {{ b.name }} <span class="quiet figure">±{{ fixed(2 * b.u, 2) }}</span>
          </button>
          <span class="readings">
            <template v-for="(p, n) in points" :key="n"
              ><button
                v-if="p.bodyId === b.id"
                type="button"
                class="chip figure"
                :aria-label="`Take away ${p.reading}`"
                @click="drop(n)"
              >
                {{ fixed(p.reading, decimals) }}
              </button></template
            >
          </span>
          <span v-if="outcomeOf(b.value)" class="figure verdict" :class="{ off: !outcomeOf(b.value)!.passes }">
            {{ signed(outcomeOf(b.value)!.difference, decimals) }}
            {{ outcomeOf(b.value)!.passes ? 'passes' : 'off' }}
          </span>
        </li>
      </ol>
      <div class="act">
        <PlainNumber
          v-model="typed"
          :label="`Shown for ${body?.name ?? ''}`"
          :suffix="unit"
          @keydown.enter="typed !== null && put(typed)"
        />
        <v-btn :disabled="typed === null" @click="typed !== null && put(typed)">Take</v-btn>
        <v-btn v-if="devices.bench" data-testid="place-body" @click="place">Lay it on</v-btn>
        <v-btn
          v-if="device.link"
          color="primary"
          variant="flat"
          :disabled="devices.lines[device.id]?.line !== 'connected'"
          data-testid="read-device"
          @click="read"
          >{{ devices.lines[device.id]?.state === 'settling' ? 'Settling…' : 'Read' }}</v-btn
        >
        <v-btn variant="text" :disabled="at >= bodies.length - 1" data-testid="next-body" @click="at++"
          >Next body</v-btn
        >
      </div>
      <p v-if="devices.lines[device.id]?.warmLeftS" class="off mb-0">
        Still warming up, {{ Math.ceil(devices.lines[device.id]?.warmLeftS ?? 0) }} s.
      </p>
      <div v-if="outcome && fit" class="found">
        <p class="mb-1">
          <b :class="{ off: !outcome.passes }" data-testid="check-outcome">{{
            outcome.passes
              ? `Passes ±${fixed(method.tolerance, 1)} ${unit}`
              : `Off by more than ±${fixed(method.tolerance, 1)} ${unit}`
          }}</b>
        </p>
        <p class="quiet mb-2">
          By least squares: gain
          <span class="figure">{{ fit.gain.toFixed(5) }} ± {{ fixed(2 * fit.u.gain, 5) }}</span
          >, zero <span class="figure">{{ fixed(fit.offset, 2) }} ± {{ fixed(2 * fit.u.offset, 2) }} {{ unit }}</span
          >.
          <template v-if="fit.straight !== null && fit.straight < 0.01">
            <span class="off"
              >The readings do not lie on a straight line: clean it, level it, read again.</span
            ></template
          >
        </p>
        <v-text-field v-model="note" label="Note" class="mb-2" />
        <v-btn data-testid="save-check" @click="save(false)">Keep the check</v-btn>
        <v-btn class="ml-2" color="primary" variant="flat" data-testid="apply-check" @click="save(true)"
          >Keep and put right from now on</v-btn
        >
      </div>
    </template>
    <BodyForm v-if="quantity !== 'leftMass' && quantity !== 'rightMass'" :quantity="quantity" :unit="unit" />
  </section>
</template>

<style scoped>
.bodies {
  list-style: none;
  margin: 0 0 12px;
  padding: 0;
}
.bodies li {
  display: grid;
  grid-template-columns: 190px 1fr auto;
  gap: 8px;
  align-items: center;
  padding: 6px 8px;
  border-left: 4px solid transparent;
}
.bodies li.here {
  border-color: rgb(var(--v-theme-primary));
  background: rgba(var(--v-theme-surface-variant), 0.6);
}
.bodies button {
  text-align: left;
  min-height: 30px;
}
.readings {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.chip {
  border: 1px solid rgb(var(--v-theme-line));
  background: rgb(var(--v-theme-surface));
  border-radius: 4px;
  padding: 0 7px;
}
.act {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.act > :first-child {
  min-width: 190px;
}
.off {
  color: rgb(var(--v-theme-error));
  font-weight: 650;
}
.found {
  border-top: 1px solid rgb(var(--v-theme-line));
  margin-top: 12px;
  padding-top: 10px;
}
</style>
