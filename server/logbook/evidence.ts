import { createHash } from 'node:crypto'
import type { z } from 'zod'
import { evidenceSchema, type evidenceSearchSchema, type ShownEvidence } from '#contract/evidence.ts'
import { jobInputOf } from '#contract/jobInput.ts'
import { deriveJob } from '#core/job/derive.ts'
import { caseOf, evidenceOf } from '#core/logbook/evidence.ts'
import { profileOf, type SportId } from '#core/sports/sports.ts'
import type { Queryable } from '../db/database.ts'
import { jobView } from '../jobs/jobView.ts'
import { listMeasuredMarks } from '../queries/book.ts'
import { keepCases, listKeptCases, type KeptCase } from '../queries/keptCases.ts'
import { listMaterials } from '../queries/materials.ts'
import { VERSION } from '../version.ts'

const finite = (value: number) => (Number.isFinite(value) ? value : null)

/**
 * What the shop's own records say: counts and intervals, nobody's name. What each job says is worked out once and kept, over a restart
 * too, until the job, its frame, the drawer or Kevro itself changes.
 */
export class ShopEvidence {
  #cases: Map<string, KeptCase> | null = null

  /** Works on, the newest first, until all is looked at or the time is over; at least one job is looked at. @returns jobs looked at now, and still to be */
  async lookThrough(db: Queryable, withinMs: number): Promise<{ worked: number; left: number }> {
    const until = performance.now() + withinMs
    const cases = (this.#cases ??= await listKeptCases(db))
    const [marks, materials] = await Promise.all([listMeasuredMarks(db), listMaterials(db)])
    const drawer = createHash('sha256').update(JSON.stringify(materials)).digest('base64url').slice(0, 16)
    const markOf = ({ mark, isPlanned }: { mark: string; isPlanned: boolean }) =>
      [VERSION, mark, ...(isPlanned ? [drawer] : [])].join(' ')
    // What is put away since, or gone, says nothing any more.
    const there = new Set(marks.map(({ id }) => id))
    for (const id of cases.keys()) if (!there.has(id)) cases.delete(id)
    const open = marks.filter((job) => cases.get(job.id)?.mark !== markOf(job))
    for (const { id } of open) cases.delete(id)
    const worked = new Map<string, KeptCase>()
    for (const job of open) {
      if (worked.size > 0 && performance.now() > until) break
      const view = await jobView(db, job.id)
      const input = jobInputOf(view, materials, [])
      const of = caseOf(input, deriveJob(input), { frameId: view.frame.id, number: view.job.number })
      worked.set(job.id, { mark: markOf(job), of })
    }
    for (const [id, kept] of worked) cases.set(id, kept)
    // What cannot be kept now is only worked out once more after a restart.
    await keepCases(db, worked).catch(() => undefined)
    return { worked: worked.size, left: open.length - worked.size }
  }

  async find(db: Queryable, search: z.output<typeof evidenceSearchSchema>, withinMs = 1500): Promise<ShownEvidence> {
    const { left } = await this.lookThrough(db, withinMs)
    const cases = [...(this.#cases?.values() ?? [])].map(({ of }) => of)
    const found = evidenceOf(cases, search, (sport) => profileOf(sport as SportId).tolerance)
    return evidenceSchema.parse({
      ...found,
      left,
      heavy: found.heavy.map((h) => ({ ...h, from: finite(h.from), to: finite(h.to) })),
    })
  }
}
