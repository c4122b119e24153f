import { firstIssue } from '#contract/fields.ts'
import { randomUUID } from 'node:crypto'
import express, { Router } from 'express'
import { LIBRARY_COLUMNS, setupKey, withReports, writeLibrary } from '#core/compare/libraryTable.ts'
import { SPORTS } from '#core/sports/sports.ts'
import {
  LIBRARY_FILE_VERSION,
  rawImportSchema,
  setupDraftSchema,
  librarySearchSchema,
  mergeSetupsSchema,
  retireSchema,
  saveSetupSchema,
  setupBodySchema,
  type ImportAnswer,
  type Reference,
  type SetupBody,
} from '#contract/library.ts'
import { writeCsv } from '#contract/csv.ts'
import { sameContent } from '#contract/sameContent.ts'
import { z } from 'zod'
import type { Database, Queryable } from '../db/database.ts'
import { listComparables, listMeasuredFrames } from '../library/measuredFrames.ts'
import * as library from '../queries/library.ts'
import { applyOnce } from './edits.ts'
import { notFound, Refusal, staleEdit } from '../refusal.ts'

const EXPORT_AT_ONCE = 200
/** From so many new setups on the index is tidied. */
const MANY = 500
/** Setups of an import that are taken in with one transaction. */
const PIECE = 100
const breathe = () => new Promise<void>((next) => setImmediate(next))
type SetupDraft = z.infer<typeof setupDraftSchema>
function draftAt(setup: unknown, at: number): SetupDraft {
  const parsed = setupDraftSchema.safeParse(setup)
  if (parsed.success) return parsed.data
  const issue = firstIssue(parsed.error)
  throw new Refusal(422, 'field.invalid', ['setups', at, ...issue.path].map(String).join('.'), {
    reason: `setup ${at + 1}: ${issue.message}`,
  })
}
const bodyOf = (reference: Reference): SetupBody => setupBodySchema.parse(reference)

