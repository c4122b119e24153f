import { shopSchema, type Shop } from '#contract/shop.ts'
import { dayOf } from '#core/quantities/days.ts'
import type { Queryable } from '../db/database.ts'

const COLUMNS =
  'name, units, initials, paper, latitude_deg AS "latitudeDeg", backup_folder AS "backupFolder", work_order AS "workOrder", acceptance, own_school AS "ownSchool", own_recipes AS "ownRecipes", intervals, time_zone AS "timeZone", revision'

export async function oneShop(db: Queryable): Promise<Shop> {
  const [row] = await db.query(`SELECT ${COLUMNS} FROM shop WHERE id = 1`)
  return shopSchema.parse(row)
}

/** Returns the new shop, or null when the revision seen is no longer the current one. */
export async function updateShop(db: Queryable, shop: Shop): Promise<Shop | null> {
  const [row] = await db.query(
    `UPDATE shop SET name = $1, units = $2, initials = $3, paper = $4, latitude_deg = $6, backup_folder = $7, work_order = $8, acceptance = $9, own_school = $10, intervals = $11, own_recipes = $12, time_zone = $13, revision = revision + 1
     WHERE id = 1 AND revision = $5 RETURNING ${COLUMNS}`,
    [
      shop.name,
      JSON.stringify(shop.units),
      shop.initials,
      shop.paper,
      shop.revision,
      shop.latitudeDeg,
      shop.backupFolder,
      shop.workOrder,
      shop.acceptance,
      shop.ownSchool && JSON.stringify(shop.ownSchool),
      JSON.stringify(shop.intervals),
      JSON.stringify(shop.ownRecipes),
      shop.timeZone,
    ],
  )
  return row ? shopSchema.parse(row) : null
}

/** The day of a moment in the shop. */
export async function dayInShop(db: Queryable, moment: string | Date): Promise<string> {
  const [row] = await db.query('SELECT time_zone FROM shop WHERE id = 1')
  return dayOf(moment, String(row?.time_zone ?? ''))
}
