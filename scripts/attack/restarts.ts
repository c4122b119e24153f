import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { startPostgres } from '#server/db/postgresServer.mjs'
import { Client, startServer, Tally } from './client.ts'

/** Two clients at work for so many minutes on a PostgreSQL that is restarted every minute, every other time without warning. */
const minutes = Number(process.argv[2] ?? 120)
const PORT = 4488
const postgres = await startPostgres()
const root = mkdtempSync(join(tmpdir(), 'kevro-restarts-'))
const server = await startServer(PORT, ['--data', join(root, 'shop')], { DATABASE_URL: postgres.url() })
let ended = false
void server.ended.then(() => (ended = true))
let restarts = 0
const tally = new Tally()
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
  await tally.close(clients, working)
}
const died = ended
server.child.kill('SIGTERM')
await server.ended
postgres.end()
rmSync(root, { recursive: true, force: true })
console.log(`${minutes} minutes, ${restarts} restarts: ${tally.words}${died ? '; the server ended' : ''}`)
process.exit(tally.stood && restarts > 0 && !died ? 0 : 1)
