import { Router, type Request, type RequestHandler } from 'express'
import { theRow, type Database, type Queryable } from '../db/database.ts'
import { Refusal } from '../refusal.ts'

/** A page says with its requests which life of the shop it shows, and hears with every answer which it is now. */
export const LIFE = 'kevro-shop'
/** Whoever asks at once hears the same. */
const FRESH_MS = 2000

const generationIn = (life: string) => life.replace(/\.\d+$/, '')

/** Another life begins when a backup is put in place: its revisions are others. With somebody erased it goes on, and pages look anew. */
async function lifeOf(db: Queryable): Promise<string> {
  const row = theRow(
    await db.query('SELECT generation, (SELECT count(*) FROM erasure) AS erased FROM shop WHERE id = 1'),
  )
  return `${String(row.generation)}.${String(row.erased)}`
}

/** Whether an edit was made upon data that a backup has taken the place of since. */
export async function isOfAnotherLife(db: Queryable, request: Request): Promise<boolean> {
  const seen = request.get(LIFE)
  return seen !== undefined && generationIn(seen) !== generationIn(await lifeOf(db))
}

/**
 * Tells the life of now with every answer, and refuses what is asked by a page of an earlier one. Documents that are saved with a revision
 * are asked about instead: they answer for themselves.
 * @param onChange calls back when the data are others
 */
export function tellLife(db: Database, onChange: (heard: () => void) => void): RequestHandler {
  let told: { life: string; at: number } | null = null
  onChange(() => (told = null))
  return async (request, response, next) => {
    if (!told || Date.now() - told.at > FRESH_MS) told = { life: await lifeOf(db), at: Date.now() }
    response.setHeader(LIFE, told.life)
    if (request.method === 'POST' && (await isOfAnotherLife(db, request))) throw new Refusal(409, 'shop.changed')
    next()
  }
}

/** Nothing but the life of now, for pages that ask for nothing else. */
export function lifeRoute(): Router {
  const router = Router()
  router.get('/life', (_request, response) => void response.json({}))
  return router
}
