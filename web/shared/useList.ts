import { watchDebounced } from '@vueuse/core'
import { computed, onMounted, reactive, ref, shallowRef, type Ref } from 'vue'
import { useRoute, type LocationQuery } from 'vue-router'
import { problemText } from '../api/client.ts'
import { useAddress } from './useAddress.ts'

const TYPING_MS = 150
type Plain = string | number | boolean | null
/** What is looked for: words, filters, order. */
export type ListSearch = Record<string, Plain>

/** A search as it stands in the address: only what is not as usual. */
export function queryOf<S extends ListSearch>(search: Partial<S>, usual: S): Record<string, string> {
  return Object.fromEntries(
    Object.entries(search).flatMap(([key, value]) =>
      // A field that was cleared holds null: nothing is looked for.
      value === null || value === undefined || value === usual[key] ? [] : [[key, String(value)]],
    ),
  )
}

/** A list that is asked for page by page. */
export interface ListOf<Row, S extends ListSearch> {
  usual: S
  /** What an address asks for; what it asks for and nobody knows is left out. */
  ofAddress(query: LocationQuery): S
  /** One page. @param query of the search, with `after` where it is not the first */
  page(query: string): Promise<{ rows: readonly Row[]; next: string | null }>
}

/**
 * A list, page by page: found by words, filtered, sorted; the address keeps what is looked for, and back again shows it. Answers that
 * come late, after another question, are dropped.
 */
export function useList<Row, S extends ListSearch>({ usual, ofAddress, page }: ListOf<Row, S>) {
  const route = useRoute()
  const address = useAddress()
  const rows = shallowRef<readonly Row[]>([])
  const next = ref<string | null>(null)
  const search = reactive({ ...ofAddress(route.query) }) as S
  const problem = ref('')
  const loaded = ref(false)
  let asked = 0
  const query = computed(() => new URLSearchParams(queryOf(search, usual)).toString())

  async function look(after: string | null = null): Promise<void> {
    const mine = ++asked
    const from = after ? `&after=${encodeURIComponent(after)}` : ''
    try {
      const found = await page(`${query.value}${from}`)
      if (mine !== asked) return
      rows.value = after ? [...rows.value, ...found.rows] : found.rows
      next.value = found.next
      problem.value = ''
      loaded.value = true
    } catch (error) {
      if (mine === asked) problem.value = problemText(error)
    }
  }
  onMounted(() => look())
  watchDebounced(
    query,
    () => {
      address.keep(queryOf(search, usual))
      void look()
    },
    { debounce: TYPING_MS },
  )
  /** Another list on the same page: begun anew from the address. */
  function begin(): void {
    Object.assign(search, ofAddress(route.query))
    rows.value = []
    loaded.value = false
    void look()
  }
  return { rows, next, search, query, problem, loaded, look, more: () => look(next.value), begin }
}

/** What of a list was just put away or brought back, for undoing it. */
export function useRetiring<Row>(
  send: (row: Row, retired: boolean) => Promise<unknown>,
  after: () => Promise<void>,
  problem: Ref<string>,
) {
  const last = shallowRef<{ row: Row; retired: boolean } | null>(null)
  async function retire(row: Row, retired: boolean): Promise<void> {
    try {
      await send(row, retired)
      last.value = { row, retired }
      await after()
    } catch (error) {
      problem.value = problemText(error)
    }
  }
  return { last, retire }
}
