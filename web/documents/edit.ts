import { STAGES, type Dependencies, type Stage } from '#core/job/stages.ts'
import type { NewReading } from '#contract/entities.ts'

/** The documents that carry a revision, each saved by itself. */
export type DocumentKind = 'stage' | 'ticket' | 'player' | 'frame' | 'batch' | 'setup' | 'material' | 'shop'

/** Names one document: `stage/JOB/measure`, `frame/ID`, `shop/1`. Ids are escaped, so that two documents never share a name. */
export type DocumentName = string

const name = (kind: DocumentKind, ...parts: string[]): DocumentName =>
  [kind, ...parts.map(encodeURIComponent)].join('/')
export const stageOfJob = (jobId: string, stage: Stage): DocumentName => name('stage', jobId, stage)
export const ticketOfJob = (jobId: string): DocumentName => name('ticket', jobId)
export const playerNamed = (id: string): DocumentName => name('player', id)
export const frameNamed = (id: string): DocumentName => name('frame', id)
export const batchNamed = (id: string): DocumentName => name('batch', id)
export const setupNamed = (id: string): DocumentName => name('setup', id)
export const materialNamed = (id: string): DocumentName => name('material', id)
export const THE_SHOP: DocumentName = 'shop/1'

/** The parts of a document's name. */
export function nameParts(doc: DocumentName): { kind: DocumentKind; id: string; stage: Stage | null } {
  const [kind, id = '', stage] = doc.split('/').map(decodeURIComponent)
  return { kind: kind as DocumentKind, id, stage: STAGES.find((s) => s === stage) ?? null }
}

/** What is sent for a stage: its content, what it was worked out from, and the readings that it names for the first time. */
export interface StageContent {
  body: unknown
  used: Dependencies
  readings: NewReading[]
}

/** One change of one document as it was made, until the server has acknowledged it. Plain data: it is stored as it is. */
export interface Edit {
  /** Its own for good: the server takes an edit of one id once. */
  id: string
  doc: DocumentName
  /** Which window made it. */
  window: string
  /** Counts up within one window. */
  order: number
  /** Revision that was seen when it was made; null: the one that the edit before it in this window makes. */
  expected: number | null
  content: unknown
  by: string
  /** ISO moment of typing. */
  typedAt: string
  /** What it is, in words, for lists: “Job 12, Measure”. */
  about: string
  /** The life of the shop that it was made upon; null or none where that was not known. */
  shop?: string | null
  /** Put aside: the server does not take it, or the person took what another window had saved. */
  aside: null | { why: 'refused' | 'not chosen'; words: string }
}
