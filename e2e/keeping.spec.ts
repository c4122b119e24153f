import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from './test.ts'

/** A shop's data on the disk, and the programs that look after them. */
const root = mkdtempSync(join(tmpdir(), 'kevro-keeping-'))
const image = process.env.KEVRO_IMAGE ?? '.cache/database.tgz'
test.describe.configure({ mode: 'serial' })
test.afterAll(() => rmSync(root, { recursive: true, force: true }))

interface Running {
  child: ChildProcess
  base: string
  words: () => string
  stop(signal?: NodeJS.Signals): Promise<number | null>
}
function start(data: string, extra: string[] = []): Promise<Running> {
  const child = spawn(process.execPath, [
    'dist/server/main.js',
    '--port',
    '0',
    '--data',
    data,
    '--image',
    image,
    ...extra,
  ])
  let words = ''
  const ended = new Promise<number | null>((done) => child.on('exit', done))
  return new Promise((ready, failed) => {
    const hear = (chunk: Buffer) => {
      words += chunk.toString()
      const base = /ready at (http:\S+?)\/\s/.exec(words)?.[1]
      if (base)
        ready({
          child,
          base,
          words: () => words,
          stop: (signal = 'SIGTERM') => {
            child.kill(signal)
            return ended
          },
        })
    }
    child.stdout.on('data', hear)
    child.stderr.on('data', hear)
    void ended.then(() => failed(new Error(words)))
  })
}
/** Starts what must not start. @returns its words */
const refused = (data: string, extra: string[] = []) =>
  start(data, extra).then(
    async ({ stop }) => {
      await stop()
      throw new Error('it started')
    },
    (error: Error) => error.message,
  )
const keep = (command: string, ...args: string[]) => {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    ['dist/server/keep.js', command, '--image', image, ...args],
    {
      encoding: 'utf8',
    },
  )
  return { status, words: stdout + stderr }
}
const jobsAt = async (base: string) => ((await (await fetch(`${base}/api/counts`)).json()) as { jobs: number }).jobs
const post = (base: string, path: string) =>
  fetch(`${base}/api${path}`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' })

const shop = join(root, 'shop')

test('the data folder is for this user alone; a backup is made by the button and by an import', async () => {
  const server = await start(shop, ['--demo'])
  expect(statSync(shop).mode & 0o777).toBe(0o700)
  const open = [shop, join(shop, 'database'), join(shop, 'database', 'base')].flatMap((folder) =>
    readdirSync(folder).map((name) => statSync(join(folder, name)).mode & 0o077),
  )
  expect(open.filter((bits) => bits !== 0)).toEqual([])
  expect((await post(server.base, '/backups')).status).toBe(201)
  const job = await (await fetch(`${server.base}/api/jobs/job-done/export`)).text()
  const taken = await fetch(`${server.base}/api/import`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: job,
  })
  expect(taken.status).toBe(201)
  const { backups } = (await (await fetch(`${server.base}/api/backups`)).json()) as {
    backups: { reason: string; holds: { jobs: number } }[]
  }
  expect(backups.map((b) => [b.reason, b.holds.jobs])).toEqual(
    expect.arrayContaining([
      ['import', 11],
      ['button', 11],
    ]),
  )
  expect(await jobsAt(server.base)).toBe(12)
  expect(await server.stop()).toBe(0)
})

test('words, not stacks: options, ports, folders, damage', async () => {
  expect(await refused(shop, ['--prot', '1'])).toContain('Known are --data FOLDER')
  expect(await refused(shop, ['--port', 'ten'])).toContain('--port takes a number from 0 to 65535')
  const file = join(root, 'file')
  writeFileSync(file, '')
  expect(await refused(file)).toContain('is a file, not a folder')
  const running = await start(join(root, 'port'))
  expect(await refused(join(root, 'port2'), ['--port', new URL(running.base).port])).toContain(
    'is taken. Choose another',
  )
  await running.stop()
  // Somebody's data are not started over.
  expect(await refused(join(root, 'port'), ['--demo', '--fresh'])).toContain('is not the demo')
  const damaged = join(root, 'damaged')
  cpSync(shop, damaged, { recursive: true })
  rmSync(join(damaged, 'database', 'PG_VERSION'))
  const words = await refused(damaged)
  expect(words).toContain('PG_VERSION is missing')
  expect(words).toContain('The newest good backup is kevro-')
  expect(words).not.toContain('    at ')
  expect(existsSync(join(damaged, 'database', 'PG_VERSION'))).toBe(false)
})

test('a newer Kevro’s data are left alone', async () => {
  const newer = join(root, 'newer')
  cpSync(shop, newer, { recursive: true })
  const { PGlite } = await import('@electric-sql/pglite')
  const db = await PGlite.create(join(newer, 'database'))
  await db.query(`INSERT INTO migration (name) VALUES ('999_of_tomorrow.sql')`)
  await db.close()
  expect(await refused(newer)).toContain('written by a newer Kevro (999_of_tomorrow.sql')
})

