<script setup lang="ts">
import { computed, ref } from 'vue'
import { conditionText } from '#core/frame/condition.ts'
import { methodFor } from '#core/measure/readings.ts'
import { fixed } from '#core/quantities/write.ts'
import type { StoredReadingRow } from '#contract/entities.ts'
import QuantityField from '../shared/QuantityField.vue'
import { writeTime } from '../browser/writeTime.ts'
import { useDevices } from '../stores/devices.ts'
import { useJob } from '../stores/job.ts'
import { axisPlace } from '#contract/messages/names.ts'
import { useShop } from '../stores/shop.ts'

/** One reading: what stands behind it, and putting it right. */
const props = defineProps<{ row: StoredReadingRow; lengthCm: number }>()
const emit = defineEmits<{ correct: [value: number, typed: string]; note: [text: string]; withdraw: [] }>()
const job = useJob()
const devices = useDevices()
const shop = useShop()
const correcting = ref(false)
const note = ref(props.row.note)
const lines = computed((): [string, string][] => {
  const { row } = props
  const device = devices.deviceOf(row.deviceId)
  const out: [string, string][] = [
    ['Taken', `${writeTime(row.takenAt)} ${row.by}`],
    [
      'With',
      `${device ? `${device.name}, ` : ''}${methodFor(row.methodId, row.quantity, job.profile).name.toLowerCase()}`,
    ],
  ]
  if (row.typed) out.push(['As read', row.typed])
  if (row.axisCm !== null) out.push(['About', axisPlace(row.axisCm, shop.units)])
  if (row.condition) out.push(['With on it', conditionText(row.condition, job.profile)])
  const { origin } = row
  if (origin && origin.raw !== null && Math.abs(origin.raw - row.value) > 1e-9)
    out.push([
      'Shown',
      `${fixed(origin.raw, 2)}; put right by ${fixed(row.value - origin.raw, 2)} (calibration in force)`,
    ])
  if (origin?.standing && origin.standing !== 'in order') out.push(['Instrument', origin.standing])
  if (origin?.warming) out.push(['Instrument', 'was still warming up'])
  if (row.basis?.uB != null)
    out.push([
      'Uncertainty',
      `shared ±${fixed(row.basis.uB, 2)}${row.basis.uA === null ? '' : `, each ±${fixed(row.basis.uA, 2)}`}`,
    ])
  if (origin?.work)
    for (const [name, value] of Object.entries(origin.work))
      if (value !== null && value !== '') out.push([name, String(value)])
  if (row.supersedes) out.push(['', 'Corrects an earlier reading, which is kept.'])
  return out
})
</script>

<template>
  <div class="panel menu">
    <dl>
      <template v-for="([name, text], i) in lines" :key="i"
        ><dt>{{ name }}</dt>
        <dd>{{ text }}</dd></template
      >
    </dl>
    <v-text-field v-model="note" label="Note" class="mb-2" @change="note !== row.note && emit('note', note)" />
    <QuantityField
      v-if="correcting"
      :quantity="row.quantity"
      :length-cm="lengthCm"
      label="Correct to"
      :keep="`correct-${row.id}`"
      one-after-another
      @commit="(value, typed) => emit('correct', value, typed)"
    />
    <div v-else class="d-flex ga-2">
      <v-btn size="small" @click="correcting = true">Correct</v-btn
      ><v-btn size="small" @click="emit('withdraw')">Withdraw</v-btn>
    </div>
  </div>
</template>

<style scoped>
.menu {
  width: 330px;
  box-shadow: 0 6px 24px rgb(0 0 0 / 0.25);
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 10px;
  margin: 0 0 10px;
  font-size: 13.5px;
}
dt {
  color: rgb(var(--v-theme-quiet));
}
</style>
