import { watchDebounced } from '@vueuse/core'
import { computed, onMounted, reactive, ref, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { bookPageSchema, bookSearchSchema, type BookRow, type BookSearch } from '#contract/logbook.ts'
import { call, problemText, tell } from '../api/client.ts'
import { useAddress } from '../shared/useAddress.ts'

const TYPING_MS = 150
export type BookOf = 'player' | 'frame'
type Search = Omit<BookSearch, 'after'>

/** A search as it stands in the address: only what is not as usual. */
export function queryOf(search: Partial<Search>): Record<string, string> {
  const usual = bookSearchSchema.parse({})
  return Object.fromEntries(
    Object.entries(search).flatMap(([key, value]) =>
      value === null || value === undefined || value === usual[key as keyof Search] ? [] : [[key, String(value)]],
    ),
  )
}

/** A list of the book, page by page: found by words, filtered, sorted, put away and brought back. The address keeps what is looked for. */
export function useBook(what: () => BookOf) {
  const route = useRoute()
  const address = useAddress()
  const rows = shallowRef<BookRow[]>([])
  const next = ref<string | null>(null)
  const ofAddress = (): Search => {
    const { after: _after, ...search } = bookSearchSchema.parse({ ...route.query, after: '' })
    return search
  }
  const search = reactive<Search>(ofAddress())
  const problem = ref('')
  const loaded = ref(false)
  /** What was just put away or brought back, for undoing it. */
  const last = shallowRef<{ row: BookRow; retired: boolean } | null>(null)
  let asked = 0
  const query = computed(() => new URLSearchParams(queryOf({ ...search, find: search.find ?? '' })).toString())

  async function look(after: string | null = null): Promise<void> {
    const mine = ++asked
    const from = after ? `&after=${encodeURIComponent(after)}` : ''
    try {
      const page = await call(bookPageSchema, 'GET', `/book/${what()}s?${query.value}${from}`)
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
    query,
    () => {
      address.keep(queryOf({ ...search, find: search.find ?? '' }))
      void look()
    },
    { debounce: TYPING_MS },
  )
  watch(what, () => {
    Object.assign(search, ofAddress())
    rows.value = []
    loaded.value = false
    last.value = null
    void look()
  })
  return reactive({ rows, next, search, query, problem, loaded, last, look, more: () => look(next.value), retire })
}
