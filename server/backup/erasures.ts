import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { z } from 'zod'
import type { Database } from '../db/database.ts'
import { listErasures } from '../people/erase.ts'
import { writeWhole } from '../db/disk.ts'

const fileIn = (dataFolder: string) => join(dataFolder, 'erasures.json')
const schema = z.array(z.object({ playerIds: z.array(z.string()), photos: z.boolean(), at: z.string() }))
export type Erasures = z.infer<typeof schema>

/** Who was erased, by ids, kept beside the data: a backup of before is cleaned by it even where the data themselves are lost. */
export async function keepErasures(db: Database, dataFolder: string): Promise<void> {
  const erasures = await listErasures(db)
  if (erasures.length === 0) return
  const known = new Set(erasures.flatMap((e) => e.playerIds))
  const others = readErasures(dataFolder).filter((e) => !e.playerIds.every((id) => known.has(id)))
  writeWhole(fileIn(dataFolder), JSON.stringify([...others, ...erasures], null, 2))
}

/** @returns none where the file is not there or cannot be read */
export function readErasures(dataFolder: string): Erasures {
  if (!existsSync(fileIn(dataFolder))) return []
  try {
    return schema.parse(JSON.parse(readFileSync(fileIn(dataFolder), 'utf8')))
  } catch {
    return []
  }
}
