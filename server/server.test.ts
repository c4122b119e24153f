import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { request, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import ICAL from 'ical.js'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { demoAsTold } from '#server/demo/asTold.ts'
import { tennis } from '#core/sports/tennis.ts'
import { STAGES } from '#core/job/stages.ts'
import type { Day } from '#contract/day.ts'
import type { Counts, Frame, JobPage, JobView, SavedStage } from '#contract/entities.ts'
import type { Overview } from '#contract/shop.ts'
import type { BookPage, FrameLog, PlayerLog } from '#contract/logbook.ts'
import { unknownPlayer } from '#core/player/facts.ts'
import type { Database } from './db/database.ts'
import { makeApp } from './http/app.ts'
import { openForTest } from './db/testing.ts'
import { sheetSource } from './sheets/load.ts'

let db: Database
let server: Server
let base: string
const NOW = new Date('2026-11-23T12:00:00Z')
let folder: string

const startOn = (dataDir: string, withImage: boolean) => openForTest({ dataDir, withImage })
async function listen(database: Database): Promise<void> {
  server = makeApp(database, null, { now: () => NOW }).listen(0, '127.0.0.1')
  await new Promise((ready) => server.once('listening', ready))
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`
}
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'kevro-test-'))
  db = await startOn(join(folder, 'database'), true)
  await demoAsTold(db)
  await listen(db)
})
afterAll(async () => {
  server.close()
  await db.close()
  await rm(folder, { recursive: true, force: true })
})

async function ask<T = unknown>(method: string, path: string, body?: unknown): Promise<{ status: number; body: T }> {
  const raw = typeof body === 'string'
  const response = await fetch(base + path, {
    method,
    ...(body === undefined
      ? {}
      : {
          body: raw ? body : JSON.stringify(body),
          headers: { 'content-type': 'application/json' },
        }),
  })
  return { status: response.status, body: (await response.json()) as T }
}
/** A request as anything at all may send it, with headers that `fetch` keeps to itself. */
const raw = (path: string, method: string, headers: Record<string, string>, body: string) =>
  new Promise<number>((done, failed) =>
    request(base + path, { method, headers }, (r) => done(r.resume().statusCode!))
      .on('error', failed)
      .end(body),
  )
interface Refused {
  error: { code: string; path: string; message: string; data: Record<string, unknown> }
}
const frame = (id: string) => ({
  id,
  label: 'Test frame',
  maker: '',
  model: '',
  unit: '',
  playerId: null,
  geometry: tennis.geometry,
})
async function newJob(id: string): Promise<JobView> {
  return (await ask<JobView>('POST', '/jobs', { id, kind: 'quick', player: null, frame: frame(`${id}-frame`) })).body
}
const measureBody = (readingIds: string[] = [], note = '') => ({
  condition: { stringsG: 16, grip: 'base', overgrips: 1, dampener: false },
  axisCm: 10.16,
  readingIds,
  confirmedIds: [],
  inspection: 'sound',
  note,
})
const save = <T = SavedStage>(id: string, expected: number, body: unknown, stage = 'measure') =>
  ask<T>('PUT', `/jobs/${id}/stages/${stage}`, { expected, body, used: {}, by: 'T' })
const reading = (id: string, change: object = {}) => ({
  id,
  quantity: 'mass',
  value: 320,
  axisCm: null,
  methodId: 'scale',
  typed: '320',
  purpose: 'measure',
  by: 'T',
  supersedes: null,
  ...change,
})

describe('the demo world', () => {
  it('has a shop, six players, thirteen frames in use, setups by id, a drawer, and a year of jobs at different stages, none of them stale', async () => {
    const { body } = await ask<JobPage>('GET', '/jobs')
    const counts = (await ask<Counts>('GET', '/counts')).body
    expect([counts.players, counts.frames, counts.jobs, body.jobs.length]).toEqual([6, 13, 11, 11])
    expect(body.jobs.map((j) => j.saved.length).sort()).toEqual([3, 3, 3, 3, 3, 3, 6, 7, 7, 7, 8])
    expect((await ask<unknown[]>('GET', '/references?ids=ref-p1,gone,ref-r3')).body).toHaveLength(2)
    for (const job of body.jobs) {
      const { picture } = await sheetSource(db, job.id)
      for (const stage of STAGES)
        expect(['done', 'empty'], `${job.id} ${stage}`).toContain(picture.freshness[stage].status)
    }
  })
  it('is laid out only once', async () => {
    expect(await demoAsTold(db)).toBe(false)
  })
})

describe('stages', () => {
  it('keeps every revision, undoes and redoes by appending, and says when there is nothing left', async () => {
    await newJob('undo-job')
    await save('undo-job', 0, measureBody([], 'one'))
    await save('undo-job', 1, measureBody([], 'two'))
    const back = await ask<SavedStage>('POST', '/jobs/undo-job/stages/measure/undo', { expected: 2, by: 'T' })
    expect([
      back.body.revision,
      (back.body.body as { note: string }).note,
      back.body.canUndo,
      back.body.canRedo,
    ]).toEqual([3, 'one', true, true])
    const emptied = await ask<SavedStage>('POST', '/jobs/undo-job/stages/measure/undo', { expected: 3, by: 'T' })
    expect([emptied.body.body, emptied.body.canUndo]).toEqual([null, false])
    expect(
      (await ask<Refused>('POST', '/jobs/undo-job/stages/measure/undo', { expected: 4, by: 'T' })).body.error.code,
    ).toBe('undo.nothing')
    expect(
      (await ask<SavedStage>('POST', '/jobs/undo-job/stages/measure/redo', { expected: 4, by: 'T' })).body.body,
    ).toMatchObject({ note: 'one' })
    const forth = await ask<SavedStage>('POST', '/jobs/undo-job/stages/measure/redo', { expected: 5, by: 'T' })
    expect((forth.body.body as { note: string }).note).toBe('two')
    const history = await ask<{ revision: number; kind: string }[]>('GET', '/jobs/undo-job/stages/measure/history')
    expect(history.body.map((r) => r.kind)).toEqual(['redo', 'redo', 'undo', 'undo', 'edit', 'edit'])
  })
  it('answers 409 to an edit that saw an older revision, and keeps what is stored', async () => {
    await newJob('stale-job')
    await save('stale-job', 0, measureBody([], 'first window'))
    const stale = await save<Refused>('stale-job', 0, measureBody([], 'second window'))
    expect([stale.status, stale.body.error.code, stale.body.error.data.current]).toEqual([409, 'edit.stale', 1])
    const { body } = await ask<JobView>('GET', '/jobs/stale-job')
    expect((body.stages[0].body as { note: string }).note).toBe('first window')
  })
  it('lets exactly one of two edits at once through', async () => {
    await newJob('race-job')
    const answers = await Promise.all(
      Array.from({ length: 6 }, (_, i) => save('race-job', 0, measureBody([], `window ${i}`))),
    )
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409, 409, 409, 409, 409])
  })
  it('names the field that is wrong', async () => {
    await newJob('field-job')
    const bad = await save<Refused>('field-job', 0, { ...measureBody(), axisCm: 99 })
    expect([bad.status, bad.body.error.code, bad.body.error.path]).toEqual([422, 'field.invalid', 'axisCm'])
    const target = await save<Refused>(
      'field-job',
      0,
      { way: 'hand', referenceId: null, lines: { mass: { value: 320, tolerance: 0, from: 'hand', reason: '' } } },
      'target',
    )
    expect([target.body.error.path, target.body.error.message]).toEqual([
      'lines.mass.tolerance',
      expect.stringContaining('a tolerance is more than nothing'),
    ])
  })
  it('knows no job, stage or address that is not there', async () => {
    expect((await ask('GET', '/jobs/none')).status).toBe(404)
    expect((await save('none', 0, measureBody())).status).toBe(404)
    expect((await ask('PUT', '/jobs/none/stages/lunch', {})).status).toBe(422)
    expect((await ask('GET', '/nowhere')).status).toBe(404)
  })
})

describe('readings', () => {
  it('are kept once, and a correction supersedes', async () => {
    await newJob('reading-job')
    await ask('POST', '/jobs/reading-job/readings', reading('r1'))
    await ask('POST', '/jobs/reading-job/readings', reading('r1', { value: 999 }))
    await ask('POST', '/jobs/reading-job/readings', reading('r2', { value: 321, supersedes: 'r1' }))
    const { body } = await ask<JobView>('GET', '/jobs/reading-job')
    expect(body.readings.map((r) => [r.id, r.value, r.supersedes])).toEqual([
      ['r1', 320, null],
      ['r2', 321, 'r1'],
    ])
  })
  it('need an axis for swing weight, and refuse one for anything else', async () => {
    await newJob('axis-job')
    const without = await ask<Refused>('POST', '/jobs/axis-job/readings', reading('a1', { quantity: 'swingWeight' }))
    expect([without.status, without.body.error.path]).toEqual([422, 'axisCm'])
    expect((await ask('POST', '/jobs/axis-job/readings', reading('a2', { axisCm: 10 }))).status).toBe(422)
    expect(
      (await ask<Refused>('POST', '/jobs/axis-job/readings', reading('a3', { supersedes: 'gone' }))).body.error.code,
    ).toBe('value.inUse')
  })
})

describe('a job file', () => {
  it('goes out and comes in whole, with its history, under new ids', async () => {
    const file = await (await fetch(`${base}/jobs/job-done/export`)).text()
    const { status, body } = await ask<JobView>('POST', '/import', file)
    expect(status).toBe(201)
    const before = await sheetSource(db, 'job-done')
    const after = await sheetSource(db, body.job.id)
    expect(body.job.id).not.toBe('job-done')
    expect(after.picture.measured.state).toEqual(before.picture.measured.state)
    expect(after.picture.planned).toEqual(before.picture.planned)
    expect(after.picture.checked.state).toEqual(before.picture.checked.state)
    expect(after.documents.play).toEqual(before.documents.play)
    expect(Object.values(after.picture.freshness).every((s) => s.status === 'done')).toBe(true)
  })
  it.each([
    ['not a file', 'import.notJson', ''],
    ['{"format":"something"}', 'import.wrongFormat', ''],
    ['[]', 'import.wrongFormat', ''],
    ['{"format":"kevro-job","version":99}', 'import.newerVersion', 'version 99'],
    ['{"format":"kevro-job","version":1}', 'import.invalid', 'writtenAt'],
  ])('refuses %s', async (text, code, words) => {
    const before = (await ask<JobPage>('GET', '/jobs')).body.jobs.length
    const { status, body } = await ask<Refused>('POST', '/import', text)
    expect([status, body.error.code]).toEqual([422, code])
    expect(body.error.message).toContain(words)
    expect(body.error.message).toContain('Nothing was taken in')
    expect((await ask<JobPage>('GET', '/jobs')).body.jobs.length).toBe(before)
  })
  it('takes nothing in when one stage inside is damaged, and says where', async () => {
    const file = JSON.parse(await (await fetch(`${base}/jobs/job-done/export`)).text()) as {
      stages: { stage: string; revisions: { body: { axisCm?: unknown } }[] }[]
    }
    file.stages.find((s) => s.stage === 'measure')!.revisions[0].body.axisCm = 'ten'
    const { body } = await ask<Refused>('POST', '/import', JSON.stringify(file))
    expect([body.error.code, body.error.data.where]).toEqual(['import.invalid', 'stages.1.revisions.0.body.axisCm'])
  })
})

describe('paper', () => {
  it.each(['A4', 'LETTER'])('prints the work order on %s', async (paper) => {
    const response = await fetch(`${base}/jobs/job-returns/sheets/work-order.pdf?paper=${paper}`)
    const pdf = Buffer.from(await response.arrayBuffer())
    expect(response.headers.get('content-type')).toBe('application/pdf')
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
    const box = /MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(pdf.toString('latin1'))!
    expect([Number(box[1]), Number(box[2])]).toEqual(paper === 'A4' ? [595.28, 841.89] : [612, 792])
  })
  it('says why there is nothing to print', async () => {
    await newJob('paper-job')
    expect((await ask<Refused>('GET', '/jobs/paper-job/sheets/work-order.pdf')).body.error.message).toContain(
      'has not been weighed',
    )
    expect((await ask<Refused>('GET', '/jobs/job-junior/sheets/spec-card.pdf')).body.error.message).toContain(
      'final readings',
    )
  })
})

describe('the server', () => {
  it('answers no other host than loopback', async () => {
    const status = await new Promise((done) =>
      request(`${base}/overview`, { headers: { host: 'elsewhere.example' } }, (r) => done(r.statusCode)).end(),
    )
    expect(status).toBe(403)
  })
  it('knows loopback in any spelling, and no origin that says more than a browser does', async () => {
    const port = new URL(base).port
    const saying = (headers: Record<string, string>, method = 'GET') =>
      raw(method === 'GET' ? '/shop' : '/jobs/none/stages/plan/undo', method, { 'content-type': 'application/json', ...headers }, method === 'GET' ? '' : '{"expected": 1, "by": ""}') // prettier-ignore
    for (const host of ['LOCALHOST', 'localhost.', 'Localhost.', '127.0.0.1', '[::1]'])
      expect(await saying({ host: `${host}:${port}` }), host).toBe(200)
    for (const host of ['localhost.example', '127.0.0.1.example', 'xlocalhost', 'localhost..'])
      expect(await saying({ host: `${host}:${port}` }), host).toBe(403)
    const own = `http://127.0.0.1:${port}`
    expect(await saying({ origin: own }, 'POST')).toBe(404)
    for (const origin of [
      `http://a@127.0.0.1:${port}`,
      `http://a:b@127.0.0.1:${port}`,
      `${own}/`,
      `ftp://127.0.0.1:${port}`,
      'null',
    ])
      expect(await saying({ origin }, 'POST'), origin).toBe(403)
  })
  it('prints the label of a frame that was never measured, and says what a sheet is only once it is there', async () => {
    await ask('POST', '/jobs', { id: 'bare-job', kind: 'job', player: null, frame: frame('bare-frame') })
    const label = await fetch(`${base}/frames/bare-frame/label.pdf`)
    expect([label.status, label.headers.get('content-type')]).toEqual([200, 'application/pdf'])
    for (const path of [
      '/frames/none/label.pdf',
      '/jobs/bare-job/sheets/label.pdf',
      '/jobs/bare-job/sheets/certificate.pdf',
      '/frames/bare-frame/label.pdf?sheet=none',
    ]) {
      // prettier-ignore
      const refused = await fetch(base + path)
      expect(refused.status, path).toBeGreaterThanOrEqual(400)
      expect(refused.status, path).toBeLessThan(500)
      expect(refused.headers.get('content-type'), path).toContain('application/json')
      expect(refused.headers.get('content-disposition'), path).toBeNull()
    }
  })
  it('folds what would begin another line of the calendar', async () => {
    const { body: shop } = await ask<Record<string, unknown>>('GET', '/shop')
    const name = 'Shop\r\nATTENDEE:mailto:mallory@example\u2028X-OWN:1'
    const { body: saved } = await ask<Record<string, unknown>>('PUT', '/shop', { ...shop, name })
    const text = await (await fetch(`${base}/calendar.ics`)).text()
    expect(text.split(/\r\n|\n|\r/).filter((line) => /^(ATTENDEE|X-OWN)/.test(line))).toEqual([])
    await ask('PUT', '/shop', { ...saved, name: shop.name })
  })
  it('undoing the player of a job undoes what is known of the player, as saving did', async () => {
    const id = 'undone-player'
    const { body: view } = await ask<JobView>('POST', '/jobs', { id, kind: 'job', player: { facts: unknownPlayer('Ann Undone') }, frame: frame('undone-frame') }) // prettier-ignore
    const stage = view.stages.find((s) => s.stage === 'player')!
    const { playerId } = stage.body as { playerId: string }
    const bob = { playerId, facts: unknownPlayer('Bob Undone') }
    await ask('PUT', `/jobs/${id}/stages/player`, { expected: stage.revision, body: bob, used: {}, by: '' })
    const known = async () => [
      (await ask<{ facts: { name: string } }>('GET', `/players/${playerId}`)).body.facts.name,
      ...(await db.query(`SELECT player_name AS n FROM job_index WHERE job_id = $1`, [id])).map((r) => r.n),
      ...(await db.query(`SELECT value AS n FROM player_fact WHERE player_id = $1 AND field = 'name' ORDER BY day DESC LIMIT 1`, [playerId])).map((r) => r.n), // prettier-ignore
    ]
    expect(await known()).toEqual(['Bob Undone', 'Bob Undone', 'Bob Undone'])
    await ask('POST', `/jobs/${id}/stages/player/undo`, { expected: stage.revision + 1, by: '' })
    expect(await known()).toEqual(['Ann Undone', 'Ann Undone', 'Ann Undone'])
    await ask('POST', `/jobs/${id}/stages/player/redo`, { expected: stage.revision + 2, by: '' })
    expect(await known()).toEqual(['Bob Undone', 'Bob Undone', 'Bob Undone'])
  })
  it('an edit made upon data of before a restore is asked about, whatever its number; any other change is refused in words', async () => {
    const { body: shop } = await ask<{ revision: number }>('GET', '/shop')
    const put = (life: string, id: string) =>
      fetch(`${base}/shop`, { method: 'PUT', headers: { 'content-type': 'application/json', 'kevro-shop': life, 'kevro-edit': id }, body: JSON.stringify(shop) }) // prettier-ignore
    const life = (await fetch(`${base}/life`)).headers.get('kevro-shop')!
    await db.query(`UPDATE shop SET generation = 'another'`)
    const stale = await put('before.0', 'life-1')
    expect([stale.status, ((await stale.json()) as Refused).error.code]).toEqual([409, 'edit.stale'])
    const again = await fetch(`${base}/shop`, { method: 'PUT', headers: { 'content-type': 'application/json', 'kevro-shop': 'another.7', 'kevro-edit': 'life-1' }, body: JSON.stringify(shop) }) // prettier-ignore
    expect(again.status).toBe(200)
    const undo = await fetch(`${base}/jobs/job-done/stages/plan/undo`, { method: 'POST', headers: { 'content-type': 'application/json', 'kevro-shop': 'before.0' }, body: '{"expected": 1, "by": ""}' }) // prettier-ignore
    expect([undo.status, ((await undo.json()) as Refused).error.code]).toEqual([409, 'shop.changed'])
    await db.query('UPDATE shop SET generation = $1', [life.replace(/\.\d+$/, '')])
  })
  it('a shop’s day is its own: what is told at 17:00 in the west is told that day', async () => {
    const { body: shop } = await ask<Record<string, unknown>>('GET', '/shop')
    const saved = await ask<{ revision: number }>('PUT', '/shop', { ...shop, timeZone: 'America/Los_Angeles' })
    expect(saved.status).toBe(200)
    const wrong = await ask<Refused>('PUT', '/shop', { ...saved.body, timeZone: 'Nowhere/None' })
    expect([wrong.status, wrong.body.error.path]).toEqual([422, 'timeZone'])
    const id = 'west-job'
    const { body: view } = await ask<JobView>('POST', '/jobs', { id, kind: 'job', player: { facts: unknownPlayer('West Told') }, frame: frame('west-frame') }) // prettier-ignore
    const stage = view.stages.find((s) => s.stage === 'player')!
    const { playerId } = stage.body as { playerId: string }
    const body = { playerId, facts: { ...unknownPlayer('West Told'), wants: 'said at five' } }
    const sent = await fetch(`${base}/jobs/${id}/stages/player`, { method: 'PUT', headers: { 'content-type': 'application/json', 'kevro-typed-at': '2026-11-20T01:00:00Z' }, body: JSON.stringify({ expected: stage.revision, body, used: {}, by: '' }) }) // prettier-ignore
    expect(sent.status).toBe(200)
    const [told] = await db.query(`SELECT day FROM player_fact WHERE player_id = $1 AND field = 'wants'`, [playerId])
    expect(told?.day).toBe('2026-11-19')
    await ask('PUT', '/shop', { ...saved.body, timeZone: '' })
  })
  it.each([
    ['a form on another site', { 'sec-fetch-site': 'cross-site', 'content-type': 'text/plain' }],
    ['another port of this machine', { 'sec-fetch-site': 'same-site' }],
    ['a site that only names itself', { origin: 'http://evil.example' }],
    ['a page from a file', { origin: 'null' }],
  ])('takes nothing from %s', async (_who, headers) => {
    const job = await (await fetch(`${base}/jobs/job-done/export`)).text()
    const before = (await ask<JobPage>('GET', '/jobs')).body.jobs.length
    for (const [path, method] of [
      ['/import', 'POST'],
      ['/devices/device-swing/measure', 'POST'],
      ['/shop', 'PUT'],
    ]) {
      const status = await raw(path, method, { 'content-type': 'application/json', ...headers }, job)
      expect([path, status]).toEqual([path, 403])
    }
    expect((await ask<JobPage>('GET', '/jobs')).body.jobs.length).toBe(before)
  })
  it('takes from its own page and from programs; a job file only as JSON', async () => {
    const job = await (await fetch(`${base}/jobs/job-done/export`)).text()
    const own = { 'content-type': 'application/json', 'sec-fetch-site': 'same-origin', origin: new URL(base).origin }
    expect(await raw('/import', 'POST', own, job)).toBe(201)
    expect(await raw('/import', 'POST', { 'content-type': 'text/plain' }, job)).toBe(422)
    const page = await fetch(`${base}/overview`)
    expect(page.headers.get('content-security-policy')).toContain("form-action 'self'")
    expect(page.headers.get('x-frame-options')).toBe('DENY')
  })
  it('takes an edit once: one that comes again is answered with the revision that it made', async () => {
    await newJob('once-job')
    const edit = (id: string, expected: number, note: string) =>
      fetch(`${base}/jobs/once-job/stages/measure`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json', 'kevro-edit': id, 'kevro-typed-at': '2026-11-01T10:00:00.000Z' },
        body: JSON.stringify({
          expected,
          body: measureBody(['once-r'], note),
          used: {},
          by: 'AB',
          readings: [reading('once-r')],
        }),
      })
    const first = (await (await edit('once-1', 0, 'one')).json()) as SavedStage
    expect([first.revision, first.at]).toEqual([1, '2026-11-01T10:00:00.000Z'])
    expect((await edit('once-2', 1, 'two')).status).toBe(200)
    const again = (await (await edit('once-1', 0, 'one')).json()) as SavedStage
    expect(again.revision).toBe(1)
    const { stages, readings } = (await ask<JobView>('GET', '/jobs/once-job')).body
    expect([stages[0].revision, readings.length]).toEqual([2, 1])
    expect((await edit('once-3', 1, 'late')).status).toBe(409)
    // Refused as stale, its reading is not kept either.
    expect((await ask<JobView>('GET', '/jobs/once-job')).body.readings).toHaveLength(1)
  })
  it('the first edit of a stage can be undone, which leaves it empty, and redone', async () => {
    await newJob('empty-job')
    await save('empty-job', 0, measureBody([], 'first'))
    const undone = await ask<SavedStage>('POST', '/jobs/empty-job/stages/measure/undo', { expected: 1, by: '' })
    expect(undone.body).toMatchObject({ revision: 2, body: null, canUndo: false, canRedo: true })
    const row = (await ask<JobPage>('GET', '/jobs')).body.jobs.find((j) => j.id === 'empty-job')!
    expect(row.saved).not.toContain('measure')
    const redone = await ask<SavedStage>('POST', '/jobs/empty-job/stages/measure/redo', { expected: 2, by: '' })
    expect((redone.body.body as { note: string }).note).toBe('first')
  })
  it('rolls a failed transaction back', async () => {
    await expect(
      db.transaction(async (tx) => {
        await tx.query("UPDATE shop SET name = 'Half done'")
        await tx.query('SELECT * FROM no_such_table')
      }),
    ).rejects.toThrow('no_such_table')
    expect((await ask<Overview>('GET', '/overview')).body.shop.name).not.toBe('Half done')
  })
  it('finds everything again after a restart', async () => {
    await newJob('kept-job')
    await save('kept-job', 0, measureBody([], 'kept'))
    await new Promise((closed) => server.close(closed))
    await db.close()
    db = await startOn(join(folder, 'database'), false)
    await listen(db)
    const { body } = await ask<JobView>('GET', '/jobs/kept-job')
    expect((body.stages[0].body as { note: string }).note).toBe('kept')
  })
})

