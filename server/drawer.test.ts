import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { PLAIN_MATERIAL } from '#core/cuts/material.ts'
import { EMPTY_PLAN } from '#core/job/documents.ts'
import { STOCKED_KINDS } from '#core/sports/kinds.ts'
import { tennis } from '#core/sports/tennis.ts'
import type { JobView, StoredMaterial } from '#contract/entities.ts'
import { contested, type Planned } from '#contract/planned.ts'
import type { Shop } from '#contract/shop.ts'
import type { Database } from './db/database.ts'
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
const material = (m: Partial<StoredMaterial> & { id: string }): StoredMaterial => ({
  ...PLAIN_MATERIAL,
  name: m.id,
  kind: 'tape',
  unitMassG: 0.2,
  step: 0.5,
  retired: false,
  revision: 0,
  ...m,
})
const put = (m: StoredMaterial) => ask<StoredMaterial>('PUT', `/materials/${m.id}`, m)
async function stockOf(id: string): Promise<number> {
  const { body } = await ask<StoredMaterial[]>('GET', '/materials')
  return body.find((m) => m.id === id)!.stock
}

describe('the drawer', () => {
  it('keeps every kind with all that is known of it', async () => {
    for (const kind of STOCKED_KINDS) {
      const m = material({
        id: `kind-${kind}`,
        kind,
        grip: kind === 'grip' ? 'leather' : null,
        uRel: 0.013,
        thicknessMm: 0.25,
        cost: 1.5,
        reusable: true,
        stock: 12,
        zoneIds: kind === 'weight' ? ['holesTip', 'holesSides'] : null,
      })
      expect((await put(m)).body).toEqual({ ...m, revision: 1 })
    }
    const { body } = await ask<StoredMaterial[]>('GET', '/materials')
    expect(body.map((m) => m.kind).sort()).toEqual([...STOCKED_KINDS].sort())
  })

  it('a stale edit answers 409 and changes nothing; a wrong number is refused with its field', async () => {
    const first = (await put(material({ id: 'roll', stock: 50 }))).body
    expect((await put({ ...first, stock: 40 })).body).toMatchObject({ stock: 40, revision: 2 })
    expect((await put({ ...first, stock: 99 })).status).toBe(409)
    expect(await stockOf('roll')).toBe(40)
    const refused = await ask<{ error: { path: string } }>('PUT', '/materials/roll', {
      ...first,
      revision: 2,
      stock: -1,
    })
    expect([refused.status, refused.body.error.path]).toEqual([422, 'stock'])
  })
})

