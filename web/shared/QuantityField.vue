<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { Problem } from '#core/problem.ts'
import { readRelative } from '#core/quantities/read.ts'
import { KIND_OF, unitFor, type AnyQuantity } from '#core/quantities/units.ts'
import { unitMark, writeQuantity, writeValue } from '#core/quantities/write.ts'
import { useShop } from '../stores/shop.ts'
import { useTyped } from '../browser/settings.ts'
import { countNotTaken } from '../browser/notTaken.ts'
import { afterPress } from '../browser/press.ts'
import { problemMessage } from '#contract/messages/problems.ts'

/**
 * A number typed as people write it. It becomes a number once, on Enter or on leaving; what cannot be read stays as typed with
 * the reason beside it, also over a reload.
 */
const props = defineProps<{
  quantity: AnyQuantity
  lengthCm: number
  modelValue?: number | null
  label: string
  /** Names what is typed here in the browser's storage. */
  keep: string
  /** Empty again after each number, for readings. */
  oneAfterAnother?: boolean
  placeholder?: string
  message?: string
  /** What is wrong with a number that can be read, in words; empty when nothing is. */
  check?: (value: number) => string
  /** What `+5` and `-20` are counted from, core units. */
  base?: number | null
}>()
const emit = defineEmits<{ commit: [value: number, typed: string]; cleared: []; next: []; focused: [] }>()

const shop = useShop()
const units = computed(() => shop.unitsOfField(props.quantity))
const notTaken = useTyped(() => `kevro-typed-${props.keep}`, null)
const writtenOf = (value: number) => writeValue(value, props.quantity, units.value, props.lengthCm).replace('−', '-')
const written = () => (props.modelValue == null ? '' : writtenOf(props.modelValue))
const text = ref(notTaken.value ?? written())
const error = ref('')
countNotTaken(error)
const focused = ref(false)

watch([() => props.modelValue, units], () => {
  if (!focused.value && !error.value) text.value = written()
})

const kind = computed(() => KIND_OF[props.quantity])
const parse = () =>
  readRelative(text.value, props.base ?? null, {
    kind: kind.value,
    unit: unitFor(props.quantity, units.value),
    lengthCm: props.lengthCm,
  })
const echo = computed(() => {
  if (!focused.value || text.value.trim() === '') return ''
  try {
    return `= ${writeQuantity(parse().value, props.quantity, units.value, props.lengthCm)}`
  } catch {
    return ''
  }
})

function typed(): void {
  error.value = ''
  notTaken.value = text.value
}

function commit(): boolean {
  if (text.value.trim() === '') {
    notTaken.value = null
    error.value = ''
    if (!props.oneAfterAnother && props.modelValue != null) emit('cleared')
    return true
  }
  if (!props.oneAfterAnother && text.value === written()) return true
  try {
    const { value } = parse()
    error.value = props.check?.(value) ?? ''
    if (error.value) {
      notTaken.value = text.value
      return false
    }
    // Enter took it already; leaving the field does not take it again.
    const taken = !props.oneAfterAnother && props.modelValue != null && Math.abs(value - props.modelValue) < 1e-9
    if (!taken) emit('commit', value, text.value.trim())
    notTaken.value = null
    // What was said against another number stands there as the number that it came to.
    if (props.oneAfterAnother) text.value = ''
    else if (/^\s*[+\-−]/.test(text.value)) text.value = writtenOf(value)
    error.value = ''
    return true
  } catch (problem) {
    if (!(problem instanceof Problem)) throw problem
    error.value = problemMessage(problem)
    notTaken.value = text.value
    return false
  }
}

function enter(): void {
  if (commit()) emit('next')
}

/** What is read on leaving moves the rows below: not while the press that left the field is on its way to one of them. */
function left(): void {
  afterPress(() => {
    focused.value = false
    if (commit() && !props.oneAfterAnother) text.value = written() || text.value
  })
}

/** U switches the unit while no letter has been typed; the figure stays as it is. */
function letter(event: KeyboardEvent): void {
  if (event.key.toLowerCase() !== 'u' || event.ctrlKey || event.metaKey || event.altKey) return
  if (kind.value === 'inertia' || /[a-z]/i.test(text.value)) return
  event.preventDefault()
  const asTyped = oneAfterAnotherText()
  shop.switchUnit(props.quantity)
  text.value = asTyped ?? written()
}
const oneAfterAnotherText = () => (props.oneAfterAnother || text.value !== written() ? text.value : null)

const field = ref<{ focus(): void } | null>(null)
defineExpose({ focus: () => field.value?.focus() })
</script>

<template>
  <v-text-field
    ref="field"
    v-model="text"
    class="quantity-field"
    :label="label"
    :suffix="unitMark(quantity, units)"
    :placeholder="placeholder"
    persistent-placeholder
    :error-messages="error"
    :messages="echo || message"
    inputmode="text"
    autocomplete="off"
    @update:model-value="typed"
    @keydown.enter.prevent="enter"
    @keydown="letter"
    @focus="((focused = true), emit('focused'))"
    @blur="left"
  />
</template>

<style scoped>
/* The unit is there before anything is typed. */
.quantity-field :deep(.v-text-field__suffix) {
  opacity: 1;
}
.quantity-field :deep(input) {
  font-family: var(--kv-figure);
  font-size: 17px;
}
</style>
