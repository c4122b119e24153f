import { randomUUID } from 'node:crypto'
import type { Server } from 'node:http'
import { createServer, type AddressInfo } from 'node:net'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { tennis } from '#core/sports/tennis.ts'
import { postgresBin, startPostgres, type OwnPostgres } from './db/postgresServer.mjs'
import { makeApp } from './http/app.ts'
import { TEST_SERVER } from './db/testing.ts'
import type { Database } from './db/database.ts'
import { migrate } from './db/migrate.ts'
import { openServer, waitForServer } from './db/postgres.ts'

/** Every run has this: the engine is found or installed by the script that starts the tests. */
describe.runIf(TEST_SERVER !== null || postgresBin() !== null)('a PostgreSQL server that comes and goes', () => {
  let own: OwnPostgres
  let db: Database
  let server: Server
  let base: string
  beforeAll(async () => {
    own = await startPostgres()
    db = await openServer(own.url())
    await migrate(db)
    server = makeApp(db, null).listen(0, '127.0.0.1')
    await new Promise((ready) => server.once('listening', ready))
    base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`
  })
  afterAll(async () => {
    server.close()
    await db.close()
    own.end()
  })
  const newJob = (id: string) =>
    fetch(`${base}/jobs`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        id,
        kind: 'quick',
        player: null,
        frame: {
          id: `f-${id}`,
          label: 'Frame',
          maker: '',
          model: '',
          unit: '',
          playerId: null,
          geometry: tennis.geometry,
        },
      }),
    })

  it('restarted while two clients save: every answer is 201 or “try again”, and what was answered 201 is there', async () => {
    const kept: string[] = []
    const answers = new Set<number>()
    let over = false
    const client = async () => {
      while (!over) {
        const id = randomUUID()
        // As the page does it: the same again until it is acknowledged.
        for (let tries = 0; tries < 200; tries++) {
          const { status } = await newJob(id)
          answers.add(status)
          if (status === 201) break
          await new Promise((next) => setTimeout(next, 20))
        }
        kept.push(id)
      }
    }
    const until = async (is: () => boolean) => {
      while (!is()) await new Promise((next) => setTimeout(next, 20))
    }
    const saves = (more: number) => {
      const before = kept.length
      return until(() => kept.length >= before + more)
    }
    const clients = [client(), client()]
    for (const mode of ['fast', 'immediate'] as const) {
      await saves(3)
      own.stop(mode)
      expect((await newJob('while-away')).status).toBe(503)
      await until(() => answers.has(503))
      own.start()
    }
    await saves(3)
    over = true
    await Promise.all(clients)
    expect([...answers].sort()).toEqual([201, 503])
    const there = new Set((await db.query('SELECT id FROM job')).map((row) => row.id))
    expect(kept.length).toBeGreaterThan(5)
    expect(kept.filter((id) => !there.has(id))).toEqual([])
  })

  it('a backend that is killed in the middle of a transaction: that one fails, the next works', async () => {
    const killer = new pg.Client({ connectionString: own.url() })
    await killer.connect()
    const failing = db.transaction(async (tx) => {
      const [{ pid }] = await tx.query('SELECT pg_backend_pid() AS pid')
      await killer.query('SELECT pg_terminate_backend($1)', [pid])
      await new Promise((next) => setTimeout(next, 50))
      await tx.query('SELECT 1')
    })
    await expect(failing).rejects.toMatchObject({ away: true })
    await killer.end()
    expect(await db.query('SELECT 1 AS one')).toEqual([{ one: 1 }])
  })

  it('a server that greets and ends the session in one packet is away: the process goes on', async () => {
    const message = (type: string, body: Buffer) => {
      const length = Buffer.alloc(4)
      length.writeInt32BE(body.length + 4)
      return Buffer.concat([Buffer.from(type), length, body])
    }
    const greeting = Buffer.concat([
      message('R', Buffer.alloc(4)),
      message('Z', Buffer.from('I')),
      message('E', Buffer.from('SFATAL\0C57P01\0Mterminating connection due to administrator command\0\0')),
    ])
    const brief = createServer((socket) => socket.on('error', () => undefined).once('data', () => socket.end(greeting)))
    await new Promise<void>((ready) => void brief.listen(0, '127.0.0.1', ready))
    const { port } = brief.address() as AddressInfo
    await expect(openServer(`postgres://kevro@127.0.0.1:${port}/kevro`)).rejects.toMatchObject({ away: true })
    await new Promise((done) => brief.close(done))
  })

  it('eight first starts at once lay the tables out once', async () => {
    await db.exec('CREATE DATABASE eight')
    const eight = await Promise.all(Array.from({ length: 8 }, () => openServer(own.url('eight'))))
    const ran = await Promise.all(eight.map((one) => migrate(one)))
    expect(ran.filter((n) => n > 0)).toHaveLength(1)
    await Promise.all(eight.map((one) => one.close()))
  })

  it('is waited for, and told of, while it is not up yet', async () => {
    own.stop('fast')
    const told: string[] = []
    const opening = waitForServer(own.url(), (why) => told.push(why), 50)
    await new Promise((next) => setTimeout(next, 300))
    expect(told.length).toBeGreaterThan(1)
    own.start()
    const opened = await opening
    await opened.close()
  })
})
