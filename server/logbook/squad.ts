import { documentsOf } from '#contract/entities.ts'
import { jobInputOf } from '#contract/jobInput.ts'
import { squadPageSchema, type SquadPage } from '#contract/squad.ts'
import { deriveJob } from '#core/job/derive.ts'
import { stateNow } from '#core/job/tuning.ts'
import { nextClassOn, standingOf } from '#core/logbook/squad.ts'
import { factsOn } from '#core/player/age.ts'
import { COUNTED_IN } from '#core/cuts/material.ts'
import { drawerUse } from '#core/tuning/doses.ts'
import type { StoredMaterial } from '#contract/entities.ts'
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
  const planned: Map<string, number>[] = []
  for (const playerId of ids) {
    const player = await findPlayer(db, playerId)
    if (!player) continue
    const facts = factsOn(player.facts, today)
    const frames = []
    for (const row of await listFramesOf(db, playerId)) {
      const { frame, needs } = await frameOf(db, row, facts, materials)
      frames.push(frame)
      planned.push(needs)
    }
    const sport = frames[0]?.sport ?? 'tennis'
    members.push({
      id: playerId,
      name: facts.name,
      age: facts.age,
      nextClassOn: nextClassOn(profileOf(sport).ageClasses, facts.born, today),
      frames,
    })
  }
  return squadPageSchema.parse({ squad, members, needs: needsOf(planned, materials) })
}

/** What all plans together take out of the drawer; what comes off a frame needs nothing. */
function needsOf(planned: readonly Map<string, number>[], materials: readonly StoredMaterial[]): SquadPage['needs'] {
  return materials.flatMap(({ id, name, kind, stock, retired }) => {
    const need = planned.reduce((sum, of) => sum + Math.max(0, of.get(id) ?? 0), 0)
    return need > 0 ? [{ id, name, need, left: retired ? 0 : stock, counted: COUNTED_IN[kind] }] : []
  })
}

/** A frame as its newest job left it, and what its plan takes out of the drawer while it is not signed. */
async function frameOf(
  db: Queryable,
  row: Record<string, unknown>,
  facts: PlayerFacts,
  materials: readonly StoredMaterial[],
) {
  const id = String(row.id)
  const [job] = await listJobIds(db, 'frame', id, 1)
  const comingBack = await listComingBackOf(db, 'frame', id)
  const about = { id, label: String(row.label), sport: profileOf(String(row.sport) as never).id, comingBack }
  if (!job) return { frame: { ...about, strings: '', standing: null }, needs: new Map<string, number>() }
  const view = await jobView(db, job)
  const input = jobInputOf(view, materials, [])
  const derived = deriveJob(input)
  const state = stateNow(derived, documentsOf(view.stages))
  const frame = { state, condition: derived.condition, geometry: input.geometry, profile: input.profile }
  const documents = documentsOf(view.stages)
  const open = documents.plan && !documents.check?.signed
  return {
    frame: {
      ...about,
      strings: view.job.ticket.strings,
      standing: state.massG === null ? null : standingOf(frame, facts),
    },
    needs: open ? drawerUse([[], documents.plan!.cuts], derived.materials, derived.work) : new Map<string, number>(),
  }
}
