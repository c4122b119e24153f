// @vitest-environment happy-dom
import { flushPromises } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope } from 'vue'
import { NOTHING_ON } from '#core/frame/condition.ts'
import { OPEN_LIMITS } from '#core/planning/problem/request.ts'
import { tennis } from '#core/sports/tennis.ts'
import { NO_CARD, type Batch, type BatchBody, type BatchUnit } from '#contract/batch.ts'
import type { Aimed } from './batchAim.ts'
import { useBatch } from './useBatch.ts'

const unit = (id: string): BatchUnit => ({ id, name: id, readings: [], jobId: null }) as unknown as BatchUnit
const BODY: BatchBody = {
  label: 'Boxed',
  sport: 'tennis',
  geometry: tennis.geometry,
  condition: { ...NOTHING_ON, grip: 'base' },
  axisCm: 10.16,
  units: [unit('a'), unit('b')],
  aim: { kind: 'middle' },
  limits: OPEN_LIMITS,
  choice: NO_CARD,
}
const batch = (change: Partial<Batch> = {}): Batch => ({ id: 'x', revision: 3, body: BODY, canUndo: true, canRedo: false, ...change }) // prettier-ignore

/** The server: what it holds, and what it was asked. */
let held = batch()
const asked: string[] = []
vi.mock('../api/client.ts', () => ({
  call: (_schema: unknown, method: string, path: string) => (asked.push(`${method} ${path}`), Promise.resolve(held)),
  read: (_schema: unknown, answer: unknown) => answer,
  problemText: (error: Error) => `Said: ${error.message}`,
}))
const outbox = {
  edits: [] as { seen: number; content: BatchBody }[],
  saved: null as ((doc: string, more: { saved: { answer: Batch; more: boolean } }) => void) | null,
  waits: [] as { content: BatchBody }[],
  allSent: true,
}
vi.mock('../documents/useOutbox.ts', () => ({
  useOutbox: () => ({
    lookAt: async (_: unknown, ask: () => Promise<unknown>, show: (answer: unknown) => void) => show(await ask()),
    waitingFor: () => outbox.waits,
    listen: (mine: (doc: string) => boolean, hear: (more: { saved: { answer: Batch; more: boolean } }) => void) => {
      outbox.saved = (doc, more) => void (mine(doc) && hear(more))
      return () => (outbox.saved = null)
    },
    onReload: () => () => undefined,
    edit: (edit: { seen: number; content: BatchBody }) => void outbox.edits.push(edit),
    settled: () => Promise.resolve(outbox.allSent),
  }),
}))
vi.mock('../documents/edit.ts', () => ({ batchNamed: (id: string) => `batch ${id}` }))
const took: unknown[][] = []
vi.mock('../stores/devices.ts', () => ({ useDevices: () => ({ deviceOf: () => null, take: (...what: unknown[]) => Promise.resolve(void took.push(what)) }) })) // prettier-ignore
vi.mock('../stores/shop.ts', () => ({ useShop: () => ({ initials: 'JQ', unitsFor: () => undefined, sportUnits: {} }) }))
/** What is aimed at is found out when the test says so. */
const aims: { of: BatchBody; found: (aimed: Aimed | null) => void; fail: (error: Error) => void }[] = []
vi.mock('./batchAim.ts', () => ({
  batchAim: (of: BatchBody) => new Promise<Aimed | null>((found, fail) => aims.push({ of, found, fail })),
}))
const aimed = (name: string): Aimed => ({ name, wanted: { mass: 305 }, player: null })

async function opened(body: Partial<BatchBody> = {}) {
  held = batch({ body: { ...BODY, ...body } })
  const mine = effectScope().run(() => useBatch('x'))!
  const open = mine.open()
  await flushPromises()
  aims.splice(0).forEach(({ found }) => found(null))
  await open
  return mine
}

beforeEach(() => {
  ;[asked, aims, took, outbox.edits, outbox.waits].forEach((list) => list.splice(0))
  outbox.allSent = true
})

