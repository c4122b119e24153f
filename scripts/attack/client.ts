import { spawn, type ChildProcess } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { tennis } from '#core/sports/tennis.ts'
import { nothingMeasured } from '#core/job/documents.ts'
import { NOTHING_ON } from '#core/frame/condition.ts'
import type { JobView } from '#contract/entities.ts'

export interface Server {
  child: ChildProcess
  ended: Promise<unknown>
}

/** Starts a built Kevro and waits until it answers. */
export function startServer(port: number, args: string[], env: NodeJS.ProcessEnv = {}): Promise<Server> {
  const child = spawn(
    process.execPath,
    ['dist/server/main.js', '--port', String(port), '--image', '.cache/database.tgz', ...args],
    {
      env: { ...process.env, ...env },
    },
  )
  let words = ''
  const ended = new Promise((done) => child.once('exit', done))
  return new Promise((ready, failed) => {
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (text: Buffer) => {
        words = (words + text.toString()).slice(-4000)
        if (words.includes('is ready at')) ready({ child, ended })
      })
    child.once('exit', () => failed(new Error(`the server ended: ${words}`)))
  })
}

/** A person at work on one job: each edit is sent, the same again, until it is acknowledged, as the page does it. */
export class Client {
  readonly job = randomUUID()
  readonly acknowledged: { note: string; reading: string }[] = []
  private revision = 0
  over = false
  /** Answers other than those that mean “sent again later”. */
  readonly odd: string[] = []
  private readonly base: string

  constructor(port: number) {
    this.base = `http://127.0.0.1:${port}/api`
  }

  private async ask(
    method: string,
    path: string,
    body: unknown,
    headers: Record<string, string> = {},
  ): Promise<unknown> {
    while (!this.over) {
      try {
        const response = await fetch(this.base + path, {
          method,
          headers: { 'content-type': 'application/json', ...headers },
          body: JSON.stringify(body),
          signal: AbortSignal.timeout(30000),
        })
        if (response.ok) return await response.json()
        if (response.status < 500) this.odd.push(`${response.status} ${(await response.text()).slice(0, 200)}`)
      } catch {
        // Gone in the middle: the same again.
      }
      await new Promise((next) => setTimeout(next, 20))
    }
    return null
  }

  async begin(): Promise<void> {
    const frame = {
      id: randomUUID(),
      label: 'F',
      maker: '',
      model: '',
      unit: '',
      playerId: null,
      geometry: tennis.geometry,
    }
    await this.ask('POST', '/jobs', { id: this.job, kind: 'quick', player: null, frame })
  }
  async work(pauseMs = 0): Promise<void> {
    while (!this.over) {
      const [note, reading] = [randomUUID(), randomUUID()]
      const body = { ...nothingMeasured(NOTHING_ON, 10.16), note, readingIds: [reading] }
      const readings = [
        {
          id: reading,
          quantity: 'mass',
          value: 320,
          axisCm: null,
          methodId: 'scale',
          typed: '320',
          purpose: 'measure',
          by: '',
          supersedes: null,
        },
      ]
      const saved = (await this.ask(
        'PUT',
        `/jobs/${this.job}/stages/measure`,
        { expected: this.revision, body, used: {}, by: 'A', readings },
        { 'kevro-edit': randomUUID(), 'kevro-typed-at': new Date().toISOString() },
      )) as { revision: number } | null
      if (!saved) return
      this.revision = saved.revision
      this.acknowledged.push({ note, reading })
      if (pauseMs > 0) await new Promise((next) => setTimeout(next, pauseMs))
    }
  }

  /** What was acknowledged and is not there, and what is there twice. */
  async lost(): Promise<string[]> {
    const view = (await (await fetch(`${this.base}/jobs/${this.job}`)).json()) as JobView
    const history = (await (await fetch(`${this.base}/jobs/${this.job}/export`)).json()) as {
      stages: { revisions: { body: { note: string } }[] }[]
    }
    const notes = history.stages.flatMap((s) => s.revisions.map((r) => r.body.note))
    const readings = new Set(view.readings.map((r) => r.id))
    return [
      ...this.acknowledged.filter((a) => !notes.includes(a.note)).map((a) => `edit ${a.note}`),
      ...this.acknowledged.filter((a) => !readings.has(a.reading)).map((a) => `reading ${a.reading}`),
      ...(new Set(notes).size === notes.length ? [] : ['an edit is there twice']),
    ]
  }
}

/** What came of all clients of an attack. */
export class Tally {
  acknowledged = 0
  lost = 0
  readonly odd = new Set<string>()

  /** The clients stop; what each was answered is held against what is there. */
  async close(clients: readonly Client[], working: readonly Promise<void>[]): Promise<void> {
    for (const client of clients) client.over = true
    await Promise.all(working)
    for (const client of clients) {
      const gone = await client.lost()
      this.lost += gone.length
      for (const one of [...gone, ...client.odd]) this.odd.add(one)
      this.acknowledged += client.acknowledged.length
    }
  }
  get words(): string {
    const odd = this.odd.size > 0 ? `; ${[...this.odd].slice(0, 5).join('; ')}` : ''
    return `${this.acknowledged} acknowledged edits, ${this.lost} lost${odd}`
  }
  get stood(): boolean {
    return this.lost === 0 && this.odd.size === 0 && this.acknowledged > 0
  }
}
