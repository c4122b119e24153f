import type { DocumentName, Edit } from './edit.ts'
import type { DocumentNews, NewEdit, Outcome, OutboxParts, OutboxState } from './parts.ts'

export const RETRY_MS = { first: 500, most: 15000 } as const

/** What is left of an edit of somebody who was erased: that there was one. */
const nameless = (edit: Edit): Edit => ({ ...edit, content: null, about: 'Somebody who was erased' })

/** The edits of one document, oldest first. One object for one document, for as long as the window lives. */
class Queue {
  readonly edits: Edit[] = []
  conflict = false
  sending: Promise<void> | null = null
  failures = 0
  callOff: (() => void) | null = null
}

/**
 * Everything typed that the server has not acknowledged, each document in a queue of its own. An edit leaves its queue when the
 * server has it, or when it is put aside where the person can read it; nothing else removes one.
 */
export class Outbox {
  private readonly queues = new Map<DocumentName, Queue>()
  private readonly aside: Edit[] = []
  private readonly listeners = new Set<(news: DocumentNews | null) => void>()
  private readonly parts: OutboxParts
  private order = 0
  private started = false
  /** Edits that the browser did not store, with what would have to be stored. */
  private readonly unstored = new Map<string, Edit>()
  private away = false

  constructor(parts: OutboxParts) {
    this.parts = parts
  }

  state(): OutboxState {
    const queues = [...this.queues]
    return {
      started: this.started,
      waiting: queues.reduce((sum, [, q]) => sum + q.edits.length, 0),
      sending: queues.some(([, q]) => q.sending !== null),
      away: this.away,
      conflicts: queues.flatMap(([doc, q]) => {
        const [first, last] = [q.edits[0], q.edits.at(-1)]
        return q.conflict && first && last ? [{ doc, about: first.about, edit: last }] : []
      }),
      aside: [...this.aside],
      kept: this.unstored.size === 0,
    }
  }

  /** Calls back with every change; with news of a document when an edit of it was saved, or was taken over. @returns how to stop listening */
  listen(listener: (news: DocumentNews | null) => void): () => void {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }
  private tell(news: DocumentNews | null = null): void {
    for (const listener of this.listeners) listener(news)
  }

  private queueOf(doc: DocumentName): Queue {
    const held = this.queues.get(doc)
    if (held) return held
    const made = new Queue()
    this.queues.set(doc, made)
    return made
  }

  /** Edits of a document that wait, oldest first. */
  waitingFor(doc: DocumentName): readonly Edit[] {
    return this.queues.get(doc)?.edits ?? []
  }
  /** The newest waiting edit of each document whose name begins so. */
  waitingUnder(prefix: string): Edit[] {
    return [...this.queues].flatMap(([doc, { edits }]) => (doc.startsWith(prefix) ? edits.slice(-1) : []))
  }

  /** A change: from here on it is not lost. */
  edit({ doc, seen, content, by, about }: NewEdit): Edit {
    const queue = this.queueOf(doc)
    const edit: Edit = {
      id: this.parts.newId(),
      doc,
      window: this.parts.window,
      order: ++this.order,
      expected: queue.edits.length === 0 ? seen : null,
      content,
      by,
      typedAt: this.parts.now(),
      about,
      shop: this.parts.shop?.() ?? null,
      aside: null,
    }
    queue.edits.push(edit)
    this.keep(edit)
    this.tell()
    void this.pump(doc)
    return edit
  }

  /** Looks for what waits from earlier visits and from windows that are closed, and sends it, whatever page is open. */
  async start(): Promise<void> {
    await this.adopt()
    this.started = true
    this.tell()
    this.sendAll()
  }

  /** Takes over what nobody is there to send. Sending one edit twice is harmless: its id tells the server. */
  async adopt(): Promise<void> {
    try {
      const [stored, open] = await Promise.all([this.parts.store.all(), this.parts.store.openWindows()])
      const here = new Set([...this.queues.values()].flatMap((q) => q.edits.map((e) => e.id)))
      for (const edit of this.aside) here.add(edit.id)
      const orphans = stored
        .filter((e) => !here.has(e.id) && e.window !== this.parts.window && !(open?.has(e.window) ?? false))
        .sort((a, b) => (a.window === b.window ? a.order - b.order : a.typedAt < b.typedAt ? -1 : 1))
      const chains = new Map<string, Edit[]>()
      for (const edit of orphans) {
        if (edit.aside) {
          this.aside.push(edit)
          continue
        }
        const chain = `${edit.doc} ${edit.window}`
        chains.set(chain, [...(chains.get(chain) ?? []), edit])
      }
      for (const [first, ...rest] of chains.values()) {
        if (!first) continue
        const queue = this.queueOf(first.doc)
        // A chain keeps the revision that it saw: behind another one it is for the person to say which counts.
        queue.edits.push(first, ...rest)
      }
      for (const doc of new Set(orphans.flatMap((e) => (e.aside ? [] : e.doc)))) this.tell({ doc, adopted: true })
      if (orphans.length > 0) this.tell()
    } catch {
      // A browser that denies its storage: what is typed from now on says so by itself.
    }
  }

  /** Sends what waits, of all documents, now. */
  sendAll(): void {
    for (const doc of this.queues.keys()) void this.pump(doc)
  }
  /** Once in a while: stores what could not be stored, sends what nobody sends. Whoever pauses after a failure goes on pausing. */
  look(): void {
    for (const edit of this.unstored.values()) this.keep(edit)
    for (const [doc, queue] of this.queues) if (!queue.callOff && queue.edits.length > 0) void this.pump(doc)
  }

