import type { z } from 'zod'
import { evidenceSchema, type evidenceSearchSchema, type ShownEvidence } from '#contract/evidence.ts'
import { jobInputOf } from '#contract/jobInput.ts'
import { deriveJob } from '#core/job/derive.ts'
import { caseOf, evidenceOf, type Case } from '#core/logbook/evidence.ts'
import { profileOf, type SportId } from '#core/sports/sports.ts'
import type { Queryable } from '../db/database.ts'
import { jobView } from '../jobs/jobView.ts'
import { listMeasuredNewest } from '../queries/book.ts'
import { listMaterials } from '../queries/materials.ts'

/** So many of the newest jobs are looked at. */
const MOST_JOBS = 400

const finite = (value: number) => (Number.isFinite(value) ? value : null)

/** What the shop's own records say: counts and intervals, nobody's name. */
export async function shopEvidence(
  db: Queryable,
  search: z.output<typeof evidenceSearchSchema>,
): Promise<ShownEvidence> {
  const [ids, materials] = await Promise.all([listMeasuredNewest(db, MOST_JOBS + 1), listMaterials(db)])
  const cases: Case[] = []
  for (const id of ids.slice(0, MOST_JOBS)) {
    const view = await jobView(db, id)
    const input = jobInputOf(view, materials, [])
    cases.push(caseOf(input, deriveJob(input), { frameId: view.frame.id, number: view.job.number }))
  }
  const found = evidenceOf(cases, search, (sport) => profileOf(sport as SportId).tolerance)
  return evidenceSchema.parse({
    ...found,
    more: ids.length > MOST_JOBS,
    heavy: found.heavy.map((h) => ({ ...h, from: finite(h.from), to: finite(h.to) })),
  })
}
