import { reactive, watch } from 'vue'
import {
  BOOK_LISTS,
  bookPageSchema,
  bookSearchSchema,
  type BookOf,
  type BookRow,
  type BookSearch,
} from '#contract/logbook.ts'
import { call, tell } from '../api/client.ts'
import { queryOf, useList, useRetiring } from '../shared/useList.ts'

type Search = Omit<BookSearch, 'after'>

const USUAL: Search = bookSearchSchema.omit({ after: true }).parse({})
/** A search as it stands in the address: only what is not as usual. */
export const bookQuery = (search: Partial<Search>) => queryOf(search, USUAL)

/** A list of the book: its people, its frames, its batches, its squads. */
export function useBook(what: () => BookOf) {
  const list = useList<BookRow, Search>({
    usual: USUAL,
    ofAddress: (query) => bookSearchSchema.omit({ after: true }).parse(query),
    page: (query) => call(bookPageSchema, 'GET', `/book/${BOOK_LISTS[what()]}?${query}`),
  })
  const { last, retire } = useRetiring<BookRow>(
    (row, retired) => tell('POST', `/${BOOK_LISTS[what()]}/${encodeURIComponent(row.id)}/retire`, { retired }),
    () => list.look(),
    list.problem,
  )
  watch(what, () => {
    last.value = null
    list.begin()
  })
  return reactive({ ...list, last, retire })
}