describe('the same twice', () => {
  const put = (path: string, body: unknown) => ask<{ revision: number }>('PUT', path, body)
  it('is the same: new jobs, batches and setups', async () => {
    const { NOTHING_ON } = await import('#core/frame/condition.ts')
    const body = {
      ...{ label: 'Twice', sport: 'tennis', geometry: tennis.geometry, condition: NOTHING_ON, axisCm: tennis.axisCm },
      ...{ units: [], aim: { kind: 'middle' } },
    }
    const job = { id: 'twice-job', kind: 'quick', player: null, frame: frame('twice-frame') }
    const six = await Promise.all(Array.from({ length: 6 }, () => ask('POST', '/jobs', job)))
    expect(six.map((a) => a.status)).toEqual(Array(6).fill(201))
    for (let i = 0; i < 3; i++) {
      const saved = await put('/batches/twice-batch', { expected: 0, body, by: 'T' })
      expect([saved.status, saved.body.revision]).toEqual([200, 1])
    }
    await ask('POST', '/batches/twice-batch/retire', { retired: true })
    const setup = (await ask<{ id: string }>('GET', '/library/ref-p1')).body
    for (let i = 0; i < 3; i++) {
      const saved = await put('/library/twice-setup', { expected: 0, body: { ...setup, name: 'Twice' }, by: 'T' })
      expect([saved.status, saved.body.revision]).toEqual([200, 1])
    }
    const other = await put('/library/twice-setup', { expected: 0, body: { ...setup, name: 'Other' }, by: 'T' })
    expect(other.status).toBe(409)
  })
  it('in one list is refused with the row named; so is one of another job', async () => {
    await newJob('list-job')
    const bulk = (rows: unknown[]) => ask<Refused>('POST', '/jobs/list-job/readings/bulk', rows)
    const twice = await bulk([reading('list-1'), reading('list-2'), reading('list-1')])
    expect([twice.status, twice.body.error.path]).toEqual([422, 'readings.2.id'])
    expect(twice.body.error.message).toContain('Reading 3')
    await newJob('other-job')
    await ask('POST', '/jobs/other-job/readings', reading('of-the-other'))
    const foreign = await bulk([reading('list-3'), reading('of-the-other')])
    expect([foreign.status, foreign.body.error.path]).toEqual([422, 'readings.1.id'])
    expect((await ask<JobView>('GET', '/jobs/list-job')).body.readings).toEqual([])
  })
  type File = {
    readings: { id: string; value: number }[]
    stages: { revisions: { contentOf: number; at: string }[] }[]
  }
  it.each<[string, (file: File) => unknown, string]>([
    ['the same reading twice', (file) => file.readings.push(file.readings[0]), 'readings.'],
    ['a negative revision', (file) => (file.stages[0].revisions[0].contentOf = -1), 'contentOf'],
    ['a time that is none', (file) => (file.stages[0].revisions[0].at = 'infinity'), '.at'],
    ['a figure out of this world', (file) => (file.readings[0].value = 1e308), 'readings.0.value'],
  ])('a job file with %s is refused with the place named', async (_what, spoil, place) => {
    const file = (await (await fetch(`${base}/jobs/job-done/export`)).json()) as File
    spoil(file)
    const { status, body } = await ask<Refused>('POST', '/import', file)
    expect([status, body.error.data.where]).toEqual([422, expect.stringContaining(place)])
  })
})

