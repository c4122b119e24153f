<script setup lang="ts">
import { mdiArrowRight } from '@mdi/js'
import { computed, ref } from 'vue'
import type { TargetBody } from '#core/job/bodies.ts'
import { estimateOf } from '#core/frame/state.ts'
import { referenceState } from '#core/job/picture.ts'
import { QUANTITIES, type Quantity } from '#core/quantities/units.ts'
import { guardsOnTarget, targetFrom, type TargetLine, type TargetWay } from '#core/target/target.ts'
import { QUANTITY_NAMES } from '#contract/words.ts'
import QuantityField from '../../shared/QuantityField.vue'
import StageFrame from '../../shared/StageFrame.vue'
import { guardWords, wordsOf } from '../../shared/words.ts'
import { useJob } from '../../stores/job.ts'
import { useShop } from '../../stores/shop.ts'

const job = useJob()
const shop = useShop()
const problem = ref('')
const EMPTY: TargetBody = { way: 'hand', referenceId: null, lines: {} }
const body = computed<TargetBody>(() => job.bodies.target ?? EMPTY)
const lengthCm = computed(() => job.view!.frame.geometry.lengthCm)
const measured = computed(() => job.picture!.measured.state)
const references = computed(() => {
  const chosen = job.bodies.compare?.referenceIds ?? []
  return shop.references
    .filter((r) => r.sport === job.profile.id)
    .sort((a, b) => Number(chosen.includes(b.id)) - Number(chosen.includes(a.id)))
    .map((r) => ({ title: `${chosen.includes(r.id) ? '▽ ' : ''}${r.name}`, value: r.id }))
})
const guards = computed(() => {
  const facts = job.bodies.player?.facts
  const player = facts ? { age: facts.age, pain: facts.pain === 'now' || facts.pain === 'past' } : null
  const condition = job.picture!.condition
  const overBare =
    (condition.stringsG ?? 0) +
    condition.overgrips * job.profile.layers.overgrip.massG +
    (condition.dampener ? (job.profile.layers.dampener?.massG ?? 0) : 0)
  return guardsOnTarget(body.value.lines, measured.value, player, overBare)
})

/** Works the numbers out again the same way, for the same quantities; those by hand stay. */
function derive(way: TargetWay, referenceId: string | null, quantities: readonly Quantity[] = QUANTITIES): void {
  problem.value = ''
  if (way === 'hand' || !referenceId) {
    job.save('target', { way, referenceId, lines: body.value.lines })
    return
  }
  const reference = shop.references.find((r) => r.id === referenceId)!
  try {
    const known = way === 'halfway' ? quantities.filter((q) => estimateOf(measured.value, q)) : quantities
    const found = targetFrom(
      way,
      measured.value,
      referenceState(reference, job.picture!, job.profile),
      known,
      job.profile,
    )
    const lines: TargetBody['lines'] = {}
    for (const quantity of QUANTITIES) {
      const held = body.value.lines[quantity]
      const line = found[quantity]
      if (line) lines[quantity] = { ...line, tolerance: held?.tolerance ?? line.tolerance, reason: held?.reason ?? '' }
      else if (held?.from === 'hand') lines[quantity] = held
    }
    job.save('target', { way, referenceId, lines })
  } catch (error) {
    problem.value = wordsOf(error)
  }
}
function rederive(): void {
  derive(
    body.value.way,
    body.value.referenceId,
    QUANTITIES.filter((q) => body.value.lines[q] && body.value.lines[q].from !== 'hand'),
  )
}
function setLine(quantity: Quantity, change: Partial<TargetLine> | null): void {
  const { [quantity]: held, ...others } = body.value.lines
  const line =
    change === null
      ? null
      : {
          value: held?.value ?? 0,
          tolerance: held?.tolerance ?? job.profile.tolerance[quantity],
          from: held?.from ?? ('hand' as const),
          reason: held?.reason ?? '',
          ...change,
        }
  job.save('target', { ...body.value, lines: line ? { ...others, [quantity]: line } : others })
}
const FROM = { reference: 'copied', halfway: 'half-way', hand: 'by hand' }
</script>

