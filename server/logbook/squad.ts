import { documentsOf } from '#contract/entities.ts'
import { jobInputOf } from '#contract/jobInput.ts'
import { squadPageSchema, type SquadPage } from '#contract/squad.ts'
import { deriveJob, type ShopMaterial } from '#core/job/derive.ts'
import { tuningOf } from '#core/job/tuning.ts'
import { nextClassOn, standingOf } from '#core/logbook/squad.ts'
import { factsOn } from '#core/player/age.ts'
import type { PlayerFacts } from '#core/player/facts.ts'
import { profileOf } from '#core/sports/sports.ts'
import type { Queryable } from '../db/database.ts'
import { jobView } from '../jobs/jobView.ts'
import { listFramesOf, listJobIds } from '../queries/book.ts'
import { listComingBackOf } from '../queries/comingBack.ts'
import { listMaterials } from '../queries/materials.ts'
import { findPlayer } from '../queries/players.ts'
import { findSquad, listMembers } from '../queries/squads.ts'
import { notFound } from '../refusal.ts'

/** Everybody of a squad with their frames as they stand, held against age, class and ceiling. */
export async function squadPage(db: Queryable, id: string, today: string): Promise<SquadPage> {
  const squad = await findSquad(db, id)
  if (!squad) throw notFound('squad')
  const [ids, materials] = await Promise.all([listMembers(db, id), listMaterials(db)])
  const members = []
  for (const playerId of ids) {
    const player = await findPlayer(db, playerId)
    if (!player) continue
    const facts = factsOn(player.facts, today)
    const frames = []
    for (const row of await listFramesOf(db, playerId)) frames.push(await frameOf(db, row, facts, materials))
    const sport = frames[0]?.sport ?? 'tennis'
    members.push({
      id: playerId,
      name: facts.name,
      age: facts.age,
      nextClassOn: nextClassOn(profileOf(sport).ageClasses, facts.born, today),
      frames,
    })
  }
  return squadPageSchema.parse({ squad, members })
}

/** A frame as its newest job left it. */
async function frameOf(
  db: Queryable,
  row: Record<string, unknown>,
  facts: PlayerFacts,
  materials: readonly ShopMaterial[],
) {
  const id = String(row.id)
  const [job] = await listJobIds(db, 'frame', id, 1)
  const comingBack = await listComingBackOf(db, 'frame', id)
  const about = { id, label: String(row.label), sport: profileOf(String(row.sport) as never).id, comingBack }
  if (!job) return { ...about, strings: '', standing: null }
  const view = await jobView(db, job)
  const input = jobInputOf(view, materials, [])
  const derived = deriveJob(input)
  const state = tuningOf(derived, documentsOf(view.stages))?.tried.at(-1)?.state ?? derived.measured.state
  const frame = { state, condition: derived.condition, geometry: input.geometry, profile: input.profile }
  return {
    ...about,
    strings: view.job.ticket.strings,
    standing: state.massG === null ? null : standingOf(frame, facts),
  }
}
