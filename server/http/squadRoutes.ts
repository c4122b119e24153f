import { Router } from 'express'
import { memberSchema, putSquadSchema } from '#contract/squad.ts'
import type { Database } from '../db/database.ts'
import { squadPage } from '../logbook/squad.ts'
import { refuseErased } from '../people/erase.ts'
import { findPlayer } from '../queries/players.ts'
import { addMember, findSquad, putSquad, removeMember } from '../queries/squads.ts'
import { dayInShop, oneShop } from '../queries/shop.ts'
import { parentsSheet } from '../sheets/parents.ts'
import { renderPdf } from '../sheets/pdf.ts'
import { sendPdf } from './sendPdf.ts'
import { notFound } from '../refusal.ts'

/** Squads: who is in them, and their frames held against age, class and ceiling. */
export function squadRoutes(db: Database, now: () => Date): Router {
  const router = Router()
  const today = () => dayInShop(db, now())
  router.put('/squads/:id', async (request, response) => {
    const { name } = putSquadSchema.parse(request.body)
    await putSquad(db, request.params.id, name)
    response.json(await findSquad(db, request.params.id))
  })
  router.get('/squads/:id', async (request, response) => {
    response.json(await squadPage(db, request.params.id, await today()))
  })
  router.get('/squads/:id/parents.pdf', async (request, response) => {
    const day = await today()
    const [page, shop] = await Promise.all([squadPage(db, request.params.id, day), oneShop(db)])
    sendPdf(response, 'kevro-for-parents', await renderPdf(parentsSheet(page, shop.name, day), shop.paper))
  })
  router.post('/squads/:id/members', async (request, response) => {
    const { player } = memberSchema.parse(request.body)
    if (!(await findSquad(db, request.params.id))) throw notFound('squad')
    await refuseErased(db, [player])
    if (!(await findPlayer(db, player))) throw notFound('player')
    await addMember(db, request.params.id, player)
    response.status(201).json(await squadPage(db, request.params.id, await today()))
  })
  router.post('/squads/:id/members/:player/remove', async (request, response) => {
    await removeMember(db, request.params.id, request.params.player)
    response.json(await squadPage(db, request.params.id, await today()))
  })
  return router
}
