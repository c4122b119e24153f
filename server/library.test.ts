import { cp, mkdtemp, rm } from 'node:fs/promises'
import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { normal, seeded } from '#core/numerics/random.ts'
import { QUANTITIES } from '#core/quantities/units.ts'
import { badminton } from '#core/sports/badminton.ts'
import { nearness } from '#core/compare/nearness.ts'
import { combined, GRADES, standardState, type Report } from '#core/compare/setup.ts'
import { estimateOf, frameState } from '#core/frame/state.ts'
import { tennis } from '#core/sports/tennis.ts'
import { demoAsTold } from '#server/demo/asTold.ts'
import { REFERENCES } from '#demo/library.ts'
import type { Cloud, ImportAnswer, LibraryPage, Reference, SetupRevision } from '#contract/library.ts'
import type { Database } from './db/database.ts'
import { migrate } from './db/migrate.ts'
import { makeApp } from './http/app.ts'
import { openForTest } from './db/testing.ts'
import { findReference, rebuildIndex } from './queries/library.ts'

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
const search = async (change: object) =>
  (await ask<LibraryPage>('POST', '/library/search', { sport: 'tennis', limit: 100, ...change })).body
const names = (page: LibraryPage) => page.rows.map((r) => r.name)
const ours = REFERENCES.filter((r) => r.sport === 'tennis')

describe('finding setups', () => {
  it('by the beginning of any word, whatever the case, in name, source or note', async () => {
    expect(names(await search({ text: 'arc 98 to' }))).toEqual(['Corvane Arc 98 Tour'])
    expect((await search({ text: 'AMBERHOLT' })).total).toBe(6)
    expect(names(await search({ text: 'silicone' }))).toEqual(['Jorun Eddlestrand'])
    expect((await search({ text: "o'; DROP & | !" })).total).toBe(0)
    expect((await search({ text: '&&&' })).total).toBe(0)
  })
  it('by kind, grade, game, shape and sport', async () => {
    expect((await search({ kinds: ['professional'] })).total).toBe(10)
    expect((await search({ styles: ['flat'], grades: ['hearsay'] })).total).toBe(2)
    expect((await search({ shapes: ['Adult, large head'], kinds: ['shop'] })).total).toBe(1)
    expect((await search({ sport: 'badminton' })).total).toBe(7)
  })
  it('by ranges in the sport’s usual state: the edge belongs to it, an unknown does not', async () => {
    const profile = tennis
    const swing = (r: Reference) => combined(r, standardState(profile), profile).state.swingWeightKgCm2
    const [low, high] = [318, 330]
    const expected = ours.filter((r) => (swing(r) ?? 0) >= low && (swing(r) ?? 0) <= high).map((r) => r.name)
    const found = await search({ ranges: { swingWeight: { low, high } } })
    expect(names(found).sort()).toEqual(expected.sort())
    expect(found.total).toBe(expected.length)
    const edge = swing(ours[0])!
    expect(names(await search({ ranges: { swingWeight: { low: edge, high: edge } } }))).toEqual([ours[0].name])
  })
  it('in pages that together are the whole, none twice', async () => {
    const pages = await Promise.all([0, 10, 20, 30].map((offset) => search({ offset, limit: 10 })))
    const all = pages.flatMap(names)
    expect(all).toHaveLength(ours.length)
    expect(new Set(pages.flatMap((p) => p.rows.map((r) => r.id))).size).toBe(ours.length)
    expect(all).toEqual([...all].sort((a, b) => (a.toLowerCase() < b.toLowerCase() ? -1 : 1)))
  })
  it('nearest first, by the same distance as the core’s', async () => {
    const near = { mass: 321.4, balance: 32.2, swingWeight: 319 }
    const mine = frameState(
      Object.fromEntries(Object.entries(near).map(([q, value]) => [q, { value, u: 0 }])),
      tennis.axisCm,
    )
    const found = await search({ near })
    const distance = (r: Reference) => nearness(mine, combined(r, standardState(tennis), tennis).state, tennis)
    expect(found.rows).toHaveLength(ours.length)
    found.rows.forEach((r, i) => expect(found.distances![i]).toBeCloseTo(distance(r), 6))
    expect(found.distances).toEqual([...found.distances!].sort((a, b) => a - b))
  })
  it('as a cloud of numbers', async () => {
    const { body } = await ask<Cloud>('POST', '/library/cloud', { sport: 'tennis', kinds: ['retail'] })
    expect(body.total).toBe(body.points.length)
    expect(body.points.find((p) => p.name === 'Hollowick Lath 95')!.swingWeight).toBeNull()
  })
})

