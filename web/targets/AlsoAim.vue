<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { computed } from 'vue'
import { estimateOf } from '#core/frame/state.ts'
import { fixed } from '#core/quantities/write.ts'
import { alsoAimed } from '#contract/documents.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import PlainNumber from '../shared/PlainNumber.vue'
import { useOpenJob } from '../stores/openJob.ts'
import type { useTarget } from './useTarget.ts'

/** Numbers that follow from the others and may be aimed at as well: how steady it stays in the hand, and M·g·R/I. */
const props = defineProps<{ target: Pick<ReturnType<typeof useTarget>, 'setAlso'> }>()
const job = useOpenJob()
const KINDS = [
  { quantity: 'recoilWeight', unit: 'kg·cm²', tolerance: 2, decimals: 1 },
  { quantity: 'mgri', unit: 'rad²/s²', tolerance: 0.1, decimals: 2 },
] as const
const rows = computed(() =>
  KINDS.map((kind) => ({
    ...kind,
    now: estimateOf(job.picture.measured.state, kind.quantity),
    aim: job.documents.target?.also?.[kind.quantity] ?? null,
  })),
)
function add({ quantity, tolerance, decimals, now }: (typeof rows.value)[number]): void {
  if (now) props.target.setAlso(quantity, { value: Number(now.value.toFixed(decimals)), tolerance })
}
</script>

<template>
  <div class="also">
    <div v-for="row in rows" :key="row.quantity" class="row" :data-also="row.quantity">
      <b>{{ QUANTITY_NAMES[row.quantity] }}</b>
      <template v-if="row.aim">
        <PlainNumber
          :model-value="row.aim.value"
          label="Target"
          :suffix="row.unit"
          :of="alsoAimed.shape[row.quantity].shape.value"
          @update:model-value="(v) => v !== null && target.setAlso(row.quantity, { ...row.aim!, value: v })"
        />
        <PlainNumber
          :model-value="row.aim.tolerance"
          label="±"
          :suffix="row.unit"
          :of="alsoAimed.shape[row.quantity].shape.tolerance"
          @update:model-value="(v) => v !== null && target.setAlso(row.quantity, { ...row.aim!, tolerance: v })"
        />
        <span class="quiet figure">now {{ row.now ? fixed(row.now.value, row.decimals) : 'not known' }}</span>
        <v-btn
          :icon="mdiClose"
          size="small"
          variant="text"
          :aria-label="`Leave ${QUANTITY_NAMES[row.quantity]} open`"
          @click="target.setAlso(row.quantity, null)"
        />
      </template>
      <template v-else>
        <span class="quiet figure now">{{
          row.now ? `now ${fixed(row.now.value, row.decimals)} ${row.unit}` : 'needs weight, balance and swing weight'
        }}</span>
        <v-btn v-if="row.now" size="small" :data-testid="`also-${row.quantity}`" @click="add(row)"
          >Aim at it as well</v-btn
        >
      </template>
    </div>
  </div>
</template>

<style scoped>
.also {
  display: grid;
  gap: 6px;
  padding-top: 10px;
  border-top: 1px solid rgb(var(--v-theme-line));
}
.row {
  display: flex;
  align-items: center;
  gap: 12px;
  min-height: 40px;
}
.row b {
  width: 112px;
}
.now {
  min-width: 170px;
}
.row :deep(.plain-number) {
  max-width: 190px;
}
@media (max-width: 600px) {
  .row {
    flex-wrap: wrap;
    gap: 4px 12px;
  }
  .now {
    min-width: 0;
    flex: 1 1 150px;
  }
}
</style>
