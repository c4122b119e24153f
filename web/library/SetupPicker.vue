<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { computed, onMounted, ref, watch } from 'vue'
import type { LibrarySearch, Reference } from '#contract/library.ts'
import type { SportId } from '#core/sports/sports.ts'
import { searchLibrary } from '../api/library.ts'
import { useShop } from '../stores/shop.ts'

/** Finds one setup of the library by typing; those at hand come first. */
const props = defineProps<{
  sport: SportId
  label: string
  kinds?: LibrarySearch['kinds']
  styles?: string[]
  /** Offered first, as far as they fit what is typed. */
  first?: readonly Reference[]
  /** Nearest first to these. */
  near?: LibrarySearch['near']
}>()
const id = defineModel<string | null>({ required: true })
const shop = useShop()
const typed = ref('')
const found = ref<Reference[]>([])
const busy = ref(false)
/** A pause in typing after which is looked. */
const TYPING_MS = 120
let asked = 0

async function look(): Promise<void> {
  const mine = ++asked
  busy.value = true
  // What stands in the field after a choice is not a search.
  const text = typed.value === shop.reference(id.value)?.name ? '' : typed.value
  const page = await searchLibrary({
    sport: props.sport,
    text: text ?? '',
    limit: 20,
    ...(props.kinds ? { kinds: props.kinds } : {}),
    ...(props.styles ? { styles: props.styles } : {}),
    ...(props.near ? { near: props.near } : {}),
  }).catch(() => null)
  if (mine !== asked) return
  busy.value = false
  found.value = page?.rows ?? []
}
watchDebounced(typed, look, { debounce: TYPING_MS })
watch(() => [props.sport, props.kinds, props.styles], look)
onMounted(look)

/** The words that are looked for; none while a choice stands in the field. */
const wanted = computed(() =>
  !typed.value || typed.value === shop.reference(id.value)?.name
    ? []
    : typed.value.toLowerCase().split(/\s+/).filter(Boolean),
)
const items = computed(() => {
  const chosen = shop.reference(id.value)
  const first = (props.first ?? []).filter((r) => wanted.value.every((word) => r.name.toLowerCase().includes(word)))
  const all = [...(chosen ? [chosen] : []), ...first, ...found.value]
  return [...new Map(all.map((r) => [r.id, r])).values()].map((r) => ({
    title: r.name,
    value: r.id,
    subtitle: [r.kind, r.style, r.note].filter(Boolean).join(' · '),
  }))
})
function choose(chosen: string | null): void {
  const reference = found.value.find((r) => r.id === chosen) ?? props.first?.find((r) => r.id === chosen)
  if (reference) shop.keep([reference])
  id.value = chosen
}
</script>

<template>
  <v-autocomplete
    v-model:search="typed"
    :model-value="id"
    :items="items"
    :label="label"
    :loading="busy"
    item-props
    no-filter
    auto-select-first="exact"
    no-data-text="No setup of this name"
    @update:model-value="choose"
  />
</template>