const draft = (name: string, mass: number, source = 'a list') => {
  const { reports, ...head } = REFERENCES.find((r) => r.id === 'ref-r1')!
  const { id: _id, retired: _retired, revision: _revision, ...body } = head
  const { id: _report, ...report } = reports[0]
  return {
    ...body,
    name,
    reports: [{ ...report, source, figures: { ...report.figures, mass: { low: mass, high: mass, u: null } } }],
  }
}
const full = (name: string, mass: number) => {
  const d = draft(name, mass)
  return { ...d, reports: d.reports.map((r, i) => ({ ...r, id: `r${i}` })) }
}

describe('the order of the library', () => {
  it('is by name or by a number, either way; what is not known comes last', async () => {
    const all = await search({ sort: 'name' })
    const numbers = async (quantity: 'swingWeight' | 'mass', down: boolean) => {
      const { rows, total } = await search({ sort: quantity, down })
      expect(total).toBe(all.total)
      expect(rows.map((r) => r.id).sort()).toEqual(all.rows.map((r) => r.id).sort())
      return rows.map((r) => estimateOf(combined(r, standardState(tennis), tennis).state, quantity)?.value ?? null)
    }
    for (const quantity of ['swingWeight', 'mass'] as const)
      for (const down of [false, true]) {
        const found = await numbers(quantity, down)
        const known = found.filter((v) => v !== null)
        expect(known.length).toBeGreaterThan(10)
        expect(known).toEqual([...known].sort((a, b) => (down ? b - a : a - b)))
        expect(found.slice(known.length).every((v) => v === null)).toBe(true)
      }
    const names = (await search({ down: true })).rows.map((r) => r.name.toLowerCase())
    expect(names).toEqual([...names].sort().reverse())
    // Page after page is the whole, once.
    const pages = [0, 7, 14].map((offset) => search({ sort: 'mass', offset, limit: 7 }))
    const ids = (await Promise.all(pages)).flatMap((p) => p.rows.map((r) => r.id))
    expect(ids).toEqual((await search({ sort: 'mass', limit: 21 })).rows.map((r) => r.id))
  })
})

describe('changing the library', () => {
  it('adds, changes, keeps what was, and refuses a stale edit without losing the newer', async () => {
    const put = (body: object, expected: number) => ask<Reference>('PUT', '/library/own-1', { body, expected, by: 'T' })
    expect((await put(full('Own frame', 311), 0)).body.revision).toBe(1)
    expect((await put(full('Own frame', 311), 0)).body.revision).toBe(1)
    expect((await put(full('Own frame renamed', 312), 1)).body.revision).toBe(2)
    expect((await put(full('Late edit', 313), 1)).status).toBe(409)
    expect((await ask<Reference>('GET', '/library/own-1')).body.name).toBe('Own frame renamed')
    const history = (await ask<SetupRevision[]>('GET', '/library/own-1/history')).body
    expect(history.map((h) => [h.revision, h.body.name])).toEqual([[1, 'Own frame']])
    expect(names(await search({ text: 'own renamed' }))).toEqual(['Own frame renamed'])
    expect((await search({ text: 'late edit' })).total).toBe(0)
  })
  it('says which field is wrong', async () => {
    const bad = full('Bad', 300)
    bad.reports[0].figures.mass = { low: 320, high: 310, u: null }
    const { status, body } = await ask<{ error: { path: string; message: string } }>('PUT', '/library/bad', {
      body: bad,
      expected: 0,
      by: '',
    })
    expect(status).toBe(422)
    expect(body.error.path).toContain('reports.0.figures.mass')
  })
  it('retires and brings back', async () => {
    const held = (await ask<Reference>('GET', '/library/ref-r7')).body
    const gone = await ask<Reference>('POST', '/library/ref-r7/retire', {
      retired: true,
      expected: held.revision,
      by: 'T',
    })
    expect((await search({ text: 'keel' })).total).toBe(0)
    expect((await search({ text: 'keel', retired: true })).total).toBe(1)
    await ask('POST', '/library/ref-r7/retire', { retired: false, expected: gone.body.revision, by: 'T' })
    expect((await search({ text: 'keel' })).total).toBe(1)
  })
  it('merges the reports of two entries of one frame; the other is retired, not lost', async () => {
    await ask('PUT', '/library/twin', { body: full('Twin of the Tour', 319), expected: 0, by: 'T' })
    const held = (await ask<Reference>('GET', '/library/ref-r2')).body
    const merged = (
      await ask<Reference>('POST', '/library/ref-r2/merge', { from: 'twin', expected: held.revision, by: 'T' })
    ).body
    expect(merged.reports).toHaveLength(2)
    expect((await findReference(db, 'twin'))!.retired).toBe(true)
    const across = await ask('POST', '/library/ref-r2/merge', { from: 'ref-d1', expected: merged.revision, by: 'T' })
    expect(across.status).toBe(404)
  })
})

