import { batchSchema } from '#contract/batch.ts'
import { revisionSchema } from '#contract/fields.ts'
import { z } from 'zod'
import { frameSchema, jobViewSchema, playerSchema, materialSchema } from '#contract/entities.ts'
import { shopSchema } from '#contract/shop.ts'
import { referenceSchema } from '#contract/library.ts'
import { LIFE } from '../api/life.ts'
import { ApiProblem, call, problemText, Unreachable } from '../api/client.ts'
import { nameParts, type DocumentName, type Edit, type StageContent } from './edit.ts'
import type { Outcome } from './parts.ts'

/** How an edit of a document is put to the server. */
export function requestOf(edit: Edit, expected: number): { path: string; body: unknown } {
  const { kind, id, stage } = nameParts(edit.doc)
  const at = encodeURIComponent(id)
  const { content, by } = edit
  switch (kind) {
    case 'stage':
      return { path: `/jobs/${at}/stages/${stage}`, body: { ...(content as StageContent), expected, by } }
    case 'ticket':
      return { path: `/jobs/${at}/ticket`, body: { ticket: content, expected } }
    case 'player':
      return { path: `/players/${at}`, body: { facts: content, revision: expected } }
    case 'frame':
      return { path: `/frames/${at}`, body: { ...(content as object), revision: expected } }
    case 'batch':
      return { path: `/batches/${at}`, body: { body: content, expected, by } }
    case 'setup':
      return { path: `/library/${at}`, body: { body: content, expected, by } }
    case 'material':
      return { path: `/materials/${at}`, body: { ...(content as object), revision: expected } }
    case 'shop':
      return { path: '/shop', body: { ...(content as object), revision: expected } }
  }
}

/** The request timed out, came too early or too often: none of these says anything about what was sent. */
const PASSING = new Set([408, 425, 429])

/** What a failed sending means for the edit. Only a refusal of the edit itself lets go of it. */
export function outcomeOf(error: unknown): Outcome {
  if (error instanceof Unreachable || !(error instanceof ApiProblem)) return { kind: 'away' }
  if (error.status === 409) return error.error.code === 'edit.stale' ? { kind: 'stale' } : { kind: 'away' }
  if (error.status >= 500 || PASSING.has(error.status)) return { kind: 'away' }
  return { kind: 'refused', words: problemText(error), nameless: error.error.code === 'player.erased' }
}

export async function send(edit: Edit, expected: number): Promise<Outcome> {
  const { path, body } = requestOf(edit, expected)
  try {
    const answer = await call(z.looseObject({ revision: revisionSchema }), 'PUT', path, body, {
      'kevro-edit': edit.id,
      'kevro-typed-at': edit.typedAt,
      ...(edit.shop ? { [LIFE]: edit.shop } : {}),
    })
    return { kind: 'saved', revision: answer.revision, answer }
  } catch (error) {
    return outcomeOf(error)
  }
}

/** The document as the server has it now; 0 where it has none. */
export async function revisionAtServer(doc: DocumentName): Promise<number> {
  const { kind, id, stage } = nameParts(doc)
  const at = encodeURIComponent(id)
  switch (kind) {
    case 'stage':
      return (await call(jobViewSchema, 'GET', `/jobs/${at}`)).stages.find((s) => s.stage === stage)?.revision ?? 0
    case 'ticket':
      return (await call(jobViewSchema, 'GET', `/jobs/${at}`)).job.revision
    case 'player':
      return (await call(playerSchema, 'GET', `/players/${at}`)).revision
    case 'frame':
      return (await call(frameSchema, 'GET', `/frames/${at}`)).revision
    case 'batch':
      return (await call(batchSchema, 'GET', `/batches/${at}`)).revision
    case 'setup':
      return (await call(referenceSchema, 'GET', `/library/${at}`)).revision
    case 'material':
      return (await call(z.array(materialSchema), 'GET', '/materials')).find((m) => m.id === id)?.revision ?? 0
    case 'shop':
      return (await call(shopSchema, 'GET', '/shop')).revision
  }
}
