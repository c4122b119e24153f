<script setup lang="ts">
import { ref } from 'vue'
import type { Confirmation } from '#core/targets/target.ts'
import type { TargetWarning } from '#core/targets/warnings.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { useShop } from '../stores/shop.ts'

/** Cautions on the target. Some ask for a reason in writing before the work goes on. */
const props = defineProps<{ warnings: TargetWarning[]; confirmed: Confirmation[]; open: TargetWarning[] }>()
const emit = defineEmits<{ confirm: [key: string, words: string] }>()
const shop = useShop()
const typed = ref<Record<string, string>>({})
const confirmedOf = (warning: TargetWarning) => props.confirmed.find((c) => c.key === warning.key)
function settle(warning: TargetWarning): void {
  const words = (typed.value[warning.key] ?? '').trim()
  if (words !== '') emit('confirm', warning.key, words)
}
</script>

<template>
  <section v-if="warnings.length > 0" class="warnings" aria-label="Cautions">
    <div
      v-for="warning in warnings"
      :key="`${warning.key} ${warning.quantity}`"
      class="warning"
      :class="{ open: open.includes(warning) }"
      :data-guard="warning.rule.id"
    >
      <p class="mb-0">
        <template v-if="warning.rule.effect.kind === 'warning' && warning.rule.effect.perQuantity && warning.quantity"
          ><b>{{ QUANTITY_NAMES[warning.quantity] }}</b
          >:
        </template>
        {{ warning.message }} <small class="quiet">{{ warning.rule.source }}</small>
      </p>
      <template v-if="warning.confirm">
        <p v-if="confirmedOf(warning)" class="quiet mb-0" :data-testid="`confirmed-${warning.rule.id}`">
          Gone over by {{ confirmedOf(warning)!.by || 'no initials' }}, {{ confirmedOf(warning)!.at.slice(0, 10) }}: “{{
            confirmedOf(warning)!.words
          }}”
        </p>
        <form v-else class="d-flex ga-2 mt-1" @submit.prevent="settle(warning)">
          <v-text-field
            v-model="typed[warning.key]"
            label="Why it may stand, in writing"
            :data-testid="`reason-${warning.rule.id}`"
          />
          <v-btn type="submit" :disabled="!(typed[warning.key] ?? '').trim()"
            >Keep it so{{ shop.initials ? `, ${shop.initials}` : '' }}</v-btn
          >
        </form>
      </template>
    </div>
  </section>
</template>

<style scoped>
.warnings {
  display: grid;
  gap: 6px;
}
.warning {
  border-left: 4px solid rgb(var(--v-theme-warning));
  background: rgba(var(--v-theme-warning), 0.1);
  border-radius: 0 6px 6px 0;
  padding: 7px 12px;
}
.warning small,
.warning .quiet {
  color: inherit;
}
.warning.open {
  border-left-color: rgb(var(--v-theme-error));
}
</style>
