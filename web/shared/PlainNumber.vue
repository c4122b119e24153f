<script setup lang="ts">
import { ref, watch } from 'vue'
import type { z } from 'zod'
import { numberMessage } from '#contract/messages/field.ts'
import { countNotTaken } from '../browser/notTaken.ts'

/** A figure without units of choice: seconds, degrees, a count. Decimal comma or point. */
const props = defineProps<{
  label: string
  suffix?: string
  modelValue: number | null
  /** By what it is stored: its range, whole or not, what is wrong with it. */
  of?: z.ZodType
  /** So much of what is stored is one of what is shown. */
  per?: number
  /** For figures that are not stored. */
  min?: number
  max?: number
  whole?: boolean
  /** What is wrong with it beside that, as the form says. */
  problem?: string
}>()
const emit = defineEmits<{ 'update:modelValue': [value: number | null] }>()
const written = () => (props.modelValue === null ? '' : String(props.modelValue))
const text = ref(written())
const error = ref('')
countNotTaken(error)
watch(
  () => props.modelValue,
  () => {
    if (!error.value && Number(text.value.replace(',', '.')) !== props.modelValue) text.value = written()
  },
)
/** What stood there when the field was entered. */
let held = props.modelValue
function entered(): void {
  if (!error.value) held = props.modelValue
}
function typed(): void {
  error.value = ''
  const plain = text.value.trim().replace(',', '.').replace('−', '-')
  if (plain === '') return emit('update:modelValue', null)
  const value = Number(plain)
  if (!Number.isFinite(value)) error.value = 'Type a number.'
  else if (props.of) error.value = numberMessage(props.of, value, { per: props.per })
  else if (props.whole && !Number.isInteger(value)) error.value = 'A whole number.'
  else if ((props.min !== undefined && value < props.min) || (props.max !== undefined && value > props.max))
    error.value = `From ${props.min ?? '…'} to ${props.max ?? '…'}.`
  if (!error.value) emit('update:modelValue', value)
  // "31" on the way to "31 days" was no number that somebody meant.
  else if (props.modelValue !== held) emit('update:modelValue', held)
}
/** What may not be left out stands there again. */
function left(): void {
  if (text.value.trim() === '') text.value = written()
}
</script>

<template>
  <v-text-field
    v-model="text"
    class="plain-number"
    :label="label"
    :suffix="suffix"
    :error-messages="error || problem"
    inputmode="decimal"
    autocomplete="off"
    @update:model-value="typed"
    @focus="entered"
    @blur="left"
  />
</template>

<style scoped>
.plain-number :deep(input) {
  font-family: var(--kv-figure);
  font-size: 16px;
}
</style>
