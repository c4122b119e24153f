import { documentsOf } from '#contract/entities.ts'
import { comingBackOf } from '#core/logbook/comingBack.ts'
import type { Database, Queryable } from '../db/database.ts'
import { findJob, listSavedStages } from '../queries/jobs.ts'
import { putComingBack } from '../queries/comingBack.ts'

/** Who comes back with a frame follows its newest job that is not put away. */
export async function settleComingBack(tx: Queryable, jobId: string): Promise<void> {
  const job = await findJob(tx, jobId)
  if (!job) return
  const [newest] = await tx.query(
    `SELECT j.id FROM job j JOIN job_index i ON i.job_id = j.id WHERE j.frame_id = $1 AND NOT i.retired ORDER BY j.number DESC LIMIT 1`,
    [job.frameId],
  )
  const id = newest ? String(newest.id) : null
  const found = id === null ? [] : comingBackOf(documentsOf(await listSavedStages(tx, id)))
  await putComingBack(tx, job.frameId, id ?? jobId, found)
}

/** Frames at once. */
const AT_ONCE = 100

/** Works out for every frame who comes back with it, where nobody has yet: after the first start of a Kevro that knows of it. */
export async function fillComingBack(db: Database): Promise<void> {
  const [{ any }] = await db.query('SELECT EXISTS (SELECT FROM coming_back) AS any')
  if (any === true) return
  for (let after = ''; ;) {
    const rows = await db.query(
      `SELECT f.id, max(j.id) AS job FROM frame f JOIN job j ON j.frame_id = f.id
       WHERE f.id > $1 AND NOT f.retired GROUP BY f.id ORDER BY f.id LIMIT ${AT_ONCE}`,
      [after],
    )
    for (const row of rows) await db.transaction((tx) => settleComingBack(tx, String(row.job)))
    if (rows.length < AT_ONCE) return
    after = String(rows[rows.length - 1].id)
  }
}