describe('files', () => {
  it('a preview keeps nothing; taking in adds what is new, and a second time adds nothing', async () => {
    const setups = [
      draft('Brand new', 300),
      draft('corvane arc 98', 306, 'another list'),
      draft('Corvane Arc 100', 300, 'x'),
    ]
    const before = (await search({})).total
    const take = async (commit: boolean) =>
      (await ask<ImportAnswer>('POST', '/library/import', { setups, commit, by: 'T' })).body.standing
    expect(await take(false)).toEqual(['new', 'adds', 'adds'])
    expect((await search({})).total).toBe(before)
    expect(await take(true)).toEqual(['new', 'adds', 'adds'])
    expect((await search({})).total).toBe(before + 1)
    expect((await findReference(db, 'ref-r1'))!.reports.map((r) => r.source)).toContain('another list')
    expect(await take(true)).toEqual(['there', 'there', 'there'])
  })
  it('what is exported is taken in again whole by an empty library', async () => {
    const file = (await (
      await fetch(`${base}/library/export.json?search=${encodeURIComponent('{"sport":"padel"}')}`)
    ).json()) as {
      setups: Reference[]
    }
    expect(file.setups).toHaveLength(7)
    const empty = await openForTest()
    const other = makeApp(empty, null).listen(0, '127.0.0.1')
    await new Promise((ready) => other.once('listening', ready))
    const port = (other.address() as AddressInfo).port
    const response = await fetch(`http://127.0.0.1:${port}/api/library/import`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ setups: file.setups, commit: true, by: '' }),
    })
    expect(((await response.json()) as ImportAnswer).standing).toEqual(file.setups.map(() => 'new'))
    const again = await fetch(`http://127.0.0.1:${port}/api/library/export.json`)
    const bare = (s: Reference[]) => s.map((x) => ({ ...x, reports: x.reports.map(({ id: _id, ...r }) => r) }))
    expect(bare(((await again.json()) as { setups: Reference[] }).setups)).toEqual(bare(file.setups))
    other.close()
    await empty.close()
  })
  it('as a table, one report a row', async () => {
    const csv = await (
      await fetch(`${base}/library/export.csv?search=${encodeURIComponent('{"sport":"badminton"}')}`)
    ).text()
    expect(csv.trim().split('\r\n')).toHaveLength(8)
    expect(csv).toContain('81 to 85')
  })
})

describe('the shop’s own frames', () => {
  it('stand beside the library by the job that measured them, the final readings where there are any', async () => {
    const { body } = await ask<Reference[]>('GET', '/references?ids=job:job-done,ref-p1,job:gone')
    expect(body.map((r) => r.id)).toEqual(['job:job-done', 'ref-p1'])
    expect(body[0].note).toBe('as built')
    expect(body[0].reports[0].figures.swingWeight!.low).toBeGreaterThan(335)
    const of = (await ask<Reference[]>('GET', '/library/measured?sport=tennis&player=player-orsolva')).body
    expect(of.map((r) => r.id)).toEqual(['job:job-returns', 'job:job-returns-second', 'job:job-returns-first'])
    expect((await ask<Reference[]>('GET', '/library/measured?sport=tennis')).body).toHaveLength(11)
  })
})

