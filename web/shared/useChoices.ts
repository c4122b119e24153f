import { watchDebounced } from '@vueuse/core'
import { onMounted, ref, watch, type Ref } from 'vue'
import { z } from 'zod'
import { type Choice, choiceSchema } from '#contract/entities.ts'
import { call } from '../api/client.ts'

const TYPING_MS = 150

/**
 * What a field offers while it is typed in, asked for at the server: however many there are, only what fits comes.
 * @param path asks for them with `find=` at its end; changes ask again
 * @param none what stands in the field while nothing is chosen
 */
export function useChoices(path: () => string, none: string): { typed: Ref<string>; choices: Ref<Choice[]> } {
  const typed = ref('')
  const choices = ref<Choice[]>([])
  let asked = 0

  async function look(): Promise<void> {
    const mine = ++asked
    // What was chosen stands in the field and is no search: all are offered, those of this very name first.
    const named = choices.value.filter((c) => c.name === typed.value)
    const stands = typed.value === none || named.length > 0
    const find = stands ? '' : (typed.value ?? '')
    const found = await call(z.array(choiceSchema), 'GET', `${path()}find=${encodeURIComponent(find)}`).catch(
      () => null,
    )
    if (mine !== asked || !found) return
    choices.value = [...named, ...found.filter((c) => !named.some((n) => n.id === c.id))]
  }
  watchDebounced(typed, look, { debounce: TYPING_MS })
  watch(path, () => void look())
  onMounted(look)
  return { typed, choices }
}
