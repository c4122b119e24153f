import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs'
import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { seeded } from '#core/numerics/random.ts'
import { unknownPlayer } from '#core/player/facts.ts'
import { tennis } from '#core/sports/tennis.ts'
import type { JobView, Player } from '#contract/entities.ts'
import type { Found } from '#contract/find.ts'
import type { PlayerLog } from '#contract/logbook.ts'
import type { Extent } from '#contract/people.ts'
import { setupBodySchema } from '#contract/library.ts'
import { REFERENCES } from '#demo/library.ts'
import { insertReferences } from '../queries/library.ts'
import { Keeper } from '../backup/keeper.ts'
import { databaseIn } from '../db/dataFolder.ts'
import { openEmbedded } from '../db/embedded.ts'
import { migrate } from '../db/migrate.ts'
import { openForTest, preparedImage, TEST_SERVER } from '../db/testing.ts'
import { SwitchableDatabase } from '../db/switchable.ts'
import { makeApp } from '../http/app.ts'
import { erasePlayer, withoutNames } from './erase.ts'

const root = mkdtempSync(join(tmpdir(), 'kevro-people-'))
/** A server keeps its own files: what is told of them is told of the embedded engine's. */
const embedded = TEST_SERVER === null
const image = preparedImage()
let db: SwitchableDatabase
let keeper: Keeper
let server: Server
let base: string
let day = '2026-03-01'
beforeAll(async () => {
  const opened = embedded ? await openEmbedded({ dataDir: databaseIn(root), image }) : await openForTest()
  await migrate(opened)
  db = new SwitchableDatabase(opened)
  keeper = new Keeper({ db, dataFolder: root, embedded, image })
  server = makeApp(db, null, { keeper, now: () => new Date(`${day}T10:00:00Z`) }).listen(0, '127.0.0.1')
  await new Promise((ready) => server.once('listening', ready))
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`
})
afterAll(async () => {
  server.close()
  await db.close()
  rmSync(root, { recursive: true, force: true })
})
async function ask<T>(method: string, path: string, body?: unknown): Promise<{ status: number; body: T }> {
  const response = await fetch(base + path, {
    method,
    ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
  })
  return { status: response.status, body: (await response.json()) as T }
}
let made = 0
/** A job of a new player on a new frame of theirs. */
async function job(name: string, label: string): Promise<{ id: string; playerId: string; frameId: string }> {
  const id = `people-${++made}`
  const frame = { id: `${id}-frame`, label, maker: '', model: '', unit: '', playerId: null, geometry: tennis.geometry }
  const { body, status } = await ask<JobView>('POST', '/jobs', { id, kind: 'job', player: { facts: unknownPlayer(name) }, frame }) // prettier-ignore
  expect(status, JSON.stringify(body)).toBe(201)
  const stage = body.stages.find((s) => s.stage === 'player')!
  const playerId = (stage.body as { playerId: string }).playerId
  await ask('PUT', `/frames/${frame.id}`, { ...body.frame, playerId })
  return { id, playerId, frameId: frame.id }
}
const player = async (id: string) => (await ask<Player>('GET', `/players/${id}`)).body
const log = async (id: string) => (await ask<PlayerLog>('GET', `/book/players/${id}`)).body
async function tell(id: string, change: Partial<Player['facts']>) {
  const now = await player(id)
  return ask<Player>('PUT', `/players/${id}`, { facts: { ...now.facts, ...change }, revision: now.revision })
}

describe('facts by their day', () => {
  it('are kept as they change; told twice on a day they count once, told back they were never new', async () => {
    day = new Date().toISOString().slice(0, 10)
    const { playerId } = await job('Ilvara Quesk', 'Frame one')
    day = '2099-05-01'
    await tell(playerId, { level: 'club', hoursPerWeek: 3 })
    day = '2099-06-01'
    await tell(playerId, { level: 'strong' })
    await tell(playerId, { level: 'competition', hoursPerWeek: 5 })
    await tell(playerId, { hoursPerWeek: 3 })
    const { told } = await log(playerId)
    expect(told.filter((f) => f.field === 'level')).toEqual([
      { field: 'level', day: '2099-06-01', value: 'competition' },
      { field: 'level', day: '2099-05-01', value: 'club' },
    ])
    expect(told.filter((f) => f.field === 'hoursPerWeek').map((f) => f.value)).toEqual([3])
  })
  it('a birth gives the age of the day, and one to come is refused in words', async () => {
    const { playerId } = await job('Tolvan Berewick', 'Frame two')
    day = '2026-11-26'
    expect(await tell(playerId, { born: '2030-01-01' })).toMatchObject({ status: 422, body: { error: { code: 'player.born.future' } } }) // prettier-ignore
    await tell(playerId, { born: '2012-11-27' })
    expect((await log(playerId)).player.facts.age).toBe(13)
    day = '2026-11-27'
    expect((await log(playerId)).player.facts.age).toBe(14)
  })
  it('a stale edit is refused, and changes nothing', async () => {
    const { playerId } = await job('Stale Wend', 'Frame three')
    const seen = await player(playerId)
    await tell(playerId, { level: 'club' })
    const late = await ask('PUT', `/players/${playerId}`, { facts: { ...seen.facts, level: 'strong' }, revision: seen.revision }) // prettier-ignore
    expect(late.status).toBe(409)
    expect((await player(playerId)).facts.level).toBe('club')
  })
})

describe('two who are one', () => {
  it('jobs, frames and what was known of one alone go over; undone, all of it goes back', async () => {
    const [a, b] = [await job('Quorra Vint', 'Her own'), await job('Q. Vint', 'The spare')]
    await tell(a.playerId, { level: 'club' })
    await tell(b.playerId, { level: 'strong', hand: 'left' })
    const before = [await log(a.playerId), await log(b.playerId)]
    const merge = await ask<{ id: string }>('POST', `/players/${a.playerId}/merge`, { gone: b.playerId })
    expect(merge.status).toBe(201)
    const one = await log(a.playerId)
    expect(one.frames.map((f) => f.label).sort()).toEqual(['Her own', 'The spare'])
    expect(one.jobs.map((j) => j.id).sort()).toEqual([a.id, b.id].sort())
    expect(one.player.facts).toMatchObject({ name: 'Quorra Vint', level: 'club', hand: 'left' })
    expect(one.merged.map((m) => m.name)).toEqual(['Q. Vint'])
    expect((await log(b.playerId)).retired).toBe(true)
    // A job that still names the other one speaks of both.
    const view = (await ask<JobView>('GET', `/jobs/${b.id}`)).body
    const stage = view.stages.find((s) => s.stage === 'player')!
    const body = stage.body as { facts: Player['facts'] }
    await ask('PUT', `/jobs/${b.id}/stages/player`, { expected: stage.revision, body: { ...body, facts: { ...body.facts, name: 'Quorra Vint', hoursPerWeek: 6 } }, used: {}, by: 'JQ' }) // prettier-ignore
    expect((await player(a.playerId)).facts.hoursPerWeek).toBe(6)
    expect((await log(a.playerId)).jobs).toHaveLength(2)
    expect((await ask('POST', `/merges/${merge.body.id}/undo`, {})).status).toBe(200)
    const after = [await log(a.playerId), await log(b.playerId)]
    expect(after.map((l) => l.frames.map((f) => f.label))).toEqual(before.map((l) => l.frames.map((f) => f.label)))
    expect(after.map((l) => l.jobs.map((j) => j.id))).toEqual(before.map((l) => l.jobs.map((j) => j.id)))
    expect(after.map((l) => l.retired)).toEqual([false, false])
    expect((await ask('POST', `/merges/${merge.body.id}/undo`, {})).status).toBe(409)
  })
  it('nobody is taken into themselves, nor twice', async () => {
    const [a, b, c] = [await job('One Ander', 'x'), await job('Two Ander', 'y'), await job('Three Ander', 'z')]
    expect((await ask('POST', `/players/${a.playerId}/merge`, { gone: a.playerId })).status).toBe(422)
    await ask('POST', `/players/${a.playerId}/merge`, { gone: b.playerId })
    expect((await ask('POST', `/players/${c.playerId}/merge`, { gone: b.playerId })).status).toBe(409)
  })
})

describe('finding', () => {
  const found = async (text: string) => (await ask<Found>('GET', `/find?find=${encodeURIComponent(text)}`)).body
  it('by two letters, by parts of several words, without accents, by a number, by a code', async () => {
    const { id, playerId, frameId } = await job('Zéphyrine Oakhollow', 'Windrush 98')
    const labels = async (text: string) => (await found(text)).map((f) => `${f.kind} ${f.id}`)
    expect(await labels('zé')).toContain(`player ${playerId}`)
    expect(await labels('oak zeph')).toEqual(expect.arrayContaining([`player ${playerId}`, `job ${id}`]))
    const view = (await ask<JobView>('GET', `/jobs/${id}`)).body
    expect(await labels(`job ${view.job.number}`)).toContain(`job ${id}`)
    expect(view.frame.code).toMatch(/^[ACEFHJKLMPRTUWXY]{4}$/)
    expect(await labels(view.frame.code!.toLowerCase())).toContain(`frame ${frameId}`)
  })
  it('spelt nearly so, and says that it is only nearly', async () => {
    const hits = (await found('zefyrine oakholow')).filter((f) => f.kind === 'player')
    expect(hits.map((h) => [h.label, h.spelt])).toEqual([['Zéphyrine Oakhollow', false]])
  })
  it('what is put away is not found, and comes back; nothing asked for gives what was worked on last', async () => {
    const { playerId } = await job('Putaway Lund', 'Lund frame')
    const names = async () => (await found('putaway')).filter((f) => f.kind === 'player').length
    expect(await names()).toBe(1)
    await ask('POST', `/players/${playerId}/retire`, { retired: true })
    expect(await names()).toBe(0)
    await ask('POST', `/players/${playerId}/retire`, { retired: false })
    expect(await names()).toBe(1)
    expect((await found('')).map((f) => f.kind)).toEqual(new Array(6).fill('job'))
    expect(await found('")!&|:*')).toHaveLength(6)
  })
})

describe('lists of people', () => {
  interface Page {
    rows: { id: string; name: string; jobs: number }[]
    next: string | null
  }
  const list = async (query: string) => (await ask<Page>('GET', `/book/players?${query}`)).body
  it('sorts, filters, and pages by key without leaving anybody out', async () => {
    day = new Date().toISOString().slice(0, 10)
    for (let n = 0; n < 60; n++) await ask('POST', '/people/import', { text: `name,level,born\nRow ${String(n).padStart(2, '0')},${n % 2 ? 'club' : 'strong'},${n < 5 ? 2015 : 1990}`, apply: true }) // prettier-ignore
    const first = await list('find=row&level=club')
    expect(first.rows).toHaveLength(30)
    const all = await list('find=row')
    const rest = await list(`find=row&after=${encodeURIComponent(all.next!)}`)
    expect([...all.rows, ...rest.rows].map((r) => r.name)).toEqual(Array.from({ length: 60 }, (_, n) => `Row ${String(n).padStart(2, '0')}`)) // prettier-ignore
    expect((await list('find=row&minors=true')).rows).toHaveLength(5)
    const bySeen = await list('sort=seen')
    expect(bySeen.rows[0].jobs).toBeGreaterThan(0)
    const byJobs = (await list('sort=jobs')).rows.map((r) => r.jobs)
    expect(byJobs).toEqual([...byJobs].sort((a, b) => b - a))
    expect((await list('find=row&awayMonths=3')).rows.length).toBe(50)
    expect((await list('sport=padel')).rows).toEqual([])
  })
  it('goes out as CSV; one that comes in is shown first, then taken in whole or not at all', async () => {
    const csv = await (await fetch(`${base}/people.csv?find=row`)).text()
    expect(csv.trim().split('\r\n')).toHaveLength(61)
    interface Taken {
      rows: { name: string; standing: string; summary: string }[]
      problems: { message: string }[]
      applied: boolean
    }
    const send = async (text: string, apply: boolean) =>
      (await ask<Taken>('POST', '/people/import', { text, apply })).body
    const text = 'name,level\nRow 00,competition\nRow 01,club\nNew Comer,club\nTwice Here,club\nTwice Here,strong'
    const shown = await send(text, false)
    expect(shown.rows.map((r) => r.standing)).toEqual(['changed', 'same', 'new', 'doubtful', 'doubtful'])
    expect(shown.rows[0].summary).toBe('level: strong → competition')
    expect((await list('find=new comer')).rows).toEqual([])
    expect((await send(`${text}\nBad,wrong`, true)).applied).toBe(false)
    expect((await list('find=new comer')).rows).toEqual([])
    expect((await send(text, true)).applied).toBe(true)
    const [made] = (await list('find=new comer')).rows
    expect((await player(made.id)).facts.level).toBe('club')
    const [known] = (await list('find=row 00')).rows
    expect((await player(known.id)).facts.level).toBe('competition')
    expect((await list('find=twice')).rows).toEqual([])
  })
})

describe('erasing', () => {
  it('takes names out whole and in parts, as words of their own', () => {
    const clean = (text: string) => withoutNames(text, ['Ana Marsh-Vale'])
    expect(clean('Ana Marsh-Vale, called ana; MARSH said so; marshal stays; Analog too')).toBe(
      '–, called –; – said so; marshal stays; Analog too',
    )
  })
  /** Everything under a folder that holds some bytes. */
  function holding(folder: string, text: string): string[] {
    const low = text.toLowerCase()
    return readdirSync(folder).flatMap((name) => {
      const path = join(folder, name)
      if (statSync(path).isDirectory()) return holding(path, text)
      return readFileSync(path).toString('latin1').toLowerCase().includes(low) ? [path] : []
    })
  }
  it('leaves the name nowhere: not in the files, not in any answer; frames, numbers and other people stay', async () => {
    const { id, playerId, frameId } = await job('Brixomel Thistlewane', 'Thistlewane’s own')
    const other = await job('Other Person', 'Another frame')
    await tell(playerId, { pain: 'now', painWhere: 'Elbow, since May', wants: 'Brixomel wants less pain' })
    const session = { id: 's1', on: '2026-11-20', minutes: 60, ratings: {}, pain: 'yes', painWhere: 'Thistlewane elbow', strings: '', note: 'said by Brixomel', decision: null } // prettier-ignore
    await ask('PUT', `/jobs/${id}/stages/play`, { expected: 0, body: { sessions: [session] }, used: {}, by: 'JQ' })
    const job1 = (await ask<JobView>('GET', `/jobs/${id}`)).body
    await ask('PUT', `/jobs/${id}/ticket`, { ticket: { ...job1.job.ticket, owner: 'Brixomel' }, expected: job1.job.revision }) // prettier-ignore
    // Somebody wrote the name into the library too.
    await insertReferences(db, [{ id: 'own-setup', body: setupBodySchema.parse({ ...REFERENCES[0], name: 'As Brixomel Thistlewane plays it' }) }], 'JQ') // prettier-ignore
    await ask('POST', '/backups', {})
    await db.exec('CHECKPOINT')
    if (embedded) expect(holding(databaseIn(root), 'thistlewane').length).toBeGreaterThan(0)

    expect((await ask<Extent>('GET', `/players/${playerId}/extent`)).body).toEqual({ jobs: 1, frames: 1, photos: 0, earlier: 1, server: !embedded }) // prettier-ignore
    const wrong = await ask('POST', `/players/${playerId}/erase`, { name: 'Brixomel', photos: true, earlier: false })
    expect(wrong).toMatchObject({ status: 422, body: { error: { code: 'player.eraseName' } } })
    expect((await player(playerId)).facts.name).toBe('Brixomel Thistlewane')

    const done = await ask('POST', `/players/${playerId}/erase`, { name: 'Brixomel Thistlewane', photos: true, earlier: false }) // prettier-ignore
    expect(done.status).toBe(200)
    await db.exec('CHECKPOINT')
    if (embedded)
      for (const word of ['thistlewane', 'brixomel', 'since may']) expect(holding(databaseIn(root), word)).toEqual([])
    expect((await ask('GET', `/players/${playerId}`)).status).toBe(404)
    const answers = await Promise.all(
      [
        `/jobs/${id}`,
        `/jobs/${id}/export`,
        `/jobs/${id}/stages/play/history`,
        `/book/frames/${frameId}`,
        '/overview',
        '/find?find=brixomel',
        '/library/own-setup',
        '/library/own-setup/history',
        '/book/players',
        '/calendar.ics',
      ].map((path) =>
        // prettier-ignore
        fetch(base + path).then((r) => r.text()),
      ),
    )
    for (const text of answers) expect(text).not.toMatch(/thistlewane|brixomel/i)
    const view = (await ask<JobView>('GET', `/jobs/${id}`)).body
    expect(view.frame).toMatchObject({ id: frameId, playerId: null, label: '–’s own' })
    expect((await player(other.playerId)).facts.name).toBe('Other Person')
    // The one backup of before says that it holds somebody; the next one does not.
    const list = (await ask<{ erasedAt: string; backups: { writtenAt: string }[] }>('GET', '/backups')).body
    expect(list.erasedAt).not.toBeNull()
  })
  it.runIf(embedded)(
    'a backup of before that is brought back brings nobody back; with “earlier too” no file of before is left',
    async () => {
      const { playerId } = await job('Morwin Dapplegate', 'A frame')
      const { body: backup } = await ask<{ name: string }>('POST', '/backups', {})
      await ask('POST', `/players/${playerId}/erase`, { name: 'Morwin Dapplegate', photos: false, earlier: false })
      expect((await ask('POST', `/backups/${backup.name}/prepare`, {})).status).toBe(200)
      expect((await ask('POST', '/backups/take-over', {})).status).toBe(200)
      expect((await ask('GET', `/players/${playerId}`)).status).toBe(404)
      await db.exec('CHECKPOINT')
      expect(holding(databaseIn(root), 'dapplegate')).toEqual([])
      // Beside the data stands who was erased, by ids alone.
      const beside = readFileSync(join(root, 'erasures.json'), 'utf8')
      expect(beside).toContain(playerId)
      expect(beside).not.toMatch(/dapplegate|thistlewane/i)
      const last = await job('Last Onetogo', 'Last frame')
      await ask('POST', '/backups', {})
      await ask('POST', `/players/${last.playerId}/erase`, { name: 'Last Onetogo', photos: false, earlier: true })
      const { backups } = (await ask<{ backups: { reason: string }[] }>('GET', '/backups')).body
      expect(backups.map((b) => b.reason)).toEqual(['erasure'])
      expect(readdirSync(root).filter((name) => name.startsWith('database-before-'))).toEqual([])
    },
  )
  it('does not come back through a window that was open: each document counts on, and what names them is refused', async () => {
    const { id, playerId } = await job('Quillon Farrowby', 'A frame')
    const before = (await ask<JobView>('GET', `/jobs/${id}`)).body
    const stage = before.stages.find((s) => s.stage === 'player')!
    const here = (await player(playerId)).revision
    expect((await ask('POST', `/players/${playerId}/erase`, { name: 'Quillon Farrowby', photos: false, earlier: false })).status).toBe(200) // prettier-ignore
    const after = (await ask<JobView>('GET', `/jobs/${id}`)).body
    for (const old of before.stages) expect(after.stages.find((s) => s.stage === old.stage)!.revision).toBeGreaterThan(old.revision) // prettier-ignore
    expect(after.job.revision).toBeGreaterThan(before.job.revision)
    const erased = { status: 410, body: { error: { code: 'player.erased' } } }
    const facts = unknownPlayer('Quillon Farrowby')
    for (const expected of [stage.revision, stage.revision + 1])
      expect(await ask('PUT', `/jobs/${id}/stages/player`, { expected, body: { playerId, facts }, used: {}, by: '' })).toMatchObject(erased) // prettier-ignore
    expect(await ask('PUT', `/players/${playerId}`, { facts, revision: here })).toMatchObject(erased)
    const again = { id: `${id}-b`, kind: 'job', player: { id: playerId }, frame: { id: after.frame.id } }
    expect(await ask('POST', '/jobs', again)).toMatchObject(erased)
    expect(await ask('PUT', `/frames/${after.frame.id}`, { ...after.frame, playerId })).toMatchObject(erased)
    expect((await ask<JobView>('GET', `/jobs/${id}`)).body.stages.find((s) => s.stage === 'player')!.revision).toBe(stage.revision + 1) // prettier-ignore
    // What hangs on them nevertheless, of an earlier Kevro, goes with the next look.
    await db.query(`UPDATE stage_revision SET body = $2 WHERE job_id = $1 AND stage = 'player'`, [id, JSON.stringify({ playerId, facts })]) // prettier-ignore
    expect((await ask('POST', `/players/${playerId}/erase`, { name: 'Quillon Farrowby', photos: false, earlier: false })).status).toBe(200) // prettier-ignore
    expect(JSON.stringify((await ask('GET', `/jobs/${id}/export`)).body)).not.toMatch(/quillon|farrowby/i)
  })
  it('killed after it was written down is finished by the next start; until then the page says so', async () => {
    const { playerId } = await job('Sable Underhall', 'A frame')
    await db.transaction((tx) => erasePlayer(tx, playerId, { photos: false, at: '2026-03-01T10:00:00Z', unwiped: 'earlier' })) // prettier-ignore
    const list = async () => (await ask<{ unwiped: unknown; backups: { reason: string }[] }>('GET', '/backups')).body
    expect((await list()).unwiped).toMatchObject({ since: '2026-03-01T10:00:00.000Z' })
    const next = new Keeper({ db, dataFolder: root, embedded, image })
    await next.finishWiping()
    expect((await list()).unwiped).toBeNull()
    expect((await list()).backups.map((b) => b.reason)).toEqual(['erasure'])
    await db.exec('CHECKPOINT')
    if (embedded) expect(holding(root, 'underhall')).toEqual([])
  })
  it('two that are merged, taken apart and erased at once: one after the other, nobody put away twice', async () => {
    const people: string[] = []
    for (let i = 0; i < 4; i++) people.push((await job(`Racer ${i} Runn`, 'A frame')).playerId)
    const pick = seeded(11)
    const one = () => people[Math.floor(pick() * people.length)]!
    for (let i = 0; i < 40; i++) {
      const [a, b] = [one(), one()]
      const answers = await Promise.all([
        ask<{ id?: string }>('POST', `/players/${a}/merge`, { gone: b }),
        ask<{ id?: string }>('POST', `/players/${b}/merge`, { gone: a }),
        ask('POST', `/players/${a}/retire`, { retired: false }),
      ])
      for (const { status } of answers) expect([200, 201, 409, 422]).toContain(status)
      expect(answers.slice(0, 2).filter((r) => r.status === 201).length).toBeLessThanOrEqual(a === b ? 0 : 1)
      const rows = await db.query('SELECT gone_id, kept_id FROM player_merge WHERE NOT undone')
      const gone = new Map(rows.map((r) => [String(r.gone_id), String(r.kept_id)]))
      for (const id of people) {
        let at = id
        for (let steps = 0; gone.has(at); steps++) {
          at = gone.get(at)!
          expect(steps).toBeLessThan(people.length)
        }
      }
      const made = answers.slice(0, 2).flatMap((r) => (r.body as { id?: string }).id ?? [])
      for (const id of made) expect((await ask('POST', `/merges/${id}/undo`)).status).toBe(200)
    }
    const [kept, gone] = people as [string, string]
    const both = await Promise.all([
      db.transaction((tx) => erasePlayer(tx, kept, { photos: false, at: '2026-03-01T10:00:00Z' })),
      ask('POST', `/players/${kept}/merge`, { gone }),
    ])
    // Taken in first, both are erased; erased first, there is nobody to take in.
    const left = await db.query('SELECT id FROM player WHERE id = ANY($1)', [[kept, gone]])
    expect(left.map((r) => r.id)).toEqual(both[1].status === 201 ? [] : [gone])
  })
  it('what others save while the files are written anew is kept: it waits, and nothing is refused', async () => {
    const { playerId } = await job('Vanda Offgoing', 'A frame')
    const kept: string[] = []
    let over = false
    const counter = async (n: number) => {
      while (!over) kept.push((await job(`Comer ${n} ${kept.length}`, 'Frame')).id)
    }
    const saving = Promise.all([1, 2, 3, 4].map(counter))
    expect(await ask('POST', `/players/${playerId}/erase`, { name: 'Vanda Offgoing', photos: false, earlier: false })).toMatchObject({ status: 200 }) // prettier-ignore
    over = true
    await saving
    expect(kept.length).toBeGreaterThanOrEqual(4)
    for (const id of kept) expect((await ask('GET', `/jobs/${id}`)).status, id).toBe(200)
  })
})