describe('what is put away', () => {
  it.each([
    ['jobs', 'job-done'],
    ['players', 'player-bartol'],
    ['frames', 'frame-5'],
    ['batches', 'batch-arc'],
  ])('%s are out of sight and come back', async (kind, id) => {
    const query = kind === 'frames' ? '?sport=tennis' : ''
    const path = kind === 'batches' ? 'book/batches' : kind
    const list = async () => JSON.stringify((await ask('GET', `/${path}${query}`)).body)
    expect(await list()).toContain(`"${id}"`)
    expect((await ask('POST', `/${kind}/${id}/retire`, { retired: true })).status).toBe(200)
    expect(await list()).not.toContain(`"${id}"`)
    expect((await ask('POST', `/${kind}/${id}/retire`, { retired: false })).status).toBe(200)
    expect(await list()).toContain(`"${id}"`)
    expect((await ask('POST', `/${kind}/nobody/retire`, { retired: true })).status).toBe(404)
  })
  it('the queue comes by pages, none twice, none left out', async () => {
    const seen: string[] = []
    for (let after = ''; ;) {
      const { body } = await ask<{ jobs: { id: string }[]; next: string | null }>('GET', `/jobs?limit=4${after}`)
      seen.push(...body.jobs.map((j) => j.id))
      if (!body.next) break
      after = `&after=${body.next}`
    }
    const [{ n }] = await db.query('SELECT count(*)::int AS n FROM job')
    expect([seen.length, new Set(seen).size]).toEqual([n, n])
  })
})

