import { spawn } from 'node:child_process'
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { hostname, tmpdir } from 'node:os'
import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { afterAll, describe, expect, it } from 'vitest'
import { DataFolderInUse, lockDataFolder } from './dataLock.ts'

const root = mkdtempSync(join(tmpdir(), 'kevro-lock-'))
afterAll(() => rmSync(root, { recursive: true, force: true }))
const GONE = { token: 'gone', pid: 2 ** 22 + 7, started: '1', host: '' }

/** A thread that tries to take whatever folder it is told, and says whether it could. */
function taker(): { take(folder: string): Promise<boolean>; end(): Promise<number> } {
  const source = new URL('./dataLock.ts', import.meta.url).href
  const worker = new Worker(
    `const { parentPort } = require('node:worker_threads')
     import('tsx/esm/api').then(({ register }) => { register(); return import(${JSON.stringify(source)}) }).then(({ lockDataFolder }) => {
       parentPort.on('message', (folder) => {
         try { lockDataFolder(folder); parentPort.postMessage(true) }
         catch (error) { parentPort.postMessage(error.name === 'DataFolderInUse' ? false : error.message) }
       })
       parentPort.postMessage('ready')
     })`,
    { eval: true },
  )
  const heard = () => new Promise<boolean | string>((done) => worker.once('message', done))
  const ready = heard()
  return {
    async take(folder) {
      await ready
      const answer = heard()
      worker.postMessage(folder)
      const said = await answer
      if (typeof said === 'string') throw new Error(said)
      return said
    },
    end: () => worker.terminate(),
  }
}

describe('the data folder', () => {
  it('is held by one, given back, and taken again', () => {
    const folder = join(root, 'one')
    const release = lockDataFolder(folder)
    expect(() => lockDataFolder(folder)).toThrow(DataFolderInUse)
    release()
    lockDataFolder(folder)()
    expect(readdirSync(folder).filter((f) => f.startsWith('in-use'))).toHaveLength(1)
  })
  it('of a process that is gone is taken over; of one whose number came again too; of another machine not', () => {
    const held = (name: string, holder: object) => {
      lockDataFolder(join(root, name))()
      writeFileSync(join(root, name, 'in-use.1'), JSON.stringify({ ...GONE, host: hostname(), ...holder }))
      return () => lockDataFolder(join(root, name))
    }
    held('gone', {})()
    held('again', { pid: process.pid })()
    expect(held('away', { host: 'elsewhere' })).toThrow('on the machine “elsewhere”')
  })
  it('one that is stopped for a while is still there; one that is killed is not', async () => {
    const folder = join(root, 'stopped')
    lockDataFolder(folder)()
    const other = spawn('sleep', ['60'])
    await new Promise((up) => other.once('spawn', up))
    writeFileSync(join(folder, 'in-use.1'), JSON.stringify({ ...GONE, pid: other.pid, started: '', host: hostname() }))
    other.kill('SIGSTOP')
    expect(() => lockDataFolder(folder)).toThrow(`process ${other.pid}`)
    other.kill('SIGKILL')
    await new Promise((gone) => other.once('exit', gone))
    lockDataFolder(folder)()
  })
  const races = Number(process.env.KEVRO_RACES ?? 500)
  it(`after a crash is taken by one of four that start at once, ${races} times`, async () => {
    const takers = [taker(), taker(), taker(), taker()]
    for (let race = 0; race < races; race++) {
      const folder = join(root, `race-${race}`)
      lockDataFolder(folder)()
      writeFileSync(join(folder, 'in-use.1'), JSON.stringify({ ...GONE, host: hostname() }))
      const got = await Promise.all(takers.map((t) => t.take(folder)))
      expect(got.filter(Boolean), `race ${race}`).toHaveLength(1)
    }
    await Promise.all(takers.map((t) => t.end()))
    // As long as a busy machine needs for so many: what is judged is who got it, not when.
  })
})
