import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { cutIn } from '#core/cuts/zones.ts'
import { defaultCondition } from '#core/frame/condition.ts'
import { DRAWER } from '#core/planning/fixtures/fixtures.ts'
import { tennis } from '#core/sports/tennis.ts'
import { EMPTY_ORDER, markNow, type WorkOrder } from '#core/workorder/marks.ts'
import type { RevisionRow, SavedStage } from '#contract/entities.ts'
import { DatabaseError, type Database } from './db/database.ts'
import { openForTest } from './db/testing.ts'
import { makeApp } from './http/app.ts'

let db: Database
let server: Server
let base: string
beforeAll(async () => {
  db = await openForTest()
  server = makeApp(db, null).listen(0, '127.0.0.1')
  await new Promise((ready) => server.once('listening', ready))
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`
  const frame = { id: 'f', label: 'Frame', maker: '', model: '', unit: '', playerId: null, geometry: tennis.geometry }
  await ask('POST', '/jobs', { id: 'j', kind: 'quick', player: null, frame })
})
afterAll(async () => {
  server.close()
  await db.close()
})

async function ask<T = SavedStage>(method: string, path: string, body?: unknown): Promise<{ status: number; body: T }> {
  const headers = { 'content-type': 'application/json' }
  const response = await fetch(base + path, { method, headers, ...(body ? { body: JSON.stringify(body) } : {}) })
  return { status: response.status, body: (await response.json()) as T }
}
const put = (expected: number, body: unknown) =>
  ask('PUT', '/jobs/j/stages/build', { expected, body, used: {}, by: 'AT' })
const work = { geometry: tennis.geometry, condition: defaultCondition(tennis), profile: tennis }
const tape = DRAWER.find((m) => m.id === 'tungsten')!
const tip = cutIn(
  tennis.zones.find((z) => z.id === 'tip')!,
  tape,
  8,
  work,
  'tip',
)
const order: WorkOrder = { ...EMPTY_ORDER, cuts: [tip], marks: { tip: markNow('2026-01-01T09:00:00.000Z', 'AT') } }
const count = async (table: string) =>
  Number((await db.query(`SELECT count(*)::int AS n FROM ${table} WHERE job_id = 'j'`))[0].n)
/** Writes a row past everything that Kevro asks of an order. @returns the constraint that stops it, or the state */
const written = (body: unknown, stage = 'build'): Promise<string> =>
  db
    .query(
      `INSERT INTO stage_revision (job_id, stage, revision, kind, content_of, body, used) VALUES ('j', $1, 99, 'edit', 99, $2, '{}')`,
      [stage, JSON.stringify(body)],
    )
    .then(
      () => '',
      (error: unknown) => (error instanceof DatabaseError ? error.constraint || error.sqlState : String(error)),
    )

describe('work orders in the database', () => {
  it('stand in a table of their own, with every revision, undone and done again', async () => {
    const first = await put(0, { ...order, marks: {} })
    expect(first.status).toBe(200)
    expect((await put(1, order)).body.revision).toBe(2)
    expect((await ask('POST', '/jobs/j/stages/build/undo', { expected: 2, by: 'AT' })).body.body).toMatchObject({
      marks: {},
    })
    expect((await ask('POST', '/jobs/j/stages/build/redo', { expected: 3, by: 'AT' })).body.body).toEqual(order)
    expect(await count('work_order')).toBe(4)
    expect(await count('stage_document')).toBe(0)
    expect(await count('stage_revision')).toBe(4)
    const list = await ask<RevisionRow[]>('GET', '/jobs/j/stages/build/history')
    expect(list.body.map((r) => r.kind)).toEqual(['redo', 'undo', 'edit', 'edit'])
  })
  it('of two at once one is told that the other was faster', async () => {
    const answers = await Promise.all([put(4, order), put(4, { ...order, school: 'handleFirst' })])
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409])
    expect(await count('work_order')).toBe(5)
  })
  it('take nothing that is no order, whoever writes it', async () => {
    const [mark] = Object.values(order.marks)
    for (const bad of [
      {},
      [],
      'text',
      { cuts: {}, marks: {} },
      { cuts: [], marks: [] },
      { cuts: [], marks: {}, school: 'someOther' },
      { cuts: [{ id: 'tip', materialId: 'tungsten' }], marks: {} },
      { cuts: [], marks: { tip: { ...mark, by: undefined } } },
      { cuts: [], marks: { tip: { ...mark, readingIds: 'r1' } } },
    ])
      expect(await written(bad), JSON.stringify(bad)).toBe('work_order_is_one')
    expect(await count('work_order')).toBe(5)
    // Undone to its beginning, and what is no work order.
    expect(await written(null)).toBe('')
    expect(await written({}, 'plan')).toBe('')
    expect(await written({}, 'nowhere')).toBe('23514')
  })
})