describe('the day', () => {
  type Put = { id: string; revision: number }
  /** A job that is promised so many hours from now. */
  async function promised(hours: number): Promise<string> {
    const id = `due-${hours}`
    const frame = { id: `${id}-frame`, label: `Due, ${hours}; h`, maker: '', model: '', unit: '', playerId: null, sport: 'tennis', geometry: tennis.geometry } // prettier-ignore
    const dueAt = new Date(NOW.getTime() + hours * 3600000).toISOString()
    await ask('POST', '/jobs', { id, kind: 'job', player: null, frame, ticket: { due: 'soon', dueAt } })
    return dueAt
  }
  it('has what is promised within the week and not signed off, the soonest first; moved, it is found where it went', async () => {
    const [soon, later, far] = [await promised(30), await promised(2), await promised(24 * 20)]
    const mine = async () =>
      (await ask<Day>('GET', '/day')).body.jobs.filter((j) => j.id.startsWith('due-')).map((j) => j.dueAt)
    expect(await mine()).toEqual([later, soon])
    const { body } = await ask<{ job: Put }>('GET', '/jobs/due-480')
    const ticket = { owner: '', due: 'now', dueAt: soon, price: '', strings: '', returnToOriginal: false }
    expect((await ask('PUT', '/jobs/due-480/ticket', { expected: body.job.revision, ticket })).status).toBe(200)
    expect(await mine()).toEqual([later, soon, soon])
    expect(far > soon).toBe(true)
    expect(
      (
        await ask('PUT', '/jobs/due-480/ticket', {
          expected: body.job.revision + 1,
          ticket: { ...ticket, dueAt: 'soon' },
        })
      ).status,
    ).toBe(422)
  })
  it('goes out as a calendar that another library reads', async () => {
    const response = await fetch(`${base}/calendar.ics`)
    expect(response.headers.get('content-type')).toMatch(/text\/calendar/)
    const calendar = new ICAL.Component(ICAL.parse(await response.text()))
    const events = calendar.getAllSubcomponents('vevent').map((e) => new ICAL.Event(e))
    const { body } = await ask<Day>('GET', '/day')
    for (const job of body.jobs.filter((j) => j.id.startsWith('due-'))) {
      const event = events.find((e) => e.uid === `due-${job.id}@kevro`)!
      // To the second, as calendars keep it; commas and semicolons of a name are escaped and come back.
      expect(Math.abs(event.startDate.toJSDate().getTime() - Date.parse(job.dueAt!))).toBeLessThan(1000)
      expect(event.summary).toBe(`Job ${job.number} · ${job.frameLabel}`)
    }
  })
})

