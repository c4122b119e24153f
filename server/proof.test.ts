import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { cutIn } from '#core/cuts/zones.ts'
import { defaultCondition } from '#core/frame/condition.ts'
import { nothingMeasured } from '#core/job/documents.ts'
import { unknownPlayer } from '#core/player/facts.ts'
import { tennis } from '#core/sports/tennis.ts'
import { EMPTY_ORDER, markNow } from '#core/workorder/marks.ts'
import type { FrameLog } from '#contract/logbook.ts'
import type { JobSummary, JobView, StoredMaterial } from '#contract/entities.ts'
import type { Proof } from '#contract/proof.ts'
import type { Database } from './db/database.ts'
import { openForTest } from './db/testing.ts'
import { makeApp } from './http/app.ts'
import { demoAsTold } from './demo/asTold.ts'

let db: Database
let server: Server
let base: string
beforeAll(async () => {
  db = await openForTest()
  await demoAsTold(db)
  server = makeApp(db, null).listen(0, '127.0.0.1')
  await new Promise((ready) => server.once('listening', ready))
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`
})
afterAll(async () => {
  server.close()
  await db.close()
})

async function ask<T>(method: string, path: string, body?: unknown): Promise<{ status: number; body: T }> {
  const response = await fetch(base + path, {
    method,
    ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
  })
  return { status: response.status, body: (await response.json()) as T }
}
const work = { geometry: tennis.geometry, condition: defaultCondition(tennis), profile: tennis }
const SIGNED_AT = '2026-11-24T10:00:00.000Z'
const LINE = { quantity: 'mass', read: 311.2, u: 0.1, target: 311, tolerance: 1, predicted: 311.1 }

/** A job with a tungsten strip over the tip and a fill, as far as the signature. */
async function job(id: string): Promise<void> {
  const frame = { id: `${id}-frame`, label: id, maker: '', model: '', unit: '', playerId: null, geometry: work.geometry } // prettier-ignore
  const facts = { ...unknownPlayer('Nobody Nameworthy'), age: 30 }
  await ask('POST', '/jobs', { id, kind: 'job', player: { facts }, frame })
  const { body: drawer } = await ask<StoredMaterial[]>('GET', '/materials')
  const [tungsten, silicone] = ['tungsten', 'silicone'].map((m) => drawer.find((d) => d.id === m)!)
  const zone = (z: string) => tennis.zones.find((other) => other.id === z)!
  const tip = cutIn(zone('tip'), tungsten, 12, work, 'tip')
  const fill = cutIn(zone('butt'), silicone, 6, work, 'fill')
  const marks = {
    tip: markNow('2026-11-23T09:00:00.000Z', 'JQ'),
    fill: { ...markNow('2026-11-23T09:30:00.000Z', 'JQ'), readyAt: '2026-11-24T09:30:00.000Z' },
  }
  await stage(id, 'measure', 0, nothingMeasured(work.condition, tennis.axisCm))
  expect(
    (await stage(id, 'build', 0, { ...EMPTY_ORDER, cuts: [tip, fill], marks, weighed: { tip: 5.31 } })).status,
  ).toBe(200)
}
const stage = (id: string, name: string, expected: number, body: unknown) =>
  ask('PUT', `/jobs/${id}/stages/${name}`, { expected, body, used: {}, by: 'JQ' })
const check = (signed: { by: string; at: string } | null) => ({ readingIds: [], confirmedIds: [], signed: signed && { ...signed, lines: [LINE] } }) // prettier-ignore
const proofs = async (id: string) => (await ask<Proof[]>('GET', `/jobs/${id}/proofs`)).body

describe('what a signature vouches for', () => {
  it('is kept whole: numbers, the rule and what it says, every piece as it was weighed; and no name of a person', async () => {
    await job('proof-one')
    expect((await stage('proof-one', 'check', 0, check({ by: 'JQ', at: SIGNED_AT }))).status).toBe(200)
    const [proof, ...more] = await proofs('proof-one')
    expect(more).toEqual([])
    expect(proof).toMatchObject({ jobId: 'proof-one', frameId: 'proof-one-frame', signedAt: SIGNED_AT, signedBy: 'JQ' })
    expect(proof.version).toMatch(/^\d+\.\d+\.\d+$/)
    expect(proof.body.rule).toBe('guarded')
    expect(proof.body.lines[0]).toMatchObject({ ...LINE, conformity: { verdict: 'passes' } })
    expect(proof.body.pieces.map((p) => [p.cut.id, p.material.id])).toEqual([
      ['tip', 'tungsten'],
      ['fill', 'silicone'],
    ])
    expect(proof.body.pieces[0].massG).toBe(5.31)
    expect(JSON.stringify(proof)).not.toContain('Nameworthy')
  })

  it('stays when the signature is undone, and a later one makes another', async () => {
    await job('proof-two')
    await stage('proof-two', 'check', 0, check(null))
    await stage('proof-two', 'check', 1, check({ by: 'JQ', at: SIGNED_AT }))
    await ask('POST', '/jobs/proof-two/stages/check/undo', { expected: 2, by: 'JQ' })
    expect(await proofs('proof-two')).toHaveLength(1)
    await ask('POST', '/jobs/proof-two/stages/check/redo', { expected: 3, by: 'JQ' })
    expect(await proofs('proof-two')).toHaveLength(1)
    await stage('proof-two', 'check', 4, check({ by: 'KT', at: '2026-11-25T10:00:00.000Z' }))
    expect((await proofs('proof-two')).map((p) => p.signedBy)).toEqual(['KT', 'JQ'])
  })

  it('is changed by nobody: not by SQL, and no route takes one', async () => {
    const before = await proofs('proof-one')
    for (const sql of [
      `UPDATE proof SET signed_by = 'XX'`,
      `UPDATE proof SET body = '{}'`,
      'DELETE FROM proof',
      'TRUNCATE proof',
      `DELETE FROM job WHERE id = 'proof-one'`,
    ])
      await expect(db.query(sql), sql).rejects.toThrow()
    for (const method of ['PUT', 'POST', 'PATCH', 'DELETE'])
      expect((await ask(method, '/jobs/proof-one/proofs', {})).status, method).toBe(404)
    expect(await proofs('proof-one')).toEqual(before)
  })

  it('is what the next job of that frame begins with, and what its page says is on it', async () => {
    await ask('POST', '/jobs', { id: 'proof-next', kind: 'job', player: null, frame: { id: 'proof-one-frame' } })
    const { body: next } = await ask<JobView>('GET', '/jobs/proof-next')
    expect(next.startsAs!.added.map((a) => [a.massG, a.stays ?? false])).toEqual([
      [5.31, false],
      [expect.closeTo(6, 0), true],
    ])
    const { body: first } = await ask<JobView>('GET', '/jobs/proof-one')
    expect(first.startsAs).toBeNull()
    // And it may go back to that setup, strip by strip; the job that made it has nothing earlier.
    expect(first.earlier).toEqual([])
    expect(next.earlier).toMatchObject([{ jobId: 'proof-one', number: first.job.number }])
    expect(next.earlier[0].pieces.map((p) => [p.item.id, p.cut !== null])).toEqual(
      next.startsAs!.added.map((a) => [a.id, true]),
    )
    const { body: log } = await ask<FrameLog>('GET', '/book/frames/proof-one-frame')
    expect(log.leftAs!.added).toEqual(next.startsAs!.added)
    expect(log.earlier.map((e) => e.jobId)).toEqual(['proof-one'])
  })

  it('what cures is in the list of jobs until it is ready, whoever asks', async () => {
    const { body } = await ask<{ jobs: JobSummary[] }>('GET', '/jobs?find=proof-one')
    expect(body.jobs.find((j) => j.id === 'proof-one')).toMatchObject({
      waitsFor: 'cure',
      readyAt: '2026-11-24T09:30:00.000Z',
    })
  })
})
