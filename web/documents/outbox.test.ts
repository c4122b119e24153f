import { describe, expect, it } from 'vitest'
import { seeded } from '#core/numerics/random.ts'
import type { Edit } from './edit.ts'
import { Outbox } from './outbox.ts'
import type { EditStore, Outcome } from './parts.ts'
import { saveMessage } from './saveMessage.ts'

/** What the server holds, edit by edit, and what became of each: the reference that the outbox is held against. */
class Server {
  readonly docs = new Map<string, { revision: number; content: unknown; edits: string[] }>()
  readonly applied = new Map<string, { doc: string; revision: number }>()

  docOf(doc: string) {
    const held = this.docs.get(doc) ?? { revision: 0, content: null, edits: [] }
    this.docs.set(doc, held)
    return held
  }
  /** As the routes do it: an edit once, a stale one refused with 409. */
  take(edit: Edit, expected: number): Outcome {
    const done = this.applied.get(edit.id)
    if (done) return { kind: 'saved', revision: done.revision, answer: null }
    const doc = this.docOf(edit.doc)
    if (doc.revision !== expected) return { kind: 'stale' }
    doc.revision++
    doc.content = edit.content
    doc.edits.push(edit.id)
    this.applied.set(edit.id, { doc: edit.doc, revision: doc.revision })
    return { kind: 'saved', revision: doc.revision, answer: edit.content }
  }
}

/** One browser: a store that outlives its windows and may fail, and a clock that moves when the schedule says so. */
class Browser implements EditStore {
  readonly stored = new Map<string, Edit>()
  readonly open = new Set<string>()
  failing = false
  private timers: { at: number; work: () => void }[] = []
  time = 0

  all = async () => [...this.stored.values()]
  put = async (edit: Edit) => {
    if (this.failing) throw new Error('full')
    this.stored.set(edit.id, JSON.parse(JSON.stringify(edit)) as Edit)
  }
  remove = async (id: string) => void this.stored.delete(id)
  openWindows = async () => this.open
  after = (ms: number, work: () => void) => {
    const timer = { at: this.time + ms, work }
    this.timers.push(timer)
    return () => void (this.timers = this.timers.filter((t) => t !== timer))
  }
  pass(ms: number): void {
    this.time += ms
    const due = this.timers.filter((t) => t.at <= this.time)
    this.timers = this.timers.filter((t) => t.at > this.time)
    for (const { work } of due) work()
  }
}
const breathe = async () => {
  for (let i = 0; i < 60; i++) await Promise.resolve()
}

const DOCS = ['stage/a/measure', 'stage/b/measure', 'frame/f']

