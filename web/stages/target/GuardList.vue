<script setup lang="ts">
import { ref } from 'vue'
import type { Confirmation } from '#core/target/target.ts'
import type { TargetGuard } from '#core/target/guards.ts'
import { QUANTITY_NAMES } from '#contract/words.ts'
import { useShop } from '../../stores/shop.ts'

/** Cautions on the target. Some ask for a reason in writing before the work goes on. */
const props = defineProps<{ guards: TargetGuard[]; confirmed: Confirmation[]; open: TargetGuard[] }>()
const emit = defineEmits<{ confirm: [key: string, words: string] }>()
const shop = useShop()
const typed = ref<Record<string, string>>({})
const confirmedOf = (guard: TargetGuard) => props.confirmed.find((c) => c.key === guard.key)
function settle(guard: TargetGuard): void {
  const words = (typed.value[guard.key] ?? '').trim()
  if (words !== '') emit('confirm', guard.key, words)
}
</script>

<template>
  <section v-if="guards.length > 0" class="guards" aria-label="Cautions">
    <div
      v-for="guard in guards"
      :key="`${guard.key} ${guard.quantity}`"
      class="guard"
      :class="{ open: open.includes(guard) }"
      :data-guard="guard.rule.id"
    >
      <p class="mb-0">
        <template v-if="guard.rule.effect.kind === 'guard' && guard.rule.effect.perQuantity && guard.quantity"
          ><b>{{ QUANTITY_NAMES[guard.quantity] }}</b
          >:
        </template>
        {{ guard.words }} <small class="quiet">{{ guard.rule.source }}</small>
      </p>
      <template v-if="guard.confirm">
        <p v-if="confirmedOf(guard)" class="quiet mb-0" :data-testid="`confirmed-${guard.rule.id}`">
          Gone over by {{ confirmedOf(guard)!.by || 'no initials' }}, {{ confirmedOf(guard)!.at.slice(0, 10) }}: “{{
            confirmedOf(guard)!.words
          }}”
        </p>
        <form v-else class="d-flex ga-2 mt-1" @submit.prevent="settle(guard)">
          <v-text-field
            v-model="typed[guard.key]"
            label="Why it may stand, in writing"
            :data-testid="`reason-${guard.rule.id}`"
          />
          <v-btn type="submit" :disabled="!(typed[guard.key] ?? '').trim()"
            >Keep it so{{ shop.initials ? `, ${shop.initials}` : '' }}</v-btn
          >
        </form>
      </template>
    </div>
  </section>
</template>

<style scoped>
.guards {
  display: grid;
  gap: 6px;
}
.guard {
  border-left: 4px solid rgb(var(--v-theme-warning));
  background: rgba(var(--v-theme-warning), 0.1);
  border-radius: 0 6px 6px 0;
  padding: 7px 12px;
}
.guard small,
.guard .quiet {
  color: inherit;
}
.guard.open {
  border-left-color: rgb(var(--v-theme-error));
}
</style>
