import type { DocumentName, Edit } from './edit.ts'

/** What became of one sending. */
export type Outcome =
  /** The server has it as this revision; `answer` is the document as the server now shows it. */
  | { kind: 'saved'; revision: number; answer: unknown }
  /** Somebody else changed the document since it was seen. */
  | { kind: 'stale' }
  /** The server will never take this; `nameless`: it is of somebody who was erased, and nothing of it is kept. */
  | { kind: 'refused'; words: string; nameless?: boolean }
  /** No answer, or one that says nothing about the edit: it is sent again later. */
  | { kind: 'away' }

/**
 * Where edits wait between visits. Calls take effect in the order in which they were made. Every one may fail; what fails here is
 * still held in memory and sent.
 */
export interface EditStore {
  all(): Promise<Edit[]>
  put(edit: Edit): Promise<void>
  remove(id: string): Promise<void>
  /** Windows that are open now, by name; null when that cannot be told. */
  openWindows(): Promise<ReadonlySet<string> | null>
}

/** What the outbox stands on, so that it runs without a browser and without a clock of its own. */
export interface OutboxParts {
  window: string
  store: EditStore
  send(edit: Edit, expected: number): Promise<Outcome>
  /** The moment as ISO text. */
  now(): string
  /** Runs `work` after so many ms. @returns how to call it off */
  after(ms: number, work: () => void): () => void
  /** The life of the shop as this window knows it; null: not yet. */
  shop?(): string | null
  /** From 0 to 1. */
  random(): number
  newId(): string
}

export interface NewEdit {
  doc: DocumentName
  /** Revision of the document on the page. */
  seen: number
  content: unknown
  by: string
  about: string
}

/** How the whole outbox stands; the one word on the page is made of it. */
export interface OutboxState {
  /** What waited from earlier visits has been looked for. */
  started: boolean
  waiting: number
  sending: boolean
  /** The server did not answer the last time. */
  away: boolean
  conflicts: readonly { doc: DocumentName; about: string; edit: Edit }[]
  aside: readonly Edit[]
  /** False once the browser did not store what waits: it lives in this window only. */
  kept: boolean
}

/** What is told of one document as its edits fare. */
export interface DocumentNews {
  doc: DocumentName
  saved?: { edit: Edit; revision: number; answer: unknown; more: boolean }
  /** Edits of a window that is gone wait here from now on. */
  adopted?: true
}
