import { writeFile } from 'node:fs/promises'
import { openEmbedded } from '#server/db/embedded.ts'
import { migrate } from '#server/db/migrate.ts'

/** Writes an archive of an empty, migrated database to the path given. */
const db = await openEmbedded({ dataDir: null })
await migrate(db)
const [, , path] = process.argv
if (!path) throw new Error('a path is needed to write to')
await writeFile(path, await db.dump())
await db.close()
