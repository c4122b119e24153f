import { documentSchemas } from '#contract/documents.ts'
import type { Stage } from '#core/job/stages.ts'
import type { Queryable } from '../db/database.ts'
import { settleStock } from '../drawer/settleStock.ts'
import { keepProof } from '../jobs/keepProof.ts'
import { settleAfter } from '../logbook/settle.ts'
import { findSavedStage } from '../queries/jobs.ts'
import { markStaleOf } from '../queries/ledger.ts'
import { lockPlayers, standsFor } from '../queries/merges.ts'
import { updatePlayerFacts } from '../queries/players.ts'

/** From which stages each thing follows that is kept beside a job; whichever way a stage came to be as it is: edited, undone or redone. */
const FOLLOWS: { from: readonly Stage[]; follow: (tx: Queryable, jobId: string, day: string) => Promise<void> }[] = [
  { from: ['player'], follow: followPlayer },
  // The drawer is without what was signed for; a signature is kept for good.
  { from: ['check', 'play'], follow: settleStock },
  { from: ['check'], follow: keepProof },
]

/** Brings everything up to a stage that was just saved, undone or redone. @param day on which it was told */
export async function followStage(tx: Queryable, jobId: string, stage: Stage, day: string): Promise<void> {
  for (const { from, follow } of FOLLOWS) if (from.includes(stage)) await follow(tx, jobId, day)
  await settleAfter(tx, jobId, stage)
}

/** What is known of a player is what the stage says that was saved last. */
async function followPlayer(tx: Queryable, jobId: string, day: string): Promise<void> {
  const saved = await findSavedStage(tx, jobId, 'player')
  if (!saved?.body) return
  const { playerId, facts } = documentSchemas.player.parse(saved.body)
  if (!playerId) return
  const standing = await standsFor(tx, playerId)
  await lockPlayers(tx, [standing])
  await updatePlayerFacts(tx, standing, facts, day)
  await markStaleOf(tx, standing)
}
