import type { z } from 'zod'
import { evidenceSchema, type evidenceSearchSchema, type ShownEvidence } from '#contract/evidence.ts'
import { jobInputOf } from '#contract/jobInput.ts'
import { deriveJob } from '#core/job/derive.ts'
import { caseOf, evidenceOf, type Case } from '#core/logbook/evidence.ts'
import { profileOf, type SportId } from '#core/sports/sports.ts'
import type { Queryable } from '../db/database.ts'
import { jobView } from '../jobs/jobView.ts'
import { listMeasuredMarks } from '../queries/book.ts'
import { listMaterials } from '../queries/materials.ts'

const finite = (value: number) => (Number.isFinite(value) ? value : null)

/**
 * What the shop's own records say: counts and intervals, nobody's name. What each job says is worked out once and kept while the server
 * runs, until the job, its frame or the drawer changes.
 */
export class ShopEvidence {
  readonly #cases = new Map<string, { mark: string; of: Case }>()
  #drawer = { is: '', version: 0 }

  /** Works on, the newest first, until all is looked at or the time is over; at least one job is looked at. @returns jobs looked at now, and still to be */
  async lookThrough(db: Queryable, withinMs: number): Promise<{ worked: number; left: number }> {
    const until = performance.now() + withinMs
    const [marks, materials] = await Promise.all([listMeasuredMarks(db), listMaterials(db)])
    const drawer = JSON.stringify(materials)
    if (drawer !== this.#drawer.is) this.#drawer = { is: drawer, version: this.#drawer.version + 1 }
    const { version } = this.#drawer
    const markOf = ({ mark, isPlanned }: { mark: string; isPlanned: boolean }) =>
      isPlanned ? `${mark}, drawer ${version}` : mark
    // What is put away since, or gone, says nothing any more.
    const there = new Set(marks.map(({ id }) => id))
    for (const id of this.#cases.keys()) if (!there.has(id)) this.#cases.delete(id)
    const open = marks.filter((job) => this.#cases.get(job.id)?.mark !== markOf(job))
    for (const { id } of open) this.#cases.delete(id)
    let worked = 0
    for (const job of open) {
      if (worked > 0 && performance.now() > until) break
      const view = await jobView(db, job.id)
      const input = jobInputOf(view, materials, [])
      const of = caseOf(input, deriveJob(input), { frameId: view.frame.id, number: view.job.number })
      this.#cases.set(job.id, { mark: markOf(job), of })
      worked++
    }
    return { worked, left: open.length - worked }
  }

  async find(db: Queryable, search: z.output<typeof evidenceSearchSchema>, withinMs = 1500): Promise<ShownEvidence> {
    const { left } = await this.lookThrough(db, withinMs)
    const cases = [...this.#cases.values()].map(({ of }) => of)
    const found = evidenceOf(cases, search, (sport) => profileOf(sport as SportId).tolerance)
    return evidenceSchema.parse({
      ...found,
      left,
      heavy: found.heavy.map((h) => ({ ...h, from: finite(h.from), to: finite(h.to) })),
    })
  }
}
