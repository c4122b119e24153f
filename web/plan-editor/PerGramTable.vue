<script setup lang="ts">
import { computed } from 'vue'
import type { FrameState } from '#core/frame/state.ts'
import type { Workpiece } from '#core/cuts/cut.ts'
import { leverageOfCut } from '#core/cuts/leverage.ts'
import type { Material } from '#core/cuts/material.ts'
import { cutIn, fits } from '#core/cuts/zones.ts'
import { AIM_QUANTITIES, type AimQuantity } from '#core/quantities/units.ts'
import { signed } from '#core/quantities/write.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'

/** What one gram does at every place: by the exact sums of a small piece of what usually goes there. */
const props = defineProps<{ state: FrameState; work: Workpiece; materials: Material[] }>()
const SHOWN = AIM_QUANTITIES.filter((q) => q !== 'mass' && q !== 'lateral')
const DECIMALS: Record<string, number> = { balance: 3, swingWeight: 2, twistWeight: 3, recoilWeight: 2, mgri: 3 }
const rows = computed(() =>
  props.work.profile.zones.flatMap((zone) => {
    const material = props.materials.find((m) => fits(zone, m))
    if (!material) return []
    const cut = cutIn(zone, material, Math.max(material.step, zone.place === 'spot' ? 1 : 2), props.work, zone.id)
    const leverage = leverageOfCut(cut, material, props.work, props.state)
    if (!leverage) return []
    const per = (q: AimQuantity) => {
      const change = leverage.changeOf(q)
      return change === null ? '–' : signed(change / leverage.grams, DECIMALS[q] ?? 2)
    }
    return [{ zone, numbers: SHOWN.map((q) => ({ q, text: per(q) })) }]
  }),
)
</script>

<template>
  <div class="scroll">
    <table class="plain" aria-label="What one gram does at every place">
      <thead>
        <tr>
          <th>One gram at</th>
          <th v-for="q in SHOWN" :key="q" class="num">{{ QUANTITY_NAMES[q] }}{{ q === 'balance' ? ', cm' : '' }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.zone.id">
          <td>{{ row.zone.name }}</td>
          <td v-for="n in row.numbers" :key="n.q" class="num figure">{{ n.text }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
  margin-top: 8px;
}
</style>
