<script setup lang="ts">
import { computed } from 'vue'
import { derivedNumbers, estimateOf } from '#core/frame/state.ts'
import { QUANTITIES } from '#core/quantities/units.ts'
import { fixed, writeBalanceBoth } from '#core/quantities/write.ts'
import { methodFor } from '#core/measure/readings.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { useOpenJob } from '../stores/openJob.ts'

/** "Where from?": the readings and the formulas with their numbers in them. */
const job = useOpenJob()
const DECIMALS = { mass: 1, balance: 2, swingWeight: 1, twistWeight: 2 }
const readings = computed(() =>
  QUANTITIES.flatMap((quantity) => {
    const summary = job.picture?.measured.quantities[quantity]
    return (summary?.groups ?? []).map((group) => ({
      quantity,
      text: `${fixed(group.value, DECIMALS[quantity])}: mean of ${group.count} by ${methodFor(group.methodId, quantity, job.profile).name.toLowerCase()}; repeats ±${fixed(group.uRepeat, 2)}, device ±${fixed(group.uDevice, 2)}, together ±${fixed(group.standard, 2)} (one standard uncertainty), 95 % within ±${fixed(2 * group.u, 2)}`,
    }))
  }),
)
const formulas = computed(() => {
  const s = job.picture?.measured.state
  if (!s || s.massG === null || s.balanceCm === null || s.swingWeightKgCm2 === null) return []
  // Numbers that no frame has together give none of these.
  if (estimateOf(s, 'recoilWeight') === null) return []
  const d = derivedNumbers(s)
  const M = fixed(s.massG, 1)
  const b = fixed(s.balanceCm, 2)
  const arm = fixed(s.balanceCm - s.axisCm, 2)
  const S = fixed(s.swingWeightKgCm2, 1)
  return [
    ['Balance in points', `(L/2 − b)/0.3175 = ${writeBalanceBoth(s.balanceCm, job.view.frame.geometry.lengthCm)}`],
    [
      'Recoil weight',
      `S − M(b−a)²/1000 = ${S} − ${M} × ${arm}²/1000 = ${fixed(d.recoilWeightKgCm2, 1)} ± ${fixed(2 * estimateOf(s, 'recoilWeight')!.u, 1)} kg·cm²`,
    ],
    [
      'M·g·R/I',
      `g·M·b/(1000·I about the butt) = 980.665 × ${M} × ${b}/(1000 × ${fixed(d.buttInertiaKgCm2, 1)}) = ${fixed(d.mgri, 2)} rad²/s²`,
    ],
    ['Centre of percussion', `a + 1000·S/(M(b−a)) = ${fixed(d.centreOfPercussionCm, 1)} cm from the butt`],
    ['Predicted', 'M + Σm; (M·b + Σm·x)/(M + Σm); S + Σm(x−a)²/1000; T + Σm·y²/1000, over the cuts as they lie'],
  ]
})
</script>

<template>
  <v-menu :close-on-content-click="false" location="bottom end" max-width="520">
    <template #activator="{ props: menu }"
      ><v-btn v-bind="menu" size="small" variant="text">Where from?</v-btn></template
    >
    <div class="panel sheet">
      <h2>Read</h2>
      <p v-if="readings.length === 0" class="quiet">Nothing yet.</p>
      <dl>
        <template v-for="line in readings" :key="line.quantity + line.text"
          ><dt>{{ QUANTITY_NAMES[line.quantity] }}</dt>
          <dd>{{ line.text }}</dd></template
        >
      </dl>
      <h2>Worked out</h2>
      <p v-if="formulas.length === 0" class="quiet">Needs weight, balance and swing weight.</p>
      <dl>
        <template v-for="[name, text] in formulas" :key="name"
          ><dt>{{ name }}</dt>
          <dd class="figure">{{ text }}</dd></template
        >
      </dl>
    </div>
  </v-menu>
</template>

<style scoped>
.sheet {
  box-shadow: 0 6px 24px rgb(0 0 0 / 0.25);
  max-height: 70vh;
  overflow: auto;
}
dt {
  font-weight: 650;
  font-size: 13.5px;
}
dd {
  margin: 0 0 7px;
  font-size: 13.5px;
}
</style>
