import { onMounted, ref, shallowRef, watch, type Ref, type ShallowRef } from 'vue'
import type { z } from 'zod'
import { call, problemText, tell } from '../api/client.ts'
import { useShop } from '../stores/shop.ts'

/** What the book tells of one player or frame, read anew when another is asked for. */
export function useLog<Schema extends z.ZodType>(
  schema: Schema,
  path: () => string,
): {
  log: ShallowRef<z.output<Schema> | null>
  problem: Ref<string>
  retire(path: string, retired: boolean, why?: string): Promise<void>
  /** Reads it anew. */
  look(): Promise<void>
} {
  const shop = useShop()
  const log = shallowRef(null) as ShallowRef<z.output<Schema> | null>
  const problem = ref('')
  let asked = 0
  async function look(): Promise<void> {
    const mine = ++asked
    try {
      const [found] = await Promise.all([call(schema, 'GET', path()), shop.overview ? null : shop.load()])
      if (mine !== asked) return
      log.value = found
      problem.value = ''
    } catch (error) {
      if (mine === asked) problem.value = problemText(error)
    }
  }
  async function retire(at: string, retired: boolean, why = ''): Promise<void> {
    try {
      await tell('POST', at, { retired, why })
      await look()
    } catch (error) {
      problem.value = problemText(error)
    }
  }
  onMounted(look)
  watch(path, look)
  return { log, problem, retire, look }
}