  /** Sends now and waits until every queue that begins with `prefix` is empty or stuck. @returns whether all of it is saved */
  async settled(prefix = ''): Promise<boolean> {
    const mine = () => [...this.queues].filter(([doc]) => doc.startsWith(prefix))
    await Promise.all(mine().map(([doc]) => this.pump(doc)))
    return mine().every(([, q]) => q.edits.length === 0)
  }

  private pump(doc: DocumentName): Promise<void> {
    const queue = this.queueOf(doc)
    queue.callOff?.()
    queue.callOff = null
    queue.sending ??= this.sendQueue(doc, queue).finally(() => {
      queue.sending = null
      this.tell()
    })
    return queue.sending
  }

  private async sendQueue(doc: DocumentName, queue: Queue): Promise<void> {
    for (let [edit] = queue.edits; edit && !queue.conflict; [edit] = queue.edits) {
      const outcome = await this.parts.send(edit, edit.expected ?? 0).catch((): Outcome => ({ kind: 'away' }))
      this.away = outcome.kind === 'away'
      if (outcome.kind === 'away') {
        this.retry(doc, queue)
        return
      }
      queue.failures = 0
      if (outcome.kind === 'stale') {
        queue.conflict = true
        this.tell()
      } else if (outcome.kind === 'saved') this.acknowledged(doc, queue, edit, outcome)
      else this.putAside(queue, outcome.nameless ? nameless(edit) : edit, 'refused', outcome.words)
    }
  }

  private acknowledged(doc: DocumentName, queue: Queue, edit: Edit, { revision, answer }: Outcome & { kind: 'saved' }) {
    queue.edits.shift()
    this.passOn(queue, revision)
    this.forget(edit)
    this.tell({ doc, saved: { edit, revision, answer, more: queue.edits.length > 0 } })
  }

  /** The next edit of the chain has seen this revision; stored before what it stood on is forgotten. */
  private passOn(queue: Queue, revision: number | null): void {
    const [next] = queue.edits
    if (!next || next.expected !== null) return
    queue.edits[0] = { ...next, expected: revision }
    this.keep(queue.edits[0])
  }

  private putAside(queue: Queue, edit: Edit, why: 'refused' | 'not chosen', words: string): void {
    queue.edits.splice(
      queue.edits.findIndex((e) => e.id === edit.id),
      1,
    )
    this.passOn(queue, edit.expected)
    const put: Edit = { ...edit, aside: { why, words } }
    this.aside.push(put)
    this.keep(put)
    this.tell()
  }

  private retry(doc: DocumentName, queue: Queue): void {
    const pause = Math.min(RETRY_MS.most, RETRY_MS.first * 2 ** queue.failures++) * (0.5 + this.parts.random())
    queue.callOff?.()
    queue.callOff = this.parts.after(pause, () => void this.pump(doc))
  }

  /**
   * Settles an edit that met another’s. Mine: it is saved upon theirs. Theirs: mine is put aside, where it can be read and
   * put back.
   * @param theirs the revision that the server has now
   */
  settle(doc: DocumentName, keep: 'mine' | 'theirs', theirs: number): void {
    const queue = this.queues.get(doc)
    const [first] = queue?.edits ?? []
    if (!queue?.conflict || !first) return
    queue.conflict = false
    if (keep === 'mine') {
      const mine = { ...first, expected: theirs, shop: this.parts.shop?.() ?? null }
      queue.edits[0] = mine
      this.keep(mine)
    } else {
      const words = 'You took what the other window had saved.'
      // What was made upon it goes with it; another window's chain stays where it is.
      const end = queue.edits.findIndex((e, i) => i > 0 && e.expected !== null)
      for (let left = end < 0 ? queue.edits.length : end; left > 0; left--) {
        // What is put aside passes on what it stood upon: the next one is not as it was.
        const [next] = queue.edits
        if (next) this.putAside(queue, next, 'not chosen', words)
      }
    }
    this.tell()
    void this.pump(doc)
  }

  /** Takes an edit out of those that were put aside. */
  private takenUp(id: string): Edit | undefined {
    const put = this.aside.find((e) => e.id === id)
    if (put) this.aside.splice(this.aside.indexOf(put), 1)
    return put
  }

  /** Sends what was put aside once more, as a change upon the revision that it saw. */
  again(id: string): void {
    const put = this.takenUp(id)
    if (!put) return
    const queue = this.queueOf(put.doc)
    const edit: Edit = {
      ...put,
      window: this.parts.window,
      order: ++this.order,
      expected: queue.edits.length === 0 ? (put.expected ?? 0) : null,
      aside: null,
    }
    queue.edits.push(edit)
    this.keep(edit)
    this.tell()
    void this.pump(put.doc)
  }

  /** The person has read it and does not want it any more. */
  discard(id: string): void {
    const gone = this.takenUp(id)
    if (!gone) return
    this.forget(gone)
    this.tell()
  }

  /** Asked for at once, in the order of typing: the page may be gone the next moment. */
  private keep(edit: Edit): void {
    this.parts.store.put(edit).then(
      () => this.isStored(edit, true),
      () => this.isStored(edit, false),
    )
  }
  private forget(edit: Edit): void {
    this.unstored.delete(edit.id)
    this.parts.store.remove(edit.id).catch(() => undefined)
  }
  private isStored(edit: Edit, stored: boolean): void {
    const before = this.unstored.size
    if (stored) this.unstored.delete(edit.id)
    else if (this.holds(edit.id)) this.unstored.set(edit.id, edit)
    if (before === 0 || this.unstored.size === 0) this.tell()
  }
  private holds(id: string): boolean {
    return (
      this.aside.some((e) => e.id === id) || [...this.queues.values()].some((q) => q.edits.some((e) => e.id === id))
    )
  }
}
