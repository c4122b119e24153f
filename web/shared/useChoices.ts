import { watchDebounced } from '@vueuse/core'
import { computed, onMounted, ref, watch, type ComputedRef, type Ref } from 'vue'
import { z } from 'zod'
import { type NamedChoice, choiceSchema } from '#contract/entities.ts'
import { call } from '../api/client.ts'

const TYPING_MS = 150

/**
 * What a field offers while it is typed in, asked for at the server: however many there are, only what fits comes.
 * @param path asks for them with `find=` at its end; changes ask again
 * @param none what stands in the field while nothing is chosen
 */
export function useChoices(
  path: () => string,
  none: string,
): { typed: Ref<string>; choices: ComputedRef<NamedChoice[]> } {
  const typed = ref('')
  const found = ref<NamedChoice[]>([])
  /** What they were asked for by. */
  const askedFor = ref('')
  let asked = 0
  const namedSo = () => found.value.filter((c) => c.name === typed.value)
  /** What was chosen stands in the field and is no search: all are offered, those of this very name first. */
  const findOf = () => (typed.value === none || namedSo().length > 0 ? '' : (typed.value ?? ''))

  async function look(): Promise<void> {
    const mine = ++asked
    const named = namedSo()
    const find = findOf()
    const answer = await call(z.array(choiceSchema), 'GET', `${path()}find=${encodeURIComponent(find)}`).catch(
      () => null,
    )
    if (mine !== asked || !answer) return
    askedFor.value = find
    found.value = [...named, ...answer.filter((c) => !named.some((n) => n.id === c.id))]
  }
  watchDebounced(typed, look, { debounce: TYPING_MS })
  watch(path, () => void look())
  onMounted(look)
  /** Until the answer to what is typed is there, only what fits it of those that are: who types and chooses at once chooses what was typed. */
  const choices = computed(() => {
    const find = findOf()
    if (find === askedFor.value) return found.value
    const words = find.toLowerCase().split(/\s+/)
    return found.value.filter((c) => words.every((word) => c.name.toLowerCase().includes(word)))
  })
  return { typed, choices }
}