describe('a batch while it is worked on', () => {
  it('shows what waits to be sent over what the server holds', async () => {
    outbox.waits = [{ content: { ...BODY, label: 'Typed before the line broke' } }]
    const mine = await opened()
    expect(mine.body.value!.label).toBe('Typed before the line broke')
    outbox.waits = []
  })
  it('an answer on the way of another change takes nothing typed since away', async () => {
    const mine = await opened()
    mine.save({ label: 'One' })
    mine.save({ label: 'Two' })
    expect(outbox.edits.map(({ seen, content }) => [seen, content.label])).toEqual([[3, 'One'], [3, 'Two']]) // prettier-ignore
    outbox.saved!('batch x', { saved: { answer: batch({ revision: 4, body: { ...BODY, label: 'One' } }), more: true } })
    expect([mine.body.value!.label, mine.canUndo.value]).toEqual(['Two', true])
    mine.save({ label: 'Three' })
    expect(outbox.edits.at(-1)!.seen).toBe(4)
    outbox.saved!('batch other', { saved: { answer: batch({ body: { ...BODY, label: 'Not mine' } }), more: false } })
    expect(mine.body.value!.label).toBe('Three')
  })
  it('is not undone while something of it is not sent yet, and says so', async () => {
    const mine = await opened()
    outbox.allSent = false
    await mine.stepBack('undo')
    expect(asked.filter((one) => one.startsWith('POST'))).toEqual([])
    expect(mine.problem.value).toContain('not saved yet')
  })
  it('a reading by an instrument is kept with its number and taken out of the tray', async () => {
    const mine = await opened()
    const sent = { id: 'r-7', deviceId: 'scale', quantity: 'mass', value: 301.2, axisCm: null, takenAt: '2026-03-02T10:00:00Z', raw: null, calibrationId: null, standing: null, warming: false } as unknown as Parameters<typeof mine.addReading>[4] // prettier-ignore
    mine.addReading('b', 'mass', 301.2, '301.2', sent)
    expect(mine.body.value!.units[1].readings.map((r) => r.id)).toEqual(['r-7'])
    expect(took).toEqual([[['r-7'], 'batch x']])
    mine.addReading('b', 'mass', 301.4, '301.4')
    mine.removeReading('b', 'r-7')
    expect(mine.body.value!.units[1].readings.map((r) => [r.value, r.by])).toEqual([[301.4, 'JQ']])
    expect(took).toHaveLength(1)
  })
})

describe('what a batch is picked for', () => {
  it('is asked for when it changes, and only then', async () => {
    const mine = await opened()
    mine.save({ label: 'Other' })
    expect(aims).toEqual([])
    mine.save({ aim: { kind: 'job', id: 'j' } })
    mine.save({ label: 'Another' })
    expect(aims.map(({ of }) => of.aim)).toEqual([{ kind: 'job', id: 'j' }])
    aims[0].found(aimed('Job 7'))
    await flushPromises()
    expect([mine.aimed.value!.name, mine.wanted.value]).toEqual(['Job 7', { mass: 305 }])
    // With another grip on, the same setup reads otherwise.
    mine.save({ condition: { ...NOTHING_ON, grip: 'leather' } })
    expect([aims.length, mine.aimed.value]).toEqual([2, null])
  })
  it('what was asked for before and comes late does not stand where another was chosen since', async () => {
    const mine = await opened()
    mine.save({ aim: { kind: 'job', id: 'slow' } })
    mine.save({ aim: { kind: 'reference', id: 'quick' } })
    aims[1].found(aimed('Quick'))
    aims[0].found(aimed('Slow'))
    await flushPromises()
    expect(mine.aimed.value!.name).toBe('Quick')
  })
  it('comes back with an undo', async () => {
    const mine = await opened({ aim: { kind: 'reference', id: 'a' } })
    mine.save({ aim: { kind: 'middle' } })
    aims[0].found(null)
    await flushPromises()
    held = batch({ revision: 5, body: { ...BODY, aim: { kind: 'reference', id: 'a' } } })
    await mine.stepBack('undo')
    expect(aims.map(({ of }) => of.aim.kind)).toEqual(['middle', 'reference'])
    aims[1].found(aimed('Setup a'))
    await flushPromises()
    expect(mine.aimed.value!.name).toBe('Setup a')
  })
  it('says why it could not be found, and asks again at the next change', async () => {
    const mine = await opened()
    mine.save({ aim: { kind: 'job', id: 'j' } })
    aims[0].fail(new Error('the line is dead'))
    await flushPromises()
    expect([mine.problem.value, mine.aimed.value]).toEqual(['Said: the line is dead', null])
    mine.save({ label: 'Again' })
    expect(aims).toHaveLength(2)
  })
})
