import { bookPageSchema } from '#contract/logbook.ts'
import { request, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { z } from 'zod'
import { NOTHING_ON } from '#core/frame/condition.ts'
import { nothingMeasured } from '#core/job/documents.ts'
import { seeded } from '#core/numerics/random.ts'
import { OPEN_LIMITS } from '#core/planning/problem/request.ts'
import { tennis } from '#core/sports/tennis.ts'
import { batchSchema } from '#contract/batch.ts'
import { deviceOverviewSchema } from '#contract/devices.ts'
import { jobPageSchema, jobViewSchema, materialSchema } from '#contract/entities.ts'
import { libraryPageSchema } from '#contract/library.ts'
import { demoAsTold } from '#server/demo/asTold.ts'
import type { Database } from './db/database.ts'
import { makeApp } from './http/app.ts'
import { openForTest } from './db/testing.ts'

let db: Database
let server: Server
let port: number
beforeAll(async () => {
  db = await openForTest()
  await demoAsTold(db)
  server = makeApp(db, null).listen(0, '127.0.0.1')
  await new Promise((ready) => server.once('listening', ready))
  port = (server.address() as AddressInfo).port
})
afterAll(async () => {
  server.close()
  server.closeAllConnections()
  await db.close()
})

interface Sample {
  method: string
  path: string
  body?: unknown
}
const reading = {
  id: 'fuzz-r',
  quantity: 'mass',
  value: 320,
  axisCm: null,
  methodId: 'scale',
  typed: '320',
  purpose: 'measure',
  by: 'F',
  supersedes: null,
  takenAt: '2026-11-25T10:00:00.000Z',
  basis: { uA: 0.1, uB: null, perMassG: 0, perBalanceCm: 0 },
  origin: { raw: 320, calibrationId: null, standing: null, warming: false, work: { n: 3 } },
}
const measure = { ...nothingMeasured(NOTHING_ON, 10.16), readingIds: ['fuzz-r'] }
const frame = { id: 'fuzz-f', label: 'F', maker: '', model: '', unit: '', playerId: null, geometry: tennis.geometry }
const facts = {
  name: 'N',
  age: 14,
  level: 'club',
  hand: 'right',
  hoursPerWeek: 3,
  style: 'spin',
  mishits: null,
  lateInTen: null,
}
const player = { ...facts, tired: null, pain: null, painWhere: '', wants: '' }
const figures = { mass: { low: 300, high: 301, u: 1 }, balance: null, swingWeight: null, twistWeight: null }
const report = {
  id: 'r1',
  source: 's',
  dated: '2026',
  grade: 'published',
  condition: NOTHING_ON,
  axisCm: 10,
  figures,
  note: '',
}
const setup = {
  ...{
    sport: 'tennis',
    name: 'S',
    kind: 'retail',
    style: '',
    painted: '',
    really: '',
    shape: '',
    strings: '',
    note: '',
  },
  geometry: tennis.geometry,
  reports: [report],
}
const unit = { id: 'u', name: '1', jobId: null, readings: [] }
const batch = {
  ...{ label: 'B', sport: 'tennis', geometry: tennis.geometry, condition: NOTHING_ON, axisCm: 10 },
  units: [unit],
  aim: { kind: 'middle' },
}
const material = {
  ...{
    id: 'fuzz-m',
    name: 'M',
    kind: 'tape',
    unitMassG: 0.1,
    step: 0.5,
    widthCm: 0.6,
    stock: 100,
    lead: false,
    grip: null,
  },
  revision: 0,
}
const SAMPLES: Sample[] = [
  { method: 'GET', path: '/overview' },
  { method: 'GET', path: '/jobs?find=a&after=x&retired=true&limit=5' },
  { method: 'GET', path: '/players?find=a' },
  { method: 'GET', path: '/frames?sport=tennis&player=x&find=a' },
  { method: 'GET', path: '/jobs/job-done' },
  { method: 'GET', path: '/jobs/job-done/export' },
  { method: 'GET', path: '/jobs/job-done/stages/measure/history' },
  { method: 'GET', path: '/jobs/job-done/photos' },
  { method: 'GET', path: '/references?ids=ref-p1,job:job-done' },
  { method: 'GET', path: '/library/facets?sport=tennis' },
  { method: 'GET', path: '/library/measured?sport=tennis&player=x' },
  { method: 'GET', path: '/library/export.csv?search=%7B%22sport%22%3A%22padel%22%7D' },
  { method: 'GET', path: '/library/ref-p1/history' },
  { method: 'GET', path: '/frames/frame-1' },
  { method: 'GET', path: '/materials' },
  { method: 'GET', path: '/devices' },
  { method: 'GET', path: '/book/batches' },
  {
    method: 'POST',
    path: '/jobs',
    body: { id: 'fuzz-j', kind: 'job', player: { facts: player }, frame, ticket: { due: 'x' } },
  },
  { method: 'POST', path: '/jobs/job-returns/become-job', body: { player: { facts: player } } },
  {
    method: 'PUT',
    path: '/jobs/job-junior/ticket',
    body: { ticket: { owner: '', due: '', price: '', strings: '', returnToOriginal: false }, expected: 1 },
  },
  {
    method: 'PUT',
    path: '/jobs/job-junior/stages/measure',
    body: { expected: 3, body: measure, used: { a: 1, b: 'x', c: null }, by: 'F', readings: [reading] },
  },
  {
    method: 'PUT',
    path: '/jobs/job-junior/stages/plan',
    body: {
      expected: 0,
      body: { limits: OPEN_LIMITS, taken: null, byHand: true, cuts: [], locked: [] },
      used: {},
      by: 'F',
    },
  },
  {
    method: 'PUT',
    path: '/jobs/job-junior/stages/player',
    body: { expected: 1, body: { playerId: null, facts: player }, used: {}, by: 'F' },
  },
  { method: 'POST', path: '/jobs/job-junior/stages/measure/undo', body: { expected: 1, by: 'F' } },
  { method: 'POST', path: '/jobs/job-junior/readings', body: reading },
  {
    method: 'POST',
    path: '/jobs/job-junior/readings/bulk',
    body: [reading, { ...reading, id: 'fuzz-r2', quantity: 'swingWeight', axisCm: 10 }],
  },
  { method: 'POST', path: '/jobs/job-junior/retire', body: { retired: false } },
  { method: 'PUT', path: '/frames/frame-2', body: { ...frame, revision: 1 } },
  {
    method: 'PUT',
    path: '/shop',
    body: {
      name: 'S',
      units: { mass: 'g', balance: 'cm', length: 'cm' },
      initials: 'F',
      paper: 'A4',
      latitudeDeg: 47,
      workOrder: 'headFirst',
      acceptance: 'guarded',
      ownSchool: null,
      ownRecipes: [],
      revision: 1,
    },
  },
  { method: 'PUT', path: '/materials/fuzz-m', body: material },
  { method: 'PUT', path: '/batches/fuzz-b', body: { expected: 0, body: batch, by: 'F' } },
  { method: 'POST', path: '/batches/batch-arc/undo', body: { expected: 1, by: 'F' } },
  {
    method: 'POST',
    path: '/library/search',
    body: { sport: 'tennis', near: { mass: 300 }, ranges: { mass: { low: 1, high: null } }, limit: 5 },
  },
  { method: 'POST', path: '/library/cloud', body: { sport: 'tennis', near: {} } },
  { method: 'PUT', path: '/library/fuzz-s', body: { body: setup, expected: 0, by: 'F' } },
  { method: 'POST', path: '/library/ref-r3/retire', body: { retired: true, expected: 1, by: 'F' } },
  { method: 'POST', path: '/library/ref-r3/merge', body: { from: 'ref-p1', expected: 1, by: 'F' } },
  {
    method: 'POST',
    path: '/library/import',
    body: { setups: [{ ...setup, reports: [{ ...report, id: undefined }] }], commit: true, by: 'F' },
  },
  {
    method: 'PUT',
    path: '/devices/device-scale',
    body: { name: 'D', kind: 'scale', serial: '', link: null, checkDays: 30, revision: 1 },
  },
  {
    method: 'POST',
    path: '/devices/device-scale/checks',
    body: {
      id: 'fuzz-c',
      quantity: 'mass',
      points: [{ bodyId: null, reference: 100, uReference: 0, reading: 100 }],
      applied: true,
      by: 'F',
      note: '',
    },
  },
  { method: 'PUT', path: '/bodies/fuzz-body', body: { name: 'B', quantity: 'mass', value: 100, u: 0.01 } },
  { method: 'POST', path: '/tray/take', body: { ids: ['x'], takenFor: 'job' } },
  { method: 'PUT', path: '/jobs/job-done/photos/fuzz-p?name=x&by=F', body: 'no picture' },
  { method: 'POST', path: '/import', body: { format: 'kevro-job', version: 1 } },
]

/** What nobody means and somebody sends. */
const ODD: unknown[] = [
  '\u0000',
  'a\u0000b',
  '\ud800',
  'x\udfff',
  '',
  ' ',
  'x'.repeat(5000),
  '__proto__',
  'constructor',
  'infinity',
  '-infinity',
  'NaN',
  '2026-13-45T99:99:99Z',
  '0000-00-00',
  '../../etc',
  "'; DROP TABLE job; --",
  '😀'.repeat(50),
  null,
  true,
  [],
  {},
  [[[[]]]],
  { a: { b: [] } },
  1e308,
  -1e308,
  5e-324,
  -5,
  0,
  -0,
  2 ** 31,
  2 ** 53,
  -(2 ** 31),
  1.5,
  { __proto__: 1 },
  { length: -1 },
]
const ODD_PATHS = [
  '%00',
  '%',
  '%E0%A4%A',
  '..',
  '%2e%2e%2f',
  '%ED%A0%80',
  'x'.repeat(3000),
  '__proto__',
  '',
  ' ',
  '%F0%9F%98%80',
]
const ODD_HEADERS: Record<string, string>[] = [
  { 'content-type': 'application/json; charset=klingon' },
  { 'content-type': 'application/json; charset=utf-16' },
  { 'content-encoding': 'br' },
  { 'content-encoding': 'nonsense' },
  { 'content-type': '' },
  { 'content-type': 'text/plain' },
  { 'kevro-edit': 'not an id !' },
  { 'kevro-edit': 'x'.repeat(200) },
  { 'kevro-typed-at': 'yesterday' },
]

function mutated(random: () => number, value: unknown, chance = 0.15): unknown {
  const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]
  if (random() < chance) return pick(ODD)
  if (Array.isArray(value)) {
    const list = value.map((item) => mutated(random, item, chance))
    return random() < 0.1 ? [...list, ...list] : list
  }
  if (value !== null && typeof value === 'object') {
    const entries = Object.entries(value).flatMap(([key, held]): [string, unknown][] =>
      random() < 0.04 ? [] : [[random() < 0.03 ? String(pick(ODD)) : key, mutated(random, held, chance)]],
    )
    return Object.fromEntries(entries)
  }
  return value
}
function caseOf(seed: number): {
  method: string
  path: string
  body: string | undefined
  headers: Record<string, string>
} {
  const random = seeded(seed)
  const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]
  const sample = pick(SAMPLES)
  let { path } = sample
  if (random() < 0.3) {
    const parts = path.split(/(?<=[/=?&])/)
    parts[1 + Math.floor(random() * (parts.length - 1))] = pick(ODD_PATHS)
    path = `/${parts.join('').replace(/^\/+/, '')}`
  }
  const method = random() < 0.05 ? pick(['GET', 'POST', 'PUT', 'DELETE', 'PATCH', 'OPTIONS']) : sample.method
  let body =
    sample.body === undefined || method === 'GET'
      ? undefined
      : JSON.stringify(mutated(random, sample.body, random() * 0.2))
  if (body !== undefined && random() < 0.05)
    body = pick(['', '{', 'null', '[]', '"x"', '1e999', body.slice(0, body.length / 2)])
  const headers = {
    ...(body === undefined ? {} : { 'content-type': 'application/json' }),
    ...(random() < 0.3 ? { 'kevro-edit': `fuzz-${Math.floor(random() * 50)}` } : {}),
    ...(random() < 0.06 ? pick(ODD_HEADERS) : {}),
  }
  return { method, path: path.replaceAll(' ', '%20'), body, headers }
}
const send = ({ method, path, body, headers }: ReturnType<typeof caseOf>) =>
  new Promise<{ status: number; text: string }>((done, failed) => {
    const asked = request(
      { port, host: '127.0.0.1', method, path: `/api${path}`, headers, timeout: 60000, agent: false },
      (r) => {
        let text = ''
        r.setEncoding('utf8')
        r.on('data', (part: string) => (text += part))
        r.on('end', () => done({ status: r.statusCode!, text }))
      },
    )
    asked.on('error', failed)
    asked.on('timeout', () => asked.destroy(new Error('no answer in 20 s')))
    asked.end(body)
  })
