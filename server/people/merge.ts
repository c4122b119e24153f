import { randomUUID } from 'node:crypto'
import { z } from 'zod'
import { playerFactsSchema } from '#contract/documents.ts'
import type { PlayerFacts } from '#core/player/facts.ts'
import type { Queryable } from '../db/database.ts'
import { noteOwner } from '../queries/frames.ts'
import { isKnown } from '../queries/facts.ts'
import { lockPlayers, standsFor } from '../queries/merges.ts'
import { findPlayer, updatePlayerFacts } from '../queries/players.ts'
import { notFound, Refusal } from '../refusal.ts'

const beforeSchema = z.object({ facts: playerFactsSchema, frames: z.array(z.string()), jobs: z.array(z.string()) })

/** Facts of one, filled up with what is known of the other alone. */
export function filledUp(kept: PlayerFacts, gone: PlayerFacts): PlayerFacts {
  const missing = Object.entries(gone).filter(([field]) => !isKnown(kept[field as keyof PlayerFacts]))
  return { ...kept, ...Object.fromEntries(missing) }
}

/**
 * Two players who are one: jobs and frames of the one go to the other, what is known of the one alone is known of both.
 * @returns the id under which it can be undone
 */
export async function mergePlayers(tx: Queryable, keptId: string, goneId: string, day: string): Promise<string> {
  if (keptId === goneId) throw new Refusal(422, 'player.mergeSelf', 'into')
  await lockPlayers(tx, [keptId, goneId])
  const [kept, gone] = [await findPlayer(tx, keptId), await findPlayer(tx, goneId)]
  if (!kept || !gone) throw notFound('player')
  if ((await standsFor(tx, keptId)) !== keptId || (await standsFor(tx, goneId)) !== goneId)
    throw new Refusal(409, 'player.merged')
  const frames = await tx.query('SELECT id FROM frame WHERE player_id = $1 ORDER BY id', [goneId])
  const jobs = await tx.query('SELECT job_id AS id FROM job_index WHERE player_id = $1 ORDER BY job_id', [goneId])
  const ids = (rows: { id?: unknown }[]) => rows.map((row) => String(row.id))
  const id = randomUUID()
  await tx.query('INSERT INTO player_merge (id, kept_id, gone_id, before) VALUES ($1, $2, $3, $4)', [
    id,
    keptId,
    goneId,
    JSON.stringify({ facts: kept.facts, frames: ids(frames), jobs: ids(jobs) }),
  ])
  await updatePlayerFacts(tx, keptId, filledUp(kept.facts, gone.facts), day)
  await moveFrames(tx, ids(frames), keptId)
  await tx.query('UPDATE job_index SET player_id = $2 WHERE player_id = $1', [goneId, keptId])
  await tx.query('UPDATE player SET retired = true, revision = revision + 1 WHERE id = $1', [goneId])
  return id
}

/** Takes a merge back: what moved with it goes back, and what was filled up is unknown again unless it was told anew since. */
export async function undoMerge(tx: Queryable, mergeId: string, day: string): Promise<void> {
  const [of] = await tx.query('SELECT kept_id, gone_id FROM player_merge WHERE id = $1', [mergeId])
  if (of) await lockPlayers(tx, [String(of.kept_id), String(of.gone_id)])
  const [row] = await tx.query('SELECT kept_id, gone_id, before, undone FROM player_merge WHERE id = $1 FOR UPDATE', [
    mergeId,
  ])
  if (!row) throw notFound('merge')
  if (row.undone === true) throw new Refusal(409, 'player.notMerged')
  const [keptId, goneId] = [String(row.kept_id), String(row.gone_id)]
  if ((await standsFor(tx, keptId)) !== keptId) throw new Refusal(409, 'player.merged')
  const before = beforeSchema.parse(row.before)
  const [kept, gone] = [await findPlayer(tx, keptId), await findPlayer(tx, goneId)]
  if (!kept || !gone) throw notFound('player')
  const filled = filledUp(before.facts, gone.facts)
  const facts = Object.fromEntries(
    Object.entries(kept.facts).map(([field, value]) => {
      const key = field as keyof PlayerFacts
      const asFilled = JSON.stringify(value) === JSON.stringify(filled[key])
      return [field, asFilled ? before.facts[key] : value]
    }),
  )
  await updatePlayerFacts(tx, keptId, playerFactsSchema.parse(facts), day)
  const still = await tx.query('SELECT id FROM frame WHERE player_id = $1 AND id = ANY($2)', [keptId, before.frames])
  await moveFrames(
    tx,
    still.map((f) => String(f.id)),
    goneId,
  )
  await tx.query('UPDATE job_index SET player_id = $2 WHERE player_id = $1 AND job_id = ANY($3)', [
    keptId,
    goneId,
    before.jobs,
  ])
  await tx.query('UPDATE player SET retired = false, revision = revision + 1 WHERE id = $1', [goneId])
  await tx.query('UPDATE player_merge SET undone = true WHERE id = $1', [mergeId])
}

async function moveFrames(tx: Queryable, frames: readonly string[], to: string): Promise<void> {
  for (const id of frames) {
    await tx.query('UPDATE frame SET player_id = $2, revision = revision + 1 WHERE id = $1', [id, to])
    await noteOwner(tx, id, to)
  }
}