test('a file that was cut short is noticed at start and by the check, which names the backup that has the rest', async () => {
  const cut = join(root, 'cut')
  cpSync(shop, cut, { recursive: true })
  expect(keep('check', '--data', cut)).toMatchObject({
    status: 0,
    words: expect.stringContaining('Nothing is damaged.'),
  })
  const { PGlite } = await import('@electric-sql/pglite')
  const db = await PGlite.create(join(cut, 'database'))
  await db.exec('CHECKPOINT')
  const [{ path }] = (await db.query<{ path: string }>(`SELECT pg_relation_filepath('reading') AS path`)).rows
  await db.close()
  truncateSync(join(cut, 'database', path), 0)
  const server = await start(cut)
  expect(server.words()).toContain('readings are missing')
  const { alarms } = (await (await fetch(`${server.base}/api/overview`)).json()) as { alarms: string[] }
  expect(alarms.join()).toContain('readings are missing')
  await server.stop('SIGKILL')
  const { status, words } = keep('check', '--data', cut)
  expect(status).toBe(1)
  expect(words).toMatch(/\d+ of \d+ readings are missing/)
  expect(words).toContain('The newest good backup is kevro-')
})

test('back to a backup by one command: shown first, taken over, what was before is kept', async () => {
  const back = join(root, 'back')
  cpSync(shop, back, { recursive: true })
  const unasked = keep('restore', '--data', back)
  expect(unasked.words).toContain('11 jobs, 6 players')
  expect(unasked.words).toContain('Add --yes')
  expect(keep('restore', '--data', back, '--yes')).toMatchObject({ status: 0, words: expect.stringContaining('Done.') })
  const server = await start(back)
  expect(await jobsAt(server.base)).toBe(11)
  await server.stop()
  expect(readdirSync(back).filter((name) => name.startsWith('database-before-'))).toHaveLength(1)
})

test('back to a backup from the page; another window hears of it and shows what there is now', async ({ page }) => {
  const there = join(root, 'page')
  cpSync(shop, there, { recursive: true })
  const server = await start(there)
  await page.goto(`${server.base}/shop`)
  const row = page.locator('[data-reason="button"]').first()
  await row.getByRole('button', { name: 'Restore' }).click()
  await expect(page.getByTestId('prepared')).toContainText('11 jobs')
  const other = await page.context().newPage()
  await other.goto(`${server.base}/people`)
  await expect(other.getByTestId('find')).toBeVisible()
  await page.getByTestId('take-over').click()
  await expect(page.getByTestId('taken-over')).toBeVisible()
  expect(await jobsAt(server.base)).toBe(11)
  await expect(other.getByTestId('other-life')).toBeVisible()
  await expect(page.getByTestId('taken-over')).toBeVisible()
  await server.stop()
})

test('moved to PostgreSQL and back, nothing is different', async () => {
  // A database laid out, filled and read three times over.
  const { postgresBin, startPostgres } = await import('#server/db/postgresServer.mjs')
  test.skip(postgresBin() === null, 'no PostgreSQL here')
  const own = await startPostgres()
  try {
    const url = own.url()
    expect(keep('move', '--data', shop, '--to', url)).toMatchObject({ status: 0 })
    const twice = keep('move', '--data', shop, '--to', url)
    expect([twice.status, twice.words]).toEqual([1, expect.stringContaining('the database is not empty')])
    const home = join(root, 'home')
    expect(keep('move', '--from', url, '--data', home)).toMatchObject({ status: 0 })
    const files = [join(root, 'a.zip'), join(root, 'b.zip')]
    keep('save', '--data', shop, '--to', files[0])
    keep('save', '--data', home, '--to', files[1])
    const { manifestOf } = await import('../server/backup/archive.ts')
    const [a, b] = await Promise.all(files.map(manifestOf))
    expect(b.tables).toEqual(a.tables)
    expect(b.photos).toEqual(a.photos)
  } finally {
    own.end()
  }
})

test('a full disk answers 507, loses nothing, and goes on when there is room', async () => {
  test.skip(process.getuid?.() !== 0, 'a small disk of one’s own needs root')
  const disk = join(root, 'disk')
  mkdirSync(disk)
  test.skip(
    spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=72m', 'tmpfs', disk]).status !== 0,
    'no small disk can be made here',
  )
  try {
    const server = await start(join(disk, 'shop'))
    const filler = join(disk, 'filler')
    const frame = (id: string) => ({
      id: `f-${id}`,
      label: 'x'.repeat(100),
      maker: '',
      model: '',
      unit: '',
      playerId: null,
      geometry: JSON.parse(readFileSync('e2e/geometry.json', 'utf8')) as object,
    })
    const add = async (id: string) =>
      (
        await fetch(`${server.base}/api/jobs`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ id, kind: 'quick', player: null, frame: frame(id) }),
        })
      ).status
    expect(await add('before')).toBe(201)
    spawnSync('dd', ['if=/dev/zero', `of=${filler}`, 'bs=64k'])
    const answers = new Set<number>()
    for (let i = 0; i < 400 && !answers.has(507); i++) answers.add(await add(`full-${i}`))
    expect(answers.has(507)).toBe(true)
    rmSync(filler)
    await expect.poll(() => add('after')).toBe(201)
    const job = await fetch(`${server.base}/api/jobs/before`)
    expect(job.status).toBe(200)
    await server.stop()
  } finally {
    spawnSync('umount', ['-l', disk])
  }
})
