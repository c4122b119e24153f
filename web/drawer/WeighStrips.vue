<script setup lang="ts">
import { mdiClose, mdiPlus } from '@mdi/js'
import { computed, onBeforeUnmount, ref } from 'vue'
import { massPerCm } from '#core/cuts/weighing.ts'
import { fixed } from '#core/quantities/write.ts'
import PlainNumber from '../shared/PlainNumber.vue'
import { messageOf } from '#contract/messages/job.ts'
import { useDevices } from '../stores/devices.ts'

/** Makes of tape differ by half: cut strips, weigh them, and take grams per cm from all of them together. */
const emit = defineEmits<{ found: [gPerCm: number, uRel: number] }>()
const devices = useDevices()
const STEP_G = 0.01
const stepG = ref<number | null>(STEP_G)
const strips = ref<{ lengthCm: number | null; massG: number | null }[]>([
  { lengthCm: 20, massG: null },
  { lengthCm: 20, massG: null },
])
/** A scale that is connected fills the first strip without a weight. */
const leave = devices.receive({
  of: 'strip',
  quantity: 'mass',
  take: (sent) => {
    const open = strips.value.find((s) => s.massG === null)
    if (!open) return false
    open.massG = Number(sent.raw.toFixed(3))
  },
})
onBeforeUnmount(leave)
const typed = computed(() => strips.value.filter((s) => s.massG !== null))
const result = computed(() => {
  if (typed.value.length === 0) return null
  try {
    return massPerCm(
      typed.value.map((s) => ({ lengthCm: s.lengthCm ?? 0, massG: s.massG! })),
      stepG.value ?? STEP_G,
    )
  } catch (error) {
    return { problem: messageOf(error) }
  }
})
</script>

<template>
  <section class="weigh" aria-label="Weigh strips">
    <ol>
      <li>Cut two strips or more, 20 cm each or longer. A blade cuts away from the hand.</li>
      <li>Zero the scale and weigh each strip, backing paper off.</li>
    </ol>
    <div v-for="(strip, i) in strips" :key="i" class="strip">
      <PlainNumber v-model="strip.lengthCm" :label="`Strip ${i + 1}`" suffix="cm" :min="0" />
      <PlainNumber v-model="strip.massG" label="Weight" suffix="g" :min="0" :data-testid="`strip-${i}`" />
      <v-btn
        :icon="mdiClose"
        size="small"
        variant="text"
        :aria-label="`Leave out strip ${i + 1}`"
        :disabled="strips.length === 1"
        @click="strips.splice(i, 1)"
      />
    </div>
    <div class="strip">
      <v-btn size="small" :prepend-icon="mdiPlus" @click="strips.push({ lengthCm: 20, massG: null })">Strip</v-btn>
      <PlainNumber v-model="stepG" label="Scale step" suffix="g" :min="0.0001" :max="1" />
    </div>
    <p v-if="result && 'problem' in result" class="bad">{{ result.problem }}</p>
    <p v-else-if="result" data-testid="per-cm">
      <b class="figure">{{ fixed(result.gPerCm, 4) }} g per cm</b>
      <span class="quiet"> ±{{ fixed(200 * result.uRel, 1) }} %, the best line through all strips.</span>
      <v-btn
        size="small"
        color="primary"
        variant="flat"
        class="ml-2"
        data-testid="use-weighed"
        @click="emit('found', Number(result.gPerCm.toFixed(5)), Number(result.uRel.toFixed(5)))"
        >Use</v-btn
      >
    </p>
  </section>
</template>

<style scoped>
.weigh {
  border-left: 3px solid rgb(var(--v-theme-measured));
  padding-left: 12px;
}
ol {
  margin: 0 0 8px;
  padding-left: 18px;
}
.strip {
  display: grid;
  grid-template-columns: 1fr 1fr 40px;
  gap: 8px;
  margin-bottom: 6px;
  align-items: start;
}
p {
  margin: 6px 0 0;
}
.bad {
  color: rgb(var(--v-theme-error));
}
</style>