/** The library of setups: search, edit, merge, retire, files in and out. */
export function libraryRoutes(db: Database, beforeImport: () => Promise<void>): Router {
  const router = Router()

  router.get('/references', async (request, response) => {
    const ids = String(request.query.ids ?? '')
    response.json(await listComparables(db, ids === '' ? [] : ids.split(',').slice(0, 200)))
  })

  router.post('/library/search', async (request, response) => {
    response.json(await library.searchLibrary(db, librarySearchSchema.parse(request.body)))
  })
  router.post('/library/cloud', async (request, response) => {
    response.json(await library.cloudOf(db, librarySearchSchema.parse(request.body)))
  })
  router.get('/library/facets', async (request, response) => {
    response.json(await library.oneLibraryFacets(db, z.enum(SPORTS).parse(request.query.sport)))
  })
  router.get('/library/measured', async (request, response) => {
    const sport = z.enum(SPORTS).parse(request.query.sport)
    const player = z.string().max(80).optional().parse(request.query.player)
    response.json(await listMeasuredFrames(db, sport, player || null))
  })

  /** In pieces, so that others get their turn: all are looked at before the first is taken in. */
  router.post('/library/import', express.json({ limit: '48mb' }), async (request, response) => {
    const { setups, commit, by } = rawImportSchema.parse(request.body)
    const pieces: SetupDraft[][] = []
    for (let from = 0; from < setups.length; from += PIECE) {
      pieces.push(setups.slice(from, from + PIECE).map((setup, i) => draftAt(setup, from + i)))
      await breathe()
    }
    if (commit) await beforeImport()
    const standing: ImportAnswer['standing'] = []
    for (const piece of pieces) {
      standing.push(...(await db.transaction((tx) => takeIn(tx, piece, commit, by))))
      await breathe()
    }
    if (commit && setups.length >= MANY) await library.tidyIndex(db)
    response.json({ standing } satisfies ImportAnswer)
  })

  router.get('/library/export.:format', async (request, response) => {
    const format = z.enum(['csv', 'json']).parse(request.params.format)
    const search = librarySearchSchema.parse(searchOf(request.query.search))
    response.setHeader('Content-Disposition', `attachment; filename="kevro-library.${format}"`)
    response.type(format === 'csv' ? 'text/csv' : 'application/json')
    if (format === 'csv') response.write(`\ufeff${writeCsv(null, [LIBRARY_COLUMNS])}\r\n`)
    else response.write(`{"format":"kevro-library","version":${LIBRARY_FILE_VERSION},"setups":[`)
    for (let offset = 0; ; offset += EXPORT_AT_ONCE) {
      const { rows } = await library.searchLibrary(db, { ...search, near: null, offset, limit: EXPORT_AT_ONCE })
      if (rows.length === 0) break
      if (format === 'csv') response.write(`${writeCsv(null, writeLibrary(rows))}\r\n`)
      else response.write(`${offset > 0 ? ',' : ''}${rows.map((r) => JSON.stringify(bodyOf(r))).join(',\n')}`)
    }
    response.end(format === 'json' ? ']}\n' : undefined)
  })

  router.get('/library/:id', async (request, response) => {
    const found = await library.findReference(db, request.params.id)
    if (!found) throw notFound('setup')
    response.json(found)
  })
  router.get('/library/:id/history', async (request, response) => {
    response.json(await library.listSetupRevisions(db, request.params.id))
  })

  router.put('/library/:id', async (request, response) => {
    const { body, expected, by } = saveSetupSchema.parse(request.body)
    const { id } = request.params
    const current = (tx: Queryable) => library.findReference(tx, id)
    const save = async (tx: Queryable) => {
      const held = await current(tx)
      if (expected === 0) {
        // The same new setup a second time, after an answer that got lost, is the same.
        if (held) return held.revision === 1 && sameContent(bodyOf(held), body) ? held : null
        await library.insertReferences(tx, [{ id, body }], by)
        return current(tx)
      }
      if (!held) throw notFound('setup')
      return library.updateReference(tx, id, { body, retired: held.retired }, expected, by)
    }
    response.json(await applyOnce(db, request, `setup ${id}`, save, current))
  })

  router.post('/library/:id/retire', async (request, response) => {
    const { retired, expected, by } = retireSchema.parse(request.body)
    const saved = await db.transaction(async (tx) => {
      const held = await library.findReference(tx, request.params.id)
      if (!held) throw notFound('setup')
      return library.updateReference(tx, held.id, { body: bodyOf(held), retired }, expected, by)
    })
    if (!saved) throw staleEdit()
    response.json(saved)
  })

  /** The reports of another setup come to this one; the other is retired, not lost. */
  router.post('/library/:id/merge', async (request, response) => {
    const { from, expected, by } = mergeSetupsSchema.parse(request.body)
    const saved = await db.transaction(async (tx) => {
      const held = await library.findReference(tx, request.params.id)
      const other = await library.findReference(tx, from)
      if (!held || !other || held.id === other.id || held.sport !== other.sport) throw notFound('setup')
      const reports = withReports(held.reports, other.reports, randomUUID)
      await library.updateReference(tx, other.id, { body: bodyOf(other), retired: true }, other.revision, by)
      return library.updateReference(
        tx,
        held.id,
        { body: { ...bodyOf(held), reports }, retired: held.retired },
        expected,
        by,
      )
    })
    if (!saved) throw staleEdit()
    response.json(saved)
  })

  return router
}

function searchOf(text: unknown): unknown {
  try {
    return JSON.parse(String(text ?? '{"sport":null}'))
  } catch {
    throw new Refusal(400, 'request.unreadable')
  }
}

/** Setups out of a file: new ones are added, reports of those that are there are added to them. */
async function takeIn(
  tx: Queryable,
  setups: readonly SetupDraft[],
  commit: boolean,
  by: string,
): Promise<ImportAnswer['standing']> {
  const held = await library.listIdsByKey(tx, setups.map(setupKey))
  const known = new Map(
    (await library.listReferencesById(tx, [...new Set(held.values())])).map((r) => [r.id, r] as const),
  )
  const standing: ImportAnswer['standing'] = []
  const fresh: { id: string; body: SetupBody }[] = []
  for (const draft of setups) {
    const reference = known.get(held.get(setupKey(draft)) ?? '')
    if (!reference) {
      standing.push('new')
      fresh.push({ id: randomUUID(), body: { ...draft, reports: withReports([], draft.reports, randomUUID) } })
      continue
    }
    const reports = withReports(reference.reports, draft.reports, randomUUID)
    standing.push(reports.length > reference.reports.length ? 'adds' : 'there')
    if (!commit || reports.length === reference.reports.length) continue
    const body = { ...bodyOf(reference), reports }
    const saved = await library.updateReference(tx, reference.id, { body, retired: false }, reference.revision, by)
    if (saved) known.set(saved.id, saved)
  }
  if (commit && fresh.length > 0) await library.insertReferences(tx, fresh, by)
  return standing
}
