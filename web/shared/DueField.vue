<script setup lang="ts">
import { computed } from 'vue'
import { dueOf } from '#contract/due.ts'
import { typedIn } from '../browser/typedIn.ts'
import { afterPress } from '../browser/press.ts'
import { writeSoon } from '../browser/writeTime.ts'

/** When a job is promised, as people say it; the moment that was understood stands below, and what stands against it. */
const props = defineProps<{
  modelValue: { due: string; dueAt: string | null }
  /** The earliest at which it can be ready, and why; null: any time. */
  earliest?: { at: string; why: string } | null
}>()
const emit = defineEmits<{ 'update:modelValue': [value: { due: string; dueAt: string | null }] }>()
const hint = computed(() => {
  const { due, dueAt } = props.modelValue
  const now = new Date()
  if (!due.trim()) return ''
  if (!dueAt) return 'No day was read in this; it is kept as it is.'
  const at = new Date(dueAt)
  const said = `${at.toDateString() === now.toDateString() ? 'today ' : ''}${writeSoon(dueAt, now)}`
  if (at < now) return `${said}: that is past.`
  if (props.earliest && props.earliest.at > dueAt)
    return `${said} cannot be kept: ${props.earliest.why}, not before ${writeSoon(props.earliest.at, now)}.`
  return said
})
function typed(text: string): void {
  afterPress(() => emit('update:modelValue', { due: text.slice(0, 40), dueAt: dueOf(text, new Date()) }))
}
</script>

<template>
  <v-text-field
    :model-value="modelValue.due"
    label="Due"
    placeholder="fri 5pm, tomorrow, in 3 days"
    :hint="hint"
    persistent-hint
    maxlength="40"
    data-testid="ticket-due"
    @change="(e: Event) => typed(typedIn(e))"
  />
</template>
