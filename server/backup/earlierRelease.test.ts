import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import * as yauzl from 'yauzl'
import { jobInputOf } from '#contract/jobInput.ts'
import { deriveJob } from '#core/job/derive.ts'
import { piecesOfAll } from '#core/cuts/pieces.ts'
import { withPieces } from '#core/frame/pieces.ts'
import type { FrameState } from '#core/frame/state.ts'
import type { Database, Row } from '../db/database.ts'
import { openForTest } from '../db/testing.ts'
import { jobView } from '../jobs/jobView.ts'
import { settleStale } from '../logbook/settle.ts'
import { frameLog, playerLog } from '../logbook/logbook.ts'
import { listMaterials } from '../queries/materials.ts'
import { findAnything } from '../queries/find.ts'
import { loadArchive } from './archive.ts'

/** The made-up world as a Kevro of eleven migrations had it, saved by that one, with the numbers that it worked out for every job. */
const at = (name: string) => fileURLToPath(new URL(`./fixtures/${name}`, import.meta.url))
const ARCHIVE = at('migrations-011.zip')
type Figures = Pick<
  FrameState,
  'massG' | 'balanceCm' | 'swingWeightKgCm2' | 'twistWeightKgCm2' | 'axisCm' | 'covariance'
>
const FIGURES = JSON.parse(readFileSync(at('migrations-011.json'), 'utf8')) as Record<
  string,
  Record<'measured' | 'planned' | 'checked', Figures | null>
>

/** The rows of every table, as they stand in the file. */
async function rowsInFile(): Promise<Map<string, Row[]>> {
  const zip = await new Promise<yauzl.ZipFile>((done, fail) =>
    yauzl.open(ARCHIVE, { lazyEntries: true, autoClose: false }, (error, opened) =>
      error ? fail(error) : done(opened),
    ),
  )
  const tables = new Map<string, Row[]>()
  await new Promise<void>((done, fail) => {
    zip.on('error', fail)
    zip.on('end', done)
    zip.on('entry', (entry: yauzl.Entry) => {
      const name = /^tables\/(.*)\.jsonl$/.exec(entry.fileName)?.[1]
      if (!name) return zip.readEntry()
      zip.openReadStream(entry, (error, stream) => {
        if (error) return fail(error)
        const parts: Buffer[] = []
        stream.on('data', (part: Buffer) => parts.push(part))
        stream.on('end', () => {
          const lines = Buffer.concat(parts).toString().split('\n').filter(Boolean)
          tables.set(name, lines.map((line) => JSON.parse(line) as Row)) // prettier-ignore
          zip.readEntry()
        })
      })
    })
    zip.readEntry()
  })
  zip.close()
  return tables
}

let db: Database
let before: Map<string, Row[]>
beforeAll(async () => {
  db = await openForTest({ withImage: false, migrated: false })
  await loadArchive(db, ARCHIVE)
  before = await rowsInFile()
})
afterAll(() => db.close())

describe('a shop of an earlier release, brought up to date', () => {
  it('has every row with every figure and word that it had', async () => {
    let figures = 0
    for (const [table, rows] of before) {
      const now = (await db.query(`SELECT to_jsonb(t) AS row FROM ${table} t`)).map((r) => r.row as Row)
      expect(now.length, table).toBe(rows.length)
      for (const row of rows) {
        // Among the rows of today stands one that says all that this one said; columns that came since are its own.
        const same = now.find((other) =>
          Object.entries(row).every(([column, value]) => JSON.stringify(other[column]) === JSON.stringify(value)),
        )
        expect(same, `${table} ${JSON.stringify(row).slice(0, 200)}`).toBeDefined()
        figures += JSON.stringify(row).match(/-?\d+(\.\d+)?/g)?.length ?? 0
      }
    }
    expect(figures).toBeGreaterThan(5000)
    // Work orders have moved into their own table, none is left behind.
    const orders = before.get('stage_revision')!.filter((row) => row.stage === 'build')
    const [moved] = await db.query('SELECT count(*)::int AS n FROM work_order')
    expect([orders.length > 0, moved.n]).toEqual([true, orders.length])
  })
  it('every job comes to the numbers that the earlier one worked out, with their uncertainty', async () => {
    const materials = await listMaterials(db)
    const jobs = Object.entries(FIGURES)
    expect(jobs.length).toBeGreaterThan(2)
    for (const [id, told] of jobs) {
      const input = jobInputOf(await jobView(db, id), materials, [])
      const { measured, checked, work, materials: known, planned: now } = deriveJob(input)
      // That release did not count coats and a plug.
      const { finish: _counted, ...bare } = work
      const pieces = piecesOfAll(input.documents.plan?.cuts ?? [], known, bare)
      const planned = now && withPieces(measured.state, pieces, work.geometry)
      for (const [what, now] of [
        ['measured', measured.state],
        ['planned', planned],
        ['checked', checked.state],
      ] as const) {
        const was = told[what]
        if (was === null) {
          expect(now, `${id} ${what}`).toBeNull()
          continue
        }
        for (const key of ['massG', 'balanceCm', 'swingWeightKgCm2', 'twistWeightKgCm2', 'axisCm'] as const)
          if (was[key] === null) expect(now![key], `${id} ${what} ${key}`).toBeNull()
          else expect(now![key], `${id} ${what} ${key}`).toBeCloseTo(was[key], 9)
        was.covariance.forEach((row, r) =>
          row.forEach((value, c) => {
            const is = now!.covariance[r][c]
            // That release took all strips of a piece for one, as unsure together as each is by itself; nothing is surer than the frame was.
            if (what === 'planned') {
              if (r === c && r < 4) expect(is, `${id} ${r}`).toBeGreaterThan(measured.state.covariance[r][r] * 0.9)
              if (r === c && r < 4) expect(is, `${id} ${r}`).toBeLessThanOrEqual(value + 1e-9)
            } else expect(is, `${id} ${what} ${r} ${c}`).toBeCloseTo(value, 9)
          }),
        )
      }
    }
  })
  it('its people, frames and jobs are in the book: facts by day, owners, codes, ledger, counts, words', async () => {
    await settleStale(db)
    const now = new Date('2026-12-01T10:00:00Z')
    for (const row of before.get('player')!) {
      const log = await playerLog(db, String(row.id), now)
      const facts = row.facts as Row
      expect(log.player.facts.name).toBe(facts.name)
      if (facts.level) expect(log.told.some((f) => f.field === 'level' && f.value === facts.level)).toBe(true)
      expect((await findAnything(db, String(facts.name))).some((hit) => hit.kind === 'player' && hit.id === row.id)).toBe(true) // prettier-ignore
    }
    for (const row of before.get('frame')!) {
      const log = await frameLog(db, String(row.id), now)
      expect(log.frame.code).toMatch(/^[A-Z]{4}$/)
      expect(log.owner?.id ?? null).toBe(row.player_id)
      if (row.player_id) expect(log.owners[0].id).toBe(row.player_id)
    }
    const counted = await db.query('SELECT sum(jobs)::int AS n FROM frame')
    expect(counted[0].n).toBe(before.get('job')!.length)
  })
})
