import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Client, startServer, Tally } from './client.ts'

/** Kills the server in the middle of edits, so many times; what was acknowledged has to be there. */
const kills = Number(process.argv[2] ?? 1000)
const PORT = 4487
/** A fresh job now and then, so that histories stay short enough to be read back. */
const KILLS_A_JOB = 50
const root = mkdtempSync(join(tmpdir(), 'kevro-kills-'))
const data = ['--data', join(root, 'shop')]
const pause = (ms: number) => new Promise((next) => setTimeout(next, ms))
const tally = new Tally()
let server = await startServer(PORT, data)
for (let done = 0; done < kills;) {
  const clients = [new Client(PORT), new Client(PORT)]
  await Promise.all(clients.map((c) => c.begin()))
  const through = () => clients.reduce((sum, c) => sum + c.acknowledged.length, 0)
  const working = clients.map((c) => c.work())
  for (let k = 0; k < KILLS_A_JOB && done < kills; k++, done++) {
    // On a busy machine too something is to be lost: one edit is through, and others are on their way.
    const before = through()
    for (let waited = 0; through() === before && waited < 200; waited++) await pause(25)
    await pause(Math.random() * 350)
    server.child.kill('SIGKILL')
    await server.ended
    server = await startServer(PORT, data)
  }
  await tally.close(clients, working)
}
server.child.kill('SIGTERM')
await server.ended
rmSync(root, { recursive: true, force: true })
console.log(`${kills} kills: ${tally.words}`)
process.exit(tally.stood && tally.acknowledged > kills ? 0 : 1)