describe('the book', () => {
  it('a new frame of a model begins with the landmarks of the one before; one of another sport or name does not', async () => {
    const made = async (id: string, change: object) => {
      const job = { id: `${id}-job`, kind: 'quick', player: null, frame: { ...frame(id), ...change } }
      return (await ask<JobView>('POST', '/jobs', job)).body.frame.geometry.landmarks
    }
    const landmarks = { bumperCm: 15.4, hollowToCm: 12 }
    expect(await made('mark-1', { label: 'Fennick Vale 97 #1' })).toBeUndefined()
    const first = (await ask<Frame>('GET', '/frames/mark-1')).body
    const kept = { ...first, geometry: { ...first.geometry, landmarks } }
    expect((await ask('PUT', '/frames/mark-1', kept)).status).toBe(200)
    expect(await made('mark-2', { label: 'fennick vale 97 #2' })).toEqual(landmarks)
    expect(await made('mark-3', { label: 'Fennick Vale 97' })).toEqual(landmarks)
    expect(await made('mark-4', { label: 'Fennick Vale 98' })).toBeUndefined()
    expect(await made('mark-5', { label: 'Fennick Vale 97', sport: 'padel' })).toBeUndefined()
    // What a frame says itself stays.
    const own = { ...tennis.geometry, landmarks: { bumperCm: 13 } }
    expect(await made('mark-6', { label: 'Fennick Vale 97', geometry: own })).toEqual({ bumperCm: 13 })
    // What cannot be on a shorter handle is not taken over.
    const long = { ...tennis.geometry, gripLengthCm: 20, landmarks: { hollowToCm: 28 } }
    expect(await made('mark-7', { label: 'Fennick Stub', geometry: long })).toEqual({ hollowToCm: 28 })
    const short = { ...tennis.geometry, gripLengthCm: 15 }
    expect(await made('mark-8', { label: 'Fennick Stub', geometry: short })).toBeUndefined()
    expect((await ask('GET', '/frames/mark-4/landmarks')).body).toBeNull()
    expect((await ask('GET', '/frames/mark-1/landmarks')).body).toMatchObject({
      id: 'mark-6',
      landmarks: { bumperCm: 13 },
    })
    expect((await ask('GET', '/frames/none/landmarks')).status).toBe(404)
  })
  it('lists players and frames by name, a page after the other, and finds them by every word', async () => {
    const { rows } = (await ask<BookPage>('GET', '/book/players')).body
    expect(rows.length).toBeGreaterThanOrEqual(6)
    expect(rows.map((r) => r.name.toLowerCase())).toEqual([...rows.map((r) => r.name.toLowerCase())].sort())
    expect(rows.find((r) => r.id === 'player-bartol')).toMatchObject({ more: '27, competition', jobs: 3 })
    const found = (await ask<BookPage>('GET', '/book/frames?find=arc%20quill')).body.rows
    expect(found.length).toBeGreaterThan(0)
    for (const row of found) expect(`${row.name} ${row.more}`.toLowerCase()).toMatch(/arc.*quill/)
    expect((await ask<BookPage>('GET', '/book/frames?find=nothing-like-it')).body).toEqual({ rows: [], next: null })
    expect((await ask<BookPage>('GET', '/book/players?after=nonsense')).status).toBe(200)
  })
  it('tells a frame’s story: how it came, what was done, what was proved, what was said', async () => {
    const { body } = await ask<FrameLog>('GET', '/book/frames/frame-5')
    expect(body.owner?.name).toBe('Bartol Quillfeather')
    const [job] = body.jobs
    const kinds = job.events.map((e) => e.kind)
    expect(kinds.slice(0, 4)).toEqual(['measured', 'built', 'proved', 'played'])
    // Each session after the setup that was played in it.
    expect(kinds.slice(4)).toEqual(['tuned', 'played', 'tuned', 'played', 'tuned', 'played', 'tuned', 'played'])
    const built = job.events.find((e) => e.kind === 'built')!
    expect(built.kind === 'built' && built.added.length).toBeGreaterThan(0)
    const [first, , proved] = job.events
    if (first.kind !== 'measured' || proved.kind !== 'proved') throw new Error('not these')
    expect(proved.numbers.swingWeight!.value - first.numbers.swingWeight!.value).toBeGreaterThan(10)
  })
  it('tells a player’s: facts, frames, and every job', async () => {
    const { body } = await ask<PlayerLog>('GET', '/book/players/player-bartol')
    expect(body.player.facts.age).toBe(27)
    expect(body.frames.map((f) => f.id)).toContain('frame-5')
    expect(body.jobs.map((j) => j.frame.id)).toEqual(['frame-5', 'frame-6', 'frame-6'])
  })
  it('puts away and brings back, and says what is not there', async () => {
    await ask('POST', '/players/player-senna/retire', { retired: true })
    const names = async (retired: boolean) =>
      (await ask<BookPage>('GET', `/book/players?retired=${retired}`)).body.rows.map((r) => r.id)
    expect(await names(false)).not.toContain('player-senna')
    expect(await names(true)).toContain('player-senna')
    expect((await ask<PlayerLog>('GET', '/book/players/player-senna')).body.retired).toBe(true)
    await ask('POST', '/players/player-senna/retire', { retired: false })
    expect(await names(false)).toContain('player-senna')
    expect((await ask('GET', '/book/frames/none')).status).toBe(404)
    expect((await ask('GET', '/book/players/none')).status).toBe(404)
  })
  it('pages by key: nobody twice, nobody left out', async () => {
    for (let i = 0; i < 120; i++)
      await db.query('INSERT INTO player (id, facts) VALUES ($1, $2)', [
        `many-${i}`,
        JSON.stringify({ ...unknownPlayer(`Same name ${i % 3}`) }),
      ])
    const seen: string[] = []
    let after: string | null = ''
    while (after !== null) {
      const page: BookPage = (await ask<BookPage>('GET', `/book/players?find=same&after=${after}`)).body
      seen.push(...page.rows.map((r) => r.id))
      after = page.next
    }
    expect(seen).toHaveLength(120)
    expect(new Set(seen).size).toBe(120)
    await db.query(`DELETE FROM player WHERE id LIKE 'many-%'`)
  })
})