const get = async (path: string): Promise<unknown> => {
  const answer = await fetch(`http://127.0.0.1:${port}/api${path}`)
  expect([path, answer.status]).toEqual([path, 200])
  return answer.json()
}

/** How the schemas speak by themselves: not for people. */
const RAW = /Invalid (input|option|string|ISO)|expected \w+, received|Too (small|big)|Unrecognized key/

describe('requests that nobody means', () => {
  const cases = Number(process.env.KEVRO_FUZZ ?? 2000)
  it(
    `of ${cases}, none is answered 5xx, none is left hanging, and all that is read back is in its range`,
    { timeout: 900000 + cases * 50 },
    async () => {
      const seen: Record<number, number> = {}
      for (let seed = 1; seed <= cases; seed++) {
        const one = caseOf(seed)
        const { status, text } = await send(one).catch((error: Error) => {
          throw new Error(`seed ${seed}: ${one.method} ${one.path.slice(0, 200)}: ${error.message}`)
        })
        if (status >= 500)
          throw new Error(
            `seed ${seed}: ${status} to ${one.method} ${one.path.slice(0, 200)} ${one.body?.slice(0, 2000)}`,
          )
        if (status === 422 && RAW.test(text)) throw new Error(`seed ${seed}: a raw sentence: ${text.slice(0, 400)}`)
        seen[status] = (seen[status] ?? 0) + 1
      }
      // It is no test of refusals alone: a good part gets through and is stored.
      expect(seen[200] + seen[201]).toBeGreaterThan(cases / 8)
      expect(seen[422]).toBeGreaterThan(cases / 8)
      const jobs = []
      let page = jobPageSchema.parse(await get('/jobs'))
      for (;;) {
        jobs.push(...page.jobs)
        if (!page.next) break
        page = jobPageSchema.parse(await get(`/jobs?after=${page.next}`))
      }
      for (const { id } of jobs) jobViewSchema.parse(await get(`/jobs/${encodeURIComponent(id)}`))
      z.array(materialSchema).parse(await get('/materials'))
      deviceOverviewSchema.parse(await get('/devices'))
      for (const { id } of bookPageSchema.parse(await get('/book/batches')).rows)
        batchSchema.parse(await get(`/batches/${encodeURIComponent(id)}`))
      const answer = await fetch(`http://127.0.0.1:${port}/api/library/search`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ sport: null, limit: 200 }),
      })
      libraryPageSchema.parse(await answer.json())
    },
  )
})
