// @vitest-environment happy-dom
import { flushPromises, mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import { createMemoryHistory, createRouter, type LocationQuery } from 'vue-router'
import { queryOf, useList, useRetiring } from './useList.ts'

interface Asked {
  query: string
  answer: (page: { rows: string[]; next: string | null }) => Promise<unknown>
  fail: (error: Error) => Promise<unknown>
}
const asked: Asked[] = []
const page = (query: string) =>
  new Promise<{ rows: string[]; next: string | null }>((done, failed) => {
    const answer: Asked['answer'] = (found) => (done(found), flushPromises())
    asked.push({ query, answer, fail: (error) => (failed(error), flushPromises()) })
  })
const usual = { text: '', sport: 'all', retired: false }
const ofAddress = ({ text, sport }: LocationQuery) => ({ ...usual, text: String(text ?? ''), sport: sport === 'padel' ? 'padel' : 'all' }) // prettier-ignore

/** A list as its page has it, at an address. */
async function listAt(path: string) {
  let list!: ReturnType<typeof useList<string, typeof usual>>
  const Page = defineComponent({ setup: () => ((list = useList({ usual, ofAddress, page })), () => h('i')) })
  const router = createRouter({ history: createMemoryHistory(), routes: [{ path: '/frames', component: Page }] })
  await router.push(path)
  const wrapper = mount({ template: '<router-view />' }, { global: { plugins: [router] } })
  await flushPromises()
  return { list, router, wrapper }
}
const typed = async () => {
  await vi.advanceTimersByTimeAsync(200)
  await flushPromises()
}

beforeEach(() => (vi.useFakeTimers(), void asked.splice(0)))
afterEach(() => void vi.useRealTimers())

describe('a list, page by page', () => {
  it('begins with what its address asks for; what nobody knows is left out', async () => {
    const { list } = await listAt('/frames?text=arc&sport=curling')
    expect(asked.map(({ query }) => query)).toEqual(['text=arc'])
    expect(list.loaded.value).toBe(false)
    await asked[0].answer({ rows: ['a', 'b'], next: 'b' })
    expect([list.rows.value, list.next.value, list.loaded.value]).toEqual([['a', 'b'], 'b', true])
  })
  it('asks for more from where it stands, and puts it behind', async () => {
    const { list } = await listAt('/frames')
    await asked[0].answer({ rows: ['a'], next: 'k=1&2' })
    void list.more()
    expect(asked[1].query).toBe('&after=k%3D1%262')
    await asked[1].answer({ rows: ['b'], next: null })
    expect([list.rows.value, list.next.value]).toEqual([['a', 'b'], null])
  })
  it('waits for a pause in typing, and keeps in the address what is not as usual', async () => {
    const { list, router } = await listAt('/frames')
    await asked[0].answer({ rows: ['a'], next: null })
    for (const text of ['v', 'va', 'val']) list.search.text = text
    list.search.sport = 'padel'
    await typed()
    expect(asked.slice(1).map(({ query }) => query)).toEqual(['text=val&sport=padel'])
    expect(router.currentRoute.value.query).toEqual({ text: 'val', sport: 'padel' })
    list.search.text = null as unknown as string
    list.search.sport = 'all'
    await typed()
    expect(router.currentRoute.value.fullPath).toBe('/frames')
  })
  it('drops an answer that comes after another question, and its failure too', async () => {
    const { list } = await listAt('/frames')
    list.search.text = 'val'
    await typed()
    list.search.text = 'vale'
    await typed()
    await asked[2].answer({ rows: ['new'], next: null })
    await asked[0].answer({ rows: ['old'], next: 'old' })
    await asked[1].fail(new Error('too late'))
    expect([list.rows.value, list.next.value, list.problem.value]).toEqual([['new'], null, ''])
  })
  it('says what went wrong and keeps what is shown; the next answer takes that back', async () => {
    const { list } = await listAt('/frames')
    await asked[0].answer({ rows: ['a'], next: 'a' })
    void list.more()
    await asked[1].fail(new Error('the line is dead'))
    expect(list.rows.value).toEqual(['a'])
    expect(list.problem.value).not.toBe('')
    void list.more()
    await asked[2].answer({ rows: ['b'], next: null })
    expect([list.rows.value, list.problem.value]).toEqual([['a', 'b'], ''])
  })
  it('begins anew from the address for another list on the same page', async () => {
    const { list, router } = await listAt('/frames?text=arc')
    await asked[0].answer({ rows: ['a'], next: null })
    await router.replace('/frames?sport=padel')
    list.begin()
    expect([list.rows.value, list.loaded.value, asked[1].query]).toEqual([[], false, 'sport=padel'])
    expect(list.search).toEqual({ text: '', sport: 'padel', retired: false })
  })
  it('writes only what is not as usual', () => {
    expect(queryOf({ text: '', sport: 'padel', retired: true }, usual)).toEqual({ sport: 'padel', retired: 'true' })
  })
})

describe('putting away, and bringing back', () => {
  it('remembers the last that went through, and says why one did not', async () => {
    const problem = ref('')
    const again = vi.fn(() => Promise.resolve())
    const send = vi.fn((row: string) => (row === 'bad' ? Promise.reject(new Error('no')) : Promise.resolve()))
    const { last, retire } = useRetiring(send, again, problem)
    await retire('a', true)
    expect([last.value, again.mock.calls.length]).toEqual([{ row: 'a', retired: true }, 1])
    await retire('bad', true)
    expect([last.value?.row, again.mock.calls.length]).toEqual(['a', 1])
    expect(problem.value).not.toBe('')
  })
})
