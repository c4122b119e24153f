// @vitest-environment happy-dom
import { flushPromises, mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, reactive } from 'vue'
import type { LibrarySearch, Reference } from '#contract/library.ts'
import { singleReport, type ReferenceSetup } from '#core/compare/setup.ts'
import { STRUNG } from '#core/frame/fixtures.ts'
import type { UnitChoice } from '#core/quantities/units.ts'
import { tennis } from '#core/sports/tennis.ts'
import { openJob, type FakeJob } from '../stores/fixtures/openJob.ts'
import { useCompare, type Compare } from './useCompare.ts'

let job: FakeJob
vi.mock('../stores/openJob.ts', () => ({ useOpenJob: () => job }))
const known = new Map<string, Reference>()
const shop = reactive({
  units: { mass: 'g', balance: 'cm', length: 'cm' } as UnitChoice,
  keep: (found: Reference[]) => found.forEach((r) => known.set(r.id, r)),
  reference: (id: string) => known.get(id) ?? null,
})
vi.mock('../stores/shop.ts', () => ({ useShop: () => shop }))
interface Asked {
  search: LibrarySearch
  answer: (rows: Reference[]) => void
  fail: (error: unknown) => void
}
const asked: Asked[] = []
let mineEarlier: Reference[] = []
vi.mock('../api/library.ts', () => ({
  searchLibrary: (search: LibrarySearch) =>
    new Promise((done, failed) =>
      asked.push({ search, answer: (rows) => done({ rows, total: rows.length }), fail: failed }),
    ),
  facetsOf: () => Promise.resolve({ styles: ['flat', 'spin'], total: 40 }),
  measuredFrames: () => Promise.resolve(mineEarlier),
}))

/** A setup as a professional is reported to have it, strung. */
const reference = (id: string, massG: number, swingWeight = 330): Reference =>
  ({
    id,
    name: id,
    sport: 'tennis',
    geometry: tennis.geometry,
    reports: [
      singleReport(
        { condition: STRUNG, axisCm: 10.16 },
        {
          mass: { value: massG, u: 0.3 },
          balance: { value: 31.8, u: 0.1 },
          swingWeight: { value: swingWeight, u: 0.7 },
        },
      ),
    ],
  }) satisfies ReferenceSetup & { sport: string } as unknown as Reference

let left: () => void = () => undefined
async function page(): Promise<Compare> {
  let compare!: Compare
  const wrapper = mount(defineComponent({ setup: () => ((compare = useCompare()), () => h('i')) }))
  left = () => wrapper.unmount()
  await flushPromises()
  return compare
}

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
  left()
  left = () => undefined
  asked.splice(0)
  known.clear()
  mineEarlier = []
  job = openJob()
})
/** What was typed has been looked for. */
const typed = () => vi.advanceTimersByTimeAsync(200)
const names = (compare: Compare) => compare.rows.value.map((r) => r.reference.id)

