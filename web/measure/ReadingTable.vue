<script setup lang="ts">
import { recordOf } from '#core/records.ts'
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import { usualMethod } from '#core/measure/readings.ts'
import { QUANTITIES, READ_QUANTITIES, type ReadQuantity } from '#core/quantities/units.ts'
import { writeValue } from '#core/quantities/write.ts'
import QuantityField from '../shared/QuantityField.vue'
import { doubtMessage } from '#contract/messages/job.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { methodOfDevice, useDevices, type Receiver } from '../stores/devices.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'
import ReadingMean from './ReadingMean.vue'
import ReadingMenu from './ReadingMenu.vue'
import ReadingStrip from './ReadingStrip.vue'
import { useReadings } from './useReadings.ts'

/** Any number of readings of each quantity. Enter takes one and goes on; an instrument's reading lands where the focus is. */
const props = defineProps<{ purpose: 'measure' | 'check'; compact?: boolean }>()
const job = useOpenJob()
const shop = useShop()
const devices = useDevices()
const readings = useReadings(props.purpose)
const BESIDE = ['length', 'leftMass', 'rightMass'] as const
const open = ref(BESIDE.some((q) => readings.rowsOf(q).length > 0))
const shown = computed<ReadQuantity[]>(() =>
  props.compact ? [...QUANTITIES] : open.value ? [...READ_QUANTITIES] : [...QUANTITIES],
)
const how = ref(recordOf(READ_QUANTITIES, (q) => usualMethod(q, job.profile).id))
const fields = ref<InstanceType<typeof QuantityField>[]>([])
const lengthCm = () => job.view.frame.geometry.lengthCm
const DEVICE = 'device:'
const methodsFor = (quantity: ReadQuantity) => [
  ...job.profile.methods
    .filter((m) => m.quantity === quantity && !m.byHand)
    .map((m) => ({ title: m.name, value: m.id })),
  ...devices.devices
    .filter((d) => methodOfDevice(d, quantity))
    .map((d) => ({ title: `${d.name} (calibrated)`, value: `${DEVICE}${d.id}` })),
]
const write = (value: number, quantity: ReadQuantity) =>
  writeValue(value, quantity, shop.unitsOfField(quantity), lengthCm())
const rowOf = (quantity: ReadQuantity, id: string) => readings.rowsOf(quantity).find((r) => r.id === id)!
/** Doubts whose likely meaning can be taken in one touch. */
const SLIPS = ['doubt.ounces', 'doubt.points', 'doubt.millimetres', 'doubt.inches']
const focusNext = (i: number) => fields.value[(i + 1) % fields.value.length]?.focus()
const summaryOf = (quantity: ReadQuantity) => readings.summary.value.quantities[quantity]
const doubtOf = (quantity: ReadQuantity, id: string) =>
  summaryOf(quantity).doubtful.find((d) => d.readingId === id)?.doubt
const troubled = (id: string) => {
  const origin = readings.held.value.find((r) => r.id === id)?.origin
  return !!origin && (origin.warming || (origin.standing !== null && origin.standing !== 'in order'))
}

function typed(quantity: ReadQuantity, value: number, text: string): void {
  const way = how.value[quantity]
  if (way.startsWith(DEVICE)) readings.addFromDevice(quantity, value, text, way.slice(DEVICE.length))
  else readings.add(quantity, value, text, way)
}

const receivers = READ_QUANTITIES.map((quantity): Receiver => ({
  quantity,
  take: (sent) => {
    if (BESIDE.includes(quantity as never)) open.value = true
    return readings.addFromDevice(quantity, sent.raw, `${Number(sent.raw.toFixed(3))}`, sent.deviceId, sent)
  },
}))
const leave: (() => void)[] = []
onMounted(() => {
  for (const receiver of receivers) leave.push(devices.receive(receiver))
})
onBeforeUnmount(() => leave.forEach((off) => off()))
const focusOn = (quantity: ReadQuantity) => (devices.focused = receivers.find((r) => r.quantity === quantity)!)
</script>