describe('the pages', () => {
  it('a part that is missing is 404, not the start page', async () => {
    const web = await mkdtemp(join(tmpdir(), 'kevro-web-'))
    await writeFile(join(web, 'index.html'), '<title>Kevro</title>')
    const pages = makeApp(db, web).listen(0, '127.0.0.1')
    await new Promise((ready) => pages.once('listening', ready))
    const at = `http://127.0.0.1:${(pages.address() as AddressInfo).port}`
    expect((await fetch(`${at}/assets/gone-123.js`)).status).toBe(404)
    expect((await fetch(`${at}/job/x/plan`)).status).toBe(200)
    pages.close()
    await rm(web, { recursive: true })
  })
})

describe('pictures of a frame', () => {
  const jpeg = Buffer.concat([Buffer.from('ffd8ffe000104a46494600010100', 'hex'), Buffer.alloc(200, 7)])
  const put = (id: string, body: Buffer, type: string, job = 'job-returns') =>
    fetch(`${base}/jobs/${job}/photos/${id}?name=bumper.jpg&by=JQ`, {
      method: 'PUT',
      headers: { 'content-type': type },
      body: new Uint8Array(body),
    })
  it('of another job are not touched by the same id, and one can be put away', async () => {
    expect((await put('photo-mine', jpeg, 'image/jpeg')).status).toBe(201)
    expect((await put('photo-mine', jpeg, 'image/jpeg', 'job-done')).status).toBe(422)
    expect((await ask('POST', '/photos/photo-mine/retire', { retired: true })).status).toBe(200)
    expect((await ask('GET', '/jobs/job-returns/photos')).body).toEqual([])
  })
  it('are kept with the job and come back as they were', async () => {
    expect((await put('photo-1', jpeg, 'image/jpeg')).status).toBe(201)
    const list = (await (await fetch(`${base}/jobs/job-returns/photos`)).json()) as { id: string; bytes: number }[]
    expect(list.map((p) => [p.id, p.bytes])).toEqual([['photo-1', jpeg.length]])
    const back = await fetch(`${base}/photos/photo-1`)
    expect(back.headers.get('content-type')).toBe('image/jpeg')
    expect(Buffer.from(await back.arrayBuffer()).equals(jpeg)).toBe(true)
  })
  it('are refused when they are no pictures, too large, or of no job', async () => {
    expect((await put('p2', jpeg, 'application/pdf')).status).toBe(415)
    expect((await put('p3', Buffer.alloc(300, 65), 'image/png')).status).toBe(415)
    expect((await put('p4', Buffer.concat([jpeg, Buffer.alloc(4 * 1024 * 1024)]), 'image/jpeg')).status).toBe(413)
    expect((await put('p5', jpeg, 'image/jpeg', 'no-such-job')).status).toBe(404)
    expect((await fetch(`${base}/photos/p2`)).status).toBe(404)
  })
})