describe('looking in the library', () => {
  it('begins near the frame, in the usual state of its sport', async () => {
    const compare = await page()
    expect(asked).toHaveLength(1)
    expect(asked[0].search).toMatchObject({ sport: 'tennis', kinds: [], styles: [], limit: 20 })
    expect(asked[0].search.near).toEqual(compare.near.value)
    // Strung with an overgrip as it was read; without one where it is looked for.
    expect(compare.near.value!.mass!).toBeLessThan(job.picture.measured.state.massG!)
    asked[0].answer([reference('far', 345), reference('close', 318)])
    await flushPromises()
    expect(names(compare)).toEqual(['close', 'far'])
    expect([compare.total.value, compare.librarySize.value, compare.styles.value]).toEqual([2, 40, ['flat', 'spin']])
  })
  it('an answer to what was typed before does not take the place of the later one', async () => {
    const compare = await page()
    compare.filter.value.text = 'house'
    await typed()
    expect(asked.map((a) => a.search.text)).toEqual(['', 'house'])
    asked[1].answer([reference('house', 320)])
    asked[0].answer([reference('old', 320)])
    await flushPromises()
    expect(names(compare)).toEqual(['house'])
    expect(compare.problem.value).toBe('')
  })
  it('what goes wrong is said, and gone with the next answer; an old failure says nothing', async () => {
    const compare = await page()
    asked[0].fail(new Error('no answer from the shop'))
    await flushPromises()
    expect(compare.problem.value).toBe('no answer from the shop')
    compare.filter.value.kind = 'retail'
    await typed()
    expect(asked[1].search.kinds).toEqual(['retail'])
    asked[1].answer([])
    await flushPromises()
    expect(compare.problem.value).toBe('')
  })
  it('another filter begins with its first rows again; more are shown up to an end', async () => {
    const compare = await page()
    compare.more()
    await typed()
    expect(asked.at(-1)!.search.limit).toBe(60)
    for (let i = 0; i < 9; i++) compare.more()
    expect(compare.limit.value).toBe(200)
    compare.filter.value.style = 'flat'
    await typed()
    expect(asked.at(-1)!.search).toMatchObject({ limit: 20, styles: ['flat'] })
  })
  it('of one’s own shows what this player had measured, and not this job', async () => {
    mineEarlier = [reference('job:job-1', 318), reference('job:job-0', 310)]
    job = openJob({ player: { playerId: 'p', facts: { age: 30, born: null } } as never })
    const compare = await page()
    compare.filter.value.kind = 'own'
    expect(names(compare)).toEqual(['job:job-0'])
  })
})

describe('what is chosen', () => {
  it('stands first however far it is, stays when it is found no more, and goes again', async () => {
    const compare = await page()
    asked[0].answer([reference('far', 345), reference('close', 318)])
    await flushPromises()
    compare.toggle(compare.rows.value[1].reference)
    expect(job.documents.compare).toEqual({ referenceIds: ['far'], condition: null, axisCm: null })
    expect(names(compare)).toEqual(['far', 'close'])
    compare.filter.value.text = 'x'
    await typed()
    asked[1].answer([])
    await flushPromises()
    expect(names(compare)).toEqual(['far'])
    compare.toggle(compare.rows.value[0].reference)
    expect(names(compare)).toEqual([])
  })
  it('is held against this frame in one state for both, with what would be felt', async () => {
    const compare = await page()
    shop.keep([reference('heavy', 335, 345)])
    compare.save({ referenceIds: ['heavy'] })
    const row = compare.rows.value[0]
    const mass = row.cells.find((c) => c.quantity === 'mass')!
    expect(mass.difference!.value).toBeCloseTo(335 - 318.2, 6)
    expect([mass.verdict, row.felt.some((f) => f.quantity === 'swingWeight')]).toEqual(['more', true])
    const twist = row.cells.find((c) => c.quantity === 'twistWeight')!
    expect([twist.given, twist.verdict]).toEqual([false, 'unknown'])
    const bare = compare.states.value.find((s) => s.value === 'bare')!
    compare.save({ condition: bare.condition })
    expect(compare.stateKey.value).toBe('bare')
    const stripped = compare.rows.value[0].cells.find((c) => c.quantity === 'mass')!
    // Both lose their strings and overgrip: the difference stays.
    expect(stripped.difference!.value).toBeCloseTo(335 - 318.2, 6)
    expect(stripped.estimate!.value).toBeLessThan(335 - 15)
  })
  it('that is too heavy for a child is cautioned against by name', async () => {
    job = openJob({ player: { playerId: 'p', facts: { age: 10, born: null } } as never })
    const compare = await page()
    shop.keep([reference('heavy', 335, 345)])
    expect(compare.cautions.value).toEqual([])
    compare.save({ referenceIds: ['heavy'] })
    expect(compare.cautions.value.map((c) => c.name)).toEqual(['heavy'])
    expect(compare.cautions.value[0].says[0].message).toMatch(/10/)
  })
})
