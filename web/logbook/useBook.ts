import { watchDebounced } from '@vueuse/core'
import { onMounted, reactive, ref, shallowRef, watch } from 'vue'
import { bookPageSchema, type BookRow } from '#contract/logbook.ts'
import { call, problemText, tell } from '../api/client.ts'

const TYPING_MS = 150
export type BookOf = 'player' | 'frame'

/** A list of the book, page by page: found by words, put away and brought back. */
export function useBook(what: () => BookOf) {
  const rows = shallowRef<BookRow[]>([])
  const next = ref<string | null>(null)
  const search = reactive({ find: '', retired: false })
  const problem = ref('')
  const loaded = ref(false)
  /** What was just put away or brought back, for undoing it. */
  const last = shallowRef<{ row: BookRow; retired: boolean } | null>(null)
  let asked = 0

  async function look(after: string | null = null): Promise<void> {
    const mine = ++asked
    const query = new URLSearchParams({ find: search.find ?? '', retired: String(search.retired), after: after ?? '' })
    try {
      const page = await call(bookPageSchema, 'GET', `/book/${what()}s?${query}`)
      if (mine !== asked) return
      rows.value = after ? [...rows.value, ...page.rows] : page.rows
      next.value = page.next
      problem.value = ''
      loaded.value = true
    } catch (error) {
      if (mine === asked) problem.value = problemText(error)
    }
  }
  async function retire(row: BookRow, retired: boolean): Promise<void> {
    try {
      await tell('POST', `/${what()}s/${encodeURIComponent(row.id)}/retire`, { retired })
      last.value = { row, retired }
      await look()
    } catch (error) {
      problem.value = problemText(error)
    }
  }
  onMounted(() => look())
  watchDebounced(
    () => [search.find, search.retired],
    () => look(),
    { debounce: TYPING_MS },
  )
  watch(what, () => {
    rows.value = []
    loaded.value = false
    last.value = null
    void look()
  })
  return reactive({ rows, next, search, problem, loaded, last, more: () => look(next.value), retire })
}