<template>
  <div class="readings" :class="{ compact }">
    <div v-for="(quantity, i) in shown" :key="quantity" class="reading" :data-quantity="quantity">
      <div class="line">
        <QuantityField
          ref="fields"
          :quantity="quantity"
          :length-cm="lengthCm()"
          :label="QUANTITY_NAMES[quantity]"
          :keep="`${job.view.job.id}-${purpose}-${quantity}`"
          one-after-another
          class="entry"
          @commit="(value, text) => typed(quantity, value, text)"
          @next="focusNext(i)"
          @focused="focusOn(quantity)"
        />
        <v-select
          v-if="!compact"
          v-model="how[quantity]"
          :items="methodsFor(quantity)"
          label="Read with"
          class="method"
        />
        <div class="taken">
          <div class="chips">
            <v-menu v-for="row in readings.rowsOf(quantity)" :key="row.id" :close-on-content-click="false">
              <template #activator="{ props: menu }">
                <button
                  v-bind="menu"
                  type="button"
                  class="chip figure"
                  :class="{
                    doubtful: doubtOf(quantity, row.id),
                    outlier: summaryOf(quantity).outliers.includes(row.id),
                    troubled: troubled(row.id),
                  }"
                  :aria-label="`Reading ${write(row.value, quantity)}, typed ${row.typed}`"
                >
                  {{ write(row.value, quantity) }}{{ doubtOf(quantity, row.id) ? ' ?' : '' }}
                </button>
              </template>
              <ReadingMenu
                :row="row"
                :length-cm="lengthCm()"
                @correct="(value, text) => readings.correct(row, { value, typed: text })"
                @note="(note) => readings.correct(row, { note, typed: row.typed })"
                @withdraw="readings.withdraw(row)"
              />
            </v-menu>
          </div>
          <ReadingStrip
            v-if="!compact"
            :rows="readings.rowsOf(quantity)"
            :summary="summaryOf(quantity)"
            :axis-cm="readings.axisCm.value"
            :step="usualMethod(quantity, job.profile).resolution"
          />
        </div>
        <ReadingMean
          v-if="!compact"
          :quantity="quantity"
          :summary="summaryOf(quantity)"
          :length-cm="lengthCm()"
          class="mean"
        />
      </div>
      <div v-for="{ readingId, doubt } in summaryOf(quantity).doubtful" :key="readingId" class="doubt" role="alert">
        <span>{{ doubtMessage(doubt, shop.units, lengthCm()) }} Kept, not used.</span>
        <v-btn
          v-if="SLIPS.includes(doubt.code)"
          size="small"
          @click="readings.takeMeant(rowOf(quantity, readingId), doubt)"
          >Take {{ write(doubt.data.meant!, quantity) }}</v-btn
        >
        <v-btn
          v-if="doubt.code === 'doubt.axis'"
          size="small"
          @click="readings.takeAxis(rowOf(quantity, readingId), doubt)"
          >It was read there</v-btn
        >
        <v-btn size="small" @click="readings.confirm([readingId])">It is right</v-btn>
      </div>
    </div>
    <button v-if="!compact && !open" type="button" class="more" data-testid="more-readings" @click="open = true">
      Length, left and right side
    </button>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 176px 168px minmax(80px, 1fr) 168px;
  gap: 10px;
  align-items: start;
  padding: 5px 0;
}
.compact .line {
  grid-template-columns: 1fr;
  gap: 3px;
  padding: 4px 0;
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.compact .chips {
  padding-top: 0;
}
.chip {
  border: 1px solid rgb(var(--v-theme-line));
  background: rgb(var(--v-theme-surface-variant));
  border-radius: 4px;
  padding: 1px 7px;
  min-height: 26px;
  font-size: 15px;
}
.chip.doubtful {
  border: 1.5px dashed rgb(var(--v-theme-warning));
  background: none;
}
.chip.outlier {
  border: 1.5px solid rgb(var(--v-theme-error));
}
.chip.troubled {
  border-bottom: 3px solid rgb(var(--v-theme-warning));
}
.doubt {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  border-left: 4px solid rgb(var(--v-theme-warning));
  background: rgba(var(--v-theme-warning), 0.12);
  padding: 6px 10px;
  margin: 2px 0 6px;
  border-radius: 0 4px 4px 0;
}
.more {
  color: rgb(var(--v-theme-primary));
  font-weight: 600;
  min-height: 30px;
}
@media (max-width: 1180px) {
  .line {
    grid-template-columns: 150px 150px minmax(60px, 1fr) 150px;
    gap: 8px;
  }
}
@media (max-width: 900px) {
  .line {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
