import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { startPostgres } from '../postgres.mjs'
import { Client, startServer } from './client.ts'

/** Two clients at work for so many minutes on a PostgreSQL that is restarted every minute, every other time without warning. */
const minutes = Number(process.argv[2] ?? 120)
const PORT = 4488
const postgres = await startPostgres()
const root = mkdtempSync(join(tmpdir(), 'kevro-restarts-'))
const server = await startServer(PORT, ['--data', join(root, 'shop')], { DATABASE_URL: postgres.url() })
let ended = false
void server.ended.then(() => (ended = true))
let [acknowledged, lost, restarts] = [0, 0, 0]
const odd = new Set<string>()
const end = Date.now() + minutes * 60000
while (Date.now() < end && !ended) {
  // A fresh job every ten minutes, so that histories stay short enough to be read back.
  const clients = [new Client(PORT), new Client(PORT)]
  await Promise.all(clients.map((c) => c.begin()))
  const working = clients.map((c) => c.work(100))
  for (let k = 0; k < 10 && Date.now() < end && !ended; k++) {
    await new Promise((next) => setTimeout(next, Math.min(60000, Math.max(1000, end - Date.now()))))
    postgres.stop(restarts++ % 2 === 0 ? 'fast' : 'immediate')
    await new Promise((next) => setTimeout(next, 500))
    postgres.start()
  }
  await new Promise((next) => setTimeout(next, 2000))
  for (const client of clients) client.over = true
  await Promise.all(working)
  for (const client of clients) {
    const gone = await client.lost()
    lost += gone.length
    for (const one of [...gone, ...client.odd]) odd.add(one)
    acknowledged += client.acknowledged.length
  }
}
const died = ended
server.child.kill('SIGTERM')
await server.ended
postgres.end()
rmSync(root, { recursive: true, force: true })
console.log(
  `${minutes} minutes, ${restarts} restarts: ${acknowledged} acknowledged edits, ${lost} lost${died ? '; the server ended' : ''}${odd.size > 0 ? `; ${[...odd].slice(0, 5).join('; ')}` : ''}`,
)
process.exit(lost === 0 && odd.size === 0 && acknowledged > 0 && restarts > 0 && !died ? 0 : 1)
