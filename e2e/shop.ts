import { spawn, type ChildProcess } from 'node:child_process'
import { cpSync, existsSync, renameSync, rmSync } from 'node:fs'
import { connect } from 'node:net'
import { IMAGE, STANDS } from '../playwright.config.ts'

type Stand = (typeof STANDS)[number]
const PATIENCE_MS = 300000
const SERVER = 'dist/server/main.js'

/** Every worker has a Kevro on ports of its own, with its own simulated bench: this one's. */
export const stand = (): Stand => STANDS[Number(process.env.TEST_PARALLEL_INDEX)]

/** A made-up shop and its bench of instruments, as they are on the first morning, whatever other files did to theirs. */
export class Shop {
  readonly #running: ChildProcess[] = []
  #file: string | null = null

  /** Opens anew for each file of tests. @returns once pages are served */
  async openFor(file: string): Promise<void> {
    if (this.#file === file) return
    await this.close()
    const { port, bench, data } = stand()
    await this.#layOut(`${data}-first-morning`)
    rmSync(data, { recursive: true, force: true })
    cpSync(`${data}-first-morning`, data, { recursive: true })
    this.#start('dist/server/simulatedBench.js', '--port', String(bench), '--seed', '11', '--speed', '6', '--warm')
    await until(() => listens(bench))
    await this.#serve(data, port)
    this.#file = file
  }

  async close(): Promise<void> {
    for (const child of this.#running.splice(0)) await ended(child)
  }

  /** The demo world, laid out once for each worker's ports and kept aside. */
  async #layOut(folder: string): Promise<void> {
    if (existsSync(folder)) return
    const { port } = stand()
    const making = `${folder}-made`
    rmSync(making, { recursive: true, force: true })
    await this.#serve(making, port)
    await this.close()
    renameSync(making, folder)
  }

  async #serve(data: string, port: number): Promise<void> {
    const bench = String(stand().bench)
    this.#start(SERVER, '--demo', '--port', String(port), '--bench', bench, '--data', data, '--image', IMAGE)
    await until(async () => (await fetch(`http://127.0.0.1:${port}/api/overview`)).ok)
  }

  #start(program: string, ...args: string[]): void {
    // For the minutes that a shop is open here the engine's program is not worth making faster: a third of a server's work was that.
    const child = spawn(process.execPath, ['--liftoff-only', program, ...args], {
      stdio: ['ignore', 'ignore', 'inherit'],
    })
    this.#running.push(child)
    // A worker that breaks off leaves nothing running.
    const kill = () => child.kill('SIGKILL')
    process.once('exit', kill)
    child.once('exit', () => process.off('exit', kill))
  }
}

const ended = (child: ChildProcess): Promise<void> =>
  new Promise((done) => {
    if (child.exitCode !== null || child.signalCode !== null) return done()
    child.once('exit', () => done())
    child.kill('SIGTERM')
  })

const listens = (port: number): Promise<boolean> =>
  new Promise((done) => {
    const socket = connect(port, '127.0.0.1', () => (socket.end(), done(true)))
    socket.once('error', () => done(false))
  })

/** Asks again and again until the answer is yes. */
async function until(is: () => Promise<boolean>): Promise<void> {
  const end = Date.now() + PATIENCE_MS
  while (!(await is().catch(() => false))) {
    if (Date.now() > end) throw new Error('the shop did not open')
    await new Promise((done) => setTimeout(done, 100))
  }
}
