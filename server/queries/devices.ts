import {
  bodySchema,
  checkSchema,
  deviceSchema,
  trayReadingSchema,
  type Device,
  type DeviceCheck,
  type ReferenceBody,
  type TrayReading,
} from '#contract/devices.ts'
import { theRow, type Queryable, type Row } from '../db/database.ts'
import { iso } from './rows.ts'

const DEVICE = 'id, name, kind, serial, link, check_days AS "checkDays", revision'

export async function listDevices(db: Queryable): Promise<Device[]> {
  return (await db.query(`SELECT ${DEVICE} FROM device ORDER BY name, id`)).map((row) => deviceSchema.parse(row))
}

export async function findDevice(db: Queryable, id: string): Promise<Device | null> {
  const [row] = await db.query(`SELECT ${DEVICE} FROM device WHERE id = $1`, [id])
  return row ? deviceSchema.parse(row) : null
}

/** Adds a device, or changes the one with its id when the revision seen is the current one; else null. */
export async function putDevice(db: Queryable, d: Device): Promise<Device | null> {
  const values = [d.id, d.name, d.kind, d.serial, d.link && JSON.stringify(d.link), d.checkDays]
  const [row] =
    d.revision === 0
      ? await db.query(
          `INSERT INTO device (id, name, kind, serial, link, check_days) VALUES ($1, $2, $3, $4, $5, $6) RETURNING ${DEVICE}`,
          values,
        )
      : await db.query(
          `UPDATE device SET name = $2, kind = $3, serial = $4, link = $5, check_days = $6, revision = revision + 1
           WHERE id = $1 AND revision = $7 RETURNING ${DEVICE}`,
          [...values, d.revision],
        )
  return row ? deviceSchema.parse(row) : null
}

export async function listBodies(db: Queryable): Promise<ReferenceBody[]> {
  const rows = await db.query('SELECT id, name, quantity, value, u FROM reference_body ORDER BY quantity, value, id')
  return rows.map((row) => bodySchema.parse(row))
}

export async function putBody(db: Queryable, b: ReferenceBody): Promise<ReferenceBody> {
  const [row] = await db.query(
    `INSERT INTO reference_body (id, name, quantity, value, u) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (id) DO UPDATE SET name = $2, quantity = $3, value = $4, u = $5 RETURNING id, name, quantity, value, u`,
    [b.id, b.name, b.quantity, b.value, b.u],
  )
  return bodySchema.parse(row)
}

const CHECK = 'id, device_id AS "deviceId", quantity, points, applied, by_initials AS by, note, at'
const checkOf = (row: Row): DeviceCheck => checkSchema.parse({ ...row, at: iso(row.at) })

export async function listChecks(db: Queryable): Promise<DeviceCheck[]> {
  return (await db.query(`SELECT ${CHECK} FROM device_check ORDER BY at, id`)).flatMap((row) =>
    readable([row], checkOf),
  )
}

/** Adds a check once: the same id a second time is the same check. */
export async function insertCheck(db: Queryable, c: Omit<DeviceCheck, 'at'> & { at?: string }): Promise<DeviceCheck> {
  await db.query(
    `INSERT INTO device_check (id, device_id, quantity, points, applied, by_initials, note, at)
     VALUES ($1, $2, $3, $4, $5, $6, $7, COALESCE($8::timestamptz, clock_timestamp())) ON CONFLICT (id) DO NOTHING`,
    [c.id, c.deviceId, c.quantity, JSON.stringify(c.points), c.applied, c.by, c.note, c.at ?? null],
  )
  return checkOf(theRow(await db.query(`SELECT ${CHECK} FROM device_check WHERE id = $1`, [c.id])))
}

const TRAY = 'id, device_id AS "deviceId", quantity, raw, axis_cm AS "axisCm", warming, at, taken_for AS "takenFor"'
const trayOf = (row: Row): TrayReading => trayReadingSchema.parse({ ...row, at: iso(row.at) })

/** What devices sent and nobody has put anywhere yet: the newest 200, oldest first. */
export async function listUntaken(db: Queryable): Promise<TrayReading[]> {
  const rows = await db.query(
    `SELECT * FROM (SELECT ${TRAY}, seq FROM device_reading WHERE taken_for IS NULL ORDER BY at DESC, seq DESC LIMIT 200) t ORDER BY at, seq`,
  )
  return readable(rows, trayOf)
}

/** Rows that can be read: one that cannot does not take the page with it. */
function readable<T>(rows: readonly Row[], read: (row: Row) => T): T[] {
  return rows.flatMap((row) => {
    try {
      return [read(row)]
    } catch (error) {
      console.error(
        `a row of the instruments cannot be read (${String(row.id)}): ${(error as Error).message.slice(0, 200)}`,
      )
      return []
    }
  })
}

/**
 * Keeps what a device sent, once. A session that begins again under an old name counts from one again: what differs from what was
 * kept under that number is another reading.
 * @returns null when this line was kept before
 */
export async function keepReading(
  db: Queryable,
  r: Omit<TrayReading, 'at' | 'takenFor'> & { session: string; seq: number },
): Promise<TrayReading | null> {
  const insert = (session: string) =>
    db.query(
      `INSERT INTO device_reading (id, device_id, session, seq, quantity, raw, axis_cm, warming)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $8) ON CONFLICT (device_id, session, seq) DO NOTHING RETURNING ${TRAY}`,
      [r.id, r.deviceId, session, r.seq, r.quantity, r.raw, r.axisCm, r.warming],
    )
  for (let turn = 0; ; turn++) {
    const session = turn === 0 ? r.session : `${r.session} again ${turn}`
    const [row] = await insert(session)
    if (row) return trayOf(row)
    const [held] = await db.query(
      'SELECT quantity, raw, axis_cm AS "axisCm" FROM device_reading WHERE device_id = $1 AND session = $2 AND seq = $3',
      [r.deviceId, session, r.seq],
    )
    if (held && held.quantity === r.quantity && held.raw === r.raw && held.axisCm === r.axisCm) return null
  }
}

/** Marks readings as taken. @returns the ids that were still free */
export async function takeFromTray(db: Queryable, ids: readonly string[], takenFor: string): Promise<string[]> {
  const rows = await db.query(
    'UPDATE device_reading SET taken_for = $2 WHERE id = ANY($1) AND taken_for IS NULL RETURNING id',
    [ids, takenFor],
  )
  return rows.map((row) => String(row.id))
}

/** Instruments whose last check is older than it may be, or that have none; the longest due first. */
export async function listChecksDue(
  db: Queryable,
  now: Date,
): Promise<{ id: string; name: string; dueOn: string | null }[]> {
  const rows = await db.query(
    `SELECT id, name, due AS "dueOn" FROM (
       SELECT d.id, d.name, max(c.at) + d.check_days * interval '1 day' AS due
       FROM device d LEFT JOIN device_check c ON c.device_id = d.id GROUP BY d.id, d.name, d.check_days
     ) t WHERE due IS NULL OR due < $1::timestamptz ORDER BY due NULLS FIRST, name, id`,
    [now.toISOString()],
  )
  return rows.map((r) => ({ id: String(r.id), name: String(r.name), dueOn: r.dueOn === null ? null : iso(r.dueOn) }))
}