/** One random schedule. @throws when an edit is lost, lands elsewhere, or “saved” was untrue */
async function schedule(seed: number, steps = 50): Promise<void> {
  const random = seeded(seed)
  const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]
  const server = new Server()
  const browser = new Browser()
  let ids = 0
  let weather: 'fine' | 'away' | 'broken' = 'fine'
  /** Requests under way: each ends when the schedule says so. */
  let flights: { window: string; land: () => void }[] = []
  const where = new Map<string, string>()
  /** Edits that lived in a window only, which said so, and went with it. */
  const excused = new Set<string>()
  type Window = { name: string; outbox: Outbox; seen: Map<string, number>; mine: Set<string> }
  const windows: Window[] = []

  const send =
    (window: string) =>
    (edit: Edit, expected: number): Promise<Outcome> =>
      new Promise((answer, fail) => {
        // The answer to a window that is closed finds nobody.
        const resolve = (outcome: Outcome) => browser.open.has(window) && answer(outcome)
        const reject = (error: Error) => browser.open.has(window) && fail(error)
        const fate = weather === 'fine' ? pick(['ok', 'ok', 'ok', 'lost', 'noAnswer', 'refuse'] as const) : weather
        flights.push({
          window,
          land: () => {
            if (fate === 'away' || fate === 'lost') return reject(new Error('no network'))
            if (fate === 'broken') return resolve({ kind: 'away' })
            // Once in a while the server will not have a content at all; never one that it has already.
            if (fate === 'refuse' && !server.applied.has(edit.id) && edit.order % 4 === 0)
              return resolve({ kind: 'refused', words: 'no' })
            const outcome = server.take(edit, expected)
            if (fate === 'noAnswer') return reject(new Error('the answer was lost'))
            resolve(outcome)
          },
        })
      })

  async function openWindow(): Promise<void> {
    const name = `w${seed}-${++ids}`
    const outbox = new Outbox({
      window: name,
      store: browser,
      send: send(name),
      now: () => new Date(browser.time).toISOString(),
      after: browser.after,
      random,
      newId: () => `e${seed}-${++ids}`,
    })
    const window: Window = { name, outbox, seen: new Map(), mine: new Set() }
    outbox.listen((news) => news?.saved && window.seen.set(news.doc, news.saved.revision))
    browser.open.add(name)
    windows.push(window)
    for (const doc of DOCS) window.seen.set(doc, server.docOf(doc).revision)
    await outbox.start()
    await breathe()
  }
  function closeWindow(window: Window): void {
    const state = window.outbox.state()
    for (const doc of DOCS)
      for (const edit of window.outbox.waitingFor(doc))
        if (!browser.stored.has(edit.id) && !server.applied.has(edit.id)) {
          if (saveMessage(state) === 'saved' || state.kept)
            throw new Error(`${edit.id} was not stored and nothing said so`)
          excused.add(edit.id)
        }
    for (const edit of state.aside) if (!browser.stored.has(edit.id)) excused.add(edit.id)
    browser.open.delete(window.name)
    windows.splice(windows.indexOf(window), 1)
    // What is under way may still arrive.
    if (random() < 0.5) for (const f of flights.filter((f) => f.window === window.name)) f.land()
    flights = flights.filter((f) => f.window !== window.name)
  }
  function check(): void {
    for (const { outbox, mine } of windows) {
      if (saveMessage(outbox.state()) !== 'saved') continue
      for (const id of mine)
        if (!server.applied.has(id) && !outbox.state().aside.some((e) => e.id === id && e.aside?.why === 'not chosen'))
          throw new Error(`“saved” was said while ${id} was not`)
    }
    for (const [doc, { edits }] of server.docs)
      for (const id of edits)
        if (where.has(id) && where.get(id) !== doc) throw new Error(`${id} of ${where.get(id)} is in ${doc}`)
  }

  await openWindow()
  for (let step = 0; step < steps; step++) {
    const window = pick(windows)
    const act = pick([
      'edit',
      'edit',
      'edit',
      'land',
      'land',
      'pass',
      'weather',
      'window',
      'settle',
      'storage',
      'again',
    ])
    if (act === 'edit') {
      const doc = pick(DOCS)
      const edit = window.outbox.edit({
        doc,
        seen: window.seen.get(doc)!,
        content: `${doc} ${step}`,
        by: '',
        about: doc,
      })
      where.set(edit.id, doc)
      window.mine.add(edit.id)
    } else if (act === 'land') flights.splice(Math.floor(random() * flights.length), 1)[0]?.land()
    else if (act === 'pass') {
      browser.pass(random() * 20000)
      for (const { outbox } of windows) outbox.look()
    } else if (act === 'weather') weather = pick(['fine', 'fine', 'away', 'broken'])
    else if (act === 'storage') browser.failing = random() < 0.3
    else if (act === 'window') {
      if (windows.length === 2 || random() < 0.4) {
        await breathe()
        closeWindow(window)
      }
      if (windows.length < 2) await openWindow()
    } else if (act === 'settle') {
      const [conflict] = window.outbox.state().conflicts
      if (conflict) {
        const { revision } = server.docOf(conflict.doc)
        window.outbox.settle(conflict.doc, pick(['mine', 'theirs']), revision)
        window.seen.set(conflict.doc, revision)
      }
    } else if (act === 'again' && random() < 0.3) {
      const [put] = window.outbox.state().aside
      if (put) window.outbox.again(put.id)
    }
    await breathe()
    check()
  }

  // The end of the day: the server is there, every window but one is closed, every conflict is settled.
  weather = 'fine'
  browser.failing = false
  await breathe()
  while (windows.length > 0) closeWindow(windows[0])
  await openWindow()
  const [last] = windows
  for (let i = 0; i < 400 && saveMessage(last.outbox.state()) !== 'saved'; i++) {
    flights.splice(0, 1)[0]?.land()
    browser.pass(16000)
    for (const { doc } of last.outbox.state().conflicts)
      last.outbox.settle(doc, pick(['mine', 'theirs']), server.docOf(doc).revision)
    await breathe()
    check()
    const { waiting, conflicts } = last.outbox.state()
    if (waiting === 0 && conflicts.length === 0) break
  }
  const end = last.outbox.state()
  if (end.waiting > 0 || end.conflicts.length > 0) throw new Error('it never came to an end')
  for (const id of where.keys()) {
    const there = server.applied.has(id)
    const aside = end.aside.some((e) => e.id === id)
    if (!there && !aside && !excused.has(id)) throw new Error(`${id} is lost`)
  }
}

describe('thousands of bad days', () => {
  const days = Number(process.env.KEVRO_SCHEDULES ?? 3000)
  it(
    'every edit ends in its own document or in the list, and “saved” is never untrue',
    { timeout: 900000 + days * 20 },
    async () => {
      for (let seed = 1; seed <= days; seed++)
        await schedule(seed).catch((error: Error) => {
          throw new Error(`seed ${seed}: ${error.message}`)
        })
    },
  )
})

describe('what was typed of somebody who was erased', () => {
  it('is put aside without a word of it, here and in the browser’s store', async () => {
    const browser = new Browser()
    const outbox = new Outbox({
      window: 'w',
      store: browser,
      send: async () => ({ kind: 'refused', words: 'This person was erased for good.', nameless: true }),
      now: () => '2026-12-02T10:00:00.000Z',
      after: browser.after,
      random: () => 0,
      newId: () => 'e1',
    })
    outbox.edit({ doc: 'stage/a/player', seen: 1, content: { facts: { name: 'Brixomel' } }, by: '', about: 'Brixomel' }) // prettier-ignore
    await breathe()
    const told = JSON.stringify([outbox.state(), ...browser.stored.values()])
    expect(told).not.toContain('Brixomel')
    expect(outbox.state().aside).toHaveLength(1)
    outbox.discard('e1')
    await breathe()
    expect(browser.stored.size).toBe(0)
  })
})