describe('what a signed build takes', () => {
  const cut = (id: string, amount: number, materialId = 'tape') => ({
    id,
    materialId,
    place: 'hoop',
    zoneId: 'threeNine',
    atCm: 21,
    amount,
    layerCm: 8,
  })
  const stage = (job: string, name: string, expected: number, body: unknown) =>
    ask('PUT', `/jobs/${job}/stages/${name}`, { expected, body, used: {}, by: 'JQ' })
  const step = (job: string, way: 'undo' | 'redo', expected: number) =>
    ask('POST', `/jobs/${job}/stages/check/${way}`, { expected, by: 'JQ' })
  const signed = { by: 'JQ', at: '2026-11-24T10:00:00Z', lines: [] }
  const check = (sign: typeof signed | null) => ({ readingIds: [], confirmedIds: [], signed: sign })
  async function job(id: string, cuts: unknown[]): Promise<void> {
    const frame = {
      id: `${id}-frame`,
      label: id,
      maker: '',
      model: '',
      unit: '',
      playerId: null,
      geometry: tennis.geometry,
    }
    await ask('POST', '/jobs', { id, kind: 'quick', player: null, frame })
    expect((await stage(id, 'build', 0, { cuts, marks: {} })).status).toBe(200)
  }
  const taken = async (id: string) => (await ask<JobView>('GET', `/jobs/${id}`)).body.taken

  it('comes out of the drawer with the signature, goes back with its undoing, and out again with redo', async () => {
    await put(material({ id: 'tape', stock: 100 }))
    await job('sign-job', [cut('a', 6), cut('b', 3)])
    await stage('sign-job', 'check', 0, check(null))
    expect(await stockOf('tape')).toBe(100)
    await stage('sign-job', 'check', 1, check(signed))
    // Two strips of 6 cm and two of 3 cm.
    expect(await stockOf('tape')).toBe(82)
    expect(await taken('sign-job')).toEqual({ tape: 18 })
    // Signed again with another note: taken once.
    await stage('sign-job', 'check', 2, check({ ...signed, by: 'KT' }))
    expect(await stockOf('tape')).toBe(82)
    await step('sign-job', 'undo', 3)
    await step('sign-job', 'undo', 4)
    expect(await stockOf('tape')).toBe(100)
    expect(await taken('sign-job')).toEqual({})
    await step('sign-job', 'redo', 5)
    expect(await stockOf('tape')).toBe(82)
  })

  it('is joined by what a tuning puts on, session by session; going back brings back only what can be used again', async () => {
    await put(material({ id: 'cut', stock: 100 }))
    await put(material({ id: 'again', stock: 20, kind: 'weight', unitMassG: 3, step: 1, reusable: true }))
    await job('tuned-job', [])
    const weight = { id: 'w', materialId: 'again', place: 'spot', zoneId: null, atCm: 60, amount: 2, layerCm: 1 }
    const setup = (id: string, fromId: string, cuts: unknown[]) => ({ id, name: id, at: '2026-11-24T10:00:00Z', by: '', cuts, fromId, backToId: null, step: null, strings: null }) // prettier-ignore
    const first = setup('s1', 'built', [cut('a', 6, 'cut'), weight])
    const second = setup('s2', 's1', [])
    const play = (setups: unknown[]) => ({ school: null, setups, sessions: [], blind: [], strings: null })
    expect((await stage('tuned-job', 'play', 0, play([first]))).status).toBe(200)
    expect([await stockOf('cut'), await stockOf('again')]).toEqual([88, 18])
    await stage('tuned-job', 'play', 1, play([first, second]))
    expect([await stockOf('cut'), await stockOf('again')]).toEqual([88, 20])
    await ask('POST', '/jobs/tuned-job/stages/play/undo', { expected: 2, by: 'JQ' })
    expect([await stockOf('cut'), await stockOf('again')]).toEqual([88, 18])
  })

  it('takes no more than there is, and gives back no more than it took', async () => {
    await put(material({ id: 'short', stock: 10 }))
    await job('short-job', [cut('a', 8, 'short'), cut('b', 5, 'not here')])
    await stage('short-job', 'check', 0, check(null))
    await stage('short-job', 'check', 1, check(signed))
    expect(await stockOf('short')).toBe(0)
    expect(await taken('short-job')).toEqual({ short: 10 })
    const now = (await ask<StoredMaterial[]>('GET', '/materials')).body.find((m) => m.id === 'short')!
    await put({ ...now, stock: 30 })
    await step('short-job', 'undo', 2)
    expect(await stockOf('short')).toBe(40)
  })

  it('an edit of the drawer that did not see the signature is refused', async () => {
    const seen = (await put(material({ id: 'both', stock: 60 }))).body
    await job('both-job', [cut('a', 5, 'both')])
    await stage('both-job', 'check', 0, check(signed))
    expect((await put({ ...seen, stock: 60 })).status).toBe(409)
    expect(await stockOf('both')).toBe(50)
  })

  it('until then it is spoken for by the plans of open jobs, and by no others', async () => {
    await put(material({ id: 'wanted', stock: 40 }))
    const plan = (cuts: unknown[]) => ({ ...EMPTY_PLAN, byHand: true, cuts })
    const planned = async (apartFrom = '') => {
      const { body } = await ask<Planned>('GET', `/drawer/planned?apartFrom=${apartFrom}`)
      const found = body.find((p) => p.materialId === 'wanted')
      return found ? [found.amount, found.jobs.map((j) => j.id).sort()] : null
    }
    for (const [id, cm] of [
      ['first', 6],
      ['second', 9],
      ['away', 3],
      ['quickly', 2],
    ] as const) {
      const frame = { id: `${id}-frame`, label: id, maker: '', model: '', unit: '', playerId: null, geometry: tennis.geometry } // prettier-ignore
      await ask('POST', '/jobs', { id, kind: id === 'quickly' ? 'quick' : 'job', player: null, frame })
      const saved = await stage(id, 'plan', 0, plan([cut('a', cm, 'wanted')]))
      expect(saved.status, JSON.stringify(saved.body)).toBe(200)
    }
    await ask('POST', '/jobs/away/retire', { retired: true })
    // Two strips each: twice 6 and 9 cm. A walk-in on the quick bench promises nothing.
    expect(await planned()).toEqual([30, ['first', 'second']])
    expect(await planned('first')).toEqual([18, ['second']])
    const drawer = (await ask<StoredMaterial[]>('GET', '/materials')).body
    const theirs = (await ask<Planned>('GET', '/drawer/planned?apartFrom=first')).body
    // 22 cm and the other's 18 are all of 40; a millimetre more is too much.
    expect(contested(new Map([['wanted', 22]]), theirs, drawer)).toEqual([])
    expect(contested(new Map([['wanted', 22.1]]), theirs, drawer)).toMatchObject([
      { needed: 22.1, planned: { amount: 18 } },
    ])
    // What there is too little of even alone is said elsewhere.
    expect(contested(new Map([['wanted', 41]]), theirs, drawer)).toEqual([])
    await stage('second', 'build', 0, { cuts: [cut('a', 9, 'wanted')], marks: {} })
    await stage('second', 'check', 0, check(signed))
    expect(await planned()).toEqual([12, ['first']])
    await ask('POST', '/jobs/first/stages/plan/undo', { expected: 1, by: 'JQ' })
    expect(await planned()).toBeNull()
  })
})

describe('the shop’s settings', () => {
  it('keep recipes as they were kept; a page of an earlier Kevro, which knows of none, takes none away', async () => {
    const { body: shop } = await ask<Shop>('GET', '/shop')
    const recipe: Shop['ownRecipes'][number] = {
      id: 'own-1',
      name: 'Evening',
      sport: 'tennis',
      parts: [{ zoneId: 'tip', place: 'Tip', materialId: 'lead', kind: 'tape', massG: 2.125, edges: 2 }],
    }
    const kept = await ask<Shop>('PUT', '/shop', { ...shop, ownRecipes: [recipe] })
    expect(kept).toMatchObject({ status: 200, body: { ownRecipes: [recipe] } })
    const { ownRecipes: _unknown, intervals: _older, ...earlier } = kept.body
    const saved = await ask<Shop>('PUT', '/shop', { ...earlier, initials: 'QJ' })
    expect(saved).toMatchObject({
      status: 200,
      body: { initials: 'QJ', ownRecipes: [recipe], intervals: shop.intervals },
    })
    expect((await ask('PUT', '/shop', { ...saved.body, ownRecipes: [{ ...recipe, parts: [] }] })).status).toBe(422)
    expect((await ask('PUT', '/shop', null)).status).toBeGreaterThanOrEqual(400)
  })
})
