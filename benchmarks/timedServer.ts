import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { readFile } from 'node:fs/promises'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { openEmbedded } from '#server/db/embedded.ts'
import { makeApp } from '#server/http/app.ts'

/** A server with an empty shop on the embedded engine, whose answers are timed by name, ms. What is named `warm` is not kept. */
export async function timedServer(name: string) {
  const root = mkdtempSync(join(tmpdir(), `kevro-${name}-`))
  const image = existsSync('.cache/database.tgz') ? new Uint8Array(await readFile('.cache/database.tgz')) : null
  const db = await openEmbedded({ dataDir: join(root, 'database'), image })
  const server = makeApp(db, null).listen(0, '127.0.0.1')
  await new Promise((ready) => server.once('listening', ready))
  const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`
  const times: Record<string, number[]> = {}
  async function ask(what: string, method: string, path: string, body?: unknown): Promise<unknown> {
    const start = performance.now()
    const response = await fetch(base + path, {
      method,
      ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
    })
    const text = await response.text()
    if (!response.ok) throw new Error(`${what}: ${response.status} ${text.slice(0, 300)}`)
    ;(times[what] ??= []).push(performance.now() - start)
    return text ? JSON.parse(text) : null
  }
  async function close(): Promise<void> {
    server.close()
    await db.close()
    rmSync(root, { recursive: true, force: true })
    delete times.warm
  }
  return { db, times, ask, close }
}
