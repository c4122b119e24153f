import { Router } from 'express'
import type { BackupList, Prepared } from '#contract/backups.ts'
import { holdingsOf } from '../backup/backups.ts'
import type { Keeper } from '../backup/keeper.ts'
import { notFound, Refusal } from '../refusal.ts'

/** Backups: what there is, a new one, the file itself, and going back to one. */
export function backupRoutes(keeper: Keeper): Router {
  const router = Router()
  const { backups } = keeper

  router.get('/backups', async (_request, response) => {
    response.json({
      backups: await backups.list(),
      folder: backups.folder,
      problem: backups.problem,
      canRestore: keeper.canRestore,
      erasedAt: await keeper.erasedAt(),
      unwiped: await keeper.unwiped(),
    } satisfies BackupList)
  })
  router.post('/backups', async (_request, response) => {
    const name = await keeper.make('button').catch((error: Error) => {
      throw new Refusal(507, 'backup.failed', '', { why: error.message })
    })
    response.status(201).json({ name })
  })
  router.get('/backups/:name', (request, response) => {
    const path = backups.pathOf(request.params.name)
    if (!path) throw notFound('backup')
    response.download(path)
  })
  router.post('/backups/:name/prepare', async (request, response) => {
    const manifest = await keeper.prepare(request.params.name).catch((error: Error) => {
      throw new Refusal(422, 'backup.unusable', '', { why: error.message })
    })
    if (!manifest) throw notFound('backup')
    response.json({ writtenAt: manifest.writtenAt, holds: holdingsOf(manifest) } satisfies Prepared)
  })
  router.post('/backups/take-over', async (_request, response) => {
    if (!(await keeper.takeOver())) throw new Refusal(409, 'backup.notPrepared')
    response.json({})
  })
  return router
}
