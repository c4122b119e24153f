<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { computed } from 'vue'
import type { Estimate } from '#core/quantities/estimate.ts'
import type { Quantity } from '#core/quantities/units.ts'
import { writeDifference } from '#core/quantities/write.ts'
import type { TargetLine } from '#core/targets/target.ts'
import type { Reference } from '#contract/library.ts'
import { LINE_WAY_NAMES, reasonText } from '#contract/messages/targets.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { typedIn } from '../browser/typedIn.ts'
import QuantityField from '../shared/QuantityField.vue'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'
import ToleranceField from './ToleranceField.vue'

/** One number of the target: its value, its tolerance and why. */
const props = defineProps<{
  quantity: Quantity
  line: TargetLine | null
  now: Estimate | null
  /** Setups that this number alone may be taken from. */
  setups: readonly Reference[]
}>()
const emit = defineEmits<{
  type: [value: number]
  change: [change: Partial<TargetLine> | null]
  take: [way: 'copy' | 'halfway', referenceId: string]
}>()
const job = useOpenJob()
const shop = useShop()
const lengthCm = computed(() => job.view.frame.geometry.lengthCm)
const chain = computed(() =>
  (props.line?.chain ?? []).map((r) => reasonText(r, props.quantity, shop.units, lengthCm.value)),
)
</script>

<template>
  <div class="line" :data-quantity="quantity">
    <span class="name"
      ><b>{{ QUANTITY_NAMES[quantity] }}</b
      ><small v-if="line" class="quiet">{{ LINE_WAY_NAMES[line.from] }}</small
      ><small v-if="line && now" class="figure">{{
        writeDifference(line.value - now.value, quantity, shop.units)
      }}</small></span
    >
    <QuantityField
      :quantity="quantity"
      :length-cm="lengthCm"
      label="Target"
      :keep="`${job.view.job.id}-target-${quantity}`"
      :model-value="line?.value ?? null"
      placeholder="open"
      :base="now?.value ?? null"
      :check="(value) => (value > 0 && value <= 1000 ? '' : 'No frame has such a figure.')"
      @commit="(value) => emit('type', value)"
      @cleared="emit('change', null)"
    />
    <ToleranceField
      v-if="line"
      :quantity="quantity"
      :tolerance="line.tolerance"
      @change="(tolerance) => emit('change', { tolerance })"
    />
    <span v-else />
    <div class="own">
      <v-text-field
        v-if="line"
        :model-value="line.reason"
        label="In your words"
        class="reason"
        @change="(e: Event) => emit('change', { reason: typedIn(e) })"
      />
      <v-menu v-if="setups.length > 0">
        <template #activator="{ props: menu }"
          ><v-btn v-bind="menu" size="small" variant="text">This one from…</v-btn></template
        >
        <v-list density="compact">
          <template v-for="setup in setups" :key="setup.id">
            <v-list-item :title="`Copy ${setup.name}`" @click="emit('take', 'copy', setup.id)" />
            <v-list-item v-if="now" :title="`Half-way to ${setup.name}`" @click="emit('take', 'halfway', setup.id)" />
          </template>
        </v-list>
      </v-menu>
      <v-btn
        v-if="line"
        :icon="mdiClose"
        size="x-small"
        variant="text"
        :aria-label="`Leave ${QUANTITY_NAMES[quantity].toLowerCase()} open`"
        @click="emit('change', null)"
      />
    </div>
    <ol v-if="line && chain.length > 0" class="chain" :data-testid="`chain-${quantity}`">
      <li v-for="(text, i) in chain" :key="i">{{ text }}</li>
    </ol>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: var(--line-columns);
  gap: 3px 12px;
  align-items: start;
  padding: 7px 0 5px;
  border-top: 1px solid rgb(var(--v-theme-line));
}
.name {
  display: flex;
  flex-direction: column;
  line-height: 1.25;
}
.name small {
  font-size: 12.5px;
}
.chain {
  grid-column: 2 / -1;
  margin: 0;
  padding: 0;
  list-style: none;
  font-size: 13px;
  line-height: 1.35;
}
.chain li {
  display: inline;
}
.chain li + li::before {
  content: ' → ';
  color: rgb(var(--v-theme-quiet));
}
.own {
  display: flex;
  gap: 8px;
  align-items: center;
}
.reason {
  max-width: 340px;
}
@media (max-width: 760px) {
  .line {
    grid-template-columns: 1fr 1fr;
  }
  .name,
  .own,
  .chain {
    grid-column: 1 / -1;
  }
  .name {
    flex-flow: row wrap;
    align-items: baseline;
    gap: 0 10px;
    padding-bottom: 4px;
  }
}
</style>
