import { writeFile } from 'node:fs/promises'
import { openEmbedded } from '#server/db/embedded.ts'
import { migrate } from '#server/db/migrate.ts'

/** Writes an archive of an empty, migrated database to the path given. */
const db = await openEmbedded({ dataDir: null })
await migrate(db)
await writeFile(process.argv[2], await db.dump())
await db.close()
