import { json, Router } from 'express'
import { factsOn, wrongWithBirth } from '#core/player/age.ts'
import { bookSearchSchema } from '#contract/logbook.ts'
import { writePeople } from '#contract/peopleCsv.ts'
import { eraseSchema, importPeopleSchema, mergePeopleSchema, putPlayerSchema, type Extent } from '#contract/people.ts'
import type { Keeper } from '../backup/keeper.ts'
import type { Database, Queryable } from '../db/database.ts'
import { erasePlayer, extentOf, isErased, namesOfPlayer, refuseErased } from '../people/erase.ts'
import { mergePlayers, undoMerge } from '../people/merge.ts'
import { takeInPeople } from '../people/takeIn.ts'
import { listBook } from '../queries/book.ts'
import { markStaleOf } from '../queries/ledger.ts'
import { settleSoon } from '../logbook/settle.ts'
import { findPlayer, putPlayerFacts } from '../queries/players.ts'
import { dayInShop } from '../queries/shop.ts'
import { notFound, Refusal } from '../refusal.ts'
import { applyOnce, toldOn } from './edits.ts'

/** Rows at once of a list that goes out whole. */
const AT_ONCE = 500

/** Players by themselves: what is known of them, two that are one, and erasing somebody for good. */
export function peopleRoutes(db: Database, keeper: Keeper | null, now: () => Date): Router {
  const router = Router()
  const today = (tx: Queryable = db) => dayInShop(tx, now())
  const player = async (tx: Queryable, id: string) => {
    const found = await findPlayer(tx, id)
    if (!found) throw notFound('player')
    return found
  }

  router.get('/people.csv', async (request, response) => {
    const asked = bookSearchSchema.parse({ ...request.query, after: '' })
    response.setHeader('Content-Disposition', 'attachment; filename="kevro-people.csv"')
    const people = []
    const day = await today()
    for (let after = ''; ;) {
      const { rows, next } = await listBook(db, 'player', { ...asked, after }, day, AT_ONCE)
      for (const row of rows) {
        const found = await findPlayer(db, row.id)
        if (found)
          people.push({
            ...factsOn(found.facts, day),
            jobs: row.jobs,
            seen: row.seenAt ? await dayInShop(db, row.seenAt) : '',
          })
      }
      if (!next) break
      after = next
    }
    response.type('text/csv').send(`\ufeff${writePeople(people)}\r\n`)
  })
  /** A list of people: looked through first, then taken in whole or not at all. */
  router.post('/people/import', json({ limit: '12mb' }), async (request, response) => {
    const { text, apply } = importPeopleSchema.parse(request.body)
    response.json(await db.transaction(async (tx) => takeInPeople(tx, text, apply, await today(tx))))
  })

  router.get('/players/:id', async (request, response) => {
    response.json(await player(db, request.params.id))
  })
  router.put('/players/:id', async (request, response) => {
    const { id } = request.params
    const { facts, revision } = putPlayerSchema.parse(request.body)
    const wrong = facts.born === null ? null : wrongWithBirth(facts.born, await today())
    if (wrong) throw new Refusal(422, `player.born.${wrong}`, 'facts.born')
    const change = async (tx: Queryable) => {
      await refuseErased(tx, [id])
      await player(tx, id)
      const saved = await putPlayerFacts(tx, { id, facts, revision }, await toldOn(tx, request, now))
      if (saved) await markStaleOf(tx, id)
      return saved
    }
    response.json(await applyOnce(db, request, `player ${id}`, change, (tx) => findPlayer(tx, id)))
    settleSoon(db)
  })

  /** Takes another one into this one. */
  router.post('/players/:id/merge', async (request, response) => {
    const { gone } = mergePeopleSchema.parse(request.body)
    const id = await db.transaction(async (tx) => mergePlayers(tx, request.params.id, gone, await today(tx)))
    response.status(201).json({ id })
  })
  router.post('/merges/:id/undo', async (request, response) => {
    await db.transaction(async (tx) => undoMerge(tx, request.params.id, await today(tx)))
    response.json({})
  })

  router.get('/players/:id/extent', async (request, response) => {
    const extent = await extentOf(db, request.params.id)
    if (extent.jobs === 0) await player(db, request.params.id)
    response.json({
      ...extent,
      earlier: (await keeper?.heldEarlier()) ?? 0,
      server: keeper !== null && !keeper.canRestore,
    } satisfies Extent)
  })
  /** Who is gone already, but hangs on jobs still or is not out of the files yet, can be erased to the end. */
  router.post('/players/:id/erase', async (request, response) => {
    const { id } = request.params
    const { name, photos, earlier } = eraseSchema.parse(request.body)
    const known = await namesOfPlayer(db, id)
    const isGone = known.length === 0 && (await isErased(db, id))
    if (known.length === 0 && !isGone) throw notFound('player')
    if (!isGone) {
      if (!known.some((k) => k.trim() === name.trim())) throw new Refusal(422, 'player.eraseName', 'name')
      const at = now().toISOString()
      await db.transaction((tx) => erasePlayer(tx, id, { photos, at, unwiped: earlier ? 'earlier' : 'files' }))
      keeper?.tellChange()
    }
    await keeper?.finishWiping()
    response.json({})
  })
  return router
}