describe('many readings at once', () => {
  const reading = (id: string, change: object = {}) => ({
    id,
    quantity: 'mass',
    value: 326.4,
    axisCm: null,
    methodId: 'scale',
    typed: '326.4',
    purpose: 'measure',
    by: 'JQ',
    supersedes: null,
    ...change,
  })
  const post = (body: unknown) =>
    fetch(`${base}/jobs/job-junior/readings/bulk`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
  const held = async () =>
    ((await (await fetch(`${base}/jobs/job-junior`)).json()) as { readings: { id: string }[] }).readings.length
  it('are all taken, or none', async () => {
    const before = await held()
    expect((await post([reading('bulk-1'), reading('bulk-2', { quantity: 'swingWeight' })])).status).toBe(422)
    expect(await held()).toBe(before)
    expect((await post([reading('bulk-3', { supersedes: 'nothing like it' }), reading('bulk-4')])).status).toBe(422)
    expect(await held()).toBe(before)
    expect((await post([reading('bulk-1'), reading('bulk-2', { takenAt: '2026-11-20T09:30:00.000Z' })])).status).toBe(
      201,
    )
    expect(await held()).toBe(before + 2)
    expect((await post([])).status).toBe(422)
  })
})

describe('instruments and batches', () => {
  const send = (method: string, path: string, body: unknown) =>
    fetch(`${base}${path}`, { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })
  it('the overview has the shop’s instruments, bodies and half a year of checks', async () => {
    const overview = (await (await fetch(`${base}/devices`)).json()) as Record<string, unknown[]>
    expect(overview.devices).toHaveLength(5)
    expect(overview.checks.length).toBeGreaterThan(20)
    expect(overview.bench).toBeNull()
  })
  it('a check is kept once; an unknown instrument, an empty check and one without a line are refused', async () => {
    const check = {
      id: 'check-1',
      deviceId: 'device-scale',
      quantity: 'mass',
      points: [{ bodyId: null, reference: 100, uReference: 0.01, reading: 100.1 }],
      applied: true,
      by: 'JQ',
      note: '',
    }
    for (let i = 0; i < 2; i++) expect((await send('POST', '/devices/device-scale/checks', check)).status).toBe(201)
    const { checks } = (await (await fetch(`${base}/devices`)).json()) as { checks: { id: string }[] }
    expect(checks.filter((c) => c.id === 'check-1')).toHaveLength(1)
    expect((await send('POST', '/devices/nobody/checks', check)).status).toBe(404)
    expect((await send('POST', '/devices/device-scale/checks', { ...check, id: 'c2', points: [] })).status).toBe(422)
    expect((await send('POST', '/devices/device-scale/measure', {})).status).toBe(409)
    expect((await send('POST', '/bench/place', { item: '' })).status).toBe(409)
  })
  it('a batch is saved by revision; a stale save is refused and nothing is overwritten', async () => {
    const { PROFILES } = await import('#core/sports/sports.ts')
    const { NOTHING_ON } = await import('#core/frame/condition.ts')
    const body = {
      label: 'Boxed',
      sport: 'padel',
      geometry: PROFILES.padel.geometry,
      condition: NOTHING_ON,
      axisCm: 10.16,
      units: [{ id: 'u1', name: '1', readings: [], jobId: null }],
      aim: { kind: 'middle' },
    }
    expect((await send('PUT', '/batches/b1', { expected: 0, body, by: 'JQ' })).status).toBe(200)
    expect((await send('PUT', '/batches/b1', { expected: 0, body: { ...body, label: 'Lost' }, by: 'JQ' })).status).toBe(
      409,
    )
    expect(
      (await send('PUT', '/batches/b1', { expected: 1, body: { ...body, label: 'Found' }, by: 'JQ' })).status,
    ).toBe(200)
    const undone = (await (await send('POST', '/batches/b1/undo', { expected: 2, by: 'JQ' })).json()) as {
      revision: number
      body: { label: string }
    }
    expect([undone.revision, undone.body.label]).toEqual([3, 'Boxed'])
    expect((await send('POST', '/batches/b1/undo', { expected: 3, by: 'JQ' })).status).toBe(409)
    expect((await send('POST', '/batches/b1/redo', { expected: 2, by: 'JQ' })).status).toBe(409)
    expect((await send('POST', '/batches/b1/redo', { expected: 3, by: 'JQ' })).status).toBe(200)
    const { rows } = (await (await fetch(`${base}/book/batches?sort=seen`)).json()) as BookPage
    // The newest first; the other one is the demo world's.
    expect(rows.map(({ name, more, jobs }) => [name, more, jobs])).toEqual([
      ['Found', 'padel', 1],
      [expect.any(String), 'tennis', 8],
    ])
  })
})