<template>
  <StageFrame stage="target" title="Target" :rederive="rederive">
    <template #actions
      ><v-btn
        v-if="Object.keys(body.lines).length > 0"
        :append-icon="mdiArrowRight"
        color="primary"
        variant="flat"
        :to="{ name: 'plan' }"
        >Plan</v-btn
      ></template
    >
    <section class="panel mb-3 d-flex flex-wrap ga-4 align-center">
      <v-btn-toggle
        role="group"
        :model-value="body.way"
        mandatory
        aria-label="Way"
        @update:model-value="(way: TargetWay) => derive(way, body.referenceId)"
      >
        <v-btn value="copy">Copy a setup</v-btn><v-btn value="halfway">Half-way to a setup</v-btn
        ><v-btn value="hand">By hand</v-btn>
      </v-btn-toggle>
      <v-autocomplete
        v-if="body.way !== 'hand'"
        :model-value="body.referenceId"
        :items="references"
        label="Setup"
        class="setup"
        data-testid="reference"
        @update:model-value="(id: string | null) => derive(body.way, id)"
      />
      <span v-if="body.way !== 'hand' && shop.references.length === 0" class="quiet"
        >The library is empty; set the target by hand.</span
      >
    </section>
    <v-alert v-if="problem" type="error" variant="tonal" density="compact" class="mb-3">{{ problem }}</v-alert>
    <section class="panel">
      <div class="line head quiet">
        <span>Aim at</span><span>Target</span><span>Tolerance ±</span><span>Why</span><span />
      </div>
      <div v-for="quantity in QUANTITIES" :key="quantity" class="line" :data-quantity="quantity">
        <span class="name"
          ><b>{{ QUANTITY_NAMES[quantity] }}</b
          ><small v-if="body.lines[quantity]" class="quiet">{{ FROM[body.lines[quantity]!.from] }}</small></span
        >
        <QuantityField
          :quantity="quantity"
          :length-cm="lengthCm"
          label="Target"
          :keep="`${job.view!.job.id}-target-${quantity}`"
          :model-value="body.lines[quantity]?.value ?? null"
          placeholder="left open"
          @commit="(value) => setLine(quantity, { value, from: 'hand' })"
          @cleared="setLine(quantity, null)"
        />
        <v-text-field
          v-if="body.lines[quantity]"
          :model-value="String(Number(body.lines[quantity]!.tolerance.toFixed(3)))"
          label="±"
          :suffix="quantity === 'mass' ? 'g' : quantity === 'balance' ? 'cm' : 'kg·cm²'"
          class="figure"
          :rules="[(v: string) => Number(v.replace(',', '.')) > 0 || 'more than 0']"
          @change="
            (e: Event) => {
              const v = Number((e.target as HTMLInputElement).value.replace(',', '.'))
              if (v > 0) setLine(quantity, { tolerance: v })
            }
          "
        />
        <span v-else class="quiet">left open</span>
        <v-text-field
          v-if="body.lines[quantity]"
          :model-value="body.lines[quantity]!.reason"
          label="Reason"
          @change="(e: Event) => setLine(quantity, { reason: (e.target as HTMLInputElement).value })"
        />
        <span v-else />
        <v-btn v-if="body.lines[quantity]" size="small" variant="text" @click="setLine(quantity, null)"
          >Leave open</v-btn
        >
      </div>
    </section>
    <ul v-if="guards.length > 0" class="guards panel mt-3">
      <li v-for="guard in guards" :key="guard.code + guard.quantity">{{ guardWords(guard) }}</li>
    </ul>
  </StageFrame>
</template>

<style scoped>
.setup {
  min-width: 280px;
}
.line {
  display: grid;
  grid-template-columns: 120px 170px 150px minmax(120px, 1fr) 96px;
  gap: 12px;
  align-items: center;
  padding: 8px 0;
  border-top: 1px solid rgb(var(--v-theme-line));
}
.line.head {
  border: 0;
  padding: 0;
  font-size: 13px;
}
.name {
  display: grid;
}
.guards {
  border-left: 4px solid rgb(var(--v-theme-warning));
  padding-left: 30px;
}
@media (max-width: 900px) {
  .line {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