describe('the nearest of many', () => {
  it('are the same as by going through all of them, page after page, also where numbers are missing', async () => {
    const random = seeded(7)
    const gauss = normal(random)
    const spread = { mass: [83, 3], balance: [29.8, 0.5], swingWeight: [88, 4], twistWeight: [2.1, 0.2] } as const
    const setups = Array.from({ length: 1500 }, (_, i) => {
      const one = draft(`Many ${i}`, 83)
      const report: Omit<Report, 'id'> = one.reports[0]
      for (const q of QUANTITIES) {
        const value = spread[q][0] + spread[q][1] * gauss()
        report.figures[q] = random() < 0.15 && q !== 'mass' ? null : { low: value, high: value, u: null }
      }
      report.axisCm = badminton.axisCm
      report.grade = GRADES[i % 4]
      return { ...one, sport: 'badminton' as const, geometry: badminton.geometry }
    })
    await ask('POST', '/library/import', { setups, commit: true, by: 'T' })
    const near = { mass: 85, balance: 29.9, swingWeight: 95, twistWeight: 2.1 }
    const mine = frameState(Object.fromEntries(QUANTITIES.map((q) => [q, { value: near[q], u: 0 }])), badminton.axisCm)
    const all = (await search({ sport: 'badminton', limit: 1, text: 'many' })).total
    expect(all).toBe(1500)
    const slow = setups
      .map((s) => {
        const whole = { ...s, reports: s.reports.map((r) => ({ ...r, id: 'r' })) }
        return nearness(mine, combined(whole, standardState(badminton), badminton).state, badminton)
      })
      .sort((a, b) => a - b)
    for (const offset of [0, 5, 300]) {
      const found = await search({ sport: 'badminton', text: 'many', near, limit: 5, offset })
      found.distances!.forEach((d, i) => expect(d).toBeCloseTo(slow[offset + i], 6))
      expect(found.rows).toHaveLength(5)
    }
  })
})

describe('the index', () => {
  it('is rebuilt when the way of working it out has changed', async () => {
    await db.query(`UPDATE setup_index SET version = 'older', mass = 1 WHERE setup_id = 'ref-p1'`)
    expect(await rebuildIndex(db)).toBe(1)
    expect((await db.query(`SELECT mass FROM setup_index WHERE setup_id = 'ref-p1'`))[0].mass).toBeGreaterThan(300)
    expect(await rebuildIndex(db)).toBe(0)
  })
  it('setups kept by an earlier Kevro are all there after the change of tables', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'kevro-migrations-'))
    const from = fileURLToPath(new URL('./db/migrations/', import.meta.url))
    for (const name of ['001_start.sql', '002_measuring.sql']) await cp(join(from, name), join(folder, name))
    const old = await openForTest({ withImage: false, migrated: false })
    await migrate(old, { folder: `${folder}/` })
    const geometry = JSON.stringify(tennis.geometry)
    const condition = JSON.stringify(REFERENCES[0].reports[0].condition)
    await old.query(
      `INSERT INTO reference_setup (id, name, kind, style, source, dated, grade, condition, axis_cm, mass_g, mass_u, geometry, note)
       VALUES ('old-1', 'Old entry', 'retail', 'flat', 'a leaflet', '2020', 'published', $1, 10.16, 305, 2, $2, 'kept')`,
      [condition, geometry],
    )
    await migrate(old)
    await rebuildIndex(old)
    const kept = (await findReference(old, 'old-1'))!
    expect(kept).toMatchObject({ name: 'Old entry', style: 'flat', note: 'kept', retired: false })
    expect(kept.reports[0]).toMatchObject({ source: 'a leaflet', grade: 'published' })
    expect(kept.reports[0].figures).toEqual({
      mass: { low: 305, high: 305, u: 2 },
      balance: null,
      swingWeight: null,
      twistWeight: null,
    })
    await old.close()
    await rm(folder, { recursive: true })
  })
})
